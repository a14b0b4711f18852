/** A client's kit, tried on documents: kept, run, read piece by piece, compared with the last time, handed over. */
import { readFileSync } from 'node:fs';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import type { CandidatesFound } from '@fair-copy/api/candidates.js';
import type { GalleySegment, KitPlan, RehearsalBody } from '@fair-copy/api/rehearsals.js';
import { Application, unitsWritten, type JobBody } from './application.js';
import { PNG } from '../png.js';

let server: Application;
let client: number;
let kit: number;
let lasting: number;
let older: number;
let portuguese: number;
let termbase: number;

const tu = (english: string, other: string, language: string): string =>
  `<tu><tuv xml:lang="en"><seg>${english}</seg></tuv><tuv xml:lang="${language}"><seg>${other}</seg></tuv></tu>`;

async function memory(name: string, language: string, pairs: readonly (readonly [string, string])[]): Promise<number> {
  const units = pairs.map(([english, other]) => tu(english, other, language)).join('\n');
  const text = `<tmx version="1.4"><header srclang="en"/><body>${units}</body></tmx>`;
  const { fileId } = await server.takeIn(client, `${name}.tmx`, text);
  const job = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName: name });
  return unitsWritten(await server.ended(job.id)).memoryId;
}

const DOCUMENT = [
  'Close the upper gate.',
  'Wait for the green light.',
  'Close the lower gate.',
  'The paddle gear is greased.',
  'Mind the paddle gear.',
  'Close the upper gate.',
].join('\n');

beforeAll(async () => {
  server = await Application.start();
  client = await server.client();
  lasting = await memory('Lasting', 'de', [
    ['Close the upper gate.', 'Schließen Sie das Obertor.'],
    ['Wait for the green light.', 'Warten Sie auf Grün.'],
    ['Never said again.', 'Nie wieder gesagt.'],
  ]);
  older = await memory('Older', 'de', [['Close the upper gate.', 'Obertor zu.']]);
  portuguese = await memory('Portuguese', 'pt', [['Close the upper gate.', 'Feche a comporta.']]);
  const { fileId } = await server.takeIn(
    client,
    'terms.csv',
    'English;German\nupper gate;Obertor\ntowpath;Treidelpfad\n',
  );
  const { result } = await server.write(fileId, { newName: 'Terms' });
  termbase = (result as { termbaseId: number }).termbaseId;
  kit = (
    await server.ask<{ id: number }>('POST', '/kits', { clientId: client, name: 'Handbooks', source: '', target: '' })
  ).id;
});
afterAll(() => server.stop());

const look = (): Promise<RehearsalBody> => server.ask('GET', `/rehearsals/${kit}`);
const keep = async (part: Partial<KitPlan>): Promise<void> => {
  const { plan } = await look();
  await server.ask('PUT', `/rehearsals/${kit}`, { ...plan, ...part });
};
const run = async (): Promise<JobBody> =>
  server.ended((await server.ask<{ id: number }>('POST', `/rehearsals/${kit}/run`)).id);
const galley = async (more = ''): Promise<readonly GalleySegment[]> =>
  (await server.ask<{ segments: GalleySegment[] }>('GET', `/rehearsals/${kit}/segments?${more}`)).segments;

test('nothing chosen is said, and what does not serve a pair is known before anything is tried', async () => {
  expect(await look()).toMatchObject({ outcome: null, plan: { documents: [] } });
  const refused = await server.ask('POST', `/rehearsals/${kit}/run`, undefined, 409);
  expect(refused).toMatchObject({ code: 'nothing-to-rehearse' });
  const none = await server.ask<{ id: number }>('POST', `/rehearsals/${kit}/hand-over`, { what: 'xlsx' });
  expect((await server.ended(none.id)).error).toMatchObject({ code: 'not-rehearsed' });
  await keep({ source: 'en', target: 'de' });
  const { resources } = await look();
  expect(resources.map(({ name, fit }) => [name, fit])).toEqual([
    ['Lasting', 'same'],
    ['Older', 'same'],
    ['Terms', 'same'],
    ['Portuguese', 'none'],
  ]);
  expect(resources.find(({ id, kind }) => kind === 'memory' && id === portuguese)!.languages).toEqual(['en', 'pt']);
});

