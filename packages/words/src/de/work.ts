import type { Words } from '@fair-copy/core/said.js';
import type { WorkCodes } from '../work.js';
import { whatWasDone } from './done.js';
import { de } from './speech.js';

const couple = ({ source, target, more }: { source: string; target: string; more: number }): string =>
  `${source} · ${target}${more ? ` und ${de.number(more)} weitere` : ''}`;

export const work: Words<WorkCodes> = {
  reading: ({ name }) => `${name} wird gelesen`,
  writing: ({ name }) => `${name} wird geschrieben`,
  'writing-files': ({ count }) => `${de.number(count)} Dateien werden geschrieben`,
  'writing-pairs': (pairs) => `${couple(pairs)}: wird geschrieben`,
  'query-list': ({ name }) => `Frageliste zu ${name}`,
  pairing: ({ source, target }) => `${source} und ${target} werden gepaart`,
  'handing-over': ({ format, name }) => `${format} von ${name}`,
  'handing-over-pairs': ({ format, ...pairs }) => `${format} von ${couple(pairs)}`,
  'changing-units': ({ name }) => `Einheiten von ${name} werden geändert`,
  'changing-concepts': ({ name }) => `Begriffe von ${name} werden geändert`,
  'taking-terms': ({ name }) => `Benennungen aus ${name}`,
  inspecting: ({ name }) => `${name} wird geprüft`,
  harvesting: ({ name }) => `In ${name} wird nach Benennungen gesucht`,
  rehearsing: ({ count: n }) => (n === 1 ? 'Ein Dokument wird geprobt' : `${n} Dokumente werden geprobt`),
  reporting: ({ name }) => `Prüfbericht zu ${name}`,
  undoing: ({ title }) => `Wird rückgängig gemacht: ${whatWasDone(title)}`,
  redoing: ({ title }) => `Wird wieder getan: ${whatWasDone(title)}`,
  'clearing-undo': () => 'Das Rückgängigmachen wird geleert',
  'backing-up': () => 'Alles wird gesichert',
  'taking-apart': ({ name }) => `${name} wird in Sprachpaare zerlegt`,
  'counting-merge': ({ count }) => `Was aus ${de.count(count, { one: '# Speicher', other: '# Speichern' })} wird`,
  'counting-term-merge': ({ count }) => `Was aus ${de.count(count, { one: '# Termbank', other: '# Termbanken' })} wird`,
  'counting-bridge': ({ a, b }) => `Paare zwischen ${a} und ${b} werden gesucht`,
  bridging: ({ name }) => `Überbrücken zu ${name}`,
  comparing: ({ a, b }) => `${a} wird mit ${b} verglichen`,
  merging: ({ name }) => `Zusammenführen zu ${name}`,
  mending: ({ name }) => `${name} wird instand gesetzt`,
  'as-it-was': ({ sentence }) => sentence,
};
