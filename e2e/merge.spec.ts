/** Three memories become one: planned in sentences, counted, decided by key, written, taken back. */
import { expect, open, test } from './application.js';

test('three memories become one that lives on, conflicts decided by key, the job’s goes away, one undo brings all back', async ({
  page,
  server,
}) => {
  await open(page, server, '/merge', 1);
  for (const name of ['Brennick lasting', 'Spring notices 2026', 'Marsh End Canal Company'])
    await page.getByRole('button', { name: `Add “${name}”` }).click();
  await expect(page.getByRole('button', { name: /^their English text is equal/ })).toBeVisible();
  const tally = page.getByRole('group', { name: 'Where each unit goes' });
  await expect(tally).toHaveText(
    /^458 units = 4\d\d written \+ \d+ said the same \+ \d+ gave way \+ 0 waiting \+ 0 left out$/,
  );
  const sum = async (): Promise<number> =>
    ((await tally.textContent())!.split('=')[1]?.match(/\d+/g) ?? []).reduce((all, n) => all + Number(n), 0);
  await expect.poll(sum).toBe(458);

  // A number opens its units.
  await page.getByRole('button', { name: /units? of “Marsh End Canal Company”: said the same/ }).click();
  await expect(page.getByRole('region', { name: 'Marsh End Canal Company: said the same' })).toBeVisible();
  await page.getByRole('button', { name: 'Back to the conflicts' }).click();

  // The plan is changed in its sentences, and counted anew.
  await page.getByRole('button', { name: /^the newest/ }).click();
  await page.getByRole('radio', { name: 'none until I decide' }).check();
  await page.keyboard.press('Escape');
  await expect(tally).not.toContainText('+ 0 waiting');
  await expect.poll(sum).toBe(458);
  const blocks = page.getByRole('group', { name: /^Conflict/ });
  const count = await blocks.count();
  expect(count).toBeGreaterThan(3);
  for (let i = 0; i < count; i++) {
    await page.locator('main').press(i === 1 ? 'a' : '1');
    await page.locator('main').press('j');
  }
  await expect(tally).toContainText('+ 0 waiting');
  await expect(page.getByRole('button', { name: 'not decided (0)' })).toBeVisible();
  await expect(blocks.first()).toContainText('stays: you decided');

  // Written into the lasting one; the job's memory goes away. Left and come back to, the plan is as it was.
  await page.getByRole('radio', { name: '“Brennick lasting”, which lives on with it' }).check();
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Spring notices 2026' })
    .getByRole('checkbox', { name: 'delete it afterwards' })
    .check();
  await page.getByRole('link', { name: 'Holdings' }).click();
  await page.getByRole('link', { name: 'Merge' }).click();
  await page.getByRole('button', { name: /^Write 4\d\d units to “Brennick lasting”/ }).click();
  await expect(page.getByRole('alert')).toContainText('units written to “Brennick lasting”.');
  await page.getByRole('link', { name: 'Holdings' }).click();
  await expect(page.getByRole('link', { name: 'Marsh End Canal Company' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Spring notices 2026' })).toHaveCount(0);
  await page.getByRole('link', { name: 'Ledger' }).click();
  await page
    .getByRole('button', { name: /^Undo: Merged 3 memories to “Brennick lasting”.* and deleted 1 of them/ })
    .click();
  await expect(page.getByRole('alert')).toContainText('Undone: Merged 3 memories');
  await page.getByRole('link', { name: 'Holdings' }).click();
  await expect(page.getByRole('row', { name: /^Spring notices 2026.*39/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /^Brennick lasting.*403/ })).toBeVisible();
});
