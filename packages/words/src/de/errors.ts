import type { Words } from '@fair-copy/core/said.js';
import type { ErrorCodes, Missing, Named } from '../errors.js';
import { toldDiagnostic } from './diagnostics.js';
import { whatWasDone, whyClosed } from './done.js';
import { de } from './speech.js';

const { quoted } = de;

const MISSING: Readonly<Record<Missing, string>> = {
  address: 'Diese Adresse',
  alignment: 'Diese Textpaarung',
  'alignment of this client': 'Diese Textpaarung des Kunden',
  client: 'Diesen Kunden',
  concept: 'Diesen Begriff',
  'copy of this memory': 'Eine Kopie dieses Speichers',
  'earlier state': 'Diesen früheren Stand des Speichers',
  entry: 'Diesen Eintrag',
  'entry in the ledger': 'Diesen Eintrag im Journal',
  file: 'Die Datei',
  'file of this client': 'Diese Datei des Kunden',
  job: 'Diese Arbeit',
  kit: 'Diesen Satz',
  language: 'Diese Sprache',
  memory: 'Diesen Speicher',
  'memory of this client': 'Diesen Speicher des Kunden',
  picture: 'Dieses Bild',
  recipe: 'Dieses Rezept',
  'staged unit': 'Diese vorbereitete Einheit',
  term: 'Diese Benennung',
  termbase: 'Diese Termbank',
  'termbase of this client': 'Diese Termbank des Kunden',
  text: 'Diesen Text',
  unit: 'Diese Einheit',
};

const NAMED: Readonly<Record<Named, string>> = {
  client: 'Einen Kunden',
  termbase: 'Eine Termbank',
  memory: 'Einen Speicher',
  kit: 'Einen Satz',
};

