/** `--join`: a termbase that is there, which the rows of the files join. */
import { withDraft, type Draft } from '@fair-copy/core/intake/draft.js';
import type { Existing } from '@fair-copy/core/intake/join.js';
import type { JoinRule } from '@fair-copy/core/intake/reading.js';
import { canonicalTag, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { IDENTIFIER } from '@fair-copy/core/termbase/categories.js';
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import { exactKey } from '@fair-copy/core/text/fold.js';
import { conceptsIn } from './concepts.js';
import { UsageError } from './usage.js';

export class JoinedTermbase implements Existing {
  readonly languages: readonly LanguageTag[];
  private readonly terms = new Map<string, number[]>();
  private readonly ids = new Map<string, number[]>();
  /** What rows add, by concept. */
  private readonly added = new Map<number, Draft[]>();

  private constructor(private readonly concepts: readonly ConceptBody[]) {
    this.languages = [...new Set(concepts.flatMap(({ languages }) => languages.map((section) => section.language)))];
    concepts.forEach(({ fields, languages }, concept) => {
      for (const { language, terms } of languages)
        for (const { text } of terms) noted(this.terms, `${language}\0${exactKey(text)}`, concept);
      for (const id of fields[IDENTIFIER] ?? []) noted(this.ids, id, concept);
    });
  }

  static async open(path: string): Promise<JoinedTermbase> {
    return new JoinedTermbase(await conceptsIn(path, true));
  }

  withTerm(key: string): readonly number[] {
    return this.terms.get(key) ?? [];
  }

  withId(id: string): readonly number[] {
    return this.ids.get(id) ?? [];
  }

  body(concept: number): ConceptBody | null {
    return this.concepts[concept] ?? null;
  }

  add(concept: number, draft: Draft): void {
    this.added.set(concept, [...(this.added.get(concept) ?? []), draft]);
  }

  /** All of its concepts, with what was added. */
  *bodies(): Generator<ConceptBody> {
    for (const [i, concept] of this.concepts.entries()) yield (this.added.get(i) ?? []).reduce(withDraft, concept);
  }
}

function noted(map: Map<string, number[]>, key: string, concept: number): void {
  const there = map.get(key);
  if (there) there.push(concept);
  else map.set(key, [concept]);
}

/** "de,id,subject": languages whose terms are compared, the client's id, within the same subject. */
export function joinRule(said: string): JoinRule {
  const parts = said.split(',').map((part) => part.trim());
  const has = (word: string): boolean => parts.includes(word);
  const languages = parts
    .filter((part) => part !== 'id' && part !== 'subject')
    .map((part) => {
      const tag = canonicalTag(part);
      if (!tag) throw new UsageError(`--join-by: “${part}” is neither a language tag nor id or subject.`);
      return tag;
    });
  return { languages, id: has('id'), subject: has('subject') };
}
