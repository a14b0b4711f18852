/**
 * Rows to outcomes: every row of a file becomes an entry, joins one, is held back with a question, or is no data.
 * The four always sum to the rows of the file.
 */
import { languageName, type LanguageTag } from '../language/tags.js';
import { restoredCell } from '../sheet/delimited-write.js';
import { isBlank, type SheetRow } from '../sheet/model.js';
import { cleanCell } from './cleaning/steps.js';
import { draftKeys, type Draft, type DraftTerm } from './draft.js';
import { languagesOf, type CleaningStepId, type ColumnReading, type Reading } from './reading.js';

export type NotDataReason =
  'blank' | 'title' | 'header' | 'header again' | 'hidden' | 'total' | 'comment' | 'left out' | 'no term';

export type Question =
  | { readonly kind: 'missing'; readonly languages: readonly LanguageTag[]; readonly given: string }
  | { readonly kind: 'extra cells'; readonly cells: number; readonly columns: number; readonly text: string }
  | { readonly kind: 'unreadable'; readonly text: string };

export type Outcome =
  | { readonly kind: 'entry'; readonly draft: Draft }
  | { readonly kind: 'joined'; readonly draft: Draft; readonly row: number }
  | { readonly kind: 'joined existing'; readonly draft: Draft; readonly concept: number }
  | { readonly kind: 'held back'; readonly question: Question }
  | { readonly kind: 'not data'; readonly reason: NotDataReason };

/** What a person decided about a row: other texts for its cells, take it as it is, or leave it out. */
export interface RowDecision {
  readonly cells?: Readonly<Record<number, string>>;
  readonly verdict?: 'take' | 'leave';
}

/** Finds concepts that are there already: ids of those that have the term (by its draft key). */
export type Existing = (key: string) => readonly number[];

export interface Tally {
  readonly rows: number;
  readonly entries: number;
  readonly joined: number;
  readonly heldBack: number;
  readonly notData: number;
}

export interface StepCount {
  /** Cells (for duplicates: rows) that the step changes, or would change if it were switched on. */
  readonly touched: number;
  /** The first rows concerned. */
  readonly rows: readonly number[];
}

const EXAMPLES = 40;

/** Feed it the rows in their order; ask for the tally at any time. Memory grows with the number of terms. */
export class Evaluation {
  private readonly languages: readonly LanguageTag[];
  private readonly columns: readonly ColumnReading[];
  private readonly header: readonly string[];
  private readonly seen = new Map<string, number | number[]>();
  private readonly counts = { rows: 0, entries: 0, joined: 0, heldBack: 0, notData: 0 };
  private readonly steps = new Map<CleaningStepId, { touched: number; rows: number[] }>();
  private last = 0;
  /** Rows between those that were fed: in a spreadsheet, empty rows that are not stored. */
  gaps = 0;

  constructor(
    private readonly reading: Reading,
    private readonly existing: Existing = () => [],
    private readonly decisions: ReadonlyMap<number, RowDecision> = new Map(),
    /** Rows with one language only become entries instead of questions. */
    private readonly keepIncomplete = reading.source.kind === 'tbx' || reading.source.kind === 'tmx',
  ) {
    this.languages = languagesOf(reading);
    this.columns = reading.columns.filter((column) => column.role.value.kind !== 'ignored');
    this.header = reading.columns.map((column) => column.header);
  }

  see(row: SheetRow): Outcome {
    const gap = Math.max(0, row.number - this.last - 1);
    this.last = row.number;
    this.gaps += gap;
    this.counts.rows += gap + 1;
    this.counts.notData += gap;
    const outcome = this.outcomeOf(row);
    if (outcome.kind === 'entry') this.counts.entries++;
    else if (outcome.kind === 'held back') this.counts.heldBack++;
    else if (outcome.kind === 'not data') this.counts.notData++;
    else this.counts.joined++;
    return outcome;
  }

