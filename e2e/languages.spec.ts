/**
 * The interface in other languages: no text of a page is left in English. A pseudo-language finds what does not come from
 * a catalogue of texts; German shows that another language is whole.
 */
import type { Page } from '@playwright/test';
// @ts-expect-error plain JavaScript, shared with `npm run demo`
import { caller } from '../scripts/api.mjs';
import { PSEUDO } from '../packages/web/src/messages/reader.js';
import { texts as everywhere } from '../packages/web/src/messages/en.js';
import { texts as align } from '../packages/web/src/features/align/messages.en.js';
import { texts as concordance } from '../packages/web/src/features/concordance/messages.en.js';
import { texts as holdings } from '../packages/web/src/features/holdings/messages.en.js';
import { texts as inspect } from '../packages/web/src/features/inspect/messages.en.js';
import { texts as intake } from '../packages/web/src/features/intake/messages.en.js';
import { texts as ledger } from '../packages/web/src/features/ledger/messages.en.js';
import { texts as memory } from '../packages/web/src/features/memory/messages.en.js';
import { texts as fields } from '../packages/web/src/features/termbase/fields-messages.en.js';
import { texts as termbase } from '../packages/web/src/features/termbase/messages.en.js';
import { texts as trying } from '../packages/web/src/features/termbase/try-messages.en.js';
import { texts as resources } from '../packages/web/src/parts/messages.en.js';
import { expect, open, test, type Server } from './application.js';

type Call = <T>(method: string, path: string, body?: unknown) => Promise<T>;

/** Data without a Latin letter: whatever is Latin on a page is a text of the interface that nobody translates. */
const FILES: readonly (readonly [name: string, content: string])[] = [
  [
    'шлюз.csv',
    'Русский;Ελληνικά;Примечание\nшлюз;κλειδαριά;камера\nплотина;φράγμα;\nканал;;\nкамера шлюза;θάλαμος;см. шлюз\nплотина;υδατοφράκτης;\nШЛЮЗ;κλειδαριά;\n;;\n',
  ],
  ['пусто.csv', ''],
  ['рисунок.csv', '\u0089PNG\r\n\u001a\n'],
  [
    'память.tmx',
    `<tmx version="1.4"><header srclang="ru" segtype="sentence" datatype="plaintext" o-tmf="" adminlang="ru" creationtool="" creationtoolversion=""/><body>
<tu changedate="20261101T101500Z" changeid="мара"><tuv xml:lang="ru"><seg>Камера шлюза наполняется.</seg></tuv><tuv xml:lang="el"><seg>Ο θάλαμος γεμίζει.</seg></tuv></tu>
<tu><tuv xml:lang="ru"><seg>Камера шлюза наполняется.</seg></tuv><tuv xml:lang="el"><seg>Ο θάλαμος αδειάζει 2.</seg></tuv></tu>
<tu><tuv xml:lang="ru"><seg>Вода <bpt i="1">б</bpt>уходит<ept i="1">б</ept><ph type="lb"/>.</seg></tuv><tuv xml:lang="el"><seg>Το νερό φεύγει.</seg></tuv></tu>
<tu><tuv xml:lang="ru"><seg>Только по-русски.</seg></tuv></tu>
</body></tmx>`,
  ],
];

const TEXTS: readonly (readonly [name: string, content: string])[] = [
  ['порядок.txt', 'Камера шлюза наполняется водой. Суда ждут у ворот.\n\nКанал закрыт на зиму. Плотина открыта.\n'],
  [
    'τάξη.txt',
    'Ο θάλαμος γεμίζει με νερό. Τα πλοία περιμένουν στις πύλες.\n\nΤο κανάλι είναι κλειστό τον χειμώνα. Το φράγμα είναι ανοιχτό.\n',
  ],
];

