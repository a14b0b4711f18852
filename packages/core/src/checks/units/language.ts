/** A text that reads like another language than it should be in: as the source, or as a third one. */
import { ALPHABETS } from '../../language/alphabets.js';
import { areClose } from '../../language/close.js';
import { functionWordsOf } from '../../language/function-words.js';
import { identifyPooled } from '../../language/identify.js';
import { canonicalTag } from '../../language/tags.js';
import { UsualWords } from '../../language/usual-words.js';
import { isSameButForCase } from '../../text/fold.js';
import { withoutCodes } from '../../text/inline-codes.js';
import type { Finding } from '../check.js';
import { onSide, overPairs, type Pair, type Side } from './pair.js';
import { placeholdersOf } from './placeholders.js';

const about = { id: 'other-language', severity: 'warning' } as const;

/** Letters that say enough, without names and what is in another script. */
const LEAST = 24;
/**
 * Share of the evidence that must speak for the other language, and how many times as much as for the own: measured on
 * messages of Debian packages in 23 languages, 97 of 100 of other languages lie above, and hardly a right one.
 */
const OTHER = 0.2;
const TIMES = 3.4;
const OWN = 0.12;

export const unitLanguageCheck = overPairs(about, () => {
  const usual = new UsualWords();
  return {
    *see(pair): Iterable<Finding> {
      const { source, target } = pair;
      // The same text on both sides is another matter.
      if (isSameButForCase(source.text, target.text)) return;
      for (const side of [target, source]) {
        if (side.text.length < LEAST || !hasWords(side.text) || usual.has(side.general, side.text)) continue;
        const other = canonicalTag(otherScript(side) ?? reads(side, pair) ?? '');
        if (other === null) {
          usual.learn(side.general, side.text);
          continue;
        }
        const said = { code: 'looks-like', values: { text: withoutCodes(side.text), language: other } } as const;
        yield onSide(about, pair, side, said, { marks: [{ place: side.place, from: 0, to: side.text.length }] });
      }
    },
    end: () => [],
  };
});

/** Fewer words say too little. */
function hasWords(text: string): boolean {
  let spaces = 0;
  for (let at = text.indexOf(' '); at >= 0; at = text.indexOf(' ', at + 1)) if (++spaces >= 3) return true;
  return false;
}

/** Words without names, places to fill, addresses and what is all in capitals. */
function bare({ text, general }: Side): string {
  let plain = withoutCodes(text);
  for (const { shown } of placeholdersOf(plain)) plain = plain.replace(shown, ' ');
  plain = plain.replace(
    /<[^<>]*>|\S+[@/\\_=.]\S+|\p{Lu}{2,}\p{L}*|“[^”]*”|"[^"]*"|«[^»]*»|‘[^’]*’|'[^']*'|`[^`]*`/gu,
    ' ',
  );
  // Capitals inside a text are names, but for German nouns.
  if (general !== 'de') plain = plain.replace(/(?<=\S\s+)\p{Lu}\p{L}*/gu, ' ');
  return plain.replace(/[^\p{L}\p{M}’']+/gu, ' ').trim();
}

function reads(side: Side, { source, target }: Pair): string | null {
  const text = bare(side);
  if (text.length < LEAST || text.split(' ').length < 4) return null;
  const found = identifyPooled([text], 1);
  const [best] = found;
  if (!best || areClose(best.language, side.general) || best.share < OTHER) return null;
  const own = found.find(({ language }) => language === side.general || areClose(language, side.general))?.share ?? 0;
  const isPlain = own <= OWN && best.share >= TIMES * own;
  // Of two languages of one family each has its share in the other's texts: then small words decide.
  if (!isPlain && (best.share < own || !hasOtherSmallWords(text, side.general, best.language))) return null;
  if (hasOwnLetters(text, side.general, best.language)) return null;
  // Commands, options and names that stand in both are in no language.
  const other = ` ${bare(side === target ? source : target).toLowerCase()} `;
  const words = text.toLowerCase().split(' ');
  const shared = words.filter((word) => other.includes(` ${word} `)).length;
  return shared > words.length * SHARED ? null : best.language;
}

/** Small words that only the one of two languages has: so many of them, and none of those that only the other has. */
const SMALL_WORDS = 2;

function hasOtherSmallWords(text: string, own: string, other: string): boolean {
  const [mine, theirs] = [functionWordsOf(own).stop, functionWordsOf(other).stop];
  let count = 0;
  for (const word of text.toLowerCase().split(' '))
    if (mine.has(word) !== theirs.has(word)) {
      if (mine.has(word)) return false;
      count++;
    }
  return mine.size > 0 && count >= SMALL_WORDS;
}

/** Letters that the one language has and the other has not (CLDR, exemplar characters). */
function hasOwnLetters(text: string, own: string, other: string): boolean {
  const [mine, theirs] = [ALPHABETS[own] ?? '', ALPHABETS[other] ?? ''];
  return [...text.toLowerCase()].some(
    (letter) => letter > '\u007f' && mine.includes(letter) && !theirs.includes(letter),
  );
}

/** Words that both texts have, at most. */
const SHARED = 0.4;

const SCRIPTS: Readonly<Record<string, RegExp>> = {
  ru: /\p{sc=Cyrl}/gu,
  uk: /\p{sc=Cyrl}/gu,
  be: /\p{sc=Cyrl}/gu,
  bg: /\p{sc=Cyrl}/gu,
  mk: /\p{sc=Cyrl}/gu,
  el: /\p{sc=Grek}/gu,
  ar: /\p{sc=Arab}/gu,
  fa: /\p{sc=Arab}/gu,
  ur: /\p{sc=Arab}/gu,
  he: /\p{sc=Hebr}/gu,
  ja: /[\p{sc=Hira}\p{sc=Kana}\p{sc=Han}]/gu,
  zh: /\p{sc=Han}/gu,
  ko: /[\p{sc=Hang}\p{sc=Han}]/gu,
  th: /\p{sc=Thai}/gu,
};

/** Nothing of the text is in the script of its language, though much of it is words. */
function otherScript(side: Side): string | null {
  const own = SCRIPTS[side.general];
  if (!own || own.test(side.text)) {
    if (own) own.lastIndex = 0;
    return null;
  }
  const text = bare(side);
  if (text.length < LEAST || text.split(' ').length < 4) return null;
  return identifyPooled([text], 1)[0]?.language ?? null;
}
