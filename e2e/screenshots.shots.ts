/** The pictures of the README, from the demo data. */
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, open, planMerge, test } from './application.js';

const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));

test('one picture of each main view', async ({ page, server }) => {
  test.setTimeout(300_000);
  await open(page, server, '/holdings', 1);
  const shot = async (name: string): Promise<void> => {
    await page.evaluate(() => document.fonts.ready);
    await page.waitForTimeout(500);
    await page.screenshot({ path: `${folder}${name}.png` });
  };
  /** The client that the next page shows. */
  const inHand = (clientId: number): Promise<void> =>
    page.evaluate((id) => {
      const desk = JSON.parse(localStorage.getItem('fair-copy-desk')!) as { state: object };
      localStorage.setItem('fair-copy-desk', JSON.stringify({ ...desk, state: { ...desk.state, clientId: id } }));
    }, clientId);
  await expect(page.getByRole('link', { name: 'Brennick terminology' })).toBeVisible();
  await shot('holdings');
  await page.goto(`${server.address}/intake/1`);
  await expect(page.getByText('Schleusentor', { exact: true })).toBeVisible();
  await page.locator('main').press(']');
  await shot('intake');
  await page.goto(`${server.address}/intake/10`);
  await expect(page.getByText('Klappenwehr', { exact: true }).first()).toBeVisible();
  await page.goto(`${server.address}/intake/11`);
  await expect(page.getByText('Are German and English exchanged in this row?')).toBeVisible();
  await shot('intake-troubles');
  await page.goto(`${server.address}/termbases/4?language=de`);
  await page.getByRole('button', { name: /^Kammerschleuse/ }).click();
  await expect(page.getByRole('img', { name: /kammerschleuse.png/ })).toBeVisible();
  await shot('concept');
  await page.goto(`${server.address}/termbases/4/fields`);
  await expect(page.getByText('Prüfer')).toBeVisible();
  await shot('fields');
  await page.goto(`${server.address}/termbases/4/text`);
  await page
    .getByRole('textbox', { name: 'Text' })
    .fill(
      'Die Kammerschleusen liegen neben dem Klappenwehr. Zwei Dalben stehen vor dem Leitwerk der alten Kesselschleuse.',
    );
  await expect(page.getByText(/terms in \d+ places/)).toBeVisible();
  await shot('try-text');
  await page.goto(`${server.address}/termbases/1?concept=38`);
  await expect(page.getByText('umgangssprachlich')).toBeVisible();
  await shot('termbase');
  await page.getByRole('button', { name: 'Hand over' }).click();
  await shot('hand-over');
  await inHand(2);
  await page.goto(`${server.address}/inspect/memories/3`);
  await expect(page.getByText('Wait 54 minutes before you open the door.').first()).toBeVisible();
  await shot('inspect');
  await inHand(1);
  await page.goto(`${server.address}/intake/16`);
  await expect(page.getByText(/The file is cut off/)).toBeVisible();
  await shot('intake-units');
  await page.goto(`${server.address}/memories/1?unit=400`);
  await expect(page.getByText(/Kammer zu füllen/).first()).toBeVisible();
  await shot('memory');
  await page.goto(`${server.address}/concordance?q=paddle gear`);
  await expect(page.locator('mark', { hasText: 'Schützgetriebe' }).first()).toBeVisible();
  await shot('concordance');
  await planMerge(server);
  await page.goto(`${server.address}/merge`);
  await expect(page.getByRole('group', { name: 'Where each unit goes' })).toContainText('written');
  await expect(page.locator('svg text').first()).toBeVisible();
  await shot('merge');
  await page.goto(`${server.address}/merge/bridge`);
  await expect(page.getByRole('group', { name: 'Over “Halten Sie Abstand zum Wehr.”' })).toBeVisible();
  await shot('bridge');
  await page.goto(`${server.address}/align`);
  await expect(page.getByRole('link', { name: /wartung_de/ })).toBeVisible();
  await page
    .locator('input[type=file]')
    .setInputFiles(['kiln_care_en.md', 'kiln_care_ja.md'].map((name) => join(server.clientFiles, name)));
  await expect(page.getByRole('button', { name: 'Pair them' })).toBeEnabled();
  await shot('align-files');
  await page.goto(`${server.address}/align/2`);
  await page.getByText('Fällt der Pegel').click();
  await page.waitForTimeout(300);
  await shot('align');
  await page.goto(`${server.address}/rehearse`);
  await page.getByRole('row', { name: /Ellbridge Lock/ }).click();
  await shot('rehearse');

  await page.goto(`${server.address}/ledger`);
  await expect(page.getByText(/Took in Brennick/).first()).toBeVisible();
  await shot('ledger');
  await page.evaluate(() =>
    localStorage.setItem('fair-copy-desk', JSON.stringify({ state: { clientId: 2, theme: 'dark' }, version: 0 })),
  );
  await page.goto(`${server.address}/termbases/3?language=ja`);
  await page.getByRole('button', { name: /焼成室/ }).click();
  await shot('dark');
});
