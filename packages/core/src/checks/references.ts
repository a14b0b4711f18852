/** References that lead nowhere: pictures that are not there, "see …" without its goal, or round in a circle. */
import { IDENTIFIER } from '../termbase/categories.js';
import type { Concept, Fields } from '../termbase/concept.js';
import { exactKey } from '../text/fold.js';
import { onConcept, type Finding, type TermbaseCheck, type TermbaseFacts } from './check.js';

const about = {
  id: 'broken-reference',
  severity: 'warning',
} as const;

/** The anchor of something else in a file, or an address: nothing that a concept or a picture is called by. */
const ELSEWHERE = /^(?:https?|ftp|mailto):|^#/i;

export const referencesCheck: TermbaseCheck = {
  ...about,
  start(facts) {
    /** Terms and ids that references can lead to, with their concepts; and the references, until all terms are known. */
    const goals = new Map<string, number>();
    const open: Reference[] = [];
    const defined = new Set<number>();
    return {
      *see(concept) {
        for (const id of concept.fields[IDENTIFIER] ?? []) goals.set(id, concept.id);
        for (const { terms } of concept.languages)
          for (const term of terms) {
            const key = exactKey(term.text);
            if (!goals.has(key)) goals.set(key, concept.id);
          }
        for (const fields of allFields(concept)) {
          for (const value of fields.crossReference ?? []) open.push({ concept: concept.id, value });
          // Where a concept says what it means, nobody is sent round in vain.
          if (fields.definition?.length) defined.add(concept.id);
        }
        yield* pictures(concept, facts);
      },
      *end(): Generator<Finding> {
        const led: Led[] = [];
        for (const { concept: id, value } of open) {
          const goal = goals.get(value) ?? goals.get(exactKey(value));
          if (goal !== undefined && goal !== id) {
            led.push({ from: id, to: goal });
            continue;
          }
          const concept = facts.item(id);
          if (!concept || (goal === undefined && ELSEWHERE.test(value))) continue;
          const code = goal === undefined ? 'reference-broken' : 'refers-to-itself';
          yield onConcept(about, concept, { code, values: { name: value } }, { basis: `reference\0${value}` });
        }
        for (const circle of circles(led)) if (!circle.some((id) => defined.has(id))) yield* onCircle(circle, facts);
      },
    };
  },
};

function* pictures(concept: Concept, { hasPicture, pictureLike }: TermbaseFacts): Generator<Finding> {
  for (const name of concept.fields.xGraphic ?? []) {
    if (!hasPicture || hasPicture(name) || ELSEWHERE.test(name)) continue;
    const there = pictureLike?.(name) ?? null;
    const options = { basis: `picture\0${name}` };
    if (there === null) yield onConcept(about, concept, { code: 'picture-missing', values: { name } }, options);
    else {
      const correction = { kind: 'value', field: 'xGraphic', value: name, instead: there, safe: true } as const;
      const said = { code: 'picture-otherwise', values: { name, there } } as const;
      yield onConcept(about, concept, said, { ...options, correction });
    }
  }
}

interface Reference {
  readonly concept: number;
  readonly value: string;
}

interface Led {
  readonly from: number;
  readonly to: number;
}

/**
 * Concepts that refer to each other in a circle, each circle once: two that point at each other, or more in a ring where
 * nobody points back. Follows each reference once, to the first circle that it closes. O(references).
 */
function circles(references: readonly Led[]): number[][] {
  const next = new Map<number, Set<number>>();
  for (const { from, to } of references) {
    const there = next.get(from);
    if (there) there.add(to);
    else next.set(from, new Set([to]));
  }
  const found: number[][] = [];
  const done = new Set<number>();
  for (const start of next.keys()) {
    const path: { readonly id: number; readonly goals: Iterator<number> }[] = [];
    const at = new Map<number, number>();
    const enter = (id: number): void => {
      at.set(id, path.length);
      path.push({ id, goals: (next.get(id) ?? []).values() });
    };
    if (!done.has(start)) enter(start);
    while (path.length > 0) {
      const { id, goals } = path.at(-1)!;
      const goal = goals.next();
      if (goal.done) {
        path.pop();
        at.delete(id);
        done.add(id);
      } else if (at.has(goal.value)) {
        const circle = path.slice(at.get(goal.value)).map((step) => step.id);
        const isRing = circle.some((one, i) => !next.get(circle[(i + 1) % circle.length]!)?.has(one));
        if (circle.length === 2 || isRing) found.push(circle);
      } else if (!done.has(goal.value)) enter(goal.value);
    }
  }
  return found;
}

function* onCircle(circle: readonly number[], facts: TermbaseFacts): Generator<Finding> {
  // Wherever one comes in, it is the same circle: it begins with its first concept.
  const start = circle.indexOf(Math.min(...circle));
  const round = [...circle.slice(start), ...circle.slice(0, start)];
  const concepts = round.flatMap((id) => facts.item(id) ?? []);
  if (concepts.length < round.length) return;
  const texts = [...concepts, concepts[0]!].map(({ languages }) => languages[0]?.terms[0]?.text ?? '');
  for (const concept of concepts) {
    const related = round.filter((id) => id !== concept.id);
    const options = { related, basis: `circle\0${texts.join('\0')}` };
    yield onConcept(about, concept, { code: 'refers-in-circle', values: { texts } }, options);
  }
}

function* allFields(concept: Concept): Generator<Fields> {
  yield concept.fields;
  for (const { fields, terms } of concept.languages) {
    yield fields;
    for (const term of terms) yield term.fields;
  }
}
