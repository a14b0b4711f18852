import { languageName } from '../language/tags.js';
import type { Check, Finding } from './check.js';
import { perConcept } from './check.js';

const about = {
  id: 'missing-target',
  title: 'Missing language',
  explains: 'A concept has no term in a language that the termbase covers.',
  severity: 'error',
} as const;

export const missingTargetCheck: Check = perConcept(about, function* (concept, facts) {
  for (const language of facts.languages) {
    if (concept.languages.some((section) => section.language === language)) continue;
    const there = concept.languages[0]?.terms[0]?.text ?? '';
    yield {
      check: about.id,
      severity: about.severity,
      concept: concept.id,
      language,
      term: null,
      text: there,
      message: `There is no ${facts.words.term} in ${languageName(language)}.`,
      related: [],
      basis: `${language}\0${there}`,
    } satisfies Finding;
  }
});
