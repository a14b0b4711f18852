import { describe, expect, it, test } from '@jest/globals';
import { isAdverb } from './adverbs.js';
import { cValue } from './c-value.js';
import { Beginnings } from './beginnings.js';
import { Counterparts } from './counterparts.js';
import { singularOf } from './singular.js';
import { Harvest } from './harvest.js';
import { logLikelihood } from './log-likelihood.js';

/**
 * Frantzi, Ananiadou & Mima 2000, "Automatic recognition of multi-word terms", § 2.3: the worked example of candidates that hold
 * "basal cell carcinoma", from eye pathology (from memory).
 */
test.each([
  ['adenoid cystic basal cell carcinoma', 5, 5, 0, 0, 11.61],
  ['cystic basal cell carcinoma', 4, 11, 5, 1, 12],
  ['ulcerated basal cell carcinoma', 4, 7, 0, 0, 14],
  ['recurrent basal cell carcinoma', 4, 5, 0, 0, 10],
  ['circumscribed basal cell carcinoma', 4, 3, 0, 0, 6],
  ['basal cell carcinoma', 3, 984, 26, 5, 1551.36],
])('C-value of “%s”', (_, words, times, within, longer, expected) =>
  expect(cValue({ words, times }, within, longer)).toBeCloseTo(expected, 1),
);

/** Dunning 1993, "Accurate methods for the statistics of surprise and coincidence", table 2 (from memory). */
test.each([
  ['the swiss', 110, 2442, 111, 29114, 270.72],
  ['can be', 29, 13, 123, 31612, 263.9],
  ['previous year', 31, 23, 139, 31584, 256.84],
  ['mineral water', 10, 0, 3, 31764, 167.23],
])('log-likelihood of “%s”', (_, both, first, second, neither, expected) =>
  expect(logLikelihood(both, first, second, neither)).toBeCloseTo(expected, 1),
);

test('events that have nothing to do with each other have none', () => {
  expect(logLikelihood(10, 90, 90, 810)).toBeCloseTo(0, 6);
  expect(logLikelihood(0, 0, 0, 0)).toBe(0);
});

/** Harman 1991, "How effective is suffixing?", the rules of her "S" stemmer, an example for each (from memory). */
test.each([
  ['skies', 'sky'],
  ['queries', 'query'],
  ['gates', 'gate'],
  ['sluices', 'sluice'],
  ['sees', 'see'],
  ['corpus', 'corpus'],
  ['pass', 'pass'],
  ['locks', 'lock'],
  ['digital', 'digital'],
])('the singular of %s is %s', (word, singular) => expect(singularOf(word)).toBe(singular));

/** Common practice. */
test('English adverbs are told from other words that end so', () => {
  const adverbs = [
    'slowly',
    'dynamically',
    'generally',
    'totally',
    'simply',
    'sharply',
    'clearly',
    'normally',
    'briefly',
  ];
  expect(adverbs.filter((word) => !isAdverb(word))).toEqual([]);
  const others = ['family', 'subassembly', 'supply', 'early', 'daily', 'reply', 'anomaly', 'lock'];
  expect(others.filter(isAdverb)).toEqual([]);
});

const MANUAL = [
  'The lock keeper opens the upper gate of the lock chamber.',
  'Ask the lock keeper before you enter the lock chamber.',
  'A lock chamber is filled through the gate paddles.',
  'Close the gate paddles before you open the upper gate.',
  'Open the gate paddles slowly.',
  'Close the upper gate when the lock chamber is full.',
  'Wait for the lock keeper.',
  'Open the valve.',
  'Open the door.',
  'Close the door.',
];

