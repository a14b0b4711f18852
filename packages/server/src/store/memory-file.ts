/** A memory on disk: its units, the index of their words, and the changes that operations made. */
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { authorOf, changedAt, unitKey, type Said, type Unit, type Variant } from '@fair-copy/core/memory/unit.js';
import { NO_CODES, withoutCodes, type InlineCode } from '@fair-copy/core/text/inline-codes.js';
import { migrateTo, openForReading, type Db } from './database.js';
import { UnitSet } from './unit-set.js';
import { Vocabulary } from './vocabulary.js';
import { WordIndex } from './word-index.js';
import Database from 'better-sqlite3';

export interface StoredUnit extends Unit {
  readonly id: number;
  readonly originId: number;
  readonly place: number;
  readonly before: number | null;
  readonly after: number | null;
}

/** A unit as the change log keeps it. */
type UnitState = Omit<StoredUnit, 'id'>;

interface UnitRow {
  readonly id: number;
  readonly said: string | null;
  readonly origin: number;
  readonly place: number;
  readonly before: number | null;
  readonly after: number | null;
}

interface SegmentRow {
  readonly language: number;
  readonly text: string;
  readonly more: string | null;
}

export interface LanguageTotals {
  readonly language: LanguageTag;
  readonly segments: number;
  readonly units: number;
}

export class MemoryFile {
  private readonly tags = new Map<number, LanguageTag>();
  private readonly ids = new Map<LanguageTag, number>();
  readonly words: WordIndex;
  private readonly readUnitRow;
  private readonly readSegments;
  private writer: UnitWriter | null = null;
  private readBetween: Database.Statement<[number, number], UnitRow & SegmentRow> | null = null;
  private readonly keeping = new Map<string, unknown>();
  private version = -1;

  private constructor(readonly db: Db) {
    this.readLanguages();
    this.words = new WordIndex(db, (language) => this.vocabulary(language));
    this.readUnitRow = db.prepare<[number], UnitRow>(
      'SELECT id, said, origin, place, before, after FROM unit WHERE id = ?',
    );
    this.readSegments = db.prepare<[number], SegmentRow>(
      'SELECT language, text, more FROM segment WHERE unit_id = ? ORDER BY ordinal',
    );
  }

  /** A new file, without a journal until `finishBuilding`: it is thrown away if anything goes wrong. */
  static build(path: string): MemoryFile {
    const db = new Database(path);
    db.pragma('journal_mode = OFF');
    db.pragma('synchronous = OFF');
    db.pragma('cache_size = -65536');
    db.pragma('locking_mode = EXCLUSIVE');
    migrateTo(db, 'memory', 1);
    db.exec('BEGIN');
    const file = new MemoryFile(db);
    file.setAbout('facts', '1');
    return file;
  }

  finishBuilding(): void {
    this.writer?.settle();
    this.db.exec('COMMIT');
    migrateTo(this.db, 'memory');
    this.db.exec('PRAGMA analysis_limit = 2000; ANALYZE');
    this.db.close();
  }

  static openForWriting(path: string): MemoryFile {
    const db = new Database(path, { fileMustExist: true });
    db.pragma('locking_mode = NORMAL');
    db.pragma('journal_mode = WAL');
    db.pragma('synchronous = NORMAL');
    db.pragma('busy_timeout = 20000');
    db.pragma('cache_size = -65536');
    migrateTo(db, 'memory');
    return new MemoryFile(db);
  }

  static openForReading(path: string): MemoryFile {
    return new MemoryFile(openForReading(path));
  }

  close(): void {
    this.db.close();
  }

  languages(): LanguageTotals[] {
    return this.db
      .prepare<[], LanguageTotals>(
        'SELECT tag AS language, segments, units FROM language WHERE segments > 0 ORDER BY units DESC, id',
      )
      .all();
  }

  tagOf(id: number): LanguageTag {
    return this.tags.get(id)!;
  }

  /** The ids of the languages that a range fits: "en" fits en-GB (RFC 4647). */
  languageIds(range: string | null): number[] {
    const wanted = range?.toLowerCase() ?? null;
    return [...this.ids].flatMap(([tag, id]) => {
      const lower = tag.toLowerCase();
      return wanted === null || lower === wanted || lower.startsWith(`${wanted}-`) ? [id] : [];
    });
  }

