/** `bridge … -o OUT.tbx`: two termbases that share a language become one of their other languages. */
import { basename } from 'node:path';
import { DataError } from '@fair-copy/core/diagnostic.js';
import { fits, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { Bridge } from '@fair-copy/core/memory/bridge/bridge.js';
import { bridgedConcept, ConceptsMet } from '@fair-copy/core/memory/bridge/bridged-concept.js';
import { BRIDGED_OVER, type BridgeDoubt } from '@fair-copy/core/memory/bridge/plan.js';
import type { MergeInput } from '@fair-copy/core/memory/merge/merge.js';
import { unitsOver } from '@fair-copy/core/memory/of-concept.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import type { ConceptBody } from '@fair-copy/core/termbase/concept.js';
import { sayBridge, shownDoubt } from './bridged.js';
import type { BridgeOptions } from './commands/bridge.js';
import { conceptsIn } from './concepts.js';
import { writeTermbase } from './tbx-out.js';
import { UsageError } from './usage.js';

interface Side {
  readonly name: string;
  readonly concepts: readonly ConceptBody[];
  /** A unit for each term of the shared language. */
  readonly units: readonly { readonly unit: Unit; readonly concept: number }[];
}

async function sideOf(path: string, over: LanguageTag): Promise<Side> {
  const [name, concepts] = [basename(path), await conceptsIn(path, true)];
  if (concepts.length === 0) throw new DataError('no-units', { left: 0 }, { file: name });
  const tags = new Set(concepts.flatMap(({ languages }) => languages.map(({ language }) => language)));
  if (![...tags].some((tag) => fits(over, tag)))
    throw new UsageError(`--over: ${name} has no term in ${over}; it has ${[...tags].join(', ')}.`);
  const units = concepts.flatMap((body, concept) =>
    unitsOver(body, (language) => fits(over, language)).map((unit) => ({ unit, concept })),
  );
  return { name, concepts, units };
}

const inputOf = ({ units }: Side): MergeInput => ({
  count: units.length,
  units: () => units.map(({ unit }) => unit),
  unit: (number) => units[number]!.unit,
});

/** A pair of concepts becomes one concept, however many of their terms meet. */
export async function bridgeTermbases(
  paths: readonly [string, string],
  over: LanguageTag,
  options: BridgeOptions,
): Promise<void> {
  const [a, b] = [await sideOf(paths[0], over), await sideOf(paths[1], over)];
  const doubts: BridgeDoubt[] = [];
  const made: ConceptBody[] = [];
  const met = { a: new Set<number>(), b: new Set<number>() };
  const counts = { certain: 0, chosen: 0, decided: 0 };
  const conceptsOf = (from: readonly [number, number]) =>
    [a.units[from[0]]!.concept, b.units[from[1]]!.concept] as const;
  const noteMet = (from: readonly [number, number]): void => {
    const [left, right] = conceptsOf(from);
    met.a.add(left);
    met.b.add(right);
  };
  const pairs = new ConceptsMet(conceptsOf);
  const tally = new Bridge([inputOf(a), inputOf(b)], [a.name, b.name], { over, near: options.near ?? false }).run({
    output: ({ props = [] }, how, from) => {
      noteMet(from);
      if (!pairs.join(from)) return;
      counts[how]++;
      const pivot = props.find(({ type }) => type === BRIDGED_OVER)?.text ?? '';
      const [left, right] = conceptsOf(from);
      made.push(bridgedConcept(a.concepts[left]!, b.concepts[right]!, over, { how, pivot }));
    },
    doubt: (doubt) => doubts.push(doubt),
  });
  const open = doubts.filter((doubt) => !pairs.hasSettled(doubt));
  for (const { candidates } of open) for (const { from } of candidates) noteMet(from);
  const waiting = open.map(shownDoubt);
  if (made.length === 0 && waiting.length === 0)
    throw new DataError('no-units', { left: 0 }, { file: `${a.name}, ${b.name}` });
  await writeTermbase(options.output, made);
  const alone = { a: a.concepts.length - met.a.size, b: b.concepts.length - met.b.size };
  sayBridge({ ...tally, ...counts, written: made.length, alone }, waiting, {
    kind: 'concepts',
    json: options.json === true,
  });
}
