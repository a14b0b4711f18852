import { basename } from 'node:path';
import { Command } from 'commander';
import { inspect, OF_MEMORIES, OF_TERMBASES, type Check, type Finding } from '@fair-copy/core/checks/check.js';
import { MEMORY_CHECKS } from '@fair-copy/core/checks/memory-checks.js';
import { TERMBASE_CHECKS } from '@fair-copy/core/checks/termbase-checks.js';
import { conceptOf } from '@fair-copy/core/intake/draft.js';
import { Evaluation } from '@fair-copy/core/intake/evaluate.js';
import type { Decisions } from '@fair-copy/core/intake/propose.js';
import { CLEANING_STEPS, languagesOf } from '@fair-copy/core/intake/reading.js';
import { UsedFields } from '@fair-copy/core/termbase/definition.js';
import type { Concept, ConceptId } from '@fair-copy/core/termbase/concept.js';
import { ClientFile } from '@fair-copy/files/client-file.js';
import { looksLikeUnits } from '@fair-copy/core/memory/rows.js';
import { isExchange } from '@fair-copy/files/file-kind.js';
import { evaluationOf, readingOf, readingsOf, type FileReading } from '../readings.js';
import { decisionsOf, sourceChoices, withSourceOptions, type SourceOptions } from '../source-options.js';

/** As it stands in the file: cleaning would put right what the inspection is to find. */
const UNCLEANED: Decisions['steps'] = {
  ...Object.fromEntries(CLEANING_STEPS.filter((id) => id !== 'synonyms' && id !== 'grammar').map((id) => [id, false])),
};

const UNTOUCHED: Decisions['steps'] = Object.fromEntries(CLEANING_STEPS.map((id) => [id, false]));

export function inspectCommand(): Command {
  return withSourceOptions(new Command('inspect'))
    .description('check a glossary or a memory for inconsistencies')
    .argument('<file>')
    .option('--json', 'as JSON')
    .action(inspectFile);
}

async function inspectFile(path: string, options: SourceOptions & { readonly json?: boolean }): Promise<void> {
  const file = await ClientFile.open(path, basename(path));
  try {
    const found: Located[] = [];
    const readings = await readingsOf(file, sourceChoices(options), { ...decisionsOf(options), steps: UNCLEANED });
    for (const reading of readings) {
      // Sentences are not terms: several of them in a cell are one text, and their form is no matter.
      const units = isExchange(file.kind) || looksLikeUnits(reading.reading, reading.sample.rows);
      const whole = units
        ? await readingOf(
            file,
            { ...sourceChoices(options), ...sheetOf(reading) },
            { ...decisionsOf(options), steps: UNTOUCHED, grouping: 'rows' },
          )
        : reading;
      found.push(...(await findingsOf(file, whole, units ? MEMORY_CHECKS : TERMBASE_CHECKS)));
    }
    const counts: Record<string, number> = {};
    for (const { finding } of found) counts[finding.check] = (counts[finding.check] ?? 0) + 1;
    process.stdout.write(
      options.json ? JSON.stringify({ findings: found.map(asJson), counts }) + '\n' : asText(found, counts),
    );
  } finally {
    file.close();
  }
}

interface Located {
  readonly finding: Finding;
  readonly where: { readonly file: string; readonly sheet?: string; readonly row: number };
}

function sheetOf({ reading }: FileReading): { readonly sheet?: string } {
  return reading.source.kind === 'workbook' ? { sheet: reading.source.sheet } : {};
}

async function findingsOf(file: ClientFile, found: FileReading, checks: readonly Check[]): Promise<Located[]> {
  const { reading } = found;
  const evaluation = evaluationOf(found, { keepIncomplete: true });
  const concepts: Concept[] = [];
  const sheet = reading.source.kind === 'workbook' ? { sheet: reading.source.sheet } : {};
  for await (const { row, outcome } of Evaluation.ofAsync(evaluation, file.rows(reading.source)))
    if (outcome.kind === 'entry')
      concepts.push({
        id: row.number as ConceptId,
        ...conceptOf(outcome.draft, { file: file.name, ...sheet, row: row.line ?? row.number }),
      });
  const used = new UsedFields();
  for (const concept of concepts) used.see(concept);
  const byId = new Map(concepts.map((concept) => [concept.id, concept]));
  const findings = inspect(concepts, checks, {
    languages: languagesOf(reading),
    concept: (id) => byId.get(id),
    fields: used.definitions(),
    words: checks === MEMORY_CHECKS ? OF_MEMORIES : OF_TERMBASES,
  });
  return [...findings].map((finding) => ({ finding, where: { file: file.name, ...sheet, row: finding.concept } }));
}

function asJson({ finding, where }: Located): unknown {
  const { check, severity, text, message, language, related, correction } = finding;
  return { check, severity, where, language, text, message, relatedRows: related, ...(correction && { correction }) };
}

function asText(found: readonly Located[], counts: Readonly<Record<string, number>>): string {
  const lines = [...found]
    .sort((a, b) => a.where.row - b.where.row)
    .map(
      ({ finding, where }) =>
        `${where.sheet ? where.sheet + ', ' : ''}row ${where.row}: ${finding.check}: “${finding.text}”: ${finding.message}`,
    );
  const known = new Map([...TERMBASE_CHECKS, ...MEMORY_CHECKS].map((check) => [check.id, check]));
  const sums = [...known.values()]
    .filter((check) => counts[check.id])
    .map((check) => `${counts[check.id]} × ${check.title}`);
  return [...lines, sums.length ? sums.join(', ') : 'No findings.'].join('\n') + '\n';
}
