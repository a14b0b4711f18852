import { count } from '../../ui/format.js';

export const texts = {
  title: (name: string) => `Fields of ${name}`,
  explains:
    'What this termbase records. Fields come by themselves with the files that are taken in; a list of values and “required” are checked by Inspect.',
  name: 'Field',
  level: 'Of',
  levels: { concept: 'the concept', language: 'each language', term: 'each term' },
  values: 'Values',
  anyText: 'any text',
  valuesHint: 'one on each line; empty: any text',
  standard: 'of the standard (ISO 30042)',
  own: 'the client’s own',
  required: 'Required',
  used: (n: number) => `in ${count(n, 'concept', 'concepts')}`,
  add: 'Add a field',
  remove: (name: string) => `Take the field ${name} away`,
  removeHint: 'What the concepts say in it stays.',
  save: 'Save the fields',
  saved: 'The fields are saved.',
  empty: 'No field yet: this termbase has terms only.',
  back: 'Back to the termbase',
  changed: 'not saved yet',
};
