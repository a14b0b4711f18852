import { describe, expect, test } from '@jest/globals';
import { fieldOfWord } from './field-names.js';

/** What clients call their columns: common practice, no published source. */
describe('columns in the languages of clients', () => {
  test.each([
    ['term', 'Term Begriff Benennung terme término termo termine termin termi 用語'],
    ['note', 'Note Anmerkung Bemerkung: remarque nota observação uwagi huomautus poznámka 備考'],
    ['other', 'Definition définition Definición Fachgebiet domaine status Wortart genre Bild kontekst 定義'],
    ['number', 'ID Nr. No # Lfd 番号'],
  ])('%s', (field, words) => {
    for (const word of words.split(' ')) expect([word, fieldOfWord(word)]).toEqual([word, field]);
  });

  test('an ordinary word is no field', () => {
    for (const word of ['Schleuse', 'lock', '水門', '']) expect([word, fieldOfWord(word)]).toEqual([word, null]);
  });
});
