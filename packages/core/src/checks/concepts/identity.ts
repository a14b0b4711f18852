/** What tells concepts apart: their ids, their subjects, their pictures, how their terms are spelled. */
import { IDENTIFIER } from '../../termbase/categories.js';
import { termsOf, type Concept } from '../../termbase/concept.js';
import { primaryLanguage, type LanguageTag } from '../../language/tags.js';
import { caselessKey, exactKey } from '../../text/fold.js';
import { onConcept, onTerm, type About, type Finding, type TermbaseCheck, type TermbaseFacts } from '../check.js';

/** Items by a key that several may share. */
class Groups<V> {
  private readonly groups = new Map<string, V[]>();

  add(key: string, value: V): void {
    const there = this.groups.get(key);
    if (there) there.push(value);
    else this.groups.set(key, [value]);
  }

  entries(): IterableIterator<[string, V[]]> {
    return this.groups.entries();
  }
}

const RELATED = 20;
const others = (ids: readonly number[], own: number): number[] =>
  [...new Set(ids)].filter((id) => id !== own).slice(0, RELATED);

/** What several concepts share that one alone should have; found on each of them. */
function sharedCheck(
  described: About,
  /** What a concept has that should be its own, each as it is compared. */
  own: (concept: Concept) => readonly string[],
  said: (shared: string, concepts: number) => Finding['said'],
): TermbaseCheck {
  return {
    ...described,
    start(facts) {
      const groups = new Groups<number>();
      return {
        see(concept) {
          for (const value of new Set(own(concept))) groups.add(value, concept.id);
          return [];
        },
        *end() {
          for (const [value, all] of groups.entries())
            for (const id of all.length > 1 ? all : []) {
              const concept = facts.item(id);
              const options = { related: others(all, id), basis: `${described.id}\0${value}` };
              if (concept) yield onConcept(described, concept, said(value, all.length), options);
            }
        },
      };
    },
  };
}

/** Two entries have the same id of the client's. */
export const duplicateIdCheck = sharedCheck(
  { id: 'duplicate-id', severity: 'error' },
  (concept) => concept.fields[IDENTIFIER] ?? [],
  (name, concepts) => ({ code: 'id-shared', values: { name, concepts } }),
);

const subjects = { id: 'subject-spelling', severity: 'warning' } as const;

/** The same subject for all that a reader sees: capitals, an ending of the plural, spaces and hyphens aside. */
const subjectKey = (subject: string): string =>
  caselessKey(subject)
    .replace(/[\s\-–_/.,]+/g, '')
    .replace(/(?:es|s)$/, '');

/** A subject is written in several ways: "Locks", "locks", "Lock". The commonest is right. */
export const subjectSpellingCheck: TermbaseCheck = {
  ...subjects,
  start(facts) {
    const groups = new Groups<{ readonly concept: number; readonly subject: string }>();
    return {
      see(concept) {
        for (const subject of concept.fields.subjectField ?? [])
          groups.add(subjectKey(subject), { concept: concept.id, subject });
        return [];
      },
      *end() {
        for (const [, all] of groups.entries()) {
          const counts = new Map<string, number>();
          for (const { subject } of all) counts.set(subject, (counts.get(subject) ?? 0) + 1);
          if (counts.size < 2) continue;
          const [usual] = [...counts].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1));
          for (const { concept: id, subject } of all) {
            const concept = facts.item(id);
            if (subject === usual![0] || !concept) continue;
            const values = { subject, usual: usual![0], concepts: usual![1] };
            yield onConcept(subjects, concept, { code: 'subject-otherwise', values }, { basis: `subject\0${subject}` });
          }
        }
      },
    };
  },
};

/** The same picture for different concepts. */
export const samePictureCheck = sharedCheck(
  { id: 'same-picture', severity: 'warning' },
  (concept) => (concept.fields.xGraphic ?? []).map((name) => name.toLowerCase()),
  (name, concepts) => ({ code: 'picture-shared', values: { name, concepts } }),
);

const spelling = { id: 'spelling-variants', severity: 'warning' } as const;

interface Spelled {
  readonly concept: number;
  readonly language: LanguageTag;
  readonly text: string;
}

/** Terms of different concepts that differ only in hyphen, space, capitals or accents. */
export const spellingVariantsCheck: TermbaseCheck = {
  ...spelling,
  start(facts) {
    const groups = new Groups<Spelled>();
    return {
      see(concept) {
        for (const { language, term } of termsOf(concept)) {
          const key = spellingKey(term.text);
          if (key.length >= 5)
            groups.add(`${primaryLanguage(language)}\0${key}`, { concept: concept.id, language, text: term.text });
        }
        return [];
      },
      *end() {
        for (const [, all] of groups.entries()) {
          if (all.length < 2) continue;
          const concepts = new Set(all.map(({ concept }) => concept));
          const texts = new Set(all.map(({ text }) => caselessKey(text)));
          if (concepts.size < 2 || texts.size < 2) continue;
          for (const one of all) yield* variant(facts, one, all);
        }
      },
    };
  },
};

function spellingKey(text: string): string {
  return caselessKey(text)
    .normalize('NFD')
    .replace(/[\u0300-\u036f\s\-‐‑–’'.]+/g, '');
}

function* variant(
  facts: TermbaseFacts,
  { concept: id, language, text }: Spelled,
  all: readonly Spelled[],
): Generator<Finding> {
  const other = all.find((one) => one.concept !== id && caselessKey(one.text) !== caselessKey(text));
  const concept = facts.item(id);
  const term =
    concept &&
    [...termsOf(concept)].find((one) => one.language === language && exactKey(one.term.text) === exactKey(text));
  if (!other || !concept || !term) return;
  yield onTerm(
    spelling,
    concept,
    language,
    term.term,
    { code: 'spelled-otherwise', values: { text, other: other.text } },
    {
      related: others(
        all.map((one) => one.concept),
        id,
      ),
      basis: `${text}\0${other.text}`,
    },
  );
}

const definition = { id: 'missing-definition', severity: 'info' } as const;

/** So many of the concepts must have a definition for its lack to say something. */
const NEARLY_ALL = 0.85;
const ENOUGH = 10;

const hasDefinition = (concept: Concept): boolean =>
  [
    concept.fields,
    ...concept.languages.flatMap(({ fields, terms }) => [fields, ...terms.map((term) => term.fields)]),
  ].some((fields) => fields.definition?.some((text) => text.trim() !== ''));

/** No definition where nearly all concepts have one. */
export const missingDefinitionCheck: TermbaseCheck = {
  ...definition,
  start(facts) {
    const without: number[] = [];
    let all = 0;
    return {
      see(concept) {
        all++;
        if (!hasDefinition(concept)) without.push(concept.id);
        return [];
      },
      *end() {
        if (all < ENOUGH || without.length > all * (1 - NEARLY_ALL)) return;
        const share = Math.floor((100 * (all - without.length)) / all);
        for (const id of without) {
          const concept = facts.item(id);
          if (concept)
            yield onConcept(
              definition,
              concept,
              { code: 'definition-missing', values: { share } },
              { basis: 'definition' },
            );
        }
      },
    };
  },
};
