import { describe, expect, it, test } from '@jest/globals';
import { canonicalTag } from '../language/tags.js';
import { matchScore } from '../memory/match/score.js';
import { tokensOf } from '../memory/match/tokens.js';
import type { Unit } from '../memory/unit.js';
import type { ConceptBody } from '../termbase/concept.js';
import { CODE } from '../text/inline-codes.js';
import { BANDS, bandOf, contributions, costOf, figuresOf, USUAL_RATES } from './figures.js';
import { KitMemory, SoughtTexts } from './kit-memory.js';
import { KitRehearsal } from './kit-rehearsal.js';
import { KitTerms } from './kit-terms.js';
import type { Meet } from './meeting.js';
import { Rehearsal } from './rehearse.js';
import { documentSegment, otherLanguage, type DocumentSegment } from './segment.js';

const tag = (text: string) => canonicalTag(text)!;
const [EN, DE] = [tag('en'), tag('de')];

const unit = (source: string, target: string, languages = ['en', 'de']): Unit => ({
  variants: [source, target].map((text, i) => ({ language: tag(languages[i]!), text, codes: [] })),
});

interface Described {
  readonly name: string;
  readonly units: readonly Unit[];
  readonly off: number;
}

const memory = (name: string, pairs: readonly (readonly [string, string])[], off = 0): Described => ({
  name,
  units: pairs.map(([source, target]) => unit(source, target)),
  off,
});

const segments = (...texts: string[]) => texts.map((text) => documentSegment('a.txt', text, EN));

function passing(into: KitMemory, sought: SoughtTexts, units: readonly Unit[]): void {
  for (const [i, unit] of units.entries()) {
    const texts = into.serve(unit);
    if (texts) into.keep({ unit, number: i + 1 }, texts, sought.meet(texts.sources, into.threshold));
  }
}

function tried(memories: readonly Described[], all: readonly DocumentSegment[], threshold = 50) {
  const sought = new SoughtTexts(
    all.map(({ text }) => text),
    threshold,
  );
  const kit = memories.map(({ name, units, off }) => {
    const made = new KitMemory(name, EN, DE, sought, off);
    passing(made, sought, units);
    return made;
  });
  return [...new Rehearsal(kit, sought).of(all)];
}
const rehearsed = (memories: readonly Described[], texts: readonly string[]) => tried(memories, segments(...texts));

const FIRST = memory('first', [
  ['Close the upper gate.', 'Schließen Sie das Obertor.'],
  ['Wait for the green light.', 'Warten Sie auf das grüne Licht.'],
  ['The lock chamber holds 12 boats.', 'Die Schleusenkammer fasst 12 Boote.'],
]);
const SECOND = memory('second', [
  ['Close the upper gate.', 'Obertor schließen.'],
  ['Mind the sill of the lower gate.', 'Achten Sie auf den Drempel des Untertors.'],
]);

describe('classes', () => {
  it('are exact, near, fuzzy, none, each with its score', () => {
    const found = rehearsed(
      [FIRST],
      [
        'Mind the gap.',
        'Close the upper gate.',
        'The lock chamber holds 14 boats.',
        'Wait for the red light.',
        'Nothing of the kind was ever said here before.',
      ],
    );
    expect(found.map(({ class: kind }) => kind)).toEqual(['none', 'exact', 'near', 'fuzzy', 'none']);
    expect(found[1]!.score).toBe(100);
    expect(found[2]!.score).toBeGreaterThanOrEqual(95);
  });

  it('know exact in context by either neighbour, and the first of a document by the one behind it', () => {
    const texts = ['Close the upper gate.', 'Wait for the green light.', 'Something else altogether.'];
    expect(rehearsed([FIRST], texts).map(({ class: kind }) => kind)).toEqual(['context', 'context', 'none']);
    const kinds = rehearsed([FIRST], ['Wait for the green light.', 'Close the upper gate.']).map((one) => one.class);
    expect(kinds).toEqual(['exact', 'exact']);
  });

  it('take the context from the properties of a unit where a file was cut out of another', () => {
    const props = [{ type: 'x-before', text: 'Close the upper gate.' }];
    const cut = { name: 'cut', units: [{ ...unit('Wait here.', 'Warten Sie hier.'), props }], off: 0 };
    expect(rehearsed([cut], ['Close the upper gate.', 'Wait here.'])[1]!.class).toBe('context');
  });

  it('put the repetition of an earlier segment before all else, in a later document too', () => {
    const all = [
      documentSegment('a.txt', 'Close the upper gate.', EN),
      documentSegment('b.txt', 'Close the upper gate.', EN),
    ];
    const found = tried([FIRST], all);
    expect(found.map(({ class: kind, like }) => [kind, like?.segment])).toEqual([
      ['exact', undefined],
      ['repetition', 0],
    ]);
  });

  it('go by rank where scores are equal, and by score first', () => {
    const [gate, sill] = rehearsed(
      [FIRST, SECOND],
      ['Close the upper gate.', 'Go on.', 'Mind the sill of the lower gate.'],
    ).filter(({ matches }) => matches.length > 0);
    expect(gate!.matches.map(({ target }) => target)).toEqual(['Schließen Sie das Obertor.', 'Obertor schließen.']);
    expect(sill!.matches[0]).toMatchObject({ memory: 1, score: 100 });
  });

  it('take off what a resource takes off, and say the matches within the documents', () => {
    const old = memory('old', [['Close the upper gate.', 'Obertor zu.']], 3);
    const [first, second] = rehearsed([old], ['Close the upper gate.', 'Close the lower gate.']);
    expect(first).toMatchObject({ class: 'near', score: 97 });
    expect(second!.like).toMatchObject({ segment: 0 });
    expect(second!.like!.score).toBeGreaterThan(second!.score);
  });

  it('call what differs in codes near', () => {
    expect(rehearsed([FIRST], [`Close the ${CODE}upper${CODE} gate.`])[0]!.class).toBe('near');
  });
});

