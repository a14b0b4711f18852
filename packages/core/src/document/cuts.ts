/** Columns that are aligned by spaces ("fixed width"): where each begins, and what stands in it. */
import { eastAsianWidth } from 'get-east-asian-width';
import { because, type Guess } from '../guess.js';
import { isRule } from '../sheet/model.js';

/**
 * By what a program filled up its columns: characters, places on a screen (Chinese, Japanese and Korean characters take
 * two), or bytes of UTF-8.
 */
export type Measure = 'characters' | 'places' | 'bytes';

/** Where the columns after the first begin, in ascending order; 0 is the beginning of the line. */
export interface CutsPattern {
  readonly cuts: readonly number[];
  readonly measure: Measure;
}

const SAMPLE = 1000;
/** Characters; longer lines are no rows of columns. */
const LONGEST = 2000;
/** Share of the lines that are blank where two columns meet; in the others a text is too long for its column. */
const BLANK = 0.85;
/** Share of the texts of a column that begin exactly where it does. */
const ALIGNED = 0.75;
/** Share of those texts with at least two spaces before them: words of one text have one between them. */
const APART = 0.6;
/** Share of the lines that must have something in two columns. */
const MOST = 0.65;

/** @param lines as they stand, with the spaces before them; null: they are not aligned */
export function proposedCuts(lines: readonly string[]): Guess<CutsPattern> | null {
  const some = lines.filter((line) => line.trim() !== '').slice(0, SAMPLE);
  const texts = some.filter((line) => !isRule(line));
  if (texts.length < 3 || texts.some((line) => line.includes('\t') || line.length > LONGEST)) return null;
  const ascii = texts.every((line) => /^[\0-\x7F]*$/.test(line));
  let best: { readonly pattern: CutsPattern; readonly share: number } | null = null;
  for (const measure of ascii ? (['characters'] as const) : (['characters', 'places', 'bytes'] as const)) {
    const grid = texts.map((line) => placesOf(line, measure));
    const cuts = cutsUnderRules(some, grid) ?? cutsIn(grid);
    const share = grid.filter((places) => isCut(places, cuts)).length / grid.length;
    if (cuts.length > 0 && share > (best?.share ?? 0)) best = { pattern: { cuts, measure }, share };
  }
  if (!best || best.share < MOST) return null;
  return {
    value: best.pattern,
    sureness: Math.min(0.97, best.share),
    reason: because('columns-aligned', { share: best.share, columns: best.pattern.cuts.length + 1 }),
  };
}

export interface CutLine {
  readonly cells: string[];
  /** A text is too long for its column, so that it is not sure where the next one begins. */
  readonly isCrossed: boolean;
}

/** The cells of a line. Nothing is lost; a word that crosses the beginning of a column stays whole in the one before. */
export function cutAtPlaces(line: string, { cuts, measure }: CutsPattern): CutLine {
  const places = placesOf(line, measure);
  const crossed = cuts.map((cut) => isCrossed(places, cut));
  const starts = cuts.map((cut, i) => (crossed[i] ? nextGap(places, cut) : cut));
  const cells = [0, ...starts].map((from, i) =>
    places
      .slice(from, Math.max(from, starts[i] ?? places.length))
      .join('')
      .trim(),
  );
  return { cells, isCrossed: crossed.includes(true) && !isRule(line) };
}

/** The text of the column before reaches up to the cut or beyond it, and something follows. */
const isCrossed = (places: readonly string[], cut: number): boolean =>
  !isBlankAt(places, cut - 1) && places.slice(cut).some((place) => place !== ' ');

/** Where the text that crosses a cut ends: before two spaces, otherwise with its word. */
function nextGap(places: readonly string[], cut: number): number {
  for (let at = cut; at < places.length; at++) if (isBlankAt(places, at) && places[at + 1] === ' ') return at;
  let at = cut;
  while (!isBlankAt(places, at)) at++;
  return at;
}

/** What stands in each place; what takes several leaves the others empty. */
export function placesOf(line: string, measure: Measure): string[] {
  const places: string[] = [];
  for (const character of line) {
    const width = widthOf(character, measure);
    if (width === 0 && places.length > 0) places[places.length - 1] += character;
    else {
      places.push(character);
      for (let i = 1; i < width; i++) places.push('');
    }
  }
  return places;
}

function widthOf(character: string, measure: Measure): number {
  const code = character.codePointAt(0)!;
  if (measure === 'characters' || code < 0x80) return 1;
  if (measure === 'bytes') return code < 0x800 ? 2 : code < 0x10000 ? 3 : 4;
  return /\p{M}/u.test(character) ? 0 : eastAsianWidth(code);
}

const isBlankAt = (places: readonly string[], at: number): boolean => at >= places.length || places[at] === ' ';
const beginsAt = (places: readonly string[], at: number): boolean => !isBlankAt(places, at) && places[at - 1] === ' ';

function cutsIn(grid: readonly (readonly string[])[]): number[] {
  const width = Math.max(...grid.map((places) => places.length));
  const indent = Math.min(...grid.map((places) => places.findIndex((place) => place !== ' ')));
  const blank = (at: number): boolean => grid.filter((places) => isBlankAt(places, at)).length >= grid.length * BLANK;
  const found: number[] = [];
  for (let at = indent + 1; at < width; at++) if (blank(at - 1) && !blank(at)) found.push(at);
  return found.filter((cut, i) => {
    const until = found[i + 1] ?? width;
    const filled = grid.filter((places) => places.slice(cut, until).some((place) => place !== ' '));
    if (filled.length >= 2 && endTogether(filled, cut, until)) return true;
    const aligned = filled.filter((places) => beginsAt(places, cut));
    const apart = aligned.filter((places) => places[cut - 2] === ' ');
    return filled.length >= 2 && aligned.length >= filled.length * ALIGNED && apart.length >= aligned.length * APART;
  });
}

/** A column of numbers, flush right: all of them end in the same place. */
function endTogether(filled: readonly (readonly string[])[], cut: number, until: number): boolean {
  const texts = filled.map((places) => places.slice(cut, until).join('').trimEnd());
  if (texts.filter((text) => /^\s*[\d.,]+$/.test(text)).length < filled.length * ALIGNED) return false;
  const ends = texts.map((text) => text.length);
  return ends.filter((end) => end === ends[0]).length >= ends.length * ALIGNED;
}

/** A line of rules under the header says it by itself, where its parts agree with the texts. */
function cutsUnderRules(lines: readonly string[], grid: readonly (readonly string[])[]): number[] | null {
  const rule = lines.slice(0, 5).find((line) => isRule(line) && /\S\s+\S/.test(line));
  if (!rule) return null;
  const cuts = [...rule.matchAll(/(?<=\s)\S/g)].map((match) => match.index).filter((at) => rule.slice(0, at).trim());
  const crossed = grid.filter((places) => cuts.some((cut) => !isBlankAt(places, cut - 1)));
  return crossed.length <= grid.length * (1 - BLANK) ? cuts : null;
}

/** Something stands in two columns, and each begins where it should. */
function isCut(places: readonly string[], cuts: readonly number[]): boolean {
  const starts = cuts.filter((cut, i) => places.slice(cut, cuts[i + 1] ?? places.length).some((p) => p !== ' '));
  return starts.length > 0 && starts.every((cut, i) => beginsAt(places, cut) || (i > 0 && places[cut - 1] === ' '));
}
