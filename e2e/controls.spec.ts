/** The controls of each page, one by one: each has its effect. */
import { expect, open, test } from './application.js';

test('Intake: separator, encoding, header, cleaning steps and examples', async ({ page, server }) => {
  await open(page, server, '/intake', 2);
  await page.getByRole('link', { name: /Ofen-Glossar/ }).click();
  const heading = page.getByRole('heading', { level: 1 });
  await expect(heading).toHaveText(
    'Delimited text, separated by “ = ”, UTF-16LE, no header, each row is a concept, read as terms',
  );
  await page.getByRole('button', { name: 'Change: “ = ”' }).click();
  await page.getByRole('menuitem', { name: 'semicolons', exact: true }).click();
  await expect(heading).toContainText('separated by semicolons');
  await expect(page.getByText('Only one column was found, so there are no pairs.')).toBeVisible();
  await page.getByRole('button', { name: 'Change: semicolons' }).click();
  await page.getByRole('textbox', { name: 'Another separator' }).fill(' = ');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /Column B: Terms in English/ })).toBeVisible();
  await page.getByRole('button', { name: 'Change: UTF-16LE' }).click();
  await page.getByRole('menuitem', { name: 'windows-1252' }).click();
  await expect(heading).toContainText('windows-1252');
  await page.getByRole('button', { name: 'Change: windows-1252' }).click();
  await page.getByRole('menuitem', { name: 'UTF-16LE' }).click();
  await expect(page.getByRole('table').getByText('Segerkegel')).toBeVisible();

  await page.getByRole('button', { name: 'Change: no header' }).click();
  await page.getByRole('textbox', { name: 'Row number of the header' }).fill('2');
  await page.keyboard.press('Enter');
  await expect(heading).toContainText('row 2 is the header');
  await expect(page.getByRole('group', { name: 'Where each row goes' })).toContainText('26 entries');
});

test('Intake: a step switched off and on, hidden rows, a hidden sheet, and a file taken off the desk', async ({
  page,
  server,
}) => {
  await open(page, server, '/intake/1', 1);
  const tally = page.getByRole('group', { name: 'Where each row goes' });
  await expect(tally).toContainText('38 entries + 2 joined');
  await page.getByRole('button', { name: '2 cells' }).first().click();
  await expect(page.getByText('Pegel··')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('switch', { name: 'Duplicate rows join the first' }).click();
  await expect(tally).toContainText('40 entries + 0 joined');
  await page.getByRole('switch', { name: 'Duplicate rows join the first' }).click();
  await page.getByRole('button', { name: 'Take hidden rows' }).click();
  await expect(tally).toContainText('40 entries + 2 joined');
  await page.getByRole('button', { name: 'Take it as well' }).click();
  await page.getByRole('link', { name: /› alt/ }).click();
  await expect(tally).toContainText('1 entry');
  await page
    .getByRole('button', { name: /Take off the desk/ })
    .first()
    .click();
  await expect(page.getByRole('link', { name: /› alt/ })).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: /› alt/ })).toBeVisible();
  await expect(tally).toContainText('1 entry');
  await page
    .getByRole('button', { name: /Take off the desk/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Taken off the desk (1)' }).click();
  await page.getByRole('button', { name: /Put back: .*alt/ }).click();
  await expect(page.getByRole('link', { name: /› alt/ })).toBeVisible();
});

