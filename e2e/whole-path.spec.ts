/** From a client's file to the hand-over, in the browser. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, open, test } from './application.js';

const dropFile = (page: Page, path: string): Promise<void> => page.locator('input[type=file]').setInputFiles(path);

test('by mouse: a German–Portuguese tab file without a header becomes a TMX and a TBX, every row accounted for', async ({
  page,
  emptyServer: server,
}) => {
  await server.makeClientFiles();
  await open(page, server, '/');
  await expect(page.getByText('No resources yet.')).toBeVisible();
  await page.getByRole('link', { name: 'Go to Intake' }).click();
  await page.getByRole('button', { name: 'New client …' }).click();
  await page.getByLabel('Name of the client').fill('Brennick Waterways');
  await page.getByRole('button', { name: 'Create' }).click();
  await dropFile(page, join(server.clientFiles, 'glossar_de-pt.txt'));

  // The reading: separator, encoding, no header, both languages.
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/separated by tabs, windows-1252, no header/);
  await expect(page.getByRole('button', { name: /Column A: Terms in German/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /Column B: Terms in Portuguese/ })).toBeVisible();
  await expect(page.getByRole('table').getByText('eclusa', { exact: true })).toBeVisible();

  // The tally, and the held-back rows behind its number.
  const tally = page.getByRole('group', { name: 'Where each row goes' });
  await expect(tally).toHaveText('53 rows = 49 entries + 2 joined + 2 held back + 0 not data');
  await tally.getByRole('button', { name: '2 held back' }).click();
  await expect(page.getByText('What is “Schleusenbetriebszeiten” in Portuguese?')).toBeVisible();
  await page.getByText('Schleusenbetriebszeiten', { exact: true }).click();
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: /Correct this cell/ }).fill('horário de funcionamento da eclusa');
  await page.keyboard.press('Enter');
  await expect(tally).toHaveText('53 rows = 50 entries + 2 joined + 1 held back + 0 not data');

  // The role of a column, changed in place and back.
  await page.getByRole('button', { name: /Column B: Terms in Portuguese/ }).click();
  await page.getByRole('combobox', { name: 'Language' }).fill('pt-BR');
  await page.getByRole('option', { name: 'Portuguese (Brazil) (pt-BR)' }).click();
  await expect(page.getByRole('button', { name: /Column B: Terms in Portuguese \(Brazil\)/ })).toBeVisible();

  // Writing.
  await page.getByRole('button', { name: 'Write 50 entries to a new termbase' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Canal');
  await page.getByRole('button', { name: 'Write', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('Written: 50 entries and 2 joined to “Canal”.');
  await page.getByRole('alert').getByRole('button', { name: 'Open the termbase' }).click();

  // Look-up by any part, without accents.
  await page.getByRole('button', { name: 'any part' }).click();
  await page.getByRole('textbox', { name: 'Look up' }).fill('brucke');
  await expect(page.getByText('4 terms', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: /Klappbrücke/ }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'Klappbrücke' })).toBeVisible();
  await expect(page.getByText('glossar_de-pt.txt, row')).toBeVisible();

  // Editing in place, and undo from the ledger.
  await page.getByRole('button', { name: 'Change “ponte basculante”' }).click();
  await page.getByRole('textbox', { name: 'Change “ponte basculante”' }).fill('ponte de báscula');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Change “ponte de báscula”' })).toBeVisible();
  await page.getByRole('button', { name: 'Add a term: German' }).click();
  await page.getByRole('textbox', { name: 'New term in German' }).fill('Zugbrücke.');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('button', { name: 'Change “Zugbrücke.”' })).toBeVisible();

  // Inspect: put right, and stet.
  await page.getByRole('link', { name: 'Inspect', exact: true }).last().click();
  await page.getByRole('button', { name: 'Inspect now' }).click();
  await expect(page.getByText('The term ends with “.”.')).toBeVisible();
  await page.getByRole('button', { name: 'Put right to “Zugbrücke”' }).click();
  await expect(page.getByText('The term ends with “.”.')).toBeHidden();
  const findings = page.getByRole('table', { name: 'All findings' });
  // Two concepts that are one matter.
  await expect(findings.getByRole('row')).toHaveCount(1);
  await expect(findings.getByRole('list', { name: 'Also in' }).getByRole('listitem')).toHaveCount(1);
  await findings.getByRole('button', { name: 'Stet' }).first().click();
  await page.getByLabel('Why may it stand?').fill('two words for one path');
  await page.getByRole('button', { name: 'Let it stand' }).click();
  await expect(page.getByText('Nothing is open.')).toBeVisible();

  // Hand over.
  await page.getByRole('link', { name: 'Canal' }).click();
  for (const [format, pattern] of [
    ['TMX 1.4b', /<tmx version="1.4">/],
    ['TBX (ISO 30042:2019)', /<tbx style="dca" type="TBX-Basic"/],
  ] as const) {
    await page.getByRole('button', { name: 'Hand over' }).click();
    await page.getByRole('radio', { name: format }).check();
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Write the file' }).click();
    const text = readFileSync(await (await download).path(), 'utf8');
    expect(text).toMatch(pattern);
    expect(text.match(/<(tu|conceptEntry) /g)).toHaveLength(50);
    expect(text).toContain('ponte de báscula');
    await page.getByRole('button', { name: 'Close' }).last().click();
  }

  // The ledger has all of it, and the writing cannot be undone under what came later.
  await page.getByRole('link', { name: 'Ledger' }).click();
  await page.getByRole('button', { name: /^Undo: Took in glossar_de-pt.txt/ }).click();
  await expect(page.getByRole('alert')).toContainText('came later and touches the same entries');
  await page.getByRole('button', { name: /^Undo: Let stand/ }).click();
  await expect(page.getByRole('alert')).toContainText('Undone: Let stand');
});

test('by keyboard: questions are answered one after the other, the entries written, a term found and changed', async ({
  page,
  server,
}) => {
  await open(page, server, '/intake', 1);
  await page.getByRole('link', { name: /glossar_de-pt.txt/ }).focus();
  await page.keyboard.press('Enter');
  const tally = page.getByRole('group', { name: 'Where each row goes' });
  await expect(tally).toContainText('2 held back');
  await page.locator('main').press(']');
  await expect(page.getByText('What is “Schleusenbetriebszeiten” in Portuguese?')).toBeVisible();
  await page.keyboard.press('x');
  await expect(tally).toContainText('1 held back + 1 not data');
  await page.keyboard.press('u');
  await expect(tally).toContainText('2 held back + 0 not data');
  await page.keyboard.press('a');
  await expect(tally).toContainText('50 entries');

  await page.getByRole('button', { name: /Write 50 entries/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Name' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Written: 50 entries');

  await page.keyboard.press('Control+k');
  await page.keyboard.type('schleusenk');
  await expect(page.getByRole('option').first()).toContainText('Schleusenkammer');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 2, name: 'Schleusenkammer' })).toBeVisible();
  await expect(page.locator('aside button[aria-current=true]')).toContainText('Schleusenkammer');
  await page.keyboard.press('j');
  await expect(page.getByRole('heading', { level: 2, name: 'Schleusenkammer' })).toBeHidden();
  await page.keyboard.press('k');
  await expect(page.getByRole('heading', { level: 2, name: 'Schleusenkammer' })).toBeVisible();
  await page.keyboard.press('Enter');
  await page.keyboard.type(' (neu)');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 2, name: 'Schleusenkammer (neu)' })).toBeVisible();
  await page.keyboard.press('u');
  await expect(page.getByRole('heading', { level: 2, name: 'Schleusenkammer', exact: true })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('heading', { name: 'Keys on this page' })).toBeVisible();
  await page.keyboard.press('Escape');
});

test('a contradiction between header and text is shown, and settled by one click', async ({ page, server }) => {
  await open(page, server, '/intake', 1);
  await page.getByRole('link', { name: /towpath signs/ }).click();
  await expect(page.getByText(/columns A and B say French and English, but the texts read the other/)).toBeVisible();
  // Both columns say the contrary of their headers: one click puts both right.
  await page.getByRole('button', { name: 'Exchange French and English' }).click();
  await expect(page.getByText(/the texts read the other way round/)).toHaveCount(0);
  await expect(page.getByRole('button', { name: /Column A: Terms in English/ })).toBeVisible();
});

test('a picture by the name of .csv says what it is and what to do', async ({ page, server }) => {
  await open(page, server, '/intake', 2);
  await page.getByRole('link', { name: /kiln photo/ }).click();
  await expect(page.getByText('This is a PNG picture, not a table or text.')).toBeVisible();
});

test('the query list is a spreadsheet with the held-back rows', async ({ page, server }) => {
  await open(page, server, '/intake', 1);
  await page.getByRole('link', { name: /› Terminologie/ }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Query list' }).click();
  expect((await download).suggestedFilename()).toBe('Brennick_Terminologie_2026 - questions.xlsx');
});
