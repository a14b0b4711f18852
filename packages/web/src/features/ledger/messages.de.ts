import { number } from '../../ui/format.js';
import type { texts as en } from './messages.en.js';

export const texts: typeof en = {
  title: 'Journal',
  empty: 'Noch wurde nichts getan.',
  emptyAdvice: 'Alles, was einen Bestand ändert, wird hier stehen, jedes mit seinem Weg zurück.',
  when: 'Wann',
  what: 'Was getan wurde',
  client: 'Kunde',
  undo: 'Rückgängig',
  redo: 'Wieder tun',
  undone: 'rückgängig gemacht',
  older: 'Ältere Einträge zeigen',
  closed: (why: string) => `bleibt: ${why}`,
  kept: 'Rückgängig und Sicherung',
  keptText: (entries: number, size: string, since: string | null) =>
    entries === 0
      ? 'Für den Weg zurück wird derzeit nichts aufbewahrt.'
      : `Für ${entries === 1 ? 'einen Eintrag' : `${number(entries)} Einträge`} aller Kunden${since ? `, den ältesten vom ${since},` : ''} wird aufbewahrt, was der Weg zurück braucht: ${size}.`,
  keepFor: 'Aufbewahren für',
  days: (days: number | null) => (days === null ? 'immer' : days === 1 ? 'einen Tag' : `${days} Tage`),
  clear: 'Jetzt leeren …',
  clearTitle: 'Alle Wege zurück verwerfen?',
  clearText:
    'Alles, was getan wurde, bleibt getan: Kein Eintrag des Journals kann mehr rückgängig gemacht oder wieder getan werden, gelöschte Termbanken und Speicher kommen nicht zurück, und Geschichten beginnen neu. Sonst ändert sich nichts.',
  clearGo: 'Endgültig verwerfen',
  cleared: 'Die Wege zurück sind verworfen.',
  backUp: 'Alles sichern',
  backUpText:
    'Alle Kunden, Termbanken, Speicher, der Tisch und die ursprünglichen Dateien in einer Zip-Datei, wie sie in einem Augenblick sind.',
  backingUp: 'Die Sicherung wird gemacht …',
  backedUp: (files: number) => (files === 1 ? 'Gesichert: eine Datei.' : `Gesichert: ${number(files)} Dateien.`),
  backedUpWithout: (names: string) => `Gesichert ohne das, was beschädigt ist: ${names}.`,
};
