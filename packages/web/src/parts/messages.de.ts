/** Was die Seiten mehrerer Bereiche von Beständen sagen. */
import { count, number } from '../ui/format.js';
import type { texts as en } from './messages.en.js';

export const texts: typeof en = {
  concepts: (n: number) => count(n, 'Begriff', 'Begriffe'),
  units: (n: number) => count(n, 'Einheit', 'Einheiten'),
  row: (n: number) => `Zeile ${n}`,
  unitNumber: (n: number) => `Einheit ${number(n)}`,
  listIn: 'Liste auf',
  filterOn: (n: number) => `Filter (${n})`,
  filterNone: 'Kein Filter',
  filterHas: 'mit Benennungen auf',
  filterLacks: 'ohne Benennungen auf',
  filterSince: 'geändert seit',
  filterAny: 'beliebig',
  inspect: 'Prüfen',
  candidates: {
    text: 'In den Texten',
    times: 'Mal',
    counterpart: 'Wahrscheinliche Entsprechung',
    context: 'Zusammenhang',
    toTermbase: 'In die Termbank …',
    noTerm: 'Keine Benennung',
    noTermOf: (text: string) => `Keine Benennung für diesen Kunden: ${text}`,
    addOf: (text: string) => `In die Termbank: ${text}`,
  },
  unlisted: (languages: readonly string[]) =>
    `Die Rechtschreibung in ${languages.join(', ')} wird nicht geprüft: Es wird keine Wortliste mitgeliefert.`,
  ahead: {
    open: 'Vorher prüfen',
    running: 'Es wird geprüft …',
    title: 'Was die Prüfung dazu sagt',
    check: 'Zeigen',
    allOf: (n: number) => `alle (${number(n)})`,
    sum: {
      memory: (n: number, all: number) =>
        `${number(n)} von ${count(all, 'Einheit', 'Einheiten')} ohne Befund. Das Prüfen schreibt nichts.`,
      termbase: (n: number, all: number) =>
        `${number(n)} von ${count(all, 'Eintrag', 'Einträgen')} ohne Befund. Das Prüfen schreibt nichts.`,
    },
    place: { memory: (n: number) => `Einheit ${number(n)}`, termbase: (n: number) => `Eintrag ${number(n)}` },
    more: (n: number) => `${number(n)} weitere zeigt die Prüfung, wenn es geschrieben ist.`,
  },
  handOver: 'Übergeben',
  findings: 'Befunde',
  origin: 'Herkunft',
  history: 'Geschichte',
  undone: 'rückgängig gemacht',
  returnTo: 'Zurück auf den Stand davor',
  unmark: 'Alle Markierungen aufheben',
  more: 'Mehr',
  rename: 'Umbenennen …',
  moveTo: {
    menu: 'Zu einem anderen Kunden verschieben …',
    title: (name: string) => `Zu welchem Kunden gehört „${name}“?`,
    none: 'Es gibt noch keinen anderen Kunden. Legen Sie oben im Menü der Kunden einen an.',
    client: 'Kunde',
    go: 'Verschieben',
    done: (name: string, client: string) => `„${name}“ gehört nun zu ${client}.`,
  },
  takenOff: {
    title: (n: number) => `Vom Tisch genommen (${number(n)})`,
    putBack: 'Zurücklegen',
    putBackName: (name: string) => `Zurücklegen: ${name}`,
    done: (name: string) => `„${name}“ wurde vom Tisch genommen.`,
    askPictures: (n: number) =>
      `${count(n, 'Bild kam', 'Bilder kamen')} mit den Dateien dieses Kunden. Um sie wieder zu haben, legen Sie sie noch einmal ab.`,
    go: 'Vom Tisch nehmen',
  },
  memoryName: 'Name des Speichers',
  ofJob: 'es ist der Speicher eines Auftrags',
  subject: 'Sachgebiet',
  attribute: 'Attribut',
  lookIn: 'Suchen in',
  anyLanguage: 'jeder Sprache',
  /** A text of a unit, in place. */
  editor: {
    textIn: (language: string) => `Text auf ${language}`,
    codesGone: (codes: readonly string[]) => `So gespeichert, fehlt dem Text: ${codes.join(', ')}.`,
    putCodesBack: 'Wieder einsetzen',
    saveWithoutCodes: 'Ohne sie speichern',
    hint: 'Strg+Eingabe speichert und geht weiter, Esc verlässt',
  },
  forReference: 'nur zum Nachschlagen',
  keepForReference: 'Nur zum Nachschlagen: nichts hineinschreiben',
  notForReference: 'Nicht mehr nur zum Nachschlagen',
  noTermbase: 'Der Kunde hat noch keine Termbank.',
  pairTo: 'Termbank',
  severity: { error: 'Fehler', warning: 'Warnung', info: 'Hinweis' },
  newTermbaseName: 'Name der Termbank',
  damaged: (what: string) => `Die Datei ist beschädigt (${what}).`,
  noResources:
    'Legen Sie das Glossar eines Kunden im Eingang ab, und es wird eine Termbank; zweisprachige Texte werden ein Speicher.',
  toIntake: 'Zum Eingang',
  memoryFormats: {
    tmx: 'TMX 1.4b',
    xliff: 'XLIFF 2.1',
    docx: 'Word-Tabelle, zum Durchsehen',
    xlsx: 'XLSX, zum Durchsehen',
    csv: 'CSV',
    tsv: 'Text mit Tabulatoren',
  },
  bulk: {
    what: 'Was zu tun ist',
    counting: 'Wird gezählt …',
    language: 'Sprache',
    allLanguages: 'alle Sprachen',
    value: 'Wert',
    from: 'Von',
    to: 'Zu',
  },
  out: {
    title: 'Übergeben',
    part: 'Was hinausgeht',
    format: 'Format',
    languages: 'Sprachen',
    writing: 'Wird geschrieben …',
    ready: (name: string) => `${name} ist fertig.`,
    go: 'Datei schreiben',
    fetch: 'Herunterladen',
  },
  toMemory: {
    where: 'In welchen Speicher?',
    newMemory: 'einen neuen Speicher',
    each: 'für jede Datei einen neuen Speicher, der heißt wie sie',
    added: 'Jeder Einheit hinzufügen',
    addClient: 'auch der Name des Kunden',
    skip: 'Einheiten auslassen, die schon da sind',
    counting: 'Es wird gesucht, was schon da ist …',
    there: (all: number, there: number) =>
      there === 0
        ? `Von den ${number(all)} ist noch keine da.`
        : there === all
          ? `Alle ${number(all)} sind schon da; keine ist neu.`
          : `${number(there)} von ${number(all)} sind schon da; ${number(all - there)} neu.`,
    done: (n: number, skipped: number, name: string) =>
      `${count(n, 'Einheit', 'Einheiten')} in „${name}“ geschrieben${skipped ? `, ${number(skipped)} ${skipped === 1 ? 'war' : 'waren'} schon da` : ''}.`,
    open: 'Speicher öffnen',
    write: (n: number) => `${count(n, 'Einheit', 'Einheiten')} schreiben in …`,
  },
  pair: {
    title: 'Benennungspaar aus den gewählten Wörtern',
    add: 'In die Termbank aufnehmen',
    added: (name: string) => `Das Paar steht in „${name}“.`,
  },
};
