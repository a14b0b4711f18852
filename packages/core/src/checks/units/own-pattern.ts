/** A client's own rules: patterns that must or must not stand in the target. In time linear in the text (RE2). */
import { RE2JS } from 're2js';
import type { Mark } from '../check.js';
import { onTarget, perPair, type UnitCheck } from './pair.js';

const about = { id: 'own-pattern', severity: 'warning' } as const;

export interface OwnPattern {
  /** What it is about, for people. */
  readonly name: string;
  /** A regular expression in the syntax of RE2. */
  readonly pattern: string;
  /** It must stand in the target, or must not. */
  readonly must: 'stand' | 'not stand';
  /** Only where this stands in the source. */
  readonly whereSource?: string | undefined;
  /** Only in this language, with its regions. */
  readonly language?: string | undefined;
}

interface Compiled extends OwnPattern {
  readonly find: RE2JS;
  readonly inSource: RE2JS | null;
}

/** Throws `PatternError` where one cannot be read. */
export function ownPatternCheck(patterns: readonly OwnPattern[]): UnitCheck {
  const all = patterns.map((one): Compiled => ({
    ...one,
    find: compiled(one.pattern, one.name),
    inSource: one.whereSource === undefined ? null : compiled(one.whereSource, one.name),
  }));
  return perPair(about, function* (pair) {
    const { source, target } = pair;
    for (const { name, must, find, inSource, language } of all) {
      if (language !== undefined && target.general !== language && target.language !== language) continue;
      if (inSource && !inSource.matcher(source.text).find()) continue;
      const marks = marksOf(find, target.text, target.place);
      if ((must === 'stand') === marks.length > 0) continue;
      const from = inSource ? marksOf(inSource, source.text, source.place) : [];
      yield onTarget(about, pair, { code: 'own-pattern', values: { name, must } }, { marks: [...from, ...marks] });
    }
  });
}

export class PatternError extends Error {
  constructor(
    readonly rule: string,
    readonly why: string,
  ) {
    super(`${rule}: ${why}`);
  }
}

function compiled(pattern: string, name: string): RE2JS {
  try {
    return RE2JS.compile(pattern, RE2JS.MULTILINE);
  } catch (error) {
    throw new PatternError(name, (error as Error).message);
  }
}

function marksOf(pattern: RE2JS, text: string, place: number): Mark[] {
  const marks: Mark[] = [];
  const matcher = pattern.matcher(text);
  while (matcher.find()) marks.push({ place, from: matcher.start(), to: matcher.end() });
  return marks;
}
