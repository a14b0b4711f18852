import { expect, test } from '@jest/globals';
import { ALSO_FOUND_AS, NOT_FOUND_AS, saidForms, withSaidForm } from './forms.js';

test('what is said last of a form holds', () => {
  let fields = withSaidForm({}, 'Kais', true);
  fields = withSaidForm(fields, 'Kais', true);
  expect(fields).toEqual({ [ALSO_FOUND_AS]: ['Kais'] });
  fields = withSaidForm(fields, 'Kaiser', false);
  expect(saidForms({ fields })).toEqual({ also: ['Kais'], never: ['Kaiser'] });
  expect(withSaidForm(fields, 'Kais', false)).toEqual({ [NOT_FOUND_AS]: ['Kaiser', 'Kais'] });
});

test('other fields stay', () => {
  expect(withSaidForm({ note: ['n'] }, 'x', false)).toEqual({ note: ['n'], [NOT_FOUND_AS]: ['x'] });
});
