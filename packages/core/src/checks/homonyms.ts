/** Two checks that need the whole termbase: which concepts share a term. */
import { languageName, type LanguageTag } from '../language/tags.js';
import { termsOf, type Concept, type ConceptId } from '../termbase/concept.js';
import { caselessKey, exactKey } from '../text/fold.js';
import { TextHash } from '../text/hash.js';
import { onTerm, type Check, type CheckRun, type Finding, type TermbaseFacts } from './check.js';

export interface Place {
  readonly concept: ConceptId;
  readonly term: string;
  readonly text: string;
  /** Texts in the other languages, for the evidence. */
  readonly others: ReadonlyMap<LanguageTag, readonly string[]>;
}

/**
 * Which concepts have a term, by the hash of its language and text. Only ids are kept: nearly all terms stand in one
 * concept, and a million texts of a memory take no more than their numbers.
 */
export class TermIndex {
  private readonly concepts = new Map<number, ConceptId | ConceptId[]>();

  see(concept: Concept): void {
    for (const { language, term } of termsOf(concept)) {
      const key = keyOf(language, term.text);
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
      const found = termOf(lookUp(ids[0]!), key);
      if (!found) continue;
      const { language, text } = found;
      yield { language, places: ids.flatMap((id) => placeOf(lookUp(id), language, text)) };
    }
  }
}

function keyOf(language: LanguageTag, text: string): number {
  const hash = new TextHash();
  hash.add(language);
  hash.add(exactKey(text));
  return hash.value;
}

/** The term of a concept that has the key. */
function termOf(concept: Concept | undefined, key: number): { language: LanguageTag; text: string } | null {
  if (concept)
    for (const { language, term } of termsOf(concept))
      if (keyOf(language, term.text) === key) return { language, text: exactKey(term.text) };
  return null;
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
    const said = saidIn(target, places);
    yield* findings(
      different,
      language,
      places,
      `“${places[0]!.text}” has ${said.length} different ${facts.words.terms} in ${languageName(target)}: ${listed(said)}.`,
    );
  }
}

/** What the places say in a language, each once. */
function saidIn(language: LanguageTag, places: readonly Place[]): string[] {
  return [...new Set(places.map((place) => (place.others.get(language) ?? []).join(', ')).filter(Boolean))];
}

/** So many different sayings are compared with each other. */
const COMPARED = 100;
/** So many are named. */
const NAMED = 6;

function listed(texts: readonly string[]): string {
  const named = texts.slice(0, NAMED).map((text) => `“${text}”`);
  return named.join(' / ') + (texts.length > NAMED ? ' / …' : '');
}

/** The first language in which the concepts agree on no term. @param only no other language is looked at */
function contradictedLanguage(places: readonly Place[], source: LanguageTag, only?: LanguageTag): LanguageTag | null {
  const languages = only ? [only] : new Set(places.flatMap((place) => [...place.others.keys()]));
  for (const language of languages) {
    if (language === source) continue;
    // Many places say the same: each saying is looked at once.
    const sayings = new Map<string, ReadonlySet<string>>();
    for (const place of places) {
      const texts = place.others.get(language)?.map(caselessKey);
      if (texts) sayings.set(texts.join('\0'), new Set(texts));
    }
    const sets = [...sayings.values()].slice(0, COMPARED);
    if (sets.length > 1 && sets.some((a, i) => sets.slice(i + 1).some((b) => ![...a].some((text) => b.has(text)))))
      return language;
  }
  return null;
}

const sources = {
  id: 'different-sources',
  title: 'Same target, different sources',
  explains: 'The same text of another language stands for different texts of the first: one of them may be wrong.',
  severity: 'info',
} as const;

/** For memories: in a termbase these are synonyms, or what `severalConceptsCheck` says. */
export const differentSourcesCheck: Check = {
  ...sources,
  start: (facts) => wholeTermbase((index) => fromDifferentSources(index, facts)),
};

function* fromDifferentSources(index: TermIndex, facts: TermbaseFacts): Generator<Finding> {
  const source = facts.languages[0];
  for (const { language, places } of index.shared(facts.concept)) {
    if (language === source || contradictedLanguage(places, language, source) !== source) continue;
    const said = saidIn(source, places);
    const message = `“${places[0]!.text}” stands for ${said.length} different ${facts.words.terms} in ${languageName(source)}: ${listed(said)}.`;
    yield* findings(sources, language, places, message);
  }
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
    yield* findings(
      several,
      language,
      places,
      `“${places[0]!.text}” stands in ${places.length} ${facts.words.concepts}.`,
    );
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

/** So many others are named as evidence. */
const RELATED = 20;

function* findings(
  check: Pick<Check, 'id' | 'severity'>,
  language: LanguageTag,
  places: readonly Place[],
  message: string,
): Generator<Finding> {
  const said = places.map((p) =>
    [...p.others].map(([tag, texts]) => `${tag}:${texts.map(exactKey).join('|')}`).join(';'),
  );
  const basis = [...new Set(said)].sort().join('\0');
  const first = places.slice(0, RELATED + 1);
  for (const place of places) {
    const related = first.filter((p) => p !== place).map((p) => p.concept);
    const concept = { id: place.concept } as Concept;
    yield onTerm(check, concept, language, { id: place.term, text: place.text }, message, {
      related: related.slice(0, RELATED),
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
