import { inWords, type Words } from '@fair-copy/core/said.js';
import type { ReasonCodes } from '@fair-copy/core/guess.js';
import type { Question } from '@fair-copy/core/intake/questions.js';
import type { IntakeWords } from '../intake.js';
import { fieldLabel } from './fields.js';
import { de } from './speech.js';

const { count, languageName, list, number, quoted } = de;

const percent = (share: number): string => `${Math.round(share * 100)} %`;

const DELIMITERS: Readonly<Record<string, string>> = {
  '\t': 'Tabulatoren',
  ';': 'Strichpunkte',
  ',': 'Kommas',
  '|': 'senkrechte Striche',
  ' | ': 'senkrechte Striche zwischen Leerzeichen',
  '=': 'Gleichheitszeichen',
  ' – ': 'Gedankenstriche',
  ' — ': 'lange Gedankenstriche',
  ' - ': 'Bindestriche zwischen Leerzeichen',
  ': ': 'Doppelpunkte',
  ' / ': 'Schrägstriche zwischen Leerzeichen',
  '¦': 'unterbrochene Striche',
  '§': 'Paragraphenzeichen',
  '#': 'Rauten',
  '~': 'Tilden',
  '^': 'Zirkumflexe',
  '、': 'ideographische Kommas',
  '；': 'breite Strichpunkte',
  '，': 'breite Kommas',
  '\u001f': 'Einheitentrenner (U+001F)',
};

/** How cells are quoted. */
const quoting = ({ quote, escape }: { readonly quote: string | null; readonly escape?: boolean }): string =>
  quote === null
    ? 'ohne Anführungszeichen um die Zellen'
    : `in Anführungszeichen ${quote}${escape ? ', Zeichen darin hinter \\' : ''}`;

const delimiter = (between: string | null): string =>
  between === null ? 'nichts' : (DELIMITERS[between] ?? quoted(between));

/** What stands between two parts of a line. */
const markName = (mark: string): string =>
  mark === '\t' ? 'Tabulator' : mark === '\n' ? 'Zeilenumbruch' : mark.trim() || 'Leerzeichen';

