/** Marks: doubled, with a space before them where the language has none, or without one where it has. */
import { isSpacelessLanguage } from '../../language/spaceless.js';
import type { Finding } from '../check.js';
import { Candidates, marksOf, onTarget, overPairs, perPair, type Side } from './pair.js';

const doubled = { id: 'double-mark', severity: 'warning' } as const;
const spaced = { id: 'space-before-mark', severity: 'warning' } as const;

/** Two of the same, or a point with another; three points are an ellipsis, and what the source has is meant. */
const DOUBLE =
  /(?<![.])\.\.(?![./\w*])|(?<!,),,(?=\s|$)|(?<![:\w]):{2}(?![:\w])|;;(?!;)|。。(?!。)|，，|、、|؟؟(?!؟)|(?<![?!])\?\?(?![?!])|(?<![!?])!!(?![!?])|,\.(?![\d.])|;\.|:\.(?!\w)|\?\.(?![\w.])|!\.(?![\w.])/g;

export const doubleMarkCheck = perPair(doubled, function* (pair) {
  const { source, target } = pair;
  const marks = marksOf(target, DOUBLE).filter(({ from, to }) => !source.text.includes(target.text.slice(from, to)));
  // Of two low quotation marks, or of a list of marks, the source has them as well.
  if (marks.length === 0 || (target.text.match(/,,/g) && /[“”„"]/.test(source.text) && /[“”"]/.test(target.text)))
    return;
  const [{ from, to }] = marks as [(typeof marks)[0]];
  const mark = target.text.slice(from, to);
  const text = target.text.slice(0, from) + mark[0]! + target.text.slice(to);
  const correction = mark[0] === mark[1] ? ({ kind: 'text', text, safe: true } as const) : undefined;
  yield onTarget(doubled, pair, { code: 'mark-doubled', values: { mark } }, { marks, correction });
});

/** A space before a mark that is followed by a space, the end, or a closing mark; not before "...", ".NET", ":-)". */
const BEFORE =
  /(?<=[\p{L}\p{N})\]}"”»'’%])[ \u00a0\u202f]+(?:[,;:!?？！，。；：،؛؟](?=[\s"”»)\]]|$)|\.(?=\s+[\p{Lu}\p{Lo}]|$))/gu;
/** No space behind a comma or a semicolon between words. */
const BEHIND = /(?<=\p{Ll}{2})[,;](?=\p{L}{2})|(?<=\p{Ll}{2})\.(?=\p{Lu}\p{Ll}+\s)/gu;
/** French writes one before these (Imprimerie nationale; from memory); Canada only before the colon. */
const FRENCH = /(?<=[\p{L}\p{N})\]])[;:!?](?=\s|$)/gu;

/** A space before a mark, or none behind one: nearly all texts have neither. */
const ANY = /[ \u00a0\u202f][,;:!?.？！，。；：،؛؟]|[,;.]\p{L}/u;

const isFrench = ({ general, language }: Side): boolean => general === 'fr' && !/-CA\b/i.test(language);
const marksWithSpace = (side: Side) =>
  marksOf(side, BEFORE).filter(({ from, to }) => !(side.general === 'fr' && /[;:!?»]/.test(side.text.slice(from, to))));

/** So many places show whether this memory follows the rule of its language. */
const ENOUGH = 20;
const HABIT = 0.8;

export const spaceBeforeMarkCheck = overPairs(spaced, (facts) => {
  const french = { with: 0, without: 0 };
  const candidates = new Candidates(facts);
  return {
    *see(pair): Iterable<Finding> {
      const { source, target } = pair;
      if (isFrench(target)) {
        french.with += (target.text.match(/[\u00a0\u202f ][;:!?](?=\s|$)/g) ?? []).length;
        const bare = (target.text.match(FRENCH) ?? []).length;
        french.without += bare;
        if (bare > 0) candidates.add(pair);
      }
      if (!ANY.test(target.text)) return;
      const before = marksWithSpace(target);
      if (before.length > 0 && marksOf(source, BEFORE).length < before.length) {
        const text = target.text.replace(BEFORE, (all) => (before.length === 0 ? all : all.trimStart()));
        const correction = target.general === 'fr' ? undefined : ({ kind: 'text', text, safe: true } as const);
        const mark = target.text.slice(before[0]!.from, before[0]!.to).trim();
        yield onTarget(spaced, pair, { code: 'space-before', values: { mark } }, { marks: before, correction });
      }
      if (isSpacelessLanguage(target.general)) return;
      const behind = marksOf(target, BEHIND);
      if (behind.length === 0 || /[\w)][,;.]\w/.test(source.text)) return;
      const mark = target.text.slice(behind[0]!.from, behind[0]!.to);
      const correction = {
        kind: 'text',
        text: target.text.replace(BEHIND, (one) => `${one} `),
        safe: mark !== '.',
      } as const;
      yield onTarget(spaced, pair, { code: 'space-behind', values: { mark } }, { marks: behind, correction });
    },
    *end() {
      const all = french.with + french.without;
      if (all < ENOUGH || french.with < all * HABIT) return;
      for (const [pair] of candidates.pairs()) {
        const marks = marksOf(pair.target, FRENCH).filter(({ from }) => !isInName(pair.target.text, from));
        if (marks.length === 0) continue;
        const mark = pair.target.text[marks[0]!.from]!;
        const text = pair.target.text.replace(FRENCH, (one, at: number) =>
          isInName(pair.target.text, at) ? one : `\u00a0${one}`,
        );
        yield onTarget(
          spaced,
          pair,
          { code: 'space-missing', values: { mark } },
          { marks, correction: { kind: 'text', text, safe: true } },
        );
      }
    },
  };
});

/** "http:", "C:", "std::", "12:30", an option or a key of a file. */
function isInName(text: string, at: number): boolean {
  const word = /[^\s]*$/.exec(text.slice(0, at))![0];
  return /[:/\\_=<>@&;]|^\W*$|^-|^[A-Z]$/.test(word);
}
