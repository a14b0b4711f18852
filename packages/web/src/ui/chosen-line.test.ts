/** @jest-environment ./test/page-environment.mjs */
import { expect, test } from '@jest/globals';
import { chosenLine, focusChosenLine, keepFocusInLists } from './chosen-line.js';

keepFocusInLists();

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

test('although what had the focus lost it meanwhile', async () => {
  const { lines, choose, field } = list();
  field.focus();
  focusChosenLine();
  field.blur();
  await frames(2);
  choose(1);
  await frames(3);
  expect(document.activeElement).toBe(lines[1]);
});

test('a list that is drawn anew does not take the focus away with the line that had it', async () => {
  const { lines, choose } = list();
  focusChosenLine();
  choose(1);
  await frames(3);
  expect(document.activeElement).toBe(lines[1]);
  const main = document.querySelector('main')!;
  const drawn = lines.map((line) => line.cloneNode(true));
  main.replaceChildren();
  await frames(2);
  expect(document.activeElement).toBe(document.body);
  main.replaceChildren(...drawn);
  await frames(2);
  expect(document.activeElement).toBe(drawn[1]);
});

test('when the button that was pressed is gone, its line has the focus', async () => {
  const { lines } = list();
  const button = lines[0]!.appendChild(document.createElement('button'));
  button.focus();
  button.remove();
  await frames(2);
  expect(document.activeElement).toBe(lines[0]);
});

test('on another page the focus is not taken into its list', async () => {
  const { lines } = list();
  const address = location.href;
  lines[0]!.focus();
  history.pushState(null, '', '/elsewhere');
  list();
  await frames(2);
  expect(document.activeElement).toBe(document.body);
  history.pushState(null, '', address);
});

test('it is not fetched back from a field', async () => {
  const { choose, field } = list();
  focusChosenLine();
  choose(1);
  await frames(3);
  field.focus();
  document.querySelector('main')!.append(document.createElement('i'));
  await frames(2);
  field.blur();
  document.querySelector('main')!.append(document.createElement('i'));
  await frames(2);
  expect(document.activeElement).toBe(document.body);
});
