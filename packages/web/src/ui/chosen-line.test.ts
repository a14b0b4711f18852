/** @jest-environment ./test/page-environment.mjs */
import { expect, test } from '@jest/globals';
import { chosenLine, focusChosenLine } from './chosen-line.js';

/** Three lines and a field; `choose` says which is chosen, as a list would. */
function list() {
  document.body.innerHTML = '<main><div></div><div></div><div></div><p contenteditable tabindex="0"></p></main>';
  const lines = [...document.querySelectorAll('div')];
  const choose = (at: number): void =>
    lines.forEach((line, i) => {
      line.removeAttribute('aria-current');
      line.removeAttribute('tabindex');
      const { tabIndex, 'aria-current': current } = chosenLine(i === at);
      if (current) line.setAttribute('aria-current', current);
      if (tabIndex !== undefined) line.tabIndex = tabIndex;
    });
  choose(0);
  return { lines, choose, field: document.querySelector('p')! };
}

const frames = async (count: number): Promise<void> => {
  for (let i = 0; i < count; i++) await new Promise((resolve) => requestAnimationFrame(resolve));
};

test('the line that is chosen next gets the focus, however late it stands', async () => {
  const { lines, choose } = list();
  focusChosenLine();
  await frames(8);
  choose(1);
  await frames(3);
  expect(document.activeElement).toBe(lines[1]);
});

test('at the end of the list the line that is chosen already', async () => {
  const { lines } = list();
  focusChosenLine();
  await frames(40);
  expect(document.activeElement).toBe(lines[0]);
});

test('a field in which somebody began to type keeps it', async () => {
  const { choose, field } = list();
  focusChosenLine();
  await frames(2);
  field.focus();
  await frames(2);
  choose(2);
  await frames(40);
  expect(document.activeElement).toBe(field);
});
