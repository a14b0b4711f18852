/** @jest-environment ./test/page-environment.mjs */
import { expect, test } from '@jest/globals';
import { screen } from '@testing-library/react';
import { onPage } from '../../testing/on-page.js';
import { SegmentEditor, type SegmentEditorActs } from './SegmentEditor.js';

function editor(text: string) {
  const told: unknown[] = [];
  const acts: SegmentEditorActs = {
    keep: (...what) => told.push(['keep', ...what]),
    cut: (...what) => told.push(['cut', ...what]),
    leave: () => told.push(['leave']),
  };
  const shown = onPage(<SegmentEditor language="ar" side="target" at={4} text={text} acts={acts} />);
  return { ...shown, told, field: screen.getByRole<HTMLTextAreaElement>('textbox') };
}

test('has the language and the direction of its text, and takes the keys at once', () => {
  const { field } = editor('الهويس');
  expect([field.lang, field.dir, document.activeElement]).toEqual(['ar', 'rtl', field]);
});

test('Enter cuts where the cursor stands, with what was typed', async () => {
  const { user, told, field } = editor('one two');
  await user.type(field, '!');
  field.setSelectionRange(4, 4);
  await user.keyboard('{Enter}');
  expect(told).toEqual([['cut', 'target', 4, 'one two!', 4]]);
});

test('Ctrl+Enter keeps and goes on, the button keeps and stays, Escape leaves', async () => {
  const { user, told, field } = editor('one');
  await user.type(field, ' two');
  await user.keyboard('{Control>}{Enter}{/Control}');
  await user.click(screen.getByText('Save'));
  await user.click(field);
  await user.keyboard('{Escape}');
  expect(told).toEqual([['keep', 'target', 4, 'one two', true], ['keep', 'target', 4, 'one two', false], ['leave']]);
});

test('what is pasted over several lines stays one segment', async () => {
  const { user, told, field } = editor('');
  await user.click(field);
  await user.paste('one\r\n\r\ntwo');
  await user.click(screen.getByText('Save'));
  expect(told).toEqual([['keep', 'target', 4, 'one two', false]]);
});
