/** A termbase written to a file in an open format, ready to be fetched. */
import { VERSION } from '@fair-copy/core/version.js';
import { mkdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Layout, layoutRow } from '@fair-copy/core/formats/layout.js';
import { glossaryHtml } from '@fair-copy/core/formats/glossary-html.js';
import { shapedHeader, shapedRows, type Shape } from '@fair-copy/core/intake/shaped.js';
import { TbxSurvey } from '@fair-copy/core/formats/tbx/survey.js';
import { tbxDocument, type TbxOptions } from '@fair-copy/core/formats/tbx/write.js';
import { tmxDate, tmxDocument } from '@fair-copy/core/formats/tmx/write.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { delimitedLine, type DelimitedStyle } from '@fair-copy/core/sheet/delimited-write.js';
import type { Concept, ConceptId } from '@fair-copy/core/termbase/concept.js';
import type { EncodingName } from '@fair-copy/core/encoding/names.js';
import { safeFileName } from '@fair-copy/files/file-names.js';
import { PictureFolder } from '@fair-copy/files/picture-folder.js';
import { writeText } from '@fair-copy/files/text-write.js';
import { writeWorkbook } from '@fair-copy/files/workbook-write.js';
import { writeZip } from '@fair-copy/files/zip-write.js';
import type { TaskContext } from '../jobs/task.js';
import type { SelectionBody } from '@fair-copy/api/termbases.js';
import { partOf } from '@fair-copy/core/termbase/parts.js';
import { conceptsSelected } from '../termbases/bulk.js';
import { conceptById, conceptsOf } from '../store/concepts.js';
import { openForReading, type Db } from '../store/database.js';
import { pathsOf, type Paths } from '../store/paths.js';
import { picturesOf } from '../store/pictures.js';
import { clientById } from '../store/clients.js';
import { termbaseById } from '../store/termbases.js';
import { pictureSource, picturesToPack } from './pictures.js';
import { intlLocale } from '@fair-copy/core/language/tags.js';

/** `zip`: TBX with its pictures beside it; `html`: a glossary to print. */
export type HandOverFormat = 'tbx' | 'zip' | 'tmx' | 'csv' | 'tsv' | 'xlsx' | 'html';

export interface HandOver {
  /** Sheets in the shape of the file that was taken in last, not one column for each term and field. */
  readonly asItCame?: boolean;
  readonly jobId: number;
  readonly termbaseId: number;
  readonly format: HandOverFormat;
  /** In this order. */
  readonly languages: readonly string[];
  /** Only these concepts; left out: all. */
  readonly selection?: SelectionBody;
  /** Fields that stay here. */
  readonly withoutFields?: readonly string[];
  /** Terms with one of these usage statuses stay here. */
  readonly withoutStatuses?: readonly string[];
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
  /** Terms and values that the shape of the sheet has no column for. */
  readonly homeless?: number;
}

