/** How lines of running text are cut into cells: proposed from the lines, or taken from an example. */
import { because, type Guess } from '../guess.js';
import { cutAtPlaces, type CutsPattern } from './cuts.js';

/** How a line of text is cut into cells: at marks, or at places where columns begin. */
export type LinePattern = BetweenPattern | CutsPattern;

/**
 * How a line of text is cut into cells: at the first `between`, and what follows at the first `then` once more
 * ("term – term: definition"). With `groups` the line holds several entries side by side ("a | b :: c | d").
 */
export interface BetweenPattern {
  readonly between: string;
  readonly then: string | null;
  readonly groups: string | null;
}

/** What stands between a term and its translation, in order of weight. Common practice. */
const BETWEEN = ['\t', ' :: ', ' – ', ' — ', ' = ', ' → ', ' -> ', ' - ', ': ', ' : ', ' | ', '; '] as const;
/** Dots that lead from one text to the other, as many as it takes. */
export const LEADERS = '...';
/** What stands between the translation and a definition. */
const THEN = ['\t', ': ', ' – ', ' — ', '; ', ' | '] as const;
const SAMPLE = 1000;
/** A colon hardly ever stands inside a term: where some lines have one, a definition follows it. */
const COLON = 0.2;

/** @param lines paragraphs, or lines of a text; headings left out */
export function proposedPattern(lines: readonly string[]): Guess<BetweenPattern | null> {
  const some = lines.filter((line) => line.trim() !== '' && !/^#(\s|$)/.test(line)).slice(0, SAMPLE);
  if (some.length === 0) return { value: null, sureness: 0.5, reason: because('no-text') };
  const best = BETWEEN.map((between) => ({ between, share: shareCut(some, between) })).sort(
    (a, b) => b.share - a.share,
  )[0]!;
  if (best.share < 0.5) return { value: null, sureness: 0.6, reason: because('no-mark') };
  const { between } = best;
  const rests = some.flatMap((line) => {
    const at = line.indexOf(between);
    return at > 0 ? [line.slice(at + between.length)] : [];
  });
  const groups = between === ' :: ' && rests.some((rest) => rest.includes(' | ')) ? ' | ' : null;
  const then = groups
    ? null
    : (THEN.find((mark) => mark !== between && shareCut(rests, mark) > (mark === ': ' ? COLON : 0.5)) ?? null);
  return {
    value: { between, then, groups },
    sureness: Math.min(0.98, best.share),
    reason: because('mark-between', { share: best.share, mark: between }),
  };
}

/** A dictionary: nearly every line has " :: " once. */
export function isDictionary(lines: readonly string[]): boolean {
  const some = lines.filter((line) => line.trim() !== '' && !/^#(\s|$)/.test(line)).slice(0, SAMPLE);
  return some.length > 0 && some.filter((line) => line.split(' :: ').length === 2).length > some.length * 0.8;
}

/** The share of lines that the mark cuts into two parts of which the first is short. */
function shareCut(lines: readonly string[], mark: string): number {
  const good = lines.filter((line) => {
    const at = line.indexOf(mark);
    return at > 0 && at < 120 && line.slice(at + mark.length).trim() !== '';
  });
  return good.length / Math.max(1, lines.length);
}

/**
 * The pattern that cuts a line into the given parts, or null if they do not stand in it in this order. The texts
 * between the parts are its marks.
 */
export function patternFromExample(line: string, parts: readonly string[]): BetweenPattern | null {
  const wanted = parts.map((part) => part.trim()).filter(Boolean);
  if (wanted.length < 2) return null;
  const marks: string[] = [];
  let at = line.indexOf(wanted[0]!);
  if (at < 0) return null;
  at += wanted[0]!.length;
  for (const part of wanted.slice(1)) {
    const next = line.indexOf(part, at);
    if (next <= at) return null;
    marks.push(line.slice(at, next));
    at = next + part.length;
  }
  return { between: marks[0]!, then: marks[1] ?? null, groups: null };
}

/** Lines of a dictionary keep several entries side by side. */
export function hasGroups(pattern: LinePattern | null | undefined): boolean {
  return pattern != null && 'groups' in pattern && pattern.groups !== null;
}

/** The cells of a line, one row for each group in it. */
export function cutLine(line: string, pattern: LinePattern | null): string[][] {
  if (!pattern) return [[line]];
  if ('cuts' in pattern) return [cutAtPlaces(line, pattern).cells];
  const at = line.indexOf(pattern.between);
  if (at < 0) return [[line]];
  const left = line.slice(0, at);
  const rest = line.slice(at + pattern.between.length);
  const right = pattern.between === LEADERS ? rest.replace(/^[.\s]+/, '') : rest;
  if (pattern.groups) {
    const lefts = left.split(pattern.groups);
    const rights = right.split(pattern.groups);
    // As many on both sides: the first with the first, and so on. Otherwise what is left over stands alone.
    return Array.from({ length: Math.max(lefts.length, rights.length) }, (_, i) => [
      (lefts[i] ?? '').trim(),
      (rights[i] ?? '').trim(),
    ]);
  }
  if (!pattern.then) return [[left.trim(), right.trim()]];
  const second = right.indexOf(pattern.then);
  return second < 0
    ? [[left.trim(), right.trim()]]
    : [[left.trim(), right.slice(0, second).trim(), right.slice(second + pattern.then.length).trim()]];
}
