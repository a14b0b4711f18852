import { basename } from 'node:path';
import { inspect, type Finding } from '@fair-copy/core/checks/check.js';
import { CONCEPTS, UNITS, type UnitInMemory } from '@fair-copy/core/checks/looked-at.js';
import { MEMORY_CHECKS } from '@fair-copy/core/checks/memory-checks.js';
import { TERMBASE_CHECKS } from '@fair-copy/core/checks/termbase-checks.js';
import { inWords } from '@fair-copy/core/said.js';
import { NO_CODES } from '@fair-copy/core/text/inline-codes.js';
import { checkWords, type Inspected } from '@fair-copy/words/catalogue.js';
import { en } from '@fair-copy/words/en/index.js';
import { conceptOf } from '@fair-copy/core/intake/draft.js';
import { Evaluation } from '@fair-copy/core/intake/evaluate.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Decisions } from '@fair-copy/core/intake/propose.js';
import { CLEANING_STEPS, languagesOf } from '@fair-copy/core/intake/reading.js';
import { UsedFields } from '@fair-copy/core/termbase/definition.js';
import type { Concept, ConceptId } from '@fair-copy/core/termbase/concept.js';
import type { ClientFile } from '@fair-copy/files/client/client-file.js';
import { looksLikeUnits } from '@fair-copy/core/intake/unit-rows.js';
import { isExchange, openClientFile } from '@fair-copy/files/formats/registry.js';
import { evaluationOf, readingOf, readingsOf, type FileReading } from '../readings.js';
import { choicesFor } from '../by-example.js';
import { UNTOUCHED } from '../concepts.js';
import { decisionsOf, type SourceOptions } from '../source-options.js';
import { requireTable, writeTable, type TableOptions } from '../table.js';

/** As it stands in the file: cleaning would put right what the inspection is to find. */
const UNCLEANED: Decisions['steps'] = {
  ...Object.fromEntries(CLEANING_STEPS.filter((id) => id !== 'synonyms' && id !== 'grammar').map((id) => [id, false])),
};

export async function inspectFile(path: string, options: SourceOptions & TableOptions): Promise<void> {
  requireTable(options);
  const choices = await choicesFor(path, options);
  const file = await openClientFile(path, basename(path));
  try {
    const found: Located[] = [];
    const readings = await readingsOf(file, choices, { ...decisionsOf(options), steps: UNCLEANED });
    for (const reading of readings) {
      // Sentences are not terms: several of them in a cell are one text, and their form is no matter.
      const units = isExchange(file.kind) || looksLikeUnits(reading.reading, reading.sample.rows);
      const whole = units
        ? await readingOf(
            file,
            { ...choices, ...sheetOf(reading) },
            { ...decisionsOf(options), steps: UNTOUCHED, grouping: 'rows' },
          )
        : reading;
      found.push(...(await findingsOf(file, whole, units ? 'memory' : 'termbase')));
    }
    const counts: Record<string, number> = {};
    for (const { finding } of found) counts[finding.check] = (counts[finding.check] ?? 0) + 1;
    if (options.output !== undefined) {
      await writeTable(options.output, COLUMNS, found.map(asRow));
      return;
    }
    process.stdout.write(
      options.json ? JSON.stringify({ findings: found.map(asJson), counts }) + '\n' : asText(found, counts),
    );
  } finally {
    file.close();
  }
}

interface Located {
  readonly finding: Finding;
  readonly as: Inspected;
  readonly where: { readonly file: string; readonly sheet?: string; readonly row: number };
}

function sheetOf({ reading }: FileReading): { readonly sheet?: string } {
  return reading.source.kind === 'workbook' ? { sheet: reading.source.sheet } : {};
}

async function findingsOf(file: ClientFile, found: FileReading, as: Inspected): Promise<Located[]> {
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
  const languages = languagesOf(reading);
  const findings = as === 'memory' ? ofUnits(concepts.map(unitOf), languages) : ofConcepts(concepts, languages);
  return [...findings].map((finding) => ({ finding, as, where: { file: file.name, ...sheet, row: finding.item } }));
}

function ofConcepts(concepts: readonly Concept[], languages: readonly LanguageTag[]): Generator<Finding> {
  const used = new UsedFields();
  for (const concept of concepts) used.see(concept);
  const byId = new Map<number, Concept>(concepts.map((concept) => [concept.id, concept]));
  const facts = { of: CONCEPTS, languages, item: (id: number) => byId.get(id), fields: used.definitions() };
  return inspect(concepts, TERMBASE_CHECKS, facts);
}

function ofUnits(units: readonly UnitInMemory[], languages: readonly LanguageTag[]): Generator<Finding> {
  const byId = new Map(units.map((unit) => [unit.id, unit]));
  return inspect(units, MEMORY_CHECKS, { of: UNITS, languages, item: (id) => byId.get(id) });
}

function unitOf({ id, languages }: Concept): UnitInMemory {
  const variants = languages.flatMap(({ language, terms }) =>
    terms.map(({ text }) => ({ language, text, codes: NO_CODES })),
  );
  return { id, variants };
}

const sentence = ({ finding, as }: Located): string => inWords(en.findings(as), finding.said);

const COLUMNS = ['Sheet', 'Row', 'Check', 'Severity', 'Language', 'Text', 'Message', 'Proposed'];

function asRow(located: Located): string[] {
  const { where, finding } = located;
  const { check, severity, language, text, correction } = finding;
  const proposed = correction && 'text' in correction ? String(correction.text) : '';
  return [where.sheet ?? '', String(where.row), check, severity, language ?? '', text, sentence(located), proposed];
}

function asJson(located: Located): unknown {
  const { check, severity, text, language, related, correction } = located.finding;
  return {
    check,
    severity,
    where: located.where,
    language,
    text,
    message: sentence(located),
    relatedRows: related,
    ...(correction && { correction }),
  };
}

function asText(found: readonly Located[], counts: Readonly<Record<string, number>>): string {
  const lines = [...found]
    .sort((a, b) => a.where.row - b.where.row)
    .map((located) => {
      const { finding, where } = located;
      const place = `${where.sheet ? where.sheet + ', ' : ''}row ${where.row}`;
      return `${place}: ${finding.check}: “${finding.text}”: ${sentence(located)}`;
    });
  const as = found[0]?.as ?? 'termbase';
  const sums = [...new Set([...TERMBASE_CHECKS, ...MEMORY_CHECKS].map(({ id }) => id))]
    .filter((id) => counts[id])
    .map((id) => `${counts[id]} × ${checkWords(en, id, as).title}`);
  return [...lines, sums.length ? sums.join(', ') : 'No findings.'].join('\n') + '\n';
}
