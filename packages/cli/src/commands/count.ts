import { basename } from 'node:path';
import { UnitCount } from '@fair-copy/core/counts/count.js';
import { UnitFile } from '@fair-copy/files/unit-file.js';
import { sourceChoices, decisionsOf, type SourceOptions } from '../source-options.js';
import { report } from './units.js';

interface CountOptions extends SourceOptions {
  readonly json?: boolean;
}

export async function count(paths: readonly string[], options: CountOptions): Promise<void> {
  const files: unknown[] = [];
  for (const path of paths) {
    const open = { choices: sourceChoices(options), decisions: decisionsOf(options), keepIncomplete: true };
    const file = await UnitFile.open(path, basename(path), open);
    try {
      const counts = new UnitCount();
      for await (const batch of file.units()) for (const { unit } of batch) counts.add(unit);
      const languages = Object.fromEntries(counts.languages);
      files.push({ file: path, units: counts.units, leftOut: file.seen.left.length, languages });
      if (!options.json) {
        report(file, counts.units);
        process.stdout.write(`${basename(path)}: ${counts.units} units\n`);
        for (const [language, { segments, words, characters }] of counts.languages)
          process.stdout.write(`  ${language}: ${segments} segments, ${words} words, ${characters} characters\n`);
      }
    } finally {
      file.close();
    }
  }
  if (options.json) process.stdout.write(JSON.stringify(files.length === 1 ? files[0] : files) + '\n');
}
