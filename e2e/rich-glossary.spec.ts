/** A client's folder with a sheet and its pictures becomes a termbase that is kept: filtered, changed, tried, handed over. */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import { expect, open, test } from './application.js';

test('by mouse: a zip with pictures, a status turned, many concepts changed at once, a way back, TBX with pictures', async ({
  page,
  emptyServer: server,
}) => {
  await server.makeClientFiles();
  await fetch(`${server.address}/api/clients`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Brennick Waterways' }),
  });
  await open(page, server, '/intake', 1);
  await page.locator('input[type=file]').setInputFiles(join(server.clientFiles, 'Brennick_Bauwerke.zip'));
  await page.getByRole('link', { name: /Bauwerke.xlsx/ }).click();
  await expect(page.getByText('10 pictures beside the files')).toBeVisible();
  await expect(page.getByText(/Pictures: 9 found, 1 missing, 1 not named/)).toBeVisible();
  await expect(page.getByRole('button', { name: /rows with the same id are one concept/ })).toBeVisible();
  await expect(page.getByText('19 rows')).toBeVisible();
  await page.getByRole('button', { name: /Column M/ }).click();
  await expect(page.getByLabel('Field', { exact: true })).toHaveValue('Prüfer');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /Write 16 entries/ }).click();
  await page.getByRole('button', { name: 'Write', exact: true }).click();
  await page.getByRole('link', { name: 'Open the termbase' }).click();

  await page.getByRole('button', { name: /^Kammerschleuse/ }).click();
  await expect(page.getByRole('img', { name: 'Picture: kammerschleuse.png' })).toBeVisible();
  await page.getByRole('button', { name: /Usage status of “Kesselschleuse”: deprecated/ }).click();
  await page.getByRole('menuitem', { name: 'superseded' }).click();
  await expect(page.getByRole('button', { name: /Usage status of “Kesselschleuse”: superseded/ })).toBeVisible();
  await page.getByRole('button', { name: 'Return to before this' }).first().click();
  await expect(page.getByRole('button', { name: /Usage status of “Kesselschleuse”: deprecated/ })).toBeVisible();

  // A reference leads to its concept.
  await page.getByRole('button', { name: /^Stemmtor/ }).click();
  await page.getByRole('button', { name: 'Go to “Drempel”' }).click();
  await expect(page.getByRole('heading', { name: 'Drempel' })).toBeVisible();

  // The list narrowed to a subject, all of it changed at once, and undone.
  await page.getByRole('button', { name: 'Filter', exact: true }).click();
  await page.getByRole('combobox', { name: 'Subject' }).click();
  await page.getByRole('option', { name: /Brücken/ }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByText('4 terms').first()).toBeVisible();
  await page.getByRole('button', { name: /Change all 4 terms/ }).click();
  await page.getByRole('combobox', { name: 'Field' }).click();
  await page.getByRole('option', { name: 'Client', exact: true }).click();
  await page.getByLabel('Value').fill('Bridge office');
  await expect(page.getByText('3 of 3 concepts will change.')).toBeVisible();
  await page.getByRole('button', { name: 'Change 3 concepts' }).click();
  await expect(page.getByText('3 concepts changed.')).toBeVisible();
  await page.getByRole('button', { name: /^Drehbrücke/ }).click();
  await expect(page.getByText('Bridge office', { exact: true })).toBeVisible();
  await page.locator('main').press('u');
  await expect(page.getByText('Bridge office', { exact: true })).toBeHidden();

  await page.getByRole('link', { name: 'Try a text' }).click();
  await page.getByRole('textbox', { name: 'Text' }).fill('Die Drehbrücken und das Streichwehr.');
  await expect(page.getByText('2 terms in 2 places')).toBeVisible();
  await page.getByRole('link', { name: 'Back to the termbase' }).click();

  await page.getByRole('button', { name: 'Hand over' }).click();
  await page.getByRole('radio', { name: /with its pictures/ }).check();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Write the file' }).click();
  const files = unzipSync(new Uint8Array(readFileSync(await (await download).path())));
  expect(Object.keys(files).filter((name) => name.startsWith('pictures/'))).toHaveLength(9);
  expect(Buffer.from(Object.entries(files).find(([name]) => name.endsWith('.tbx'))![1]).toString()).toContain('BW-16');
});

