/** Units of several files as what is merged, compared or bridged: read once, laid by on disk, in order of rank. */
import { rename, rm } from 'node:fs/promises';
import { basename } from 'node:path';
import { DataError } from '@fair-copy/core/diagnostic.js';
import type { TmxHeader } from '@fair-copy/core/formats/tmx/header.js';
import { canonicalTag, UNDETERMINED, type LanguageTag } from '@fair-copy/core/language/tags.js';
import type { MergeInput } from '@fair-copy/core/memory/merge/merge.js';
import { sharedLanguage } from '@fair-copy/core/memory/merge/shared-language.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { UnitFile } from '@fair-copy/files/unit-file.js';
import { UnitSpool } from '@fair-copy/files/unit-spool.js';
import { writeUnitsFile, type UnitsFile } from '@fair-copy/files/write-units.js';
import { report } from './commands/units.js';
import { UsageError } from './usage.js';

export interface SpooledFile {
  readonly name: string;
  readonly input: MergeInput;
  /** Units in the file that could not be taken. */
  readonly left: number;
  readonly header: TmxHeader | null;
  /** How many variants each language has. */
  readonly languages: ReadonlyMap<LanguageTag, number>;
}

export interface Spooled {
  readonly files: readonly SpooledFile[];
  readonly spool: UnitSpool;
}

/** @param quiet the tallies of reading are not said. Call `spool.close()` in the end. */
export async function spooled(paths: readonly string[], quiet: boolean): Promise<Spooled> {
  const spool = new UnitSpool();
  try {
    const files: SpooledFile[] = [];
    for (const path of paths) {
      const from = spool.length;
      const file = await UnitFile.open(path, basename(path));
      const languages = new Map<LanguageTag, number>();
      try {
        for await (const batch of file.units())
          for (const { unit } of batch) {
            spool.add(unit);
            for (const { language } of unit.variants) languages.set(language, (languages.get(language) ?? 0) + 1);
          }
        if (!quiet) report(file, spool.length - from);
        const { left, header } = file.seen;
        if (spool.length === from) throw new DataError('no-units', { left: left.length }, { file: file.name });
        files.push({ name: file.name, input: spool.part(from, spool.length), left: left.length, header, languages });
      } finally {
        file.close();
      }
    }
    return { files, spool };
  } catch (error) {
    spool.close();
    throw error;
  }
}

/** By which language units are identified: what is said, or the one that the files share. */
export function identifyingLanguages(
  said: string | undefined,
  files: readonly SpooledFile[],
): readonly LanguageTag[] | 'all' {
  if (said === 'all') return 'all';
  if (said !== undefined) return said.split(',').map((one) => languageOption(one, '--source'));
  return sharedLanguage(
    files.map(({ header, languages }) => ({
      languages: [...languages].sort((a, b) => b[1] - a[1]).map(([tag]) => tag),
      source: header?.attributes?.srclang,
    })),
  );
}

/** Units as TMX: all of it, or nothing. */
export async function writeMemory(
  output: string,
  units: () => Iterable<Unit>,
  about: Pick<UnitsFile, 'known' | 'sourceLanguage' | 'header'>,
): Promise<void> {
  const part = `${output}.part`;
  const [first = UNDETERMINED, second = first] = about.known;
  try {
    await writeUnitsFile(part, 'tmx', units, {
      ...about,
      languages: null,
      pair: [first, second],
      name: basename(output),
      left: { count: 0 },
    });
    await rename(part, output);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

/** The languages of all files. */
export const knownIn = (files: readonly SpooledFile[]): LanguageTag[] => [
  ...new Set(files.flatMap(({ languages }) => [...languages.keys()])),
];

export function languageOption(said: string, option: string): LanguageTag {
  const tag = canonicalTag(said.trim());
  if (!tag) throw new UsageError(`${option}: “${said}” is not a language tag.`);
  return tag;
}
