/** @jest-environment ./test/page-environment.mjs */
import { expect, test } from '@jest/globals';
import { CODE } from '@fair-copy/core/text/inline-codes.js';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import type { UnitBody } from '../api/types.js';
import { useConflict } from './conflict-store.js';
import { answering, onPage } from '../testing/on-page.js';
import { VariantEditor } from './VariantEditor.js';

const UNIT = {
  id: 9,
  version: 'v1',
  variants: [
    {
      language: 'de',
      text: `Drücken Sie ${CODE}Start${CODE}.`,
      codes: [
        { kind: 'open', pair: '1', shown: 'b' },
        { kind: 'close', pair: '1', shown: 'b' },
      ],
    },
  ],
} as unknown as UnitBody;

function editor(language = 'de') {
  const told: string[] = [];
  const shown = onPage(
    <VariantEditor
      memoryId={3}
      unit={UNIT}
      language={language}
      onClose={() => told.push('closed')}
      onNext={() => told.push('next')}
    />,
  );
  return { ...shown, told, field: screen.getByRole('textbox') };
}

test('codes are capsules that a screen reader names, between the words', () => {
  const { field } = editor();
  expect(screen.getAllByRole('img').map((code) => code.getAttribute('aria-label'))).toEqual([
    'code b begins',
    'code b ends',
  ]);
  expect(field.textContent).toBe('Drücken Sie bStartb.');
  expect(field.lang).toBe('de');
});

test('what was typed is sent with the codes that stand in it, and the state that the edit began from', async () => {
  const asked = answering(() => ({ body: { ledgerId: 1 } }));
  const { user, told, field } = editor();
  field.append(' Jetzt!');
  screen.getAllByRole('img')[0]!.remove();
  await user.click(screen.getByText('Save'));
  expect(screen.getByRole('alert').textContent).toContain('code b begins');
  expect(asked).toEqual([]);
  await user.click(screen.getByText('Save without'));
  await waitFor(() => expect(told).toEqual(['closed']));
  expect(asked).toEqual([
    {
      what: 'PATCH /api/memories/3/units/9',
      body: { variant: 0, text: `Drücken Sie Start${CODE}. Jetzt!`, codes: [1], version: 'v1' },
    },
  ]);
});

test('codes that were deleted are put back where they stood', async () => {
  const asked = answering(() => ({ body: { ledgerId: 1 } }));
  const { user, told, field } = editor();
  screen.getAllByRole('img').forEach((code) => code.remove());
  field.append(' Jetzt!');
  await user.click(screen.getByText('Save'));
  await user.click(screen.getByText('Put them back'));
  expect(field.textContent).toBe('Drücken Sie bStartb. Jetzt!');
  await user.click(screen.getByText('Save'));
  await waitFor(() => expect(told).toEqual(['closed']));
  expect(asked[0]!.body).toMatchObject({ text: `Drücken Sie ${CODE}Start${CODE}. Jetzt!`, codes: [0, 1] });
});

test('a field that is gone keeps what was typed, with its codes; one that was left with Escape does not', async () => {
  const asked = answering(() => ({ body: { ledgerId: 1 } }));
  const { user, field, unmount } = editor();
  await user.click(field);
  screen.getAllByRole('img')[0]!.remove();
  field.append('!');
  fireEvent.input(field);
  unmount();
  await waitFor(() => expect(asked).toHaveLength(1));
  expect(asked[0]!.body).toMatchObject({ text: `Drücken Sie ${CODE}Start${CODE}.!`, codes: [0, 1] });
  const other = editor();
  other.field.append('!');
  fireEvent.input(other.field);
  await user.click(other.field);
  await user.keyboard('{Escape}');
  other.unmount();
  expect(asked).toHaveLength(1);
});

test('what is as it was, or left empty, is not sent; Escape leaves without', async () => {
  const asked = answering(() => ({ body: {} }));
  const { user, told, field } = editor();
  await user.click(screen.getByText('Save'));
  field.replaceChildren(' ');
  await user.click(screen.getByText('Save'));
  await user.click(field);
  await user.keyboard('{Escape}');
  expect([asked, told]).toEqual([[], ['closed', 'closed', 'closed']]);
});

test('a text in a language that the unit lacks is added; Ctrl+Enter goes on', async () => {
  const asked = answering(() => ({ body: { ledgerId: 1 } }));
  const { user, told, field } = editor('fr');
  field.append('Appuyez.');
  await user.click(field);
  await user.keyboard('{Control>}{Enter}{/Control}');
  await waitFor(() => expect(told).toEqual(['next']));
  expect(asked[0]).toEqual({
    what: 'POST /api/memories/3/units/9/variants',
    body: { language: 'fr', text: 'Appuyez.', version: 'v1' },
  });
});

test('a unit that was changed meanwhile asks what shall stand', async () => {
  answering(({ what }) =>
    what.startsWith('GET')
      ? { body: { ...UNIT, version: 'v2', variants: [{ ...UNIT.variants[0]!, text: 'Anders.', codes: [] }] } }
      : { status: 409, body: { code: 'changed-meanwhile', values: { title: null }, message: 'x' } },
  );
  const { user, told, field } = editor();
  field.append('!');
  await user.click(screen.getByText('Save'));
  await waitFor(() =>
    expect(useConflict.getState().conflict).toMatchObject({ theirs: 'Anders.', mine: 'Drücken Sie Start.!' }),
  );
  expect(told).toEqual([]);
});
