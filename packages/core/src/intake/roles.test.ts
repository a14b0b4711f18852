import { describe, expect, test } from '@jest/globals';
import type { SheetRow } from '../sheet/model.js';
import type { Role } from './reading.js';
import { columnRoles } from './roles.js';

const row = (cells: readonly string[], number = 1): SheetRow => ({ number, cells });
const DE = ['Schleuse', 'Wehr', 'Pegel', 'Haltung', 'Ufer', 'Böschung', 'Schleusenkammer', 'Hochwasser'];
const EN = ['lock', 'weir', 'water gauge', 'pound', 'river bank', 'slope', 'lock chamber', 'flood water'];

/** Columns by their headers, with the cells under them. */
function roles(columns: Readonly<Record<string, readonly string[]>>, hidden: readonly number[] = []): Role[] {
  const cells = Object.values(columns);
  const rows = cells[0]!.map((_, i) =>
    row(
      cells.map((column) => column[i] ?? ''),
      i + 2,
    ),
  );
  return columnRoles(row(Object.keys(columns)), rows, hidden).map((column) => column.role.value);
}

const field = (name: string, level: string, language: string | null = null): object => ({
  kind: 'field',
  field: name,
  level,
  language,
});
const term = (language: string, type?: string): object => ({ kind: 'term', language, ...(type && { type }) });

/** Headers of glossaries as clients send them: common practice. */
describe('what a column is, by its header and its cells', () => {
  test('what belongs to the values of a field, as our own sheets write it', () => {
    const texts = EN.map((word) => `something called ${word}`);
    expect(
      roles({
        de: DE,
        en: EN,
        Definition: texts,
        'Definition: Source': texts.map(() => 'handbook'),
        'Definition: lang': texts.map(() => 'en'),
        'Definition: opinion': texts.map(() => 'good'),
      }).slice(2, 5),
    ).toEqual([
      field('definition', 'concept'),
      field('definition:source', 'concept'),
      field('definition:lang', 'concept'),
    ]);
    expect(
      roles({ de: DE, 'de definition': texts, 'de definition: source': DE, en: EN, 'en definition': texts }).slice(
        1,
        3,
      ),
    ).toEqual([field('definition', 'language', 'de'), field('definition:source', 'language', 'de')]);
  });

  test('one definition in a language that is named stands with the concept, and keeps its language', () =>
    expect(roles({ de: DE, en: EN, 'Definition (en)': EN.map((word) => `a thing called ${word}`) })[2]).toEqual(
      field('definition', 'concept', 'en'),
    ));

  test('two languages by their names, with what usually stands beside them', () => {
    expect(
      roles({
        'Nr.': ['1', '2', '3', '4', '5', '6', '7', '8'],
        Deutsch: DE,
        English: EN,
        Definition: DE.map((word) => `Etwas am Wasser, das ${word} heißt`),
        Status: ['bevorzugt', '', 'bevorzugt', 'veraltet', '', '', '', ''],
        Bemerkung: ['prüfen', '', '', '', '', '', '', ''],
      }),
    ).toEqual([
      { kind: 'ignored' },
      term('de'),
      term('en'),
      field('definition', 'concept'),
      field('administrativeStatus', 'term'),
      field('note', 'concept'),
    ]);
  });

  test('the tag of a region stays what it is', () =>
    expect(roles({ 'de-AT': DE, 'en-GB': EN })).toEqual([term('de-AT'), term('en-GB')]));

  test('“id” is an id, and among tags of languages it is Indonesian', () => {
    expect(roles({ ID: DE.map((_, i) => `c-${i}`), Deutsch: DE, English: EN })[0]).toEqual({ kind: 'id' });
    const indonesian = ['pintu air', 'bendung', 'alat ukur air', 'kolam', 'tepi sungai', 'lereng', 'kamar', 'banjir'];
    expect(roles({ de: DE, en: EN, fr: DE, id: indonesian })[3]).toEqual(term('id'));
  });

  test('where no header says so, the texts do; two columns are never one language', () => {
    const found = roles({ A: DE, B: EN });
    expect(found).toEqual([term('de'), term('en')]);
  });

  test('a column whose rows name the language makes the other one terms in that language', () =>
    expect(
      roles({
        Entry: ['1', '1', '2', '2', '3', '3', '4', '4'],
        Language: ['de', 'en', 'de', 'en', 'de', 'en', 'de', 'en'],
        Term: DE.flatMap((word, i) => [word, EN[i]!]).slice(0, 8),
      }).slice(1),
    ).toEqual([{ kind: 'language' }, { kind: 'term of row' }]));

  test('gender stands beside its word, and belongs to it', () =>
    expect(roles({ Deutsch: DE, Genus: DE.map((_, i) => (i % 2 ? 'n' : 'f')), English: EN })[1]).toEqual(
      field('grammaticalGender', 'term', 'de'),
    ));

  test('a field that comes once for each language belongs to the language on its left', () =>
    expect(roles({ Deutsch: DE, Anmerkung: EN, English: EN, Note: EN })).toMatchObject([
      term('de'),
      { field: 'note', language: 'de' },
      term('en'),
      { field: 'note', language: 'en' },
    ]));

  test('abbreviations are terms of the language on their left', () =>
    expect(roles({ Deutsch: DE, Abk: ['Schl.', 'W.', 'P.', '', '', '', '', ''], English: EN })[1]).toEqual(
      term('de', 'abbreviation'),
    ));

  test.each([
    ['Pos', 'partOfSpeech', ['noun', 'noun', 'verb']],
    ['Gen', 'grammaticalGender', ['f', 'n', 'm']],
    ['Def', 'definition', ['etwas', 'mehr', 'noch etwas']],
  ])('“%s” is a field, though it is the tag of a language too (ISO 639-3)', (header, name, cells) =>
    expect(roles({ Deutsch: DE, English: EN, [header]: cells })[2]).toMatchObject({ kind: 'field', field: name }),
  );

  test('names of picture files are pictures, a name of the client’s own is kept as a field', () => {
    const found = roles({ Deutsch: DE, English: EN, x: DE.map((_, i) => `bild${i}.png`), Lagerort: DE });
    expect(found.slice(2)).toEqual([field('xGraphic', 'concept'), field('Lagerort', 'concept')]);
  });

  test('what is empty, hidden or has no words in it is ignored', () => {
    const found = roles({ Deutsch: DE, English: EN, '': DE.map(() => ''), Français: DE, '?': DE.map(() => '42') }, [3]);
    expect(found.slice(2)).toEqual([{ kind: 'ignored' }, { kind: 'ignored' }, { kind: 'ignored' }]);
  });

  test('a header that the text contradicts is believed by half, and said', () => {
    const long = EN.map((word) => `the ${word} of the canal and its gates`);
    const [, second] = columnRoles(
      row(['Deutsch', 'Français']),
      DE.map((word, i) => row([word, long[i]!], i + 2)),
    );
    expect(second).toMatchObject({
      role: { value: term('fr'), sureness: 0.5, reason: { code: 'header-language-contradicts' } },
      contradiction: { header: 'fr', content: 'en' },
    });
  });

  test('a rare row that is longer makes the table no wider', () => {
    const data = Array.from({ length: 60 }, (_, i) =>
      row([DE[i % 8]!, EN[i % 8]!, ...(i === 30 ? ['x', 'y'] : [])], i + 1),
    );
    expect(columnRoles(null, data)).toHaveLength(2);
  });
});
