/** `bridge`: two memories, or termbases, that share a language become one of their other languages. */
import { extname } from 'node:path';
import { DataError } from '@fair-copy/core/diagnostic.js';
import { fits, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { Bridge } from '@fair-copy/core/memory/bridge/bridge.js';
import { UnitSpool } from '@fair-copy/files/unit-spool.js';
import { formatNamed } from '../formats.js';
import { sayBridge, shownDoubt } from '../bridged.js';
import { languageOption, spooled, writeMemory } from '../spooled.js';
import { UsageError } from '../usage.js';

export interface BridgeOptions {
  readonly over: string;
  readonly output: string;
  readonly near?: boolean;
  readonly json?: boolean;
}

export async function bridge(a: string, b: string, options: BridgeOptions): Promise<void> {
  const format = formatNamed(extname(options.output));
  if (format !== 'tmx' && format !== 'tbx') throw new UsageError('-o: what is bridged is written as .tmx, or as .tbx.');
  const over = languageOption(options.over, '--over');
  if (format === 'tbx') return (await import('../bridged-termbases.js')).bridgeTermbases([a, b], over, options);
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
      doubt: (doubt) => waiting.push(shownDoubt(doubt)),
    });
    if (tally.written === 0 && waiting.length === 0)
      throw new DataError('no-units', { left: 0 }, { file: `${files[0]!.name}, ${files[1]!.name}` });
    await writeMemory(options.output, () => result.part(0, result.length).units(), {
      known: [...known],
      sourceLanguage: [...known][0] ?? '*all*',
      header: null,
    });
    sayBridge(tally, waiting, { kind: 'units', json: options.json === true });
  } finally {
    spool.close();
    result.close();
  }
}