describe('harvest', () => {
  const harvested = (texts: readonly string[], language = 'en') => {
    const harvest = new Harvest(language);
    for (const text of texts) harvest.see(text);
    return harvest.candidates(50);
  };

  it('finds phrases that are no part of longer ones, with where they stand', () => {
    const found = harvested(MANUAL);
    const first = found.slice(0, 4).map(({ text }) => text);
    expect(first).toEqual(expect.arrayContaining(['lock chamber', 'lock keeper', 'gate paddles', 'upper gate']));
    const chamber = found.find(({ text }) => text === 'lock chamber')!;
    expect(chamber).toMatchObject({ times: 4, words: 2, examples: [0, 1, 2, 5] });
  });

  it('takes no verb for the beginning of a term, and no function word for its end', () => {
    const texts = harvested(MANUAL).map(({ text }) => text);
    for (const text of texts) expect(text).not.toMatch(/^(?:open|close|ask)\b|\b(?:the|of|you|is)$/);
  });

  it('takes no participle for the end of a term', () => {
    const found = harvested([
      'Upper gate opened, chamber filled.',
      'Lower gate opened by hand.',
      'Gate opened and closed.',
      'The raised gate drips.',
      'A raised gate is locked.',
      'The watershed is here.',
      'Mind the watershed.',
    ]).map(({ text }) => text);
    for (const text of found) expect(text).not.toMatch(/(?:opened|filled|closed|raised|locked)$/);
    expect(found).toContain('raised gate');
    expect(found).toContain('watershed');
  });

  it('counts inflected forms with the word, and a text that is repeated, numbers aside, once', () => {
    const found = harvested([
      'A mooring ring is here.',
      'Many mooring rings are there.',
      'Look at the mooring ring.',
      'Look at the mooring ring.',
      'Mooring ring 12 is loose.',
      'Mooring ring 40 is loose.',
    ]);
    expect(found[0]).toMatchObject({ text: 'mooring ring', times: 4 });
  });

  it('takes phrases of more than two words with the words that link them', () => {
    const found = harvested(
      [
        'La porte de l’écluse est fermée.',
        'Ouvrez la vanne de fond.',
        'La vanne de fond est ouverte.',
        'Une vanne de fond.',
      ],
      'fr',
    );
    expect(found[0]).toMatchObject({ text: 'vanne de fond', times: 3 });
  });

  it('does without spaces where a script has none', () => {
    const found = harvested(['閘門を開けます。', '閘門を閉めます。', '閘門の前で待ちます。'], 'ja');
    expect(found.map(({ text }) => text)).toContain('閘門');
  });

  it('keeps a function word apart from words with the same stem, whichever comes first', () => {
    const others = ['Others wait.', 'Other words stand here.', 'Other words come.', 'These are other words.'];
    expect(harvested(others).map(({ text }) => text)).not.toContain('other words');
    const works = ['It works.', 'The working tree is clean.', 'A working tree is needed.', 'Clean the working tree.'];
    expect(harvested(works)[0]).toMatchObject({ text: 'working tree', times: 3 });
  });

  it('makes one word of a word’s number only, not of what is derived from it', () => {
    const receivers = ['Receiving takes long.', 'Receiving the signal.', 'The lock receiver hums.', 'A lock receiver.'];
    expect(harvested(receivers).map(({ text }) => text)).toContain('lock receiver');
    const loads = ['It dynamically loads.', 'It dynamically grows.', 'A dynamic load is here.', 'Mind dynamic loads.'];
    expect(harvested(loads)[0]).toMatchObject({ text: 'dynamic load', times: 2 });
    const supplies = ['The power supply is off.', 'Two power supplies hum.', 'Check the power supply.'];
    expect(harvested(supplies)[0]).toMatchObject({ text: 'power supply', times: 3 });
  });

  it('puts names of people behind what is as frequent', () => {
    const texts = ['Seen by Ada Quill in', 'Drawn by Ada Quill for', 'Built by Ada Quill near'];
    const gates = texts.map((text) => `${text} the roller gate ${text.length}.`);
    const found = harvested(gates).map(({ text }) => text);
    expect(found.indexOf('roller gate')).toBeLessThan(found.indexOf('Ada Quill'));
    expect(found).toContain('Ada Quill');
    // In German every noun is written so.
    const names = [
      'Hier liegt die Schleuse Elmkamp',
      'Dort steht die Schleuse Elmkamp',
      'Nun kommt die Schleuse Elmkamp',
    ];
    const roles = names.map((text) => `${text} und die obere Rolle.`);
    const german = harvested(roles, 'de');
    const scoreOf = (text: string): number => german.find((one) => one.text === text)!.score;
    expect(scoreOf('Schleuse Elmkamp')).toBe(scoreOf('obere Rolle'));
  });

  it('gives as many as are asked for, past those that are terms already', () => {
    const names = Array.from(
      { length: 150 },
      (_, i) => `b${[...String(i)].map((d) => 'acegikmoqs'[Number(d)]).join('')}x`,
    );
    const harvest = new Harvest('en');
    for (const name of names) for (const before of ['The', 'A', 'This is']) harvest.see(`${before} ${name} gate.`);
    const last = names.slice(-5).map((name) => `${name} gate`);
    const isTaken = (text: string): boolean => !last.includes(text);
    const found = harvest.candidates(5, isTaken);
    expect(found.filter(({ text }) => isTaken(text))).toEqual([]);
    expect(found).toHaveLength(5);
  });

  it('is silent where there is nothing', () => expect(harvested([])).toEqual([]));
});