test('a rehearsal gives figures, what each memory brings, and the text with its matches and terms', async () => {
  const { sha256 } = await server.ask<{ sha256: string }>('POST', '/alignments/files', Buffer.from(DOCUMENT));
  await keep({
    documents: [{ sha256, name: 'rules.txt' }],
    memories: [
      { id: lasting, off: 0 },
      { id: older, off: 0 },
    ],
    termbases: [termbase],
  });
  expect((await run()).state).toBe('done');
  const { outcome, stale } = await look();
  expect(stale).toBe(false);
  expect(
    outcome!.all.bands.filter(({ segments }) => segments > 0).map(({ band, segments }) => [band, segments]),
  ).toEqual([
    ['context', 2],
    ['repetition', 1],
    ['75-84', 1],
    ['none', 2],
  ]);
  expect(outcome!.memories.map(({ name, added }) => [name, added > 0])).toEqual([
    ['Lasting', true],
    ['Older', false],
  ]);
  expect(outcome!.missing[0]).toMatchObject({ text: 'paddle gear', times: 2 });
  const [first] = await galley();
  expect(first).toMatchObject({ class: 'context', score: 100, terms: [{ term: 'upper gate', usable: ['Obertor'] }] });
  expect(first!.matches.map(({ memory: name, target }) => [name, target])).toEqual([
    ['Lasting', 'Schließen Sie das Obertor.'],
    ['Older', 'Obertor zu.'],
  ]);
  expect((await galley('band=none')).map(({ ordinal }) => ordinal)).toEqual([3, 4]);
});

test('a kit that is another by now says so, and the last figures stand beside the new ones', async () => {
  await keep({ memories: [{ id: older, off: 5 }] });
  expect(await look()).toMatchObject({ stale: true });
  const before = (await look()).outcome!.all;
  await run();
  const after = await look();
  expect(after.before).toEqual(before);
  expect(after.outcome!.all.bands.find(({ band }) => band === '95-99')!.segments).toBe(1);
  expect(after.outcome!.all.weighted).toBeGreaterThan(before.weighted);
});

test('what the client says is no term is not proposed again', async () => {
  await server.ask('POST', `/clients/${client}/no-terms`, { text: 'Paddle gear' });
  expect((await look()).plan.noTerms).toEqual(['paddle gear']);
  await run();
  expect((await look()).outcome!.missing.map(({ text }) => text)).not.toContain('paddle gear');
});

/** What is handed over, as members of its archive. */
async function handedOver(what: 'pack' | 'xlsx', language = 'en'): Promise<Record<string, string>> {
  const job = await server.ask<{ id: number }>('POST', `/rehearsals/${kit}/hand-over`, { what, language });
  const { path } = (await server.ended(job.id)).result as { path: string };
  const members = Object.entries(unzipSync(readFileSync(path)));
  return Object.fromEntries(members.map(([name, bytes]) => [name, strFromU8(bytes)]));
}

test('the packed kit has what matches and occurs, and the report', async () => {
  const packed = await handedOver('pack');
  expect(Object.keys(packed)).toEqual(['Older.tmx', 'Terms.tbx', 'report.xlsx', 'rates.json']);
  expect(packed['Terms.tbx']).toContain('Obertor');
  expect(packed['Terms.tbx']).not.toContain('Treidelpfad');
});

test('what is packed was rehearsed: a kit that is another by now changes nothing in it', async () => {
  await keep({ memories: [{ id: lasting, off: 0 }] });
  expect((await handedOver('pack'))['Older.tmx']).toContain('Obertor zu.');
});

test('memories whose files would have one name, and the pictures that concepts name, are packed side by side; what does not fit is reported, in the language of the reader', async () => {
  const first = await memory('Light?', 'de', [['Wait for the green light.', 'Auf grünes Licht warten.']]);
  const second = await memory('Light:', 'de', [
    ['Close the upper gate.', 'Obertor zu!'],
    ['Never said again.', 'Nie wieder gesagt.'],
  ]);
  const archive = zipSync({
    'ways.csv': strToU8('English;German;Picture\nlower gate;Untertor;gate.png\nsill;Drempel;sill.png\n'),
    'gate.png': PNG,
    'sill.png': PNG,
  });
  const upload = `/intake/files?client=${client}&name=ways.zip`;
  const { jobId } = await server.ask<{ jobId: number }>('POST', upload, Buffer.from(archive));
  await server.ended(jobId);
  const files = await server.ask<{ id: number; name: string }[]>('GET', `/intake/files?client=${client}`);
  const { id } = files.find(({ name }) => name === 'ways.csv')!;
  await server.file(id);
  const { result } = await server.write(id, { newName: 'Ways' });
  const { termbaseId } = result as { termbaseId: number };
  await keep({
    memories: [first, second, portuguese].map((id) => ({ id, off: 0 })),
    termbases: [termbaseId],
  });
  await run();
  const packed = await handedOver('pack');
  const names = ['Light_.tmx', 'Light_ 2.tmx', 'Ways.tbx', 'pictures/gate.png', 'report.xlsx', 'rates.json'];
  expect(Object.keys(packed)).toEqual(names);
  expect(packed['Light_ 2.tmx']).not.toContain('Nie wieder gesagt');
  expect(packed['Ways.tbx']).toContain('pictures/gate.png');
  const report = Object.values(await handedOver('xlsx')).join('');
  expect(report.includes('It has nothing in German; it has English, Portuguese.')).toBe(true);
  const inGerman = await handedOver('xlsx', 'de');
  expect(inGerman['xl/workbook.xml']!.includes('sheet name="Zahlen"')).toBe(true);
  const texts = Object.values(inGerman).join('');
  for (const said of ['genau, im Zusammenhang', 'Nichts auf Deutsch; vorhanden: Englisch, Portugiesisch.'])
    expect([said, texts.includes(said)]).toEqual([said, true]);
  // Numbers can be added up.
  expect(inGerman['xl/worksheets/sheet1.xml']!.includes('<c r="C2" s="3"><v>')).toBe(true);
  await keep({ memories: [{ id: older, off: 5 }], termbases: [termbase] });
});

