/** A memory on disk: its units, the index of their words, and the changes that operations made. */
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Said, Variant } from '@fair-copy/core/memory/unit.js';
import { NO_CODES, type InlineCode } from '@fair-copy/core/text/inline-codes.js';
import { basename } from 'node:path';
import {
  groupedById,
  IN_ORDER,
  JOINED,
  SEGMENT,
  type JoinedRow,
  type SegmentColumns,
  type UnitColumns,
} from './unit-rows.js';
import { guarded, migrateTo, openForReading, type Db } from './database.js';
import { removeDatabase } from './files.js';
import { storedUnit, type StoredUnit } from './stored-unit.js';
import { UnitSet } from './unit-set.js';
import { UnitWriter } from './unit-writer.js';
import { WordSearch } from './word-search.js';
import { WordIndex } from './word-index.js';
import Database from 'better-sqlite3';
import { DamagedFileError } from '../damage.js';

export interface LanguageTotals {
  readonly language: LanguageTag;
  readonly segments: number;
  readonly units: number;
}

/** The highest id that a unit ever had, in `about`. */
const LAST_UNIT = 'last unit';

/** What cannot be opened, for whatever reason, is called damaged: a memory that is there has its tables. */
function opened(path: string, open: () => MemoryFile): MemoryFile {
  try {
    return guarded(path, open);
  } catch (error) {
    const { code, message } = error as { code?: string; message: string };
    if (code === 'SQLITE_CANTOPEN') throw new DamagedFileError(basename(path), 'it is missing or cannot be opened');
    if (code === 'SQLITE_ERROR' && message.startsWith('no such table'))
      throw new DamagedFileError(basename(path), message);
    throw error;
  }
}

function requireForm(db: Db, path: string): void {
  if ((db.pragma('user_version', { simple: true }) as number) < 1)
    throw new DamagedFileError(basename(path), 'it is empty');
}

export class MemoryFile {
  private readonly tags = new Map<number, LanguageTag>();
  private readonly ids = new Map<LanguageTag, number>();
  readonly words: WordIndex;
  private readonly readUnitRow;
  private readonly readSegments;
  private writer: UnitWriter | null = null;
  private readonly keeping = new Map<string, unknown>();
  private version = -1;

  private constructor(readonly db: Db) {
    this.readLanguages();
    this.words = new WordIndex(db, (language) => this.searchOf(language));
    this.readUnitRow = db
      .prepare<[number], UnitColumns>('SELECT id, said, origin, place, before, after FROM unit WHERE id = ?')
      .raw();
    this.readSegments = db
      .prepare<[number], SegmentColumns>('SELECT language, text, more FROM segment WHERE unit_id = ? ORDER BY ordinal')
      .raw();
  }

  /** A new file, with its journal in memory until `finishBuilding`: it is thrown away if anything goes wrong. */
  static build(path: string): MemoryFile {
    removeDatabase(path);
    const db = new Database(path);
    db.pragma('journal_mode = MEMORY');
    db.pragma('synchronous = OFF');
    db.pragma('cache_size = -32768');
    db.pragma('locking_mode = EXCLUSIVE');
    migrateTo(db, 'memory', 1);
    db.exec('BEGIN');
    const file = new MemoryFile(db);
    file.setAbout('facts', SAMPLED);
    return file;
  }

  finishBuilding(): void {
    this.writer?.flush();
    this.db.exec('COMMIT');
    migrateTo(this.db, 'memory');
    this.db.exec('PRAGMA analysis_limit = 2000; ANALYZE');
    this.db.close();
  }

  /** Throws `DamagedFileError`. */
  static openForWriting(path: string): MemoryFile {
    return opened(path, () => {
      const db = new Database(path, { fileMustExist: true });
      try {
        requireForm(db, path);
        db.pragma('locking_mode = NORMAL');
        db.pragma('journal_mode = WAL');
        db.pragma('synchronous = NORMAL');
        db.pragma('busy_timeout = 60000');
        db.pragma('cache_size = -65536');
        migrateTo(db, 'memory');
        return new MemoryFile(db);
      } catch (error) {
        db.close();
        throw error;
      }
    });
  }

  /** One that nobody else has: without a journal beside it. Throws `DamagedFileError`. */
  static openAlone(path: string): MemoryFile {
    return opened(path, () => {
      const db = new Database(path, { fileMustExist: true });
      db.pragma('journal_mode = MEMORY');
      db.pragma('synchronous = OFF');
      db.pragma('cache_size = -65536');
      db.pragma('locking_mode = EXCLUSIVE');
      return new MemoryFile(db);
    });
  }

