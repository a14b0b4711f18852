import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { strFromU8, unzipSync } from 'fflate';
import type { AlignmentBody, AlignmentItem } from '@fair-copy/api/alignments.js';
import { Application } from './application.js';

let server: Application;
let client: number;
beforeAll(async () => {
  server = await Application.start();
  client = await server.client();
});
afterAll(() => server.stop());

const ENGLISH =
  'The weir is closed.\nBoats wait at post 12.\nThe lock keeper opens the gate at 6.\nFees are paid in the office.\n';
const GERMAN =
  'Das Wehr ist gesperrt.\nBoote warten an Pfosten 12.\nDer Schleusenwärter öffnet das Tor um 6.\nGebühren werden im Büro bezahlt.\n';

async function kept(name: string, text: string): Promise<{ name: string; sha256: string }> {
  const { sha256 } = await server.ask<{ sha256: string }>('POST', '/alignments/files', Buffer.from(text));
  return { name, sha256 };
}

async function paired(source = ENGLISH, target = GERMAN, reading?: object): Promise<AlignmentBody> {
  const files = { source: await kept('rules.txt', source), target: await kept('regeln.txt', target) };
  const body = { clientId: client, ...files, reading };
  const { id, jobId } = await server.ask<{ id: number; jobId: number }>('POST', '/alignments', body);
  await server.ended(jobId);
  return server.ask<AlignmentBody>('GET', `/alignments/${id}`);
}

test('files are cut, their languages found, and paired; the pairs are kept as they are changed', async () => {
  const alignment = await paired();
  expect(alignment).toMatchObject({ state: 'ready', source: { language: 'en' }, target: { language: 'de' } });
  expect(alignment.beads.map((bead) => bead.slice(0, 4))).toEqual([0, 1, 2, 3].map((k) => [k, k + 1, k, k + 1]));
  const beads = [[0, 2, 0, 2, 1, 1, 0], ...alignment.beads.slice(2)];
  await server.ask('PUT', `/alignments/${alignment.id}`, { beads });
  const again = await server.ask<{ id: number }>('POST', `/alignments/${alignment.id}/again`);
  await server.ended(again.id);
  const after = await server.ask<AlignmentBody>('GET', `/alignments/${alignment.id}`);
  expect(after.beads[0]).toEqual([0, 2, 0, 2, 1, 1, 0]);
  const list = await server.ask<AlignmentItem[]>('GET', `/alignments?client=${client}`);
  expect(list.map(({ id }) => id)).toContain(alignment.id);
});

