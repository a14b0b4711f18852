/** The whole job by keyboard alone, and by what a screen reader is told. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Locator, Page } from '@playwright/test';
import { expect, open, test } from './application.js';

/** More stops of the tab key than any page has between two of its parts. */
const FAR = 150;

/** Tab after tab until what is meant has the focus. */
async function tabTo(page: Page, target: Locator, key = 'Tab'): Promise<void> {
  await target.first().waitFor();
  for (let i = 0; i < FAR; i++) {
    if (await target.first().evaluate((element) => element === document.activeElement)) return;
    await page.keyboard.press(key);
  }
  throw new Error(`${String(target)} is not reached by ${key}`);
}

async function pressOn(page: Page, target: Locator, key = 'Enter'): Promise<void> {
  await tabTo(page, target);
  await page.keyboard.press(key);
}

test('by keyboard alone: a client, a glossary, its questions, the termbase, an inspection, the hand-over, undo', async ({
  page,
  emptyServer: server,
}) => {
  test.setTimeout(180_000);
  await server.makeClientFiles();
  await open(page, server, '/holdings');
  await pressOn(page, page.getByRole('link', { name: 'Go to Intake' }));
  await pressOn(page, page.getByRole('button', { name: 'New client …' }));
  await expect(page.getByLabel('Name of the client')).toBeFocused();
  await page.keyboard.type('Brennick Waterways');
  await page.keyboard.press('Enter');

  const chooser = page.waitForEvent('filechooser');
  await pressOn(page, page.getByRole('button', { name: 'or choose them' }));
  await (await chooser).setFiles(join(server.clientFiles, 'glossar_de-pt.txt'));
  const tally = page.getByRole('group', { name: 'Where each row goes' });
  await expect(tally).toContainText('2 held back');

  // From question to question, one answered, one accepted as the program proposes.
  await page.keyboard.press(']');
  await expect(page.getByText('What is “Schleusenbetriebszeiten” in Portuguese?')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: /Correct this cell/ })).toBeFocused();
  await page.keyboard.type('horário da eclusa');
  await page.keyboard.press('Enter');
  await expect(tally).toContainText('1 held back');

  await pressOn(page, page.getByRole('button', { name: /^Write 50 entries/ }));
  await expect(page.getByRole('textbox', { name: 'Name' })).toBeFocused();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('Canal');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Written: 50 entries');
  await pressOn(page, page.getByRole('alert').getByRole('button', { name: 'Open the termbase' }));
  await expect(page.getByRole('heading', { level: 1, name: 'Canal' })).toBeVisible();

  // A term is found and changed in place.
  await page.keyboard.press('/');
  await page.keyboard.type('klappb');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 2, name: 'Klappbrücke' })).toBeVisible();
  await pressOn(page, page.getByRole('button', { name: 'Change “ponte basculante”' }));
  await page.keyboard.press('Control+a');
  await page.keyboard.type('ponte de báscula.');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Change “ponte de báscula.”' })).toBeVisible();

  // Found by the inspection, put right by a key.
  await page.keyboard.press('Control+k');
  await page.keyboard.type('Inspect a termbase');
  await expect(page.getByRole('option').first()).toHaveText('Inspect a termbase or a memory');
  await page.keyboard.press('Enter');
  await pressOn(page, page.getByRole('link', { name: /Canal/ }));
  await pressOn(page, page.getByRole('button', { name: 'Inspect now' }));
  const findings = page.getByRole('table', { name: 'All findings' });
  await expect(findings).toBeVisible();
  await pressOn(page, findings.getByRole('button', { name: 'Put right to “ponte de báscula”' }));
  await expect(page.getByText('The term ends with “.”.')).toBeHidden();

  await pressOn(page, page.getByRole('link', { name: 'Canal' }));
  await pressOn(page, page.getByRole('button', { name: 'Hand over' }));
  await tabTo(page, page.getByRole('dialog').getByRole('radio').first());
  while (!(await page.getByRole('radio', { name: 'TMX 1.4b' }).isChecked())) await page.keyboard.press('ArrowDown');
  const download = page.waitForEvent('download');
  await pressOn(page, page.getByRole('button', { name: 'Write the file' }));
  expect(readFileSync(await (await download).path(), 'utf8')).toContain('ponte de báscula<');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();

  await pressOn(page, page.getByRole('link', { name: 'Ledger' }));
  await expect(page.getByRole('heading', { level: 1, name: 'Ledger' })).toBeVisible();
  await pressOn(page, page.getByRole('button', { name: /^Undo: Put right/ }));
  await expect(page.getByRole('alert')).toContainText('Undone: Put right');
});