  /**
   * Something worked out from the whole memory, kept until `freshen`. Not for connections that write themselves.
   */
  kept<T>(name: string, make: () => T): T {
    if (!this.keeping.has(name)) this.keeping.set(name, make());
    return this.keeping.get(name) as T;
  }

  /** Forgets what was kept if another connection wrote since, and learns of new languages. */
  freshen(): void {
    const version = this.db.pragma('data_version', { simple: true }) as number;
    if (version === this.version) return;
    this.version = version;
    this.keeping.clear();
    this.readLanguages();
  }

  private readLanguages(): void {
    const rows = this.db.prepare<[], { id: number; tag: LanguageTag }>('SELECT id, tag FROM language').all();
    for (const { id, tag } of rows) {
      this.tags.set(id, tag);
      this.ids.set(tag, id);
    }
  }

  private vocabulary(language: number): Vocabulary {
    return this.kept(
      `words ${language}`,
      () =>
        new Vocabulary(
          this.db
            .prepare<[number], { id: number; text: string }>('SELECT id, text FROM word WHERE language = ?')
            .iterate(language),
        ),
    );
  }

  /** The highest id; 0 for an empty memory. */
  get highest(): number {
    return this.db.prepare<[], { id: number | null }>('SELECT max(id) AS id FROM unit').get()!.id ?? 0;
  }

  all(): UnitSet {
    return this.kept('all', () => {
      const { highest } = this;
      if (this.count === highest) return UnitSet.all(highest);
      return UnitSet.of(this.db.prepare<[], number>('SELECT id FROM unit').pluck().iterate(), highest);
    });
  }

  /** Units that were changed since they came: the index may list words for them that they lost. */
  edited(): UnitSet {
    return this.kept('edited', () =>
      UnitSet.of(
        this.db.prepare<[], number>('SELECT unit_id FROM change WHERE before IS NOT NULL').pluck().iterate(),
        this.highest,
      ),
    );
  }

  /** Whether what is said about units is in the index: not in memories of earlier versions. */
  get hasFacts(): boolean {
    return this.about('facts') !== null;
  }

  get count(): number {
    return this.db.prepare<[], { n: number }>('SELECT count(*) AS n FROM unit').get()!.n;
  }

  about(name: string): string | null {
    return (
      this.db.prepare<[string], { value: string }>('SELECT value FROM about WHERE name = ?').get(name)?.value ?? null
    );
  }

  setAbout(name: string, value: string): void {
    this.db
      .prepare('INSERT INTO about (name, value) VALUES (?, ?) ON CONFLICT DO UPDATE SET value = excluded.value')
      .run(name, value);
  }

  unit(id: number): StoredUnit | null {
    const row = this.readUnitRow.get(id);
    return row ? this.stored(row) : null;
  }

  private stored(row: UnitRow): StoredUnit {
    return this.made(row, this.readSegments.all(row.id));
  }

  private made(row: UnitRow, segments: readonly SegmentRow[]): StoredUnit {
    const variants = segments.map(({ language, text, more }): Variant => {
      const rest = more === null ? null : (JSON.parse(more) as Said & { codes?: readonly InlineCode[] });
      return { language: this.tags.get(language)!, text, codes: NO_CODES, ...rest };
    });
    const said = row.said === null ? null : (JSON.parse(row.said) as Said);
    return {
      ...said,
      id: row.id,
      originId: row.origin,
      place: row.place,
      before: row.before,
      after: row.after,
      variants,
    };
  }

  /** All units in the order of their ids; some thousand at a time in memory. */
  *units(): Generator<StoredUnit> {
    const rows = this.db.prepare<[number], UnitRow & SegmentRow>(
      `SELECT u.id, u.said, u.origin, u.place, u.before, u.after, s.language, s.text, s.more
       FROM unit u JOIN segment s ON s.unit_id = u.id WHERE u.id > ? ORDER BY u.id, s.ordinal LIMIT ${BATCH}`,
    );
    for (const unit of groupedById((last) => rows.all(last), BATCH)) yield this.made(unit[0]!, unit);
  }