  /** Throws `DamagedFileError`. */
  static openForReading(path: string): MemoryFile {
    return opened(path, () => {
      const db = openForReading(path);
      try {
        requireForm(db, path);
        return new MemoryFile(db);
      } catch (error) {
        db.close();
        throw error;
      }
    });
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

  private searchOf(language: number): WordSearch {
    return this.kept(
      `words ${language}`,
      () =>
        new WordSearch(
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
      if (this.countUnits() === highest) return UnitSet.all(highest);
      return UnitSet.of(this.db.prepare<[], number>('SELECT id FROM unit').pluck().iterate(), highest);
    });
  }

  /** Units that were changed since they came: the index may list words for them that they lost. */
  edited(): UnitSet {
    return this.kept('edited', () =>
      UnitSet.of(
        this.db
          .prepare<[], number>(
            `SELECT unit_id FROM change WHERE before IS NOT NULL ${this.hasJournal ? 'UNION SELECT unit_id FROM edited' : ''}`,
          )
          .pluck()
          .iterate(),
        this.highest,
      ),
    );
  }

  /** Whether what is said about units is in the index: not in memories of earlier versions. */
  get hasFacts(): boolean {
    return this.about('facts') !== null;
  }

  /** Whether it knows of samples (`sampleLevel` of the core): not in memories of earlier versions. */
  get hasSamples(): boolean {
    return this.about('facts') === SAMPLED;
  }

  /** Whether it knows of the workspace's journal: not in memories of earlier versions. */
  get hasJournal(): boolean {
    return this.db.prepare("SELECT 1 FROM sqlite_schema WHERE name = 'applied'").get() !== undefined;
  }

  get highestOrigin(): number {
    return this.db.prepare<[], number | null>('SELECT max(id) FROM origin').pluck().get() ?? 0;
  }

  /** The next unit gets this id: no unit ever had it. */
  get nextId(): number {
    const noted = Number(this.about(LAST_UNIT) ?? 0);
    const changed = this.db.prepare<[], number | null>('SELECT max(unit_id) FROM change').pluck().get() ?? 0;
    return Math.max(noted, changed, this.highest) + 1;
  }

  /** So that no id is given again once nothing else remembers it. */
  noteLastUnit(): void {
    this.setAbout(LAST_UNIT, String(this.nextId - 1));
  }

  /** Bytes that are kept so that operations can be undone. */
  changeBytes(): number {
    return this.db
      .prepare<[], number>(
        'SELECT coalesce(sum(coalesce(length(before), 0) + coalesce(length(after), 0)), 0) FROM change',
      )
      .pluck()
      .get()!;
  }

  /** At the end of a transaction that wrote units: counts and index are as they should be. */
  flush(): void {
    if (!this.writer) return;
    this.writer.flush();
    this.noteLastUnit();
  }

  /** Goes through all of them: 40 ms for a million. Not to be asked again and again. */
  countUnits(): number {
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
    return row ? this.made(row, this.readSegments.all(id), 0) : null;
  }

  /** @param from where the columns of the segment begin in each of the rows */
  private made(
    [id, said, originId, place, before, after]: UnitColumns | JoinedRow,
    segments: readonly (SegmentColumns | JoinedRow)[],
    from: number,
  ): StoredUnit {
    const variants = segments.map((row): Variant => {
      const [language, more] = [this.tags.get(row[from] as number)!, row[from + 2] as string | null];
      const variant = { language, text: row[from + 1] as string, codes: NO_CODES };
      return more === null
        ? variant
        : { ...variant, ...(JSON.parse(more) as Said & { codes?: readonly InlineCode[] }) };
    });
    return storedUnit(
      id,
      { originId, place, before, after },
      variants,
      said === null ? null : (JSON.parse(said) as Said),
    );
  }

  /**
   * All units in the order of their ids; some thousand at a time in memory.
   * @param passed is told the share of them that has passed, 0 to 1, now and then
   */
  *units(passed?: (share: number) => void): Generator<StoredUnit> {
    const count = passed ? Math.max(1, this.countUnits()) : 1;
    let seen = 0;
    const after = this.db.prepare<[number], JoinedRow>(`${JOINED} WHERE u.id > ? ${IN_ORDER} LIMIT ${BATCH}`).raw();
    for (const unit of groupedById((last) => after.all(last), BATCH)) {
      if (++seen % TOLD === 0) passed?.(seen / count);
      yield this.made(unit[0]!, unit, SEGMENT);
    }
  }

  /** The units of some ids, ascending; those that are gone are left out. Quicker than one by one where ids are dense. */
  unitsOf(ids: readonly number[]): StoredUnit[] {
    const [first, last] = [ids[0], ids.at(-1)];
    if (first === undefined || last === undefined) return [];
    if (last - first > ids.length * 4) return ids.flatMap((id) => this.unit(id) ?? []);
    const among = new Set(ids);
    return this.unitsBetween(first, last).filter(({ id }) => among.has(id));
  }

  /** Units whose ids lie between two, both included. */
  unitsBetween(from: number, to: number): StoredUnit[] {
    const between = this.db.prepare<[number, number], JoinedRow>(`${JOINED} WHERE u.id BETWEEN ? AND ? ${IN_ORDER}`);
    const rows = between.raw().all(from, to);
    return [...groupedById(() => rows, Infinity)].map((unit) => this.made(unit[0]!, unit, SEGMENT));
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

/** Facts with samples among them. */
const SAMPLED = '2';
/** Rows that are read at a time, and units after which it is told how many have passed. */
const [BATCH, TOLD] = [4000, 500];
