/** Text → segments by SRX rules. */
import { FAIR_COPY_RULES } from './rules.js';
import { expression, rulesFor, type SrxRules } from './srx.js';

export type Segmenter = (text: string) => string[];

/**
 * @returns a function that cuts a paragraph into its segments, without the white space between them; joined with it they
 *   are the paragraph. Cost: the length of the text times the rules.
 */
export function segmenterFor(language: string, rules: SrxRules = FAIR_COPY_RULES): Segmenter {
  const compiled = rulesFor(rules, language).map(({ breaks, before, after }) => ({
    breaks,
    places: expression(`(?<=${before || '(?:)'})(?=${after || '(?:)'})`, 'gu'),
  }));
  return (text) => {
    const decided = new Map<number, boolean>();
    for (const { breaks, places } of compiled)
      for (const { index } of text.matchAll(places)) if (!decided.has(index)) decided.set(index, breaks);
    const segments: string[] = [];
    let from = 0;
    const cuts = [...decided].filter(([, breaks]) => breaks).map(([at]) => at);
    for (const at of cuts.sort((a, b) => a - b)) {
      const segment = text.slice(from, at).trim();
      if (segment) segments.push(segment);
      from = at;
    }
    const last = text.slice(from).trim();
    if (last) segments.push(last);
    return segments;
  };
}