test('files are cut into paragraphs, or by rules of one’s own, when they are asked for; and so again later', async () => {
  const usual = { hidden: false, changes: 'accepted', cut: 'sentences', rules: null };
  const english = 'Wait here. Then go; slowly.\nThe gate is shut.\n';
  const german = 'Hier warten. Dann los; langsam.\nDas Tor ist zu.\n';
  const segments = async (reading: object): Promise<readonly string[]> =>
    (await paired(english, german, { ...usual, ...reading })).sourceSegments;
  expect(await segments({})).toEqual(['Wait here.', 'Then go; slowly.', 'The gate is shut.']);
  const parted = async (reading: object): Promise<readonly string[]> =>
    (await paired('The water-\nway is closed.\n', german, { ...usual, ...reading })).sourceSegments;
  expect(await parted({})).toEqual(['The waterway is closed.']);
  expect(await parted({ parted: true })).toEqual(['The water-', 'way is closed.']);
  // One sentence on each line of a usual length: no blank line parts paragraphs, and the one at the end is none.
  const lines = [
    'The keeper closes both of the gates at the end of the day',
    'Boats that come later wait at the lower basin until morning',
  ];
  const listed = await paired(`${lines.join('\n')}\n`, german, { ...usual, cut: 'paragraphs' });
  expect(listed.sourceSegments).toEqual(lines);
  expect(await segments({ cut: 'paragraphs' })).toEqual(['Wait here. Then go; slowly.', 'The gate is shut.']);
  // SRX 2.0 as its specification writes it: a break after each semicolon, none after a full stop.
  const srx = `<?xml version="1.0"?><srx xmlns="http://www.lisa.org/srx20" version="2.0"><header segmentsubflows="yes" cascade="no"/>
    <body><languagerules><languagerule languagerulename="own"><rule break="yes"><beforebreak>;</beforebreak><afterbreak>\\s</afterbreak></rule></languagerule></languagerules>
    <maprules><languagemap languagepattern=".*" languagerulename="own"/></maprules></body></srx>`;
  const rules = await kept('own.srx', srx);
  const own = await paired(english, german, { ...usual, rules });
  expect(own.sourceSegments).toEqual(['Wait here. Then go;', 'slowly.', 'The gate is shut.']);
  const again = { source: 'en-GB', target: 'de' };
  const job = await server.ask<{ id: number }>('POST', `/alignments/${own.id}/languages`, again);
  await server.ended(job.id);
  const later = await server.ask<AlignmentBody>('GET', `/alignments/${own.id}`);
  expect(later.sourceSegments).toEqual(own.sourceSegments);
  // What is no file of rules says so, by its name.
  const wrong = await paired(english, german, { ...usual, rules: await kept('rules.srx', '<p>no rules</p>') });
  expect([wrong.state, wrong.error?.values]).toEqual(['failed', { code: 'rules-no-srx', details: {} }]);
});

test('a list of pairs that loses or doubles a segment is refused, and nothing changes', async () => {
  const { id, beads } = await paired();
  for (const wrong of [beads.slice(1), [...beads, beads[0]!], [[0, 9, 0, 4, 1, 0, 0]]]) {
    await server.ask('PUT', `/alignments/${id}`, { beads: wrong }, 400);
  }
  expect((await server.ask<AlignmentBody>('GET', `/alignments/${id}`)).beads).toEqual(beads);
});

test('while it is being paired nothing else is taken; stopped, everything is as it was', async () => {
  const { id, beads, pairedAt } = await paired();
  const job = await server.ask<{ id: number }>('POST', `/alignments/${id}/languages`, { source: 'fr', target: 'de' });
  await server.ask('PUT', `/alignments/${id}`, { beads }, 409);
  await server.ask('POST', `/jobs/${job.id}/stop`);
  const { state } = await server.ended(job.id);
  const after = await server.ask<AlignmentBody>('GET', `/alignments/${id}`);
  expect(after.state).toBe('ready');
  if (state === 'stopped') expect(after).toMatchObject({ beads, pairedAt, source: { language: 'en' } });
  else expect(after.source.language).toBe('fr');
});

test('a file that was never received is refused', async () => {
  const side = { sha256: 'a'.repeat(64), name: 'gone.txt' };
  await server.ask('POST', '/alignments', { clientId: client, source: side, target: side }, 404);
});

test('pairs are written to a memory as one operation; doubtful ones are left out where only sure ones are asked for', async () => {
  const { id, beads } = await paired();
  const doubtful = beads.map((bead, k) => [...bead.slice(0, 4), k === 0 ? 0.4 : 0.95, k === 1 ? 1 : 0, 0]);
  await server.ask('PUT', `/alignments/${id}`, { beads: doubtful });
  const job = await server.ask<{ id: number }>('POST', '/alignments/write', {
    ids: [id],
    newName: 'Rules',
    sure: 0.8,
  });
  const { result } = await server.ended(job.id);
  expect(result).toMatchObject({ files: [{ fileId: null, written: { memory: 'Rules', units: 3 } }] });
  expect(await server.ask('GET', `/alignments/${id}`)).toMatchObject({ written: { memory: 'Rules', units: 3 } });
  // What is left out of a file is listed, with the reason.
  const cut = doubtful.map((bead, k) => (k === 0 ? [...bead, 0.99] : bead));
  await server.ask('PUT', `/alignments/${id}`, { beads: cut });
  expect(await server.ask('GET', `/alignments/${id}`)).toMatchObject({ beads: cut });
  const out = await server.ask<{ id: number }>('POST', '/alignments/hand-over', {
    ids: [id],
    format: 'left out',
    sure: 0.8,
  });
  const { path } = (await server.ended(out.id)).result as { path: string };
  const said = Object.values(unzipSync(readFileSync(path))).map((part) => strFromU8(part));
  expect(said.join()).toContain('40 % sure; it belongs together, only the cut is in doubt');
});

