/** What is typed and not saved is kept or asked for, however a page is left. */
import type { Locator, Page } from '@playwright/test';
import { expect, open, test, type Server } from './application.js';

/** The first unit of the lasting memory, opened by keys; gives back its field. */
async function editFirstUnit(page: Page, server: Server): Promise<Locator> {
  await open(page, server, '/memories/1', 1);
  await expect(page.getByText('Do not open the upper gate before the chamber is full.')).toBeVisible();
  await page.locator('main').press('j');
  await expect(page.getByRole('complementary', { name: 'About the unit' })).toContainText(/unit \d/);
  await page.keyboard.press('Enter');
  return page.getByRole('textbox', { name: /^Text in/ });
}

test('fields, a unit and a term: the browser’s way back, a link and a row that goes out of sight', async ({
  page,
  server,
}) => {
  const question = page.getByRole('dialog', { name: 'Not saved yet' });
  await open(page, server, '/termbases/4', 1);
  await page.getByRole('link', { name: 'Fields' }).click();
  const source = page.getByRole('checkbox', { name: 'Required: Source' });
  await source.check();
  await page.goBack();
  await expect(question).toBeVisible();
  await page.getByRole('button', { name: 'Stay here' }).click();
  await expect(source).toBeChecked();
  await page.getByRole('link', { name: 'Ledger' }).click();
  await page.getByRole('button', { name: 'Save and go on' }).click();
  await expect(page.getByRole('heading', { name: 'Ledger' })).toBeVisible();
  await expect(page.getByRole('row').nth(1)).toContainText('fields');

  const field = await editFirstUnit(page, server);
  await field.pressSequentially(' Kept.');
  await page.getByRole('link', { name: 'Holdings' }).click();
  await expect(question).toContainText('Kept.');
  await page.getByRole('button', { name: 'Leave without saving' }).click();
  await expect(page.getByRole('link', { name: 'Brennick terminology' })).toBeVisible();
  await page.goBack();
  await expect(page.getByRole('table', { name: 'Units' })).toBeVisible();
  await expect(page.getByText('Kept.')).toHaveCount(0);

  await page.getByRole('link', { name: 'Holdings' }).click();
  await page.getByRole('link', { name: 'Brennick terminology' }).click();
  await page
    .getByRole('button', { name: /^Change “/ })
    .first()
    .click();
  await page.keyboard.type(' anew');
  await expect(page.getByRole('textbox', { name: /^Change “/ })).toHaveValue(/ anew$/);
  await page.goBack();
  // The field saves itself when the question takes the focus; then the way back is gone.
  await expect(question).toBeHidden();
  await expect(page.getByRole('link', { name: 'Brennick terminology' })).toBeVisible();
  await page.getByRole('link', { name: 'Ledger' }).click();
  await expect(page.getByRole('row').nth(1)).toContainText('anew');
});

test('a unit in which one types stays while its list is looked through anew', async ({ page, server }) => {
  const field = await editFirstUnit(page, server);
  await field.pressSequentially(' Still');
  // A large memory answers in pieces: at first nothing is found of what a moment ago was there.
  let pieces = 3;
  await page.route('**/api/memories/1/units', (route) =>
    pieces-- > 0 ? route.fulfill({ json: { units: [], found: 0, total: null, share: 0.1 } }) : route.continue(),
  );
  const data = { variant: 0, text: 'Changed elsewhere.', codes: [] };
  await page.request.patch(`${server.address}/api/memories/1/units/2`, { data });
  await expect.poll(() => pieces).toBeLessThan(2);
  await page.keyboard.type(' here');
  await expect(field).toContainText('Still here');
  await expect(page.getByText('Changed elsewhere.')).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText(/chamber is full\. Still here/)).toBeVisible();
});

test('a cell in which one types stays with its row when a row before it is answered', async ({ page, server }) => {
  await open(page, server, '/intake', 1);
  await page.getByRole('link', { name: /glossar_de-pt.txt/ }).click();
  await page.getByRole('button', { name: /2 held back/ }).click();
  const file = `${server.address}/api/intake/files/${/\d+$/.exec(page.url())![0]}`;
  const held = await page.request.get(`${file}/rows?from=1&limit=10&kind=held%20back`);
  const [first, second] = ((await held.json()) as { rows: { number: number }[] }).rows;
  const rows = page.getByRole('row').filter({ has: page.getByRole('rowheader') });
  await expect(rows).toHaveCount(2);
  await rows.nth(1).getByRole('cell').nth(1).dblclick();
  await page.keyboard.type('palavra');
  // The rows come later than what is said of the file: the number of rows is theirs.
  await page.route(/\/rows\?/, async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 700));
    await route.continue();
  });
  await page.request.put(`${file}/rows/${first!.number}`, { data: { decision: { verdict: 'leave' } } });
  await expect(rows).toHaveCount(1);
  await page.keyboard.type(' nova');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /0 held back/ })).toBeVisible();
  const all = await page.request.get(`${file}/rows?from=1&limit=100`);
  const written = ((await all.json()) as { rows: { number: number; cells: string[] }[] }).rows;
  expect(written.find(({ number }) => number === second!.number)!.cells[1]).toMatch(/palavra nova$/);
});
