import type { ReportWords } from '../catalogue.js';

export const report: ReportWords = {
  inspectionOf: (name) => `Prüfung von ${name}`,
  summary: (client, at, open) => `${client}${at ? `, geprüft am ${at}` : ''}. Offene Befunde: ${open}.`,
  nothing: 'Nichts ist offen.',
  columns: {
    check: 'Prüfung',
    language: 'Sprache',
    text: { termbase: 'Benennung', memory: 'Text' },
    wrong: 'Was nicht stimmt',
    proposal: 'Vorschlag',
    origin: 'Herkunft',
    reason: 'Warum es stehen darf',
  },
  findings: 'Befunde',
  letStand: 'Steht mit Grund',
  queries: {
    sheet: 'Rückfragen',
    fileName: 'Rückfragen',
    key: 'Rückfrage',
    answer: 'Der Text, wie er sein soll',
    right: 'Richtig, wie er ist',
    remark: 'Anmerkung',
  },
  takeAway: 'entfernen',
  unit: (file, place) => `${file}, Einheit ${place}`,
  comparison: { sheet: 'Vergleich', what: 'Was', in: 'In', only: 'nur hier', different: 'verschieden' },
  fileName: 'Prüfung',
};
