/** The inspection report: the open findings as HTML or XLSX. */
import type { Correction } from '@fair-copy/core/checks/check.js';
import { inWords } from '@fair-copy/core/said.js';
import { checkWords, type Catalogue } from '@fair-copy/words/catalogue.js';
import { catalogueOf, type Spoken } from '@fair-copy/words/catalogues.js';
import { safeFileName } from '@fair-copy/files/file-names.js';
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { direction } from '@fair-copy/core/language/tags.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { xmlAttribute, xmlText } from '@fair-copy/core/xml/writer.js';
import { writeText } from '@fair-copy/files/text-write.js';
import { writeWorkbook } from '@fair-copy/files/workbook-write.js';
import type { TaskContext } from '../jobs/task.js';
import { openForReading, type Db } from '../store/database.js';
import { readConcept } from '../store/concepts.js';
import { pathsOf } from '../store/paths.js';
import { clientById } from '../store/clients.js';
import { termbaseById } from '../store/termbases.js';
import { originText } from '@fair-copy/core/formats/tbx/write.js';
import { memoryById } from '../store/memories.js';
import { MemoryFile } from '../store/memory-file.js';
import { queryKey } from './queries.js';
import { saidOf } from '../findings/bodies.js';
import {
  lastInspection,
  openCounts,
  openFindings,
  stetFindings,
  type FindingRow,
  type StetFinding,
} from '../findings/read.js';
import { MEMORIES, TERMBASES, type Subject } from '../findings/subjects.js';

export interface ReportToWrite {
  readonly jobId: number;
  readonly kind: Subject['kind'];
  /** The termbase or memory. */
  readonly id: number;
  readonly format: 'html' | 'xlsx' | 'queries';
  /** The reader's. */
  readonly language: Spoken;
}

/** What was inspected, as the report names it. */
interface Inspected {
  readonly of: Subject;
  readonly id: number;
  readonly name: string;
  readonly client: string;
  /** Where a concept or unit came from. */
  origin(item: number): string;
  readonly words: Catalogue;
}

export async function inspectionReport(
  job: ReportToWrite,
  { dataDir }: TaskContext,
): Promise<{ readonly path: string; readonly fileName: string }> {
  const paths = pathsOf(dataDir);
  const db = openForReading(paths.workspace);
  const memory = job.kind === 'memory' ? MemoryFile.openForReading(paths.memory(memoryById(db, job.id).file)) : null;
  try {
    const words = catalogueOf(job.language);
    const about = memory ? inspectedMemory(db, memory, job.id, words) : inspectedTermbase(db, job.id, words);
    const { queries } = words.report;
    const [what, ending] = job.format === 'queries' ? [queries.fileName, 'xlsx'] : [words.report.fileName, job.format];
    const fileName = safeFileName(`${about.name} - ${what}.${ending}`);
    await mkdir(paths.outgoing(job.jobId), { recursive: true });
    const path = join(paths.outgoing(job.jobId), fileName);
    if (job.format === 'html') await writeText(path, htmlReport(db, about));
    else if (job.format === 'queries')
      await writeWorkbook(path, [
        {
          name: queries.sheet,
          header: [queries.key, ...header(words).slice(0, 5), queries.answer, queries.right, queries.remark],
          widths: [16, 24, 16, 40, 50, 30, 40, 16, 30],
          rows: queryRows(db, about),
        },
      ]);
    else
      await writeWorkbook(path, [
        {
          name: words.report.findings,
          header: header(words),
          widths: [28, 16, 40, 70, 30, 40],
          rows: reportRows(db, about),
        },
        {
          name: words.report.letStand,
          header: [...header(words).slice(0, 4), words.report.columns.reason],
          widths: [28, 16, 40, 70, 40],
          rows: stetRows(db, about),
        },
      ]);
    return { path, fileName };
  } finally {
    memory?.close();
    db.close();
  }
}

function inspectedTermbase(db: Db, id: number, words: Catalogue): Inspected {
  const { name, client_id } = termbaseById(db, id);
  const origin = (concept: number): string => (readConcept(db, concept)?.body.origins ?? []).map(originText).join('; ');
  return { of: TERMBASES, id, name, client: clientById(db, client_id).name, origin, words };
}

function inspectedMemory(db: Db, file: MemoryFile, id: number, words: Catalogue): Inspected {
  const { name, client_id } = memoryById(db, id);
  const origin = (item: number): string => {
    const unit = file.unit(item);
    return unit ? words.report.unit(file.originName(unit.originId), unit.place) : '';
  };
  return { of: MEMORIES, id, name, client: clientById(db, client_id).name, origin, words };
}

function header({ report: { columns } }: Catalogue): string[] {
  return [columns.check, columns.language, columns.text.memory, columns.wrong, columns.proposal, columns.origin];
}

function* allFindings(db: Db, { of, id }: Inspected): Generator<FindingRow> {
  for (const check of of.checks) {
    let after = 0;
    for (;;) {
      const page = openFindings(db, of, { owner: id, check, after, limit: 500 });
      if (page.length === 0) break;
      yield* page;
      after = page.at(-1)!.id;
    }
  }
}

