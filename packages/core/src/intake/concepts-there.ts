/** Concepts in memory as a termbase that drafts join. */
import type { LanguageTag } from '../language/tags.js';
import { IDENTIFIER } from '../termbase/categories.js';
import type { ConceptBody } from '../termbase/concept.js';
import { exactKey } from '../text/fold.js';
import type { Existing } from './join.js';

export class ConceptsThere implements Existing {
  private readonly kept: ConceptBody[] = [];
  private readonly tags = new Set<LanguageTag>();
  private readonly terms = new Map<string, number[]>();
  private readonly ids = new Map<string, number[]>();

  get languages(): readonly LanguageTag[] {
    return [...this.tags];
  }

  get all(): readonly ConceptBody[] {
    return this.kept;
  }

  /** @returns its number, from 0 */
  add(body: ConceptBody): number {
    const number = this.kept.push(body) - 1;
    this.index(body, number);
    return number;
  }

  /** It is found by what it was found by before as well. */
  replace(number: number, body: ConceptBody): void {
    this.kept[number] = body;
    this.index(body, number);
  }

  withTerm(key: string): readonly number[] {
    return this.terms.get(key) ?? [];
  }

  withId(id: string): readonly number[] {
    return this.ids.get(id) ?? [];
  }

  body(concept: number): ConceptBody | null {
    return this.kept[concept] ?? null;
  }

  private index({ fields, languages }: ConceptBody, number: number): void {
    for (const { language, terms } of languages) {
      this.tags.add(language);
      for (const { text } of terms) noted(this.terms, `${language}\0${exactKey(text)}`, number);
    }
    for (const id of fields[IDENTIFIER] ?? []) noted(this.ids, id, number);
  }
}

function noted(map: Map<string, number[]>, key: string, concept: number): void {
  const there = map.get(key);
  if (!there) map.set(key, [concept]);
  else if (!there.includes(concept)) there.push(concept);
}
