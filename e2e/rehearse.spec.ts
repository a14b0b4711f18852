/** A kit tried on documents: as a new user finds it, and as the demo has it. */
import { mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from '../test/png.js';
import { expect, open, test } from './application.js';

test('the galley by keys, by band, with matches and terms; the figures and the price', async ({ page, server }) => {
  await open(page, server, '/rehearse', 1);
  await expect(page.getByText('Handbook for lock keepers')).toBeVisible();
  const margin = page.getByRole('complementary', { name: 'Matches' });
  await page.keyboard.press('j');
  await page.keyboard.press('j');
  await page.keyboard.press('j');
  await expect(margin.getByText('Schleuse Ellbridge: Tordichtung erneuert.').first()).toBeVisible();
  await page.getByRole('combobox', { name: 'Show' }).click();
  await page.getByRole('option', { name: 'repetition' }).click();
  await expect(page.getByRole('row', { name: /Close both paddles after use/ })).toHaveCount(2);
  await page.getByRole('tab', { name: 'Figures' }).click();
  const all = page.getByRole('table', { name: 'In all' });
  await expect(all.getByRole('row', { name: /^repetition 2/ })).toBeVisible();
  await expect(all.getByRole('row', { name: /^In all.*€/ })).toBeVisible();
  await expect(page.getByText(/segment is in German/)).toBeVisible();
});

test('what a document has in another language is rehearsed with a kit of its own', async ({ page, server }) => {
  await open(page, server, '/rehearse', 1);
  await page.getByRole('tab', { name: 'Figures' }).click();
  await page.getByRole('button', { name: 'Rehearse what is in German with a kit of its own' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('combobox', { name: 'The documents are in' })).toHaveValue(/^German/);
  const target = dialog.getByRole('combobox', { name: 'They will be translated to' });
  await expect(target).toHaveValue('');
  await target.fill('en');
  await target.press('Enter');
  await dialog.getByRole('button', { name: 'Create' }).click();
  await expect(page.getByRole('combobox', { name: 'Kit', exact: true })).toHaveText('German–English');
  await expect(page.getByRole('button', { name: 'Take away: spring_notice_en.html' })).toBeVisible();
  await page.getByRole('button', { name: 'Rehearse', exact: true }).click();
  await page.getByRole('tab', { name: 'Figures' }).click();
  await expect(page.getByText(/segments are in English/).first()).toBeVisible();
});

test('ranks, a candidate that is no term, and the kit packed', async ({ page, server }) => {
  await open(page, server, '/rehearse', 1);
  const kit = page.getByRole('list', { name: 'Memories' });
  const used = (at: number) => kit.getByRole('listitem').nth(at).getByRole('checkbox', { name: /^Use/ });
  const first = await used(0).getAttribute('aria-label');
  await kit
    .getByRole('button', { name: /^Lower rank/ })
    .first()
    .click();
  await expect(used(1)).toHaveAttribute('aria-label', first!);
  await expect(page.getByText('The kit or a resource has changed since')).toBeVisible();
  await page.getByRole('button', { name: 'Rehearse again' }).click();
  await expect(page.getByText('The kit or a resource has changed since')).toBeHidden();
  await page.getByRole('tab', { name: 'In no termbase' }).click();
  await page.getByRole('button', { name: 'No term for this client: lock book' }).click();
  await expect(page.getByRole('rowheader', { name: 'lock book' })).toBeHidden();
  await page
    .getByRole('button', { name: /^To the termbase: / })
    .first()
    .click();
  await expect(page.getByRole('combobox', { name: 'Termbase' })).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Pack the kit' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('Brennick Waterways Handbooks and notices kit.zip');
  expect(
    readFileSync((await file.path())!)
      .subarray(0, 2)
      .toString(),
  ).toBe('PK');
});

test('a document of one’s own, in a language that the client has nothing for', async ({ page, server }) => {
  await open(page, server, '/rehearse', 2);
  await expect(page.getByText('新しい窯を使う前に')).toBeVisible();
  await page.getByRole('button', { name: 'Take away: kiln_leaflet_ja.md' }).click();
  const text = '# A abrir o forno\n\nAbra a porta devagar. Espere até o forno arrefecer.\n';
  await page
    .getByLabel('Documents', { exact: true })
    .locator('visible=false')
    .or(page.locator('input[type=file]'))
    .first()
    .setInputFiles({ name: 'forno.md', mimeType: 'text/markdown', buffer: Buffer.from(text) });
  await expect(page.getByText('forno.md')).toBeVisible();
  const source = page.getByRole('combobox', { name: 'The documents are in' });
  await source.fill('pt');
  await source.press('Enter');
  await expect(page.getByRole('list', { name: 'Does not fit' })).toContainText('German');
  await page.getByRole('button', { name: 'Rehearse again' }).click();
  await expect(page.getByText('Abra a porta devagar.')).toBeVisible();
});

test('a whole folder; what is no document in it is named', async ({ page, server }) => {
  const folder = join(mkdtempSync(join(tmpdir(), 'documents-')), 'handbook');
  mkdirSync(join(folder, 'parts'), { recursive: true });
  writeFileSync(join(folder, 'a.md'), 'Open the **upper** gate.\n');
  writeFileSync(join(folder, 'parts', 'b.html'), '<!DOCTYPE html><p>Wait for the green light.</p>');
  writeFileSync(join(folder, 'parts', 'cover.png'), PNG);
  writeFileSync(join(folder, '.hidden'), 'x');
  await open(page, server, '/rehearse', 1);
  await page.getByLabel('A folder of documents').setInputFiles(folder);
  await expect(page.getByRole('button', { name: 'Take away: handbook/parts/b.html' })).toBeVisible();
  for (const name of ['Lock handbook_en.docx', 'spring_notice_en.html'])
    await page.getByRole('button', { name: `Take away: ${name}` }).click();
  // At once, without waiting for what was changed.
  await page.getByRole('button', { name: 'Rehearse again' }).click();
  await expect(page.getByRole('list', { name: 'Left out of zips and folders:' })).toContainText(
    'handbook/parts/cover.png',
  );
  await expect(page.getByRole('button', { name: /\.hidden/ })).toHaveCount(0);
  await expect(page.getByRole('row', { name: /Open the.*upper.*gate/ })).toBeVisible();
});

test('a kit after the pattern of another client, with what it writes to; at the end of a job its memory is merged', async ({
  page,
  server,
}) => {
  await open(page, server, '/rehearse', 2);
  await page.getByRole('button', { name: 'More to do with this kit' }).click();
  await page.getByRole('menuitem', { name: 'New kit' }).click();
  await page.getByRole('combobox', { name: 'After the pattern of' }).click();
  await page.getByRole('option', { name: 'Handbooks and notices (Brennick Waterways)' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of the kit' })).toHaveValue('English–German');
  await page.getByRole('checkbox', { name: /^with an empty memory/ }).check();
  await page.getByRole('button', { name: 'Create' }).click();
  await expect(page.getByRole('checkbox', { name: 'The project writes to: English–German' })).toHaveCount(2);
  await page.getByRole('button', { name: 'Which units: English–German' }).click();
  await page.getByRole('textbox', { name: 'Subject' }).fill('kilns');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('button', { name: 'Which units: English–German' })).toHaveText('only kilns');
  await page.goto(`${server.address}/holdings`);
  await page.getByRole('table', { name: 'Kits' }).getByRole('link', { name: 'English–German' }).click();
  await expect(page.getByRole('combobox', { name: 'Kit' })).toHaveText('English–German');
  await page.getByRole('button', { name: 'More to do with this kit' }).click();
  await expect(page.getByRole('menuitem', { name: /^End of the job/ })).toBeHidden();
  await page.keyboard.press('Escape');
  await page.goto(`${server.address}/holdings`);
  await page.getByRole('link', { name: 'English–German', exact: true }).nth(1).click();
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Mark as the memory of a job' }).click();
  await page.goto(`${server.address}/holdings`);
  await page.getByRole('table', { name: 'Kits' }).getByRole('link', { name: 'English–German' }).click();
  await page.getByRole('button', { name: 'More to do with this kit' }).click();
  await page.getByRole('menuitem', { name: /^End of the job/ }).click();
  await expect(page).toHaveURL(/\/merge$/);
  await expect(page.getByText('English–German').first()).toBeVisible();
});

test('a wrong match is corrected in its memory from the galley, by keys, and taken back; a note stays', async ({
  page,
  server,
}) => {
  await open(page, server, '/rehearse', 1);
  const margin = page.getByRole('complementary', { name: 'Matches' });
  await page.getByRole('combobox', { name: 'Order' }).click();
  await page.getByRole('option', { name: 'best match first' }).click();
  await expect(margin.getByRole('listitem').first()).toContainText('100');
  await page.getByRole('row', { name: /Marsh End Lock/ }).click();
  await page.keyboard.press('Enter');
  const field = margin.getByRole('textbox', { name: /^Text in/ });
  await field.fill('Schleuse Marsh End: Schützantrieb gefettet.');
  await page.keyboard.press('Control+Enter');
  await expect(margin.getByText('Schleuse Marsh End: Schützantrieb gefettet.')).toBeVisible();
  await expect(margin.getByText('Its unit has changed since the rehearsal.')).toBeVisible();
  await margin.getByRole('textbox', { name: 'Note on this segment' }).fill('Which gear?');
  await page.getByRole('row', { name: /Marsh End Lock/ }).click();
  await page.getByRole('combobox', { name: 'Show' }).click();
  await page.getByRole('option', { name: 'with notes' }).click();
  await expect(page.getByText('1 segment', { exact: true })).toBeVisible();
  await page.goto(`${server.address}/ledger`);
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await page.goto(`${server.address}/rehearse`);
  await expect(page.getByText('Its unit has changed since the rehearsal.')).toBeHidden();
});
