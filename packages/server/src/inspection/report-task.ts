/** The inspection report: the open findings as HTML or XLSX. */
import { safeFileName } from '@fair-copy/files/file-names.js';
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
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
import { memoryById } from '../memories/store.js';
import { MemoryFile } from '../store/memory-file.js';
import { lastInspection, openCounts, openFindings, type FindingRow } from './read.js';
import { MEMORIES, TERMBASES, type Subject } from './subjects.js';

export interface ReportToWrite {
  readonly jobId: number;
  readonly kind: Subject['kind'];
  /** The termbase or memory. */
  readonly id: number;
  readonly format: 'html' | 'xlsx';
}

/** What was inspected, as the report names it. */
interface Inspected {
  readonly of: Subject;
  readonly id: number;
  readonly name: string;
  readonly client: string;
  /** Where a concept or unit came from. */
  origin(item: number): string;
}

export async function inspectionReport(
  job: ReportToWrite,
  { dataDir }: TaskContext,
): Promise<{ readonly path: string; readonly fileName: string }> {
  const paths = pathsOf(dataDir);
  const db = openForReading(paths.workspace);
  const memory = job.kind === 'memory' ? MemoryFile.openForReading(paths.memory(memoryById(db, job.id).file)) : null;
  try {
    const about = memory ? inspectedMemory(db, memory, job.id) : inspectedTermbase(db, job.id);
    const fileName = safeFileName(`${about.name} - inspection.${job.format}`);
    await mkdir(paths.outgoing(job.jobId), { recursive: true });
    const path = join(paths.outgoing(job.jobId), fileName);
    if (job.format === 'html') await writeText(path, htmlReport(db, about));
    else
      await writeWorkbook(path, [
        { name: 'Findings', header: HEADER, widths: [28, 16, 40, 70, 30, 40], rows: reportRows(db, about) },
      ]);
    return { path, fileName };
  } finally {
    memory?.close();
    db.close();
  }
}

function inspectedTermbase(db: Db, id: number): Inspected {
  const { name, client_id } = termbaseById(db, id);
  const origin = (concept: number): string => (readConcept(db, concept)?.body.origins ?? []).map(originText).join('; ');
  return { of: TERMBASES, id, name, client: clientById(db, client_id).name, origin };
}

function inspectedMemory(db: Db, file: MemoryFile, id: number): Inspected {
  const { name, client_id } = memoryById(db, id);
  const origin = (item: number): string => {
    const unit = file.unit(item);
    return unit ? `${file.originName(unit.originId)}, unit ${unit.place}` : '';
  };
  return { of: MEMORIES, id, name, client: clientById(db, client_id).name, origin };
}

const HEADER = ['Check', 'Language', 'Text', 'What is wrong', 'Proposal', 'Origin'];

function* allFindings(db: Db, { of, id }: Inspected): Generator<FindingRow> {
  for (const check of of.checks) {
    let after = 0;
    for (;;) {
      const page = openFindings(db, of, { owner: id, check: check.id, after, limit: 500 });
      if (page.length === 0) break;
      yield* page;
      after = page.at(-1)!.id;
    }
  }
}

function* reportRows(db: Db, about: Inspected): Generator<string[]> {
  const titles = new Map(about.of.checks.map((check) => [check.id, check.title]));
  for (const row of allFindings(db, about))
    yield [
      titles.get(row.check_id) ?? row.check_id,
      row.language ? languageName(row.language) : '',
      row.text,
      row.message,
      proposal(row),
      about.origin(row.item),
    ];
}

function proposal(row: FindingRow): string {
  if (!row.correction) return '';
  const correction = JSON.parse(row.correction) as { kind: string; text?: string };
  return correction.kind === 'text' ? correction.text! : 'take it away';
}

function* htmlReport(db: Db, about: Inspected): Generator<string> {
  const { of, id, name, client } = about;
  const counts = openCounts(db, of, id);
  const inspected = lastInspection(db, of, id);
  yield `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>Inspection of ${xmlText(name)}</title><style>
body{font:15px/1.5 Georgia,serif;color:#23262F;background:#FAF7F0;max-width:62rem;margin:2rem auto;padding:0 1.5rem}
h1{font-weight:600}h2{margin-top:2rem;color:#155E63}table{border-collapse:collapse;width:100%;background:#fff}
th,td{text-align:start;vertical-align:top;padding:.4rem .6rem;border-bottom:1px solid #E2DCCF}th{font:600 13px sans-serif}
p.quiet,td.quiet{color:#6B6F7A}@media print{body{background:#fff;margin:0}}
</style></head><body>
<h1>Inspection of ${xmlText(name)}</h1>
<p class="quiet">${xmlText(client)}${inspected ? `, inspected on <time datetime="${inspected.at}">${inspected.at.slice(0, 16).replace('T', ' ')} UTC</time>` : ''}. Open findings: ${counts.reduce((sum, c) => sum + c.open, 0)}.</p>
`;
  let check = '';
  for (const row of allFindings(db, about)) {
    if (row.check_id !== check) {
      if (check) yield '</tbody></table>\n';
      check = row.check_id;
      const { title, explains } = of.checks.find((c) => c.id === check)!;
      yield `<h2>${xmlText(title)} (${counts.find((c) => c.check === check)?.open ?? 0})</h2><p>${xmlText(explains)}</p>
<table><thead><tr><th>${of.kind === 'termbase' ? 'Term' : 'Text'}</th><th>Language</th><th>What is wrong</th><th>Proposal</th><th>Origin</th></tr></thead><tbody>\n`;
    }
    const tag = row.language ?? 'und';
    const lang = `lang="${xmlAttribute(tag)}" dir="${direction(tag)}"`;
    yield `<tr><td ${lang}>${xmlText(row.text)}</td><td>${row.language ? xmlText(languageName(row.language)) : ''}</td><td>${xmlText(row.message)}</td><td ${lang}>${xmlText(proposal(row))}</td><td class="quiet">${xmlText(about.origin(row.item))}</td></tr>\n`;
  }
  yield check ? '</tbody></table></body></html>\n' : '<p>Nothing is open.</p></body></html>\n';
}