  /** Units whose ids lie between two, both included. */
  unitsBetween(from: number, to: number): StoredUnit[] {
    const rows = (this.readBetween ??= this.db.prepare<[number, number], UnitRow & SegmentRow>(
      `SELECT u.id, u.said, u.origin, u.place, u.before, u.after, s.language, s.text, s.more
       FROM unit u JOIN segment s ON s.unit_id = u.id WHERE u.id BETWEEN ? AND ? ORDER BY u.id, s.ordinal`,
    )).all(from, to);
    const units: StoredUnit[] = [];
    for (let i = 0, first = 0; i < rows.length; i++) {
      if (rows[i + 1]?.id === rows[i]!.id) continue;
      units.push(this.made(rows[i]!, rows.slice(first, i + 1)));
      first = i + 1;
    }
    return units;
  }

  originName(id: number): string {
    return this.db.prepare<[number], { name: string }>('SELECT name FROM origin WHERE id = ?').get(id)?.name ?? '';
  }

  addOrigin(name: string, at: string): number {
    return Number(this.db.prepare('INSERT INTO origin (name, at) VALUES (?, ?)').run(name, at).lastInsertRowid);
  }

  languageId(tag: LanguageTag): number {
    let id = this.ids.get(tag);
    if (id === undefined) {
      id = Number(this.db.prepare('INSERT INTO language (tag) VALUES (?)').run(tag).lastInsertRowid);
      this.ids.set(tag, id);
      this.tags.set(id, tag);
    }
    return id;
  }

  /** Of units that say the same the first stays; for a memory that nobody has yet. Gives back how many went. */
  dropDuplicates(): number {
    const { db } = this;
    db.exec(`CREATE TEMP TABLE dropped AS
      SELECT id FROM unit AS u WHERE EXISTS (SELECT 1 FROM unit AS first WHERE first.key = u.key AND first.id < u.id);
      CREATE UNIQUE INDEX temp.dropped_id ON dropped (id)`);
    const { n } = db.prepare<[], { n: number }>('SELECT count(*) AS n FROM temp.dropped').get()!;
    if (n > 0)
      db.exec(`DELETE FROM segment WHERE unit_id IN (SELECT id FROM temp.dropped);
        DELETE FROM unit WHERE id IN (SELECT id FROM temp.dropped);
        UPDATE language SET
          segments = (SELECT count(*) FROM segment WHERE language = language.id),
          units = (SELECT count(DISTINCT unit_id) FROM segment WHERE language = language.id)`);
    db.exec('DROP TABLE temp.dropped');
    return n;
  }

  get write(): UnitWriter {
    return (this.writer ??= new UnitWriter(this));
  }
}

const BATCH = 4000;

/** Rows of the same id together; the last group of a full batch may go on in the next, so it is read again. */
export function* groupedById<R extends { readonly id: number }>(
  read: (last: number) => R[],
  limit: number,
): Generator<R[]> {
  let last = 0;
  for (;;) {
    const rows = read(last);
    const whole = rows.length < limit;
    let from = 0;
    for (let i = 1; i <= rows.length; i++) {
      if (i < rows.length && rows[i]!.id === rows[from]!.id) continue;
      if (i === rows.length && !whole && from > 0) break;
      yield rows.slice(from, i);
      last = rows[from]!.id;
      from = i;
    }
    if (whole) return;
  }
}

/** Where a unit stood in its file: its number, and hashes of the texts before and after it. */
export interface UnitPlace {
  readonly place: number;
  readonly before: number | null;
  readonly after: number | null;
}

/** What the row of a unit holds of its content. */
export interface UnitColumns {
  readonly said: string | null;
  readonly changed: string;
  readonly author: string;
  readonly length: number;
  readonly codes: 0 | 1;
  readonly key: number;
}

export function unitColumns(unit: Unit): UnitColumns {
  const { variants } = unit;
  return {
    said: saidOf(unit),
    changed: changedAt(unit),
    author: authorOf(unit),
    length: variants.reduce((longest, { text }) => Math.max(longest, text.length), 0),
    codes: variants.some((variant) => variant.codes.length > 0) ? 1 : 0,
    key: unitKey(unit),
  };
}

