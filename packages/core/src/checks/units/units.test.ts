/** Each check of pairs by what is wrong and by what only looks so, as published sources have it. */
import { describe, expect, test } from '@jest/globals';
import type { LanguageTag } from '../../language/tags.js';
import { CODE, type InlineCode } from '../../text/inline-codes.js';
import { KnownTerms } from '../../termbase/known-terms.js';
import { inspect, type Finding } from '../check.js';
import { UNITS, type UnitInMemory } from '../looked-at.js';
import { unitChecks, type ChosenChecks } from './choice.js';
import { PatternError } from './own-pattern.js';

const unit = (id: number, target: string, en: string, text: string): UnitInMemory => ({
  id,
  variants: [
    { language: 'en' as LanguageTag, text: en, codes: [] },
    { language: target as LanguageTag, text, codes: [] },
  ],
});

function inspected(units: readonly UnitInMemory[], check: string, chosen: ChosenChecks = {}): Finding[] {
  const facts = {
    languages: ['en', units[0]!.variants[1]!.language] as LanguageTag[],
    of: UNITS,
    item: (id: number) => units.find((one) => one.id === id),
    source: 'en' as LanguageTag,
  };
  return [...inspect(units, unitChecks({ ...chosen, only: [check] }), facts)];
}

const found = (check: string, language: string, en: string, text: string): string[] =>
  inspected([unit(1, language, en, text)], check).map(({ said }) => said.code);

interface Case {
  readonly check: string;
  readonly wrong: readonly (readonly [language: string, en: string, text: string])[];
  readonly right: readonly (readonly [language: string, en: string, text: string])[];
}

