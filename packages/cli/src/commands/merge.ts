/** `merge`: many memories become one. */
import { readFile } from 'node:fs/promises';
import { basename, extname } from 'node:path';
import { canonicalTag, type LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Conflict } from '@fair-copy/core/memory/merge/decide.js';
import { Merge, type MergeSinks, type MergeTally, type NearPair } from '@fair-copy/core/memory/merge/merge.js';
import { IGNORABLE, KEEPING, type Ignorable, type Keeping, type MergePlan } from '@fair-copy/core/memory/merge/plan.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { textsByLanguage } from '@fair-copy/core/memory/unit.js';
import { UnitSpool } from '@fair-copy/files/unit-spool.js';
import { formatNamed } from '../formats.js';
import { identifyingLanguages, knownIn, spooled, writeMemory, type SpooledFile } from '../spooled.js';
import { UsageError } from '../usage.js';
import { en } from '@fair-copy/words/en/speech.js';

export interface MergeOptions {
  readonly output: string;
  readonly source?: string;
  readonly ignore?: string;
  readonly keep?: string;
  readonly regions?: string;
  readonly plan?: string;
  readonly json?: boolean;
}

export async function merge(paths: readonly string[], options: MergeOptions): Promise<void> {
  const format = formatNamed(extname(options.output));
  if (format === 'tbx') return (await import('../merged-termbases.js')).mergeTermbases(paths, options);
  if (format !== 'tmx') throw new UsageError('-o: what is merged is written as .tmx, or as .tbx.');
  const said = options.plan === undefined ? {} : await keptPlan(options.plan);
  const { files, spool } = await spooled(paths, options.json === true);
  const result = new UnitSpool();
  try {
    const plan = planOf(options, said, files);
    const merge = new Merge(
      files.map(({ input }) => input),
      plan,
    );
    const output: MergeSinks['output'] = ({ unit }) => result.add(unit);
    const list = options.json ? new Listed() : null;
    const counts = { conflicts: 0, open: 0, near: 0 };
    const tally = merge.run(
      list
        ? { output, conflict: (conflict) => list.conflicts.push(conflict), near: (pair) => list.near.push(pair) }
        : {
            output,
            conflict: ({ winner, decided }) => {
              counts.conflicts++;
              if (winner === null && !decided) counts.open++;
            },
            near: () => counts.near++,
            nearInDigits: (pairs) => (counts.near += pairs),
          },
    );
    const known = knownIn(files);
    await writeMemory(options.output, () => result.part(0, result.length).units(), {
      known,
      sourceLanguage: sourceLanguage(plan, known),
      header: files[0]!.header,
    });
    if (list) process.stdout.write(JSON.stringify(asJson(files, tally, list)) + '\n');
    else say(files, tally, counts);
  } finally {
    spool.close();
    result.close();
  }
}

/** What is listed where somebody asks for it. */
class Listed {
  readonly conflicts: Conflict[] = [];
  readonly near: NearPair[] = [];
}

function sourceLanguage({ by }: MergePlan, known: readonly LanguageTag[]): string {
  if (by === 'all' || by.length !== 1) return '*all*';
  return known.find((tag) => tag === by[0]) ?? known.find((tag) => tag.startsWith(`${by[0]}-`)) ?? '*all*';
}

