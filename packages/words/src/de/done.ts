import { inWords, type Words } from '@fair-copy/core/said.js';
import type { ClosedCodes, DoneCodes, KeptClosed, KeptDone } from '../done.js';
import { readKept } from '../kept.js';
import { fieldLabel, valueLabel } from './fields.js';
import { de } from './speech.js';

const { count, number, quoted } = de;

const howMany = (n: number): string => count(n, { one: '# Einheit', other: '# Einheiten' });
const units = (n: number, name: string): string => `${howMany(n)} von ${quoted(name)}`;
const concepts = (n: number): string => count(n, { one: '# Begriff', other: '# Begriffe' });
const inConcepts = (n: number): string => count(n, { one: '# Begriff', other: '# Begriffen' });
const findings = (n: number, text: string): string => (n === 1 ? quoted(text) : `${number(n)} Befunde`);

export const done: Words<DoneCodes> = {
  'client-created': ({ name }) => `Kunden ${quoted(name)} angelegt`,
  'client-renamed': ({ from, to }) => `Kunden ${quoted(from)} in ${quoted(to)} umbenannt`,
  'client-erased': () => 'Einen Kunden mit allem, was ihm gehört, endgültig gelöscht',
  'termbase-created': ({ name }) => `Termbank ${quoted(name)} angelegt`,
  'resource-moved': ({ name, from, to }) => `${quoted(name)} von ${from} zu ${to} verschoben`,
  'termbase-renamed': ({ from, to }) => `Termbank ${quoted(from)} in ${quoted(to)} umbenannt`,
  'termbase-deleted': ({ name }) => `Termbank ${quoted(name)} gelöscht`,
  'fields-changed': ({ name }) => `Felder von ${quoted(name)} geändert`,
  'concept-added': ({ text }) => `Begriff ${quoted(text)} hinzugefügt`,
  'concept-deleted': ({ text }) => `Begriff ${quoted(text)} gelöscht`,
  'concept-split': ({ taken, rest }) => `${quoted(taken)} von ${quoted(rest)} getrennt`,
  'concept-returned': ({ text, title }) => `${quoted(text)} auf den Stand gebracht vor: ${whatWasDone(title)}`,
  'term-added': ({ text }) => `Benennung ${quoted(text)} hinzugefügt`,
  'term-changed': ({ from, to }) => `Benennung ${quoted(from)} in ${quoted(to)} geändert`,
  'term-deleted': ({ text }) => `Benennung ${quoted(text)} gelöscht`,
  'form-said': ({ form, term, is }) =>
    is
      ? `${quoted(form)} als Form von ${quoted(term)} vermerkt`
      : `Vermerkt, dass ${quoted(form)} nicht ${quoted(term)} ist`,
  'stem-marked': ({ text }) => `Stammzeichen von ${quoted(text)} geändert`,
  'field-set': ({ field, text }) => `${fieldLabel(field)} bei ${quoted(text)} gesetzt`,
  'field-cleared': ({ field, text }) => `${fieldLabel(field)} bei ${quoted(text)} gelöscht`,
  'picture-added': ({ name, text }) => `Bild ${name} zu ${quoted(text)} hinzugefügt`,
  'concepts-field-set': ({ count: n, field, value }) =>
    value
      ? `${fieldLabel(field)} ${quoted(valueLabel(field, value))} in ${inConcepts(n)} gesetzt`
      : `${fieldLabel(field)} aus ${inConcepts(n)} entfernt`,
  'concepts-language': ({ count: n, from, to }) =>
    `${de.languageName(from)} in ${inConcepts(n)} zu ${de.languageName(to)} gemacht`,
  'concepts-moved': ({ count: n, from, to }) => `${concepts(n)} von ${quoted(from)} nach ${quoted(to)} verschoben`,
  'concepts-merged': ({ count: n }) => `${concepts(n)} zu einem zusammengeführt`,
  'concepts-deleted': ({ count: n }) => `${concepts(n)} gelöscht`,
  'concepts-taken': ({ count: n, memory, termbase }) =>
    `${concepts(n)} aus ${quoted(memory)} in ${quoted(termbase)} übernommen`,
  'entries-taken-in': ({ file, count: n, termbase }) =>
    `${file} übernommen: ${count(n, { one: '# Eintrag', other: '# Einträge' })} in ${quoted(termbase)}`,
  'units-taken-in': ({ file, files, count: n, memory, memories }) =>
    `${files === 1 ? file : `${number(files)} Dateien`} übernommen: ${howMany(n)} in ${memories === 1 ? quoted(memory) : `${number(memories)} Speicher`}`,
  'memory-created': ({ name }) => `Speicher ${quoted(name)} angelegt`,
  'memory-renamed': ({ from, to }) => `Speicher ${quoted(from)} in ${quoted(to)} umbenannt`,
  'memory-job': ({ name, on }) =>
    on
      ? `${quoted(name)} als Speicher eines Auftrags gekennzeichnet`
      : `${quoted(name)} nicht mehr als Speicher eines Auftrags gekennzeichnet`,
  'reference-set': ({ name, on }) =>
    on ? `${quoted(name)} ist nur noch zum Nachschlagen da` : `In ${quoted(name)} darf wieder geschrieben werden`,
  'kit-created': ({ name }) => `Satz ${quoted(name)} angelegt`,
  'kit-renamed': ({ from, to }) => `Satz ${quoted(from)} in ${quoted(to)} umbenannt`,
  'kit-changed': ({ name }) => `Satz ${quoted(name)} geändert`,
  'kit-deleted': ({ name }) => `Satz ${quoted(name)} gelöscht`,
  'memory-subject': ({ name }) => `Sachgebiet von ${quoted(name)} geändert`,
  'memory-deleted': ({ name }) => `Speicher ${quoted(name)} gelöscht`,
  'memory-made': ({ name, termbase, count: n }) =>
    `Speicher ${quoted(name)} aus ${quoted(termbase)} gemacht: ${howMany(n)}`,
  'memory-copy': ({ name, count: n }) => `Zur Kopie von ${quoted(name)} zurückgekehrt: ${howMany(n)}`,
  'memory-salvaged': ({ name, count: n }) => `Was lesbar war, aus ${quoted(name)} geholt: ${howMany(n)}`,
  'memory-taken-apart': ({ name, count: n }) =>
    `${quoted(name)} in ${count(n, { one: '# Speicher', other: '# Speicher' })} zerlegt`,
  bridged: ({ name, a, b, count: n }) =>
    `${quoted(a)} und ${quoted(b)} zu ${quoted(name)} überbrückt: ${count(n, { one: '# Paar', other: '# Paare' })}`,
  'termbases-merged': ({ name, termbases, count: n, deleted }) =>
    `${count(termbases, { one: '# Termbank', other: '# Termbanken' })} zu ${quoted(name)} zusammengeführt: ${concepts(n)}${deleted ? `; ${number(deleted)} davon gelöscht` : ''}`,
  'memories-merged': ({ name, memories, count: n, deleted }) =>
    `${count(memories, { one: '# Speicher', other: '# Speicher' })} zu ${quoted(name)} zusammengeführt: ${howMany(n)}${deleted ? `; ${number(deleted)} davon gelöscht` : ''}`,
  'unit-changed': ({ name }) => `Eine Einheit von ${quoted(name)} geändert`,
  'unit-text-added': ({ name }) => `Einer Einheit von ${quoted(name)} einen Text hinzugefügt`,
  'unit-returned': ({ name }) => `Eine Einheit von ${quoted(name)} auf einen früheren Stand gebracht`,
  'units-replaced': ({ count: n, name, find, by }) =>
    `${quoted(find)} durch ${quoted(by)} ersetzt in ${units(n, name)}`,
  'units-deleted': ({ count: n, name }) => `${units(n, name)} gelöscht`,
  'units-attribute': ({ count: n, name, type, value }) =>
    value ? `${type} auf ${quoted(value)} gesetzt in ${units(n, name)}` : `${type} entfernt aus ${units(n, name)}`,
  'units-language': ({ count: n, name, from, to }) => `${from} zu ${to} gemacht in ${units(n, name)}`,
  'units-newest': ({ count: n, name }) => `Das Neueste doppelter Einheiten behalten: ${units(n, name)} gelöscht`,
  'units-moved': ({ count: n, name, to }) => `${howMany(n)} von ${quoted(name)} nach ${quoted(to)} verschoben`,
  'units-copied': ({ count: n, name, to }) => `${howMany(n)} von ${quoted(name)} nach ${quoted(to)} kopiert`,
  'findings-stet': ({ count: n, text, reason }) =>
    `Stehen gelassen: ${findings(n, text)}${reason ? ` (${reason})` : ''}`,
  'stet-rule': ({ text, count: n, reason }) =>
    `Regel des Kunden: ${quoted(text)}${n > 1 ? ` und ${n - 1} weitere` : ''} darf stehen bleiben${reason ? ` (${reason})` : ''}`,
  'queries-answered': ({ name, count: n }) =>
    `${count(n, { one: '# Antwort', other: '# Antworten' })} aus ${quoted(name)} übernommen`,
  'stets-called-back': ({ count: n }) =>
    `${count(n, { one: '# Befund, der stehen durfte, ist', other: '# Befunde, die stehen durften, sind' })} wieder offen`,
  'findings-put-right': ({ count: n, text }) => `Berichtigt: ${findings(n, text)}`,
  'under-way': () => 'Etwas ist im Gange',
  'as-it-was': ({ sentence }) => sentence,
};

export const whatWasDone = (kept: KeptDone): string => inWords(done, readKept<DoneCodes>(kept));

export const closed: Words<ClosedCodes> = {
  'for-good': () => 'es war endgültig',
  cleared: () => 'das Rückgängigmachen wurde geleert',
  'kept-for-days': ({ days }) => `rückgängig machen lässt sich ${count(days, { one: '# Tag', other: '# Tage' })} lang`,
  'memory-damaged': () => 'die Datei des Speichers war beschädigt',
  'as-it-was': ({ sentence }) => sentence,
};

export const whyClosed = (kept: KeptClosed): string => inWords(closed, readKept<ClosedCodes>(kept));
