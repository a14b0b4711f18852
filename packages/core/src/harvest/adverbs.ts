/** English words that end as adverbs do. */

/** Nouns and adjectives that do so too (from memory); compounds of the first have their ending: "subassembly", "dragonfly". */
const NOUNS = /(?:family|assembly|supply|butterfly|dragonfly|monopoly|oligopoly|anomaly)$/u;
const OTHERS = new Set(
  `ally belly bully daily early elderly fly friendly gully hilly holly homily hourly italy jelly lily likely lonely monthly
  nightly oily panoply ply quarterly rally reply sally tally weekly wily woolly yearly fortnightly multiply`.split(
    /\s+/u,
  ),
);

/** @param word in small letters */
export const isAdverb = (word: string): boolean => word.endsWith('ly') && !NOUNS.test(word) && !OTHERS.has(word);
