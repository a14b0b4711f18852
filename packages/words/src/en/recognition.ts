import type { RecognitionWords } from '../recognition.js';

export const recognition: RecognitionWords = {
  exact: 'as it stands',
  compound: 'part of a compound',
  forms: {
    base: 'base form',
    plural: 'plural',
    genitive: 'genitive or plural',
    case: 'inflected case',
    definite: 'definite form',
    possessive: 'with a possessive or particle',
    feminine: 'feminine',
    agreement: 'adjective that agrees',
    comparison: 'comparative or superlative',
    verb: 'verb form',
    particle: 'with a particle',
    prefix: 'with a prefix',
    separated: 'separated verb',
    shortened: 'shortened compound',
    dictionary: 'inflected, by the dictionary',
    said: 'a form recorded with the term',
    mark: 'by the stem marked in the term',
    rule: 'inflected, by rule',
  },
  methods: {
    dictionary: 'by a dictionary with its affix rules',
    rules: 'by the rules of its grammar',
    segmenter: 'by a dictionary of its words',
    stemmer: 'by the Snowball stemmer',
    beginnings: 'by common beginnings: there are no rules for it yet',
  },
};
