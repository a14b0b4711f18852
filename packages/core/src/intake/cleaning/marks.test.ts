/** What clients write around their terms: common practice, no published source. */
import { describe, expect, test } from '@jest/globals';
import type { LanguageTag } from '../../language/tags.js';
import { CLEANING_STEPS, type CleaningStepId } from '../reading.js';
import { repaired } from './encoding.js';
import { withoutMarkup } from './entities.js';
import { cleanCell } from './steps.js';

const only = (...ids: CleaningStepId[]) =>
  Object.fromEntries(CLEANING_STEPS.map((id) => [id, ids.includes(id)])) as Record<CleaningStepId, boolean>;
const clean = (cell: string, language: string, ...ids: CleaningStepId[]) =>
  cleanCell(cell, only(...ids), { separators: [';'], language: language as LanguageTag });

test.each([
  ['SchlÃ¼ssel', 'Schlüssel'],
  ['GehÃ¤use Ã–ffnung', 'Gehäuse Öffnung'],
  ['donâ€™t', 'don’t'],
  ['Å‚adunek', 'ładunek'],
  ['ÐœÐ¾Ñ\u0081Ñ‚', 'Мост'],
  ['CAFÉ»', 'CAFÉ»'],
  ['São Tomé', 'São Tomé'],
  ['Größe', 'Größe'],
  ['naïve Ångström', 'naïve Ångström'],
])('broken encoding: %s → %s', (text, expected) => expect(repaired(text)).toBe(expected));

test('every letter of Latin-1 and windows-1252 comes back from UTF-8 read as windows-1252', () => {
  const read = new TextDecoder('windows-1252');
  const wrote = new TextEncoder();
  for (const letter of 'äöüßéèêçñãõøåæÀÉÖÜłńśźżčšžřůőű–—’“”…€')
    expect([letter, repaired(read.decode(wrote.encode(letter)))]).toEqual([letter, letter]);
});

test.each([
  ['R&amp;D', 'R&D'],
  ['&eacute;cluse &#8211; port', 'écluse – port'],
  ['<b>lock</b> gate', 'lock gate'],
  ['lock<br/>gate', 'lock\ngate'],
  ['R&D', 'R&D'],
  ['a < b', 'a < b'],
  ['&copy2', '&copy2'],
])('markup left over: %s', (text, expected) => expect(withoutMarkup(text)).toBe(expected));

describe('grammar marks', () => {
  test.each([
    ['Schleuse {f}', 'Schleuse', { grammaticalGender: ['feminine'] }],
    ['Tore {pl}', 'Tore', { grammaticalNumber: ['plural'] }],
    ['schleusen {vt}', 'schleusen', { partOfSpeech: ['verb'] }],
    ['écluse (f.)', 'écluse', { grammaticalGender: ['feminine'] }],
    ['écluses (f. pl.)', 'écluses', { grammaticalGender: ['feminine'], grammaticalNumber: ['plural'] }],
    ['lock /n/', 'lock', { partOfSpeech: ['noun'] }],
    ['to lock /v/', 'to lock', { partOfSpeech: ['verb'] }],
    ['lock /lɒk/', 'lock /lɒk/', {}],
    ['eclusa, f.', 'eclusa', { grammaticalGender: ['feminine'] }],
    ['Schleuse f.', 'Schleuse', { grammaticalGender: ['feminine'] }],
    ['Xylomarimba {n} [mus.]', 'Xylomarimba [mus.]', { grammaticalGender: ['neuter'] }],
    ['Wehr {sonst}', 'Wehr', { note: ['sonst'] }],
    ['Klasse (A)', 'Klasse (A)', {}],
    ['pound (canal)', 'pound (canal)', {}],
  ])('%s', (cell, text, fields) => expect(clean(cell, 'de', 'grammar').pieces).toEqual([{ text, fields }]));
});

