/** From a client's exchange file to a memory, and the work on it, in the browser. */
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, open, test } from './application.js';

const dropFile = (page: Page, path: string): Promise<void> => page.locator('input[type=file]').setInputFiles(path);

test('a damaged TMX is taken in with every unit accounted for, and taken back', async ({ page, server }) => {
  await open(page, server, '/intake', 1);
  await dropFile(page, join(server.clientFiles, 'Wartung_neu.tmx'));
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^TMX, in en, de, read as a translation memory/);
  await expect(page.getByText('The file is cut off at line 16.')).toBeVisible();
  const tally = page.getByRole('region', { name: 'Where each row goes' });
  await expect(tally).toHaveText(
    '12 units = 9 taken + 1 left out (one language) + 1 left out (no text) + 1 left out (cut off)',
  );
  await tally.getByRole('button', { name: /one language/ }).click();
  await expect(page.getByRole('row', { name: /unit 6.*it has text in English only/ })).toBeVisible();

  // Another tag for a spelling of the file.
  await page.getByRole('button', { name: 'How the languages of the file are read' }).click();
  await page.getByRole('combobox', { name: 'read as' }).first().fill('en-GB');
  await page.getByRole('option', { name: 'English (United Kingdom) (en-GB)' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/in en-GB, de/);

  await page.getByRole('button', { name: 'Write 9 units to …' }).click();
  await page.getByRole('textbox', { name: 'Name of the memory' }).fill('Maintenance');
  await page.getByRole('textbox', { name: 'Subject' }).fill('locks');
  await page.getByRole('button', { name: 'Write 9 units to …' }).last().click();
  await expect(page.getByRole('alert')).toContainText('9 units written to “Maintenance”.');
  await page.getByRole('alert').getByRole('button', { name: 'Open the memory' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Maintenance' })).toBeVisible();
  await expect(page.getByText('Brennick Waterways · locks · 9 units')).toBeVisible();

  await page.goto(`${server.address}/ledger`);
  await page
    .getByRole('row', { name: /Took in Wartung_neu.tmx: 9 units/ })
    .getByRole('button', { name: 'Undo' })
    .click();
  await page.goto(`${server.address}/holdings`);
  await expect(page.getByRole('link', { name: 'Brennick lasting' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Maintenance' })).toHaveCount(0);
});

test('the sheet of units: filter, edit in place around codes, history, changes of many, by keyboard', async ({
  page,
  server,
}) => {
  await open(page, server, '/memories/1', 1);
  const sheet = page.getByRole('table', { name: 'Units' });
  await expect(sheet.getByText('Do not open the upper gate before the chamber is full.')).toBeVisible();

  // The filter, and what it says of itself.
  await page.locator('main').press('/');
  await page.keyboard.type('press start');
  await page.keyboard.press('Enter');
  await expect(page.getByText('1 unit', { exact: true })).toBeVisible();
  await page.locator('main').press('j');
  await expect(page.getByText('unit 400')).toBeVisible();

  // Editing: the capsules stay.
  await page.keyboard.press('Enter');
  const field = page.getByRole('textbox', { name: 'Text in English (United Kingdom) (en-GB)' });
  await expect(field).toBeFocused();
  await page.keyboard.press('End');
  await page.keyboard.type(' Wait.');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('textbox', { name: 'Text in German (Germany) (de-DE)' })).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(sheet.getByText('to fill the chamber. Wait.')).toBeVisible();
  await expect(sheet.getByRole('img', { name: 'code b begins' }).first()).toBeVisible();
  const margin = page.getByRole('complementary', { name: 'About the unit' });
  await expect(margin.getByText('Changed a unit of “Brennick lasting”')).toBeVisible();
  await margin.getByRole('button', { name: 'Return to before this' }).click();
  await expect(sheet.getByText('to fill the chamber. Wait.')).toHaveCount(0);

  // A filter that takes more than the text.
  await page.getByRole('button', { name: 'No filter' }).click();
  await page.getByRole('button', { name: 'Narrow further' }).click();
  await page.getByRole('combobox', { name: 'Attribute' }).click();
  await page.getByRole('option', { name: 'project' }).click();
  await page.getByRole('textbox', { name: 'contains' }).fill('2020');
  await page.keyboard.press('Escape');
  await expect(page.getByText('77 units', { exact: true })).toBeVisible();

  // One change for all of them, seen before it is done, and taken back as one.
  await page.getByRole('button', { name: 'Change all 77 units …' }).click();
  await page.getByRole('textbox', { name: 'Find' }).fill('mooring bollard');
  await page.getByRole('textbox', { name: 'Replace with' }).fill('bollard');
  await expect(page.getByText('7 of 77 units will change.')).toBeVisible();
  await page.getByRole('button', { name: 'Change 7 units' }).click();
  await expect(page.getByRole('alert')).toContainText('7 units changed.');
  await page.locator('main').press('u');
  await expect(page.getByRole('alert')).toContainText('Undone: Replaced “mooring bollard” by “bollard” in 7 units');
  // What was not done here is named before it is undone.
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.locator('main').press('u');
  await expect(page.getByRole('dialog', { name: 'Undo this?' })).toContainText('not done on this page');
  await page.getByRole('button', { name: 'Cancel' }).click();
});

test('what opens below a word stands at once where it stays, so that it is let go of where it was pressed', async ({
  page,
  server,
}) => {
  await open(page, server, '/memories/1', 1);
  const word = page.getByRole('button', { name: 'Narrow further' });
  await expect(word).toBeVisible();
  const tops = await word.evaluate(async (button: HTMLElement) => {
    button.click();
    const seen: number[] = [];
    for (let frame = 0; frame < 30; frame++) {
      await new Promise(requestAnimationFrame);
      const field = document.querySelector('.MuiPopover-paper [role="combobox"]');
      if (field) seen.push(field.getBoundingClientRect().top);
    }
    return seen;
  });
  expect(tops.length).toBeGreaterThan(20);
  expect(new Set(tops).size).toBe(1);
});

test('concordance: from the look-up to the unit', async ({ page, server }) => {
  await open(page, server, '/holdings', 1);
  await page.keyboard.press('Control+k');
  await page.keyboard.type('paddle gear');
  await page.getByRole('option', { name: 'Find “paddle gear” in all memories' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Concordance' })).toBeVisible();
  await expect(page.getByText('38 texts')).toBeVisible();
  // The counterpart is found by what stands opposite again and again.
  await expect(page.locator('mark', { hasText: 'paddle gear' }).first()).toBeVisible();
  await expect(page.locator('mark', { hasText: /Schützgetriebe/ }).first()).toBeVisible();
  await page.getByRole('button', { name: 'in any inflection' }).click();
  await page.getByRole('textbox', { name: /Words, or part/ }).fill('Anweisung');
  await expect(page.getByText('Den Anweisungen des Schleusenwärters ist Folge zu leisten.').first()).toBeVisible();
  await page.getByRole('link', { name: 'Brennick lasting' }).first().click();
  await expect(page.getByRole('row').and(page.locator('[aria-current=true]'))).toContainText(
    'The lock keeper’s instructions',
  );
});

test('marked text and a table for review become units; what is handed over is fetched', async ({ page, server }) => {
  await open(page, server, '/intake/17', 1);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(
    /Bilingual text, source and translation between marks, UTF-8/,
  );
  // The marks given up, then given by an example out of the lines.
  await page.getByRole('button', { name: /source and translation between marks/ }).click();
  await page.getByRole('button', { name: 'It is not marked text: split it at a separator' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/Delimited/i);
  await page.getByRole('button', { name: /by example/ }).click();
  await page.getByRole('textbox', { name: 'A text' }).fill('Keep clear of the weir.');
  await page.getByRole('textbox', { name: 'Its translation' }).fill('nowhere in the lines');
  await expect(page.getByText(/Nothing in the lines tells/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Its translation' }).fill('Halten Sie Abstand zum Wehr.');
  await expect(page.getByText('Read like this, these lines give 14 rows:')).toBeVisible();
  await page.getByRole('button', { name: 'Read the file like this' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(
    /Bilingual text, source and translation between marks/,
  );
  await expect(page.getByRole('region', { name: 'Where each row goes' })).toHaveText(/^14 units = 14 taken$/);
  await page.goto(`${server.address}/intake/18`);
  await expect(page.getByRole('table', { name: 'The first units' }).getByText('Vom Wehr')).toHaveCount(0);
  await expect(page.getByRole('region', { name: 'Where each row goes' })).toHaveText(/^14 units = 14 taken$/);
  await page.getByRole('button', { name: 'a translation memory' }).click();
  await expect(page.getByRole('button', { name: /^Write \d+ entries/ })).toBeVisible();
  await page.goto(`${server.address}/memories/3`);
  await page.getByRole('button', { name: 'Hand over' }).click();
  await page.getByRole('radio', { name: 'XLIFF 2.1' }).check();
  await expect(page.getByText(/XLIFF holds one pair/)).toBeVisible();
  await page.getByRole('checkbox', { name: /Japanese/ }).uncheck();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Write the file' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('Kiln handbook de-en-US.xlf');
  await expect(page.getByText('30 units written.')).toBeVisible();
});

test('a memory is inspected; a finding may stand, and only units with findings are shown', async ({ page, server }) => {
  await open(page, server, '/inspect', 1);
  await page.getByRole('link', { name: /Brennick lasting/ }).click();
  await expect(page.getByText(/\d+ new, 0 settled, 0 standing, 0 let stand/)).toBeVisible();
  await page.getByRole('button', { name: /^Same source, different targets/ }).click();
  await expect(page.getByText('Vom Wehr fernbleiben!').first()).toBeVisible();
  await page.getByRole('button', { name: 'Stet', exact: true }).first().click();
  await page.getByRole('textbox', { name: 'Why may it stand?' }).fill('an older sign');
  await page.getByRole('button', { name: 'Let it stand' }).click();
  await page.getByRole('button', { name: 'Inspect again' }).click();
  await expect(page.getByText(/0 new, 0 settled, \d+ standing, 1 let stand/)).toBeVisible();

  // From the sheet of the memory: only units with findings.
  await page.goto(`${server.address}/memories/1`);
  await page.getByRole('button', { name: 'Narrow further' }).click();
  await page.getByRole('checkbox', { name: /findings/ }).check();
  await page.keyboard.press('Escape');
  await expect(page.getByText(/^\d units?$/)).toBeVisible();
});

test('several files of units become one memory, in one operation', async ({ page, server }) => {
  await open(page, server, '/intake/17', 1);
  await page.getByRole('button', { name: 'Write 3 files of units …' }).click();
  await page.getByRole('textbox', { name: 'Name of the memory' }).fill('All signs');
  await page
    .getByRole('button', { name: /^Write \d+ units to …$/ })
    .last()
    .click();
  await expect(page.getByRole('alert')).toContainText('written to “All signs”');
  await page.goto(`${server.address}/ledger`);
  await page
    .getByRole('row', { name: /All signs|3 files/ })
    .first()
    .getByRole('button', { name: 'Undo' })
    .click();
  await page.goto(`${server.address}/holdings`);
  await expect(page.getByRole('link', { name: 'Brennick lasting' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'All signs' })).toHaveCount(0);
});

test('a memory that is opened at a unit shows it, also when the lines before it turn out higher', async ({
  page,
  server,
}) => {
  for (const unit of [400, 200]) {
    await open(page, server, `/memories/1?unit=${unit}`, 1);
    await expect(page.getByRole('cell', { name: String(unit), exact: true })).toBeVisible();
    // Later than its lines are measured and its letters have come.
    await page.waitForTimeout(1500);
    const inSight = await page.locator('[data-virtuoso-scroller]').evaluate((box, asked) => {
      const line = [...box.querySelectorAll('[role=row]')].find(
        (row) => row.querySelector('[role=cell]')?.textContent === String(asked),
      );
      const [around, own] = [box.getBoundingClientRect(), line?.getBoundingClientRect()];
      return own !== undefined && own.top >= around.top && own.bottom <= around.bottom;
    }, unit);
    expect([unit, inSight]).toEqual([unit, true]);
  }
});

test('the foot of a memory names the first unit that is in sight', async ({ page, server }) => {
  await open(page, server, '/memories/1?unit=400', 1);
  await expect(page.getByText(/Kammer zu füllen/).first()).toBeVisible();
  const named = async (): Promise<string> =>
    (await page.getByText(/^at unit \d+$/).textContent())!.slice('at unit '.length);
  /** The number of the line at the upper edge of the sheet. */
  const seen = (): Promise<string> =>
    page.locator('[data-virtuoso-scroller]').evaluate((box) => {
      const { left, top } = box.getBoundingClientRect();
      const row = document.elementFromPoint(left + 30, top + 16)?.closest('[role=row]');
      return row?.querySelector('[role=cell]')?.textContent ?? 'none';
    });
  const isTrue = async (): Promise<boolean> => (await named()) === (await seen());
  await expect.poll(async () => Number(await seen())).toBeGreaterThan(380);
  await expect.poll(isTrue).toBe(true);
  await page.mouse.move(400, 400);
  // As a person does who goes on turning the wheel until the sheet has moved.
  await expect
    .poll(async () => {
      await page.mouse.wheel(0, -3000);
      return Number(await seen());
    })
    .toBeLessThan(380);
  await expect.poll(isTrue).toBe(true);
});
