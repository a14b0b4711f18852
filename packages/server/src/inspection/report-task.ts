/** The inspection report: the open findings as HTML or XLSX. */
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { TERMBASE_CHECKS } from '@fair-copy/core/checks/termbase-checks.js';
import { direction, languageName } from '@fair-copy/core/language/tags.js';
import { xmlAttribute, xmlText } from '@fair-copy/core/xml/writer.js';
import { writeText } from '@fair-copy/files/text-write.js';
import { writeWorkbook } from '@fair-copy/files/workbook-write.js';
import type { TaskContext } from '../jobs/task.js';
import { openForReading, type Db } from '../store/database.js';
import { readConcept } from '../store/concepts.js';
import { pathsOf } from '../store/paths.js';
import { clientById, termbaseById } from '../store/termbases.js';
import { originText } from '@fair-copy/core/formats/tbx/write.js';
import { lastInspection, openCounts, openFindings, type FindingRow } from './read.js';

export interface ReportToWrite {
  readonly jobId: number;
  readonly termbaseId: number;
  readonly format: 'html' | 'xlsx';
}

export async function inspectionReport(
  job: ReportToWrite,
  { dataDir }: TaskContext,
): Promise<{ readonly path: string; readonly fileName: string }> {
  const paths = pathsOf(dataDir);
  const db = openForReading(paths.workspace);
  try {
    const { name } = termbaseById(db, job.termbaseId);
    const fileName = `${name} - inspection.${job.format}`.replace(/[/\\:*?"<>|]/g, '_');
    await mkdir(paths.outgoing(job.jobId), { recursive: true });
    const path = join(paths.outgoing(job.jobId), fileName);
    if (job.format === 'html') await writeText(path, htmlReport(db, job.termbaseId));
    else
      await writeWorkbook(path, [
        { name: 'Findings', header: HEADER, widths: [28, 16, 40, 70, 30, 40], rows: reportRows(db, job.termbaseId) },
      ]);
    return { path, fileName };
  } finally {
    db.close();
  }
}

const HEADER = ['Check', 'Language', 'Text', 'What is wrong', 'Proposal', 'Origin'];

function* allFindings(db: Db, termbaseId: number): Generator<FindingRow> {
  for (const check of TERMBASE_CHECKS) {
    let after = 0;
    for (;;) {
      const page = openFindings(db, { termbaseId, check: check.id, after, limit: 500 });
      if (page.length === 0) break;
      yield* page;
      after = page.at(-1)!.id;
    }
  }
}

function* reportRows(db: Db, termbaseId: number): Generator<string[]> {
  for (const row of allFindings(db, termbaseId))
    yield [
      titleOf(row.check_id),
      row.language ? languageName(row.language) : '',
      row.text,
      row.message,
      proposal(row),
      origin(db, row.concept_id),
    ];
}

function titleOf(id: string): string {
  return TERMBASE_CHECKS.find((check) => check.id === id)?.title ?? id;
}

function proposal(row: FindingRow): string {
  if (!row.correction) return '';
  const correction = JSON.parse(row.correction) as { kind: string; text?: string };
  return correction.kind === 'text' ? correction.text! : 'take the term away';
}

function origin(db: Db, conceptId: number): string {
  return (readConcept(db, conceptId)?.body.origins ?? []).map(originText).join('; ');
}

function* htmlReport(db: Db, termbaseId: number): Generator<string> {
  const termbase = termbaseById(db, termbaseId);
  const client = clientById(db, termbase.client_id);
  const counts = openCounts(db, termbaseId);
  const inspected = lastInspection(db, termbaseId);
  yield `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>Inspection of ${xmlText(termbase.name)}</title><style>
body{font:15px/1.5 Georgia,serif;color:#23262F;background:#FAF7F0;max-width:62rem;margin:2rem auto;padding:0 1.5rem}
h1{font-weight:600}h2{margin-top:2rem;color:#155E63}table{border-collapse:collapse;width:100%;background:#fff}
th,td{text-align:start;vertical-align:top;padding:.4rem .6rem;border-bottom:1px solid #E2DCCF}th{font:600 13px sans-serif}
p.quiet,td.quiet{color:#6B6F7A}@media print{body{background:#fff;margin:0}}
</style></head><body>
<h1>Inspection of ${xmlText(termbase.name)}</h1>
<p class="quiet">${xmlText(client.name)}${inspected ? `, inspected on <time datetime="${inspected.at}">${inspected.at.slice(0, 16).replace('T', ' ')} UTC</time>` : ''}. Open findings: ${counts.reduce((sum, c) => sum + c.open, 0)}.</p>
`;
  let check = '';
  for (const row of allFindings(db, termbaseId)) {
    if (row.check_id !== check) {
      if (check) yield '</tbody></table>\n';
      check = row.check_id;
      const about = TERMBASE_CHECKS.find((c) => c.id === check)!;
      yield `<h2>${xmlText(about.title)} (${counts.find((c) => c.check === check)?.open ?? 0})</h2><p>${xmlText(about.explains)}</p>
<table><thead><tr><th>Term</th><th>Language</th><th>What is wrong</th><th>Proposal</th><th>Origin</th></tr></thead><tbody>\n`;
    }
    const tag = row.language ?? 'und';
    const lang = `lang="${xmlAttribute(tag)}" dir="${direction(tag)}"`;
    yield `<tr><td ${lang}>${xmlText(row.text)}</td><td>${row.language ? xmlText(languageName(row.language)) : ''}</td><td>${xmlText(row.message)}</td><td ${lang}>${xmlText(proposal(row))}</td><td class="quiet">${xmlText(origin(db, row.concept_id))}</td></tr>\n`;
  }
  yield check ? '</tbody></table></body></html>\n' : '<p>Nothing is open.</p></body></html>\n';
}
