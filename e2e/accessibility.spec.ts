/** No screen violates a rule of axe (WCAG 2.2 A and AA), in either theme; none scrolls sideways at 1280 pixels. */
import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
// @ts-expect-error plain JavaScript, shared with `npm run demo`
import { caller } from '../scripts/api.mjs';
import { expect, open, planMerge, test } from './application.js';

/** The rules of the levels below that ask about colours. */
const COLOURS: RunOnly = { rules: ['color-contrast', 'link-in-text-block'] };

type RunOnly = readonly string[] | { readonly rules: readonly string[] };

const LEVELS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

const SCREENS: readonly (readonly [string, string, RegExp])[] = [
  ['Holdings', '/holdings', /Brennick terminology/],
  ['Intake, no file chosen', '/intake', /Choose a file on the left/],
  ['Intake', '/intake/1', /Schleusentor/],
  ['Intake, failed', '/intake/8', /PNG picture/],
  ['Intake with fields and pictures', '/intake/10', /Kammerschleuse/],
  ['Intake of a document', '/intake/13', /Segerkegel/],
  ['Termbase', '/termbases/1?concept=38', /umgangssprachlich/],
  ['Termbase with fields', '/termbases/4?language=de', /Klappenwehr/],
  ['Fields', '/termbases/4/fields', /grammaticalGender/],
  ['Try a text', '/termbases/4/text', /The text is not stored/],
  ['Inspect, choice', '/inspect', /What shall be inspected/],
  ['Inspect', '/inspect/1', /Same source, different targets/],
  ['Inspect a memory', '/inspect/memories/1', /Same source, different/],
  ['Memory', '/memories/1?unit=400', /Kammer zu füllen/],
  ['Concordance', '/concordance?q=lock', /Lock: gate seal/],
  ['Intake of units', '/intake/16', /cut off at line/],
  ['Intake of a bilingual table', '/intake/18', /Keep clear of the weir/],
  ['Ledger', '/ledger', /Took in Brennick/],
  ['Align, file pairs', '/align', /Drop source files/],
  ['Align', '/align/1', /Hafenordnung von Brennick/],
  ['Guide', '/guide', /Take in a glossary/],
  ['Merge', '/merge', /stays: newest/],
  ['Merge termbases', '/merge/termbases', /Choose the termbases/],
  ['Bridge', '/merge/bridge', /Halten Sie Abstand/],
  ['Compare', '/merge/compare', /dem Gebrauch/],
  ['Rehearse', '/rehearse', /Handbook for lock keepers/],
  ['Corrections', '/corrections', /not built yet/],
];

for (const theme of ['light', 'dark'] as const) {
  test(`every screen, ${theme}`, async ({ page, server }) => {
    // Some twenty screens, each looked through by axe.
    test.setTimeout(600_000);
    await open(page, server, '/holdings', 1, theme);
    await planMerge(server);
    for (const [name, path, there] of SCREENS) {
      await page.goto(server.address + path);
      await expect(page.locator('main').getByText(there).first()).toBeVisible();
      // What is still being asked for may stand empty for a moment.
      await expect(page.locator('main a:empty')).toHaveCount(0);
      // What is there is the same in both themes; its colours are not.
      if (theme === 'light') await expectNoViolation(page, name, [...LEVELS, 'best-practice']);
      else await expectNoViolation(page, name, COLOURS);
      const sideways = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      );
      expect([name, sideways]).toEqual([name, 0]);
    }
  });
}

