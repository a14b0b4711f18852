/** Three memories become one: planned in sentences, counted, decided by key, written, taken back. */
import { readFileSync } from 'node:fs';
import { expect, open, planMerge, test } from './application.js';

test('three memories become one that lives on, conflicts decided by key, the job’s goes away, one undo brings all back', async ({
  page,
  server,
}) => {
  await open(page, server, '/memories/4', 1);
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Mark as the memory of a job' }).click();
  await page.getByRole('link', { name: 'Holdings' }).click();
  await expect(page.getByRole('row', { name: /^Spring notices 2026.*memory of a job/ })).toBeVisible();
  await page.getByRole('link', { name: 'Merge', exact: true }).click();
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

  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Plan as a file' }).click();
  const plan = JSON.parse(readFileSync((await (await saved).path())!, 'utf8')) as {
    by: string[];
    keep: string;
    decisions: object;
  };
  expect(plan).toMatchObject({ by: ['en'], keep: 'ask' });
  expect(Object.keys(plan.decisions)).toHaveLength(count);

  // Written into the lasting one; the job's memory goes away. Left and come back to, the plan is as it was.
  await page.getByRole('radio', { name: '“Brennick lasting”, which lives on with it' }).check();
  const away = (name: string) =>
    page.getByRole('listitem').filter({ hasText: name }).getByRole('checkbox', { name: 'delete it afterwards' });
  // Proposed for the memory of a job.
  await expect(away('Spring notices 2026')).toBeChecked();
  await expect(away('Marsh End Canal Company')).not.toBeChecked();
  await page.getByRole('link', { name: 'Holdings' }).click();
  await page.getByRole('link', { name: 'Merge', exact: true }).click();
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

test('a bridge: what is certain, what a person decides by key, written and undone', async ({ page, server }) => {
  await open(page, server, '/merge', 1);
  await page.getByRole('link', { name: 'Bridge', exact: true }).click();
  const choose = async (label: string, name: string): Promise<void> => {
    await page.getByRole('combobox', { name: label }).click();
    await page.getByRole('option', { name }).click();
  };
  await choose('First resource', 'Harbour rules pl-de');
  await choose('Second resource', 'Harbour rules de-pt');
  const tally = page.getByRole('group', { name: 'Where each unit goes' });
  await expect(tally).toHaveText('8 pairs = 8 certain + 0 chosen + 0 decided; 1 waiting, 0 left out by you');
  await expect(page.getByRole('button', { name: 'Name the result first' })).toBeDisabled();
  await page.getByRole('textbox', { name: 'Name of the new memory' }).fill('Harbour rules pl-pt');

  const doubt = page.getByRole('group', { name: 'Over “Halten Sie Abstand zum Wehr.”' });
  await expect(doubt.getByRole('button', { name: /^Take pair/ })).toHaveCount(2);
  await doubt.getByText('Over “Halten').click();
  await page.keyboard.press('1');
  await expect(tally).toContainText('9 pairs = 8 certain + 0 chosen + 1 decided; 0 waiting');
  await page.keyboard.press('a');
  await expect(tally).toContainText('10 pairs = 8 certain + 0 chosen + 2 decided');
  await page.getByRole('button', { name: /^no partner: Harbour rules pl-de \(1\)/ }).click();
  await expect(page.getByText('Cisza nocna')).toBeVisible();

  await page.getByRole('button', { name: 'Write 10 pairs to “Harbour rules pl-pt”' }).click();
  await expect(page.getByRole('alert')).toContainText('10 pairs written to “Harbour rules pl-pt”.');
  await page.getByRole('link', { name: 'Open it' }).click();
  await expect(page.getByText('Feche as duas comportas após a utilização.')).toBeVisible();
  await page.getByRole('link', { name: 'Ledger' }).click();
  await page.getByRole('button', { name: /^Undo: Bridged “Harbour rules pl-de” and “Harbour rules de-pt”/ }).click();
  await page.getByRole('link', { name: 'Holdings' }).click();
  await expect(page.getByRole('link', { name: 'Harbour rules pl-de' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Harbour rules pl-pt' })).toHaveCount(0);
});

test('a comparison adds up and is handed over; termbases become one, by rank dragged with the pointer', async ({
  page,
  server,
}) => {
  await open(page, server, '/merge/compare', 1);
  const choose = async (label: string, name: string): Promise<void> => {
    await page.getByRole('combobox', { name: label }).click();
    await page.getByRole('option', { name }).click();
  };
  await choose('First resource', 'Brennick lasting');
  await choose('Second resource', 'Brennick lasting');
  await expect(page.getByText('These are the same resource.')).toBeVisible();
  await choose('Second resource', 'Spring notices 2026');
  const tally = page.getByRole('group', { name: 'Where each unit goes' });
  await expect(tally).toContainText(
    '411 different texts = 372 only in Brennick lasting + 9 only in Spring notices 2026 + 6 different + 24 the same',
  );
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'What is new in Spring notices 2026, as TMX' }).click();
  expect((await saved).suggestedFilename()).toBe('Brennick lasting – Spring notices 2026.tmx');

  await page.getByRole('link', { name: 'Merge termbases' }).click();
  for (const name of ['Brennick structures', 'Brennick terminology'])
    await page.getByRole('button', { name: `Add “${name}”` }).click();
  await expect(tally).toHaveText('54 concepts = 48 written + 6 said the same + 0 gave way + 0 waiting');
  const rank = (name: string) => page.getByRole('listitem').filter({ hasText: name }).getByTitle(/^Drag/);
  const [from, to] = [
    await rank('Brennick terminology').boundingBox(),
    await rank('Brennick structures').boundingBox(),
  ];
  await page.mouse.move(from!.x + 8, from!.y + 8);
  await page.mouse.down();
  await page.mouse.move(to!.x + 8, to!.y + 20, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByRole('listitem').first()).toContainText('Brennick terminology');
  await expect(tally).toContainText('54 concepts = ');
});

test('a memory that is only looked up can be merged, but nothing is merged into it', async ({ page, server }) => {
  await planMerge(server);
  const headers = { 'content-type': 'application/json' };
  const body = JSON.stringify({ isReference: true });
  expect((await fetch(`${server.address}/api/memories/5`, { method: 'PATCH', headers, body })).status).toBe(200);
  await open(page, server, '/merge', 1);
  await expect(page.getByRole('radio', { name: /is for reference only$/ })).toBeDisabled();
  await expect(page.getByRole('radio', { name: /which lives on with it$/ })).toHaveCount(2);
});
