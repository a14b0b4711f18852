/** Checks that need the whole: which items share a text. */
import type { LanguageTag } from '../language/tags.js';
import { equalHashes } from '../text/equal-hashes.js';
import { caselessKey, exactKey } from '../text/fold.js';
import { TextHash } from '../text/hash.js';
import { CODE, withoutCodes } from '../text/inline-codes.js';
import {
  NOTHING,
  onText,
  type CheckRun,
  type Facts,
  type Finding,
  type TermbaseCheck,
  type TextCheck,
} from './check.js';
import type { Text } from './looked-at.js';

export interface Place extends Text {
  readonly item: number;
  /** Texts of the item by language, for the evidence. */
  readonly others: ReadonlyMap<LanguageTag, readonly string[]>;
}

interface SharedText {
  readonly language: LanguageTag;
  readonly places: readonly Place[];
}

interface Group {
  readonly key: number;
  readonly language: LanguageTag;
  /** All of its items say the very same. */
  readonly isOne: boolean;
  readonly items: readonly number[];
}

/**
 * Which items share a text. Of each text only its hash, that of its item and the item's number are kept, in 21 bytes, so that
 * a million units with three texts take 63 MB; which are the same is found at the end.
 */
export class TextIndex<T> {
  private hashes = new Float64Array(1024);
  private items = new Uint32Array(1024);
  private wholes = new Float64Array(1024);
  private tags = new Uint8Array(1024);
  private readonly languages: LanguageTag[] = [];
  private count = 0;
  private last = NaN;
  private groups: readonly Group[] | null = null;

  private constructor(private readonly facts: Pick<Facts<T>, 'of' | 'item'>) {}

  /** One for all checks of an inspection. */
  static of<T>(facts: Facts<T>): TextIndex<T> {
    let index = INDEXES.get(facts) as TextIndex<T> | undefined;
    if (!index) INDEXES.set(facts, (index = new TextIndex(facts)));
    return index;
  }

  /** Once for each item, whichever check sees it first. */
  see(item: T): void {
    const { of } = this.facts;
    const id = of.id(item);
    if (id === this.last) return;
    this.last = id;
    const texts = of.texts(item);
    const whole = wholeOf(texts);
    for (const { language, text } of texts) {
      if (this.count === this.hashes.length) this.grow();
      let tag = this.languages.indexOf(language);
      if (tag < 0) tag = this.languages.push(language) - 1;
      this.hashes[this.count] = keyOf(language, text);
      this.wholes[this.count] = whole;
      this.tags[this.count] = tag;
      this.items[this.count++] = id;
    }
  }

  /** Texts that stand in several items, in the order in which they were seen first. */
  *shared(): Generator<SharedText> {
    for (const { language, places } of this.alike())
      for (const same of byText(places).values()) if (same.length > 1) yield { language, places: same };
  }

  /**
   * Texts of some languages that stand in several items, whichever way each writes them: with other codes, capitals or marks at
   * the end. Items that say the very same in all languages are left out: they contradict nothing.
   */
  *nearlyShared(isWanted: (language: LanguageTag) => boolean): Generator<SharedText> {
    yield* this.alike((group) => !group.isOne && isWanted(group.language));
  }

  private *alike(isWanted: (group: Group) => boolean = () => true): Generator<SharedText> {
    this.groups ??= this.grouped();
    for (const group of this.groups) {
      if (!isWanted(group)) continue;
      const { key, language, items } = group;
      const found = this.texts(items[0]!).find((one) => one.language === language && keyOf(language, one.text) === key);
      if (!found) continue;
      const text = looseKey(found.text);
      yield { language, places: items.flatMap((id) => this.placesOf(id, language, text)) };
    }
  }

  /** The texts that several items have, with these. */
  private grouped(): readonly Group[] {
    const { hashes, items, wholes, count } = this;
    const found: { readonly first: number; readonly group: Group }[] = [];
    for (const places of equalHashes(hashes, count)) {
      const first = places[0]!;
      const ids = new Set(places.map((place) => items[place]!));
      if (ids.size < 2) continue;
      const language = this.languages[this.tags[first]!]!;
      const isOne = places.every((place) => wholes[place] === wholes[first]);
      found.push({ first, group: { key: hashes[first]!, language, isOne, items: [...ids] } });
    }
    // The numbers have done their work.
    this.hashes = new Float64Array(0);
    this.items = new Uint32Array(0);
    this.wholes = new Float64Array(0);
    this.tags = new Uint8Array(0);
    return found.sort((a, b) => a.first - b.first).map(({ group }) => group);
  }

