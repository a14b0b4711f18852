import { count } from '../../ui/format.js';

export const texts = {
  title: (name: string) => `Try a text on ${name}`,
  explains: 'Which terms of this termbase occur in a text, inflected ones included. Nothing of it is kept.',
  text: 'Text',
  placeholder: 'Paste a passage of the document that will be translated.',
  language: 'Language of the text',
  found: (hits: number, terms: number) => `${count(hits, 'hit', 'hits')} of ${count(terms, 'term', 'terms')}`,
  nothing: 'No term of this termbase occurs in it.',
  how: { exact: 'as it stands', inflected: 'inflected', compound: 'part of a compound' },
  hits: 'Terms found',
  back: 'Back to the termbase',
  method: (stemmer: boolean, language: string) =>
    stemmer ? `${language}: by the Snowball stemmer.` : `${language} has no stemmer here: by common beginnings.`,
  words: (n: number) => count(n, 'word', 'words'),
};