const CASES: readonly Case[] = [
  {
    // Separators as CLDR has them for each language; ISO 8601 dates; UAX #44, Numeric_Type=Decimal.
    check: 'number',
    wrong: [
      ['de', 'Open 12 gates.', 'Öffnen Sie 13 Tore.'],
      ['de', 'The lock is 12.5 m wide.', 'Die Schleuse ist 125 m breit.'],
      ['fr', 'It holds 1,500 litres.', 'Elle contient 1,5 litres.'],
      ['ja', 'Wait 30 minutes.', '待ってください。'],
      ['fi', 'Gate 27 is closed.', 'Portti on kiinni.'],
      ['de', 'Three gates.', '4 Tore.'],
    ],
    right: [
      ['de', 'It holds 1,234.5 litres.', 'Sie fasst 1.234,5 Liter.'],
      ['fr', 'It holds 1,234.5 litres.', 'Elle contient 1\u202f234,5 litres.'],
      ['ja', 'It holds 1,234.5 litres.', '１２３４.5リットル入ります。'],
      ['ar', 'Wait 30 minutes.', 'انتظر ٣٠ دقيقة.'],
      ['de', 'On 2026-11-30.', 'Am 30.11.2026.'],
      ['ja', 'On 30 November 2026.', '2026年11月30日。'],
      ['de', 'Open 2 gates.', 'Öffnen Sie zwei Tore.'],
      ['fr', 'The 1st gate.', 'La première porte.'],
      ['ru', 'Open 3 gates.', 'Откройте трое ворот.'],
      ['de', 'At 3 pm.', 'Um 15 Uhr.'],
      ['de', 'It is 5 feet wide.', 'Es ist 1,5 m breit.'],
      ['ja', '20,000 boats', '2万隻'],
      ['de', 'Step %1$d of %2$d', '%2$d. Teil: Schritt %1$d'],
    ],
  },
  {
    // POSIX.1-2017, fprintf; Python library reference, printf-style formatting; ICU User Guide, Formatting Messages.
    check: 'placeholder',
    wrong: [
      ['de', 'Open %s now', 'Jetzt öffnen'],
      ['de', '%d gates', '%s Tore'],
      ['de', '%s has %d gates', '%d hat %s Tore'],
      ['fr', 'Hello {name}', 'Bonjour {nom}'],
      ['de', '%(count)d gates', '%(anzahl)d Tore'],
      ['de', 'In ${HOME}', 'In ${HAUS}'],
      ['de', '{{ lock }} is open', 'Schleuse ist offen'],
      ['de', '_Open', 'Öffnen'],
    ],
    right: [
      ['de', '%s has %d gates', '%2$d Tore hat %1$s'],
      ['fr', '100% sure', 'sûr à 100 % de tout'],
      ['de', '%d%% done', '%d %% fertig'],
      ['de', 'Hello {0}, {1}', '{1}, hallo {0}'],
      ['ja', '_Open', '開く(_O)'],
      ['de', 'my_lock_name is free', 'my_lock_name ist frei'],
    ],
  },
  {
    // RFC 3986, 1.1.2 (examples); RFC 2606 (names for examples); RFC 5321, 4.1.2.
    check: 'url',
    wrong: [
      ['de', 'See http://www.ietf.org/rfc/rfc2396.txt', 'Siehe http://www.ietf.org/rfc/rfc2369.txt'],
      ['de', 'Write to mara@example.com.', 'Schreiben Sie an mara@example.org.'],
      ['de', 'In /etc/locks/gates', 'In /etc/schleusen/gates'],
      ['de', 'See ftp://ftp.is.co.za/rfc/rfc1808.txt', 'Siehe dort'],
    ],
    right: [
      ['de', 'See http://www.example.com/en/locks.', 'Siehe https://www.example.com/de/locks'],
      ['ja', 'See http://www.example.com/a.', 'http://www.example.com/a。を参照'],
      ['de', 'and/or', 'und/oder'],
    ],
  },
  {
    // Unicode, Sentence_Terminal; Greek orthography; Imprimerie nationale (from memory).
    check: 'final-punctuation',
    wrong: [
      ['de', 'Open the gate.', 'Öffnen Sie das Tor'],
      ['fr', 'Open the gate?', 'Ouvrez la porte !'],
      ['ja', 'Open the gate', 'ゲートを開けて。'],
      ['el', 'Where is the lock?', 'Πού είναι η πύλη.'],
    ],
    right: [
      ['fr', 'Open the gate?', 'Ouvrir la porte\u202f?'],
      ['ja', 'Open the gate.', 'ゲートを開けてください。'],
      ['el', 'Where is the lock?', 'Πού είναι η πύλη;'],
      ['ar', 'Where is the lock?', 'أين القفل؟'],
      ['hi', 'The lock is open.', 'ताला खुला है।'],
      ['th', 'The lock is open.', 'ล็อคเปิดอยู่'],
      ['de', 'Wait ...', 'Warten …'],
      ['de', 'He said “open.”', 'Er sagte „auf“.'],
      ['es', 'Where is the lock?', '¿Dónde está la esclusa?'],
    ],
  },
  {
    check: 'double-mark',
    wrong: [
      ['de', 'Open the gate.', 'Öffnen Sie das Tor..'],
      ['fr', 'Open, then wait.', 'Ouvrez,, puis attendez.'],
      ['zh', 'Open.', '打开。。'],
    ],
    right: [
      ['de', 'Wait...', 'Warten...'],
      ['de', 'See std::lock', 'Siehe std::lock'],
      ['pl', 'the “lock”', ',,śluza”'],
    ],
  },
  {
    check: 'space-before-mark',
    wrong: [
      ['de', 'Open it, then wait.', 'Öffnen , dann warten.'],
      ['es', 'Open it.', 'Ábralo .'],
      ['de', 'Gate, weir and lock', 'Tor,Wehr und Schleuse'],
    ],
    right: [
      ['fr', 'Open: now!', 'Ouvrez : maintenant !'],
      ['de', 'Uses .NET here', 'Nutzt .NET hier'],
      ['de', 'Wait ...', 'Warten ...'],
      ['de', 'Gates , weirs', 'Tore , Wehre'],
    ],
  },
  {
    check: 'spaces',
    wrong: [
      ['de', 'Gate', ' Tor'],
      ['de', 'Gate', 'Tor '],
      ['de', 'Lock gate', 'Tor der  Schleuse'],
    ],
    right: [
      ['de', 'Gate: ', 'Tor: '],
      ['de', '  -a  all', '  -a  alle'],
    ],
  },
  {
    // Unicode, Default_Ignorable_Code_Point; the joiners of UAX #31, the marks of UAX #9.
    check: 'invisible',
    wrong: [
      ['de', 'Gate', 'T\u00ador'],
      ['fr', 'Gate', 'por\u200bte'],
      ['de', 'Gate', '\ufeffTor'],
    ],
    right: [
      ['fa', 'Gate', 'می\u200cخواهم'],
      ['he', 'Gate A', 'שער A\u200e'],
      ['th', 'Gate', 'ประตู\u200bน้ำ'],
      ['de', 'Family', 'Familie 👨\u200d👩\u200d👧'],
    ],
  },
  {
    check: 'repeated-word',
    wrong: [
      ['de', 'Open the gate', 'Öffnen Sie das Tor Tor'],
      ['it', 'Open the gate', 'Aprire aprire la porta'],
    ],
    right: [
      ['de', 'people who open', 'Leute, die die Tore öffnen'],
      ['fr', 'You are wrong', 'Vous vous trompez'],
      ['tr', 'slowly', 'yavaş yavaş'],
      ['de', 'bye bye', 'winke winke'],
    ],
  },
  {
    // Windows-1252 and -1251 as Unicode's mapping files have them.
    check: 'broken-encoding',
    wrong: [
      ['de', 'Lock', 'SchleusentÃ¼r'],
      ['fr', 'Lock', 'Ã©cluse â€œdouble”'],
      ['ru', 'Gate', 'Р’РѕСЂРѕС‚Р°'],
      ['de', 'Gates', 'T\ufffdre'],
      ['de', 'Gates open', 'Die T?re sind auf'],
    ],
    right: [
      ['de', 'Lock', 'Schleusentür'],
      ['ru', 'Gate', 'Ворота'],
      ['de', 'Is it open?', 'Ist es auf?'],
      ['pt', 'Section', 'SEÇÃO'],
    ],
  },
];

