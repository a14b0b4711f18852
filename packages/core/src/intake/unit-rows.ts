/** Rows of a table as units: each text as it stands, no cleaning of terms. */
import { composed } from '../text/composed.js';
import { languageAmong } from '../language/identify.js';
import type { LeftUnit, ReadUnit } from '../formats/read-units.js';
import { languageIn } from './rows-to-draft.js';
import { languagesOf, type Reading } from './reading.js';
import { primaryLanguage, type LanguageTag } from '../language/tags.js';
import { restoredCell } from '../sheet/delimited-write.js';
import type { SheetRow } from '../sheet/model.js';
import { isBlank } from '../sheet/model.js';
import { plainSegment } from '../text/inline-codes.js';
import type { Note, Prop, Unit, Variant } from '../memory/unit.js';

/** Turns rows into units by a reading; keeps what was left out, and why. */
export class RowUnits {
  readonly left: LeftUnit[] = [];
  count = 0;
  /** Rows that hold no unit: headers, titles, blank rows. */
  notData = 0;
  private readonly languages: readonly LanguageTag[];
  private readonly languageColumn: number | null;
  /** Columns in which the language changes from row to row. */
  private readonly mixed: boolean;

  constructor(
    private readonly reading: Reading,
    private readonly keepIncomplete = false,
  ) {
    this.languages = languagesOf(reading);
    this.languageColumn = reading.columns.find((column) => column.role.value.kind === 'language')?.index ?? null;
    this.mixed = reading.notes.some((note) => note.code === 'language-mixed') && this.languages.length === 2;
  }

  take(row: SheetRow): ReadUnit[] {
    const { reading } = this;
    const header = reading.headerRow.value;
    const isData =
      row.number >= reading.firstRow &&
      !isBlank(row) &&
      !row.between &&
      !(row.hidden && !reading.takeHidden) &&
      row.number !== header &&
      !this.repeatsHeader(row);
    if (!isData) {
      this.notData++;
      return [];
    }
    const number = ++this.count;
    const line = row.line ?? row.number;
    const unit = this.unitOf(row);
    const languages = new Set(unit.variants.map((v) => v.language));
    if (languages.size === 0)
      this.left.push({ number, line, reason: 'no text', what: { code: 'no-text', values: {} } });
    else if (languages.size === 1 && !this.keepIncomplete)
      this.left.push({
        number,
        line,
        reason: 'one language',
        what: { code: 'one-language', values: { language: unit.variants[0]!.language } },
      });
    else if (row.doubt && !reading.takeDoubtful)
      this.left.push({ number, line, reason: 'doubtful', what: { code: 'row-doubt', values: { doubt: row.doubt } } });
    else return [{ number, line, unit }];
    return [];
  }

  private unitOf(row: SheetRow): Unit {
    const variants: Variant[] = [];
    const props: Prop[] = [];
    const notes: Note[] = [];
    let tuid = '';
    const stated = this.languageColumn === null ? null : languageIn(row.cells[this.languageColumn] ?? '');
    for (const { index, header, role } of this.reading.columns) {
      const raw = row.cells[index] ?? '';
      const whole = composed(this.reading.source.kind === 'delimited' ? restoredCell(raw) : raw);
      const text = whole.trim();
      if (text === '') continue;
      const said = role.value;
      if (said.kind === 'term' || said.kind === 'term of row') {
        const language = said.kind === 'term' ? said.language : stated;
        // White space at the ends of a segment is part of it.
        if (language) variants.push({ language, ...plainSegment(this.reading.setOff ? text : whole) });
      } else if (said.kind === 'id') tuid = text;
      else if (said.kind === 'field') {
        if (said.field === 'note') notes.push({ text });
        else
          props.push({
            type: said.field === 'administrativeStatus' && header ? header.toLowerCase() : said.field,
            text,
          });
      }
    }
    const placed = this.mixed && variants.length === 2 ? this.byContent(variants) : variants;
    return {
      ...(tuid && { attributes: { tuid } }),
      ...(props.length && { props }),
      ...(notes.length && { notes }),
      variants: placed,
    };
  }

  /** The two languages exchanged where both texts say so. */
  private byContent(variants: readonly Variant[]): readonly Variant[] {
    const [a, b] = variants as [Variant, Variant];
    const names = this.languages.map(primaryLanguage);
    const first = languageAmong(a.text, names);
    const second = languageAmong(b.text, names);
    const turned =
      (first ?? primaryLanguage(b.language)) === primaryLanguage(b.language) &&
      (second ?? primaryLanguage(a.language)) === primaryLanguage(a.language);
    if (!turned || (first === null && second === null)) return variants;
    return [
      { ...b, language: a.language },
      { ...a, language: b.language },
    ];
  }

  private repeatsHeader(row: SheetRow): boolean {
    if (this.reading.headerRow.value === null) return false;
    const named = this.reading.columns.filter((column) => column.header);
    return named.length >= 2 && named.every((column) => (row.cells[column.index] ?? '').trim() === column.header);
  }
}

/** Texts of more words than this are sentences rather than terms. */
const TERM_WORDS = 5;

/** Whether the texts of a sample are sentences: then the file is a memory rather than a glossary. */
export function looksLikeUnits(reading: Reading, rows: readonly SheetRow[]): boolean {
  const columns = reading.columns.filter((column) => column.role.value.kind === 'term').map((column) => column.index);
  let cells = 0;
  let long = 0;
  for (const row of rows) {
    if (row.number < reading.firstRow) continue;
    for (const index of columns) {
      const text = (row.cells[index] ?? '').trim();
      if (text === '') continue;
      cells++;
      const words = text.split(/\s+/).length;
      const isSentence = words >= 3 && /[\p{L}\p{N}][.!?…:。！？]["'”’»)]?$/u.test(text);
      const wide = /[\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}]/u.test(text) && text.length > 15;
      if (words > TERM_WORDS || isSentence || wide) long++;
    }
  }
  return cells > 0 && long >= cells * 0.3;
}
