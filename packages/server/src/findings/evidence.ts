/** What a finding rests on, and whose text that is. */
import type { Finding } from '@fair-copy/core/checks/check.js';

/** Who wrote what a finding is about, when, and where it came from; empty: not known. */
export interface From {
  readonly author: string;
  /** As YYYYMMDD. */
  readonly day: string;
  readonly origin: string;
}

export type FoundIn = Finding & { readonly from: From };

/** A finding as a check gives it; what people need to know of it is worked out only for those that are kept. */
export interface Found {
  readonly finding: Finding;
  detailed(): FoundIn;
}

/** The words that it rests on: those that are marked in the text that it is about, or all of that text. */
export function evidenceOf({ place, text, marks = [] }: Pick<Finding, 'place' | 'text' | 'marks'>): string {
  const own = marks.filter((mark) => mark.place === place && mark.to > mark.from);
  return own.length > 0 ? own.map(({ from, to }) => text.slice(from, to)).join(' … ') : text;
}
