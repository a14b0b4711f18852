import { describe, expect, test } from '@jest/globals';
import { fieldOfWord } from './field-names.js';

/** What clients call their columns: common practice, no published source. */
describe('columns in the languages of clients', () => {
  test.each([
    ['term', 'Term Begriff Benennung terme término termo termine termin termi 用語'],
    ['note', 'Note Anmerkung Bemerkung: remarque nota observação uwagi huomautus poznámka 備考'],
    ['definition', 'Definition définition Definición määritelmä 定義'],
    ['subjectField', 'Fachgebiet domaine Domain dziedzina 分野'],
    ['administrativeStatus', 'Status Zustand estado tila'],
    ['partOfSpeech', 'Wortart POS 品詞'],
    ['grammaticalGender', 'genre Genus gender rodzaj'],
    ['xGraphic', 'Bild picture image kuva'],
    ['context', 'Kontext kontekst Beispielsatz example'],
    ['identifier', 'ID key'],
    ['number', 'Nr. No # Lfd 番号'],
  ])('%s', (field, words) => {
    for (const word of words.split(' ')) expect([word, fieldOfWord(word)]).toEqual([word, field]);
  });

  test('an ordinary word is no field', () => {
    for (const word of ['Schleuse', 'lock', '水門', '']) expect([word, fieldOfWord(word)]).toEqual([word, null]);
  });
});
