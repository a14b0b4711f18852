/** What is done with the findings of a memory: right at once with a look before, let stand as a rule, narrowed, asked. */
import { expect, open, test } from './application.js';

const MEMORY = '/inspect/memories/3';

test('what would be put right at once is shown before, and can be left out', async ({ page, server }) => {
  await open(page, server, MEMORY, 2);
  await page.getByRole('button', { name: /^Spaces 1/ }).click();
  await page.getByRole('button', { name: 'Put 1 right at once …' }).click();
  const dialog = page.getByRole('dialog', { name: 'What will be put right' });
  const box = dialog.getByRole('checkbox', { name: /Clean the chamber/ });
  await box.uncheck();
  await expect(dialog.getByRole('button', { name: 'Put 0 right' })).toBeDisabled();
  await box.check();
  await dialog.getByRole('button', { name: 'Put 1 right' }).click();
  await expect(page.getByText('1 put right.')).toBeVisible();
  await expect(page.getByText('This check finds nothing.')).toBeVisible();
});

test('let stand as a rule of the client, listed and called back', async ({ page, server }) => {
  await open(page, server, MEMORY, 2);
  await page.getByRole('button', { name: /^Word repeated 1/ }).click();
  await page.getByRole('button', { name: 'Stet', exact: true }).click();
  await page.getByLabel('Why may it stand?').fill('the name of a kiln');
  await page.getByRole('radio', { name: /is right for this client/ }).check();
  await page.getByRole('button', { name: 'Let it stand' }).click();
  await expect(page.getByText('This check finds nothing.')).toBeVisible();
  await page.getByRole('button', { name: /^Let stand 1/ }).click();
  await expect(page.getByText('A rule of the client: Word repeated says nothing of it')).toBeVisible();
  await page.getByRole('button', { name: /^Call back:/ }).click();
  await expect(page.getByText('The rule is called back. What it let stand is open again.')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Word repeated 1/ })).toBeVisible();
});

test('by author, origin and date; a list that is none is refused and says why', async ({ page, server }) => {
  await open(page, server, MEMORY, 2);
  await page.getByRole('button', { name: 'By author, origin, date' }).click();
  const bar = page.getByRole('button', { name: /^supplier: 20 findings/ });
  await bar.click();
  await expect(bar).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByText('Wait 54 minutes before you open the door.').first()).toBeVisible();
  await page.getByLabel('Texts since').fill('2999-01-01');
  await expect(page.getByText('There are no findings of this kind.')).toBeVisible();
  const chosen = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Report' }).click();
  await page.getByRole('menuitem', { name: 'Take in a query list with answers …' }).click();
  await (await chosen).setFiles({ name: 'prices.csv', mimeType: 'text/csv', buffer: Buffer.from('a;b\n1;2\n') });
  await expect(page.getByText(/prices\.csv is no query list of an inspection/)).toBeVisible();
});

test('several at once; a check that is left out says so; what is about to be written is looked at first', async ({
  page,
  server,
}) => {
  await open(page, server, '/inspect', 1);
  await page.getByRole('checkbox', { name: 'Mark: Brennick lasting' }).check();
  await page.getByRole('checkbox', { name: 'Mark: Harbour rules de-pt' }).check();
  await page.getByRole('button', { name: 'Inspect the 2 marked' }).click();
  await expect(page.getByText('2 inspected.')).toBeVisible();
  await page.getByRole('link', { name: 'Brennick lasting' }).click();
  const spelling = page.getByRole('checkbox', { name: 'Look for: Spelling' });
  await spelling.uncheck();
  await expect(page.getByRole('button', { name: /^Spelling off/ })).toBeVisible();
  await spelling.check();
  await expect(page.getByRole('button', { name: /^Spelling 0/ })).toBeVisible();
  await open(page, server, '/intake', 1);
  await page.getByText('Marsh_End_Canal_de-en.tmx').first().click();
  await page.getByRole('button', { name: 'Inspect first' }).click();
  const dialog = page.getByRole('dialog', { name: 'What Inspect says of it' });
  await expect(dialog.getByText('12 of 16 units have no finding.')).toBeVisible();
  await dialog.getByRole('combobox', { name: 'Show' }).click();
  await page.getByRole('option', { name: /^Same source, different targets/ }).click();
  await expect(dialog.getByRole('listitem')).toHaveCount(4);
});
