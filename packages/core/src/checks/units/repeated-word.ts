/** A word that stands twice in a row, where the source has no such thing. */
import { marksOf, onTarget, perPair } from './pair.js';

const about = { id: 'repeated-word', severity: 'warning' } as const;

const TWICE = /(?<![\p{L}\p{M}\p{N}’'_.-])([\p{L}\p{M}]{2,})[^\S\n]\1(?![\p{L}\p{M}\p{N}’'_-])/giu;

/**
 * Words that a language rightly says twice: relative and other pronouns, particles (common practice), and languages that say
 * words twice to mean something by it.
 */
const RIGHT: Readonly<Record<string, string>> = {
  en: 'that had is',
  de: 'die der das den dem sie ihr wir zu so',
  fr: 'vous nous en y',
  es: 'la lo le se te no',
  it: 'via man pian ci mano piano ben poco',
  pt: 'se logo',
  nl: 'die dat is er van',
  pl: 'się co to bardzo',
  cs: 'se si že to',
  ru: 'что это все всё еле чуть',
  uk: 'що це все',
  sv: 'det som i på en för om till den',
  da: 'det der den at er i til for på',
  nb: 'det som den i på til for er',
  fi: 'se hän niin on ei',
  hu: 'egy az a hogy ki is mi már soha be',
  el: 'το του η και σιγά κάθε τα',
  he: 'הוא כל אט',
  ar: 'ما من لا على',
};
/** Turkish, Indonesian and others reduplicate freely; scripts without spaces have no words to compare. */
const ANY = new Set([
  'tr',
  'az',
  'id',
  'ms',
  'vi',
  'th',
  'ja',
  'zh',
  'ko',
  'lo',
  'km',
  'my',
  'hi',
  'bn',
  'ta',
  'te',
  'fa',
  'ur',
]);

export const repeatedWordCheck = perPair(about, function* (pair) {
  const { source, target } = pair;
  if (ANY.has(target.general)) return;
  const right = new Set(RIGHT[target.general]?.split(' ') ?? []);
  if (!hasNeighbours(target.text)) return;
  const marks = marksOf(target, TWICE).filter(({ from, to }) => {
    const [one, other] = target.text.slice(from, to).split(/\s+/) as [string, string];
    // "Das das Tor …": the second begins with a small letter where the first begins the sentence.
    return !right.has(one.toLowerCase()) && !(one !== other && one.toLowerCase() === one);
  });
  if (marks.length === 0 || TWICE.test(source.text)) {
    TWICE.lastIndex = 0;
    return;
  }
  const { from, to } = marks[0]!;
  const word = target.text.slice(from, to).split(/\s+/)[0]!;
  const text = target.text.slice(0, from + word.length) + target.text.slice(to);
  yield onTarget(
    about,
    pair,
    { code: 'word-repeated', values: { word } },
    { marks, correction: { kind: 'text', text, safe: false } },
  );
});

/** Whether two words in a row begin and end alike: a look at letters, before the pattern is asked. */
function hasNeighbours(text: string): boolean {
  let [from, length] = [-1, 0];
  for (let start = 0; start < text.length;) {
    let end = text.indexOf(' ', start);
    if (end < 0) end = text.length;
    // What stands beside a word is part of it here: "word," is no "word".
    const own = end - start;
    if (
      own >= 2 &&
      from >= 0 &&
      own >= length &&
      text.slice(start, start + length).toLowerCase() === text.slice(from, from + length).toLowerCase()
    )
      return true;
    if (own > 0) [from, length] = [start, own];
    start = end + 1;
  }
  return /[\u00a0\t]/.test(text);
}