function* reportRows(db: Db, about: Inspected): Generator<string[]> {
  const { of, words } = about;
  const findings = words.findings(of.kind);
  for (const row of allFindings(db, about))
    yield [
      checkWords(words, row.check_id, of.kind).title,
      row.language ? words.speech.languageName(row.language) : '',
      row.text,
      inWords(findings, saidOf(row)),
      proposal(row, words),
      about.origin(row.item),
    ];
}

/** What a client should answer: a line for each finding, with room for the answer. */
function* queryRows(db: Db, about: Inspected): Generator<string[]> {
  const { of, words } = about;
  for (const row of allFindings(db, about))
    yield [
      queryKey(row),
      checkWords(words, row.check_id, of.kind).title,
      row.language ? words.speech.languageName(row.language) : '',
      row.text,
      inWords(words.findings(of.kind), saidOf(row)),
      proposal(row, words),
      ...['', '', ''],
    ];
}

function* allStets(db: Db, { of, id }: Inspected): Generator<StetFinding> {
  let after = 0;
  for (;;) {
    const page = stetFindings(db, of, { owner: id, after, limit: 500 });
    if (page.length === 0) return;
    yield* page;
    after = page.at(-1)!.stet;
  }
}

function* stetRows(db: Db, about: Inspected): Generator<string[]> {
  const { of, words } = about;
  for (const row of allStets(db, about))
    yield [
      checkWords(words, row.check_id, of.kind).title,
      row.language ? words.speech.languageName(row.language) : '',
      row.text,
      inWords(words.findings(of.kind), saidOf(row)),
      row.reason,
    ];
}

function proposal(row: FindingRow, { report }: Catalogue): string {
  if (!row.correction) return '';
  const correction = JSON.parse(row.correction) as Correction;
  switch (correction.kind) {
    case 'text':
      return withoutCodes(correction.text);
    case 'value':
      return correction.instead;
    case 'remove term':
      return report.takeAway;
  }
}

const STYLE = `body{font:15px/1.5 Georgia,serif;color:#23262F;background:#FAF7F0;max-width:62rem;margin:2rem auto;padding:0 1.5rem}
h1{font-weight:600}h2{margin-top:2rem;color:#155E63}table{border-collapse:collapse;width:100%;background:#fff}
th,td{text-align:start;vertical-align:top;padding:.4rem .6rem;border-bottom:1px solid #E2DCCF}th{font:600 13px sans-serif}
p.quiet,td.quiet{color:#6B6F7A}@media print{body{background:#fff;margin:0}}`;

function* htmlReport(db: Db, about: Inspected): Generator<string> {
  const { of, id, name, client, words } = about;
  const { report, speech } = words;
  const findings = words.findings(of.kind);
  const counts = openCounts(db, of, id);
  const at = lastInspection(db, of, id)?.at;
  const when = at ? `${at.slice(0, 16).replace('T', ' ')} UTC` : null;
  const open = counts.reduce((sum, count) => sum + count.open, 0);
  const title = xmlText(report.inspectionOf(name));
  yield `<!doctype html>
<html lang="${speech.language}"><head><meta charset="utf-8"><title>${title}</title><style>
${STYLE}
</style></head><body>
<h1>${title}</h1>
<p class="quiet">${xmlText(report.summary(client, when, open))}</p>
`;
  const { columns } = report;
  const heads = [columns.text[of.kind], columns.language, columns.wrong, columns.proposal, columns.origin];
  let check = '';
  for (const row of allFindings(db, about)) {
    if (row.check_id !== check) {
      if (check) yield '</tbody></table>\n';
      check = row.check_id;
      const { title: named, explains } = checkWords(words, check, of.kind);
      const all = counts.find((count) => count.check === check)?.open ?? 0;
      yield `<h2>${xmlText(named)} (${all})</h2><p>${xmlText(explains)}</p>
<table><thead><tr>${heads.map((head) => `<th>${xmlText(head)}</th>`).join('')}</tr></thead><tbody>\n`;
    }
    const tag = row.language ?? 'und';
    const lang = `lang="${xmlAttribute(tag)}" dir="${direction(tag)}"`;
    const language = row.language ? xmlText(speech.languageName(row.language)) : '';
    yield `<tr><td ${lang}>${xmlText(row.text)}</td><td>${language}</td><td>${xmlText(inWords(findings, saidOf(row)))}</td><td ${lang}>${xmlText(proposal(row, words))}</td><td class="quiet">${xmlText(about.origin(row.item))}</td></tr>\n`;
  }
  yield check ? '</tbody></table>\n' : `<p>${xmlText(report.nothing)}</p>\n`;
  yield* htmlStets(db, about);
  yield '</body></html>\n';
}

/** What is let stand, with the reasons; nothing where nothing is. */
function* htmlStets(db: Db, about: Inspected): Generator<string> {
  const { report } = about.words;
  let isFirst = true;
  for (const cells of stetRows(db, about)) {
    if (isFirst) {
      const heads = [...header(about.words).slice(0, 4), report.columns.reason];
      yield `<h2>${xmlText(report.letStand)}</h2>
<table><thead><tr>${heads.map((head) => `<th>${xmlText(head)}</th>`).join('')}</tr></thead><tbody>\n`;
      isFirst = false;
    }
    yield `<tr>${cells.map((cell) => `<td dir="auto">${xmlText(cell)}</td>`).join('')}</tr>\n`;
  }
  if (!isFirst) yield '</tbody></table>\n';
}
