import { count } from '../../ui/format.js';

export const texts = {
  find: 'Find in the guide',
  parts: 'Parts of the guide',
  found: (n: number) => count(n, 'passage', 'passages'),
  nothing: (q: string) => `The guide does not mention “${q}”.`,
  /** Said where the reader's language is another one. */
  language: '',
};
