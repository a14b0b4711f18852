import { nameOfInvisible, withoutInvisible } from '../text/invisible.js';
import { termsOf } from '../termbase/concept.js';
import { onTerm, perConcept, type Check } from './check.js';

const about = {
  id: 'spaces',
  title: 'Spaces and invisible characters',
  explains: 'A term begins or ends with a space, has two in a row, or holds a character that cannot be seen.',
  severity: 'warning',
} as const;

/** Precise by construction: every finding is a difference in characters that no term needs. */
export const spacesCheck: Check = perConcept(about, function* (concept, { words }) {
  for (const { language, term } of termsOf(concept)) {
    const problems: string[] = [];
    if (/^\s/u.test(term.text)) problems.push('begins with a space');
    if (/\s$/u.test(term.text)) problems.push('ends with a space');
    if (/\S\s{2,}\S/u.test(term.text)) problems.push('has several spaces in a row');
    const bare = withoutInvisible(term.text);
    if (bare !== term.text) problems.push(`holds an invisible character (${nameOfInvisible(term.text)})`);
    if (problems.length === 0) continue;
    const text = bare.replace(/\s+/gu, ' ').trim();
    yield onTerm(about, concept, language, term, `The ${words.term} ${problems.join(' and ')}.`, {
      ...(text && { correction: { kind: 'text', text, safe: true } }),
    });
  }
});