test('by keyboard: terms are marked and merged, a concept is split, and both are taken back', async ({
  page,
  server,
}) => {
  await open(page, server, '/termbases/1?language=de', 1);
  const list = page.getByRole('complementary', { name: 'Terms' });
  await list.getByRole('button', { name: /^Baggergut/ }).waitFor();
  // Keys that are quicker than the machine.
  const chromium = await page.context().newCDPSession(page);
  await chromium.send('Emulation.setCPUThrottlingRate', { rate: 6 });
  await list.getByRole('button', { name: /^Baggergut/ }).click();
  await page.locator('main').press('x');
  await page.locator('main').press('j');
  await page.locator('main').press('x');
  await expect(page.getByText('2 marked')).toBeVisible();
  await chromium.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  await page.getByRole('button', { name: 'Change the marked …' }).press('Enter');
  await page.getByRole('combobox', { name: 'What to do' }).press('Enter');
  await page.getByRole('option', { name: 'Merge into one concept' }).press('Enter');
  await expect(page.getByText('2 of 2 concepts will change.')).toBeVisible();
  await page.getByRole('button', { name: 'Change 2 concepts' }).press('Enter');
  await expect(page.getByText('2 concepts changed.')).toBeVisible();
  await list.getByRole('button', { name: /^Baggergut/ }).click();
  await expect(page.getByRole('button', { name: 'Change “Böschung”' })).toBeVisible();
  await page.getByRole('button', { name: 'Split …' }).press('Enter');
  await page.getByRole('checkbox', { name: 'Split off “Böschung”' }).press('Space');
  await page.getByRole('button', { name: 'Split off 1 term' }).press('Enter');
  await expect(page.getByText('Split in two.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Change “Böschung”' })).toBeHidden();
  await page.locator('main').press('u');
  await expect(page.getByRole('button', { name: 'Change “Böschung”' })).toBeVisible();
  await page.locator('main').press('u');
  await expect(page.getByRole('button', { name: 'Change “Baggergut”' })).toBeHidden();
});

test('a Word list is cut by its pattern; a row with exchanged languages is turned', async ({ page, server }) => {
  await open(page, server, '/intake', 2);
  await page.getByRole('link', { name: /Ofenteile.docx/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(
    'Word-processor document, read from its paragraphs',
  );
  await expect(page.getByText('Definition', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: /Change: “–”/ }).click();
  await page.getByLabel(/Then, before a definition/).fill('');
  await page.getByRole('button', { name: 'Split like this', exact: true }).first().click();
  await expect(page.getByText(/^kiln: part no/)).toBeVisible();

  await page.getByRole('button', { name: /Client in hand/ }).click();
  await page.getByRole('menuitem', { name: 'Brennick Waterways' }).click();
  await page.getByRole('link', { name: /Altbestand/ }).click();
  await expect(page.getByText('Are German and English exchanged in this row?')).toBeVisible();
  await page.getByRole('button', { name: 'Exchange the two' }).click();
  await expect(page.getByText('Exchanged by you.')).toBeVisible();
});

test('what a termbase records is changed, and Inspect asks for it', async ({ page, server }) => {
  await open(page, server, '/termbases/4/fields', 1);
  await page.getByRole('checkbox', { name: 'Required: Source' }).check();
  await page.getByRole('button', { name: 'Save the fields' }).click();
  await expect(page.getByText('The fields are saved.')).toBeVisible();
  await page.goto(`${server.address}/inspect/4`);
  await page.getByRole('button', { name: 'Inspect again' }).click();
  await expect(page.getByRole('button', { name: /Missing required field/ })).toBeVisible();
});

test('the list of 300,000 entries of a real word list is taken in through the page, every row accounted for', async ({
  page,
  emptyServer: server,
}) => {
  test.setTimeout(900_000);
  const text = readFileSync('/usr/share/trans/de-en', 'utf8');
  const path = join(server.dataDir, 'words.txt');
  writeFileSync(path, text);
  await fetch(`${server.address}/api/clients`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Alder & Voss Kilns' }),
  });
  await open(page, server, '/intake', 1);
  await page.locator('input[type=file]').setInputFiles(path);
  // The tally of the page against the groups of the file, counted by hand.
  let rows = 0;
  for (const line of text.replace(/\n$/, '').split('\n'))
    rows += line.includes(' :: ') ? Math.max(...line.split(' :: ').map((side) => side.split(' | ').length)) : 1;
  await expect(page.getByText(`${rows.toLocaleString('en')} rows`)).toBeVisible({ timeout: 800_000 });
  const tally = (await (await fetch(`${server.address}/api/intake/files/1`)).json()) as {
    outcome: { tally: { rows: number; entries: number; joined: number; heldBack: number; notData: number } };
  };
  const { tally: t } = tally.outcome;
  expect(t.entries + t.joined + t.heldBack + t.notData).toBe(rows);
  expect(t.entries).toBeGreaterThan(250_000);
  const entries = t.entries.toLocaleString('en');
  await page.getByRole('button', { name: `Write ${entries} entries to a new termbase` }).click();
  await page.getByRole('button', { name: 'Write', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText(`Written: ${entries} entries`, { timeout: 400_000 });
});
