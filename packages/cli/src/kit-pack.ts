/** A kit packed for one project: only the units that match and the concepts that occur, with the report and the rate card. */
import { createReadStream } from 'node:fs';
import { mkdtemp, rename, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, dirname, join, resolve } from 'node:path';
import { PictureFinder } from '@fair-copy/core/intake/pictures.js';
import { termsOf } from '@fair-copy/core/termbase/concept.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { withNeighbours } from '@fair-copy/core/rehearsal/kit-memory.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { UnitFile } from '@fair-copy/files/unit-file.js';
import { writeUnitsFile } from '@fair-copy/files/write-units.js';
import { writeZip, type ZipMember } from '@fair-copy/files/zip-write.js';
import { picturesBeside } from './pictures.js';
import { rehearsalReport } from '@fair-copy/files/rehearsal-report.js';
import type { RehearseOptions, TriedFiles } from './rehearsed.js';
import { writeTermbase } from './tbx-out.js';

/** All of it, or nothing. Says on standard error what is in it. */
export async function packKit(
  output: string,
  tried: TriedFiles,
  options?: Pick<RehearseOptions, 'termbase'>,
): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'fair-copy-kit-'));
  const part = `${output}.part`;
  try {
    const members: { name: string; path: string; packed: boolean }[] = [];
    const units = await unitsTo(folder, tried, members);
    const concepts = await conceptsTo(folder, tried, options?.termbase ?? [], members);
    await rehearsalReport(join(folder, 'report.xlsx'), tried);
    members.push({ name: 'report.xlsx', path: join(folder, 'report.xlsx'), packed: true });
    await writeZip(part, [
      ...members.map(({ name, path, packed }): ZipMember => ({ name, content: createReadStream(path), packed })),
      { name: 'rates.json', content: one(JSON.stringify(tried.card, null, 2) + '\n'), packed: false },
    ]);
    await rename(part, output);
    process.stderr.write(
      `${basename(output)}: ${units} units that match, ${concepts} concepts that occur, the report, the rate card.\n`,
    );
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function* one(text: string): AsyncGenerator<string> {
  yield text;
}

interface Member {
  readonly name: string;
  readonly path: string;
  readonly packed: boolean;
}

/** A TMX of each memory that has matches; the neighbours of its units as properties, so that context stays. */
async function unitsTo(folder: string, { memories, paths, rehearsed }: TriedFiles, members: Member[]): Promise<number> {
  let count = 0;
  for (const [m, memory] of memories.entries()) {
    const wanted = new Set(
      rehearsed.flatMap(({ byMemory, matches }) => [
        ...(byMemory[m] ? [byMemory[m].number] : []),
        ...matches.filter((match) => match.memory === m).map(({ number }) => number),
      ]),
    );
    if (wanted.size === 0) continue;
    const beside = memory.kept;
    const units: Unit[] = [];
    const tags = new Set<LanguageTag>();
    const file = await UnitFile.open(paths[m]!, memory.name);
    try {
      for await (const batch of file.units())
        for (const { unit, number } of batch)
          if (wanted.has(number)) {
            units.push(withNeighbours(unit, beside.get(number) ?? { before: '', after: '' }));
            for (const { language } of unit.variants) tags.add(language);
          }
    } finally {
      file.close();
    }
    const name = `${memory.name.replace(/\.[^.]+$/, '')}.tmx`;
    const known = [...tags];
    await writeUnitsFile(join(folder, `${m}.tmx`), 'tmx', () => units, {
      languages: null,
      pair: [known[0]!, known[1] ?? known[0]!],
      known,
      name,
      header: file.seen.header,
      left: { count: 0 },
    });
    members.push({ name: free(name, members), path: join(folder, `${m}.tmx`), packed: false });
    count += units.length;
  }
  return count;
}

/** A TBX of each termbase that has terms in the documents, with the pictures that its concepts name. */
async function conceptsTo(
  folder: string,
  tried: TriedFiles,
  paths: readonly string[],
  members: Member[],
): Promise<number> {
  const { concepts } = tried;
  const occurring = new Set(tried.found.map(({ concept }) => concept));
  let count = 0;
  for (const file of new Set(concepts.map((concept) => concept.file))) {
    const own = concepts.filter((concept, i) => concept.file === file && occurring.has(i));
    if (own.length === 0) continue;
    const name = `${file.replace(/\.[^.]+$/, '')}.tbx`;
    const path = join(folder, `terms-${members.length}.tbx`);
    await writeTermbase(
      path,
      own.map(({ body }) => body),
    );
    members.push({ name: free(name, members), path, packed: false });
    count += own.length;
    const source = paths.find((one) => basename(one) === file);
    if (source)
      members.push(
        ...(await picturesOf(
          source,
          own.flatMap(({ body }) => picturesNamed(body)),
        )),
      );
  }
  return count;
}

async function picturesOf(source: string, names: readonly string[]): Promise<Member[]> {
  if (names.length === 0) return [];
  const root = dirname(resolve(source));
  const finder = new PictureFinder(await picturesBeside(resolve(source)));
  return [...new Set(names)].flatMap((name) => {
    const there = finder.find(name);
    return there === null ? [] : [{ name: name.replace(/\\/g, '/'), path: join(root, there), packed: true }];
  });
}

function picturesNamed(body: Parameters<typeof termsOf>[0]): string[] {
  const all = [
    body.fields,
    ...body.languages.map(({ fields }) => fields),
    ...[...termsOf(body)].map(({ term }) => term.fields),
  ];
  return all.flatMap((fields) => fields.xGraphic ?? []);
}

function free(name: string, members: readonly Member[]): string {
  const taken = new Set(members.map((member) => member.name.toLowerCase()));
  if (!taken.has(name.toLowerCase())) return name;
  const [stem, ending] = [name.replace(/\.[^.]+$/, ''), name.slice(name.lastIndexOf('.'))];
  for (let i = 2; ; i++) if (!taken.has(`${stem} ${i}${ending}`.toLowerCase())) return `${stem} ${i}${ending}`;
}