describe('what fits', () => {
  const fitting = (source: string, target: string, one: Unit): KitMemory => {
    const sought = new SoughtTexts([], 50);
    const made = new KitMemory('m', tag(source), tag(target), sought);
    passing(made, sought, [one]);
    return made;
  };

  it('is a memory in both directions, and one of several languages for each pair', () => {
    const gate = unit('Close the gate.', 'Schließen Sie das Tor.');
    expect(fitting('de', 'en', gate).fitting).toBe('same');
    expect(fitting('en', 'de', gate).fitting).toBe('same');
    expect(fitting('en', 'pt', gate).fitting).toBeNull();
  });

  it('is a region’s general language, which is said', () => {
    expect(fitting('en-GB', 'de', unit('Close the gate.', 'Schließen Sie das Tor.')).fitting).toBe('general');
    const american = fitting('en-GB', 'de', unit('Close the gate.', 'Schließen Sie das Tor.', ['en-US', 'de']));
    expect(american.fitting).toBeNull();
    expect([...american.spoken.keys()]).toEqual(['en-US', 'de']);
  });

  it('is told for single segments in another language', () => {
    expect(otherLanguage('Diese Ordnung gilt für alle Boote zwischen dem Obertor und dem Wehr.', EN)).toBe('de');
    expect(otherLanguage('水門を開けてください。', EN)).toBe('ja');
    expect(otherLanguage('水門', EN)).toBeNull();
    expect(otherLanguage('水門開閉装置', tag('ja'))).toBeNull();
    expect(otherLanguage('Ανοίξτε την πύλη.', EN)).toBe('el');
    expect(otherLanguage('Close the upper gate before you leave the chamber.', EN)).toBeNull();
    expect(otherLanguage('Brennick Waterways', EN)).toBeNull();
    expect(documentSegment('a', '12.5', EN)).toMatchObject({ isApart: true, language: null });
  });
});

describe('figures', () => {
  const texts = ['Close the upper gate.', 'Close the upper gate.', 'Nothing of that kind here.', '2026'];
  const all = segments(...texts);
  const found = rehearsed([FIRST, SECOND], texts);

  it('sum to all segments, and weigh words by their band', () => {
    const figures = figuresOf(all, found, { ...USUAL_RATES, perWord: 0.1 });
    expect(figures.bands.map(({ band }) => band)).toEqual([...BANDS]);
    expect(figures.bands.filter((band) => band.segments > 0)).toEqual([
      { band: 'exact', segments: 1, words: 4, characters: 18, weighted: 0.8 },
      { band: 'repetition', segments: 1, words: 4, characters: 18, weighted: 0.8 },
      { band: 'none', segments: 1, words: 5, characters: 22, weighted: 5 },
    ]);
    expect(figures).toMatchObject({ segments: 3, words: 13, weighted: 6.6, cost: 0.66, apart: { segments: 1 } });
  });

  it('cost what their bands cost, to the smallest coin of the currency (ISO 4217)', () => {
    for (const [currency, unit] of [
      ['EUR', 0.01],
      ['JPY', 1],
      ['KWD', 0.001],
    ] as const) {
      const card = { ...USUAL_RATES, currency, perWord: 0.1377 };
      const { bands, cost } = figuresOf(all, found, card);
      const costs = bands.map(({ weighted }) => costOf(weighted, card)!);
      expect(cost).toBeCloseTo(
        costs.reduce((sum, one) => sum + one, 0),
        6,
      );
      for (const one of costs) expect(Math.abs(one / unit - Math.round(one / unit))).toBeLessThan(1e-6);
    }
    expect(costOf(3, { perWord: null, currency: 'EUR' })).toBeNull();
  });

  it('say what each memory brings alone, and in addition to those before it', () => {
    expect(contributions(all, found, USUAL_RATES, 2)).toEqual([
      { alone: 3.2, added: 3.2 },
      { alone: 3.2, added: 0 },
    ]);
  });

  test.each([
    ['near', 95, '95-99'],
    ['fuzzy', 94.9, '85-94'],
    ['fuzzy', 75, '75-84'],
    ['fuzzy', 74.9, '50-74'],
    ['fuzzy', 40, 'none'],
    ['context', 100, 'context'],
  ] as const)('%s with %d is of the band %s', (kind, score, band) => expect(bandOf(kind, score)).toBe(band));

  it('has no band for nothing', () => {
    for (const share of Object.values(USUAL_RATES.shares)) expect(share).toBeGreaterThan(0);
  });
});

