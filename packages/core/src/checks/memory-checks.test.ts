import { describe, expect, test } from '@jest/globals';
import type { LanguageTag } from '../language/tags.js';
import { CODE } from '../text/inline-codes.js';
import { inspect, type Finding } from './check.js';
import { UNITS, type UnitInMemory } from './looked-at.js';
import { MEMORY_CHECKS } from './memory-checks.js';

const unit = (id: number, ...texts: readonly (readonly [language: string, text: string])[]): UnitInMemory => ({
  id,
  variants: texts.map(([language, text]) => ({ language: language as LanguageTag, text, codes: [] })),
});

const pair = (id: number, de: string, en: string): UnitInMemory => unit(id, ['de', de], ['en', en]);

function findings(units: readonly UnitInMemory[], check: string): Finding[] {
  const facts = {
    languages: ['de', 'en'] as LanguageTag[],
    of: UNITS,
    item: (id: number) => units.find((one) => one.id === id),
  };
  return [...inspect(units, MEMORY_CHECKS, facts)].filter((finding) => finding.check === check);
}

const said = (units: readonly UnitInMemory[], check: string): unknown[] =>
  findings(units, check).map(({ item, said: what }) => [item, what.code]);

describe('checks of a memory', () => {
  test('nothing is found where nothing is wrong', () => {
    const clean = [
      pair(1, 'Das Tor ist zu.', 'The gate is closed.'),
      pair(2, 'Das Wehr ist offen.', 'The weir is open.'),
    ];
    for (const check of MEMORY_CHECKS) expect([check.id, findings(clean, check.id)]).toEqual([check.id, []]);
  });

  test('different targets: each of the units, with the others and what they say', () => {
    const units = [pair(1, 'Tor schließen', 'Close the gate'), pair(2, 'Tor  schließen', 'Shut the gate')];
    expect(findings(units, 'different-targets')).toMatchObject([
      { item: 1, related: [2], said: { values: { language: 'en', texts: ['Close the gate', 'Shut the gate'] } } },
      { item: 2, related: [1] },
    ]);
  });

  test.each([
    ['capitals', 'Close the gate', 'close the gate'],
    ['marks at the end', 'Close the gate', 'Close the gate.'],
    ['codes', 'Close the gate', `Close ${CODE}the gate${CODE}`],
  ])('targets that differ in %s only are a hint', (_, one, other) =>
    expect(
      findings([pair(1, 'Tor schließen', one), pair(2, 'Tor schließen', other)], 'different-targets'),
    ).toMatchObject([
      { item: 1, severity: 'info', said: { code: 'targets-nearly-same' } },
      { item: 2, severity: 'info' },
    ]),
  );

  test.each([
    ['capitals', 'TOR SCHLIESSEN'],
    ['marks at the end', 'Tor schließen …'],
    ['codes', `Tor ${CODE}schließen${CODE}`],
  ])('sources that differ in %s only and say different things are a hint', (_, source) => {
    const units = [pair(1, 'Tor schließen', 'Close the gate'), pair(2, source, 'Shut it')];
    expect(findings(units, 'different-targets')).toMatchObject([
      { item: 1, related: [2], severity: 'info', said: { code: 'sources-nearly-same' } },
      { item: 2, related: [1] },
    ]);
    expect(said([units[0]!, pair(2, source, 'Close the gate.')], 'different-targets')).toEqual([]);
  });

  test('different sources: one target stands for several', () => {
    const units = [pair(1, 'Öffnen', 'Open'), pair(2, 'Geöffnet', 'Open'), pair(3, 'Auf', 'Up')];
    expect(said(units, 'different-sources')).toEqual([
      [1, 'different-sources'],
      [2, 'different-sources'],
    ]);
  });

  test('a unit three times the same says nothing against itself', () => {
    const units = [1, 2, 3].map((id) => pair(id, 'Öffnen', 'Open'));
    expect(said(units, 'different-targets')).toEqual([]);
    expect(said(units, 'different-sources')).toEqual([]);
  });

  test('a language that the others have is missing', () =>
    expect(findings([unit(1, ['de', 'Tor'])], 'missing-target')).toMatchObject([
      { item: 1, text: 'Tor', language: 'en', said: { code: 'language-missing', values: { language: 'en' } } },
    ]));

  test.each([
    ['Close (the gate', 'not-closed'],
    ['Close the gate)', 'not-opened'],
    ['Close (the] gate', 'not-opened'],
  ])('brackets: %s', (text, code) => expect(said([pair(1, 'Tor', text)], 'brackets')).toEqual([[1, code]]));

  test.each([
    ['Say "close the gate', 'straight-quotes-odd'],
    ['Say “close the gate', 'marks-unpaired'],
  ])('quotation marks: %s', (text, code) => expect(said([pair(1, 'Tor', text)], 'quotes')).toEqual([[1, code]]));

  test.each(['a) Close the gate', 'A board of 5" and 30\'', 'Close (the [main] gate)', '“Close” the gate'])(
    'no finding in %s',
    (text) =>
      expect([...said([pair(1, 'Tor', text)], 'brackets'), ...said([pair(1, 'Tor', text)], 'quotes')]).toEqual([]),
  );

  test('white space: a space before a code is none at the end', () => {
    expect(said([pair(1, 'Tor ', 'gate')], 'spaces')).toHaveLength(1);
    const withCode: UnitInMemory = {
      id: 1,
      variants: [
        {
          language: 'de' as LanguageTag,
          text: `Tor ${CODE}`,
          codes: [{ kind: 'alone', pair: '', shown: 'br', format: 'tmx', name: 'ph', attributes: {}, inner: '' }],
        },
        { language: 'en' as LanguageTag, text: 'gate', codes: [] },
      ],
    };
    expect(said([withCode], 'spaces')).toEqual([]);
  });
});