const reasons: Words<ReasonCodes> = {
  chosen: () => 'gewählt',
  'in-words': ({ text }) => text,
  'header-says': ({ header }) => `die Kopfzeile sagt ${quoted(header)}`,
  'header-says-cells-languages': ({ header }) => `die Kopfzeile sagt ${quoted(header)}, und die Zellen nennen Sprachen`,
  'header-says-cells-codes': ({ header }) => `die Kopfzeile sagt ${quoted(header)}, und die Zellen sind Kennungen`,
  'header-language': ({ language }) => `die Kopfzeile sagt ${languageName(language)}`,
  'header-language-agrees': ({ language }) => `die Kopfzeile sagt ${languageName(language)}, und der Text stimmt dazu`,
  'header-language-contradicts': ({ language, text }) =>
    `die Kopfzeile sagt ${languageName(language)}, der Text aber liest sich als ${languageName(text)}`,
  beside: ({ reason, language }) => `${inWords(reasons, reason)}, neben ${languageName(language)}`,
  'own-field': ({ header }) => `ein eigenes Feld des Kunden: ${quoted(header)}`,
  'column-empty': () => 'die Spalte ist leer',
  'column-hidden': () => 'die Spalte ist in der Datei ausgeblendet',
  'values-of': ({ field }) => `ihre Werte sind die von ${quoted(fieldLabel(field))}`,
  pictures: () => 'die Zellen sind Namen von Bilddateien',
  'pictures-on-sheet': () => 'Bilder, die in diesen Zeilen auf dem Blatt liegen',
  'behind-terms': () => 'sie steht hinter den beiden Benennungen',
  'no-words': () => 'es stehen keine Wörter darin',
  'no-name-few-rows': () => 'sie hat keinen Namen, und wenige Zeilen füllen sie',
  'no-language': () => 'in welcher Sprache sie ist, ist nicht zu erkennen',
  'texts-long': ({ characters }) => `ihre Texte sind zu lang für Benennungen (im Mittel ${number(characters)} Zeichen)`,
  'text-language': ({ letter, language }) => `der Text von Spalte ${letter} liest sich als ${languageName(language)}`,
  'stands-for-rows': ({ header }) => `die Zellen von ${quoted(header)} sagen, welche Zeilen zusammengehören`,
  'row-names-language': () => 'jede Zeile nennt ihre Sprache',
  'could-be-both': ({ language, next }) =>
    `beide Spalten könnten ${languageName(language)} sein; das Nächstbeste für diese ist ${languageName(next)}`,
  'file-says-language': ({ language }) => `die Datei sagt ${languageName(language)}`,
  'file-says-field': ({ field }) => `die Datei sagt ${fieldLabel(field)}`,
  'format-says': () => 'das Format nennt die Sprachen selbst',
  'no-header': () => 'keine Zeile nennt Sprachen oder Felder',
  'names-languages': (v) => `sie nennt ${count(v.count, { one: '# Sprache', other: '# Sprachen' })}`,
  'names-forms': (v) => `sie nennt ${number(v.count)} Formen einer Sprache`,
  'names-language-and-field': () => 'sie nennt eine Sprache und ein Feld',
  'names-fields': () => 'sie nennt Felder',
  'names-language': () => 'sie nennt eine Sprache',
  'words-above-numbers': () => 'sie hat Wörter über einer Spalte von Zahlen',
  'rows-apart': () => 'nichts sagt, dass Zeilen zusammengehören',
  'ids-repeat': (v) => `${number(v.count)} von ${number(v.rows)} Zeilen wiederholen die Kennung darüber`,
  'ids-empty': (v) => `${number(v.count)} von ${number(v.rows)} Zeilen lassen die Kennung leer`,
  'column-of-ids': () => 'es gibt eine Spalte mit Kennungen',
  'first-column-empty': (v) => `${number(v.count)} von ${number(v.rows)} Zeilen lassen Spalte ${v.letter} leer`,
  'declared-in-line': () => 'die erste Zeile sagt es',
  'no-delimiter': () => 'kein Zeichen teilt die Zeilen gleichmäßig in Spalten',
  'rows-agree-so': () => 'so geschnitten passen die Zeilen am besten zueinander',
  'delimiter-cuts': (v) =>
    `${delimiter(v.delimiter)} teilen ${v.share > 0.995 ? 'alle Zeilen' : `${percent(v.share)} der Zeilen`} in ${count(v.columns, { one: '# Spalte', other: '# Spalten' })}`,
  'no-text': () => 'es gibt keinen Text',
  'no-mark': () => 'in den meisten Zeilen steht kein Zeichen zwischen zwei Teilen',
  'mark-between': ({ share, mark }) =>
    `${percent(share)} der Zeilen haben ${quoted(markName(mark))} zwischen zwei Teilen`,
  'marks-once': ({ marks }) => `fast jeder Absatz hat einmal ${list(marks.map(quoted))}`,
  'marks-in-turn': ({ marks }) => `die Zeilen beginnen abwechselnd mit ${list(marks.map(quoted))}`,
  'lines-in-turn': ({ languages }) => `auf jede Zeile folgt ihre Übersetzung: ${list(languages.map(languageName))}`,
  'blocks-in-turn': ({ languages }) => `die Zeilen wechseln in Blöcken zwischen ${list(languages.map(languageName))}`,
  'records-apart': (v) => `Leerzeilen trennen ${count(v.count, { one: '# Eintrag', other: '# Einträge' })} voneinander`,
  'records-indented': (v) =>
    `${count(v.count, { one: '# Zeile ist', other: '# Zeilen sind' })} nicht eingerückt: Mit jeder beginnt ein Eintrag`,
  'records-labelled': (v) =>
    `die Zeilen von ${count(v.count, { one: '# Eintrag', other: '# Einträgen' })} beginnen mit ${list(v.labels.map(quoted))}`,
  'columns-aligned': ({ share, columns }) =>
    `in ${percent(share)} der Zeilen beginnen die Texte an denselben ${number(columns)} Stellen`,
  'labels-name': () => 'die Marken im Text benennen die Spalten',
  'tables-name': () => 'die Kopfzeile jeder Tabelle benennt ihre Spalten',
  'tables-beside': (v) =>
    `${count(v.count, { one: '# Tabelle steht', other: '# Tabellen stehen' })} nebeneinander und haben dieselben Sprachen`,
  'tables-below': (v) =>
    `${count(v.count, { one: '# Kopfzeile nennt', other: '# Kopfzeilen nennen' })} Sprachen, untereinander`,
  'only-part': () => 'es steht nichts anderes darin',
  'mostly-tables': () => 'der meiste Text steht in Tabellen',
  'mostly-paragraphs': () => 'der meiste Text steht in Absätzen',
  'byte-order-mark': ({ encoding }) => `sie beginnt mit der Bytereihenfolgemarke von ${encoding}`,
  'zero-bytes': () => 'jedes zweite Byte ist null, wie in UTF-16',
  ascii: () => 'es gibt kein Zeichen außerhalb von ASCII',
  'valid-utf8': () => 'alles darin ist gültiges UTF-8',
  'lines-in-two-encodings': ({ utf8, count, other }) =>
    `Zeilen in UTF-8: ${utf8}; andere, die am besten zu ${other} passen: ${count}`,
  'letters-fit': ({ encoding }) => `es ist kein UTF-8, und in ${encoding} passen die Buchstaben am besten zur Sprache`,
  'file-declares': () => 'die Datei sagt es',
};