describe.each(CASES)('$check', ({ check, wrong, right }) => {
  test.each(wrong)('%s: %s = %s', (language, en, text) => expect(found(check, language, en, text)).toHaveLength(1));
  test.each(right)('nothing in %s: %s = %s', (language, en, text) =>
    expect(found(check, language, en, text)).toEqual([]),
  );
});

describe('inline codes', () => {
  const code = (kind: InlineCode['kind'], shown: string, pair = '1'): InlineCode => ({
    kind,
    pair,
    shown,
    format: 'tmx',
    name: kind === 'open' ? 'bpt' : kind === 'close' ? 'ept' : 'ph',
    attributes: {},
    inner: '',
  });
  const bold = [code('open', 'b'), code('close', 'b')];
  const withCodes = (text: string, codes: readonly InlineCode[]): UnitInMemory => ({
    id: 1,
    variants: [
      { language: 'en' as LanguageTag, text: `Open ${CODE}now${CODE}`, codes: bold },
      { language: 'de' as LanguageTag, text, codes },
    ],
  });
  test.each([
    ['code-missing', 'Jetzt öffnen', []],
    ['code-added', `${CODE}Jetzt${CODE} ${CODE}`, [...bold, code('alone', 'br')]],
    ['code-order', `${CODE}Jetzt${CODE} öffnen`, [bold[1]!, bold[0]!]],
  ] as const)('%s', (check, text, codes) => expect(inspected([withCodes(text, codes)], check)).toHaveLength(1));

  test('another place, and words in angle brackets that are translated, are right', () => {
    const unchanged = withCodes(`${CODE}Jetzt${CODE} öffnen`, bold);
    for (const check of ['code-missing', 'code-added', 'code-order']) {
      expect(inspected([unchanged], check)).toEqual([]);
      expect(found(check, 'de', 'open <file>', '<Datei> öffnen')).toEqual([]);
    }
    expect(found('code-missing', 'de', 'open <b>now</b>', 'jetzt öffnen')).toHaveLength(1);
  });

  test('marks say where the evidence stands, on both sides', () => {
    const [number] = inspected([unit(1, 'de', 'Open 12 gates.', 'Öffnen Sie 13 Tore.')], 'number');
    expect(number!.marks).toEqual([
      { place: 0, from: 5, to: 7 },
      { place: 1, from: 11, to: 13 },
    ]);
  });
});

/** Sentences enough to show the habits of a memory. */
const WORDS = ['gate', 'weir', 'lock', 'sluice', 'quay', 'towpath', 'basin', 'sill', 'pound', 'winch'];
const GERMAN = ['Tor', 'Wehr', 'Schloss', 'Schütz', 'Kai', 'Treidelpfad', 'Becken', 'Drempel', 'Haltung', 'Winde'];
const MEMORY = Array.from({ length: 60 }, (_, i) => {
  const [a, b] = [i % 10, (i * 7 + Math.floor(i / 10)) % 10];
  return unit(
    i + 10,
    'de',
    `Please close the ${WORDS[a]!} before you open the ${WORDS[b]!} again.`,
    `Bitte schließen Sie „${GERMAN[a]!}“, bevor Sie „${GERMAN[b]!}“ wieder öffnen.`,
  );
});