test('menus, popovers and dialogs', async ({ page, server }) => {
  await open(page, server, '/intake/1', 1);
  const check = async (name: string): Promise<void> => {
    // A dialog fades in: its colours are what they are when that is over.
    await page.waitForTimeout(400);
    await expectNoViolation(page, name, LEVELS);
    await page.keyboard.press('Escape');
    await page.waitForTimeout(300);
  };
  await page.getByRole('button', { name: /Column B/ }).click();
  await check('role of a column');
  await page.getByRole('button', { name: /row 4 is the header/ }).click();
  await check('header row');
  await page.getByRole('button', { name: '8 cells' }).click();
  await expect(page.getByText('Examples')).toBeVisible();
  await check('examples');
  await page.getByRole('button', { name: /^Write 38/ }).click();
  await check('where to write');
  await page.getByRole('button', { name: /Running work|No running work/ }).click();
  await check('running work');
  await page.getByRole('button', { name: /Client in hand/ }).click();
  await check('client menu');
  await page.goto(`${server.address}/memories/1`);
  await page.getByRole('button', { name: 'Narrow further' }).click();
  await check('filter of units');
  await page.getByRole('button', { name: /^Change all/ }).click();
  await check('change of units');
  await page.getByRole('button', { name: 'Hand over' }).click();
  await check('hand over of a memory');
  await page.goto(`${server.address}/intake/16`);
  await page.getByRole('button', { name: /^Write 9 units/ }).click();
  await check('where to write units');
  await page.goto(`${server.address}/termbases/1`);
  await page.getByRole('button', { name: 'Hand over' }).click();
  await check('hand over');
  await page.locator('body').press('?');
  await check('help');
});

test('a long name and long words stay within every page', async ({ page, server }) => {
  test.setTimeout(200_000);
  const word = 'Binnenschifffahrtsstraßenverkehrsordnungsänderungsverfahrensbeschleunigungsgesetz';
  const call = caller(server.address) as <T>(method: string, path: string, body?: unknown) => Promise<T>;
  const done = async <T>(id: number): Promise<T> => {
    for (;;) {
      const { state, result } = await call<{ state: string; result: T }>('GET', `/jobs/${id}`);
      if (state !== 'running') return result;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  };
  const taken = async (name: string, text: string): Promise<number> => {
    const path = `/intake/files?client=1&name=${encodeURIComponent(name)}`;
    const { fileId, jobId } = await call<{ fileId: number; jobId: number }>('POST', path, Buffer.from(text));
    await done(jobId);
    return fileId;
  };
  const run = async <T>(path: string, body?: unknown): Promise<T> =>
    done<T>((await call<{ id: number }>('POST', path, body)).id);
  const table = await taken(
    `${word}_${word}.csv`,
    `Deutsch;العربية;Anmerkung\n${word};بوابة;${word}${word}\nSchleuse;هويس;\n`,
  );
  const { termbaseId } = await run<{ termbaseId: number }>(`/intake/files/${table}/write`, { newName: word });
  await run(`/termbases/${termbaseId}/inspection`);
  await open(page, server, '/holdings', 1);
  const paths = ['/holdings', `/intake/${table}`, `/termbases/${termbaseId}`, `/termbases/${termbaseId}/fields`];
  paths.push(
    `/termbases/${termbaseId}/text`,
    `/inspect/${termbaseId}`,
    '/inspect',
    '/ledger',
    `/concordance?q=${word}`,
  );
  for (const path of paths) {
    await page.goto(server.address + path);
    await expect(
      page
        .locator('main')
        .getByText(new RegExp(word.slice(0, 12)))
        .first(),
    ).toBeVisible();
    const outside = await page.evaluate(() =>
      [...document.querySelectorAll('body *')]
        .filter((element) => [...element.childNodes].some((node) => node.nodeType === 3 && node.textContent!.trim()))
        .filter((element) => getComputedStyle(element).position !== 'absolute')
        .filter((element) => element.getBoundingClientRect().right > innerWidth + 1)
        .map((element) => element.textContent!.slice(0, 60)),
    );
    expect([path, outside]).toEqual([path, []]);
  }
});

/** The page as it stands; a violation is named with the first places where it is. */
async function expectNoViolation(page: Page, name: string, only: RunOnly): Promise<void> {
  // What is in order is not looked into further; and without frames, no second page has to be opened for the result.
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] }).setLegacyMode(true);
  const { violations } = await ('rules' in only ? axe.withRules([...only.rules]) : axe.withTags([...only])).analyze();
  const said = violations.map(
    (v) =>
      `${v.id}: ${v.nodes
        .map((n) => `${n.target.join(' ')} ${n.html}`)
        .slice(0, 3)
        .join(' | ')}`,
  );
  expect([name, said]).toEqual([name, []]);
}
