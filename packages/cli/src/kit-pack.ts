/** What a kit of files packs for one project, and what is said of it. */
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, dirname, join, resolve } from 'node:path';
import { PictureFinder } from '@fair-copy/core/intake/pictures.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { withNeighbours } from '@fair-copy/core/rehearsal/kit-memory.js';
import { unitsThatMatch, type Beside } from '@fair-copy/core/rehearsal/packing.js';
import { writeKit, type MemoryToPack, type TermbaseToPack } from '@fair-copy/files/kit-pack.js';
import type { PictureToPack } from '@fair-copy/files/picture-folder.js';
import { writeRehearsalReport } from '@fair-copy/files/rehearsal-report.js';
import { UnitFile } from '@fair-copy/files/unit-file.js';
import { numbered } from '@fair-copy/files/write-concepts.js';
import { picturesBeside } from './pictures.js';
import { reportOf, type TriedFiles } from './rehearsed.js';

/** All of it, or nothing. Says on standard error what is in it. */
export async function packKit(output: string, tried: TriedFiles): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'fair-copy-kit-'));
  const report = join(folder, 'report.xlsx');
  try {
    await writeRehearsalReport(report, 'xlsx', reportOf(tried));
    const wanted = unitsThatMatch(tried.memories, tried.rehearsed);
    const memories = wanted.flatMap((units, m) => (units.size > 0 ? [memoryToPack(tried, m, units)] : []));
    const termbases = await termbasesToPack(tried);
    await writeKit(output, { memories, termbases, report, card: tried.card });
    const sum = (sizes: readonly number[]): number => sizes.reduce((all, size) => all + size, 0);
    const [units, concepts] = [sum(wanted.map(({ size }) => size)), sum(termbases.map((one) => one.concepts.length))];
    process.stderr.write(
      `${basename(output)}: ${units} units that match, ${concepts} concepts that occur, the report, the rate card.\n`,
    );
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

const withoutEnding = (name: string): string => name.replace(/\.[^.]+$/, '');

/** The neighbours of its units go along as properties, so that context stays. */
function memoryToPack(
  { memories, paths, headers }: TriedFiles,
  m: number,
  wanted: ReadonlyMap<number, Beside>,
): MemoryToPack {
  const { name } = memories[m]!;
  return {
    name: withoutEnding(name),
    header: headers[m]!,
    async *units(): AsyncGenerator<Unit> {
      const file = await UnitFile.open(paths[m]!, name);
      try {
        for await (const batch of file.units())
          for (const { unit, number } of batch) {
            const beside = wanted.get(number);
            if (beside) yield withNeighbours(unit, beside);
          }
      } finally {
        file.close();
      }
    },
  };
}

async function termbasesToPack({ concepts, found }: TriedFiles): Promise<TermbaseToPack[]> {
  const occurring = new Set(found.map(({ concept }) => concept));
  const termbases: TermbaseToPack[] = [];
  for (const path of new Set(concepts.map((concept) => concept.path))) {
    const own = concepts.filter((concept, i) => concept.path === path && occurring.has(i)).map(({ body }) => body);
    if (own.length === 0) continue;
    const pictures = await picturesFor(
      path,
      own.flatMap(({ fields }) => fields.xGraphic ?? []),
    );
    termbases.push({ name: withoutEnding(basename(path)), concepts: numbered(own), pictures });
  }
  return termbases;
}

/** Pictures that lie beside a file, by the names that its concepts use. What is not there is missing in the file as well. */
async function picturesFor(source: string, names: readonly string[]): Promise<PictureToPack[]> {
  if (names.length === 0) return [];
  const root = dirname(resolve(source));
  const finder = new PictureFinder(await picturesBeside(resolve(source)));
  return [...new Set(names)].flatMap((name) => {
    const there = finder.find(name);
    return there === null ? [] : [{ name, path: join(root, there) }];
  });
}
