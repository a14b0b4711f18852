/** Two documents become a memory: paired, repaired, pinned, paired again, written, found, taken back. */
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, open, test } from './application.js';

test('two Word documents are paired, a slip is repaired, and the pairs become a memory that can be taken back', async ({
  page,
  server,
}) => {
  await open(page, server, '/align', 1);
  await page
    .locator('input[type=file]')
    .setInputFiles(['Harbour rules_en.docx', 'Hafenordnung_de.docx'].map((name) => join(server.clientFiles, name)));
  await page.getByRole('button', { name: 'Pair them' }).click();
  await expect(
    page.getByRole('heading', { level: 1, name: 'Harbour rules_en.docx and Hafenordnung_de.docx' }),
  ).toBeVisible();
  const tally = page.getByRole('group', { name: 'Where each segment went' });
  await expect(tally).toHaveText(/29 and 26 segments = 25 1–1 \+ 1 2–1 \+ 2 with no counterpart/);
  await expect(page.getByRole('combobox', { name: 'Source language' })).toHaveValue('English (en)');

  // A slip made and repaired: joined with the next, split again, undone to where it was.
  await page.getByText('They were last changed on 3 May 2024.').click();
  await page.locator('main').press('w');
  await expect(tally).toHaveText(/23 1–1 \+ 1 2–2 \+ 1 2–1/);
  await page.locator('main').press('u');
  await expect(tally).toHaveText(/25 1–1 \+ 1 2–1/);
  await page.locator('main').press('U');
  await page.locator('main').press('n');
  await page.locator('main').press('Alt+ArrowDown');
  await expect(tally).toHaveText(/1 1–2/);
  for (let k = 0; k < 3; k++) await page.locator('main').press('u');
  await expect(tally).toHaveText(/25 1–1 \+ 1 2–1 \+ 2 with no counterpart/);

  // What is pinned stays when the rest is paired again.
  await page.locator('main').press('w');
  await page.getByRole('button', { name: 'Pair again between pinned pairs' }).click();
  // Three pairs of the demo, this one, and this one again.
  await expect
    .poll(async () => {
      const jobs = (await (await fetch(`${server.address}/api/jobs`)).json()) as { kind: string; state: string }[];
      return jobs.filter(({ kind, state }) => kind === 'align' && state === 'done').length;
    })
    .toBe(5);
  await page.reload();
  await expect(page.getByRole('listitem', { name: /^Pair \d+: pinned$/ })).toHaveCount(1);
  await expect(tally).toHaveText(/23 1–1 \+ 1 2–2 \+ 1 2–1/);
  await page.getByRole('button', { name: 'set by hand', exact: true }).click();
  await expect(page.getByRole('listitem', { name: /^Pair/ })).toHaveCount(1);
  await page.getByRole('button', { name: 'all', exact: true }).click();

  await page.getByRole('button', { name: 'Write 25 units to …' }).click();
  await page.getByRole('textbox', { name: 'Name of the memory' }).fill('Arrival in pairs');
  await page.getByRole('button', { name: 'Write 25 units', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('25 units written to “Arrival in pairs”.');

  await page.goto(`${server.address}/concordance?q=waiting+berth`);
  await expect(page.getByText('Warten Sie am Warteplatz, bis das Signal grün ist.').first()).toBeVisible();
  await page.goto(`${server.address}/ledger`);
  await page
    .getByRole('row', { name: /Harbour rules_en\.docx/ })
    .getByRole('button', { name: 'Undo' })
    .click();
  await page.goto(`${server.address}/holdings`);
  await expect(page.getByRole('link', { name: 'Brennick lasting' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Arrival in pairs' })).toHaveCount(0);
});

test('what cannot be paired says why, and the desk keeps what was done', async ({ page, server }) => {
  await open(page, server, '/align', 1);
  await page
    .locator('input[type=file]')
    .setInputFiles(['kiln photo.csv', 'wartung_pt.html'].map((name) => join(server.clientFiles, name)));
  await expect(page.getByText('This is a PNG picture, not a table or text.', { exact: false })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Pair/ })).toBeDisabled();
  await page.getByRole('button', { name: 'Leave all out' }).click();
  await page.getByRole('link', { name: /Hafenordnung_de\.docx/ }).click();
  await page.getByText('Wait at the waiting berth').click();
  await page.locator('main').press('x');
  await expect(page.getByRole('group', { name: 'Where each segment went' })).toContainText('4 with no counterpart');
  await page.getByRole('link', { name: 'Ledger' }).click();
  await page.getByRole('link', { name: 'Align' }).click();
  await page.getByRole('link', { name: /Hafenordnung_de\.docx/ }).click();
  await expect(page.getByRole('group', { name: 'Where each segment went' })).toContainText('4 with no counterpart');

  // What the server does not take is not shown as if it had.
  await page.route('**/api/alignments/*', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await page.getByText('They were last changed on 3 May 2024.').click();
  await page.locator('main').press('x');
  await expect(page.getByRole('group', { name: 'Where each segment went' })).toContainText('6 with no counterpart');
  await page.getByRole('link', { name: 'Ledger' }).click();
  await expect(page.getByRole('alert')).toBeVisible();
  await page.unroute('**/api/alignments/*');
  await page.getByRole('link', { name: 'Align' }).click();
  await page.getByRole('link', { name: /Hafenordnung_de\.docx/ }).click();
  await expect(page.getByRole('group', { name: 'Where each segment went' })).toContainText('4 with no counterpart');
});

test('a segment is cut and corrected, a moved passage is linked, and a pair of terms goes to the termbase', async ({
  page,
  server,
}) => {
  await open(page, server, '/align', 1);
  await page.getByRole('link', { name: /wartung_de\.html/ }).click();
  const tally = page.getByRole('group', { name: 'Where each segment went' });
  await expect(tally).toHaveText(/14 and 14 segments/);
  await expect(page.getByRole('listitem', { name: /stands elsewhere/ })).toHaveCount(4);

  // Cut where the cursor stands, then corrected, then both taken back.
  await page.getByText('Öffnen Sie das Schütz um 10 cm und warten Sie 5 Minuten.').dblclick();
  const field = page.getByRole('textbox', { name: 'Text of the segment' });
  await field.press('Home');
  for (let k = 0; k < 'Öffnen Sie das Schütz um 10 cm '.length; k++) await field.press('ArrowRight');
  await field.press('Enter');
  await expect(tally).toHaveText(/15 and 14 segments/);
  await expect(page.getByText('und warten Sie 5 Minuten.', { exact: true })).toBeVisible();
  await page.getByText('und warten Sie 5 Minuten.', { exact: true }).dblclick();
  await field.fill('Warten Sie 5 Minuten.');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Warten Sie 5 Minuten.', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByText('Warten Sie 5 Minuten.', { exact: true })).toBeVisible();

  // The moved heading is parted from its counterpart, and linked to it again.
  const apart = page.getByRole('listitem', { name: /stands elsewhere/ });
  await page.getByText('Werkzeug', { exact: true }).click();
  const acts = page.getByRole('toolbar', { name: 'What to do with the selected' });
  await acts.getByRole('button', { name: 'no counterpart' }).click();
  await expect(apart).toHaveCount(3);
  await page.getByRole('group', { name: 'Show' }).getByRole('button', { name: 'no counterpart' }).click();
  await page.getByText('Werkzeug', { exact: true }).click();
  await page.locator('main').press('m');
  await expect(page.getByRole('status').filter({ hasText: 'waits for its counterpart' })).toBeVisible();
  await page.getByText('Ferramentas', { exact: true }).click();
  await page.locator('main').press('m');
  await page.getByRole('button', { name: 'moved', exact: true }).click();
  await expect(page.getByRole('listitem', { name: /pinned, stands elsewhere/ })).toHaveCount(1);
  await page.locator('main').press('u');
  await expect(page.getByRole('listitem', { name: /pinned, stands elsewhere/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'all', exact: true }).click();

  // A word selected on either side becomes a pair of terms.
  await selectWord(page, 'Zahnstange');
  await selectWord(page, 'cremalheira');
  await page.getByRole('button', { name: 'Add to the termbase' }).click();
  await expect(page.getByRole('alert')).toContainText('The pair is in “Brennick');
});

/** As a person does: pressed at its beginning, drawn to its end. */
async function selectWord(page: Page, word: string): Promise<void> {
  await page.evaluate((wanted) => {
    const walker = document.createTreeWalker(
      document.querySelector('[data-page]')!.parentElement!,
      NodeFilter.SHOW_TEXT,
    );
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const at = node.textContent!.indexOf(wanted);
      if (at < 0) continue;
      const range = document.createRange();
      range.setStart(node, at);
      range.setEnd(node, at + wanted.length);
      const selection = document.getSelection()!;
      selection.removeAllRanges();
      selection.addRange(range);
      node.parentElement!.dispatchEvent(new MouseEvent('mouseup', { bubbles: true }));
      return;
    }
    throw new Error(`${wanted} is not on the page`);
  }, word);
}

test('several couples of files: put right by dragging, paired, handed over and written together', async ({
  page,
  server,
}) => {
  await open(page, server, '/align', 2);
  await page
    .locator('input[type=file]')
    .setInputFiles(
      ['kiln_care_en.md', 'kiln_care_ja.md', 'Harbour rules_en.docx', 'Hafenordnung_de.docx'].map((name) =>
        join(server.clientFiles, name),
      ),
    );
  const couples = page.getByRole('table', { name: 'Which file belongs to which' });
  const row = (text: string) => couples.getByRole('row').filter({ hasText: text });
  await expect(row('kiln_care_en.md')).toContainText('kiln_care_ja.md');
  await expect(row('Harbour rules_en.docx')).toContainText('Hafenordnung_de.docx');

  // Dragged into another's place, the two change places; dragged back, they are as before.
  const drag = async (from: string, to: string): Promise<void> => {
    await page.getByText(from, { exact: true }).hover();
    await page.mouse.down();
    const box = (await page.getByText(to, { exact: true }).boundingBox())!;
    await page.mouse.move(box.x + 20, box.y + 5, { steps: 8 });
    await page.mouse.up();
    // For a moment after a drag clicks are taken as a part of it.
    await page.waitForTimeout(100);
  };
  await drag('kiln_care_ja.md', 'Hafenordnung_de.docx');
  await expect(row('kiln_care_en.md')).toContainText('Hafenordnung_de.docx');
  await drag('Hafenordnung_de.docx', 'kiln_care_ja.md');
  await expect(row('kiln_care_en.md')).toContainText('kiln_care_ja.md');
  await page.getByRole('button', { name: 'Exchange source and translation: kiln_care_en.md' }).click();
  await expect(page.getByRole('button', { name: 'Exchange source and translation: kiln_care_ja.md' })).toBeVisible();
  await page.getByRole('radio', { name: 'paragraphs' }).check();
  await page.getByRole('radio', { name: 'as before the changes' }).check();
  await page.getByRole('button', { name: 'Pair 2 pairs of files' }).click();
  const list = page.getByRole('table', { name: 'Files that are being paired' });
  // The demo has the first couple already, cut into sentences: 13 and 13; as paragraphs it has fewer.
  const kilns = list.getByRole('row').filter({ hasText: 'kiln_care_ja.md · kiln_care_en.md' });
  await expect(kilns).toHaveCount(2);
  await expect(kilns.filter({ hasText: '11 · 11' })).toContainText('paired');
  await expect(list.getByRole('row', { name: /Harbour rules_en\.docx.*\d+ · \d+.*paired/ })).toBeVisible();

  await page.getByRole('button', { name: 'Hand over' }).click();
  await page.getByRole('radio', { name: /^TMX/ }).check();
  const fetched = page.waitForEvent('download');
  await page.getByRole('button', { name: /^Write a file of/ }).click();
  expect((await fetched).suggestedFilename()).toMatch(/\.tmx$/);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Write \d+ units to …/ }).click();
  await page.getByRole('textbox', { name: 'Name of the memory' }).fill('All pairs');
  await page.getByRole('button', { name: /^Write \d+ units$/ }).click();
  await expect(page.getByRole('alert')).toContainText('written to “All pairs”.');
});

test('a section in another place of the translation is shown as one', async ({ page, server }) => {
  const names = ['Ellbridge', 'Marsh End', 'Tarn Mill', 'Oakwharf', 'Sedge Pool', 'Ferry Lane', 'Stone Weir'];
  const part = (k: number): [string, string][] => [
    [`Part ${k}: locks of the ${k * 11} mile reach`, `Teil ${k}: Schleusen der Haltung ${k * 11}`],
    ...names.map((name, i): [string, string] => [
      `The lock ${name} ${k}${i} opens at ${k + 5}.${10 + i} and closes at ${k + 14}.${30 + i}.`,
      `Die Schleuse ${name} ${k}${i} öffnet um ${k + 5}.${10 + i} Uhr und schließt um ${k + 14}.${30 + i} Uhr.`,
    ]),
  ];
  const text = (order: readonly number[], side: 0 | 1): Buffer =>
    Buffer.from(order.flatMap((k) => part(k).map((pair) => pair[side])).join('\n'));
  await open(page, server, '/align', 1);
  await page.locator('input[type=file]').setInputFiles([
    { name: 'locks_en.txt', mimeType: 'text/plain', buffer: text([1, 2, 3, 4], 0) },
    { name: 'schleusen_de.txt', mimeType: 'text/plain', buffer: text([4, 1, 2, 3], 1) },
  ]);
  await page.getByRole('button', { name: 'Pair them' }).click();
  await expect(page.getByRole('button', { name: '1 moved section' })).toBeVisible();
  await page.getByRole('button', { name: '1 moved section' }).click();
  await expect(page.getByText('A section of 8 pairs that stands elsewhere in the translation')).toBeVisible();
  await expect(page.getByText('stands there as segments 1 to 8')).toBeVisible();
});
