/** `merge … -o OUT.tbx`: many termbases become one. */
import { basename } from 'node:path';
import { DataError } from '@fair-copy/core/diagnostic.js';
import { ConceptMerge, type FieldConflict, type FieldKeeping } from '@fair-copy/core/intake/merge-concepts.js';
import { canonicalTag, primaryLanguage, type LanguageTag } from '@fair-copy/core/language/tags.js';
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import type { MergeOptions } from './commands/merge.js';
import { conceptsIn } from './concepts.js';
import { writeTermbase } from './tbx-out.js';
import { UsageError } from './usage.js';

interface Read {
  readonly name: string;
  readonly concepts: readonly ConceptBody[];
}

const POLICIES: Readonly<Record<string, FieldKeeping>> = { rank: 'rank', all: 'all', ask: 'ask' };

export async function mergeTermbases(paths: readonly string[], options: MergeOptions): Promise<void> {
  const keep = POLICIES[options.keep ?? 'rank'];
  if (!keep)
    throw new UsageError(`--keep: termbases are merged by rank, all or ask; “${options.keep}” is for memories.`);
  if (options.ignore !== undefined || options.plan !== undefined)
    throw new UsageError('--ignore and --plan are for memories; the output is a termbase.');
  const read: Read[] = [];
  for (const path of paths) {
    const concepts = await conceptsIn(path, true);
    if (concepts.length === 0) throw new DataError('no-units', { left: 0 }, { file: basename(path) });
    read.push({ name: basename(path), concepts });
  }
  const regions = options.regions === 'keep' ? 'two' : 'one';
  const rule = { id: true, subject: true, languages: identifying(options.source, read), regions } as const;
  const merge = new ConceptMerge({ rule, keep });
  const conflicts: FieldConflict[] = [];
  for (const [rank, { concepts }] of read.entries())
    for (const body of concepts) merge.add(body, rank, (conflict) => conflicts.push(conflict));
  await writeTermbase(options.output, merge.concepts);
  const { written, same, gaveWay, waiting } = merge.tally;
  if (options.json)
    process.stdout.write(
      JSON.stringify({
        read: read.map(({ name, concepts }) => ({ file: name, units: concepts.length })),
        ...{ written, same, gaveWay, waiting, left: 0 },
        conflicts: conflicts.map((conflict) => shown(conflict, merge, read)),
        near: [],
      }) + '\n',
    );
  else
    process.stderr.write(
      `${read.reduce((sum, { concepts }) => sum + concepts.length, 0)} concepts = ${written} written + ${same} said the same + ${gaveWay} gave way + ${waiting} waiting; ${conflicts.length} contradictions${conflicts.length ? ': see --json' : ''}\n`,
    );
}

/** By the terms of which languages concepts are the same: what is said, or the first language that all have. */
function identifying(said: string | undefined, read: readonly Read[]): LanguageTag[] {
  const there = read.map(({ concepts }) => [
    ...new Set(concepts.flatMap(({ languages }) => languages.map(({ language }) => language))),
  ]);
  const all = [...new Set(there.flat())];
  const ofGeneral = (general: string): LanguageTag[] => all.filter((tag) => primaryLanguage(tag) === general);
  if (said === 'all') return all;
  if (said !== undefined)
    return said.split(',').flatMap((one) => {
      const tag = canonicalTag(one.trim());
      if (!tag) throw new UsageError(`--source: “${one}” is not a language tag.`);
      return tag.includes('-') ? [tag] : ofGeneral(tag);
    });
  const shared = all.map(primaryLanguage).find((tag) => there.every((tags) => tags.map(primaryLanguage).includes(tag)));
  return shared === undefined ? [] : ofGeneral(shared);
}

function shown(conflict: FieldConflict, merge: ConceptMerge, read: readonly Read[]): unknown {
  const { field, term, language, there, brings, choice, from } = conflict;
  const texts: Record<string, string> = {};
  for (const section of merge.concepts[conflict.concept]!.languages)
    texts[section.language] = section.terms.map(({ text }) => text).join('\n');
  return {
    field,
    ...(term !== null && { term, language }),
    texts: [texts],
    values: [there, brings],
    from: from.map((rank) => read[rank]!.name),
    winner: choice === 'there' ? 0 : choice === 'brings' ? 1 : null,
  };
}