describe('against the habit of the memory', () => {
  const ids = (check: string, more: readonly UnitInMemory[]): number[] =>
    inspected([...MEMORY, ...more], check).map(({ item }) => item);

  test('what is not translated though its words are elsewhere; a name stays', () => {
    const same = 'Please close the gate before you open the weir.';
    expect(
      ids('untranslated', [unit(1, 'de', same, same), unit(2, 'de', 'Brennick Waterways', 'Brennick Waterways')]),
    ).toEqual([1]);
  });

  test('small beginnings, all in capitals', () => {
    const units = [
      unit(1, 'de', 'Open the gate.', 'öffnen Sie das Tor.'),
      unit(2, 'de', 'Open the gate.', 'ÖFFNEN SIE DAS TOR.'),
      unit(3, 'de', 'iPod is there.', 'iPod ist da.'),
    ];
    expect(ids('capitals', units).sort()).toEqual([1, 2]);
  });

  test('much shorter or longer than usual; a sentence that is missing', () => {
    const source = 'Please close the gate before you open the weir again. Then wait for the green light at the quay.';
    expect(ids('length', [unit(1, 'de', source, 'Bitte.'), unit(2, 'de', 'Weir', 'Wehr')])).toEqual([1]);
    const cut = unit(1, 'de', source, 'Bitte schließen Sie das Tor, bevor Sie wieder öffnen.');
    const joined = unit(
      2,
      'de',
      source,
      'Bitte schließen Sie das Tor, bevor Sie das Wehr wieder öffnen, und warten Sie dann am Kai auf das grüne Licht.',
    );
    expect(ids('sentence-missing', [cut, joined])).toEqual([1]);
  });

  test('another language than the one it should be in', () => {
    const units = [
      unit(
        1,
        'de',
        'Please wait at the lower gate until the light is green.',
        'Espere en la puerta inferior hasta que la luz esté verde, por favor.',
      ),
      unit(2, 'de', 'git remote add [<options>] <name> <url>', 'git remote add [<options>] <name> <url>'),
    ];
    expect(ids('other-language', units)).toEqual([1]);
  });

  test('of two languages of one family small words tell which it is', () => {
    const source = 'Shows whether the space of the gate is to be given to the chamber.';
    const italian = unit(1, 'es', source, 'Indica se lo spazio della porta deve essere assegnato alla camera.');
    const spanish = unit(2, 'es', source, 'Indica si el espacio de la puerta se debe asignar a la cámara.');
    expect(ids('other-language', [italian, spanish])).toEqual([1]);
  });

  test('twice the very same', () => {
    const [first] = MEMORY;
    expect(ids('duplicate', [{ ...first!, id: 1 }])).toEqual([10, 1]);
  });

  test('a mark at the end that many lack is a habit, and no mistake', () => {
    const without = MEMORY.map((one) => ({
      ...one,
      variants: [one.variants[0]!, { ...one.variants[1]!, text: one.variants[1]!.text.replace('.', '') }],
    }));
    expect(inspected(without, 'final-punctuation')).toEqual([]);
  });
});

describe('terms and rules of a client', () => {
  const terms = new KnownTerms([
    {
      fields: {},
      origins: [],
      languages: [
        { language: 'en' as LanguageTag, fields: {}, terms: [{ id: 'a', text: 'lock gate', fields: {} }] },
        {
          language: 'de' as LanguageTag,
          fields: {},
          terms: [
            { id: 'b', text: 'Schleusentor', fields: { administrativeStatus: ['preferredTerm-admn-sts'] } },
            { id: 'c', text: 'Torflügel', fields: { administrativeStatus: ['deprecatedTerm-admn-sts'] } },
          ],
        },
      ],
    },
  ] as ConstructorParameters<typeof KnownTerms>[0]);
  const of = (check: string, text: string): unknown[] =>
    inspected([unit(1, 'de', 'Open both lock gates.', text)], check, { terms }).map(({ said }) => said.values);

  test('inflected terms count, others are missed', () => {
    expect(of('term-missing', 'Öffnen Sie beide Schleusentore.')).toEqual([]);
    expect(of('term-missing', 'Öffnen Sie beide Türen.')).toMatchObject([
      { term: 'lock gate', expected: ['Schleusentor'] },
    ]);
  });
  test('one that is not to be used is named with the one that is', () =>
    expect(of('term-forbidden', 'Öffnen Sie die Torflügel.')).toMatchObject([
      { term: 'Torflügel', instead: ['Schleusentor'] },
    ]));
  test('patterns that must or must not stand, in linear time (RE2)', () => {
    const patterns = [
      { name: 'Sie, not du', pattern: '\\b[Dd]u\\b', must: 'not stand' as const },
      { name: 'km stays', pattern: '\\bkm\\b', must: 'stand' as const, whereSource: '\\bkm\\b' },
    ];
    const names = (en: string, text: string): unknown[] =>
      inspected([unit(1, 'de', en, text)], 'own-pattern', { patterns }).map(({ said }) => said.values);
    expect(names('You wait.', 'Du wartest.')).toMatchObject([{ name: 'Sie, not du' }]);
    expect(names('5 km', '5 Kilometer')).toMatchObject([{ name: 'km stays' }]);
    expect(names('5 m', 'Sie warten.')).toEqual([]);
    expect(() => unitChecks({ patterns: [{ name: 'bad', pattern: '(', must: 'stand' }] })).toThrow(PatternError);
  });
});