  private grow(): void {
    const larger = <N extends Float64Array<ArrayBuffer> | Uint32Array<ArrayBuffer> | Uint8Array<ArrayBuffer>>(
      numbers: N,
    ): N => {
      const copy = new (numbers.constructor as new (length: number) => N)(numbers.length * 2);
      copy.set(numbers);
      return copy;
    };
    this.hashes = larger(this.hashes);
    this.items = larger(this.items);
    this.wholes = larger(this.wholes);
    this.tags = larger(this.tags);
  }

  private texts(id: number): readonly Text[] {
    const item = this.facts.item(id);
    return item === undefined ? [] : this.facts.of.texts(item);
  }

  /** Each way in which the item writes a text, once. */
  private placesOf(item: number, language: LanguageTag, key: string): Place[] {
    const texts = this.texts(item);
    const others = new Map<LanguageTag, string[]>();
    for (const one of texts) others.set(one.language, [...(others.get(one.language) ?? []), one.text]);
    const found = new Map<string, Place>();
    for (const one of texts)
      if (one.language === language && looseKey(one.text) === key && !found.has(exactKey(one.text)))
        found.set(exactKey(one.text), { ...one, item, others });
    return [...found.values()];
  }
}

const INDEXES = new WeakMap<object, unknown>();

function keyOf(language: LanguageTag, text: string): number {
  const hash = new TextHash();
  hash.add(language);
  hash.add(looseKey(text));
  return hash.value;
}

/** The same for items that say the very same in the same languages. */
function wholeOf(texts: readonly Text[]): number {
  const hash = new TextHash();
  for (const { language, text } of texts) {
    hash.add(language);
    hash.add(text);
  }
  return hash.value;
}

const END = /[\s\p{P}]+$/u;

/** A text without codes, capitals, and marks at its end; as it is where nothing else would be left. */
function looseKey(text: string): string {
  const whole = caselessKey(text.includes(CODE) ? withoutCodes(text) : text);
  return END.test(whole.slice(-2)) ? whole.replace(END, '') || whole : whole;
}

function byText(places: readonly Place[]): Map<string, Place[]> {
  const texts = new Map<string, Place[]>();
  for (const place of places) {
    const key = exactKey(place.text);
    const there = texts.get(key);
    if (there) there.push(place);
    else texts.set(key, [place]);
  }
  return texts;
}

const different = {
  id: 'different-targets',
  severity: 'error',
} as const;

/** The same text of the first language has different texts in another one. */
export const differentTermsCheck: TextCheck = {
  ...different,
  start: (facts) => overall(facts, (index) => differing(index, facts.languages[0], caselessKey)),
};

/**
 * The same for memories, where what differs in codes, capitals or the marks at the end only is a hint: between the targets of
 * one source, and between sources whose targets are different.
 */
export const differentTargetsCheck: TextCheck = {
  ...different,
  start: (facts) => overall(facts, (index) => differingTexts(index, facts.languages[0])),
};

function* differing<T>(
  index: TextIndex<T>,
  source: LanguageTag | undefined,
  key: (text: string) => string,
): Generator<Finding> {
  for (const { language, places } of index.shared()) {
    if (language !== source) continue;
    const target = contradictedLanguage(places, language, key);
    if (target) yield* findings(different, places, contradiction('different-targets', target, places));
  }
}

function* differingTexts<T>(index: TextIndex<T>, source: LanguageTag | undefined): Generator<Finding> {
  const hint = { ...different, severity: 'info' } as const;
  for (const { language, places } of index.nearlyShared((one) => one === source)) {
    const ways = [...byText(places).values()];
    for (const same of ways) {
      if (same.length < 2) continue;
      const target = contradictedLanguage(same, language, looseKey);
      const slightly = target ? null : contradictedLanguage(same, language, exactKey);
      if (target) yield* findings(different, same, contradiction('different-targets', target, same));
      else if (slightly) yield* findings(hint, same, contradiction('targets-nearly-same', slightly, same));
    }
    // One of each way of writing: what contradicts itself within a way was said above.
    const firsts = ways.map(([first]) => first!);
    const target = firsts.length > 1 ? contradictedLanguage(firsts, language, looseKey) : null;
    if (target) yield* findings(hint, firsts, contradiction('sources-nearly-same', target, firsts));
  }
}

