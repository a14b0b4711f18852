/** The readings of a client file: one, or for a workbook one for each visible sheet that has pairs. */
import { proposeReading, type Decisions } from '@fair-copy/core/intake/propose.js';
import { languagesOf, type Reading } from '@fair-copy/core/intake/reading.js';
import type { ClientFile, SourceChoices } from '@fair-copy/files/client-file.js';

export async function readingOf(file: ClientFile, choices: SourceChoices, decisions: Decisions): Promise<Reading> {
  return proposeReading(await file.survey(choices), decisions);
}

/** For a workbook without a chosen sheet: every visible sheet with two languages; at least the first visible one. */
export async function readingsOf(file: ClientFile, choices: SourceChoices, decisions: Decisions): Promise<Reading[]> {
  const visible = file.sheets.filter((sheet) => !sheet.hidden);
  if (file.kind !== 'workbook' || choices.sheet !== undefined || visible.length < 2)
    return [await readingOf(file, choices, decisions)];
  const all: Reading[] = [];
  for (const { name } of visible) all.push(await readingOf(file, { ...choices, sheet: name }, decisions));
  const paired = all.filter((reading) => languagesOf(reading).length >= 2);
  return paired.length ? paired : all.slice(0, 1);
}
