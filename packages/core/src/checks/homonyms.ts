/** Two checks that need the whole termbase: which concepts share a term. */
import { languageName, type LanguageTag } from '../language/tags.js';
import { termsOf, type Concept, type ConceptId } from '../termbase/concept.js';
import { caselessKey, exactKey } from '../text/fold.js';
import { onTerm, type Check, type CheckRun, type Finding, type TermbaseFacts } from './check.js';

export interface Place {
  readonly concept: ConceptId;
  readonly term: string;
  readonly text: string;
  /** Texts in the other languages, for the evidence. */
  readonly others: ReadonlyMap<LanguageTag, readonly string[]>;
}

/** Which concepts have a term, by language and key. Only ids are kept: nearly all terms stand in one concept. */
export class TermIndex {
  private readonly concepts = new Map<string, ConceptId | ConceptId[]>();

  see(concept: Concept): void {
    for (const { language, term } of termsOf(concept)) {
      const key = `${language}\0${exactKey(term.text)}`;
      const there = this.concepts.get(key);
      if (there === undefined) this.concepts.set(key, concept.id);
      else if (typeof there === 'number') {
        if (there !== concept.id) this.concepts.set(key, [there, concept.id]);
      } else if (there.at(-1) !== concept.id) there.push(concept.id);
    }
  }

  *shared(
    lookUp: TermbaseFacts['concept'],
  ): Generator<{ readonly language: LanguageTag; readonly places: readonly Place[] }> {
    for (const [key, ids] of this.concepts) {
      if (typeof ids === 'number') continue;
      const cut = key.indexOf('\0');
      const language = key.slice(0, cut) as LanguageTag;
      const text = key.slice(cut + 1);
      yield { language, places: ids.flatMap((id) => placeOf(lookUp(id), language, text)) };
    }
  }
}

function placeOf(concept: Concept | undefined, language: LanguageTag, key: string): Place[] {
  const term = concept?.languages.find((s) => s.language === language)?.terms.find((t) => exactKey(t.text) === key);
  if (!concept || !term) return [];
  const others = new Map(concept.languages.map((s) => [s.language, s.terms.map((t) => t.text)] as const));
  return [{ concept: concept.id, term: term.id, text: term.text, others }];
}

const different = {
  id: 'different-targets',
  title: 'Same source, different targets',
  explains:
    'The same term of the first language stands in several concepts that have different terms in another language.',
  severity: 'error',
} as const;

export const differentTargetsCheck: Check = {
  ...different,
  start: (facts) => wholeTermbase((index) => differing(index, facts)),
};

function* differing(index: TermIndex, facts: TermbaseFacts): Generator<Finding> {
  for (const { language, places } of index.shared(facts.concept)) {
    if (language !== facts.languages[0]) continue;
    const target = contradictedLanguage(places, language);
    if (!target) continue;
    const said = places.map((place) => (place.others.get(target) ?? []).join(', ')).filter(Boolean);
    yield* findings(
      different,
      language,
      places,
      `“${places[0]!.text}” has ${said.length} different terms in ${languageName(target)}: ${said.join(' / ')}.`,
    );
  }
}

/** The first language in which the concepts agree on no term. */
function contradictedLanguage(places: readonly Place[], source: LanguageTag): LanguageTag | null {
  const languages = new Set(places.flatMap((place) => [...place.others.keys()]));
  for (const language of languages) {
    if (language === source) continue;
    const sets = places.flatMap((place) => {
      const texts = place.others.get(language);
      return texts ? [new Set(texts.map(caselessKey))] : [];
    });
    if (sets.length > 1 && sets.some((a, i) => sets.slice(i + 1).some((b) => ![...a].some((text) => b.has(text)))))
      return language;
  }
  return null;
}

const several = {
  id: 'several-concepts',
  title: 'Same term in several concepts',
  explains: 'A term stands in several concepts: it may have several meanings, or the concepts may be one.',
  severity: 'warning',
} as const;

export const severalConceptsCheck: Check = {
  ...several,
  start: (facts) => wholeTermbase((index) => repeated(index, facts)),
};

function* repeated(index: TermIndex, facts: TermbaseFacts): Generator<Finding> {
  for (const { language, places } of index.shared(facts.concept)) {
    // Said by the other check already, with more evidence.
    if (language === facts.languages[0] && contradictedLanguage(places, language)) continue;
    if (places.length === 2 && sharesAnother(places[0]!, places[1]!, language)) continue;
    yield* findings(several, language, places, `“${places[0]!.text}” stands in ${places.length} concepts.`);
  }
}

/** Whether two concepts share a term in another language too: then they are doublettes, which is another check. */
export function sharesAnother(a: Place, b: Place, language: LanguageTag): boolean {
  return [...a.others].some(([tag, texts]) => {
    if (tag === language) return false;
    const mine = new Set(texts.map(exactKey));
    return (b.others.get(tag) ?? []).some((text) => mine.has(exactKey(text)));
  });
}

function* findings(
  check: Pick<Check, 'id' | 'severity'>,
  language: LanguageTag,
  places: readonly Place[],
  message: string,
): Generator<Finding> {
  const basis = places
    .map((p) => [...p.others].map(([tag, texts]) => `${tag}:${texts.join('|')}`).join(';'))
    .sort()
    .join('\0');
  for (const place of places) {
    const related = places.filter((p) => p !== place).map((p) => p.concept);
    const concept = { id: place.concept } as Concept;
    yield onTerm(check, concept, language, { id: place.term, text: place.text }, message, {
      related: related.slice(0, 20),
      basis,
    });
  }
}

function wholeTermbase(conclude: (index: TermIndex) => Iterable<Finding>): CheckRun {
  const index = new TermIndex();
  return {
    see(concept) {
      index.see(concept);
      return [];
    },
    end: () => conclude(index),
  };
}
