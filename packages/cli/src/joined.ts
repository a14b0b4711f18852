/** `--join`: a termbase that is there, which the rows of the files join. */
import { withDraft, type Draft } from '@fair-copy/core/intake/draft.js';
import { ConceptsThere } from '@fair-copy/core/intake/concepts-there.js';
import type { JoinRule } from '@fair-copy/core/intake/reading.js';
import { canonicalTag } from '@fair-copy/core/language/tags.js';
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import { conceptsIn } from './concepts.js';
import { UsageError } from './usage.js';

export class JoinedTermbase extends ConceptsThere {
  /** What rows add, by concept. */
  private readonly added = new Map<number, Draft[]>();

  static async open(path: string): Promise<JoinedTermbase> {
    const there = new JoinedTermbase();
    for (const concept of await conceptsIn(path, true)) there.add(concept);
    return there;
  }

  join(concept: number, draft: Draft): void {
    this.added.set(concept, [...(this.added.get(concept) ?? []), draft]);
  }

  /** All of its concepts, with what was added. */
  *bodies(): Generator<ConceptBody> {
    for (const [i, concept] of this.all.entries()) yield (this.added.get(i) ?? []).reduce(withDraft, concept);
  }
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
