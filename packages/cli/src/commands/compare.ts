/** `compare`: two memories beside each other. */
import { extname } from 'node:path';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { compareMemories, type Compared } from '@fair-copy/core/memory/compare.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { identifyingLanguages, knownIn, spooled, textsOf, writeMemory } from '../spooled.js';
import { writeTable } from '../table.js';
import { UsageError } from '../usage.js';

interface CompareOptions {
  readonly output?: string;
  readonly source?: string;
  readonly json?: boolean;
}

const TABLES = ['.xlsx', '.csv', '.tsv'];

export async function compare(a: string, b: string, options: CompareOptions): Promise<void> {
  const ending = options.output === undefined ? null : extname(options.output).toLowerCase();
  if (ending !== null && ending !== '.tmx' && !TABLES.includes(ending))
    throw new UsageError(`-o: “${ending}” is neither a table (${TABLES.join(', ')}) nor .tmx.`);
  const { files, spool } = await spooled([a, b], options.json === true);
  try {
    const differing: Compared[] = [];
    const tally = compareMemories(
      [files[0]!.input, files[1]!.input],
      { by: identifyingLanguages(options.source, files), ignore: [], regions: 'keep' },
      (compared) => {
        if (compared.what !== 'same') differing.push(compared);
      },
    );
    const known = knownIn(files);
    // What the second has and the first lacks.
    if (ending === '.tmx')
      await writeMemory(options.output!, () => differing.flatMap(({ b: right }) => right), {
        known,
        sourceLanguage: '*all*',
        header: null,
      });
    else if (ending !== null)
      await writeTable(
        options.output!,
        ['What', 'In', ...known],
        rowsOf(differing, known, [files[0]!.name, files[1]!.name]),
      );
    if (options.json) {
      const units = differing.map(({ what, a: left, b: right }) => ({
        what,
        a: left.map((unit) => textsOf(unit, withoutCodes)),
        b: right.map((unit) => textsOf(unit, withoutCodes)),
      }));
      process.stdout.write(JSON.stringify({ ...tally, units }) + '\n');
    } else
      process.stderr.write(
        `only in ${files[0]!.name}: ${tally.onlyA}; only in ${files[1]!.name}: ${tally.onlyB}; the same: ${tally.same}; different: ${tally.different}\n`,
      );
  } finally {
    spool.close();
  }
}

const WHAT = { onlyA: 'only here', onlyB: 'only here', different: 'different', same: 'same' } as const;

function rowsOf(
  differing: readonly Compared[],
  known: readonly LanguageTag[],
  names: readonly [string, string],
): string[][] {
  const row = (what: Compared['what'], name: string, unit: Unit): string[] => {
    const texts = textsOf(unit, withoutCodes);
    return [WHAT[what], name, ...known.map((tag) => texts[tag] ?? '')];
  };
  return differing.flatMap(({ what, a, b }) => [
    ...a.map((unit) => row(what, names[0], unit)),
    ...b.map((unit) => row(what, names[1], unit)),
  ]);
}
