/** Whether texts are lists of names, headings or buttons. */

/** Share of segments without the end of a sentence from which on a text may be a list, and surely is one. */
const [MAY_BE_LIST, IS_LIST] = [0.7, 0.9];
/** The end of a text is looked at no further; UTF-16 code units. */
const END = 40;
/** A mark at the end of a sentence. */
const ENDED = /[.!?…。！？؟।][\p{P}\s]*$/u;

/**
 * How much two texts are lists, or as good as one for being short: 0 to 1. Longer ones say themselves how they are cut; of a
 * list, strings are often missing.
 * @param few how short the texts are, 0 to 1
 */
export function listness(source: readonly string[], target: readonly string[], few: number): number {
  return Math.max(few, Math.min(listShare(source), listShare(target)));
}

function listShare(segments: readonly string[]): number {
  const bare = segments.filter((text) => !ENDED.test(text.slice(-END))).length / Math.max(1, segments.length);
  return Math.min(1, Math.max(0, (bare - MAY_BE_LIST) / (IS_LIST - MAY_BE_LIST)));
}