test('Intake: columns aligned by spaces, moved by keyboard and by dragging; records over lines', async ({
  page,
  server,
}) => {
  await open(page, server, '/intake', 1);
  const lines = [
    'German          English',
    'Schleusentor    lock gate',
    'Überlauf        spillway',
    'Pegel           water gauge',
  ];
  const records =
    'lock gate\nSchleusentor\n\nspillway\nÜberlauf\n\nwater gauge\nLattenpegel\n\nfairway\nFahrrinne\n\ndredging\nAusbaggern\n';
  await page.locator('input[type=file]').setInputFiles([
    { name: 'aligned.txt', mimeType: 'text/plain', buffer: Buffer.from(lines.join('\n')) },
    { name: 'records.txt', mimeType: 'text/plain', buffer: Buffer.from(records) },
  ]);
  await page.getByRole('link', { name: /aligned/ }).click();
  const heading = page.getByRole('heading', { level: 1 });
  await expect(heading).toContainText('Text in 2 columns aligned by spaces');
  await page.getByRole('button', { name: 'Change: 2 columns aligned by spaces' }).click();
  const handle = page.getByRole('slider', { name: 'Column 2 begins' });
  await expect(handle).toHaveAttribute('aria-valuenow', '16');
  await handle.press('ArrowLeft');
  await expect(handle).toHaveAttribute('aria-valuenow', '15');
  const box = (await handle.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + 8);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 - 60, box.y + 8, { steps: 5 });
  await page.mouse.up();
  expect(Number(await handle.getAttribute('aria-valuenow'))).toBeLessThan(12);
  await page.getByRole('button', { name: 'Another column' }).click();
  await page.getByRole('slider', { name: 'Column 3 begins' }).press('Delete');
  await expect(page.getByRole('slider')).toHaveCount(1);
  await page.getByRole('button', { name: 'Split like this' }).click();
  await expect(page.getByRole('group', { name: 'Where each row goes' })).toContainText('held back');
  await expect(page.getByText('A text crosses into the next column here.').first()).toBeVisible();

  await page.getByRole('link', { name: /records/ }).click();
  await expect(heading).toContainText('Bilingual text, records over several lines');
  await expect(page.getByRole('group', { name: 'Where each row goes' })).toContainText('5 entries');
});

