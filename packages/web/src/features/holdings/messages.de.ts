import { count } from '../../ui/format.js';
import type { texts as en } from './messages.en.js';

export const texts: typeof en = {
  title: 'Bestand',
  newMemory: 'Neuer Speicher …',
  memoryKind: 'Speicher',
  jobKind: 'Speicher eines Auftrags',
  resource: 'Bestand',
  kind: 'Termbank',
  concepts: 'Begriffe oder Einheiten',
  findings: 'Offene Befunde',
  changed: 'Letzte Änderung',
  notInspected: 'nicht geprüft',
  none: 'nichts offen',
  empty: 'Noch keine Bestände.',
  newTermbase: 'Neue Termbank …',
  coverage: 'Benennungen oder Einheiten in jeder Sprache',
  more: (n: number) => (n === 1 ? 'und eine weitere Sprache' : `und ${n} weitere Sprachen`),
  toCopy: (at: string) => `Zurück zur Kopie vom ${at}`,
  noCopy: 'Es gibt keine Kopie davon.',
  readOut: 'Herausholen, was zu lesen ist',
  remove: 'Löschen',
  mended: (units: number) => `Der Speicher hat wieder ${count(units, 'Einheit', 'Einheiten')}.`,
  removed: 'Der Speicher ist gelöscht; das Journal kann ihn zurückbringen.',
};
