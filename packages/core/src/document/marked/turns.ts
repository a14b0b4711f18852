/** Lines that take turns, and where a turn is missed. */
import { bare, NUMBER } from './line-marks.js';
import type { MarkedPattern } from './pattern.js';
import type { LanguageAmong, MarkedRow } from './read.js';

type Turns = Extract<MarkedPattern, { readonly kind: 'alternating' }>;

/** Rows that wait for a line that says whether the turn is still right; more are let go as they are. */
const WAITING = 500;

/**
 * Lines in, rows of as many cells as there are turns out. Where the languages are known, a line in the language of
 * another turn shows that one is missing: the rows since the last one that was surely right are in doubt, and the turn
 * begins again with that line.
 */
export class TurnReader {
  private open: { readonly cells: string[]; readonly line: number; sure: number } | null = null;
  private waiting: MarkedRow[] = [];

  constructor(
    private readonly pattern: Turns,
    private readonly languageAmong: LanguageAmong,
  ) {}

  take(raw: string, line: number): MarkedRow[] {
    if (raw.trim() === '') return [];
    const { pattern } = this;
    const numberless = pattern.numbered ? raw.trim().replace(NUMBER, '') : raw.trim();
    const at = this.open?.cells.length ?? 0;
    const text = bare(numberless, pattern.prefixes?.[at]);
    const said = pattern.languages ? this.languageAmong(text, pattern.languages) : null;
    const turn = said === null ? -1 : pattern.languages!.indexOf(said);
    const done = turn >= 0 && turn !== at ? this.slip(turn) : [];
    const missing = turn >= 0 && turn !== at ? turn : 0;
    this.open ??= { cells: Array.from({ length: missing }, () => ''), line, sure: 0 };
    this.open.cells.push(text);
    if (turn > 0 && turn !== at) this.open.sure = -Infinity;
    else if (turn >= 0) this.open.sure++;
    return this.open.cells.length === pattern.size ? [...done, ...this.whole()] : done;
  }

  end(): MarkedRow[] {
    const { open, waiting } = this;
    this.open = null;
    this.waiting = [];
    if (!open) return waiting;
    return [...waiting.map((row) => ({ ...row, doubt: 'out of turn' as const })), rowOf(open, true)];
  }

  /** A row is whole: it is let go once some row is surely right. */
  private whole(): MarkedRow[] {
    const open = this.open!;
    this.open = null;
    this.waiting.push(rowOf(open, open.sure < 0));
    const known = !this.pattern.languages || open.sure === this.pattern.size;
    if (!known && this.waiting.length < WAITING) return [];
    const done = this.waiting;
    this.waiting = [];
    return done;
  }

  /** All rows since the last sure one are in doubt, the open one too. */
  private slip(turn: number): MarkedRow[] {
    const { open } = this;
    const around = this.waiting.map((row) => ({ ...row, doubt: 'out of turn' as const }));
    this.waiting = [];
    this.open = null;
    // A line that only comes too early leaves the row open, without what is missing between.
    if (open && turn > open.cells.length) {
      while (open.cells.length < turn) open.cells.push('');
      this.open = open;
      open.sure = -Infinity;
      return around;
    }
    return open ? [...around, rowOf(open, true)] : around;
  }
}

function rowOf({ cells, line }: { readonly cells: string[]; readonly line: number }, doubt: boolean): MarkedRow {
  return { cells, line, ...(doubt && { doubt: 'out of turn' as const }) };
}
