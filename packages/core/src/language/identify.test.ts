import { describe, expect, test } from '@jest/globals';
import { areClose } from './close.js';
import { identifyPooled, shareOf } from './identify.js';

const best = (...texts: string[]): string | undefined => identifyPooled(texts)[0]?.language;

describe('by script alone', () => {
  test.each([
    ['水門の管理', 'ja'],
    ['船闸管理', 'zh'],
    ['갑문 관리', 'ko'],
    ['ประตูน้ำ', 'th'],
    ['υδατοφράκτης', 'el'],
    ['סכר', 'he'],
  ])('%s is %s', (text, language) => expect(best(text)).toBe(language));
});

/** Terms of our own scenario (see demo/scenario): a column is pooled before it is decided. */
describe('by letters, of a column', () => {
  test.each([
    ['de', ['Schleuse', 'Treidelpfad', 'Uferbefestigung', 'Klappbrücke', 'Wendebecken']],
    ['en', ['lock chamber', 'towpath', 'bank protection', 'lift bridge', 'turning basin']],
    ['pl', ['śluza', 'ścieżka holownicza', 'umocnienie brzegu', 'most podnoszony', 'zasuwa']],
    ['fr', ["porte d'écluse", 'chemin de halage', 'pont basculant', 'passe à poissons', 'déblais de dragage']],
    ['pt', ['eclusa', 'caminho de sirga', 'ponte basculante', 'proteção da margem', 'material dragado']],
    ['fi', ['sulkuportti', 'vetotie', 'rantasuojaus', 'nostosilta', 'kääntöallas']],
  ])('%s', (language, texts) => expect(best(...texts)).toBe(language));
});

test('nothing to go by is nothing', () => {
  expect(identifyPooled([])).toEqual([]);
  expect(identifyPooled(['12', '3.5', '–'])).toEqual([]);
  expect(shareOf('de', [])).toBe(0);
});

test('languages that a few words cannot tell apart', () => {
  expect(areClose('nb', 'da')).toBe(true);
  expect(areClose('de', 'de')).toBe(true);
  expect(areClose('de', 'fr')).toBe(false);
});