test('what the documents come to is known before what matches, and gone when that is known', async () => {
  const before = await look();
  const lines = Array.from({ length: 1500 }, (_, i) => `Gate ${i % 1000} of the lock is greased in spring.`);
  const { sha256 } = await server.ask<{ sha256: string }>('POST', '/alignments/files', Buffer.from(lines.join('\n')));
  await keep({ documents: [{ sha256, name: 'long.txt' }] });
  const { id } = await server.ask<{ id: number }>('POST', `/rehearsals/${kit}/run`);
  const seen: RehearsalBody['counted'][] = [];
  for (;;) {
    const { state } = await server.ask<JobBody>('GET', `/jobs/${id}`);
    seen.push((await look()).counted);
    if (state !== 'running') break;
    await new Promise((resolve) => setTimeout(resolve, 2));
  }
  expect(seen).toContainEqual([{ name: 'long.txt', segments: 1500, words: 13_500, repeated: 4500 }]);
  expect((await look()).counted).toBeNull();
  await keep({ documents: before.plan.documents });
  await run();
});

test('the galley is filtered and sorted; a match says what its unit says by now, and what is noted goes into the report', async () => {
  const other = await memory('Other words', 'de', [['Close the upper gate.', 'Obertor dicht!']]);
  await keep({ memories: [lasting, other].map((id) => ({ id, off: 0 })) });
  await run();
  const doubtful = await galley('show=doubts');
  expect(doubtful.map(({ text, doubts }) => [text, doubts])).toEqual([
    // At its first place the upper gate is in context in one of the memories: what another says of it is no doubt.
    ['Close the lower gate.', ['targets']],
    ['Close the upper gate.', ['targets']],
  ]);
  const gates = (await galley('show=terms')).map(({ text }) => text);
  expect(gates).toEqual(['Close the upper gate.', 'Close the upper gate.']);
  const scores = (await galley('order=worst')).map(({ score }) => score);
  expect(scores).toEqual(scores.toSorted((a, b) => a - b));
  const longest = (await galley('order=longest')).map(({ words }) => words);
  expect(longest).toEqual(longest.toSorted((a, b) => b - a));

  const [match] = doubtful[0]!.matches;
  const at = `/memories/${match!.memoryId}/units/${match!.unit}`;
  await server.ask('PATCH', at, { variant: 1, text: 'Obertor schließen.', codes: [] });
  const corrected = (await galley('show=doubts'))[0]!.matches;
  expect(corrected.map(({ standing, target }) => [standing, target])).toEqual([
    ['changed', 'Obertor schließen.'],
    ['same', 'Obertor dicht!'],
  ]);
  await server.ask('DELETE', `/memories/${other}`);
  expect((await galley('show=doubts'))[0]!.matches[1]).toMatchObject({ standing: 'gone', target: 'Obertor dicht!' });

  const { document, text } = doubtful[0]!;
  const noted = (note: string): Promise<unknown> =>
    server.ask('PUT', `/rehearsals/${kit}/note`, { document, text, note });
  await noted('Ask which gate');
  expect((await galley('show=notes')).map(({ note }) => note)).toEqual(['Ask which gate']);
  expect(Object.values(await handedOver('xlsx')).join('')).toContain('Ask which gate');
  await noted(' ');
  expect(await galley('show=notes')).toEqual([]);
  await keep({ memories: [{ id: older, off: 5 }] });
});

