/** Pairs as units of a memory. */
import { isSpacelessLanguage } from '../language/spaceless.js';
import type { LanguageTag } from '../language/tags.js';
import type { Unit } from '../memory/unit.js';
import type { Bead, Span } from './bead.js';

export interface PairedText {
  readonly name: string;
  readonly language: LanguageTag;
  readonly segments: readonly string[];
}

/** One for each bead with two sides, with the files and the place of its first source segment, counted from 1. */
export function* unitsOfBeads(source: PairedText, target: PairedText, beads: Iterable<Bead>): Generator<Unit> {
  const file = { type: 'file', text: `${source.name} · ${target.name}` };
  for (const bead of beads) {
    if (bead.source.from === bead.source.to || bead.target.from === bead.target.to) continue;
    yield {
      props: [file, { type: 'position', text: String(bead.source.from + 1) }],
      variants: [
        { language: source.language, text: joined(source, bead.source), codes: [] },
        { language: target.language, text: joined(target, bead.target), codes: [] },
      ],
    };
  }
}

function joined({ segments, language }: PairedText, { from, to }: Span): string {
  return segments.slice(from, to).join(isSpacelessLanguage(language) ? '' : ' ');
}