function contradiction(
  code: 'different-targets' | 'different-sources' | 'targets-nearly-same' | 'sources-nearly-same',
  language: LanguageTag,
  places: readonly Place[],
): Finding['said'] {
  const said = saidIn(language, places);
  return { code, values: { text: places[0]!.text, count: said.length, language, texts: said.slice(0, NAMED) } };
}

/** What the places say in a language, each once. */
function saidIn(language: LanguageTag, places: readonly Place[]): string[] {
  return [...new Set(places.map((place) => (place.others.get(language) ?? []).join(', ')).filter(Boolean))];
}

/** So many different sayings are compared with each other. */
const COMPARED = 100;
/** So many are named. */
const NAMED = 6;

/** The first language in which the items agree on no text. @param only no other language is looked at */
function contradictedLanguage(
  places: readonly Place[],
  source: LanguageTag,
  key: (text: string) => string = caselessKey,
  only?: LanguageTag,
): LanguageTag | null {
  const languages = only ? [only] : new Set(places.flatMap((place) => [...place.others.keys()]));
  for (const language of languages) {
    if (language === source) continue;
    // Many places say the same: each saying is looked at once.
    const sayings = new Map<string, ReadonlySet<string>>();
    for (const place of places) {
      const texts = place.others.get(language)?.map(key);
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
  severity: 'info',
} as const;

/**
 * The same text of another language stands for different texts of the first: one of them may be wrong. For memories: in a
 * termbase these are synonyms, or what `severalConceptsCheck` says.
 */
export const differentSourcesCheck: TextCheck = {
  ...sources,
  start: (facts) => overall(facts, (index) => fromDifferentSources(index, facts.languages[0])),
};

function* fromDifferentSources<T>(index: TextIndex<T>, source: LanguageTag | undefined): Generator<Finding> {
  if (source === undefined) return;
  for (const { language, places } of index.nearlyShared((one) => one !== source))
    for (const same of byText(places).values())
      if (same.length > 1 && contradictedLanguage(same, language, caselessKey, source) === source)
        yield* findings(sources, same, contradiction('different-sources', source, same));
}

const several = {
  id: 'several-concepts',
  severity: 'warning',
} as const;

/** A term stands in several concepts: it may have several meanings, or the concepts may be one. */
export const severalConceptsCheck: TermbaseCheck = {
  ...several,
  start: (facts) => overall(facts, (index) => repeated(index, facts.languages[0])),
};

function* repeated<T>(index: TextIndex<T>, source: LanguageTag | undefined): Generator<Finding> {
  for (const { language, places } of index.shared()) {
    // Said by the other check already, with more evidence.
    if (language === source && contradictedLanguage(places, language)) continue;
    if (places.length === 2 && sharesAnother(places[0]!, places[1]!, language)) continue;
    const values = { text: places[0]!.text, concepts: places.length };
    yield* findings(several, places, { code: 'several-concepts', values });
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

/** More characters of texts that a finding rests on are kept as their hash: hundreds of units may rest on one another. */
const BASIS = 1000;

/** All that the places say, in no order. */
function basisOf(places: readonly Place[]): string {
  const all = places.map((place) =>
    [...place.others].map(([tag, texts]) => `${tag}:${texts.map(exactKey).join('|')}`).join(';'),
  );
  const sayings = [...new Set(all)].sort();
  if (sayings.reduce((sum, one) => sum + one.length, 0) <= BASIS) return sayings.join('\0');
  const hash = new TextHash();
  for (const one of sayings) hash.add(one);
  return `${sayings.length} ${hash.value}`;
}

/** So many others are named as evidence. */
const RELATED = 20;

function* findings(
  check: { readonly id: string; readonly severity: Finding['severity'] },
  places: readonly Place[],
  said: Finding['said'],
): Generator<Finding> {
  const basis = basisOf(places);
  const first = places.slice(0, RELATED + 1);
  for (const place of places) {
    const related = first.filter((p) => p !== place).map((p) => p.item);
    yield onText(check, place.item, place, said, { related: related.slice(0, RELATED), basis });
  }
}

function overall<T>(facts: Facts<T>, conclude: (index: TextIndex<T>) => Iterable<Finding>): CheckRun<T> {
  const index = TextIndex.of(facts);
  return {
    see(item) {
      index.see(item);
      return NOTHING;
    },
    end: () => conclude(index),
  };
}
