/** `compare`: two memories beside each other. */
import { extname } from 'node:path';
import { comparedRows, compareMemories, type Compared } from '@fair-copy/core/memory/compare.js';
import { textsByLanguage } from '@fair-copy/core/memory/unit.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { identifyingLanguages, knownIn, spooled, writeMemory } from '../spooled.js';
import { writeTable } from '../table.js';
import { UsageError } from '../usage.js';
import { report } from '@fair-copy/words/en/report.js';

interface CompareOptions {
  readonly output?: string;
  readonly source?: string;
  readonly json?: boolean;
}

const words = report.comparison;
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
        [words.what, words.in, ...known],
        differing.flatMap((each) => comparedRows(each, [files[0]!.name, files[1]!.name], known, words)),
      );
    if (options.json) {
      const units = differing.map(({ what, a: left, b: right }) => ({
        what,
        a: left.map((unit) => textsByLanguage(unit, withoutCodes)),
        b: right.map((unit) => textsByLanguage(unit, withoutCodes)),
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
