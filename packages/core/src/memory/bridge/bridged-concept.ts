/** Two concepts that meet over a language, as one of their other languages. */
import { fits, type LanguageTag } from '../../language/tags.js';
import { mergedConcepts } from '../../termbase/bulk.js';
import { IDENTIFIER } from '../../termbase/categories.js';
import type { ConceptBody } from '../../termbase/concept.js';
import { BRIDGED, BRIDGED_OVER, type BridgeDoubt, type Sureness } from './plan.js';

/**
 * All terms of both in their other languages, with what both concepts say, and that it is bridged.
 * @param pivot the text over which they meet
 */
export function bridgedConcept(
  a: ConceptBody,
  b: ConceptBody,
  over: LanguageTag,
  { how, pivot }: { readonly how: Sureness; readonly pivot: string },
): ConceptBody {
  const [left, right] = [a, b].map(({ fields: { [IDENTIFIER]: _, ...fields }, languages, origins }) => ({
    fields,
    languages: languages.filter(({ language }) => !fits(over, language)),
    origins,
  }));
  const body = mergedConcepts([left!, right!]);
  return { ...body, fields: { ...body.fields, [BRIDGED]: [how], [BRIDGED_OVER]: [pivot] } };
}

/** Concepts that meet by several terms are joined once: what one term leaves in doubt another may have settled. */
export class ConceptsMet {
  private readonly pairs = new Set<string>();

  /** @param conceptOf the concepts of two units, by the units' numbers */
  constructor(private readonly conceptOf: (from: readonly [number, number]) => readonly [number, number]) {}

  /** @returns whether they are new as a pair */
  join(from: readonly [number, number]): boolean {
    const key = this.conceptOf(from).join();
    if (this.pairs.has(key)) return false;
    this.pairs.add(key);
    return true;
  }

  /** Once all are joined: a doubt that nobody decided and that is none any more. */
  hasSettled({ candidates, decided }: Pick<BridgeDoubt, 'candidates' | 'decided'>): boolean {
    return decided === null && candidates.some(({ from }) => this.pairs.has(this.conceptOf(from).join()));
  }
}
