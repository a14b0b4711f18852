/** A termbase written to a file in an open format, ready to be fetched. */
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Layout, layoutRow } from '@fair-copy/core/formats/layout.js';
import { tbxDocument } from '@fair-copy/core/formats/tbx/write.js';
import { tmxDate, tmxDocument } from '@fair-copy/core/formats/tmx/write.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { delimitedLine, type DelimitedStyle } from '@fair-copy/core/sheet/delimited-write.js';
import type { Concept } from '@fair-copy/core/termbase/concept.js';
import type { EncodingName } from '@fair-copy/core/text/encodings-list.js';
import { writeText } from '@fair-copy/files/text-write.js';
import { writeWorkbook } from '@fair-copy/files/workbook-write.js';
import type { TaskContext } from '../jobs/task.js';
import { conceptsOf } from '../store/concepts.js';
import { openForReading, type Db } from '../store/database.js';
import { pathsOf } from '../store/paths.js';
import { termbaseById } from '../store/termbases.js';

export interface HandOver {
  readonly jobId: number;
  readonly termbaseId: number;
  readonly format: 'tbx' | 'tmx' | 'csv' | 'tsv' | 'xlsx';
  /** In this order. */
  readonly languages: readonly string[];
  readonly delimiter?: string;
  readonly byteOrderMark?: boolean;
  readonly encoding?: EncodingName;
}

export interface HandedOver {
  readonly path: string;
  readonly fileName: string;
  readonly concepts: number;
  /** Concepts that have nothing in the chosen languages (for TMX: in two of them). */
  readonly left: number;
}

export async function handOver(job: HandOver, context: TaskContext): Promise<HandedOver> {
  const paths = pathsOf(context.dataDir);
  const db = openForReading(paths.workspace);
  // One snapshot for counting and writing.
  db.exec('BEGIN');
  try {
    const { name } = termbaseById(db, job.termbaseId);
    const fileName = `${name} ${job.languages.join('-')}.${job.format}`.replace(/[/\\:*?"<>|]/g, '_');
    const folder = paths.outgoing(job.jobId);
    await mkdir(folder, { recursive: true });
    const path = join(folder, fileName);
    try {
      return { path, fileName, ...(await write(path, name, db, job, context)) };
    } catch (error) {
      await rm(folder, { recursive: true, force: true });
      throw error;
    }
  } finally {
    db.exec('COMMIT');
    db.close();
  }
}

async function write(
  path: string,
  title: string,
  db: Db,
  job: HandOver,
  context: TaskContext,
): Promise<{ concepts: number; left: number }> {
  const languages = job.languages as readonly LanguageTag[];
  const total = db
    .prepare<[number], { n: number }>('SELECT count(*) AS n FROM concept WHERE termbase_id = ?')
    .get(job.termbaseId)!.n;
  let written = 0;
  const chosen = function* (least: number): Generator<Concept> {
    let seen = 0;
    for (const concept of conceptsOf(db, job.termbaseId)) {
      if (++seen % 500 === 0) context.checkpoint(seen / total);
      if (concept.languages.filter((s) => languages.includes(s.language)).length < least) continue;
      written++;
      yield inOrder(concept, languages);
    }
  };
  switch (job.format) {
    case 'tbx':
      await writeText(path, tbxDocument(chosen(1), { title, languages }));
      break;
    case 'tmx': {
      const date = tmxDate(new Date().toISOString());
      await writeText(path, tmxDocument(chosen(2), { languages, sourceLanguage: '*all*', version: '0.1.0', date }));
      break;
    }
    case 'xlsx': {
      const columns = layoutOf(db, job.termbaseId, languages);
      const rows = mapped(chosen(1), (concept) => layoutRow(concept, columns));
      await writeWorkbook(path, [{ name: 'Terms', header: columns.map((c) => c.header), rows }]);
      break;
    }
    default: {
      const delimiter = job.delimiter ?? (job.format === 'csv' ? ',' : '\t');
      const style = { delimiter, lineEnd: '\r\n', guardFormulas: true } as const;
      await writeText(
        path,
        lines(chosen(1), layoutOf(db, job.termbaseId, languages), style),
        job.encoding ?? 'UTF-8',
        job.byteOrderMark ?? false,
      );
    }
  }
  return { concepts: written, left: total - written };
}

function inOrder(concept: Concept, languages: readonly LanguageTag[]): Concept {
  return { ...concept, languages: languages.flatMap((tag) => concept.languages.filter((s) => s.language === tag)) };
}

function layoutOf(db: Db, termbaseId: number, languages: readonly LanguageTag[]): ReturnType<Layout['columns']> {
  const layout = new Layout(languages);
  for (const concept of conceptsOf(db, termbaseId)) layout.see(concept);
  return layout.columns();
}

function* lines(
  concepts: Iterable<Concept>,
  columns: ReturnType<Layout['columns']>,
  style: DelimitedStyle,
): Generator<string> {
  yield delimitedLine(
    columns.map((c) => c.header),
    style,
  );
  for (const concept of concepts) yield delimitedLine(layoutRow(concept, columns), style);
}

function* mapped<A, B>(items: Iterable<A>, map: (item: A) => B): Generator<B> {
  for (const item of items) yield map(item);
}
