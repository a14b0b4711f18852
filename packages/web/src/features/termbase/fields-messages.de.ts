import { count } from '../../ui/format.js';
import type { texts as en } from './fields-messages.en.js';

export const texts: typeof en = {
  title: (name: string) => `Felder von ${name}`,
  explains:
    'Was diese Termbank verzeichnet. Felder kommen von selbst mit den Dateien, die übernommen werden; eine Liste von Werten und „nötig“ werden beim Prüfen beachtet.',
  name: 'Feld',
  level: 'Von',
  levels: { concept: 'dem Begriff', language: 'jeder Sprache', term: 'jeder Benennung' },
  values: 'Werte',
  anyText: 'beliebiger Text',
  valuesHint: 'einer in jeder Zeile; leer: beliebiger Text',
  standard: 'der Norm (ISO 30042)',
  own: 'des Kunden',
  required: 'Nötig',
  used: (n: number) => `in ${count(n, 'Begriff', 'Begriffen')}`,
  add: 'Feld hinzufügen',
  remove: (name: string) => `Feld ${name} entfernen`,
  removeHint: 'Was die Begriffe darin sagen, bleibt.',
  save: 'Felder speichern',
  saved: 'Die Felder sind gespeichert.',
  empty: 'Noch kein Feld: Diese Termbank hat nur Benennungen.',
  back: 'Zurück zur Termbank',
  changed: 'noch nicht gespeichert',
};
