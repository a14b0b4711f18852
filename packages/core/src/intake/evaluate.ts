/**
 * Rows to outcomes: every row of a file becomes an entry, joins one, is held back with a question, or is no data.
 * The four always sum to the rows of the file.
 */
import { primaryLanguage, type LanguageTag } from '../language/tags.js';
import { isBlank, isRule, type SheetRow } from '../sheet/model.js';
import { draftKeys, joinedDrafts, termLanguages, type Draft } from './draft.js';
import { matchOf, NOTHING_THERE, type Existing } from './join.js';
import type { Question } from './questions.js';
import { cellsBeyond, languagesOf, type CleaningStepId, type Reading } from './reading.js';
import { RowReader } from './rows-to-draft.js';
import { answerColumns, answered, isLeftOut, isUnanswered, withCells, type AnswerColumns } from './corrected-row.js';
import { EarlierRows } from './earlier-rows.js';
import { isSwapped, termPair, turned, type Swaps, type TermPair } from './exchanged-languages.js';
import {
  addsFields,
  following,
  type NotDataReason,
  type Outcome,
  type Placed,
  type RowDecision,
  type StepCount,
  type Tally,
} from './outcome.js';
import type { RowAhead } from './rows-ahead.js';

export interface EvaluationOptions {
  readonly existing?: Existing;
  readonly decisions?: ReadonlyMap<number, RowDecision>;
  /** Rows with one language only become entries instead of questions. */
  readonly keepIncomplete?: boolean;
  /** No row is held back: each is taken as it is. */
  readonly takeAll?: boolean;
  /** Finds rows whose two languages are exchanged. */
  readonly swaps?: Swaps | null;
}

interface Member<R extends SheetRow> {
  readonly row: R;
  /** Null: the row is no data, and stands here only to keep the order. */
  readonly draft: Draft | null;
  /** Null: not worked out yet. */
  readonly swapped: boolean | null;
  readonly outcome: Outcome | null;
}

interface Open<R extends SheetRow> {
  readonly id: string | null;
  readonly members: Member<R>[];
}

const EXAMPLES = 40;
/** A concept of more rows than this is a mistake in the reading; it is cut so that memory stays flat. */
const GROUP_LIMIT = 5000;

/**
 * Feed it the rows in their order; it gives back rows with their outcomes as soon as they are certain, in order. Ask
 * for the tally at any time. Memory grows with the number of terms.
 */
export class Evaluation<R extends SheetRow = SheetRow> {
  private readonly languages: readonly LanguageTag[];
  private readonly header: readonly string[];
  private readonly reader: RowReader;
  private readonly swaps: Swaps | null;
  private readonly pair: TermPair | null;
  private readonly earlier = new EarlierRows();
  private readonly ids = new Map<string, number>();
  private readonly counts = { rows: 0, entries: 0, joined: 0, heldBack: 0, notData: 0 };
  private readonly steps = new Map<CleaningStepId, { touched: number; rows: number[] }>();
  private readonly existing: Existing;
  private readonly decisions: ReadonlyMap<number, RowDecision>;
  private readonly keepIncomplete: boolean;
  private readonly takeAll: boolean;
  private readonly answers: AnswerColumns;
  private last = 0;
  private open: Open<R> | null = null;
  /** Rows between those that were fed: in a spreadsheet, empty rows that are not stored. */
  gaps = 0;

  constructor(
    private readonly reading: Reading,
    options: EvaluationOptions = {},
  ) {
    this.languages = languagesOf(reading);
    this.header = reading.columns.map((column) => column.header);
    this.reader = new RowReader(reading);
    this.existing = options.existing ?? NOTHING_THERE;
    this.decisions = options.decisions ?? new Map();
    this.keepIncomplete = options.keepIncomplete ?? isExchange(reading);
    this.takeAll = options.takeAll ?? false;
    this.answers = answerColumns(reading);
    this.swaps = options.swaps ?? null;
    this.pair = termPair(reading);
  }

