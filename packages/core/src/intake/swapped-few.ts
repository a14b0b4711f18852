/**
 * Exchanged languages in tables too small to learn from: by the scripts of the two columns, by what each cell reads as, and
 * by capitals where the two columns differ in them.
 */
import { oddsBetween } from '../language/identify.js';
import { primaryLanguage, type LanguageTag } from '../language/tags.js';

/** Logarithm of the odds that both cells together must give. */
const ENOUGH = 3;
/** Below this a cell leaves it open. */
const OPEN = 0.3;
/** Characters from which one cell is enough. */
const LONG = 14;
/** Rows that show how a column is written. */
const LEAST = 4;
/** Of the cells of a column. */
const MOST = 0.8;
/** What capitals the wrong way round in both cells say. */
const CAPITALS = 2;

const SCRIPTS = ['Latn', 'Cyrl', 'Grek', 'Arab', 'Hebr', 'Han', 'Hira', 'Kana', 'Hang', 'Thai', 'Deva'] as const;
const OF_SCRIPT = SCRIPTS.map((script) => [script, new RegExp(`\\p{sc=${script}}`, 'gu')] as const);

interface Shape {
  /** Of most cells; null: there is none. */
  readonly script: string | null;
  /** Share of the cells that begin with a capital, 0 to 1. */
  readonly capital: number;
}

export class FewSwaps {
  private readonly left: Shape;
  private readonly right: Shape;
  private readonly languages: readonly [string, string];
  private readonly rows: number;

  constructor(rows: readonly (readonly [string, string])[], languages: readonly [LanguageTag, LanguageTag]) {
    const filled = rows.filter(([a, b]) => a.trim() !== '' && b.trim() !== '' && a.trim() !== b.trim());
    this.rows = filled.length;
    this.left = shapeOf(filled.map(([a]) => a));
    this.right = shapeOf(filled.map(([, b]) => b));
    this.languages = [primaryLanguage(languages[0]), primaryLanguage(languages[1])];
  }

  isSwapped(a: string, b: string): boolean {
    if (this.rows < LEAST || a.trim() === '' || b.trim() === '' || a.trim() === b.trim()) return false;
    const { left, right } = this;
    if (left.script && right.script && left.script !== right.script)
      return scriptOf(a) === right.script && scriptOf(b) === left.script;
    const [from, to] = this.languages;
    const first = oddsBetween(a, from, to);
    const second = oddsBetween(b, to, from);
    // One cell may leave it open, but none may speak against it.
    if (first < 0 || second < 0) return false;
    const capitals = this.capitals(a, b);
    // One short word alone reads as any language: "fairway" as French.
    const isAlone = first < OPEN || second < OPEN;
    if (isAlone && capitals <= 0 && (first < OPEN ? b : a).length < LONG) return false;
    return first + second + capitals >= ENOUGH;
  }

  /** Nouns of one column begin with capitals, those of the other do not, and this row has it the other way round. */
  private capitals(a: string, b: string): number {
    const [one, other] = [isCapital(a), isCapital(b)];
    if (this.left.capital >= MOST && this.right.capital <= 1 - MOST) return !one && other ? CAPITALS : -CAPITALS;
    if (this.right.capital >= MOST && this.left.capital <= 1 - MOST) return one && !other ? CAPITALS : -CAPITALS;
    return 0;
  }
}

function shapeOf(cells: readonly string[]): Shape {
  const scripts = cells.map(scriptOf);
  const script =
    scripts.find((one) => scripts.filter((other) => other === one).length >= scripts.length * MOST) ?? null;
  return { script, capital: cells.length ? cells.filter(isCapital).length / cells.length : 0 };
}

const isCapital = (cell: string): boolean => /^\P{L}*\p{Lu}/u.test(cell);

/** Kana and Han are one script here: Japanese has both. */
function scriptOf(cell: string): string | null {
  let [best, most] = [null as string | null, 0];
  for (const [script, pattern] of OF_SCRIPT) {
    const count = cell.match(pattern)?.length ?? 0;
    if (count > most) [best, most] = [script, count];
  }
  return best === 'Hira' || best === 'Kana' ? 'Han' : best;
}
