import { basename } from 'node:path';
import { THE_WHOLE } from '@fair-copy/core/checks/across/words-without-term.js';
import { inWords } from '@fair-copy/core/said.js';
import type { Finding } from '@fair-copy/core/checks/check.js';
import { checkWords } from '@fair-copy/words/catalogue.js';
import { en } from '@fair-copy/words/en/index.js';
import { conceptOf } from '@fair-copy/core/intake/draft.js';
import { Evaluation } from '@fair-copy/core/intake/evaluate.js';
import type { EmptyPart } from '@fair-copy/core/formats/exchange.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Decisions } from '@fair-copy/core/intake/propose.js';
import { CLEANING_STEPS, languagesOf, type SourceForm } from '@fair-copy/core/intake/reading.js';
import { IDENTIFIER } from '@fair-copy/core/termbase/categories.js';
import type { Concept, ConceptId } from '@fair-copy/core/termbase/concept.js';
import type { ClientFile } from '@fair-copy/files/client/client-file.js';
import { looksLikeUnits } from '@fair-copy/core/intake/unit-rows.js';
import { isExchange, openClientFile } from '@fair-copy/files/formats/registry.js';
import { evaluationOf, readingsOf, type FileReading } from '../readings.js';
import { choicesFor } from '../by-example.js';
import { UNTOUCHED } from '../concepts.js';
import { acrossResources, inspectTermbase, picturesFor, type Termbase } from '../inspected-concepts.js';
import { ALL_CHECKS, planOf, type InspectOptions, type Located, type Plan } from '../inspected.js';
import { inspectUnits } from '../inspected-units.js';
import { decisionsOf } from '../source-options.js';
import { requireTable, writeTable } from '../table.js';

/** As it stands in the file: cleaning would put right what the inspection is to find. */
const UNCLEANED: Decisions['steps'] = {
  ...Object.fromEntries(CLEANING_STEPS.filter((id) => id !== 'synonyms' && id !== 'grammar').map((id) => [id, false])),
};

export async function inspectFiles(paths: readonly string[], options: InspectOptions): Promise<void> {
  requireTable(options);
  const plan = await planOf(options);
  const found: Located[] = [];
  for (const path of paths) found.push(...(await inFileAt(path, options, plan)));
  const counts: Record<string, number> = {};
  for (const { finding } of found) counts[finding.check] = (counts[finding.check] ?? 0) + 1;
  if (options.output !== undefined) await writeTable(options.output, COLUMNS, found.map(asRow));
  else
    process.stdout.write(
      options.json
        ? JSON.stringify({ findings: found.map(asJson), counts, noWordList: [...plan.unlisted] }) + '\n'
        : asText(found, counts),
    );
  if (plan.unlisted.size > 0)
    process.stderr.write(
      `Spelling was not looked at in ${en.speech.list([...plan.unlisted].map(en.speech.languageName))}: no word list ships for it.\n`,
    );
  const { failOn } = options;
  if (failOn !== undefined && found.some(({ finding: { severity } }) => severity === 'error' || severity === failOn))
    process.exitCode = 1;
}

async function inFileAt(path: string, options: InspectOptions, plan: Plan): Promise<Located[]> {
  const choices = await choicesFor(path, options);
  const file = await openClientFile(path, basename(path));
  try {
    const found: Located[] = [];
    if (isExchange(file.kind)) return await inspectUnits(path, { choices }, plan, false);
    for (const reading of await readingsOf(file, choices, { ...decisionsOf(options), steps: UNCLEANED })) {
      // Sentences are not terms: several of them in a cell are one text, and their form is no matter.
      if (looksLikeUnits(reading.reading, reading.sample.rows))
        found.push(
          ...(await inspectUnits(
            path,
            {
              choices: { ...choices, ...sheetOf(reading) },
              decisions: { ...decisionsOf(options), steps: UNTOUCHED, grouping: 'rows' },
            },
            plan,
            true,
          )),
        );
      else found.push(...(await findingsOf(file, reading, plan)));
    }
    return found;
  } finally {
    file.close();
  }
}

function sheetOf({ reading }: FileReading): { readonly sheet?: string } {
  return reading.source.kind === 'workbook' ? { sheet: reading.source.sheet } : {};
}