test('abbreviations behind or before their full form', () => {
  const terms = (cell: string) =>
    clean(cell, 'en', 'abbreviations').pieces.map((p) => [p.text, p.fields.termType?.[0]]);
  expect(terms('personal protective equipment (PPE)')).toEqual([
    ['personal protective equipment', 'fullForm'],
    ['PPE', 'abbreviation'],
  ]);
  expect(terms('PSA (persönliche Schutzausrüstung)')).toEqual([
    ['persönliche Schutzausrüstung', 'fullForm'],
    ['PSA', 'abbreviation'],
  ]);
  expect(terms('lock (EN)')).toEqual([['lock (EN)', undefined]]);
  expect(terms('pump (see manual)')).toEqual([['pump (see manual)', undefined]]);
});

test('variants in brackets', () => {
  const terms = (cell: string) => clean(cell, 'en', 'variants').pieces.map((p) => p.text);
  expect(terms('colo(u)r')).toEqual(['colour', 'color']);
  expect(terms('lock gate(s)')).toEqual(['lock gate', 'lock gates']);
  expect(terms('f(x)')).toEqual(['f(x)']);
});

describe('articles', () => {
  test.each([
    ['die Schleuse', 'de', 'Schleuse', 'feminine'],
    ['Schleuse, die', 'de', 'Schleuse', 'feminine'],
    ['das Wehr', 'de', 'Wehr', 'neuter'],
    ['the lock', 'en', 'lock', undefined],
    ['l’écluse', 'fr', 'écluse', undefined],
    ['la esclusa', 'es', 'esclusa', 'feminine'],
    ['het sluis', 'nl', 'sluis', 'neuter'],
    ['La Paz', 'es', 'La Paz', undefined],
    ['ein Risiko versichern', 'de', 'ein Risiko versichern', undefined],
    ['a priori value', 'en', 'a priori value', undefined],
    ['A 4', 'pt', 'A 4', undefined],
  ])('%s (%s)', (cell, language, text, gender) => {
    const [piece] = clean(cell, language, 'articles').pieces;
    expect([piece!.text, piece!.fields.grammaticalGender?.[0]]).toEqual([text, gender]);
  });
});

test.each([
  ['Lock gate', 'en', 'lock gate'],
  ['LOCK GATE', 'en', 'lock gate'],
  ['Lock Gate', 'en', 'Lock Gate'],
  ['PVC', 'en', 'PVC'],
  ['pH value', 'en', 'pH value'],
  ['Schleuse', 'de', 'Schleuse'],
  ['İskele', 'tr', 'iskele'],
])('capitals: %s (%s)', (cell, language, text) => expect(clean(cell, language, 'capitals').pieces[0]!.text).toBe(text));

test('references', () => {
  expect(clean('see lock gate', 'en', 'see')).toMatchObject({
    pieces: [],
    ofConcept: { crossReference: ['lock gate'] },
  });
  expect(clean('Torkammer (siehe Schleusentor)', 'de', 'see')).toMatchObject({
    pieces: [{ text: 'Torkammer' }],
    ofConcept: { crossReference: ['Schleusentor'] },
  });
  expect(clean('seesaw', 'en', 'see').pieces[0]!.text).toBe('seesaw');
  expect(clean('sea see-through', 'en', 'see').pieces[0]!.text).toBe('sea see-through');
});

test('all at once, in the order of dictionaries', () => {
  const steps = only(
    'encoding',
    'entities',
    'unicode',
    'see',
    'synonyms',
    'spaces',
    'grammar',
    'abbreviations',
    'variants',
    'brackets',
    'punctuation',
  );
  expect(
    cleanCell('(horizontale) Vertiefung {f} [arch.]', steps, {
      separators: [';'],
      language: 'de' as LanguageTag,
      squareIsSubject: true,
    }),
  ).toMatchObject({
    pieces: [{ text: 'Vertiefung', fields: { grammaticalGender: ['feminine'], note: ['horizontale'] } }],
    ofConcept: { subjectField: ['arch.'] },
  });
});
