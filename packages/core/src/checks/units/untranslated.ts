/** A target that says just what its source says, though its words are translated elsewhere in this memory. */
import { isSameButForCase } from '../../text/fold.js';
import { withoutCodes } from '../../text/inline-codes.js';
import { Candidates, onTarget, overPairs, type Pair } from './pair.js';
import { placeholdersOf } from './placeholders.js';

const about = { id: 'untranslated', severity: 'warning' } as const;

/** Words that are kept an eye on: the first so many that occur. */
const WORDS = 400_000;
/** Pairs that are all gone through for their words. */
const ALL = 20_000;
/** Times that a word must stand in other units before they say something. */
const SEEN = 2;
/** A word that stays as it is in more than this share of them is a name, or the same in both languages. */
const KEPT = 0.34;

const WORD = /[\p{L}\p{M}]{3,}(?:[’'-][\p{L}\p{M}]+)*/gu;

const plainOf = (text: string): string => {
  let bare = withoutCodes(text);
  for (const { shown } of placeholdersOf(bare)) bare = bare.replace(shown, ' ');
  return bare.replace(/<[^<>]*>|[a-z]+:\/\/\S+|\S+@\S+|(?<!\p{L})[_&](?=\p{L})|(?<=\p{L})[_&](?=\p{L})/gu, (all) =>
    all.length === 1 ? '' : ' ',
  );
};

/** Words that a text says in small letters, or that begin it: capitals inside are names. */
function wordsOf(text: string): string[] {
  const words: string[] = [];
  for (const { 0: word, index } of plainOf(text).matchAll(WORD))
    if (word === word.toLowerCase() || (index < 3 && word.slice(1) === word.slice(1).toLowerCase()))
      words.push(word.toLowerCase());
  return words;
}

const isSame = ({ source, target }: Pair): boolean =>
  isSameButForCase(withoutCodes(source.text), withoutCodes(target.text)) && /\p{L}{3}/u.test(plainOf(source.text));

export const untranslatedCheck = overPairs(about, (facts) => {
  /** By pair of languages and word: in how many texts, and in how many of those it stands in the target as well. */
  const known = new Map<string, [seen: number, kept: number]>();
  const candidates = new Candidates(facts);
  let seen = 0;
  const keyOf = ({ source, target }: Pair, word: string): string => `${source.general} ${target.general} ${word}`;
  return {
    see(pair) {
      const { source, target } = pair;
      if (source.text === '' || target.text === '') return;
      if (isSame(pair)) {
        candidates.add(pair);
        return;
      }
      // Of very many a part says as much.
      if (source.text.length > 400 || (++seen > ALL && seen % 8 > 0)) return;
      const there = ` ${target.text.toLowerCase()} `;
      for (const word of new Set(wordsOf(source.text))) {
        const key = keyOf(pair, word);
        let counts = known.get(key);
        if (!counts) {
          if (known.size >= WORDS) continue;
          known.set(key, (counts = [0, 0]));
        }
        counts[0]++;
        if (there.includes(word)) counts[1]++;
      }
    },
    *end() {
      for (const [pair] of candidates.pairs()) {
        const words = wordsOf(pair.source.text);
        const isTranslated = (word: string): boolean => {
          const [seen, kept] = known.get(keyOf(pair, word)) ?? [0, 0];
          return seen >= SEEN && kept <= seen * KEPT;
        };
        const evidence = words.find(isTranslated);
        if (evidence === undefined && !isSentence(pair, words)) continue;
        const { place, text } = pair.target;
        yield onTarget(
          about,
          pair,
          { code: 'untranslated', values: { word: evidence ?? '' } },
          { marks: [{ place, from: 0, to: text.length }] },
        );
      }
    },
  };
});

/** Articles, prepositions and forms of "to be" of the languages that sources are mostly in: names have few. */
const SMALL_WORDS: Readonly<Record<string, ReadonlySet<string>>> = {
  en: new Set(
    'the and for with from this that not are is was you your can will has have been which when where'.split(' '),
  ),
  de: new Set(
    'der die das und für mit von dem den des ein eine nicht ist sind wird werden auf aus bei nach oder wenn'.split(' '),
  ),
  fr: new Set('les des une est dans pour par avec sur pas que qui vous votre sont être cette aux'.split(' ')),
  es: new Set('los las una para por con del que está son como este esta'.split(' ')),
};

/** Without evidence only what is plainly a sentence of the source language. */
function isSentence({ source }: Pair, words: readonly string[]): boolean {
  const small = SMALL_WORDS[source.general];
  return words.length >= 4 && small !== undefined && words.filter((word) => small.has(word)).length >= 2;
}
