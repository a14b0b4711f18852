/** Two documents become a memory: paired, repaired, pinned, paired again, written, found, taken back. */
import { join } from 'node:path';
import { expect, open, test } from './application.js';

test('two Word documents are paired, a slip is repaired, and the pairs become a memory that can be taken back', async ({
  page,
  server,
}) => {
  await server.fillWithDemo();
  await open(page, server, '/align', 1);
  await page
    .locator('input[type=file]')
    .setInputFiles(['Harbour rules_en.docx', 'Hafenordnung_de.docx'].map((name) => join(server.clientFiles, name)));
  await page.getByRole('button', { name: 'Pair them' }).click();
  await expect(
    page.getByRole('heading', { level: 1, name: 'Harbour rules_en.docx and Hafenordnung_de.docx' }),
  ).toBeVisible();
  const tally = page.getByRole('group', { name: 'Where each segment went' });
  await expect(tally).toHaveText(/29 and 26 segments = 25 1–1 \+ 1 2–1 \+ 2 without counterpart/);
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
  await expect(tally).toHaveText(/25 1–1 \+ 1 2–1 \+ 2 without counterpart/);

  // What is pinned stays when the rest is paired again.
  await page.locator('main').press('w');
  await page.getByRole('button', { name: 'Pair again between the pins' }).click();
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
  await page.getByRole('button', { name: 'pinned', exact: true }).click();
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
  await server.fillWithDemo();
  await open(page, server, '/align', 1);
  await page
    .locator('input[type=file]')
    .setInputFiles(['kiln photo.csv', 'wartung_pt.html'].map((name) => join(server.clientFiles, name)));
  await page.getByRole('button', { name: 'Pair them' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('a PNG picture');
  await page
    .getByRole('button', { name: /Take off the desk: (kiln photo|wartung_pt)/ })
    .first()
    .click();
  await page.getByRole('link', { name: /Hafenordnung_de\.docx/ }).click();
  await page.getByText('Wait at the waiting berth').click();
  await page.locator('main').press('x');
  await expect(page.getByRole('group', { name: 'Where each segment went' })).toContainText('4 without counterpart');
  await page.getByRole('link', { name: 'Ledger' }).click();
  await page.getByRole('link', { name: 'Align' }).click();
  await page.getByRole('link', { name: /Hafenordnung_de\.docx/ }).click();
  await expect(page.getByRole('group', { name: 'Where each segment went' })).toContainText('4 without counterpart');
});
