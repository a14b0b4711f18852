import { languageName } from '@fair-copy/core/language/tags.js';
import type { RehearsalWords } from '@fair-copy/core/rehearsal/report.js';
import { de as speech } from './speech.js';

export const rehearsal: RehearsalWords = {
  language: speech.language,
  title: (documents, source, target) => `Probe: ${documents.join(', ')}, ${source} nach ${target}`,
  languageName: (tag) => languageName(tag, speech.language),
  bands: {
    context: 'genau, im Zusammenhang',
    exact: 'genau',
    repetition: 'Wiederholung',
    '95-99': '95 bis 99',
    '85-94': '85 bis 94',
    '75-84': '75 bis 84',
    '50-74': '50 bis 74',
    none: 'kein Treffer',
  },
  figures: {
    sheet: 'Zahlen',
    columns: {
      document: 'Dokument',
      band: 'Stufe',
      segments: 'Segmente',
      words: 'Wörter',
      characters: 'Zeichen',
      share: 'Anteil (%)',
      weighted: 'Gewichtete Wörter',
    },
    cost: (currency) => `Kosten (${currency})`,
    all: 'Alle',
    sum: 'insgesamt',
    apart: 'nichts zu übersetzen (in keiner Stufe)',
    within: 'einem früheren Segment näher als dem Satz (in den Stufen)',
  },
  resources: {
    sheet: 'Speicher',
    columns: {
      memory: 'Speicher',
      rank: 'Rang',
      serving: 'Brauchbare Einheiten',
      alone: 'Allein gesparte Wörter',
      added: 'Zusätzlich gesparte Wörter',
    },
  },
  segments: {
    sheet: 'Segmente',
    columns: {
      number: 'Nummer',
      document: 'Dokument',
      source: 'Quelle',
      band: 'Stufe',
      score: 'Punkte',
      words: 'Wörter',
      match: 'Bester Treffer',
      target: 'Ziel',
      from: 'Herkunft',
      note: 'Notiz',
    },
    isIn: (language) => `auf ${language}`,
    apart: 'nichts zu übersetzen',
    from: (memory, unit) => `${memory}, Einheit ${unit}`,
  },
  terms: {
    sheet: 'Benennungen',
    columns: {
      term: 'Benennung',
      usable: 'In der Zielsprache',
      concept: 'Begriff',
      times: 'Stellen',
      note: 'Anmerkung',
      segments: 'Segmente',
    },
    forbidden: 'nicht zu verwenden',
    missing: 'keine Benennung in der Zielsprache',
  },
  missing: {
    sheet: 'In keiner Termbank',
    columns: {
      words: 'Wörter',
      times: 'Stellen',
      counterpart: 'Wahrscheinliche Entsprechung',
      context: 'Zusammenhang',
    },
  },
  misfits: {
    sheet: 'Passt nicht',
    columns: { what: 'Was', file: 'Name', segment: 'Segment', reason: 'Grund' },
    kinds: { memory: 'Speicher', termbase: 'Termbank', segment: 'Segment' },
    isIn: (language) => `Das ist auf ${language}.`,
    lacks: (lacking, has) => `Nichts auf ${lacking.join(' und ')}; vorhanden: ${has.join(', ') || 'nichts'}.`,
    apart: (source, target) => `Keine Einheit hat ${source} und ${target} zugleich.`,
  },
};