test('another language cuts and pairs the files again', async () => {
  const { id } = await paired();
  const job = await server.ask<{ id: number }>('POST', `/alignments/${id}/languages`, {
    source: 'en-GB',
    target: 'de_at',
  });
  await server.ended(job.id);
  expect(await server.ask('GET', `/alignments/${id}`)).toMatchObject({
    state: 'ready',
    source: { language: 'en-GB' },
    target: { language: 'de-AT' },
  });
  await server.ask('DELETE', `/alignments/${id}`);
  await server.ask('GET', `/alignments/${id}`, undefined, 404);
});

test('a file without text says so', async () => {
  const alignment = await paired('\n\n', GERMAN);
  expect(alignment).toMatchObject({ state: 'failed', error: { code: 'no-text', values: { name: 'rules.txt' } } });
});

/** Words of a trade that no list has, as the client's memory has them. */
const OF_THE_TRADE = [
  ['flimmock', 'Grottling'],
  ['brakkle', 'Semmrich'],
  ['dosker', 'Hulm'],
  ['vurrel', 'Tappert'],
  ['quoll', 'Ninse'],
  ['zamber', 'Okel'],
] as const;

test('the client’s memories teach words that a short text cannot', async () => {
  const own = await server.client('Fennmoor Boatyard');
  const units = OF_THE_TRADE.map(
    ([en, de]) => `<tu><tuv xml:lang="en"><seg>the ${en}</seg></tuv><tuv xml:lang="de"><seg>Der ${de}</seg></tuv></tu>`,
  );
  const tmx = `<tmx version="1.4"><header srclang="en"/><body>${units.join('')}</body></tmx>`;
  const { fileId } = await server.takeIn(own, 'trade.tmx', tmx);
  const { id } = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName: 'Trade' });
  await server.ended(id);
  const source = await kept('list.txt', OF_THE_TRADE.map(([en]) => en).join('\n\n'));
  const target = await kept('liste.txt', OF_THE_TRADE.flatMap(([, de], k) => (k === 2 ? [] : [de])).join('\n\n'));
  const linksFor = async (clientId: number): Promise<readonly (readonly (number | undefined)[])[]> => {
    const files = { clientId, source, target };
    const made = await server.ask<{ id: number; jobId: number }>('POST', '/alignments', files);
    await server.ended(made.jobId);
    const languages = { source: 'en', target: 'de' };
    const again = await server.ask<{ id: number }>('POST', `/alignments/${made.id}/languages`, languages);
    await server.ended(again.id);
    const { beads } = await server.ask<AlignmentBody>('GET', `/alignments/${made.id}`);
    return beads.map((bead) => bead.slice(0, 4));
  };
  const right = OF_THE_TRADE.map((_, k) => [k, k + 1, k - Number(k > 2), k - Number(k > 2) + Number(k !== 2)]);
  expect(await linksFor(own)).toEqual(right);
  expect(await linksFor(client)).not.toEqual(right);
  // A damaged memory teaches nothing, and stops nothing.
  const folder = join(server.dataDir, 'memories');
  for (const file of readdirSync(folder)) if (file.endsWith('.db')) writeFileSync(join(folder, file), 'x'.repeat(9000));
  expect(await linksFor(own)).toEqual(await linksFor(client));
});
