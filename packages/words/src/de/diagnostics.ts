/** Was zu den Daten eines Kunden zu sagen ist, und was zu tun ist. `{name}` steht für eine Einzelheit. */
import { diagnosticTeller, type DiagnosticWords } from '../diagnostics.js';
import type { PluralForms } from '../speech.js';
import { de } from './speech.js';

const REPAIR =
  'Öffnen Sie sie in einem Tabellenprogramm, lassen Sie sie reparieren und speichern Sie sie neu, oder bitten Sie um eine neue Kopie.';
const CUT_OFF = 'Bitten Sie noch einmal um die Datei; sie wurde wohl unterwegs abgeschnitten.';
const NOT_UNPACKED = 'Es wurde nicht entpackt. Ist die Datei echt, so teilen Sie sie in kleinere.';
const OWN_RULES = 'Wählen Sie eine Datei mit Segmentierungsregeln (SRX 2.0) oder die Regeln von Fair Copy.';
const NOTHING_TAKEN = 'Nichts wurde übernommen. Bitten Sie noch einmal um die Datei oder exportieren Sie sie neu.';

const counted = (n: string | number, forms: PluralForms): string[] => (n ? [de.count(Number(n), forms)] : []);

const words: DiagnosticWords = {
  'file-empty': { message: 'Die Datei ist leer.', advice: 'Bitten Sie den Kunden, sie noch einmal zu schicken.' },
  'file-binary': {
    message: 'Das ist {what}, keine Tabelle und kein Text.',
    advice: 'Bitten Sie um das Glossar als Tabelle oder als Text mit Trennzeichen.',
  },
  'rules-unreadable': {
    message: 'Die Datei mit Segmentierungsregeln ist nicht zu gebrauchen: {what}.',
    advice: OWN_RULES,
  },
  'rules-no-srx': { message: 'Die Datei mit Segmentierungsregeln ist keine SRX-Datei.', advice: OWN_RULES },
  'rules-pattern': {
    message: 'Die Datei mit Segmentierungsregeln ist nicht zu gebrauchen; eine ist kein regulärer Ausdruck: {what}.',
    advice: OWN_RULES,
  },
  'file-kind-unknown': {
    message: 'Die Datei ist von einer Art, die Fair Copy noch nicht liest ({what}).',
    advice: 'Speichern Sie sie als XLSX, CSV oder Text mit Tabulatoren und legen Sie sie wieder hier ab.',
  },
  'workbook-encrypted': {
    message: 'Die Arbeitsmappe ist mit einem Kennwort geschützt oder in dem binären Format von vor 2007.',
    advice: 'Öffnen Sie sie mit ihrem Kennwort in einem Tabellenprogramm und speichern Sie sie als XLSX ohne Kennwort.',
  },
  'workbook-damaged': { message: 'Die Arbeitsmappe ist beschädigt: {what}.', advice: REPAIR },
  'workbook-empty': { message: 'Die Arbeitsmappe nennt kein Blatt.', advice: REPAIR },
  'workbook-part-missing': { message: 'Die Arbeitsmappe ist beschädigt: Ihr Teil {name} fehlt.', advice: REPAIR },
  'archive-damaged': { message: 'Das Archiv ist beschädigt: {what}.', advice: CUT_OFF },
  'archive-member-missing': {
    message: 'Das Archiv ist beschädigt: {name} fehlt oder ist nicht zu entpacken.',
    advice: CUT_OFF,
  },
  'archive-checksum': { message: 'Das Archiv ist beschädigt: Die Prüfsumme von {name} stimmt nicht.', advice: CUT_OFF },
  'archive-encrypted': {
    message: 'Das Archiv ist mit einem Kennwort geschützt.',
    advice: 'Entpacken Sie es mit seinem Kennwort und legen Sie die Dateien selbst hier ab.',
  },
  'archive-too-large': {
    message: 'Das Archiv entpackt sich zu mehr, als erlaubt ist ({name}: über 1 GB).',
    advice: NOT_UNPACKED,
  },
  'archive-ratio': {
    message: 'Das Archiv entpackt sich zu mehr, als erlaubt ist ({name}: das {count}-Fache seiner gepackten Größe).',
    advice: NOT_UNPACKED,
  },
  'archive-too-many': {
    message: 'Das Archiv entpackt sich zu mehr, als erlaubt ist (über {limit} Dateien).',
    advice: NOT_UNPACKED,
  },
  'archive-unsafe-path': {
    message: 'Das Archiv enthält einen Pfad, der aus ihm hinausführt ({what}).',
    advice: 'Es wurde nicht entpackt. Bitten Sie den Absender, es neu zu packen.',
  },
  'too-many-columns': {
    message: 'Zeile {row} hat {count} Spalten; gelesen werden bis zu {limit}.',
    advice: 'Löschen Sie die Spalten, die nicht zum Glossar gehören, oder wählen Sie ein anderes Trennzeichen.',
  },
  'row-too-long': {
    message: 'Zeile {row} ist länger als {limit} Zeichen und hat kein Ende.',
    advice:
      'Die Datei ist keine Tabelle in Zeilen, oder ein Anführungszeichen wird nie geschlossen. Prüfen Sie Trennzeichen und Anführungszeichen.',
  },
  'quote-open': {
    message: 'Das Anführungszeichen in Zeile {row} wird nie geschlossen.',
    advice: 'Anführungszeichen werden als gewöhnliche Zeichen gelesen. Sehen Sie sich diese Zeile an.',
  },
  'no-rows': {
    message: 'Es gibt nicht eine Zeile mit Text.',
    advice: 'Prüfen Sie, ob die richtige Datei geschickt wurde.',
  },
  'header-only': {
    message: 'Es gibt eine Kopfzeile und nichts darunter.',
    advice: 'Bitten Sie den Kunden um die Datei mit ihrem Inhalt.',
  },
  'one-column': {
    message: 'Nur eine Spalte wurde gefunden, also gibt es keine Paare.',
    advice: 'Wählen Sie oben das Trennzeichen, oder bitten Sie um die andere Sprache.',
  },
  'one-language': {
    message: 'Nur eine Sprache wurde gefunden.',
    advice: 'Geben Sie der Spalte der anderen Sprache oben ihre Rolle.',
  },
  'no-entries': {
    message: 'Keine Zeile wurde zu einem Eintrag: {heldBack} zurückgehalten, {notData} ohne Daten.',
    advice: 'Nichts wurde geschrieben. „read“ sagt, wofür die Datei gehalten wird, „--questions“, was gefragt wird.',
  },
  'no-units': {
    message: 'Keine Einheit wurde gefunden; weggelassen, was eine sein könnte: {left}.',
    advice: 'Nichts wurde geschrieben. „read“ sagt, wofür die Datei gehalten wird.',
  },
  'no-pairs': {
    message: 'Es gibt nur eine Sprache ({language}), also wurde keine Zeile zu einem Paar.',
    advice:
      'Nichts wurde geschrieben. Bitten Sie um die andere Sprache, oder nehmen Sie die Zeilen mit „--keep-incomplete“, wie sie sind.',
  },
  'sheet-missing': {
    message: 'Die Arbeitsmappe hat kein Blatt „{what}“. Sie hat: {have}.',
    advice: 'Wählen Sie eines von diesen.',
  },
  'hidden-rows': {
    message: 'Ausgeblendete Zeilen: {count}. Sie werden ausgelassen.',
    advice: 'Nehmen Sie sie dazu, wenn der Kunde sie meint.',
  },
  'hidden-columns': {
    message: 'Ausgeblendete Spalten: {what}. Sie werden nicht beachtet.',
    advice: 'Geben Sie ihnen eine Rolle, wenn der Kunde sie meint.',
  },
  'hidden-sheet': {
    message: 'Das Blatt „{what}“ ist ausgeblendet und wird ausgelassen.',
    advice: 'Nehmen Sie es dazu, wenn der Kunde es meint.',
  },
  'merged-cells': {
    message:
      'Verbundene Zellen: {count}. Ein Wert, der nach unten über Zeilen verbunden ist, wird in jeder von ihnen gelesen.',
    advice: 'Prüfen Sie, ob die Zeilen darunter dasselbe meinen.',
  },
  'cell-error': {
    message: 'Zellen, die einen Fehler des Tabellenprogramms wie #NV zeigen: {count}, die erste in Zeile {row}.',
    advice: 'Sie werden als leer gelesen. Fragen Sie den Kunden, was dort hingehört.',
  },
  'language-mixed': {
    message:
      'In Spalte {column} stehen {count} Zeilen, die sich als {otherLanguage} lesen, unter solchen in {language}.',
    advice: 'Sehen Sie sie sich an: Die Spalte kann mehrere Sprachen enthalten oder Teile zweier Listen.',
  },
  'languages-exchanged': {
    message:
      'Die Kopfzeile sagt {headerLanguage} für Spalte {column} und {textLanguage} für Spalte {other}; die Texte lesen sich umgekehrt.',
    advice: 'Entscheiden Sie, was stimmt.',
  },
  'language-contradiction': {
    message: 'Die Kopfzeile von Spalte {column} sagt {headerLanguage}, der Text aber liest sich als {textLanguage}.',
    advice: 'Entscheiden Sie, was stimmt.',
  },
  'encoding-guess': {
    message: 'Die Zeichencodierung ist geraten: {encoding}. {other} ist fast ebenso wahrscheinlich.',
    advice: 'Sehen Sie sich die Buchstaben mit Akzenten an und wählen Sie die andere, wenn sie falsch sind.',
  },
  'encoding-mixed': {
    message:
      'Der Text hat zwei Zeichencodierungen. Zeilen, die nicht {encoding} sind, wurden als {other} gelesen: {count} ({lines}).',
    advice:
      'Sehen Sie sich diese Zeilen an, und wählen Sie für sie eine andere Zeichencodierung, wenn ihre Buchstaben falsch sind.',
  },
  'broken-letters': {
    message: 'Zeichen, die in {encoding} nicht zu lesen sind: {count}, das erste in Zeile {row}.',
    advice: 'Wählen Sie eine andere Zeichencodierung, oder bitten Sie noch einmal um die Datei.',
  },
  'xml-malformed': { message: 'Das XML bricht ab: {what}.', advice: NOTHING_TAKEN },
  'xml-no-unit': { message: 'In den ersten {limit} Zeichen steht keine Einheit.', advice: NOTHING_TAKEN },
  'xml-too-deep': {
    message: 'Das XML ist mehr als {limit} Ebenen tief verschachtelt.',
    advice: 'Das ist keine Austauschdatei; nichts wurde übernommen.',
  },
  'xml-entities': {
    message: 'Das XML definiert eigene Entitäten; damit lässt sich das Programm angreifen, das sie liest.',
    advice: 'Nichts wurde übernommen. Exportieren Sie die Datei neu; Austauschdateien brauchen keine Entitäten.',
  },
  'units-cut-off': {
    message: 'Die Datei ist in Zeile {line} abgeschnitten.',
    advice: 'Was davor steht, wird übernommen. Bitten Sie noch einmal um die Datei.',
  },
  'row-number-wrong': {
    message: 'Eine Zeile des Blatts trägt die Nummer {what}, nach Zeile {row}.',
    advice:
      'Kein Programm schreibt eine Arbeitsmappe so: Öffnen Sie sie in einem Tabellenprogramm und speichern Sie sie neu.',
  },
  'text-too-large': {
    message: 'Der Fließtext ist länger als {limit} Zeichen.',
    advice: 'Teilen Sie ihn in Kapitel und paaren Sie diese.',
  },
  'markup-dropped': {
    message: 'Auszeichnung innerhalb von Texten ({what}): {count}, die erste in Zeile {line}.',
    advice: 'Ihr Text bleibt, die Auszeichnung darin nicht.',
  },
  'empty-parts': {
    message: ({ terms = 0, languages = 0, line }) =>
      `Ohne Text: ${de.list([
        ...counted(terms, { one: '# Benennung', other: '# Benennungen' }),
        ...counted(languages, { one: '# Sprache', other: '# Sprachen' }),
      ])}, das erste in Zeile ${String(line)}.`,
    advice: 'Sie sagen nichts und werden nicht übernommen. Fragen Sie, ob dort etwas stehen sollte.',
  },
  'about-file-left': {
    message: ({ title, sources = 0, revisions = 0, publications = 0, people = 0 }) =>
      `Die Datei sagt etwas über sich selbst: ${de.list([
        ...(title ? [`ihren Titel ${de.quoted(String(title))}`] : []),
        ...counted(sources, { one: '# Quellenangabe', other: '# Quellenangaben' }),
        ...counted(revisions, { one: '# Angabe zu Änderungen', other: '# Angaben zu Änderungen' }),
        ...counted(publications, { one: '# Angabe zur Veröffentlichung', other: '# Angaben zur Veröffentlichung' }),
        ...counted(people, {
          one: '# Beschreibung von Personen oder Quellen',
          other: '# Beschreibungen von Personen oder Quellen',
        }),
      ])}.`,
    advice: 'Das betrifft die Datei und nicht ihre Einträge; es wird nicht übernommen.',
  },
  'units-mended': {
    message:
      'Einheiten mit Steuerzeichen, unbekannten Entitäten oder einem bloßen „&“, was XML nicht erlaubt: {count}, die erste in Zeile {line}.',
    advice: 'Sie wurden beim Lesen in Ordnung gebracht. Sehen Sie sie sich an.',
  },
  'encoding-declared-wrong': {
    message: 'Die Datei nennt die Zeichencodierung {what}, ihre Bytes aber sind {encoding}.',
    advice: 'Sie wurde als {encoding} gelesen. Sehen Sie sich die Buchstaben mit Akzenten an.',
  },
  'encoding-unknown': {
    message: 'Die Zeichencodierung „{what}“ ist nicht bekannt.',
    advice: 'Nehmen Sie eine von: {have}.',
  },
  'encoding-cannot': {
    message: 'In Zeile {row} steht „{what}“, was {encoding} nicht schreiben kann.',
    advice: 'Wählen Sie UTF-8, das alles schreiben kann.',
  },
  'language-unknown': {
    message: '„{what}“ ist kein Sprachkürzel.',
    advice: 'Nehmen Sie ein Kürzel wie de, pt-BR oder zh-Hant.',
  },
  'in-words': { message: '{message}', advice: '{advice}' },
};

const things: Readonly<Record<string, string>> = {
  png: 'ein PNG-Bild',
  jpeg: 'ein JPEG-Bild',
  gif: 'ein GIF-Bild',
  tiff: 'ein TIFF-Bild',
  webp: 'ein WebP-Bild',
  bmp: 'ein Bitmap-Bild',
  pdf: 'ein PDF-Dokument',
  gzip: 'ein Gzip-Archiv',
  '7z': 'ein 7z-Archiv',
  rar: 'ein RAR-Archiv',
  sqlite: 'eine SQLite-Datenbank',
  program: 'ein Programm',
  binary: 'eine Binärdatei',
  rtf: 'ein Rich-Text-Dokument',
  xlsb: 'eine binäre Arbeitsmappe',
  odt: 'eine OpenDocument-Datei, die keine Tabelle ist',
  zip: 'ein Archiv',
  xml: 'eine XML-Datei, die weder TBX noch TMX noch XLIFF ist',
  entries: 'eine Datei mit Einträgen oder Einheiten, die nicht gepaart zu werden braucht',
};

export const toldDiagnostic = diagnosticTeller(words, things, de);
