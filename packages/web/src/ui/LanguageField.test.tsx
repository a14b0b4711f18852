/** @jest-environment ./test/page-environment.mjs */
import { expect, test } from '@jest/globals';
import { screen } from '@testing-library/react';
import { useState } from 'react';
import { onPage } from '../testing/on-page.js';
import { LanguageField } from './LanguageField.js';

function Field({ told }: { readonly told: string[] }) {
  const [value, setValue] = useState<string | null>(null);
  return (
    <LanguageField
      label="Language"
      value={value}
      likely={['fi']}
      onChange={(tag) => {
        told.push(tag);
        setValue(tag);
      }}
    />
  );
}

test('a language is chosen by its name', async () => {
  const told: string[] = [];
  const { user } = onPage(<Field told={told} />);
  await user.type(screen.getByRole('combobox'), 'Brazil');
  await user.keyboard('{Enter}');
  expect(told).toEqual(['pt-BR']);
  expect(screen.getByRole<HTMLInputElement>('combobox').value).toBe('Portuguese (Brazil) (pt-BR)');
});

test.each([
  ['german', 'de'],
  ['Chinese (T', 'zh-Hant'],
  ['fr', 'fr'],
])('“%s” and Enter is %s', async (words, tag) => {
  const told: string[] = [];
  const { user } = onPage(<Field told={told} />);
  await user.type(screen.getByRole('combobox'), words);
  await user.keyboard('{Enter}');
  expect(told).toEqual([tag]);
});

test('what is likely is offered first, each once', async () => {
  const { user } = onPage(<Field told={[]} />);
  await user.click(screen.getByRole('combobox'));
  await user.keyboard('{ArrowDown}');
  const names = screen.getAllByRole('option').map((option) => option.textContent);
  expect(names[0]).toBe('Finnish (fi)');
  expect(new Set(names).size).toBe(names.length);
});

test('any tag may be typed, in any spelling (BCP 47, section 2.1.1); what is none is not taken', async () => {
  const told: string[] = [];
  const { user } = onPage(<Field told={told} />);
  const input = screen.getByRole('combobox');
  await user.type(input, 'GSW-ch');
  await user.keyboard('{Enter}');
  expect(told).toEqual(['gsw-CH']);
  await user.clear(input);
  await user.type(input, '!!');
  await user.keyboard('{Enter}');
  expect(told).toEqual(['gsw-CH']);
});

test('arrow down goes to the first that fits, the general one before the regional ones', async () => {
  const told: string[] = [];
  const { user } = onPage(<Field told={told} />);
  await user.type(screen.getByRole('combobox'), 'Spanish');
  await user.keyboard('{ArrowDown}{Enter}');
  expect(told).toEqual(['es']);
});