  /** All rows with their outcomes. */
  static *of<R extends SheetRow>(evaluation: Evaluation<R>, rows: Iterable<R>): Generator<Placed<R>> {
    for (const row of rows) yield* evaluation.see(row);
    yield* evaluation.end();
  }

  static async *ofAsync<R extends SheetRow>(
    evaluation: Evaluation<R>,
    rows: AsyncIterable<R>,
  ): AsyncGenerator<Placed<R>> {
    for await (const row of rows) yield* evaluation.see(row);
    yield* evaluation.end();
  }

  /** @param ahead what the row says by itself, if it was worked out before; corrected rows are worked out anew */
  see(row: R, ahead: RowAhead | null = null): Placed<R>[] {
    const gap = Math.max(0, row.number - this.last - 1);
    this.last = row.number;
    this.gaps += gap;
    this.counts.rows += gap;
    this.counts.notData += gap;
    const decision = this.decisions.get(row.number);
    const corrected = this.corrected(row, decision);
    const reason = decision?.verdict === 'leave' ? 'left out' : this.notData(corrected);
    if (reason && (decision?.verdict !== 'take' || reason === 'left out')) return this.aside(row, reason);
    const member = this.member(row, corrected, corrected === row ? ahead : null);
    const id = this.reader.idOf(corrected);
    if (this.reading.grouping.value === 'rows') {
      this.open = { id, members: [member] };
      return this.flush();
    }
    if (this.open && this.goesOn(corrected, id) && this.open.members.length < GROUP_LIMIT) {
      this.open.members.push(member);
      return [];
    }
    const done = this.flush();
    this.open = { id, members: [member] };
    return done;
  }

  private member(row: R, corrected: SheetRow, ahead: RowAhead | null): Member<R> {
    if (ahead) {
      for (const step of ahead.steps) this.count(step, row.number);
      return { row, draft: ahead.draft, swapped: ahead.swapped, outcome: null };
    }
    const draft = this.reader.draftOf(corrected, (step) => this.count(step, row.number));
    return { row, draft, swapped: null, outcome: null };
  }

  /** What is still open. */
  end(): Placed<R>[] {
    return this.flush();
  }

  get tally(): Tally {
    return { ...this.counts };
  }

  stepCount(id: CleaningStepId): StepCount {
    return this.steps.get(id) ?? { touched: 0, rows: [] };
  }

  private goesOn(row: SheetRow, id: string | null): boolean {
    const { open } = this;
    if (!open) return false;
    if (this.reading.grouping.value === 'id') return id !== null && id === open.id;
    const leading = this.reading.columns.find((column) => column.role.value.kind !== 'ignored')?.index ?? 0;
    return (row.cells[leading] ?? '').trim() === '' && (id === null || id === open.id);
  }

  /** A row that is no data does not end a concept of several rows. */
  private aside(row: R, reason: NotDataReason): Placed<R>[] {
    const outcome: Outcome = { kind: 'not data', reason };
    if (this.open) {
      this.open.members.push({ row, draft: null, swapped: null, outcome });
      return [];
    }
    return [this.counted({ row, outcome })];
  }

  private flush(): Placed<R>[] {
    const { open } = this;
    this.open = null;
    if (!open) return [];
    const rows = open.members.filter((member) => member.draft !== null);
    const outcomes = new Map<R, Outcome>();
    const drafts = rows.map((member) => member.draft!);
    const draft = drafts.length === 1 ? drafts[0]! : drafts.reduce(joinedDrafts);
    const numbers = rows.map((member) => member.row.number);
    const first = this.firstOutcome(rows[0]!, draft, open.id, numbers);
    rows.forEach((member, i) =>
      outcomes.set(member.row, i === 0 ? first : following(first, numbers[0]!, member.draft!)),
    );
    return open.members.map(({ row, outcome }) => this.counted({ row, outcome: outcome ?? outcomes.get(row)! }));
  }

