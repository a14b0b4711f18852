/** Candidates as a termbase: each a concept, with what the memory likely says and a context. */
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { NO_FIELDS, type ConceptBody } from '@fair-copy/core/termbase/concept.js';
import type { Harvested } from './commands/harvest.js';
import { writeTermbase } from './tbx-out.js';

export function writeConcepts(
  output: string,
  found: readonly Harvested[],
  source: LanguageTag,
  target: LanguageTag | null,
): Promise<void> {
  return writeTermbase(
    output,
    found.map(({ text, counterpart, contexts }): ConceptBody => {
      const fields = contexts[0] ? { context: [contexts[0]] } : NO_FIELDS;
      const term = (said: string, own: ConceptBody['fields']) => [{ id: 't1', text: said, fields: own }];
      return {
        fields: NO_FIELDS,
        languages: [
          { language: source, fields: NO_FIELDS, terms: term(text, fields) },
          ...(target && counterpart !== null
            ? [{ language: target, fields: NO_FIELDS, terms: term(counterpart, NO_FIELDS) }]
            : []),
        ],
        origins: [],
      };
    }),
  );
}
