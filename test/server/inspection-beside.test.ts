/** What inspections look at besides: word lists, memories beside a termbase, what is not written yet; several at once. */
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { LookedAhead } from '@fair-copy/api/ahead.js';
import type {
  InspectionOverview,
  InspectionProfile,
  InspectionStanding,
  MatterRow,
} from '@fair-copy/api/inspection.js';
import { Application, unitsWritten } from './application.js';

let server: Application;
let client: number;
let memory: number;
let termbase: number;
let memoryFile: number;
let glossaryFile: number;

const tu = (english: string, other: string, language = 'de'): string =>
  `<tu><tuv xml:lang="en"><seg>${english}</seg></tuv><tuv xml:lang="${language}"><seg>${other}</seg></tuv></tu>`;
const tmx = (units: readonly string[]): string =>
  `<tmx version="1.4"><header srclang="en"/><body>${units.join('\n')}</body></tmx>`;

const UNITS = [
  tu('The lock keeper opens the gate.', 'Der Schleusenwärter öffnet das Tor.'),
  tu('The lock keeper closes the gate.', 'Der Wärter schließt das Tor.'),
  tu('Ask the lock keeper before you moor.', 'Fragen Sie vor dem Festmachen den Wärter.'),
  tu('Call the lock keeper by radio.', 'Rufen Sie den Wärter über Funk.'),
  tu('Wait until the chamber is full.', 'Warten Sie, bis die Kamer voll ist.'),
  tu('The gate is open.', 'La porta è apertta.', 'it'),
];

beforeAll(async () => {
  server = await Application.start();
  client = await server.client();
  const taken = await server.takeIn(client, 'a.tmx', tmx(UNITS));
  memoryFile = taken.fileId;
  const job = await server.ask<{ id: number }>('POST', `/intake/files/${memoryFile}/write-units`, { newName: 'A' });
  memory = unitsWritten(await server.ended(job.id)).memoryId;
  const glossary = 'German;English\nSchleusenwärter;lock keeper\nTreidelpfad;towpath\nKran ;crane\n';
  glossaryFile = (await server.takeIn(client, 'terms.csv', glossary)).fileId;
  const written = await server.ask<{ id: number }>('POST', `/intake/files/${glossaryFile}/write`, { newName: 'T' });
  termbase = ((await server.ended(written.id)).result as { termbaseId: number }).termbaseId;
});
afterAll(() => server.stop());

const run = async (path: string, body?: object): Promise<unknown> => {
  const { id } = await server.ask<{ id: number }>('POST', path, body);
  return (await server.ended(id)).result;
};
const profile = (): Promise<InspectionProfile> => server.ask('GET', `/inspection-profiles/${client}`);
const keep = async (part: Partial<InspectionProfile>): Promise<unknown> =>
  server.ask('PUT', `/inspection-profiles/${client}`, { ...(await profile()), ...part });
const checksOf = async (path: string): Promise<string[]> =>
  (await server.ask<MatterRow[]>('GET', `${path}/findings`)).map(({ check }) => check);

test('spelling is looked at where a list ships, and where none does is said', async () => {
  await run(`/memories/${memory}/inspection`);
  const found = await server.ask<MatterRow[]>('GET', `/memories/${memory}/findings?check=spelling`);
  expect(found).toMatchObject([{ evidence: 'Kamer', language: 'de', said: { code: 'spelling' } }]);
  const { unlisted } = await server.ask<InspectionOverview>('GET', `/memories/${memory}/inspection`);
  expect(unlisted).toEqual(['it']);
});

test('a check that is switched off is not looked for, and said to be off', async () => {
  await keep({ without: ['spelling'] });
  await run(`/memories/${memory}/inspection`);
  expect(await checksOf(`/memories/${memory}`)).not.toContain('spelling');
  expect(await server.ask('GET', `/memories/${memory}/inspection`)).toMatchObject({ off: ['spelling'] });
  await keep({ without: [] });
});

test('a termbase beside memories: terms that are never used, and what is said instead', async () => {
  await run(`/termbases/${termbase}/inspection`);
  expect(await checksOf(`/termbases/${termbase}`)).not.toContain('term-unused');
  expect(await server.ask('GET', `/termbases/${termbase}/inspection`)).toMatchObject({
    idle: ['term-unused', 'term-otherwise', 'word-without-term', 'otherwise-elsewhere'],
  });
  await keep({ besideMemories: [memory] });
  await run(`/termbases/${termbase}/inspection`);
  const found = await server.ask<MatterRow[]>('GET', `/termbases/${termbase}/findings`);
  expect(found.filter(({ check }) => check === 'term-unused').map(({ text }) => text)).toEqual(
    expect.arrayContaining(['Treidelpfad']),
  );
  expect(found.find(({ check }) => check === 'term-otherwise')).toMatchObject({
    said: { values: { expected: ['Schleusenwärter'], said: 4, meant: 1 } },
  });
  await keep({ withoutOfTermbases: ['term-unused'] });
  await run(`/termbases/${termbase}/inspection`);
  expect(await checksOf(`/termbases/${termbase}`)).not.toContain('term-unused');
});

test('how it stands with everything of a client', async () => {
  const all = await server.ask<InspectionStanding[]>('GET', `/inspections?client=${client}`);
  expect(all.map(({ kind, name }) => [kind, name])).toEqual([
    ['termbase', 'T'],
    ['memory', 'A'],
  ]);
  for (const { inspectedAt } of all) expect(inspectedAt).not.toBeNull();
});

test('what is about to be written is looked at, and nothing is written', async () => {
  const before = await server.ask<unknown[]>('GET', `/ledger?client=${client}`);
  const units = (await run(`/intake/files/${memoryFile}/inspect-ahead`)) as LookedAhead;
  expect(units).toMatchObject({ kind: 'memory', items: 6, unlisted: ['it'] });
  const slip = units.findings.find(({ check }) => check === 'spelling')!;
  expect(slip).toMatchObject({ number: 5, place: 1 });
  const { from, to } = slip.marks[0]!;
  expect(slip.texts[1]!.text.slice(from, to)).toBe('Kamer');
  const entries = (await run(`/intake/files/${glossaryFile}/inspect-ahead`)) as LookedAhead;
  expect(entries).toMatchObject({ kind: 'termbase', items: 3 });
  expect(await server.ask<unknown[]>('GET', `/ledger?client=${client}`)).toEqual(before);
});
