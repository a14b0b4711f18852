/** A kit packed for one project: only the units that match and the concepts that occur, with the report and the rate card. */
import { createReadStream } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import type { TmxHeader } from '@fair-copy/core/formats/tmx/header.js';
import { tmxDate } from '@fair-copy/core/formats/tmx/write.js';
import { tmxOfUnits } from '@fair-copy/core/formats/tmx/write-units.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import type { RateCard } from '@fair-copy/core/rehearsal/figures.js';
import type { Concept } from '@fair-copy/core/termbase/concept.js';
import { VERSION } from '@fair-copy/core/version.js';
import { safeFileName } from './file-names.js';
import { PictureFolder, type PictureToPack } from './picture-folder.js';
import { tbxOf } from './write-concepts.js';
import { writeZip, type ZipMember } from './zip-write.js';

export interface MemoryToPack {
  /** Without an ending. */
  readonly name: string;
  readonly header?: TmxHeader | null;
  /** Asked for when its turn comes. */
  units(): Iterable<Unit> | AsyncIterable<Unit>;
}

export interface TermbaseToPack {
  readonly name: string;
  readonly concepts: readonly Concept[];
  readonly pictures: readonly PictureToPack[];
}

export interface KitToPack {
  /** Those that have something. */
  readonly memories: readonly MemoryToPack[];
  readonly termbases: readonly TermbaseToPack[];
  /** The workbook; it lies there. */
  readonly report: string;
  readonly card: RateCard;
}

/** All of it, or nothing. Resources of one name get a number; pictures lie in one folder. */
export async function writeKit(output: string, kit: KitToPack): Promise<void> {
  const part = `${output}.part`;
  try {
    await writeZip(part, membersOf(kit));
    await rename(part, output);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

async function* membersOf({ memories, termbases, report, card }: KitToPack): AsyncGenerator<ZipMember> {
  const names = new Names();
  const [reportName, cardName] = [names.free('report', 'xlsx'), names.free('rates', 'json')];
  const writing = {
    languages: null,
    sourceLanguage: '*all*',
    version: VERSION,
    date: tmxDate(new Date().toISOString()),
  };
  for (const { name, header, units } of memories) {
    const content = tmxOfUnits(units(), { ...writing, ...(header && { header }) });
    yield { name: names.free(name, 'tmx'), content, packed: false };
  }
  const pictures = new PictureFolder();
  for (const { name, concepts, pictures: own } of termbases) {
    const content = await tbxOf(concepts, name, pictures.add(own));
    yield { name: names.free(name, 'tbx'), content, packed: false };
  }
  yield* pictures.members();
  yield { name: reportName, content: createReadStream(report), packed: true };
  yield { name: cardName, content: one(`${JSON.stringify(card, null, 2)}\n`), packed: false };
}

/** Names in the archive, each once, whatever capitals it has. */
class Names {
  private readonly taken = new Set<string>();

  free(name: string, ending: string): string {
    let free = safeFileName(`${name}.${ending}`);
    for (let n = 2; this.taken.has(free.toLowerCase()); n++) free = safeFileName(`${name} ${n}.${ending}`);
    this.taken.add(free.toLowerCase());
    return free;
  }
}

async function* one(text: string): AsyncGenerator<string> {
  yield text;
}
