/** What happens to the page when the server dies, and to a large file. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, open, test } from './application.js';

test('the server is killed and started again: the page goes on, nothing is half written', async ({ page, server }) => {
  await open(page, server, '/holdings', 1);
  await expect(page.getByRole('link', { name: 'Brennick terminology' })).toBeVisible();
  // The other pages come when the first one is at leisure.
  await page.waitForTimeout(1500);
  await server.kill();
  await page.getByRole('link', { name: 'Ledger' }).click();
  await server.start();
  await expect(page.getByRole('row', { name: /Took in Brennick_Terminologie/ })).toBeVisible({ timeout: 120_000 });
  await page.getByRole('link', { name: 'Holdings', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Brennick terminology' })).toBeVisible();
});

test('what could not be fetched is never said to be nothing', async ({ page, server }) => {
  await open(page, server, '/guide', 1);
  let broken = true;
  await page.route(/\/api\/(termbases|memories|intake|alignments|ledger|merges|inspections|rehearsals)/, (route) =>
    broken
      ? route.fulfill({ status: 500, contentType: 'application/json', body: '{"message":"The disk cannot be read."}' })
      : route.fallback(),
  );
  for (const path of ['/holdings', '/intake', '/align', '/merge', '/inspect', '/rehearse', '/ledger']) {
    broken = true;
    await page.goto(server.address + path);
    await expect(page.getByText('The disk cannot be read.').first()).toBeVisible();
    await expect(page.getByText(/No resources|Nothing/)).toHaveCount(0);
    broken = false;
    await page.getByRole('button', { name: 'Try again' }).first().click();
    await expect(page.getByText('The disk cannot be read.')).toHaveCount(0);
    await expect(
      page
        .locator('main')
        .getByText(/Brennick|wartung|Choose a file/)
        .first(),
    ).toBeVisible();
  }
});

test('a file of 200,000 rows: the page stays alive, jumps to the end, and can be stopped', async ({ page, server }) => {
  test.setTimeout(600_000);
  const path = join(server.dataDir, 'huge.csv');
  writeFileSync(
    path,
    'Deutsch;English\n' + Array.from({ length: 200_000 }, (_, i) => `Pegel ${i};gauge ${i}`).join('\n') + '\n',
  );
  await open(page, server, '/intake', 1);
  await page.evaluate(() => {
    const state = window as unknown as { longest: number };
    state.longest = 0;
    let last = performance.now();
    const tick = (): void => {
      const time = performance.now();
      state.longest = Math.max(state.longest, time - last);
      last = time;
      setTimeout(tick, 10);
    };
    tick();
  });
  await page.locator('input[type=file]').setInputFiles(path);
  await expect(page.getByRole('table').getByText('Pegel 3', { exact: true })).toBeVisible({ timeout: 120_000 });
  await page.locator('[data-virtuoso-scroller]').evaluate((element) => element.scrollTo(0, element.scrollHeight));
  await expect(page.getByRole('table').getByText('Pegel 199999', { exact: true })).toBeVisible({ timeout: 120_000 });
  await expect(page.getByRole('group', { name: 'Where each row goes' })).toContainText(
    '200,001 rows = 200,000 entries',
    { timeout: 240_000 },
  );
  // Frozen would be seconds; the machine is shared, so only that is refused.
  expect(await page.evaluate(() => (window as unknown as { longest: number }).longest)).toBeLessThan(8000);

  await page.getByRole('button', { name: /Write 200,000 entries/ }).click();
  await page.getByRole('button', { name: 'Write', exact: true }).click();
  await page.getByRole('button', { name: /Running work: 1/ }).click();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText('stopped', { exact: true })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Holdings', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Brennick terminology' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'huge' })).toBeHidden();
});
