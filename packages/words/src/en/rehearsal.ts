import { languageName } from '@fair-copy/core/language/tags.js';
import type { RehearsalWords } from '@fair-copy/core/rehearsal/report.js';
import { en as speech } from './speech.js';

export const rehearsal: RehearsalWords = {
  language: speech.language,
  title: (documents, source, target) => `Rehearsal: ${documents.join(', ')}, ${source} to ${target}`,
  languageName: (tag) => languageName(tag, speech.language),
  bands: {
    context: 'exact in context',
    exact: 'exact',
    repetition: 'repetition',
    '95-99': '95 to 99',
    '85-94': '85 to 94',
    '75-84': '75 to 84',
    '50-74': '50 to 74',
    none: 'no match',
  },
  figures: {
    sheet: 'Figures',
    columns: {
      document: 'Document',
      band: 'Band',
      segments: 'Segments',
      words: 'Words',
      characters: 'Characters',
      share: 'Share (%)',
      weighted: 'Weighted words',
    },
    cost: (currency) => `Cost (${currency})`,
    all: 'All',
    sum: 'in all',
    apart: 'nothing to translate (in no band)',
    within: 'nearer to an earlier segment than to the kit (in the bands)',
  },
  resources: {
    sheet: 'Resources',
    columns: {
      memory: 'Memory',
      rank: 'Rank',
      serving: 'Units that serve',
      alone: 'Words saved alone',
      added: 'Words saved in addition',
    },
  },
  segments: {
    sheet: 'Segments',
    columns: {
      number: 'Number',
      document: 'Document',
      source: 'Source',
      band: 'Band',
      score: 'Score',
      words: 'Words',
      match: 'Best match',
      target: 'Target',
      from: 'From',
      note: 'Note',
    },
    isIn: (language) => `in ${language}`,
    apart: 'nothing to translate',
    from: (memory, unit) => `${memory}, unit ${unit}`,
  },
  terms: {
    sheet: 'Terms',
    columns: {
      term: 'Term',
      usable: 'In the target language',
      concept: 'Concept',
      times: 'Times',
      note: 'Note',
      segments: 'Segments',
    },
    forbidden: 'not to be used',
    missing: 'no term in the target language',
  },
  missing: {
    sheet: 'In no termbase',
    columns: { words: 'Words', times: 'Times', counterpart: 'Likely counterpart', context: 'Context' },
  },
  misfits: {
    sheet: 'Does not fit',
    columns: { what: 'What', file: 'Name', segment: 'Segment', reason: 'Reason' },
    kinds: { memory: 'memory', termbase: 'termbase', segment: 'segment' },
    isIn: (language) => `It is in ${language}.`,
    lacks: (lacking, has) => `It has nothing in ${lacking.join(' and ')}; it has ${has.join(', ') || 'nothing'}.`,
    apart: (source, target) => `No unit has both ${source} and ${target}.`,
  },
};
