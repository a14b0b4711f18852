import { count, number } from '../../ui/format.js';

export const texts = {
  title: 'Concordance',
  field: 'Words, or part of a text; * stands for any letters',
  how: 'How the words are looked for',
  modes: { text: 'as it stands', words: 'in any inflection' },
  found: (n: number, more: boolean) => (more ? `the first ${number(n)}` : count(n, 'text', 'texts')),
  empty: 'Find words in all memories of the client.',
  advice: 'Equal units are shown once; the likely counterpart is marked in the other language.',
  nothingAdvice: 'Try fewer words, a part of a word, or words in any inflection.',
  times: (n: number) => `${number(n)} times`,
};