test('the galley says where in a segment codes stand', async () => {
  const before = await look();
  const page = '<p>Close the <b>upper gate</b> before you go. Then wait <a href="w">here</a>.</p>';
  const { sha256 } = await server.ask<{ sha256: string }>('POST', '/alignments/files', Buffer.from(page));
  await keep({ documents: [{ sha256, name: 'page.html' }] });
  expect((await run()).state).toBe('done');
  expect((await galley()).map(({ text, codes }) => [text, codes])).toEqual([
    ['Close the upper gate before you go.', [10, 20]],
    ['Then wait here.', [10, 14]],
  ]);
  // Terms are where they stand in the text that is shown, also behind codes and across one.
  const [{ text, terms }] = (await galley()) as [GalleySegment];
  expect(terms.map(({ start, end }) => text.slice(start, end))).toEqual(['upper gate']);
  await keep({ documents: before.plan.documents });
});

test('words parted at the end of a line are made whole, unless the kit says otherwise', async () => {
  const before = await look();
  const text = 'Each lock has two gates and a sluice, and the water-\nway has forty of them.\n';
  const { sha256 } = await server.ask<{ sha256: string }>('POST', '/alignments/files', Buffer.from(text));
  const read = async (parted: boolean): Promise<string> => {
    await keep({ documents: [{ sha256, name: 'wrapped.txt' }], reading: { headers: false, hidden: false, parted } });
    await run();
    return (await galley()).map((segment) => segment.text).join(' ');
  };
  expect(await read(false)).toContain('the waterway has');
  expect((await read(true)).replace(/\s/g, '')).toContain('thewater-wayhas');
  await keep({ documents: before.plan.documents, reading: before.plan.reading });
  await run();
});

test('a document that holds no text is refused by its name, and the last rehearsal stands', async () => {
  const before = await look();
  const { sha256 } = await server.ask<{ sha256: string }>('POST', '/alignments/files', Buffer.from('\n\n'));
  await keep({ documents: [{ sha256, name: 'empty.txt' }] });
  const job = await run();
  expect(job.state).toBe('failed');
  expect(JSON.stringify(job.error)).toContain('empty.txt');
  expect((await look()).outcome).toEqual(before.outcome);
});

test('a whole memory says what it often has and no termbase, with what it says for it; refused ones stay away', async () => {
  const pairs = [
    ['The mooring ring is on the wall.', 'Der Festmacherring ist an der Mauer.'],
    ['Use the mooring ring.', 'Benutzen Sie den Festmacherring.'],
    ['A mooring ring holds one boat.', 'Ein Festmacherring hält ein Boot.'],
    ['The weir is open.', 'Das Wehr ist offen.'],
    ['Mind the gap.', 'Achten Sie auf den Spalt.'],
    ['The water is high.', 'Das Wasser steht hoch.'],
    ['The upper gate is shut.', 'Das Obertor ist zu.'],
    ['Mind the upper gate.', 'Achten Sie auf das Obertor.'],
  ] as const;
  const id = await memory('Rings', 'de', pairs);
  const find = async (): Promise<CandidatesFound> => {
    const job = await server.ask<{ id: number }>('POST', `/memories/${id}/candidates`, { source: 'en', target: 'de' });
    return (await server.ended(job.id)).result as CandidatesFound;
  };
  const { candidates } = await find();
  expect(candidates[0]).toMatchObject({ text: 'mooring ring', times: 3, counterpart: 'Festmacherring' });
  expect(candidates[0]!.contexts[0]).toBe('The mooring ring is on the wall.');
  expect(candidates.map(({ text }) => text)).not.toContain('upper gate');
  await server.ask('POST', `/clients/${client}/no-terms`, { text: 'mooring ring' });
  expect((await find()).candidates.map(({ text }) => text)).not.toContain('mooring ring');
});

test('of a memory of many units, the same is found', async () => {
  const filling = Array.from(
    { length: 20_100 },
    (_, i) => [`Towpath ${i} is shut.`, `Treidelpfad ${i} gesperrt.`] as const,
  );
  const many = await memory('Many', 'de', [
    ['Close the upper gate.', 'Schließen Sie das Obertor.'],
    ...filling,
    ['Mind all the paddle gear.', 'Achten Sie auf die Schütze.'],
  ]);
  const text = 'Close the upper gate.\nMind the paddle gear.\nTowpath 17 is shut.';
  const { sha256 } = await server.ask<{ sha256: string }>('POST', '/alignments/files', Buffer.from(text));
  await keep({ documents: [{ sha256, name: 'many.txt' }], memories: [{ id: many, off: 0 }], termbases: [] });
  expect((await run()).error).toBeNull();
  const found = (await galley()).map(({ class: kind, matches }) => [kind, matches[0]!.source, matches.length]);
  expect(found).toEqual([
    ['exact', 'Close the upper gate.', 1],
    ['fuzzy', 'Mind all the paddle gear.', 1],
    ['exact', 'Towpath 17 is shut.', 5],
  ]);
});