  private firstOutcome(
    { row, swapped }: Member<R>,
    draft: Draft,
    id: string | null,
    numbers: readonly number[],
  ): Outcome {
    const decision = this.decisions.get(row.number);
    if (termLanguages(draft).length === 0) return { kind: 'not data', reason: 'no term' };
    const question = this.questionOf(this.corrected(row, decision), draft, numbers.length, decision, swapped);
    if (question && decision?.verdict !== 'take' && !this.takeAll) {
      return numbers.length === 1 && isTotal(row, draft)
        ? { kind: 'not data', reason: 'total' }
        : { kind: 'held back', question };
    }
    return this.placed(draft, row.number, id, numbers, decision);
  }

  private counted(placed: Placed<R>): Placed<R> {
    this.counts.rows++;
    const { kind } = placed.outcome;
    if (kind === 'entry') this.counts.entries++;
    else if (kind === 'held back') this.counts.heldBack++;
    else if (kind === 'not data') this.counts.notData++;
    else this.counts.joined++;
    return placed;
  }

  /** With the corrections of a person, the client's answer in its place, and its languages exchanged if need be. */
  private corrected(row: R, decision: RowDecision | undefined): SheetRow {
    let result: SheetRow = decision?.cells ? withCells(row, decision.cells) : row;
    if (this.answers.answer !== null) result = answered(result, this.answers.answer, this.reading);
    return decision?.verdict === 'turn' ? turned(result, this.reading) : result;
  }

