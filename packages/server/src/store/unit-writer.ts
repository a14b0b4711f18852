/** Writing units into a memory's file, in step with its counts and its index. */
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Unit, Variant } from '@fair-copy/core/memory/unit.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import type { StoredUnit } from './stored-unit.js';
import type { Db } from './database.js';
import type { WordIndex } from './word-index.js';
import { factsOf, languageFact, moreOf, SEGMENT, UNIT, unitColumns, type UnitPlace } from './unit-columns.js';

/** Where a unit came from. */
export type UnitOrigin = UnitPlace & { readonly originId: number };

/** What it needs of a memory's file. */
export interface WritableFile {
  readonly db: Db;
  readonly words: WordIndex;
  /** One that no unit ever had. */
  readonly nextId: number;
  languageId(language: LanguageTag): number;
}

/** Prepared once for many units. Call `settle` at the end of the transaction. */
export class UnitWriter {
  private readonly insertUnit;
  private readonly insertSegment;
  private readonly updateUnit;
  private readonly updateSegment;
  private readonly deleteUnit;
  private readonly deleteSegments;
  private readonly updateSaid;
  private next: number | null = null;
  private readonly totals = new Map<number, { segments: number; units: number }>();

  constructor(private readonly file: WritableFile) {
    const { db } = file;
    this.insertUnit = db.prepare(`INSERT INTO ${UNIT} VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`);
    this.insertSegment = db.prepare(`INSERT INTO ${SEGMENT} VALUES (?, ?, ?, ?, ?)`);
    this.updateUnit = db.prepare(
      'UPDATE unit SET said = ?, changed = ?, author = ?, length = ?, codes = ?, key = ? WHERE id = ?',
    );
    this.updateSegment = db.prepare(
      'UPDATE segment SET language = ?, text = ?, more = ? WHERE unit_id = ? AND ordinal = ?',
    );
    this.updateSaid = db.prepare('UPDATE unit SET said = ?, changed = ?, author = ? WHERE id = ?');
    this.deleteUnit = db.prepare('DELETE FROM unit WHERE id = ?');
    this.deleteSegments = db.prepare('DELETE FROM segment WHERE unit_id = ?');
  }

  /** @param id null: the next one, which no unit ever had */
  add(unit: Unit, at: UnitOrigin, id: number | null = null): number {
    if (id === null) {
      this.next ??= this.file.nextId;
      id = this.next++;
    }
    const { said, changed, author, length, codes, key } = unitColumns(unit);
    const { originId, place, before, after } = at;
    const made = Number(
      this.insertUnit.run(id, said, changed, author, originId, place, length, codes, key, before, after)
        .lastInsertRowid,
    );
    this.addSegments(made, unit.variants);
    for (const fact of factsOf(unit)) this.file.words.addFact(made, fact);
    return made;
  }

  private addSegments(unit: number, variants: readonly Variant[]): void {
    const seen = new Set<number>();
    for (let i = 0; i < variants.length; i++) {
      const variant = variants[i]!;
      const language = this.file.languageId(variant.language);
      this.insertSegment.run(unit, i, language, variant.text, moreOf(variant));
      this.noteSegment(unit, language, variant.text, !seen.has(language));
      seen.add(language);
    }
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
  say(unit: StoredUnit, facts: readonly string[]): void {
    const { said, changed, author } = unitColumns(unit);
    this.updateSaid.run(said, changed, author, unit.id);
    for (const fact of facts) this.file.words.addFact(unit.id, fact);
  }

  remove({ id, variants }: StoredUnit): void {
    this.uncount(variants);
    this.deleteSegments.run(id);
    this.deleteUnit.run(id);
  }

  /** Another content for a unit; only what differs is written. */
  replace(now: StoredUnit, next: Unit): void {
    const { said, changed, author, length, codes, key } = unitColumns(next);
    // The index over keys is left alone where the texts stay.
    if (next.variants === now.variants) this.updateSaid.run(said, changed, author, now.id);
    else {
      this.updateUnit.run(said, changed, author, length, codes, key, now.id);
      this.replaceVariants(now, next.variants);
    }
    const facts = new Set(factsOf(now));
    for (const fact of factsOf(next)) if (!facts.has(fact)) this.file.words.addFact(now.id, fact);
  }

  private replaceVariants({ id, variants }: StoredUnit, next: readonly Variant[]): void {
    const sameLanguages =
      next.length === variants.length && next.every(({ language }, i) => language === variants[i]!.language);
    if (!sameLanguages) {
      this.uncount(variants);
      this.deleteSegments.run(id);
      this.addSegments(id, next);
      return;
    }
    next.forEach((variant, i) => {
      const old = variants[i]!;
      if (variant === old) return;
      const language = this.file.languageId(variant.language);
      this.updateSegment.run(language, variant.text, moreOf(variant), id, i);
      if (variant.text !== old.text) this.file.words.add(language, id, withoutCodes(variant.text));
    });
  }

  private uncount(variants: readonly Variant[]): void {
    const seen = new Set<LanguageTag>();
    for (const { language } of variants) {
      this.count(this.file.languageId(language), -1, seen.has(language) ? 0 : -1);
      seen.add(language);
    }
  }

  private count(language: number, segments: number, units: number): void {
    let total = this.totals.get(language);
    if (!total) this.totals.set(language, (total = { segments: 0, units: 0 }));
    total.segments += segments;
    total.units += units;
  }

  flush(): void {
    const { db } = this.file;
    const update = db.prepare('UPDATE language SET segments = segments + ?, units = units + ? WHERE id = ?');
    for (const [language, { segments, units }] of this.totals) update.run(segments, units, language);
    this.totals.clear();
    this.next = null;
    this.file.words.flush();
  }
}
