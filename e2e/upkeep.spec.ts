/** When things go wrong, or go for good: damaged files, two windows, backup, undo cleared, a client deleted, logging out. */
import { readdirSync, statSync, truncateSync } from 'node:fs';
import { join } from 'node:path';
import { expect, open, test } from './application.js';

test('a damaged memory is named on Holdings; what can be read is taken out, and the ledger takes that back', async ({
  page,
  server,
}) => {
  await server.stop();
  const folder = join(server.dataDir, 'memories');
  const [largest] = readdirSync(folder)
    .filter((name) => name.endsWith('.db'))
    .sort((a, b) => statSync(join(folder, b)).size - statSync(join(folder, a)).size);
  truncateSync(join(folder, largest!), 0);
  await server.start();
  await open(page, server, '/holdings', 1);
  const row = page.getByRole('row', { name: /^Brennick lasting/ });
  await expect(row).toContainText('Its file is damaged (it is empty).');
  await expect(page.getByRole('link', { name: 'Harbour rules de-pt' })).toBeVisible();
  await row.getByRole('button', { name: 'Take out what can be read' }).click();
  await expect(page.getByRole('alert')).toContainText('The memory has 0 units again.');
  await expect(page.getByRole('link', { name: 'Brennick lasting' })).toBeVisible();
  await page.goto(`${server.address}/ledger`);
  await page.getByRole('button', { name: /Undo: Took what could be read out of “Brennick lasting”/ }).click();
  await page.goto(`${server.address}/holdings`);
  await expect(row).toContainText('Its file is damaged (it is empty).');
  await row.getByRole('button', { name: 'Delete it' }).click();
  await expect(page.getByRole('row', { name: /Brennick lasting/ })).toHaveCount(0);
});

test('the second of two edits is told what the first did, and decides', async ({ page, context, server }) => {
  await open(page, server, '/memories/1', 1);
  const other = await context.newPage();
  await open(other, server, '/memories/1', 1);
  const begin = async (window: typeof page): Promise<void> => {
    await window.locator('main').press('/');
    await window.keyboard.type('press start');
    await window.keyboard.press('Enter');
    await expect(window.getByText('1 unit', { exact: true })).toBeVisible();
    await window.locator('main').press('j');
    await expect(window.getByText('unit 400')).toBeVisible();
    await window.keyboard.press('Enter');
    await expect(window.getByRole('textbox', { name: /Text in English/ })).toBeFocused();
    await window.keyboard.press('End');
  };
  await begin(page);
  await begin(other);
  await other.keyboard.type(' Theirs.');
  await other.keyboard.press('Control+Enter');
  await other.keyboard.press('Escape');
  await expect(other.getByRole('table', { name: 'Units' }).getByText('Theirs.')).toBeVisible();
  await page.bringToFront();
  await page.keyboard.type(' Mine.');
  await page.keyboard.press('Control+Enter');
  const dialog = page.getByRole('dialog', { name: 'Changed meanwhile' });
  await expect(dialog).toContainText('Changed a unit of “Brennick lasting”');
  await expect(dialog).toContainText('Theirs.');
  await expect(dialog).toContainText('Mine.');
  await dialog.getByRole('button', { name: 'Put mine in its place' }).click();
  await expect(page.getByRole('table', { name: 'Units' }).getByText('Mine.')).toBeVisible();

  // A term, in the same way: what is there now is left.
  const address = `${server.address}/termbases/1?concept=1`;
  await page.goto(address);
  await other.goto(address);
  for (const window of [page, other]) {
    await window
      .getByRole('article')
      .getByRole('button', { name: /^Change “/ })
      .first()
      .click();
    await window.keyboard.press('End');
  }
  await other.keyboard.type(' one');
  await other.keyboard.press('Enter');
  await expect(other.getByRole('textbox', { name: /term/ })).toHaveCount(0);
  await page.bringToFront();
  await page.keyboard.type(' two');
  await page.keyboard.press('Enter');
  await expect(dialog).toContainText(' two');
  await dialog.getByRole('button', { name: 'Leave it as it is now' }).click();
  await expect(dialog).toHaveCount(0);
});

test('everything in one zip; undo is cleared; a client is deleted for good', async ({ page, server }) => {
  await open(page, server, '/ledger', 2);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Back up everything' }).click();
  expect((await download).suggestedFilename()).toMatch(/^Fair Copy .*\.zip$/);
  await page.getByRole('combobox', { name: 'Keep it for' }).click();
  await page.getByRole('option', { name: '30 days' }).click();
  await expect(page.getByRole('combobox', { name: 'Keep it for' })).toHaveText('30 days');
  await page.getByRole('button', { name: 'Clear now …' }).click();
  await page.getByRole('button', { name: 'Clear undo for good' }).click();
  await expect(page.getByText('Nothing is kept for undo at present.')).toBeVisible();
  await expect(page.getByRole('row', { name: /kiln_terms_ja.csv/ })).toContainText('stays: its undo was cleared');

  await page.getByRole('button', { name: /^Client in hand: Alder & Voss Kilns/ }).click();
  await page.getByRole('menuitem', { name: 'Delete this client for good …' }).click();
  const go = page.getByRole('button', { name: 'Delete for good' });
  await expect(go).toBeDisabled();
  await page.getByRole('textbox', { name: /Type the name/ }).fill('Alder & Voss Kilns');
  await go.click();
  await expect(page.getByRole('alert')).toContainText('The client is deleted');
  await page.goto(`${server.address}/holdings`);
  await expect(page.getByRole('link', { name: 'Brennick lasting' })).toBeVisible();
  await expect(page.getByText('Alder & Voss Kilns')).toHaveCount(0);
});

test('with a passphrase: in, and out again', async ({ page, emptyServer: server }) => {
  await server.stop();
  process.env.FAIR_COPY_PASSPHRASE = 'lock and weir';
  try {
    await server.start();
  } finally {
    delete process.env.FAIR_COPY_PASSPHRASE;
  }
  await page.goto(server.address);
  await page.getByLabel('Passphrase').fill('wrong');
  await page.getByRole('button', { name: 'Enter' }).click();
  await expect(page.getByRole('alert')).toHaveText('That is not the passphrase.');
  await page.getByLabel('Passphrase').fill('lock and weir');
  await page.getByRole('button', { name: 'Enter' }).click();
  await expect(page.getByRole('heading', { name: 'Holdings' })).toBeVisible();
  await page.getByRole('button', { name: 'Log out' }).click();
  await expect(page.getByLabel('Passphrase')).toBeVisible();
  await page.goto(`${server.address}/ledger`);
  await expect(page.getByLabel('Passphrase')).toBeVisible();
});