/** A plan that was kept; what is said on the command line goes before it. */
async function keptPlan(path: string): Promise<Partial<MergePlan>> {
  let plan: unknown;
  try {
    plan = JSON.parse(await readFile(path, 'utf8'));
  } catch (error) {
    if (error instanceof SyntaxError) throw new UsageError(`--plan: ${basename(path)} is not JSON: ${error.message}`);
    throw error;
  }
  if (typeof plan !== 'object' || plan === null || Array.isArray(plan))
    throw new UsageError(
      `--plan: ${basename(path)} is no plan: it should be an object with by, ignore, keep, regions.`,
    );
  const { by, ignore, keep, regions, filter, decisions } = plan as Record<string, unknown>;
  const isList = (value: unknown): value is string[] =>
    Array.isArray(value) && value.every((one) => typeof one === 'string');
  if (by !== undefined && by !== 'all' && !(isList(by) && by.every((tag) => canonicalTag(tag) !== null)))
    throw new UsageError('--plan: "by" is "all" or a list of language tags.');
  if (ignore !== undefined && !(isList(ignore) && ignore.every((one) => IGNORABLE.includes(one as Ignorable))))
    throw new UsageError(`--plan: "ignore" is a list of ${IGNORABLE.join(', ')}.`);
  if (keep !== undefined && !KEEPING.includes(keep as Keeping))
    throw new UsageError(`--plan: "keep" is one of ${KEEPING.join(', ')}.`);
  if (regions !== undefined && regions !== 'keep' && regions !== 'fold')
    throw new UsageError('--plan: "regions" is keep or fold.');
  return {
    ...(by !== undefined && { by: by as MergePlan['by'] }),
    ...(ignore !== undefined && { ignore: ignore as Ignorable[] }),
    ...(keep !== undefined && { keep: keep as Keeping }),
    ...(regions !== undefined && { regions: regions as MergePlan['regions'] }),
    ...(typeof filter === 'object' && filter !== null && { filter: filter as NonNullable<MergePlan['filter']> }),
    ...(typeof decisions === 'object' &&
      decisions !== null && { decisions: decisions as NonNullable<MergePlan['decisions']> }),
  };
}

function planOf(options: MergeOptions, said: Partial<MergePlan>, files: readonly SpooledFile[]): MergePlan {
  const ignore = options.ignore?.split(',').map((one) => {
    if (!IGNORABLE.includes(one as Ignorable))
      throw new UsageError(`--ignore: “${one}” is none of ${IGNORABLE.join(', ')}.`);
    return one as Ignorable;
  });
  return {
    ...said,
    by: options.source === undefined && said.by ? said.by : identifyingLanguages(options.source, files),
    ignore: ignore ?? said.ignore ?? [],
    keep: (options.keep as Keeping | undefined) ?? said.keep ?? 'newest',
    regions: (options.regions as MergePlan['regions'] | undefined) ?? said.regions ?? 'keep',
  };
}

function asJson(files: readonly SpooledFile[], tally: MergeTally, { conflicts, near }: Listed): unknown {
  const unread = files.reduce((sum, { left }) => sum + left, 0);
  const { written, same, gaveWay, waiting, left } = tally;
  return {
    read: files.map(({ name, input, left: notTaken }) => ({ file: name, units: input.count + notTaken })),
    written,
    same,
    gaveWay,
    waiting,
    left: left + unread,
    conflicts: conflicts.map(({ id, language, candidates, winner }) => ({
      id,
      language,
      texts: candidates.map(({ member }) => textsByLanguage(member.unit, withoutCodes)),
      from: candidates.map(({ member }) => files[member.rank]!.name),
      changed: candidates.map(({ member }) => member.date),
      winner,
    })),
    near: near.map(({ a, b, differ }) => ({
      texts: [textsByLanguage(a, withoutCodes), textsByLanguage(b, withoutCodes)],
      differ: differ.join(','),
    })),
  };
}

const number = (value: number): string => value.toLocaleString('en');

/** The tally, on standard error. */
function say(
  files: readonly SpooledFile[],
  tally: MergeTally,
  { conflicts, open, near }: { readonly conflicts: number; readonly open: number; readonly near: number },
): void {
  const { written, same, gaveWay, waiting } = tally;
  const left = tally.left + files.reduce((sum, file) => sum + file.left, 0);
  const read = files.reduce((sum, file) => sum + file.input.count + file.left, 0);
  process.stderr.write(
    `${number(read)} units = ${number(written)} written + ${number(same)} said the same + ${number(gaveWay)} gave way + ${number(waiting)} waiting + ${number(left)} left out\n`,
  );
  if (conflicts > 0)
    process.stderr.write(
      `${en.count(conflicts, { one: '# text has', other: '# texts have' })} different translations${open ? `, ${number(open)} of them not decided: see --json` : ''}\n`,
    );
  if (near > 0)
    process.stderr.write(`${en.count(near, { one: '# near-duplicate', other: '# near-duplicates' })}: see --json\n`);
}
