import { primaryLanguage, type LanguageTag } from '../language/tags.js';
import { termsOf, type Concept, type Term } from '../termbase/concept.js';
import { onTerm, type Finding, type TermbaseCheck } from './check.js';

const about = {
  id: 'capitals',
  severity: 'info',
} as const;

/** Terms that are known to follow no rule: too few to see a habit. */
const ENOUGH = 10;
const HABIT = 0.85;
const GERMAN_NOUN = /^[a-zäöü][\p{Ll}-]*(ung|heit|keit|schaft|tät|tion|nis|ling|tum)$/u;

interface Candidate {
  readonly concept: Concept;
  readonly language: LanguageTag;
  readonly term: { readonly id: string; readonly text: string };
  /** The counterparts begin with a capital too: probably a name. */
  readonly named: boolean;
}

/** Acronyms, names (capital in the other languages too) and terms with a capital inside are left in peace. */
export const capitalsCheck: TermbaseCheck = {
  ...about,
  start() {
    const counts = new Map<string, { upper: number; lower: number }>();
    const candidates: Candidate[] = [];
    let limit = 4096;
    return {
      *see(concept) {
        for (const { language, term } of termsOf(concept)) {
          const first = firstLetter(term.text);
          if (!first) continue;
          const primary = primaryLanguage(language);
          if (primary === 'de') {
            if (isSmallNoun(term))
              yield finding(concept, language, term, upper(term.text), { code: 'german-noun-small', values: {} });
            continue;
          }
          let count = counts.get(language);
          if (!count) counts.set(language, (count = { upper: 0, lower: 0 }));
          const isUpper = first !== first.toLowerCase();
          if (isUpper) count.upper++;
          else count.lower++;
          // Only what can turn out an exception is kept.
          candidates.push({ concept, language, term, named: isUpper && isName(concept, language) });
          if (candidates.length > limit) {
            compact(candidates, counts);
            limit = Math.max(4096, candidates.length * 2);
          }
        }
      },
      *end() {
        for (const { concept, language, term, named } of candidates) {
          const habit = habitOf(counts.get(language)!);
          const first = firstLetter(term.text)!;
          const isUpper = first !== first.toLowerCase();
          if (habit === null || isUpper === (habit === 'upper')) continue;
          if (isUpper && (named || !isOrdinary(term.text))) continue;
          const { upper: u, lower: l } = counts.get(language)!;
          const share = Math.round((100 * Math.max(u, l)) / (u + l));
          yield habit === 'lower'
            ? finding(concept, language, term, lower(term.text), { code: 'mostly-small', values: { share } })
            : finding(concept, language, term, upper(term.text), { code: 'mostly-large', values: { share } });
        }
      },
    };
  },
};

/** A single word that begins small and is a noun: by its ending, its part of speech, or since it has a gender. */
function isSmallNoun({ text, fields }: Term): boolean {
  if (GERMAN_NOUN.test(text)) return true;
  const isNoun = fields.partOfSpeech?.some((kind) => kind === 'noun' || kind === 'properNoun');
  return /^\p{Ll}[\p{L}\p{M}-]{2,}$/u.test(text) && Boolean(isNoun || fields.grammaticalGender?.length);
}

function finding(
  concept: Concept,
  language: LanguageTag,
  term: Candidate['term'],
  text: string,
  said: Finding['said'],
): Finding {
  return onTerm(about, concept, language, term, said, { correction: { kind: 'text', text, safe: false } });
}

function habitOf(count: { upper: number; lower: number }): 'upper' | 'lower' | null {
  const all = count.upper + count.lower;
  if (all < ENOUGH) return null;
  return count.lower / all >= HABIT ? 'lower' : count.upper / all >= HABIT ? 'upper' : null;
}

/** Drops those that follow the habit seen so far, as long as it is clear. */
function compact(candidates: Candidate[], counts: ReadonlyMap<string, { upper: number; lower: number }>): void {
  const kept = candidates.filter(({ language, term }) => {
    const count = counts.get(language)!;
    const habit = habitOf(count);
    const first = firstLetter(term.text)!;
    return habit === null || (first !== first.toLowerCase()) !== (habit === 'upper');
  });
  if (kept.length < candidates.length) candidates.splice(0, candidates.length, ...kept);
}

/** The first character if it is a letter with two cases. */
function firstLetter(text: string): string | null {
  const first = [...text.trimStart()][0] ?? '';
  return first.toLowerCase() !== first.toUpperCase() ? first : null;
}

function isOrdinary(text: string): boolean {
  const word = /^[\p{L}\p{M}'’-]+/u.exec(text.trimStart())?.[0] ?? '';
  return word.length > 1 && word.slice(1) === word.slice(1).toLowerCase() && !/\d/.test(text);
}

function isName(concept: Concept, language: LanguageTag): boolean {
  const others = concept.languages.filter((s) => s.language !== language && primaryLanguage(s.language) !== 'de');
  return others.length > 0 && others.every((s) => s.terms.some((t) => /^\p{Lu}/u.test(t.text)));
}

function lower(text: string): string {
  const [first = '', ...rest] = text;
  return first.toLowerCase() + rest.join('');
}

function upper(text: string): string {
  const [first = '', ...rest] = text;
  return first.toUpperCase() + rest.join('');
}
