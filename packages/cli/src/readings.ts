/** The readings of a client file: one, or for a workbook one for each visible sheet that has pairs. */
import { Evaluation, type EvaluationOptions } from '@fair-copy/core/intake/evaluate.js';
import { swapFinder } from '@fair-copy/core/intake/exchanged-languages.js';
import { proposeReading, type Decisions, type Sample } from '@fair-copy/core/intake/propose.js';
import { languagesOf, type Reading } from '@fair-copy/core/intake/reading.js';
import type { ClientFile, SourceChoices } from '@fair-copy/files/client/client-file.js';

export interface FileReading {
  readonly reading: Reading;
  readonly sample: Sample;
}

export async function readingOf(file: ClientFile, choices: SourceChoices, decisions: Decisions): Promise<FileReading> {
  const sample = await file.survey(choices);
  return { reading: proposeReading(sample, decisions), sample };
}

/** For a workbook without a chosen sheet: every visible sheet with two languages; at least the first visible one. */
export async function readingsOf(
  file: ClientFile,
  choices: SourceChoices,
  decisions: Decisions,
): Promise<FileReading[]> {
  const visible = file.sheets.filter((sheet) => !sheet.hidden);
  if (choices.sheet !== undefined || visible.length < 2) return [await readingOf(file, choices, decisions)];
  const all: FileReading[] = [];
  for (const { name } of visible) all.push(await readingOf(file, { ...choices, sheet: name }, decisions));
  const paired = all.filter(({ reading }) => languagesOf(reading).length >= 2);
  return paired.length ? paired : all.slice(0, 1);
}

export function evaluationOf({ reading, sample }: FileReading, options: EvaluationOptions = {}): Evaluation {
  return new Evaluation(reading, { swaps: swapFinder(reading, sample.rows), ...options });
}
