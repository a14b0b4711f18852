/** The terms of a rehearsal: those that its segments have, and those that no termbase has yet. */
import type { TermInSegment } from '@fair-copy/core/rehearsal/kit-terms.js';
import { Counterparts } from '@fair-copy/core/harvest/counterparts.js';
import { Harvest } from '@fair-copy/core/harvest/harvest.js';
import type { Harvested } from './commands/harvest.js';
import type { Tried } from './rehearsed.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';

export interface TermAt {
  readonly segment: number;
  readonly hit: TermInSegment;
}

/** Of segments in the document's language. */
export function termsOfSegments({ kit, segments }: Tried): TermAt[] {
  return segments.flatMap(({ text, language, isApart }, segment) =>
    language !== null || isApart ? [] : kit.terms.find(text).map((hit) => ({ segment, hit })),
  );
}

/** Candidates that are proposed, and looked at for them. */
const [PROPOSED, LOOKED_AT] = [60, 240];

/** Words and phrases that are frequent in the documents and in no termbase, with what the memories likely say. */
export function missingTerms({ kit, segments, source, target }: Tried): Harvested[] {
  const harvest = new Harvest(source);
  const own = segments.filter(({ language, isApart }) => language === null && !isApart);
  for (const { text } of own) harvest.see(text);
  const found = harvest
    .candidates(LOOKED_AT)
    .filter(({ text }) => !kit.terms.covers(text))
    .slice(0, PROPOSED);
  const counterparts = new Counterparts(
    found.map(({ text }) => text),
    source,
    target,
  );
  for (const memory of kit.memories)
    for (let id = 0; id < memory.size; id++) counterparts.see(memory.pair(id).source, memory.pair(id).target);
  return found.map((one) => ({
    ...one,
    counterpart: counterparts.of(one.text),
    contexts: one.examples.map((i) => withoutCodes(own[i]!.text)),
  }));
}