export const errors: Words<ErrorCodes> = {
  'not-found': ({ what, name }) => `${MISSING[what]}${name === undefined ? '' : ` ${name}`} gibt es nicht.`,
  'invalid-request': ({ what }) => `Die Anfrage ist nicht, wie sie sein soll: ${what}.`,
  'rule-unreadable': ({ name, why }) =>
    `Die Regel „${name}“ ist nicht lesbar: ${why}. Muster sind reguläre Ausdrücke in der Schreibweise von RE2.`,
  'name-empty': () => 'Ein Name wird gebraucht.',
  'name-taken': ({ what }) => `${NAMED[what]} dieses Namens gibt es schon.`,
  'file-not-ready': ({ name }) => `${quoted(name)} wird noch gelesen. Versuchen Sie es gleich noch einmal.`,
  'nothing-to-rehearse': () =>
    'Fügen Sie zuerst ein Dokument hinzu, und nennen Sie seine Sprache und die, in die es übersetzt wird.',
  'not-rehearsed': () => 'Es gibt keine Zahlen, die übergeben werden könnten. Proben Sie zuerst.',
  'reference-only': ({ name }) =>
    `${quoted(name)} ist nur zum Nachschlagen da: Nichts wird hineingeschrieben. Wählen Sie einen anderen Bestand, oder heben Sie das in seinem Menü auf.`,
  'nothing-chosen': () => 'Noch ist nichts gewählt. Wählen Sie mindestens einen Bestand.',
  'nothing-to-write': ({ name }) => `Keine Zeile von ${quoted(name)} wird ein Eintrag; es gibt nichts zu schreiben.`,
  'no-text': ({ name }) => `${quoted(name)} enthält keinen fortlaufenden Text.`,
  'already-undone': () => 'Das ist schon rückgängig gemacht.',
  'not-undone': () => 'Das ist nicht rückgängig gemacht und kann darum nicht wieder getan werden.',
  'changed-since': ({ title }) =>
    `${quoted(whatWasDone(title))} kam später und betrifft dieselben Einträge. Machen Sie das zuerst rückgängig.`,
  'undone-before': ({ title }) =>
    `${quoted(whatWasDone(title))} kam früher, betrifft dieselben Einträge und wurde rückgängig gemacht. Tun Sie das zuerst wieder.`,
  'entry-closed': ({ why }) => `Das kann nicht mehr rückgängig gemacht oder wieder getan werden: ${whyClosed(why)}.`,
  unfinished: ({ what }) =>
    `Etwas Begonnenes konnte nicht zu Ende gebracht werden: ${what}. Es wird in Ordnung gebracht, bevor anderes geschrieben wird; schaffen Sie Platz auf dem Datenträger und versuchen Sie es noch einmal.`,
  'changed-meanwhile': ({ title }) =>
    `Das wurde inzwischen geändert: ${title === null ? 'in einem anderen Fenster' : whatWasDone(title)}. Sehen Sie es an, wie es jetzt ist, und entscheiden Sie, welcher Text gilt.`,
  'file-being-written': ({ name }) => `${quoted(name)} wird gerade geschrieben. Warten Sie ab, oder halten Sie es an.`,
  'memory-damaged': ({ name, what }) =>
    `Die Datei des Speichers ${quoted(name)} ist beschädigt (${what}). Unter Bestand steht, was sich tun lässt.`,
  'file-damaged': ({ name, what }) => `Die Datei ${name} ist beschädigt: ${what}.`,
  'client-at-work': () => 'Für diesen Kunden ist Arbeit im Gange. Warten Sie ab, oder halten Sie sie an.',
  'nothing-to-mend': ({ name }) => `Die Datei von ${quoted(name)} ist heil: nichts ist instand zu setzen.`,
  'client-confirm': () => 'Um einen Kunden endgültig zu löschen, geben Sie seinen Namen an, wie er hier steht.',
  'term-empty': () => 'Eine Benennung kann nicht leer sein. Löschen Sie sie stattdessen.',
  'term-there': () => 'Der Begriff hat diese Benennung in dieser Sprache schon.',
  'language-unknown': ({ what }) =>
    `${quoted(what)} ist kein Sprachkürzel. Verwenden Sie ein Kürzel wie de, pt-BR oder zh-Hant.`,
  'split-nothing': () => 'Wählen Sie einige der Benennungen, nicht alle: beide Begriffe brauchen eine.',
  'field-fixed': () => 'Das bleibt, wie die Datei es hatte, und wird so geschrieben; es lässt sich nicht bearbeiten.',
  'field-twice': () => 'Zwei Felder derselben Ebene haben denselben Namen.',
  'no-earlier-state': () => 'Der Begriff entstand damals; es gibt keinen früheren Stand.',
  'nothing-to-change': () => 'Nichts würde sich ändern.',
  'two-needed': () => 'Wählen Sie zuerst zwei Bestände aus.',
  'two-different': () => 'Wählen Sie zwei verschiedene Bestände aus.',
  'nothing-shared': ({ a, b }) =>
    `„${a}“ und „${b}“ haben keine Sprache gemeinsam, über die sie sich überbrücken ließen.`,
  'merge-one': () => 'Markieren Sie mindestens zwei Begriffe, um sie zusammenzuführen.',
  'merge-many': ({ limit }) => `Bis zu ${limit} Begriffe können auf einmal zu einem zusammengeführt werden.`,
  'not-a-picture': () => 'Das ist kein Bild im Format PNG, JPEG, GIF oder WebP.',
  'unit-empty': () => 'Ein Text kann nicht leer sein. Löschen Sie stattdessen die Einheit.',
  'codes-broken': () =>
    'Ein Code ging verloren oder schließt, bevor er öffnet. Setzen Sie ihn wieder ein und versuchen Sie es noch einmal.',
  'pattern-wrong': ({ what }) => `Das ist kein Muster, nach dem sich suchen lässt: ${what}.`,
  'pattern-slow': () => 'Das Muster braucht zu lange. Machen Sie es einfacher, oder engen Sie zuerst die Liste ein.',
  'encoding-unknown': ({ what }) => `${quoted(what)} ist keine bekannte Kodierung.`,
  'no-query-list': ({ file }) =>
    `${file} ist keine Rückfragenliste einer Prüfung: Die Zeile mit den Überschriften fehlt. Nehmen Sie die Liste, die hinausging, mit den Antworten darin.`,
  'nothing-answered': ({ count: n }) =>
    n === 0
      ? 'Die Liste hat keine Zeilen dieser Ressource.'
      : `Von ${n} Zeilen beantwortet keine etwas, das noch offen ist. Antworten stehen in den letzten drei Spalten.`,
  'finding-gone': () => 'Der Text hat sich seit der Prüfung geändert. Prüfen Sie noch einmal.',
  'too-large': ({ limit }) => `Die Datei ist größer als ${limit}. Teilen Sie sie, oder nehmen Sie die Befehlszeile.`,
  'archive-deep': ({ name, limit }) =>
    `${quoted(name)} liegt in Archiven, die mehr als ${limit} tief verschachtelt sind. Nichts davon wurde genommen; packen Sie es aus und legen Sie die Dateien ab.`,
  'archive-many': ({ name, limit }) =>
    `${quoted(name)} enthält zu viele Dateien: mit den Archiven darum mehr als ${limit}. Nichts davon wurde genommen; schicken Sie es in Teilen.`,
  'archive-large': ({ name, limit }) =>
    `${quoted(name)} ist ausgepackt größer als die ${limit}, die für diese Sendung bleiben. Nichts davon wurde genommen; schicken Sie es in Teilen.`,
  'upload-broken': () => 'Das Hochladen brach ab. Nichts wurde behalten; legen Sie die Datei noch einmal ab.',
  'disk-full': () => 'Der Datenträger ist voll. Nichts wurde behalten.',
  'not-allowed': () => 'Diese Adresse darf nicht fragen.',
  'passphrase-needed': () => 'Die Losung wird gebraucht.',
  'too-many-tries': () => 'Zu viele Versuche von dieser Adresse auf einmal. Warten Sie, bis sie beantwortet sind.',
  'data-error': (what) => {
    const { message, advice } = toldDiagnostic(what);
    return `${message} ${advice}`;
  },
  internal: ({ what }) => `Im Programm ging etwas schief: ${what}. Das Journal zeigt, was getan wurde.`,
  stopped: () => 'Angehalten.',
};
