import { recognition } from '@fair-copy/words/en/recognition.js';
import type { RecognitionMethod } from '@fair-copy/core/termbase/recognition/names.js';
import { count } from '../../ui/format.js';

export const texts = {
  title: (name: string) => `Try a text on ${name}`,
  explains: 'Which terms of this termbase occur in a text, inflected ones included. The text is not stored.',
  text: 'Text',
  placeholder: 'Paste a passage of the document that will be translated.',
  language: 'Language of the text',
  found: (places: number, terms: number) => `${count(terms, 'term', 'terms')} in ${count(places, 'place', 'places')}`,
  nothing: 'No term of this termbase occurs in it.',
  recognition,
  seen: (times: number, how: string) => (times === 1 ? how : `${how}, ${count(times, 'time', 'times')}`),
  notThis: 'not this term',
  notThisOf: (form: string, term: string) => `“${form}” is not the term “${term}”`,
  missed: 'A form was missed …',
  form: 'Form in the text',
  isForm: 'is a form of the term',
  noTerm: 'No term begins like this.',
  record: 'Record the form',
  said: (form: string, term: string, is: boolean) =>
    is ? `“${form}” is now found as a form of “${term}”.` : `“${form}” is no longer found as “${term}”.`,
  hits: 'Terms found',
  back: 'Back to the termbase',
  method: (method: RecognitionMethod, language: string) => `Forms in ${language}: ${recognition.methods[method]}.`,
  words: (n: number) => count(n, 'word', 'words'),
};