describe('counterparts', () => {
  it('is what comes with the phrase and hardly without', () => {
    const pairs = [
      ['The lock keeper opens the gate.', 'Der Schleusenwärter öffnet das Tor.'],
      ['Ask the lock keeper.', 'Fragen Sie den Schleusenwärter.'],
      ['The lock keepers are here.', 'Die Schleusenwärter sind hier.'],
      ['Open the gate.', 'Öffnen Sie das Tor.'],
      ['The gate is closed.', 'Das Tor ist geschlossen.'],
      ['The weir is closed.', 'Das Wehr ist geschlossen.'],
      ['The boat waits.', 'Das Boot wartet.'],
      ['Wait here.', 'Warten Sie hier.'],
      ['The water rises.', 'Das Wasser steigt.'],
      ['The chamber is full.', 'Die Kammer ist voll.'],
      ['The lamp is on.', 'Die Lampe brennt.'],
      ['Mind the sill.', 'Achten Sie auf den Drempel.'],
    ] as const;
    const counterparts = new Counterparts(['lock keeper', 'gate', 'towpath'], 'en', 'de');
    for (const [source, target] of pairs) counterparts.see(source, target);
    expect(counterparts.of('lock keeper')).toBe('Schleusenwärter');
    expect(counterparts.of('gate')).toBe('Tor');
    expect(counterparts.of('towpath')).toBeNull();
  });

  it('may be a phrase for a compound, but not by the chance of two units', () => {
    const units = [
      ['Der Schleusenwärter wartet.', 'The lock keeper waits.'],
      ['Schleusenwärter fragen.', 'Ask the lock keeper.'],
      ['Ein Schleusenwärter kommt.', 'A lock keeper comes.'],
      ['Die Kanten.', 'The sill repaired.'],
      ['Neue Kanten.', 'New: sill repaired.'],
      ['Das Tor ist zu.', 'The gate is shut.'],
      ['Die Lampe brennt.', 'The lamp burns.'],
      ['Das Boot wartet.', 'The boat waits.'],
      ['Das Wasser steigt.', 'The water rises.'],
      ['Die Kammer ist voll.', 'The chamber is full.'],
      ['Hier anlegen.', 'Moor here.'],
      ['Der Pegel ist niedrig.', 'The gauge is low.'],
    ] as const;
    const counterparts = new Counterparts(['Schleusenwärter', 'Kanten'], 'de', 'en');
    for (const [source, target] of units) counterparts.see(source, target);
    expect(counterparts.of('Schleusenwärter')).toBe('lock keeper');
    expect(counterparts.of('Kanten')).not.toBe('sill repaired');
  });
});

describe('beginnings of words', () => {
  test.each([
    ['en', ['boundari', 'lock'], 'At the boundary.', true],
    ['en', ['boundari', 'lock'], 'Mind the locks!', true],
    ['en', ['boundari', 'lock'], 'Mind the weir and its flock.', false],
    ['de', ['haus'], 'Die Häuser am Kanal.', true],
    ['de', ['strass'], 'An der Straße', true],
    ['ar', ['مستخدم'], 'اسم المستخدم', true],
    ['ja', ['水門'], '閉じた水門', true],
    ['en', ['lock boundari', 'weir'], 'The boundary is not there.', false],
    ['en', ['lock boundari', 'weir'], 'At the boundaries of the lock.', true],
    ['en', ['lock boundari', 'weir'], 'At the weir.', true],
  ])('%s %s in “%s”: %s', (language, phrases, text, expected) =>
    expect(
      new Beginnings(
        phrases.map((phrase) => phrase.split(' ')),
        language,
      ).mayBeIn(text),
    ).toBe(expected),
  );
});