/** Between the parts of a fact. */
const BETWEEN = '\u0001';
/** So much of a value is in the index. */
export const FACT_LENGTH = 80;

/** "20261123" of "20261123T140500Z". */
const DAY_LENGTH = 8;

/** What is said about a unit, as words of the index: its author, its day, its properties. Languages are added by their ids. */
export function factsOf(unit: Unit): string[] {
  const facts: string[] = [];
  const author = authorOf(unit);
  if (author) facts.push(authorFact(author));
  const changed = changedAt(unit);
  if (changed) facts.push(dayFact(changed.slice(0, DAY_LENGTH)));
  if (unit.props) for (const { type, text } of unit.props) facts.push(propFact(type, text));
  return facts;
}

export const authorFact = (author: string): string => `a${BETWEEN}${valueOf(author)}`;
export const propFact = (type: string, text: string): string => `p${BETWEEN}${type}${BETWEEN}${valueOf(text)}`;
export const dayFact = (day: string): string => `d${BETWEEN}${day}`;
export const languageFact = (language: number): string => (LANGUAGE_FACTS[language] ??= `l${BETWEEN}${language}`);
/** Asked for with every segment. */
const LANGUAGE_FACTS: string[] = [];
const valueOf = (text: string): string => text.toLowerCase().replace(/\n/g, ' ').slice(0, FACT_LENGTH);

/** Tables and columns, in the order in which rows are put in. */
export const UNIT = 'unit (id, said, changed, author, origin, place, length, codes, key, before, after)';
export const SEGMENT = 'segment (unit_id, ordinal, language, text, more)';

/** Prepared once for many units; keeps counts and the index in step. Call `settle` at the end of the transaction. */
export class UnitWriter {
  private readonly insertUnit;
  private readonly insertSegment;
  private readonly deleteUnit;
  private readonly deleteSegments;
  private readonly updateSaid;
  private readonly note;
  private readonly totals = new Map<number, { segments: number; units: number }>();

  constructor(private readonly file: MemoryFile) {
    const { db } = file;
    this.insertUnit = db.prepare(`INSERT INTO ${UNIT} VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`);
    this.insertSegment = db.prepare(`INSERT INTO ${SEGMENT} VALUES (?, ?, ?, ?, ?)`);
    this.updateSaid = db.prepare('UPDATE unit SET said = ? WHERE id = ?');
    this.deleteUnit = db.prepare('DELETE FROM unit WHERE id = ?');
    this.deleteSegments = db.prepare('DELETE FROM segment WHERE unit_id = ?');
    this.note = db.prepare('INSERT OR IGNORE INTO change (ledger_id, unit_id, before) VALUES (?, ?, ?)');
  }

  /** @param id null: the next free one */
  add(unit: Unit, at: UnitPlace & { readonly originId: number }, id: number | null = null): number {
    const { said, changed, author, length, codes, key } = unitColumns(unit);
    const { originId, place, before, after } = at;
    const made = Number(
      this.insertUnit.run(id, said, changed, author, originId, place, length, codes, key, before, after)
        .lastInsertRowid,
    );
    const { variants } = unit;
    const seen = new Set<number>();
    for (let i = 0; i < variants.length; i++) {
      const variant = variants[i]!;
      const language = this.file.languageId(variant.language);
      this.insertSegment.run(made, i, language, variant.text, moreOf(variant));
      this.noteSegment(made, language, variant.text, !seen.has(language));
      seen.add(language);
    }
    for (const fact of factsOf(unit)) this.file.words.addFact(made, fact);
    return made;
  }

  /**
   * Counts a segment and puts it into the index.
   * @param isFirst the first of its language in the unit
   */
  noteSegment(unit: number, language: number, text: string, isFirst: boolean): void {
    this.count(language, 1, isFirst ? 1 : 0);
    if (isFirst) this.file.words.addFact(unit, languageFact(language));
    this.file.words.add(language, unit, withoutCodes(text));
  }