describe('terms of a kit', () => {
  const term = (text: string, status?: string) => ({
    id: 't1',
    text,
    fields: (status ? { administrativeStatus: [status] } : {}) as Record<string, string[]>,
  });
  const concept = (en: readonly ReturnType<typeof term>[], de: readonly ReturnType<typeof term>[]): ConceptBody => ({
    fields: {},
    origins: [],
    languages: [
      { language: EN, fields: {}, terms: en },
      { language: DE, fields: {}, terms: de },
    ],
  });
  const terms = new KitTerms(
    [
      concept([term('lock keeper'), term('lockman', 'deprecatedTerm-admn-sts')], [term('Schleusenwärter')]),
      concept([term('sill')], []),
      concept([term('gate')], [term('Tor'), term('Pforte', 'deprecatedTerm-admn-sts')]),
    ],
    EN,
    DE,
  );

  it('are found inflected, forbidden ones and those without a counterpart are told', () => {
    const found = terms.find('The lock keepers ask the lockman to mind the sill.');
    expect(found).toMatchObject([
      { term: 'lock keeper', concept: 0, isForbidden: false, isMissing: false },
      { term: 'lockman', concept: 0, isForbidden: true },
      { term: 'sill', concept: 1, isMissing: true },
    ]);
  });

  it('are looked for in the matches that would be used', () => {
    expect(terms.forbiddenIn('Schließen Sie die Pforte.')).toEqual([{ term: 'Pforte', instead: ['Tor'] }]);
    expect(terms.forbiddenIn('Schließen Sie das Tor.')).toEqual([]);
  });

  it('cover a candidate as a whole only', () => {
    expect(terms.covers('lock keepers')).toBe(true);
    expect(terms.covers('lock keeper office')).toBe(false);
  });
});

test('units that pass by find what a search through all of them finds', () => {
  const words =
    'the upper lower gate lock chamber keeper opens closes slowly before after boat water is full 7 12 .'.split(' ');
  let state = 7;
  const next = (below: number): number => (state = (state * 48271) % 2147483647) % below;
  const text = (): string => Array.from({ length: 3 + next(7) }, () => words[next(words.length)]!).join(' ');
  const pairs = Array.from({ length: 400 }, (_, i) => [text(), `Ziel ${i}`] as const);
  const asked = [...new Set(Array.from({ length: 60 }, text))];
  const found = rehearsed([memory('m', pairs)], asked);
  for (const [i, one] of asked.entries()) {
    const best = Math.max(...pairs.map(([source]) => matchScore(tokensOf(one), tokensOf(source))));
    expect(found[i]!.score).toBe(best >= 50 ? best : 0);
  }
});

describe('memories that pass', () => {
  const texts = ['Close the upper gate.', 'Wait for the red light.', 'Nothing like it.'];
  const units = FIRST.units.map((one, i) => ({ unit: one, number: i + 1 }));
  const asked = { segments: segments(...texts), source: EN, target: DE, threshold: 50, concepts: [] };
  const bestOf = async (meet?: Meet): Promise<readonly (string | undefined)[]> => {
    const kit = new KitRehearsal(asked);
    // A unit of two texts in the source language, and one that has not both languages, in between.
    const both = unit('Mind the sill.', 'Achten Sie auf den Drempel.');
    const two = { ...both, variants: [...both.variants, { language: EN, text: texts[2]!, codes: [] }] };
    const single = { variants: [{ language: EN, text: texts[0]!, codes: [] }] };
    const batches = [[{ unit: single, number: 8 }, { unit: two, number: 9 }, ...units.slice(0, 1)], [], units.slice(1)];
    await kit.pass(kit.memory('first'), batches, meet);
    return kit.rehearsed().map(({ matches }) => matches[0] && `${matches[0].number} ${matches[0].score}`);
  };

  it('give the same wherever they are met, and whatever ends it there', async () => {
    const here = await bestOf();
    expect(here).toEqual(['1 100', expect.stringMatching(/^2 [78]\d/), '9 100']);
    const sought = new SoughtTexts(texts, 50);
    const later: Meet = async (some, threshold) => {
      await new Promise((resolve) => setImmediate(resolve));
      return sought.meet(some, threshold);
    };
    expect(await bestOf(later)).toEqual(here);
    let batches = 0;
    const ending: Meet = (some, threshold) =>
      batches++ === 0 ? later(some, threshold) : Promise.reject(new Error('The thread has ended.'));
    expect(await bestOf(ending)).toEqual(here);
  });
});
