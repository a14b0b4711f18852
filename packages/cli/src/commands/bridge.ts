/** `bridge`: two memories that share a language become one of their other languages. */
import { extname } from 'node:path';
import { DataError } from '@fair-copy/core/diagnostic.js';
import { fits, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { Bridge } from '@fair-copy/core/memory/bridge/bridge.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { UnitSpool } from '@fair-copy/files/unit-spool.js';
import { formatNamed } from '../formats.js';
import { languageOption, spooled, writeMemory } from '../spooled.js';
import { UsageError } from '../usage.js';

interface BridgeOptions {
  readonly over: string;
  readonly output: string;
  readonly near?: boolean;
  readonly json?: boolean;
}

export async function bridge(a: string, b: string, options: BridgeOptions): Promise<void> {
  if (formatNamed(extname(options.output)) !== 'tmx') throw new UsageError('-o: a bridged memory is written as .tmx.');
  const over = languageOption(options.over, '--over');
  const { files, spool } = await spooled([a, b], options.json === true);
  const result = new UnitSpool();
  try {
    for (const { name, languages } of files)
      if (![...languages.keys()].some((tag) => fits(over, tag)))
        throw new UsageError(`--over: ${name} has no text in ${over}; it has ${[...languages.keys()].join(', ')}.`);
    const waiting: unknown[] = [];
    const known = new Set<LanguageTag>();
    const tally = new Bridge([files[0]!.input, files[1]!.input], [files[0]!.name, files[1]!.name], {
      over,
      near: options.near ?? false,
    }).run({
      output: (unit) => {
        result.add(unit);
        for (const { language } of unit.variants) known.add(language);
      },
      doubt: ({ pivot, candidates }) =>
        waiting.push({
          pivot,
          candidates: candidates.map(({ left, right, support }) => ({
            texts: { [left.language]: withoutCodes(left.text), [right.language]: withoutCodes(right.text) },
            support: Math.round(support * 1000) / 1000,
          })),
        }),
    });
    const { written, certain, chosen, alone } = tally;
    if (written === 0 && waiting.length === 0)
      throw new DataError('no-units', { left: 0 }, { file: `${files[0]!.name}, ${files[1]!.name}` });
    await writeMemory(options.output, () => result.part(0, result.length).units(), {
      known: [...known],
      sourceLanguage: [...known][0] ?? '*all*',
      header: null,
    });
    if (options.json) process.stdout.write(JSON.stringify({ written, certain, chosen, waiting, alone }) + '\n');
    else
      process.stderr.write(
        `${written.toLocaleString('en')} units written: ${certain} certain, ${chosen} chosen among several; ${waiting.length} waiting: see --json; without a partner ${alone.a} and ${alone.b}\n`,
      );
  } finally {
    spool.close();
    result.close();
  }
}
