import { basename } from 'node:path';
import { inWords } from '@fair-copy/core/said.js';
import { toldDiagnostic } from '@fair-copy/words/en/diagnostics.js';
import { intake } from '@fair-copy/words/en/intake.js';
import type { Tally } from '@fair-copy/core/intake/outcome.js';
import { languageOfRole, type Reading } from '@fair-copy/core/intake/reading.js';
import type { ClientFile } from '@fair-copy/files/client/client-file.js';
import { evaluationOf, readingOf, readingsOf, type FileReading } from '../readings.js';
import { decisionsOf, sourceChoices, type SourceOptions } from '../source-options.js';
import { readingText, tallyLine } from '../tally-text.js';
import { openClientFile } from '@fair-copy/files/formats/registry.js';

interface ReadOptions extends SourceOptions {
  readonly json?: boolean;
}

export async function read(path: string, options: ReadOptions): Promise<void> {
  const choices = sourceChoices(options);
  const decisions = decisionsOf(options);
  const file = await openClientFile(path, basename(path));
  try {
    if (options.json) {
      const found = (await readingsOf(file, choices, decisions))[0] ?? (await readingOf(file, choices, decisions));
      process.stdout.write(JSON.stringify(asJson(path, found.reading, await tallyOf(file, found))) + '\n');
      return;
    }
    for (const found of await readingsOf(file, choices, decisions))
      process.stdout.write(`${readingText(found.reading)}\n  ${tallyLine(await tallyOf(file, found))}\n`);
  } finally {
    file.close();
  }
}

async function tallyOf(file: ClientFile, found: FileReading): Promise<Tally> {
  const evaluation = evaluationOf(found);
  for await (const row of file.rows(found.reading.source)) evaluation.see(row);
  evaluation.end();
  return evaluation.tally;
}

function asJson(path: string, reading: Reading, tally: Tally): unknown {
  const { source } = reading;
  return {
    file: path,
    kind: source.kind,
    encoding: source.kind === 'workbook' ? null : (source.encoding?.value ?? null),
    ...(source.kind !== 'workbook' && source.encoding?.otherLines && { otherLines: source.encoding.otherLines }),
    delimiter: source.kind === 'delimited' ? source.delimiter.value : null,
    sheet: source.kind === 'workbook' ? source.sheet : null,
    headerRow: reading.headerRow.value,
    grouping: reading.grouping.value,
    columns: reading.columns.map(({ index, header, role }) => ({
      index,
      header,
      role: role.value.kind,
      language: languageOfRole(role.value),
      ...(role.value.kind === 'field' && { field: role.value.field, level: role.value.level }),
      sureness: Math.round(role.sureness * 100) / 100,
      reason: inWords(intake.reasons, role.reason),
    })),
    tally,
    notes: reading.notes.map((note) => ({ ...note, ...toldDiagnostic(note) })),
  };
}