  /** What is said about a unit, in place of what was; for a memory that nobody has yet. */
  say(id: number, said: Said, facts: readonly string[]): void {
    this.updateSaid.run(saidOf(said), id);
    for (const fact of facts) this.file.words.addFact(id, fact);
  }

  /** Notes the state before, for undo; the first within an operation counts. */
  noteBefore(ledgerId: number, id: number): void {
    const unit = this.file.unit(id);
    this.note.run(ledgerId, id, unit && JSON.stringify(stateOf(unit)));
  }

  noteCreated(ledgerId: number, id: number): void {
    this.note.run(ledgerId, id, null);
  }

  remove(id: number): void {
    const unit = this.file.unit(id);
    if (!unit) return;
    const seen = new Set<LanguageTag>();
    for (const { language } of unit.variants) {
      this.count(this.file.languageId(language), -1, seen.has(language) ? 0 : -1);
      seen.add(language);
    }
    this.deleteSegments.run(id);
    this.deleteUnit.run(id);
  }

  replace(id: number, unit: Unit, at: Pick<StoredUnit, 'originId' | 'place' | 'before' | 'after'>): void {
    this.remove(id);
    this.add(unit, at, id);
  }

  private count(language: number, segments: number, units: number): void {
    let total = this.totals.get(language);
    if (!total) this.totals.set(language, (total = { segments: 0, units: 0 }));
    total.segments += segments;
    total.units += units;
  }

  settle(): void {
    const { db } = this.file;
    const update = db.prepare('UPDATE language SET segments = segments + ?, units = units + ? WHERE id = ?');
    for (const [language, { segments, units }] of this.totals) update.run(segments, units, language);
    this.totals.clear();
    this.file.words.settle();
  }
}

export function stateOf({ id: _, ...state }: StoredUnit): UnitState {
  return state;
}

function saidOf({ attributes, props, notes }: Said): string | null {
  return attributes || props || notes ? JSON.stringify({ attributes, props, notes }) : null;
}

export function moreOf({ attributes, props, notes, codes }: Variant): string | null {
  if (codes.length === 0 && !attributes && !props && !notes) return null;
  return JSON.stringify({ ...(codes.length && { codes }), attributes, props, notes });
}

/** Takes back in a memory what an operation changed; `after` is kept so that it can be done again. */
export function undoInMemory(file: MemoryFile, ledgerId: number): number {
  return restore(file, ledgerId, 'before');
}

export function redoInMemory(file: MemoryFile, ledgerId: number): number {
  return restore(file, ledgerId, 'after');
}

function restore(file: MemoryFile, ledgerId: number, side: 'before' | 'after'): number {
  const { db, write } = file;
  const batch = db.prepare<[number, number], { unit_id: number; state: string | null }>(
    `SELECT unit_id, ${side} AS state FROM change WHERE ledger_id = ? AND unit_id > ? ORDER BY unit_id LIMIT 2000`,
  );
  const keep = db.prepare('UPDATE change SET after = ? WHERE ledger_id = ? AND unit_id = ?');
  let last = -1;
  let count = 0;
  for (;;) {
    const changes = batch.all(ledgerId, last);
    if (changes.length === 0) break;
    for (const { unit_id: id, state } of changes) {
      const now = file.unit(id);
      if (side === 'before') keep.run(now && JSON.stringify(stateOf(now)), ledgerId, id);
      const wanted = state === null ? null : (JSON.parse(state) as UnitState);
      if (now) write.remove(id);
      if (wanted) write.add(wanted, wanted, id);
      count++;
    }
    last = changes.at(-1)!.unit_id;
  }
  write.settle();
  return count;
}

/** Operations after the given one that touch the same units. */
export function laterChanges(file: MemoryFile, ledgerId: number): number[] {
  return file.db
    .prepare<[number], { ledger_id: number }>(
      'SELECT DISTINCT d.ledger_id FROM change c JOIN change d ON d.unit_id = c.unit_id AND d.ledger_id > c.ledger_id WHERE c.ledger_id = ?',
    )
    .all(ledgerId)
    .map((row) => row.ledger_id);
}
