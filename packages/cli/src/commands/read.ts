import { rename } from 'node:fs/promises';
import { basename, extname } from 'node:path';
import { keptReading } from '@fair-copy/core/intake/kept-reading.js';
import { looksLikeUnits } from '@fair-copy/core/intake/unit-rows.js';
import { columnLetter } from '@fair-copy/core/sheet/model.js';
import { writeText } from '@fair-copy/files/text-write.js';
import { choicesFor } from '../by-example.js';
import { requireTable, writeTable } from '../table.js';
import { UsageError } from '../usage.js';
import { inWords } from '@fair-copy/core/said.js';
import { toldDiagnostic } from '@fair-copy/words/en/diagnostics.js';
import { intake } from '@fair-copy/words/en/intake.js';
import type { Tally } from '@fair-copy/core/intake/outcome.js';
import { languageOfRole, type Reading } from '@fair-copy/core/intake/reading.js';
import type { ClientFile, SourceChoices } from '@fair-copy/files/client/client-file.js';
import { evaluationOf, readingOf, readingsOf, type FileReading } from '../readings.js';
import { decisionsOf, type SourceOptions } from '../source-options.js';
import { readingText, tallyLine } from '../tally-text.js';
import { openClientFile } from '@fair-copy/files/formats/registry.js';

interface ReadOptions extends SourceOptions {
  readonly json?: boolean;
  readonly output?: string;
  readonly as?: string;
}

export async function read(path: string, options: ReadOptions): Promise<void> {
  const { as, output } = options;
  if (as !== undefined && as !== 'terms' && as !== 'units')
    throw new UsageError(`--as: “${as}” is neither “terms” nor “units”.`);
  const keeps = output !== undefined && extname(output).toLowerCase() === '.json';
  requireTable(options, ['.json']);
  const choices: SourceChoices = { ...(await choicesFor(path, options)), ...(as && { as }) };
  const decisions = decisionsOf(options);
  const file = await openClientFile(path, basename(path));
  try {
    if (output !== undefined) {
      const all = await readingsOf(file, choices, decisions);
      if (keeps) await keepReading(output, file.name, all, as ?? (choices.as as 'terms' | 'units' | undefined));
      else
        await writeTable(
          output,
          COLUMNS,
          all.flatMap(({ reading }) => columnRows(reading)),
        );
      return;
    }
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

async function keepReading(
  output: string,
  name: string,
  found: readonly FileReading[],
  as: 'terms' | 'units' | undefined,
): Promise<void> {
  const [first, ...others] = found;
  if (!first || others.length > 0)
    throw new UsageError(`${name} has several sheets, each with a reading of its own: choose one with --sheet.`);
  const { reading, sample } = first;
  const kept = keptReading(name, reading, as ?? (looksLikeUnits(reading, sample.rows) ? 'units' : 'terms'));
  await writeText(`${output}.part`, [`${JSON.stringify(kept, null, 2)}\n`]);
  await rename(`${output}.part`, output);
}

const COLUMNS = ['Sheet', 'Column', 'Header', 'Role', 'Language', 'Sure (%)', 'Reason'];

function columnRows({ source, columns }: Reading): string[][] {
  return columns.map(({ index, header, role }) => [
    source.kind === 'workbook' ? source.sheet : '',
    columnLetter(index),
    header,
    role.value.kind === 'field' ? role.value.field : role.value.kind,
    languageOfRole(role.value) ?? '',
    String(Math.round(role.sureness * 100)),
    inWords(intake.reasons, role.reason),
  ]);
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