async function findingsOf(file: ClientFile, found: FileReading, plan: Plan): Promise<Located[]> {
  const { source } = found.reading;
  const sheet = source.kind === 'workbook' ? { sheet: source.sheet } : {};
  const termbase = source.kind === 'tbx' ? await entriesOf(file, source) : await conceptsOf(file, found);
  const { findings, concepts } = inspectTermbase(termbase, await picturesFor(file), plan);
  const across = await acrossResources(termbase, plan);
  return [...findings, ...across].map((finding) => {
    const id = concepts.get(finding.item)?.fields[IDENTIFIER]?.[0];
    const row = finding.item === THE_WHOLE ? {} : { row: finding.item };
    const where = { file: file.name, ...sheet, ...row, ...(id !== undefined && { concept: id }) };
    return { finding, as: 'termbase', where, evidence: [] };
  });
}

/** The entries of a TBX as they stand there: none is joined with another, none put right. */
async function entriesOf(file: ClientFile, source: SourceForm): Promise<Termbase> {
  const concepts: Concept[] = [];
  const empty = new Map<number, readonly EmptyPart[]>();
  const counts = new Map<LanguageTag, number>();
  for await (const { number, body, empty: parts } of file.entries(source)) {
    concepts.push({ id: number as ConceptId, ...body });
    if (parts) empty.set(number, parts);
    for (const { language } of body.languages) counts.set(language, (counts.get(language) ?? 0) + 1);
  }
  const languages = [...counts].sort(([, a], [, b]) => b - a).map(([language]) => language);
  return { concepts, languages, emptyParts: (concept) => empty.get(concept) ?? [] };
}

/** The rows of a glossary as Intake proposes to read them, without putting anything right. */
async function conceptsOf(file: ClientFile, found: FileReading): Promise<Termbase> {
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
  return { concepts, languages: languagesOf(reading) };
}

const sentence = ({ finding, as }: Located): string => inWords(en.findings(as), finding.said);

const COLUMNS = ['File', 'Sheet', 'Row', 'Check', 'Severity', 'Language', 'Text', 'Message', 'Proposed'];

function asRow(located: Located): string[] {
  const { where, finding } = located;
  const { check, severity, language, text, correction } = finding;
  const proposed = proposedBy(correction);
  return [
    where.file,
    where.sheet ?? '',
    String(where.unit ?? where.row ?? ''),
    check,
    severity,
    language ?? '',
    text,
    sentence(located),
    proposed,
  ];
}

function proposedBy(correction: Finding['correction']): string {
  if (correction?.kind === 'text') return correction.text;
  return correction?.kind === 'value' ? correction.instead : '';
}

function asJson(located: Located): unknown {
  const { where, evidence, finding } = located;
  const { check, severity, text, language, related, correction, said } = finding;
  const own = evidence.find((one) => one.language === language);
  const field = 'field' in said.values ? { field: said.values.field } : {};
  return {
    check,
    severity,
    where: { ...where, ...(language && { language }), ...field, ...(own && { from: own.from, to: own.to }) },
    language,
    text,
    message: sentence(located),
    evidence,
    related,
    relatedRows: related,
    ...(correction && { correction }),
  };
}

const placeOf = ({ where }: Pick<Located, 'where'>): number => where.unit ?? where.row ?? 0;

function asText(found: readonly Located[], counts: Readonly<Record<string, number>>): string {
  const lines = [...found]
    .sort((a, b) => placeOf(a) - placeOf(b))
    .map((located) => {
      const { finding, where } = located;
      const whole = finding.item === THE_WHOLE;
      const place = whole
        ? 'the termbase'
        : `${where.sheet ? where.sheet + ', ' : ''}${where.unit === undefined ? 'row' : 'unit'} ${placeOf({ where })}`;
      return `${place}: ${finding.check}: “${finding.text}”: ${sentence(located)}`;
    });
  const as = found[0]?.as ?? 'termbase';
  const sums = [...ALL_CHECKS]
    .filter((id) => counts[id])
    .map((id) => `${counts[id]} × ${checkWords(en, id, as).title}`);
  return [...lines, sums.length ? sums.join(', ') : 'No findings.'].join('\n') + '\n';
}