function question(asked: Question): string {
  switch (asked.kind) {
    case 'missing': {
      const names = asked.languages.map(languageName);
      const said =
        names.length > 4
          ? `${names.slice(0, 3).join(', ')} und ${number(names.length - 3)} weiteren Sprachen`
          : names.join(' oder ');
      return `Was ist ${quoted(asked.given)} auf ${said}?`;
    }
    case 'extra cells':
      return `Diese Zeile hat ${number(asked.cells)} Zellen, die Tabelle aber ${number(asked.columns)} Spalten. Wohin gehört ${quoted(asked.text)}?`;
    case 'unreadable':
      return `Einige Buchstaben von ${quoted(asked.text)} sind nicht zu lesen. Welche sind es?`;
    case 'row doubt':
      return {
        'out of turn': 'Hier oder in der Nähe fehlt eine Zeile. Gehören diese Texte zusammen?',
        uneven: 'Dieser Eintrag hat mehr oder weniger Zeilen als die meisten. Steht jeder Text in seiner Spalte?',
        'not aligned': 'Ein Text reicht hier in die nächste Spalte. Ist jeder Text ganz und in seiner Spalte?',
        recoded:
          'Diese Zeile ist nicht UTF-8 wie die anderen; in welcher Kodierung sie steht, ist geraten. Stimmen ihre Buchstaben?',
      }[asked.doubt];
    case 'part':
      return `Gehört zu dem Begriff von Zeile ${asked.row}, die zurückgehalten ist.`;
    case 'swapped':
      return `Sind ${asked.languages.map(languageName).join(' und ')} in dieser Zeile vertauscht?`;
    case 'contradicts': {
      const what =
        asked.what === 'term' && asked.language
          ? `auf ${languageName(asked.language)}`
          : `als ${fieldLabel(asked.what)}`;
      return `Die Termbank hat ${quoted(asked.there)} ${what}, diese Zeile sagt ${quoted(asked.brings)}. Was stimmt?`;
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
    marks: 'Ausgangstext und Übersetzung zwischen Zeichen',
    prefixes: 'Zeilen, als Ausgangstext und Übersetzung bezeichnet',
    alternating: 'jede Zeile gefolgt von ihrer Übersetzung',
    blocks: 'abwechselnd Blöcke in zwei Sprachen',
    records: 'Einträge über mehrere Zeilen',
  },
  aligned: (columns) => `${count(columns, { one: '# Spalte', other: '# Spalten' })}, durch Leerzeichen ausgerichtet`,
  tables: ({ groups, headers }) =>
    groups.length > 1
      ? `${number(groups.length)} Tabellen nebeneinander`
      : `${number(headers.length)} Tabellen untereinander`,
  queryList: {
    sheet: 'Fragen',
    header: ['Zeile', 'Frage', 'Ihre Antwort', 'Weglassen (x)'],
    column: (letter) => `Spalte ${letter}`,
    fileName: (stem) => `${stem} - Fragen.xlsx`,
  },
  left: {
    'ends-inside': () => 'die Datei endet darin',
    'too-long': ({ limit }) => `länger als ${number(limit)} Zeichen`,
    damaged: ({ what }) => what,
    'no-text': () => 'in keiner Sprache ein Text',
    'row-doubt': ({ doubt }) =>
      ({
        'out of turn': 'hier oder in der Nähe fehlt eine Zeile',
        uneven: 'er hat mehr oder weniger Zeilen als die meisten',
        'not aligned': 'ein Text reicht in die nächste Spalte',
        recoded: 'seine Kodierung ist geraten',
      })[doubt],
    'one-language': ({ language }) => `nur ein Text auf ${languageName(language)}`,
    obsolete: () => 'als veraltet bezeichnet',
    'no-translation': () => 'ohne Übersetzung',
    fuzzy: () => 'die Übersetzung ist als ungefähr bezeichnet',
  },
  leftBecause: {
    damaged: 'beschädigt',
    'cut off': 'abgeschnitten',
    'too long': 'zu lang',
    'no text': 'kein Text',
    'one language': 'eine Sprache',
    doubtful: 'zweifelhaft',
    'not translated': 'nicht übersetzt',
    obsolete: 'veraltet',
  },
};
