import type { ReportWords } from '../catalogue.js';

export const report: ReportWords = {
  inspectionOf: (name) => `Inspection of ${name}`,
  summary: (client, at, open) => `${client}${at ? `, inspected on ${at}` : ''}. Open findings: ${open}.`,
  nothing: 'Nothing is open.',
  columns: {
    check: 'Check',
    language: 'Language',
    text: { termbase: 'Term', memory: 'Text' },
    wrong: 'What is wrong',
    proposal: 'Proposal',
    origin: 'Origin',
    reason: 'Why it may stand',
  },
  findings: 'Findings',
  letStand: 'Let stand',
  queries: {
    sheet: 'Queries',
    fileName: 'queries',
    key: 'Query',
    answer: 'The text as it should be',
    right: 'Right as it is',
    remark: 'Remark',
  },
  takeAway: 'take it away',
  unit: (file, place) => `${file}, unit ${place}`,
  fileName: 'inspection',
  comparison: { sheet: 'Comparison', what: 'What', in: 'In', only: 'only here', different: 'different' },
};
