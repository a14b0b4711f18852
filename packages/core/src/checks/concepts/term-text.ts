/** What stands in the place of a term and is more, or less, than one term. */
import { broken } from '../units/encoding.js';
import { termsOf } from '../../termbase/concept.js';
import { onTerm, perConcept, type Finding, type TermbaseCheck } from '../check.js';

const several = { id: 'several-terms', severity: 'warning' } as const;

/** Separators between terms: "and/or" and "1,5 m" are one; so is what an abbreviation has. */
const BETWEEN = /\s*;\s*|\s+\/\s+|\s*\|\s*|,\s+(?=\p{L})/u;

/** Two terms in one: "gate; door", "gate / door", "gate, door". */
export const severalTermsCheck: TermbaseCheck = perConcept(several, function* (concept): Generator<Finding> {
  for (const { language, term } of termsOf(concept)) {
    const bare = term.text.replace(/\([^)]*\)|\[[^\]]*\]|"[^"]*"|„[^“]*“|“[^”]*”|«[^»]*»/g, 'x');
    const parts = bare.split(BETWEEN).map((part) => part.trim());
    // A sentence or an inverted entry ("gate, lower") with commas is no list.
    const isList = parts.length > 1 && parts.every((part) => /\p{L}{2}/u.test(part) && part.split(/\s+/).length <= 4);
    if (
      !isList ||
      (/,/.test(bare) && !/[;/|]/.test(bare) && (parts.length < 3 || parts.some((part) => part.includes(' '))))
    )
      continue;
    if (term.fields.termType?.some((type) => type === 'phrase')) continue;
    yield onTerm(several, concept, language, term, { code: 'terms-in-one', values: { texts: parts } });
  }
});

const note = { id: 'note-in-term', severity: 'warning' } as const;

/** Words that only a note has: parts of speech, genders, subjects, hints. */
const NOTE =
  /[([]\s*(?:n|v|adj|adv|m|f|nt|pl|sg|sing|noun|verb|plural|singular|masc|fem|neut|abbr|obs|obsolete|outdated|archaic|dated|rare|slang|colloquial|veraltet|selten|ugs|umg|coll|fig|US|UK|GB|BrE|AmE|Br|Am|old|alt|see|siehe|s\.|vgl|cf|voir|deprecated|preferred|verboten|nicht verwenden|do not use|informal|formal|e\.g|z\.\s?B|i\.e|d\.\s?h|not|nicht|no)\b[^)\]]*[)\]]/iu;

/** Grammar or a hint in brackets, in the text of the term. */
export const noteInTermCheck: TermbaseCheck = perConcept(note, function* (concept): Generator<Finding> {
  for (const { language, term } of termsOf(concept)) {
    const found = NOTE.exec(term.text)?.[0];
    if (found === undefined) continue;
    const text = term.text.replace(found, ' ').replace(/\s+/g, ' ').trim();
    yield onTerm(
      note,
      concept,
      language,
      term,
      { code: 'note-there', values: { note: found } },
      text === '' ? {} : { correction: { kind: 'text', text, safe: false } },
    );
  }
});

const shouted = { id: 'all-capitals', severity: 'info' } as const;

/** So many letters are no abbreviation. */
const LETTERS = 6;

/** A term all in capitals, where most of its language are not. */
export const allCapitalsCheck: TermbaseCheck = {
  ...shouted,
  start(facts) {
    const counts = new Map<string, { all: number; large: number }>();
    const found: { readonly concept: number; readonly language: string; readonly id: string }[] = [];
    return {
      see(concept) {
        for (const { language, term } of termsOf(concept)) {
          const letters = term.text.replace(/[^\p{Lu}\p{Ll}]+/gu, '');
          if (letters.length < LETTERS) continue;
          let count = counts.get(language);
          if (!count) counts.set(language, (count = { all: 0, large: 0 }));
          count.all++;
          if (letters !== letters.toUpperCase() || term.fields.termType?.includes('abbreviation')) continue;
          count.large++;
          found.push({ concept: concept.id, language, id: term.id });
        }
        return [];
      },
      *end() {
        for (const { concept: id, language, id: own } of found) {
          const { all, large } = counts.get(language)!;
          const concept = facts.item(id);
          const there = concept && [...termsOf(concept)].find(({ term }) => term.id === own);
          if (!concept || !there || large > all / 2) continue;
          yield onTerm(shouted, concept, there.language, there.term, { code: 'term-all-capitals', values: {} });
        }
      },
    };
  },
};

const letters = { id: 'broken-encoding', severity: 'error' } as const;

/** Letters read in another encoding than they were written in. */
export const termEncodingCheck: TermbaseCheck = perConcept(letters, function* (concept): Generator<Finding> {
  for (const { language, term } of termsOf(concept)) {
    const found = broken({ text: term.text, place: term.id }, '');
    if (!found) continue;
    const { marks, correction } = found;
    yield onTerm(
      letters,
      concept,
      language,
      term,
      { code: 'letters-broken', values: { text: term.text.slice(marks[0]!.from, marks[0]!.to) } },
      correction === null ? {} : { correction: { kind: 'text', text: correction, safe: true } },
    );
  }
});
