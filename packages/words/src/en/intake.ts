import { inWords, type Words } from '@fair-copy/core/said.js';
import { fieldLabel } from '@fair-copy/core/termbase/categories.js';
import type { ReasonCodes } from '@fair-copy/core/guess.js';
import type { Question } from '@fair-copy/core/intake/questions.js';
import type { IntakeWords } from '../intake.js';
import { en } from './speech.js';

const { count, languageName, list, number, quoted } = en;

const percent = (share: number): string => `${Math.round(share * 100)} %`;

const DELIMITERS: Readonly<Record<string, string>> = {
  '\t': 'tabs',
  ';': 'semicolons',
  ',': 'commas',
  '|': 'pipes',
  ' | ': 'pipes with spaces',
  '=': 'equals signs',
  ' – ': 'dashes',
  ' — ': 'long dashes',
  ' - ': 'hyphens between spaces',
  ': ': 'colons',
  ' / ': 'slashes between spaces',
  '¦': 'broken bars',
  '§': 'section signs',
  '#': 'number signs',
  '~': 'tildes',
  '^': 'carets',
  '、': 'ideographic commas',
  '；': 'full-width semicolons',
  '，': 'full-width commas',
  '\u001f': 'unit separators',
};

/** How cells are quoted. */
const quoting = ({ quote, escape }: { readonly quote: string | null; readonly escape?: boolean }): string =>
  quote === null ? 'without quotes around cells' : `quoted by ${quote}${escape ? ', marks in them behind \\' : ''}`;

const delimiter = (between: string | null): string =>
  between === null ? 'nothing' : (DELIMITERS[between] ?? quoted(between));

/** What stands between two parts of a line. */
const markName = (mark: string): string =>
  mark === '\t' ? 'tab' : mark === '\n' ? 'line break' : mark.trim() || 'space';

const reasons: Words<ReasonCodes> = {
  chosen: () => 'chosen',
  'in-words': ({ text }) => text,
  'header-says': ({ header }) => `the header says ${quoted(header)}`,
  'header-says-cells-languages': ({ header }) => `the header says ${quoted(header)}, and the cells name languages`,
  'header-says-cells-codes': ({ header }) => `the header says ${quoted(header)}, and the cells are codes`,
  'header-language': ({ language }) => `the header says ${languageName(language)}`,
  'header-language-agrees': ({ language }) => `the header says ${languageName(language)}, and the text agrees`,
  'header-language-contradicts': ({ language, text }) =>
    `the header says ${languageName(language)}, but the text reads as ${languageName(text)}`,
  beside: ({ reason, language }) => `${inWords(reasons, reason)}, beside ${languageName(language)}`,
  'own-field': ({ header }) => `a field of the client’s own: ${quoted(header)}`,
  'column-empty': () => 'the column is empty',
  'column-hidden': () => 'the column is hidden in the file',
  'values-of': ({ field }) => `its values are those of ${quoted(fieldLabel(field).toLowerCase())}`,
  pictures: () => 'the cells are names of picture files',
  'pictures-on-sheet': () => 'pictures that lie on the sheet in these rows',
  'behind-terms': () => 'it stands behind the two terms',
  'no-words': () => 'there are no words in it',
  'no-name-few-rows': () => 'it has no name, and few rows fill it',
  'no-language': () => 'it cannot be told which language it is in',
  'texts-long': ({ characters }) => `its texts are too long for terms (${number(characters)} characters on average)`,
  'text-language': ({ letter, language }) => `the text of column ${letter} reads as ${languageName(language)}`,
  'stands-for-rows': ({ header }) => `the cells of ${quoted(header)} say which rows belong together`,
  'row-names-language': () => 'each row names its language',
  'could-be-both': ({ language, next }) =>
    `both columns could be ${languageName(language)}; the next best for this one is ${languageName(next)}`,
  'file-says-language': ({ language }) => `the file says ${languageName(language)}`,
  'file-says-field': ({ field }) => `the file says ${fieldLabel(field).toLowerCase()}`,
  'format-says': () => 'the format names the languages itself',
  'no-header': () => 'no row names languages or fields',
  'names-languages': (v) => `it names ${count(v.count, { one: '# language', other: '# languages' })}`,
  'names-forms': (v) => `it names ${number(v.count)} forms of a language`,
  'names-language-and-field': () => 'it names a language and a field',
  'names-fields': () => 'it names fields',
  'names-language': () => 'it names a language',
  'words-above-numbers': () => 'it has words above a column of numbers',
  'rows-apart': () => 'nothing says that rows belong together',
  'ids-repeat': (v) => `${number(v.count)} of ${number(v.rows)} rows repeat the id above them`,
  'ids-empty': (v) => `${number(v.count)} of ${number(v.rows)} rows leave the id empty`,
  'column-of-ids': () => 'there is a column of ids',
  'first-column-empty': (v) => `${number(v.count)} of ${number(v.rows)} rows leave column ${v.letter} empty`,
  'declared-in-line': () => 'the first line declares it',
  'no-delimiter': () => 'no character cuts the rows into columns evenly',
  'rows-agree-so': () => 'cut so, the rows agree best',
  'delimiter-cuts': (v) =>
    `${delimiter(v.delimiter)} cut ${v.share > 0.995 ? 'all rows' : `${percent(v.share)} of the rows`} into ${count(v.columns, { one: '# column', other: '# columns' })}`,
  'no-text': () => 'there is no text',
  'no-mark': () => 'no mark stands between two parts of most lines',
  'mark-between': ({ share, mark }) =>
    `${percent(share)} of the lines have ${quoted(markName(mark))} between two parts`,
  'marks-once': ({ marks }) => `nearly every paragraph has ${list(marks.map(quoted))} once`,
  'marks-in-turn': ({ marks }) => `the lines begin with ${list(marks.map(quoted))} in turn`,
  'lines-in-turn': ({ languages }) => `every line is followed by its translation: ${list(languages.map(languageName))}`,
  'blocks-in-turn': ({ languages }) => `the lines alternate between ${list(languages.map(languageName))} in blocks`,
  'records-apart': (v) => `blank lines keep ${count(v.count, { one: '# record', other: '# records' })} apart`,
  'records-indented': (v) =>
    `${count(v.count, { one: '# line is', other: '# lines are' })} not indented: each begins a record`,
  'records-labelled': (v) =>
    `the lines of ${count(v.count, { one: '# record', other: '# records' })} begin with ${list(v.labels.map(quoted))}`,
  'columns-aligned': ({ share, columns }) =>
    `in ${percent(share)} of the lines the texts begin in the same ${number(columns)} places`,
  'labels-name': () => 'the labels in the text name the columns',
  'tables-name': () => 'the header of each table names its columns',
  'tables-beside': (v) =>
    `${count(v.count, { one: '# table stands', other: '# tables stand' })} side by side and have the same languages`,
  'tables-below': (v) =>
    `${count(v.count, { one: '# header names', other: '# headers name' })} languages, one below the other`,
  'only-part': () => 'there is nothing else in it',
  'mostly-tables': () => 'most of its text stands in tables',
  'mostly-paragraphs': () => 'most of its text stands in paragraphs',
  'byte-order-mark': ({ encoding }) => `it begins with the byte order mark of ${encoding}`,
  'zero-bytes': () => 'every second byte is zero, as in UTF-16',
  ascii: () => 'there is no character beyond ASCII',
  'valid-utf8': () => 'all of it is valid UTF-8',
  'lines-in-two-encodings': ({ utf8, count, other }) =>
    `lines that are UTF-8: ${utf8}; lines that are not and fit ${other} best: ${count}`,
  'letters-fit': ({ encoding }) => `it is not UTF-8, and in ${encoding} its letters fit the language best`,
  'file-declares': () => 'the file declares it',
};