  get tally(): Tally {
    return { ...this.counts };
  }

  stepCount(id: CleaningStepId): StepCount {
    return this.steps.get(id) ?? { touched: 0, rows: [] };
  }

  private outcomeOf(row: SheetRow): Outcome {
    const decision = this.decisions.get(row.number);
    if (decision?.verdict === 'leave') return { kind: 'not data', reason: 'left out' };
    const corrected = decision?.cells ? withCells(row, decision.cells) : row;
    const reason = this.notData(corrected);
    if (reason && decision?.verdict !== 'take') return { kind: 'not data', reason };
    const draft = this.draftOf(corrected);
    if (draft.languages.length === 0) return { kind: 'not data', reason: 'no term' };
    const question = this.questionOf(corrected, draft);
    if (question && decision?.verdict !== 'take') {
      return isTotal(corrected, draft) ? { kind: 'not data', reason: 'total' } : { kind: 'held back', question };
    }
    return this.placed(draft, row.number);
  }

  private notData(row: SheetRow): NotDataReason | null {
    const { reading } = this;
    if (row.hidden && !reading.takeHidden) return 'hidden';
    if (isBlank(row)) return 'blank';
    if (row.number === reading.headerRow.value) return 'header';
    if (row.number < reading.firstRow) return 'title';
    if (reading.headerRow.value !== null && this.repeatsHeader(row)) return 'header again';
    if (reading.source.kind === 'delimited' && /^#(\s|$)/.test(row.cells[0]!)) return 'comment';
    return null;
  }

  private repeatsHeader(row: SheetRow): boolean {
    let filled = 0;
    for (let i = 0; i < this.header.length; i++) {
      if ((row.cells[i] ?? '').trim() !== this.header[i]) return false;
      if (this.header[i]) filled++;
    }
    return filled >= 2;
  }

  private draftOf(row: SheetRow): Draft {
    const byLanguage = new Map<LanguageTag, DraftTerm[]>();
    const notes: string[] = [];
    let newest: { readonly language: LanguageTag; readonly from: number } | null = null;
    for (const column of this.columns) {
      const cell = row.cells[column.index] ?? '';
      const role = column.role.value;
      if (role.kind === 'term') {
        const terms: DraftTerm[] = byLanguage.get(role.language) ?? [];
        newest = { language: role.language, from: terms.length };
        if (cell.trim() === '') continue;
        for (const piece of this.cleaned(cell, row.number)) addTerm(terms, piece);
        if (terms.length) byLanguage.set(role.language, terms);
      } else if (role.kind === 'note' && cell.trim() !== '') {
        const text = cell.trim();
        const terms: DraftTerm[] | undefined = role.language ? byLanguage.get(role.language) : undefined;
        const at: number = role.language && newest?.language === role.language ? newest.from : 0;
        const term = terms?.[at];
        if (terms && term) terms[at] = { ...term, notes: [...term.notes, text] };
        else notes.push(text);
      }
    }
    return { languages: [...byLanguage].map(([language, terms]) => ({ language, terms })), notes };
  }

  private cleaned(cell: string, row: number): readonly DraftTerm[] {
    const text = this.reading.source.kind === 'delimited' ? restoredCell(cell) : cell;
    const { pieces, touched, wouldTouch } = cleanCell(text, this.reading.steps, this.reading);
    for (const id of touched) this.count(id, row);
    for (const id of wouldTouch) this.count(id, row);
    return pieces;
  }

  private count(id: CleaningStepId, row: number): void {
    let step = this.steps.get(id);
    if (!step) this.steps.set(id, (step = { touched: 0, rows: [] }));
    step.touched++;
    if (step.rows.length < EXAMPLES && step.rows.at(-1) !== row) step.rows.push(row);
  }

  private questionOf(row: SheetRow, draft: Draft): Question | null {
    const width = this.reading.columns.length;
    const extra = row.cells.slice(width).filter((cell) => cell.trim() !== '');
    if (extra.length)
      return { kind: 'extra cells', cells: width + extra.length, columns: width, text: extra.join(' · ') };
    const broken = draft.languages.flatMap((l) => l.terms).find((term) => term.text.includes('\uFFFD'));
    if (broken) return { kind: 'unreadable', text: broken.text };
    const given = draft.languages[0]!;
    const complete = draft.languages.length >= 2 || this.languages.length < 2;
    // A row that lacks the first language only is an entry all the same: it is found from the other side, and
    // Inspect reports what is missing. A row with nothing but its first term is a question.
    if (complete || this.keepIncomplete || given.language !== this.languages[0]) return null;
    return {
      kind: 'missing',
      languages: this.languages.filter((language) => language !== given.language),
      given: given.terms.map((term) => term.text).join('; '),
    };
  }

  /** New, or the same as an earlier row or a concept that is there already. */
  private placed(draft: Draft, row: number): Outcome {
    const keys = draftKeys(draft);
    const comparable = draft.languages.length >= 2;
    if (comparable) {
      const concept = common(keys.map((key) => this.existing(key)));
      if (concept !== undefined) return { kind: 'joined existing', draft, concept };
      const earlier = common(keys.map((key) => asList(this.seen.get(key))));
      if (earlier !== undefined) {
        this.count('duplicates', row);
        if (this.reading.steps.duplicates) return { kind: 'joined', draft, row: earlier };
      }
    }
    for (const key of keys) {
      const there = this.seen.get(key);
      // One number instead of a list for the many terms that occur once: a third of the memory.
      if (there === undefined) this.seen.set(key, row);
      else if (typeof there === 'number') this.seen.set(key, [there, row]);
      else there.push(row);
    }
    return { kind: 'entry', draft };
  }
}

function asList(value: number | readonly number[] | undefined): readonly number[] {
  return value === undefined ? [] : typeof value === 'number' ? [value] : value;
}

/** The first number that stands in all lists. */
function common(lists: readonly (readonly number[])[]): number | undefined {
  const [shortest, ...others] = [...lists].sort((a, b) => a.length - b.length);
  return shortest?.find((value) => others.every((list) => list.includes(value)));
}

function addTerm(terms: DraftTerm[], piece: DraftTerm): void {
  const at = terms.findIndex((term) => term.text === piece.text);
  const there = terms[at];
  if (!there) terms.push({ text: piece.text, notes: piece.notes });
  else if (piece.notes.length) terms[at] = { ...there, notes: [...there.notes, ...piece.notes] };
}

/** The row with corrected cells. */
export function withCells(row: SheetRow, changes: Readonly<Record<number, string>>): SheetRow {
  const cells = [...row.cells];
  for (const [index, text] of Object.entries(changes)) {
    while (cells.length <= Number(index)) cells.push('');
    cells[Number(index)] = text;
  }
  return { ...row, cells };
}

const TOTAL = /^(total|totals|summe|gesamt|insgesamt|yhteensä|suma|razem|somme|totale|totaal|summa|合計)\b[\s:.\d]*$/iu;

/** "Total | 40" at the foot of a sheet. */
function isTotal(row: SheetRow, draft: Draft): boolean {
  return draft.languages.length === 1 && row.cells.some((cell) => TOTAL.test(cell.trim()));
}

/** The question of a held-back row in words, for the margin and the query list. */
export function questionText(question: Question, reader = 'en'): string {
  switch (question.kind) {
    case 'missing': {
      const names = question.languages.map((language) => languageName(language, reader)).join(' or ');
      return `What is “${question.given}” in ${names}?`;
    }
    case 'extra cells':
      return `This row has ${question.cells} cells where the table has ${question.columns} columns. Where does “${question.text}” belong?`;
    case 'unreadable':
      return `Some letters of “${question.text}” cannot be read. Which ones are they?`;
  }
}
