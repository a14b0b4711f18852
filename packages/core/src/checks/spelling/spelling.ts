/**
 * Words that no list of their language has. Left alone: what the client's termbases have, names, what stands in the other
 * text of the unit as well, what stands in many units, and texts that are plainly of another language.
 */
import { fits, primaryLanguage, type LanguageTag } from '../../language/tags.js';
import type { ConceptBody } from '../../termbase/concept.js';
import type { Check, CheckRun, Finding } from '../check.js';
import type { UnitInMemory } from '../looked-at.js';
import type { UnitFacts } from '../units/pair.js';
import { suggestionsFor, type Suggestion } from './suggestions.js';
import { Speller, type Standing, type WordList } from './word-list.js';
import { wordsOfText, type WordAt } from './words-of-text.js';

const about = { id: 'spelling', severity: 'warning' } as const;

/** Words of these have more forms than a list holds (common practice): what is not one slip from a word of the texts is left alone. */
const MANY_FORMS = new Set(['fi', 'et', 'tr', 'hu', 'lt', 'lv']);

/** A word in so many units is the client's own. */
const MANY = 5;
/** Of the words of a text: with more of them unknown it is not what it is said to be. */
const MOST = 0.4;
const FEW = 3;
/** Words that are looked up letter by letter; of more, only what the texts have themselves is proposed. */
const LOOKED_UP = 2000;
const PROPOSED = 3;
/** A word made of others is doubted where it stands in so few units and one near it so often. */
const [FEW_MADE, USUAL] = [2, 10];
/** Letters. */
const [SHORTEST, SHORT] = [5, 6];
/** The first proposal is one to do where the next is that much rarer. */
const PLAINLY = 5;

export interface Spelling {
  /** null: no list of the language. */
  listFor(language: LanguageTag): WordList | null;
  /** What the client calls its things. */
  readonly concepts: readonly ConceptBody[];
}

export type SpellingCheck = Check<UnitInMemory, UnitFacts>;

/** Once over all texts; memory grows with the words, not with the units. */
export function spellingCheck(spelling: Spelling): SpellingCheck {
  return {
    ...about,
    start(facts) {
      const languages = new Map<LanguageTag, LanguageWords | null>();
      const wordsOf = (language: LanguageTag): LanguageWords | null => {
        let words = languages.get(language);
        if (words === undefined) {
          const list = isLookedAt(language, facts) ? spelling.listFor(language) : null;
          words =
            list && new LanguageWords(language, new Speller(language, list, ownWords(spelling.concepts, language)));
          languages.set(language, words);
        }
        return words;
      };
      return new SpellingRun(facts, wordsOf, languages);
    },
  };
}

function isLookedAt(language: LanguageTag, { source, target }: UnitFacts): boolean {
  return target === undefined || fits(target, language) || (source !== undefined && fits(source, language));
}

/** Words of all terms of a language, in lower case. */
function ownWords(concepts: readonly ConceptBody[], language: LanguageTag): ReadonlySet<string> {
  const own = new Set<string>();
  for (const concept of concepts)
    for (const { language: tag, terms } of concept.languages)
      if (primaryLanguage(tag) === primaryLanguage(language))
        for (const { text } of terms)
          for (const word of text.match(/[\p{L}\p{M}]+/gu) ?? []) own.add(word.toLocaleLowerCase(language));
  return own;
}

interface Seen {
  readonly standing: Standing;
  times: number;
}

/** Where an unknown word stands; of one that stands in many units nothing is kept. */
interface Places {
  readonly word: string;
  /** Of words that are known. */
  readonly isMade: boolean;
  readonly items: number[];
  readonly variants: number[];
}

/** What was seen of a language. */
class LanguageWords {
  private readonly seen = new Map<string, Seen>();
  private readonly letters = new Set<string>();
  private readonly unknown = new Map<string, Places>();
  private lookedUp = 0;

  constructor(
    readonly language: LanguageTag,
    private readonly speller: Speller,
  ) {}

  standingOf(word: string): Standing {
    let seen = this.seen.get(word);
    if (!seen) {
      this.seen.set(word, (seen = { standing: this.speller.standingOf(word), times: 0 }));
      if (seen.standing !== 'unknown')
        for (const letter of word.toLocaleLowerCase(this.language)) this.letters.add(letter);
    }
    return seen.standing;
  }

  /** It stands once more in the texts. */
  count(word: string): void {
    this.standingOf(word);
    this.seen.get(word)!.times++;
  }

  note(word: string, item: number, variant: number): void {
    const key = word.toLocaleLowerCase(this.language);
    let places = this.unknown.get(key);
    if (!places) {
      const isMade = this.standingOf(word) === 'made';
      this.unknown.set(key, (places = { word, isMade, items: [], variants: [] }));
    }
    if (places.items.length >= MANY || places.items.includes(item)) return;
    places.items.push(item);
    places.variants.push(variant);
  }

  rare(): Iterable<Places> {
    return [...this.unknown.values()].filter(({ items }) => items.length < MANY);
  }