function question(asked: Question): string {
  switch (asked.kind) {
    case 'missing': {
      const names = asked.languages.map(languageName);
      const said =
        names.length > 4
          ? `${names.slice(0, 3).join(', ')} and ${number(names.length - 3)} other languages`
          : names.join(' or ');
      return `What is ${quoted(asked.given)} in ${said}?`;
    }
    case 'extra cells':
      return `This row has ${number(asked.cells)} cells where the table has ${number(asked.columns)} columns. Where does ${quoted(asked.text)} belong?`;
    case 'unreadable':
      return `Some letters of ${quoted(asked.text)} cannot be read. Which ones are they?`;
    case 'row doubt':
      return {
        'out of turn': 'A line is missing here or near it. Do these texts belong together?',
        uneven: 'This record has another number of lines than most. Does each text stand in its column?',
        'not aligned': 'A text crosses into the next column here. Is each text whole, and in its column?',
        recoded: 'This line is not UTF-8 as the others; which encoding it is in is a guess. Are its letters right?',
      }[asked.doubt];
    case 'part':
      return `Belongs to the concept of row ${asked.row}, which is held back.`;
    case 'swapped':
      return `Are ${asked.languages.map(languageName).join(' and ')} exchanged in this row?`;
    case 'contradicts': {
      const what =
        asked.what === 'term' && asked.language
          ? `in ${languageName(asked.language)}`
          : `as ${fieldLabel(asked.what).toLowerCase()}`;
      return `The termbase has ${quoted(asked.there)} ${what}, this row says ${quoted(asked.brings)}. Which is right?`;
    }
  }
}

export const intake: IntakeWords = {
  reasons,
  question,
  delimiter,
  quoting,
  mark: markName,
  marked: {
    marks: 'source and translation between marks',
    prefixes: 'lines marked as source and translation',
    alternating: 'each line followed by its translation',
    blocks: 'blocks in two languages in turn',
    records: 'records over several lines',
  },
  aligned: (columns) => `${count(columns, { one: '# column', other: '# columns' })} aligned by spaces`,
  tables: ({ groups, headers }) =>
    groups.length > 1
      ? `${number(groups.length)} tables side by side`
      : `${number(headers.length)} tables below one another`,
  queryList: {
    sheet: 'Questions',
    header: ['Row', 'Question', 'Your answer', 'Leave out (x)'],
    column: (letter) => `Column ${letter}`,
    fileName: (stem) => `${stem} - questions.xlsx`,
  },
  left: {
    'ends-inside': () => 'the file ends inside it',
    'too-long': ({ limit }) => `longer than ${number(limit)} characters`,
    damaged: ({ what }) => what,
    'no-text': () => 'it has no text in any language',
    'row-doubt': ({ doubt }) =>
      ({
        'out of turn': 'a line is missing here or near it',
        uneven: 'it has another number of lines than most',
        'not aligned': 'a text crosses into the next column',
        recoded: 'its encoding is a guess',
      })[doubt],
    'one-language': ({ language }) => `it has text in ${languageName(language)} only`,
    obsolete: () => 'it is marked as obsolete',
    'no-translation': () => 'it has no translation',
    fuzzy: () => 'its translation is marked as fuzzy',
  },
  leftBecause: {
    damaged: 'damaged',
    'cut off': 'cut off',
    'too long': 'too long',
    'no text': 'no text',
    'one language': 'one language',
    doubtful: 'doubtful',
    'not translated': 'not translated',
    obsolete: 'obsolete',
  },
};
