import type { RecognitionWords } from '../recognition.js';

export const recognition: RecognitionWords = {
  exact: 'wie sie dasteht',
  compound: 'Teil einer Zusammensetzung',
  forms: {
    base: 'Grundform',
    plural: 'Mehrzahl',
    genitive: 'Genitiv oder Mehrzahl',
    case: 'gebeugter Fall',
    definite: 'bestimmte Form',
    possessive: 'mit Possessivendung oder Partikel',
    feminine: 'weiblich',
    agreement: 'angeglichenes Adjektiv',
    comparison: 'gesteigert',
    verb: 'Verbform',
    particle: 'mit Partikel',
    prefix: 'mit Vorsilbe',
    separated: 'getrenntes Verb',
    shortened: 'verkürzte Zusammensetzung',
    dictionary: 'gebeugt, nach dem Wörterbuch',
    said: 'eine Form, die bei der Benennung steht',
    mark: 'nach dem Stamm, der in der Benennung bezeichnet ist',
    rule: 'gebeugt, nach Regel',
  },
  methods: {
    dictionary: 'nach einem Wörterbuch mit Beugungsregeln',
    rules: 'nach den Regeln der Grammatik',
    segmenter: 'nach einem Wörterbuch der Wörter',
    stemmer: 'mit dem Stemmer von Snowball',
    beginnings: 'nach gemeinsamen Anfängen: Regeln gibt es dafür noch nicht',
  },
};