test('Intake: writing to an existing termbase joins what is there, and is undone from the page', async ({
  page,
  server,
}) => {
  await open(page, server, '/intake/2', 1);
  await page.getByRole('button', { name: 'Write 3 entries to a new termbase' }).click();
  await page.getByRole('radio', { name: /Brennick terminology/ }).click();
  // The bridges are among the terms already, in the same languages.
  await expect(page.getByText('0 entries, 3 joined.')).toBeVisible();
  await page.getByRole('button', { name: 'Write', exact: true }).click();
  await expect(page.getByText(/to “Brennick terminology”\./).first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo the writing' }).click();
  await expect(page.getByText('The writing was undone').first()).toBeVisible();
});

test('Inspect by keyboard: marks, stet of all marked, put right, undo; the report', async ({ page, server }) => {
  await open(page, server, '/inspect/1', 1);
  const rows = page.getByRole('table', { name: 'All findings' }).getByRole('row');
  await expect(rows).toHaveCount(4);
  await page.keyboard.press('x');
  await page.keyboard.press('j');
  await page.keyboard.press('x');
  await page.keyboard.press('s');
  await page.getByLabel('Why may it stand?').fill('as the client writes it');
  await page.keyboard.press('Enter');
  await expect(rows).toHaveCount(2);
  // One of the two matters is in two concepts. What stands is listed with its reason, and can be called back.
  await page.getByRole('button', { name: /^Let stand/ }).click();
  await expect(page.getByText('as the client writes it')).toHaveCount(3);
  await page
    .getByRole('button', { name: /^Call back:/ })
    .first()
    .click();
  await expect(page.getByText('as the client writes it')).toHaveCount(2);
  await page.getByRole('button', { name: /^All findings/ }).click();
  await expect(rows).toHaveCount(3);
  await page.keyboard.press('u');
  await expect(rows).toHaveCount(2);
  await page.keyboard.press('u');
  await expect(rows).toHaveCount(4);
  await page.getByRole('button', { name: /Capitals out of line/ }).click();
  await expect(page.getByText('Put right to “embankment slope”')).toBeVisible();
  await page.keyboard.press('a');
  await expect(page.getByText('This check finds nothing.')).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Report' }).click();
  await page.getByRole('menuitem', { name: 'as XLSX' }).click();
  expect((await download).suggestedFilename()).toBe('Brennick terminology - inspection.xlsx');
});

test('Holdings and clients: rename, another client, a new termbase with its first concept, deleted and brought back', async ({
  page,
  server,
}) => {
  await open(page, server, '/holdings', 1);
  await page.getByRole('button', { name: /Client in hand/ }).click();
  await page.getByRole('menuitem', { name: 'Rename this client …' }).click();
  await page.getByLabel('Name of the client').fill('Brennick Canals');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('button', { name: 'Client in hand: Brennick Canals' })).toBeVisible();
  await page.getByRole('button', { name: 'New termbase …' }).click();
  await page.getByLabel('Name of the termbase').fill('Signs');
  await page.getByRole('button', { name: 'Create' }).click();
  await page.getByRole('button', { name: 'New concept' }).click();
  await page.getByRole('combobox', { name: 'Language' }).fill('fi');
  await page.keyboard.press('Enter');
  await page.getByLabel('Its first term, in Finnish').fill('sulku');
  await page.getByRole('button', { name: 'Create' }).click();
  await expect(page.getByRole('heading', { level: 2, name: 'sulku' })).toBeVisible();
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Delete the termbase …' }).click();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page).toHaveURL(/holdings/);
  await expect(page.getByRole('link', { name: 'Signs' })).toBeHidden();
  await page.getByRole('link', { name: 'Ledger' }).click();
  await page.getByRole('button', { name: 'Undo: Deleted the termbase “Signs”' }).click();
  await page.getByRole('link', { name: 'Holdings', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Signs' })).toBeVisible();
  await page.getByRole('button', { name: 'Dark theme' }).click();
  await expect(page.getByRole('button', { name: 'Light theme' })).toBeVisible();
});

test('a resource made for the wrong client moves to another, and comes back', async ({ page, server }) => {
  await open(page, server, '/holdings', 1);
  await page.getByRole('button', { name: /Client in hand/ }).click();
  await page.getByRole('menuitem', { name: 'New client …' }).click();
  await page.getByLabel('Name of the client').fill('Harbour Office');
  await page.getByRole('button', { name: 'Create' }).click();
  await page.goto(`${server.address}/termbases/1`);
  // Its first entry is shown beside the list.
  await expect(page.getByRole('heading', { level: 2 }).first()).toBeVisible();
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Move to another client …' }).click();
  await page.getByRole('combobox', { name: 'Client', exact: true }).click();
  await page.getByRole('option', { name: 'Harbour Office' }).click();
  await page.getByRole('button', { name: 'Move', exact: true }).click();
  await expect(page.getByText(/now belongs to Harbour Office/)).toBeVisible();
  await expect(page.getByText(/^Harbour Office · /)).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText(/^Harbour Office · /)).toBeHidden();
});

test('the guide opens from the help and is searched', async ({ page, server }) => {
  await open(page, server, '/holdings', 1);
  await page.keyboard.press('?');
  await page.getByRole('link', { name: 'Open the guide' }).click();
  await page.getByRole('searchbox', { name: 'Find in the guide' }).fill('query list');
  await expect(page.getByRole('status').filter({ hasText: /passage/ })).toBeVisible();
  await expect(page.getByRole('heading', { level: 2, name: 'Take in a glossary' })).toBeVisible();
  await page.getByRole('searchbox', { name: 'Find in the guide' }).fill('xyzzy');
  await expect(page.getByText('The guide does not mention “xyzzy”.')).toBeVisible();
});

test('a text is tried: how each form was found, a wrong one taken away, a missed one added', async ({
  page,
  server,
}) => {
  await open(page, server, '/termbases/1/text', 1);
  await page.getByRole('combobox', { name: 'Language of the text' }).click();
  await page
    .getByRole('option', { name: /German/ })
    .first()
    .click();
  await page.getByRole('textbox', { name: 'Text' }).fill('Die Schleusentore sind zu. Das Ding fehlt.');
  await expect(page.getByText('plural', { exact: true }).first()).toBeVisible();
  await page.getByRole('button', { name: /“Schleusentore” is not the term “Schleusentor”/ }).click();
  await expect(page.getByText(/no longer found/)).toBeVisible();
  await expect(page.getByRole('button', { name: /“Schleusentore” is not the term “Schleusentor”/ })).toBeHidden();
  await page.getByRole('button', { name: 'A form was missed …' }).click();
  await page.getByRole('textbox', { name: 'Form in the text' }).fill('Ding');
  await page.getByRole('combobox', { name: 'is a form of the term' }).fill('Schleusentor');
  await page.getByRole('option', { name: 'Schleusentor', exact: true }).first().click();
  await page.getByRole('button', { name: 'Record the form' }).click();
  await expect(page.getByText('a form recorded with the term')).toBeVisible();
});

test('resources are listed once both kinds are known, so that the line in hand stays the same', async ({
  page,
  server,
}) => {
  await page.route('**/api/holdings*', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 800));
    await route.continue();
  });
  await open(page, server, '/holdings', 1);
  const table = page.getByRole('table', { name: 'Terms or units in each language' });
  await table.waitFor();
  // What is seen first is the whole list.
  expect(await table.getByRole('row').nth(1).textContent()).toContain('Brennick structures');
  await page.goto(`${server.address}/inspect`);
  await page.getByRole('heading', { level: 1, name: 'What shall be inspected?' }).waitFor();
  expect(await page.getByRole('link', { name: /Brennick structures/ }).count()).toBe(1);
});