export async function handOver(job: HandOver, context: TaskContext): Promise<HandedOver> {
  const paths = pathsOf(context.dataDir);
  const db = openForReading(paths.workspace);
  // One snapshot for counting and writing.
  db.exec('BEGIN');
  try {
    const { name } = termbaseById(db, job.termbaseId);
    const fileName = safeFileName(`${name} ${job.languages.join('-')}.${job.format}`);
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

interface Written {
  readonly concepts: number;
  readonly left: number;
  readonly homeless?: number;
}

async function write(path: string, title: string, db: Db, job: HandOver, context: TaskContext): Promise<Written> {
  const languages = job.languages as readonly LanguageTag[];
  const total = db
    .prepare<[number], { n: number }>('SELECT count(*) AS n FROM concept WHERE termbase_id = ?')
    .get(job.termbaseId)!.n;
  let written = 0;
  const homeless = { count: 0 };
  const only = job.selection ? new Set(conceptsSelected(db, job.termbaseId, job.selection)) : null;
  const part = {
    languages,
    withoutFields: new Set(job.withoutFields),
    withoutStatuses: new Set(job.withoutStatuses),
  };
  const parts = function* (): Generator<Concept> {
    for (const concept of conceptsOf(db, job.termbaseId))
      if (!only || only.has(concept.id)) yield partOf(concept, part);
  };
  const chosen = function* (least: number): Generator<Concept> {
    let seen = 0;
    for (const concept of parts()) {
      if (++seen % 500 === 0) context.checkpoint(seen / total);
      if (concept.languages.length < least) continue;
      written++;
      yield concept;
    }
  };
  const one = (id: ConceptId): Concept => partOf(conceptById(db, id)!, part);
  const paths = pathsOf(context.dataDir);
  const going: Going = { path, title, db, job, languages, parts, chosen, one, homeless, paths };
  await WRITERS[job.format](going);
  return {
    concepts: written,
    left: (only ? only.size : total) - written,
    ...(homeless.count && { homeless: homeless.count }),
  };
}

/** What is on its way into a file. */
interface Going {
  readonly path: string;
  readonly title: string;
  readonly db: Db;
  readonly job: HandOver;
  readonly languages: readonly LanguageTag[];
  /** What goes out of each concept, also of those with nothing left. */
  readonly parts: () => Iterable<Concept>;
  readonly one: (id: ConceptId) => Concept;
  /** The concepts that have something in at least so many of the languages. */
  readonly chosen: (least: number) => Iterable<Concept>;
  /** Terms and values that the shape of a sheet has no column for. */
  readonly homeless: { count: number };
  readonly paths: Paths;
}

const WRITERS: { readonly [F in HandOver['format']]: (going: Going) => Promise<void> } = {
  tbx: async (going) => writeText(going.path, tbxDocument(going.chosen(1), await tbxOptions(going))),

  zip: async (going) => {
    const { path, title, db, job, chosen, paths } = going;
    const folder = new PictureFolder();
    const pictures = folder.add(picturesToPack(picturesOf(db, job.termbaseId), paths));
    const content = tbxDocument(chosen(1), { ...(await tbxOptions(going)), pictures });
    await writeZip(path, [{ name: `${safeFileName(title)}.tbx`, content, packed: false }, ...folder.members()]);
  },

  html: async ({ path, title, db, job, languages, chosen, one, paths }) => {
    const client = clientById(db, termbaseById(db, job.termbaseId).client_id).name;
    const picture = pictureSource(picturesOf(db, job.termbaseId), paths);
    const sorted = inAlphabet(db, job.termbaseId, languages, [...chosenIds(chosen(1))], one);
    await writeText(path, glossaryHtml(sorted, { title, client, languages, picture }));
  },

  tmx: ({ path, languages, chosen }) => {
    const date = tmxDate(new Date().toISOString());
    return writeText(path, tmxDocument(chosen(2), { languages, sourceLanguage: '*all*', version: VERSION, date }));
  },

  xlsx: async ({ path, db, job, languages, parts, chosen, homeless }) => {
    const shaped = job.asItCame ? shapeOfTermbase(db, job.termbaseId) : null;
    if (shaped) {
      const rows = inShape(chosen(1), shaped, homeless);
      return writeWorkbook(path, [{ name: 'Terms', header: shapedHeader(shaped), rows }]);
    }
    const columns = layoutOf(parts(), languages);
    const rows = mapped(chosen(1), (concept) => layoutRow(concept, columns));
    await writeWorkbook(path, [{ name: 'Terms', header: columns.map((c) => c.header), rows }]);
  },

  csv: (going) => writeDelimited(going, ','),
  tsv: (going) => writeDelimited(going, '\t'),
};

function writeDelimited({ path, db, job, languages, parts, chosen, homeless }: Going, usual: string): Promise<void> {
  const style = { delimiter: job.delimiter ?? usual, lineEnd: '\r\n', guardFormulas: true } as const;
  const shaped = job.asItCame ? shapeOfTermbase(db, job.termbaseId) : null;
  const text = shaped
    ? shapedLines(chosen(1), shaped, style, homeless)
    : lines(chosen(1), layoutOf(parts(), languages), style);
  return writeText(path, text, job.encoding ?? 'UTF-8', job.byteOrderMark ?? false);
}

/** The dialect and the references are known once all concepts were seen. */
async function tbxOptions({ title, languages, parts }: Going): Promise<TbxOptions> {
  const survey = new TbxSurvey();
  const ordered = function* (): Generator<Concept> {
    for (const concept of parts()) if (concept.languages.length > 0) yield concept;
  };
  for (const concept of ordered()) survey.see(concept);
  return { title, languages, beyondBasic: survey.beyondBasic, targets: await survey.targets(ordered, languages) };
}

function* chosenIds(concepts: Iterable<Concept>): Generator<ConceptId> {
  for (const { id } of concepts) yield id;
}

/** By the first language's own alphabet (Unicode Collation, CLDR); those without a term in it at the end. */
function* inAlphabet(
  db: Db,
  termbaseId: number,
  languages: readonly LanguageTag[],
  ids: readonly ConceptId[],
  one: (id: ConceptId) => Concept,
): Generator<Concept> {
  const wanted = new Set<number>(ids);
  const first = new Map<number, string>();
  const terms = db
    .prepare<[number, string], { concept_id: number; text: string }>(
      'SELECT concept_id, text FROM term WHERE termbase_id = ? AND language = ? ORDER BY concept_id, ordinal',
    )
    .iterate(termbaseId, languages[0]!);
  for (const { concept_id, text } of terms) if (!first.has(concept_id)) first.set(concept_id, text);
  const { compare } = new Intl.Collator(intlLocale(languages[0]!));
  const order = [...wanted].sort((a, b) => {
    const x = first.get(a);
    const y = first.get(b);
    return x === undefined ? (y === undefined ? a - b : 1) : y === undefined ? -1 : compare(x, y) || a - b;
  });
  for (const id of order) yield one(id as ConceptId);
}

function layoutOf(concepts: Iterable<Concept>, languages: readonly LanguageTag[]): ReturnType<Layout['columns']> {
  const layout = new Layout(languages);
  for (const concept of concepts) layout.see(concept);
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

function shapeOfTermbase(db: Db, termbaseId: number): Shape | null {
  const { shape } = termbaseById(db, termbaseId);
  return shape === null ? null : (JSON.parse(shape) as Shape);
}

function* inShape(concepts: Iterable<Concept>, shape: Shape, left: { count: number }): Generator<string[]> {
  for (const concept of concepts) yield* shapedRows(concept, shape, left);
}

function* shapedLines(
  concepts: Iterable<Concept>,
  shape: Shape,
  style: DelimitedStyle,
  left: { count: number },
): Generator<string> {
  yield delimitedLine(shapedHeader(shape), style);
  for (const cells of inShape(concepts, shape, left)) yield delimitedLine(cells, style);
}

function* mapped<A, B>(items: Iterable<A>, map: (item: A) => B): Generator<B> {
  for (const item of items) yield map(item);
}