  private notData(row: SheetRow): NotDataReason | null {
    const { reading } = this;
    if (row.hidden && !reading.takeHidden) return 'hidden';
    if (isBlank(row)) return 'blank';
    if (row.between) return row.between;
    const header = reading.headerRow.value;
    if (header !== null && row.number >= header && row.number < reading.firstRow) return 'header';
    if (row.number < reading.firstRow) return 'title';
    if (header !== null && this.repeatsHeader(row)) return 'header again';
    if (reading.source.kind === 'delimited' && /^#(\s|$)/.test(row.cells[0]!)) return 'comment';
    if (isRuleRow(row)) return 'rule';
    const { answer, leaves } = this.answers;
    if (answer !== null || leaves !== null) {
      if (isLeftOut(row, this.answers)) return 'client leaves out';
      if (answer !== null && isUnanswered(row, answer, reading)) return 'no answer';
    }
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

  private count(id: CleaningStepId, row: number): void {
    let step = this.steps.get(id);
    if (!step) this.steps.set(id, (step = { touched: 0, rows: [] }));
    step.touched++;
    if (step.rows.length < EXAMPLES && step.rows.at(-1) !== row) step.rows.push(row);
  }

  private questionOf(
    row: SheetRow,
    draft: Draft,
    rows: number,
    decision: RowDecision | undefined,
    known: boolean | null,
  ): Question | null {
    const extra = cellsBeyond(row, this.reading);
    if (extra.length && rows === 1 && this.isCutWithin(row)) {
      const columns = this.reading.columns.length;
      return { kind: 'extra cells', cells: columns + extra.length, columns, text: extra.join(' · ') };
    }
    const given = termLanguages(draft);
    if (row.doubt && !this.reading.takeDoubtful && decision?.cells === undefined && given.length > 0)
      return { kind: 'row doubt', doubt: row.doubt };
    for (const { language, terms } of given)
      for (const { text } of terms) if (isUnreadable(text, language)) return { kind: 'unreadable', text };
    const missing = rows === 1 ? this.reader.placeholders(row) : NO_LANGUAGES;
    if (missing.length > 0 && given.length > 0)
      return {
        kind: 'missing',
        languages: missing,
        given: given.flatMap(({ terms }) => terms.map(({ text }) => text)).join('; '),
      };
    const swapped = decision?.verdict === 'turn' ? null : this.swappedIn(row, known);
    if (swapped) return swapped;
    const complete = given.length >= 2 || this.languages.length < 2;
    // A row that lacks the first language only is an entry all the same: it is found from the other side, and
    // Inspect reports what is missing. A row with nothing but its first term is a question, unless it refers to
    // another entry.
    const source = given[0]!;
    if (complete || this.keepIncomplete || source.language !== this.languages[0]) return null;
    if (draft.fields.crossReference?.length) return null;
    return {
      kind: 'missing',
      languages: this.languages.filter((language) => language !== source.language),
      given: source.terms.map((term) => term.text).join('; '),
    };
  }

  /** "Rad, groß,wheel": a text with a comma of its own was cut at it, so that the cells behind it are one too far. */
  private isCutWithin({ cells }: SheetRow): boolean {
    const { source } = this.reading;
    if (source.kind !== 'delimited' || !/^[,;:]$/.test(source.delimiter.value ?? '')) return false;
    return cells.some((cell, i) => i > 0 && /^\s\S/.test(cell) && !/^\s/.test(this.header[i] ?? ''));
  }

  private swappedIn(row: SheetRow, known: boolean | null): Question | null {
    const { pair } = this;
    if (!pair || !(known ?? isSwapped(row, pair, this.swaps))) return null;
    this.count('swapped', row.number);
    return this.reading.steps.swapped ? { kind: 'swapped', languages: [pair[0].language, pair[1].language] } : null;
  }

  /** New, or the same as an earlier row or a concept that is there already. */
  private placed(
    draft: Draft,
    row: number,
    id: string | null,
    rows: readonly number[],
    decision: RowDecision | undefined,
  ): Outcome {
    const match = decision?.verdict === 'take' ? null : matchOf(draft, this.reading.join, this.existing);
    if (match?.kind === 'contradicts') {
      const { concept, draft: said } = match;
      if (decision?.verdict === 'join') return { kind: 'joined existing', draft: said, concept, how: 'adds' };
      if (decision?.verdict === 'replace') return { kind: 'joined existing', draft: said, concept, how: 'replaces' };
      return { kind: 'held back', question: { ...match.by, kind: 'contradicts', concept } };
    }
    if (match) return { kind: 'joined existing', draft: match.draft, concept: match.concept, how: match.kind };
    const first = id !== null && this.reading.grouping.value === 'id' ? this.ids.get(id) : undefined;
    if (first !== undefined) return { kind: 'joined', draft, row: first, how: 'adds' };
    const keys = draftKeys(draft);
    if (termLanguages(draft).length >= 2 && decision?.verdict !== 'take') {
      const earlier = this.earlier.withAll(keys);
      if (earlier !== undefined) {
        this.count('duplicates', row);
        if (this.reading.steps.duplicates) return { kind: 'joined', draft, row: earlier, how: addsFields(draft) };
      }
    }
    if (id !== null && this.reading.grouping.value === 'id') this.ids.set(id, row);
    this.earlier.add(keys, row);
    return { kind: 'entry', draft, rows };
  }
}

function isExchange({ source }: Reading): boolean {
  return source.kind === 'tbx' || source.kind === 'tmx' || source.kind === 'xliff';
}

const TOTAL = /^(total|totals|summe|gesamt|insgesamt|yhteensä|suma|razem|somme|totale|totaal|summa|合計)\b[\s:.\d]*$/iu;

/** "Total | 40" at the foot of a sheet. */
function isTotal(row: SheetRow, draft: Draft): boolean {
  return draft.languages.length === 1 && row.cells.some((cell) => TOTAL.test(cell.trim()));
}

/** "-----;-----", "+-----+-----+". */
function isRuleRow({ cells }: SheetRow): boolean {
  const drawn = (cell: string): boolean => isRule(cell) || /^[-=_~+|:\s]*$/.test(cell);
  return cells.some(isRule) && cells.every(drawn);
}

const NO_LANGUAGES: readonly LanguageTag[] = [];

/** What is left where text was read in a wrong encoding: no letters, boxes and blocks, control characters, private use. */
const NO_LETTER = /[\uFFFD\u2500-\u259F\u0080-\u009F\uE000-\uF8FF]/;
/** Half-width katakana: in Japanese an old habit, elsewhere letters with accents read as Shift_JIS. */
const HALF_WIDTH_KANA = /[\uFF61-\uFF9F]/;

function isUnreadable(text: string, language: LanguageTag): boolean {
  return NO_LETTER.test(text) || (HALF_WIDTH_KANA.test(text) && primaryLanguage(language) !== 'ja');
}