/** Fills the server, and gives back the pages that there are. */
async function filled(server: Server): Promise<string[]> {
  const call = caller(server.address) as Call;
  const ended = async (id: number): Promise<{ result: Record<string, unknown> }> => {
    for (;;) {
      const job = await call<{ state: string; result: Record<string, unknown> }>('GET', `/jobs/${id}`);
      if (job.state !== 'running') return job;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  };
  const { id: client } = await call<{ id: number }>('POST', '/clients', { name: 'Бренник' });
  const files: number[] = [];
  for (const [name, content] of FILES) {
    const bytes = Buffer.from(content, name.includes('рисунок') ? 'latin1' : 'utf8');
    const path = `/intake/files?client=${client}&name=${encodeURIComponent(name)}`;
    const { fileId, jobId } = await call<{ fileId: number; jobId: number }>('POST', path, bytes);
    files.push(fileId);
    await ended(jobId);
  }
  const termbase = await ended(
    (await call<{ id: number }>('POST', `/intake/files/${files[0]}/write`, { newName: 'Термины' })).id,
  );
  const termbaseId = Number(termbase.result.termbaseId);
  await ended((await call<{ id: number }>('POST', `/intake/files/${files[3]}/write-units`, { newName: 'Память' })).id);
  await ended((await call<{ id: number }>('POST', `/termbases/${termbaseId}/inspection`)).id);
  await ended((await call<{ id: number }>('POST', '/memories/1/inspection')).id);
  const kept = async ([name, content]: readonly [string, string]): Promise<object> => ({
    name,
    ...(await call<object>('POST', '/alignments/files', Buffer.from(content))),
  });
  const { jobId } = await call<{ jobId: number }>('POST', '/alignments', {
    clientId: client,
    source: await kept(TEXTS[0]!),
    target: await kept(TEXTS[1]!),
  });
  await ended(jobId);
  return [
    '/holdings',
    '/intake',
    ...files.map((id) => `/intake/${id}`),
    `/termbases/${termbaseId}`,
    `/termbases/${termbaseId}?concept=1`,
    `/termbases/${termbaseId}/fields`,
    `/termbases/${termbaseId}/text`,
    '/memories/1',
    '/memories/1?unit=1',
    `/concordance?q=${encodeURIComponent('шлюза')}`,
    '/align',
    '/align/1',
    '/inspect',
    `/inspect/${termbaseId}`,
    '/inspect/memories/1',
    '/merge',
    '/rehearse',
    '/corrections',
    '/ledger',
    '/nowhere',
  ];
}

/** What stands in Latin letters whatever the language: names of formats, encodings and data categories, units, tags, keys. */
const ANYWHERE =
  /^(?:csv|tmx|txt|tbx|xliff|xlsx|docx|html|zip|srx|utf|iso|bcp|ru|el|und|kb|mb|gb|ctrl|esc|enter|alt|shift|aa|png|english|deutsch|le|be|windows|koi|jis|euc|jp|kr|big|ibm|mac|macintosh|ce|cyrillic|note)$/i;

/** Words in Latin letters in all that a page shows or says to a screen reader. */
async function latinWords(page: Page): Promise<string[]> {
  const texts = await page.evaluate(() => {
    const found: string[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const parent = node.parentElement!;
      // A text that says its language is data, or the name of a language in itself.
      if (!parent.closest('script, style, kbd, body [lang]')) found.push(node.textContent ?? '');
    }
    for (const element of document.querySelectorAll('*'))
      for (const name of ['aria-label', 'title', 'placeholder', 'alt', 'aria-description'])
        if (element.getAttribute(name)) found.push(element.getAttribute(name)!);
    return found;
  });
  return [
    ...new Set(
      texts.flatMap((text) =>
        (text.match(/[A-Za-z]{2,}/g) ?? [])
          .filter((word) => !ANYWHERE.test(word))
          .map((word) => `${word} ← ${text.slice(0, 80)}`),
      ),
    ),
  ];
}

test('in a pseudo-language no page has a word of English', async ({ page, emptyServer: server }) => {
  test.setTimeout(600_000);
  const pages = await filled(server);
  await page.addInitScript((language) => localStorage.setItem('fair-copy-language', language), PSEUDO);
  await open(page, server, '/holdings', 1);
  const left: string[] = [];
  for (const path of pages) {
    await page.goto(server.address + path);
    await page.getByRole('heading', { level: 1 }).first().waitFor();
    await page.waitForTimeout(400);
    left.push(...(await latinWords(page)).map((word) => `${path}: ${word}`));
  }
  // Menus, popovers and dialogs: whatever a button of the page opens.
  for (const path of [
    '/holdings',
    '/intake/1',
    '/intake/4',
    '/termbases/1?concept=1',
    '/memories/1?unit=1',
    '/align/1',
    '/inspect/1',
    '/ledger',
  ]) {
    await page.goto(server.address + path);
    await page.getByRole('heading', { level: 1 }).first().waitFor();
    await page.waitForTimeout(500);
    const openers = page.locator('[aria-haspopup]:visible');
    const count = Math.min(await openers.count(), 16);
    for (let i = 0; i < count; i++) {
      await openers
        .nth(i)
        .click({ timeout: 2000 })
        .catch(() => undefined);
      await page.waitForTimeout(150);
      left.push(...(await latinWords(page)).map((word) => `${path}, opened: ${word}`));
      await page.keyboard.press('Escape');
      await page.waitForTimeout(100);
    }
    await page.keyboard.press('?');
    await page.waitForTimeout(300);
    left.push(...(await latinWords(page)).map((word) => `${path}, keys: ${word}`));
    await page.keyboard.press('Escape');
  }
  expect([...new Set(left)]).toEqual([]);
});

/** Texts of a catalogue that stand as they are, and are too long to be anything else by chance. */
function sentences(texts: unknown): string[] {
  if (typeof texts === 'string') return texts.length > 12 && texts.includes(' ') ? [texts] : [];
  return texts !== null && typeof texts === 'object' ? Object.values(texts).flatMap(sentences) : [];
}

test('in German every page is German', async ({ page, emptyServer: server }) => {
  test.setTimeout(300_000);
  const english = sentences([
    everywhere,
    align,
    concordance,
    holdings,
    inspect,
    intake,
    ledger,
    memory,
    fields,
    termbase,
    trying,
    resources,
  ]);
  expect(english.length).toBeGreaterThan(200);
  const pages = await filled(server);
  // Chosen once, in the help: it stays chosen.
  await open(page, server, '/holdings', 1);
  await page.keyboard.press('?');
  await page.getByRole('combobox', { name: 'Language of the interface' }).click();
  await page.getByRole('option', { name: 'Deutsch' }).click();
  await expect(page.locator('html')).toHaveAttribute('lang', 'de');
  const stages = ['Bestand', 'Eingang', 'Paaren', 'Zusammenführen', 'Prüfen', 'Proben', 'Korrekturen', 'Journal'];
  const left: string[] = [];
  for (const path of pages) {
    await page.goto(server.address + path);
    await page.getByRole('heading', { level: 1 }).first().waitFor();
    for (const stage of stages)
      await expect(page.getByRole('banner').getByText(stage, { exact: false }).first()).toBeVisible();
    const html = await page.evaluate(() => document.body.innerText + document.body.innerHTML);
    left.push(...english.filter((text) => html.includes(text)).map((text) => `${path}: ${text}`));
    const sideways = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    );
    if (sideways > 0) left.push(`${path}: ${sideways} pixels too wide`);
  }
  expect(left).toEqual([]);
  await page.goto(`${server.address}/ledger`);
  await expect(page.getByText(/шлюз.csv übernommen: \d Einträge in „Термины“/)).toBeVisible();
  await page.goto(`${server.address}/intake/1`);
  await expect(page.getByText('Trennzeichen, getrennt durch')).toBeVisible();
});