  proposals({ word, isMade }: Places): Suggestion[] {
    const mayLookUp = !isMade && this.lookedUp < LOOKED_UP;
    const asked = suggestionsFor(word, {
      letters: this.letters,
      timesOf: (one) => {
        const seen = this.seen.get(one);
        return seen && seen.standing !== 'unknown' ? seen.times : 0;
      },
      isListed: (one) => mayLookUp && this.speller.isListed(one),
    });
    if (mayLookUp && (asked.length === 0 || asked[0]!.times === 0)) this.lookedUp++;
    return asked.slice(0, PROPOSED);
  }
}

class SpellingRun implements CheckRun<UnitInMemory> {
  constructor(
    private readonly facts: UnitFacts,
    private readonly wordsOf: (language: LanguageTag) => LanguageWords | null,
    private readonly languages: ReadonlyMap<LanguageTag, LanguageWords | null>,
  ) {}

  see(unit: UnitInMemory): readonly Finding[] {
    for (const [place, { language, text }] of unit.variants.entries()) {
      const words = this.wordsOf(language);
      if (!words) continue;
      const all = wordsOfText(text, language);
      for (const { word } of all) words.count(word);
      // What has the sign of a key in it may be a name with one.
      const asked = all.filter(({ word, from, to }) => words.standingOf(word) !== 'known' && to - from === word.length);
      if (asked.length === 0) continue;
      const unknown = asked.filter(({ word }) => words.standingOf(word) === 'unknown');
      if (unknown.length >= FEW && unknown.length > all.length * MOST) continue;
      for (const { word } of asked) if (!isKept(word, place, unit, words)) words.note(word, unit.id, place);
    }
    return [];
  }

  *end(): Generator<Finding> {
    for (const words of this.languages.values())
      for (const places of words?.rare() ?? []) yield* this.findingsOf(words!, places);
  }

  private *findingsOf(words: LanguageWords, places: Places): Generator<Finding> {
    const { word, isMade, items, variants } = places;
    if (isMade && items.length > FEW_MADE) return;
    const proposals = words.proposals(places);
    // "Opadtering" can be made of words; where "opdatering" is usual it hardly was.
    if (isMade && !(proposals[0] && proposals[0].times >= USUAL)) return;
    const said = {
      code: 'spelling',
      values: { word, instead: proposals.map(({ text }) => text) },
    } as const;
    // A short word is one slip from some word of any list, and what begins with a capital and is near none is a name.
    const isLikely = proposals.some(({ times }) => times > 0);
    if (!isLikely && (word.length < SHORTEST || (proposals.length === 0 && word[0] !== word[0]!.toLowerCase()))) return;
    // A slip leaves the word near the one that was meant; a word that is near none is a rare one as often.
    if (MANY_FORMS.has(primaryLanguage(words.language)) && !isLikely) return;
    const severity = isLikely || (proposals.length > 0 && word.length >= SHORT) ? about.severity : 'info';
    for (const [i, item] of items.entries()) {
      const text = this.facts.item(item)?.variants[variants[i]!]?.text;
      if (text === undefined) continue;
      const same = wordsOfText(text, words.language).filter((one) => isSame(one.word, word, words.language));
      const meant = same.every(({ word: one, from, to }) => text.slice(from, to) === one) ? plainly(proposals) : null;
      yield {
        check: about.id,
        severity,
        item,
        language: words.language,
        place: variants[i]!,
        text,
        said,
        related: items.filter((other) => other !== item),
        marks: same.map(({ from, to }) => ({ place: variants[i]!, from, to })),
        ...(meant !== null && { correction: { kind: 'text', text: replaced(text, same, meant), safe: false } }),
        basis: `${word}\0${text}`,
      };
    }
  }
}

const isSame = (one: string, other: string, language: LanguageTag): boolean =>
  one.toLocaleLowerCase(language) === other.toLocaleLowerCase(language);

/** A name or command that is kept stands in another text of the unit too, or does as a part of a word. */
function isKept(word: string, place: number, { variants }: UnitInMemory, words: LanguageWords): boolean {
  const general = primaryLanguage(variants[place]!.language);
  const isElsewhere = (part: string): boolean =>
    variants.some(
      ({ language, text }) => primaryLanguage(language) !== general && text.toLowerCase().includes(part.toLowerCase()),
    );
  return (
    isElsewhere(word) ||
    (word.includes('-') && word.split('-').every((part) => words.standingOf(part) !== 'unknown' || isElsewhere(part)))
  );
}

function plainly([first, second]: readonly Suggestion[]): string | null {
  return first && (!second || first.times >= second.times * PLAINLY + 1) ? first.text : null;
}

function replaced(text: string, words: readonly WordAt[], meant: string): string {
  let [out, at] = ['', 0];
  for (const { word, from, to } of words) {
    const isLarge = word[0] !== word[0]!.toLowerCase();
    out += text.slice(at, from) + (isLarge ? meant[0]!.toUpperCase() + meant.slice(1) : meant);
    at = to;
  }
  return out + text.slice(at);
}
