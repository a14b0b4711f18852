import { basename } from 'node:path';
import { UnitCount } from '@fair-copy/core/counts/count.js';
import { UnitFile } from '@fair-copy/files/unit-file.js';
import { choicesFor } from '../by-example.js';
import { decisionsOf, type SourceOptions } from '../source-options.js';
import { requireTable, writeTable } from '../table.js';
import { report } from './units.js';

interface CountOptions extends SourceOptions {
  readonly json?: boolean;
  readonly output?: string;
}

export async function count(paths: readonly string[], options: CountOptions): Promise<void> {
  requireTable(options);
  const files: unknown[] = [];
  const rows: string[][] = [];
  for (const path of paths) {
    const open = { choices: await choicesFor(path, options), decisions: decisionsOf(options), keepIncomplete: true };
    const file = await UnitFile.open(path, basename(path), open);
    try {
      const counts = new UnitCount();
      for await (const batch of file.units()) for (const { unit } of batch) counts.add(unit);
      const languages = Object.fromEntries(counts.languages);
      files.push({ file: path, units: counts.units, leftOut: file.seen.left.length, languages });
      for (const [language, { segments, words, characters }] of counts.languages)
        rows.push([basename(path), language, ...[counts.units, segments, words, characters].map(String)]);
      if (!options.json) report(file, counts.units);
      if (!options.json && options.output === undefined) {
        process.stdout.write(`${basename(path)}: ${counts.units} units\n`);
        for (const [language, { segments, words, characters }] of counts.languages)
          process.stdout.write(`  ${language}: ${segments} segments, ${words} words, ${characters} characters\n`);
      }
    } finally {
      file.close();
    }
  }
  if (options.output !== undefined)
    await writeTable(options.output, ['File', 'Language', 'Units', 'Segments', 'Words', 'Characters'], rows);
  if (options.json) process.stdout.write(JSON.stringify(files.length === 1 ? files[0] : files) + '\n');
}
