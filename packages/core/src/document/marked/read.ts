/** Lines of marked bilingual text in, rows of cells out. */
import { generalised, PREFIX } from './line-marks.js';
import { cutAllMarked, find, type MarkedPattern, type PatternByMarks } from './pattern.js';
import type { RowDoubt } from '../../sheet/model.js';
import { RecordReader } from './records.js';
import { TurnReader } from './turns.js';

export interface MarkedRow {
  readonly cells: string[];
  readonly line: number;
  readonly doubt?: RowDoubt;
}

/** Which of the languages a line is in, or null where it does not say. */
export type LanguageAmong = (line: string, languages: readonly string[]) => string | null;

/** Lines in, rows of cells out, each with the line (from 1) on which it began. What fits nothing is a row by itself. */
export class MarkedReader {
  private open: { cells: string[]; line: number; marks: string[] } | null = null;
  private blocks: { language: string; lines: string[]; line: number }[] = [];
  /** Reads records, or lines in turn. */
  private readonly inner: RecordReader | TurnReader | null;

  /** @param languageAmong what tells the languages of blocks apart; no other kind of pattern asks */
  constructor(pattern: PatternByMarks);
  constructor(pattern: MarkedPattern, languageAmong: LanguageAmong);
  constructor(
    private readonly pattern: MarkedPattern,
    private readonly languageAmong: LanguageAmong = () => null,
  ) {
    this.inner =
      pattern.kind === 'records'
        ? new RecordReader(pattern)
        : pattern.kind === 'alternating'
          ? new TurnReader(pattern, languageAmong)
          : null;
  }

  take(text: string, line: number): MarkedRow[] {
    const { pattern } = this;
    switch (pattern.kind) {
      case 'marks':
        return this.byMarks(text, line, pattern.marks);
      case 'prefixes':
        return this.byPrefix(text, line, pattern.marks);
      case 'alternating':
      case 'records':
        return this.inner!.take(text, line);
      case 'blocks':
        return this.byLanguage(text, line, pattern.languages);
    }
  }

  end(): MarkedRow[] {
    if (this.inner) return this.inner.end();
    return this.pattern.kind === 'blocks' ? this.flushBlocks() : this.flush();
  }

  private flush(): MarkedRow[] {
    const { open } = this;
    this.open = null;
    return open ? [{ cells: open.cells, line: open.line }] : [];
  }

  /** A text in marks may go on over several lines. */
  private byMarks(text: string, line: number, marks: readonly string[]): MarkedRow[] {
    if (text.trim() === '') return this.open ? this.flush() : [];
    const whole = this.open ? `${this.open.cells[0]}\n${text}` : text;
    const rows = cutAllMarked(whole, marks);
    if (rows) {
      const begun = this.open?.line ?? line;
      this.open = null;
      return rows.map((cells) => ({ cells, line: begun }));
    }
    const begins = marks[0] !== '' && find(text, marks[0]!, 0)?.from === text.length - text.trimStart().length;
    const before = begins ? this.flush() : [];
    if (this.open) this.open.cells[0] = whole;
    else this.open = { cells: [text], line, marks: [] };
    return marks.at(-1) === '' ? [...before, ...this.flush()] : before;
  }

  private byPrefix(text: string, line: number, marks: readonly string[]): MarkedRow[] {
    if (text.trim() === '') return [];
    const trimmed = text.trim();
    if (!/\p{L}/u.test(trimmed)) return this.flush();
    const found = PREFIX.exec(trimmed);
    const mark = found ? generalised(found[0].trim()) : '';
    const at = marks.indexOf(mark);
    if (at < 0) {
      // A line that goes on.
      const last = this.open?.cells.length ?? 0;
      if (!this.open) return [{ cells: [trimmed], line }];
      this.open.cells[last - 1] += `\n${trimmed}`;
      return [];
    }
    const done = at === 0 || this.open?.marks.includes(mark) ? this.flush() : [];
    this.open ??= { cells: [], line, marks: [] };
    while (this.open.cells.length < at) this.open.cells.push('');
    this.open.cells[at] = trimmed.slice(found![0].length).trim();
    this.open.marks.push(mark);
    return done;
  }

  private byLanguage(text: string, line: number, languages: readonly [string, string]): MarkedRow[] {
    const trimmed = text.trim();
    if (trimmed === '') return [];
    const current = this.blocks.at(-1);
    const language = this.languageAmong(trimmed, languages) ?? current?.language ?? languages[0];
    if (current?.language === language) {
      current.lines.push(trimmed);
      return [];
    }
    const done = this.blocks.length === 2 ? this.flushBlocks() : [];
    this.blocks.push({ language, lines: [trimmed], line });
    return done;
  }

  /** Line by line where both blocks have as many lines, otherwise each block as one. */
  private flushBlocks(): MarkedRow[] {
    const [first, second] = this.blocks;
    this.blocks = [];
    if (!first) return [];
    const { languages, even } = this.pattern as Extract<MarkedPattern, { kind: 'blocks' }>;
    const cells = (of: string, i: number | null): string => {
      const block = first.language === of ? first : second?.language === of ? second : undefined;
      return block ? (i === null ? block.lines.join('\n') : (block.lines[i] ?? '')) : '';
    };
    if (second && first.lines.length !== second.lines.length)
      return [
        {
          cells: languages.map((language) => cells(language, null)),
          line: first.line,
          ...(even && { doubt: 'out of turn' }),
        },
      ];
    return first.lines.map((_, i) => ({
      cells: languages.map((language) => cells(language, i)),
      line: first.line + i,
    }));
  }
}

/** All rows of some lines, by a pattern that needs no languages. */
export function markedRows(lines: readonly string[], pattern: PatternByMarks): MarkedRow[] {
  const reader = new MarkedReader(pattern);
  return [...lines.flatMap((line, k) => reader.take(line, k + 1)), ...reader.end()];
}