test('by keyboard alone: two documents are paired, gone through by doubts, and written', async ({ page, server }) => {
  test.setTimeout(120_000);
  await open(page, server, '/align', 1);
  const chooser = page.waitForEvent('filechooser');
  await pressOn(page, page.getByRole('button', { name: 'or choose them' }));
  await (
    await chooser
  ).setFiles(['Harbour rules_en.docx', 'Hafenordnung_de.docx'].map((name) => join(server.clientFiles, name)));
  await pressOn(page, page.getByRole('button', { name: 'Pair them' }));
  const tally = page.getByRole('group', { name: 'Where each segment went' });
  await expect(tally).toContainText('25 1–1');
  await page.keyboard.press('j');
  // The pair that keys went to has the focus, and says both its texts.
  await expect(page.getByRole('listitem', { name: /^Pair 2: / })).toBeFocused();
  await expect(page.getByRole('listitem', { name: /^Pair 2: / })).toHaveAttribute(
    'aria-description',
    /^These rules apply to all boats .* – Diese Ordnung /,
  );
  await page.keyboard.press('w');
  await expect(tally).not.toContainText('25 1–1 + 1 2–1');
  await page.keyboard.press('u');
  await expect(tally).toContainText('25 1–1 + 1 2–1');
  await pressOn(page, page.getByRole('button', { name: /^Write 26 units/ }));
  await tabTo(page, page.getByRole('textbox', { name: 'Name of the memory' }));
  await page.keyboard.press('Control+a');
  await page.keyboard.type('By keys');
  await pressOn(page, page.getByRole('button', { name: 'Write 26 units', exact: true }));
  await expect(page.getByRole('alert')).toContainText('26 units written to “By keys”.');
});

/** What is said of long work while it runs, whatever page is open. */
const announced = (page: Page): Locator => page.getByRole('status', { name: 'Running work' });

test('by what a screen reader is told: regions, headings, tables with names, the line in hand, what work does', async ({
  page,
  server,
}) => {
  test.setTimeout(120_000);
  await open(page, server, '/holdings', 1);
  await expect(page.getByRole('banner')).toMatchAriaSnapshot(`
    - banner:
      - link "Fair Copy"
      - 'button "Client in hand: Brennick Waterways"'
      - navigation "Fair Copy":
        - link "Holdings"
        - link "Intake"
        - link "Align"
        - link "Merge"
        - link "Inspect"
        - link "Rehearse"
        - link "Corrections"
        - link "Ledger"
      - combobox "Look up"
  `);
  const coverage = page.getByRole('table', { name: 'Terms or units in each language' });
  await expect(coverage.getByRole('columnheader').first()).toHaveText('Resource');
  await page.keyboard.press('j');
  await expect(coverage.getByRole('row', { name: /^Brennick terminology/ })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Brennick terminology' })).toBeVisible();

  // A file that comes in: its reading is announced, its rows are a table, the row in hand is told.
  await page.getByRole('navigation', { name: 'Fair Copy' }).getByRole('link', { name: 'Intake' }).press('Enter');
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'or choose them' }).press('Enter');
  await (
    await chooser
  ).setFiles({
    name: 'signs.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('English;Deutsch\nlock;Schleuse\nweir;Wehr\ntowpath;\nmooring;Anleger\n'),
  });
  await expect(announced(page)).toHaveText('Reading signs.csv: done.');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('separated by semicolons');
  const rows = page.getByRole('table', { name: 'signs.csv' });
  await expect(page.getByRole('button', { name: /Column A: Terms in English/ })).toBeVisible();
  await page.keyboard.press(']');
  await expect(rows.getByRole('row', { name: /towpath/ })).toBeFocused();
  await expect(page.getByRole('row', { name: /towpath/ })).toContainText('What is “towpath” in German?');
  await page.keyboard.press('x');
  await expect(page.getByRole('group', { name: 'Where each row goes' })).toHaveText(
    '5 rows = 3 entries + 0 joined + 0 held back + 2 not data',
  );

  // Work that fails says so as well.
  await page.getByRole('button', { name: /^Write 3 entries/ }).press('Enter');
  await page.getByRole('textbox', { name: 'Name' }).fill('Signs');
  await page.keyboard.press('Enter');
  await expect(announced(page)).toHaveText('Writing signs.csv: done.');
  await expect(page.getByRole('alert')).toContainText('Written: 3 entries');
  await page.goto(`${server.address}/memories/1`);
  await expect(page.getByRole('heading', { level: 1, name: 'Brennick lasting' })).toBeVisible();
  await expect(page.getByRole('row', { name: /Keep clear of the weir/ }).first()).toBeVisible();
  await page.keyboard.press('j');
  await expect(page.getByRole('row').and(page.locator('[aria-current=true]'))).toBeFocused();
  await page.getByRole('navigation', { name: 'Fair Copy' }).getByRole('link', { name: 'Inspect' }).press('Enter');
  await page.getByRole('link', { name: /Brennick lasting/ }).press('Enter');
  await page.getByRole('button', { name: 'Inspect again' }).press('Enter');
  await expect(announced(page)).toHaveText('Inspecting Brennick lasting: done.');
  await page.keyboard.press('j');
  await expect(page.getByRole('table', { name: 'All findings' }).locator('[aria-current=true]')).toBeFocused();
});
