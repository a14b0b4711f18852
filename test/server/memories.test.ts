import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Application, unitsWritten, type JobBody } from './application.js';

/** A unit of TMX in English and German, as the standard (TMX 1.4b, LISA OSCAR) writes it. */
function tu(english: string, german: string, more = ''): string {
  return `<tu ${more}><tuv xml:lang="EN-us"><seg>${english}</seg></tuv><tuv xml:lang="de"><seg>${german}</seg></tuv></tu>`;
}

function tmx(units: readonly string[]): string {
  return `<?xml version="1.0"?><tmx version="1.4"><header srclang="en" creationtool="x" creationtoolversion="1" segtype="sentence" o-tmf="x" adminlang="en" datatype="xml"/><body>\n${units.join('\n')}\n</body></tmx>`;
}

const UNITS = [
  tu('Open the upper lock gate.', 'Öffnen Sie das Obertor.', 'changedate="20240102T000000Z" changeid="mara"'),
  tu('Close the lock gate.', 'Schließen Sie das Schleusentor.', 'changedate="20250102T000000Z" changeid="jon"'),
  tu(
    'Press <bpt i="1">&lt;b&gt;</bpt>Start<ept i="1">&lt;/b&gt;</ept>.',
    'Drücken Sie <bpt i="1">&lt;b&gt;</bpt>Start<ept i="1">&lt;/b&gt;</ept>.',
  ),
  tu('Close the lock gate.', 'Schließen Sie das Schleusentor.', 'changedate="20230102T000000Z"'),
  '<tu><tuv xml:lang="en"><seg>Lonely</seg></tuv></tu>',
];

interface Memory {
  units: number;
  languages: { language: string; units: number }[];
}
interface Page {
  total: number;
  units: readonly {
    id: number;
    variants: { language: string; text: string }[];
    props?: { type: string; text: string }[];
  }[];
}
interface FileBody {
  units: {
    count: number;
    taken: number;
    reasons: Record<string, number>;
    languages: { spelling: string; tag: string }[];
  } | null;
}

let server: Application;
let client: number;
let memory: number;

async function takeIn(name: string, content: string): Promise<number> {
  const { fileId, job } = await server.takeIn(client, name, content);
  expect(job.state).toBe('done');
  return fileId;
}

async function writeUnits(fileId: number, body: object): Promise<Record<string, number>> {
  const { id } = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, body);
  const job = await server.ended(id);
  expect(job.error).toBeNull();
  return unitsWritten(job);
}

const units = (filter: object, sort?: object): Promise<Page> =>
  server.units(memory, { filter, limit: 200, ...(sort && { sort }) });

const texts = (page: Page): string[] => page.units.map((unit) => unit.variants[0]!.text);

async function bulk(change: object, filter: object = {}): Promise<{ ledgerId: number; changed: number }> {
  const { id } = await server.ask<{ id: number }>('POST', `/memories/${memory}/bulk`, { filter, change });
  const job = await server.ended(id);
  expect(job.error).toBeNull();
  return job.result as { ledgerId: number; changed: number };
}

beforeAll(async () => {
  server = await Application.start();
  client = await server.client();
  const fileId = await takeIn('old.tmx', tmx(UNITS));
  const file = await server.ask<FileBody>('GET', `/intake/files/${fileId}`);
  expect(file.units).toMatchObject({ count: 5, taken: 4, reasons: { 'one language': 1 } });
  expect(file.units!.languages.map(({ spelling, tag }) => `${spelling}=${tag}`)).toEqual([
    'EN-us=en-US',
    'de=de',
    'en=en',
  ]);
  const result = await writeUnits(fileId, { newName: 'Lasting', subject: 'locks', addClient: true, ofJob: true });
  expect(await server.ask('GET', `/memories/${result.memoryId}`)).toMatchObject({ ofJob: true });
  expect(result).toMatchObject({ units: 4, left: 1, skipped: 0 });
  memory = result.memoryId!;
});
afterAll(() => server.stop());

describe('a memory', () => {
  test('holds what came in, stamped, without direction', async () => {
    const body = await server.ask<Memory>('GET', `/memories/${memory}`);
    expect(body).toMatchObject({
      units: 4,
      subject: 'locks',
      attributes: expect.arrayContaining(['client', 'subject']) as unknown,
    });
    expect(body.languages.map(({ language }) => language)).toEqual(['en-US', 'de']);
    const page = await units({});
    expect(page.units[0]!.props).toEqual([
      { type: 'client', text: 'Brennick Waterways' },
      { type: 'subject', text: 'locks' },
    ]);
  });

  test.each([
    [{ text: 'LOCK' }, 3],
    [{ text: 'offnen' }, 1],
    [{ text: 'offnen', accents: true }, 0],
    [{ text: 'Öffnen', case: true, accents: true }, 1],
    [{ text: 'lock g' }, 3],
    [{ text: 'tor', mode: 'word' }, 0],
    [{ text: 'gate', mode: 'word' }, 3],
    [{ text: 'close', mode: 'beginning' }, 2],
    [{ text: 'Press Start.', mode: 'whole' }, 1],
    [{ text: '^(open|press)', mode: 'pattern' }, 2],
    [{ text: 'gate', not: true, language: 'en' }, 1],
    [{ text: 'Start', language: 'de' }, 1],
    [{ missing: ['fr'] }, 4],
    [{ present: ['en'] }, 4],
    [{ author: 'mara' }, 1],
    [{ changedSince: '2024-01-01' }, 2],
    [{ changedBefore: '2024-01-01' }, 1],
    [{ codes: true }, 1],
    [{ duplicate: true }, 2],
    [{ longer: 26 }, 2],
    [{ attribute: { type: 'subject', value: 'LOCK' } }, 4],
    [{ attribute: { type: 'subject', value: 'bridge' } }, 0],
  ])('filter %j finds %d', async (filter, count) => {
    expect((await units(filter)).total).toBe(count);
  });

  test('is sorted by text, date and length', async () => {
    expect(texts(await units({}, { by: 'text', language: 'en' }))[0]).toMatch(/^Close/);
    expect(texts(await units({}, { by: 'changed', descending: true }))[0]).toMatch(/^Close/);
    expect(texts(await units({}, { by: 'file', descending: true })).at(-1)).toMatch(/^Open/);
  });

  test('a pattern that is none is refused', async () => {
    await server.ask('POST', `/memories/${memory}/units`, { filter: { text: '(', mode: 'pattern' } }, 400);
  });

  test('a text is changed with its codes, and returned', async () => {
    const unit = (await units({ codes: true })).units[0]!;
    const path = `/memories/${memory}/units/${unit.id}`;
    const text = unit.variants[0]!.text;
    const code = text[6]!;
    await server.ask('PATCH', path, { variant: 0, text: `Push ${code}Start${code}!`, codes: [0, 1] });
    await server.ask('PATCH', path, { variant: 0, text: `Push ${code}Start!`, codes: [0] }, 409);
    await server.ask('PATCH', path, { variant: 0, text: '  ', codes: [] }, 400);
    const after = await server.ask<{ variants: { text: string }[]; history: { ledgerId: number }[] }>('GET', path);
    expect(after.variants[0]!.text).toBe(`Push ${code}Start${code}!`);
    expect((await units({ text: 'push' })).total).toBe(1);
    await server.ask('POST', `${path}/return`, { ledgerId: after.history[0]!.ledgerId });
    expect((await units({ text: 'push' })).total).toBe(0);
    expect((await units({ text: 'press start' })).total).toBe(1);
  });

  test('many are changed at once, with a preview, and taken back', async () => {
    const change = { kind: 'replace', find: 'lock gate', by: 'sluice gate' };
    const preview = await server.ask<{ changed: number; examples: { after: string }[] }>(
      'POST',
      `/memories/${memory}/preview`,
      { filter: {}, change },
    );
    expect(preview).toMatchObject({ changed: 3, examples: [{ after: 'Open the upper sluice gate.' }, {}, {}] });
    const { ledgerId } = await bulk(change);
    expect((await units({ text: 'sluice' })).total).toBe(3);
    // Whoever changed it before did not change it now.
    expect((await units({ author: 'mara' })).total).toBe(0);
    await server.ask('POST', `/ledger/${ledgerId}/undo`);
    expect((await units({ text: 'sluice' })).total).toBe(0);
    expect((await units({ author: 'mara' })).total).toBe(1);
    await server.ask('POST', `/ledger/${ledgerId}/redo`);
    expect((await units({ text: 'sluice' })).total).toBe(3);
    await server.ask('POST', `/ledger/${ledgerId}/undo`);
  });

  test('the newest of duplicates stays; what came later has to be undone first', async () => {
    const { ledgerId, changed } = await bulk({ kind: 'newest' });
    expect(changed).toBe(1);
    expect((await units({ duplicate: true })).total).toBe(0);
    expect((await units({ author: 'jon' })).total).toBe(1);
    const later = await bulk({ kind: 'attribute', type: 'project', value: 'Weir 7' });
    expect((await units({ attribute: { type: 'project', value: '' } })).total).toBe(3);
    const relabelled = await bulk({ kind: 'language', from: 'en-US', to: 'en-GB' });
    expect((await server.ask<Memory>('GET', `/memories/${memory}`)).languages.map((l) => l.language)).toEqual([
      'de',
      'en-GB',
    ]);
    await server.ask('POST', `/ledger/${later.ledgerId}/undo`, undefined, 409);
    for (const id of [relabelled.ledgerId, later.ledgerId, ledgerId]) await server.ask('POST', `/ledger/${id}/undo`);
    expect((await units({})).total).toBe(4);
    expect((await units({ duplicate: true })).total).toBe(2);
  });

  test('goes out as TMX with everything that came in', async () => {
    const { id } = await server.ask<{ id: number }>('POST', `/memories/${memory}/hand-over`, {
      filter: {},
      format: 'tmx',
    });
    const job = await server.ended(id);
    const text = readFileSync((job.result as { path: string }).path, 'utf8');
    expect(text).toContain('<seg>Press <bpt i="1">&lt;b&gt;</bpt>Start<ept i="1">&lt;/b&gt;</ept>.</seg>');
    expect(text.match(/<tu[ >]/g)).toHaveLength(4);
    expect(text).toContain('changeid="mara"');
  });

  test('takes in more without what is there already, and moves to another', async () => {
    const fileId = await takeIn('more.tmx', tmx([UNITS[0]!, tu('Moor here.', 'Hier anlegen.')]));
    // Said before it is written.
    expect(await server.ask('POST', '/intake/units-there', { ids: [fileId], memoryId: memory })).toEqual({
      units: 2,
      there: 1,
    });
    const result = await writeUnits(fileId, {
      memoryId: memory,
      subject: 'locks',
      addClient: true,
      duplicates: 'skip',
    });
    expect(result).toMatchObject({ units: 1, skipped: 1 });
    const { id: other } = await server.ask<{ id: number }>('POST', '/memories', { clientId: client, name: 'Other' });
    const { ledgerId } = await bulk({ kind: 'move', memoryId: other }, { text: 'moor' });
    expect((await units({ text: 'moor' })).total).toBe(0);
    expect(await server.ask('GET', `/memories/${other}`)).toMatchObject({ units: 1 });
    // One operation: taken back and done again in both memories at once.
    for (const [path, here, there] of [
      ['undo', 1, 0],
      ['redo', 0, 1],
    ] as const) {
      await server.ask('POST', `/ledger/${ledgerId}/${path}`);
      expect((await units({ text: 'moor' })).total).toBe(here);
      expect(await server.ask('GET', `/memories/${other}`)).toMatchObject({ units: there });
    }
    expect((await server.ask<{ title: string }[]>('GET', '/ledger'))[0]!.title).toBe(
      'Moved 1 unit from “Lasting” to “Other”',
    );
    await server.ask('POST', `/ledger/${result.ledgerId!}/undo`, undefined, 409);
  });

  test('comes back after it was deleted', async () => {
    await server.ask('DELETE', `/memories/${memory}`);
    await server.ask('GET', `/memories/${memory}`, undefined, 404);
    const [entry] = await server.ask<{ id: number }[]>('GET', '/ledger');
    await server.ask('POST', `/ledger/${entry!.id}/undo`);
    expect((await units({})).total).toBe(4);
  });
});

describe('concordance', () => {
  interface Found {
    groups: {
      text: string;
      times: number;
      marks: [number, number][];
      others: { text: string; marks: [number, number][] }[];
    }[];
  }
  const search = (query: string): Promise<Found> => server.ask('GET', `/concordance?client=${client}&${query}`);

  test('finds a part of a text in any language, equal units once, with its counterpart', async () => {
    const { groups } = await search('q=LOCK+gate');
    expect(groups.map(({ text, times }) => [text, times])).toEqual([
      ['Open the upper lock gate.', 1],
      ['Close the lock gate.', 2],
    ]);
    expect(groups[1]!.text.slice(...groups[1]!.marks[0]!)).toBe('lock gate');
  });

  test('finds words in any inflection, and with a wildcard', async () => {
    expect((await search('q=opening+gates&inflected=true')).groups.map((g) => g.text)).toEqual([
      'Open the upper lock gate.',
    ]);
    expect((await search('q=schleus*')).groups.map((g) => g.text)).toEqual(['Schließen Sie das Schleusentor.']);
  });

  test('finds two Japanese characters', async () => {
    const fileId = await takeIn(
      'ja.tmx',
      tmx([
        tu('Close the lock gate.', '水門を閉じる。').replace('"de"', '"ja"'),
        tu('Open the weir.', '堰を開ける。').replace('"de"', '"ja"'),
      ]),
    );
    await writeUnits(fileId, { newName: 'Japanese' });
    const { groups } = await search(`q=${encodeURIComponent('水門')}`);
    expect(groups.map((g) => g.text)).toEqual(['水門を閉じる。']);
    expect(groups[0]!.marks).toEqual([[0, 2]]);
  });
});

test('short units become concepts of a termbase, once, and its concepts a memory', async () => {
  const fileId = await takeIn(
    'short.tmx',
    tmx([
      tu('lock gate', 'Schleusentor'),
      tu('lock gate', 'Schleusentor'),
      tu('Close the gate now.', 'Tor jetzt schließen.'),
      tu('weir', 'Wehr'),
    ]),
  );
  const { memoryId } = await writeUnits(fileId, { newName: 'Short' });
  const { id: termbaseId } = await server.ask<{ id: number }>('POST', '/termbases', {
    clientId: client,
    name: 'From memory',
  });
  const harvest = async (): Promise<{ state: string; result: { changed: number; ledgerId: number } | null }> => {
    const { id } = await server.ask<{ id: number }>('POST', `/memories/${memoryId!}/concepts`, {
      filter: {},
      termbaseId,
    });
    return (await server.ended(id)) as never;
  };
  const { result } = await harvest();
  expect(result!.changed).toBe(2);
  expect((await harvest()).state).toBe('failed');
  const made = await server.ask<{ id: number; units: number }>('POST', `/termbases/${termbaseId}/memory`, {
    name: 'Of terms',
  });
  expect(made.units).toBe(2);
  const { units: back } = await server.units<Page['units'][number]>(made.id);
  expect(back.map(({ variants }) => variants.map(({ text }) => text))).toEqual([
    ['lock gate', 'Schleusentor'],
    ['weir', 'Wehr'],
  ]);
  await server.ask('POST', `/ledger/${result!.ledgerId}/undo`);
  expect(await server.count(termbaseId)).toBe(0);
});

test('a damaged file gives what can be read, and says the rest', async () => {
  const broken = tmx([
    tu('One', 'Eins'),
    tu('A < B', 'A < B'),
    tu('Two &nbsp; and', 'Zwei'),
    '<tu><tuv xml:lang="en"><seg>cut',
  ]).replace('</body></tmx>', '');
  const fileId = await takeIn('broken.tmx', broken);
  const file = await server.ask<{
    units: { taken: number; left: { reason: string; line: number }[]; notes: { code: string; details: object }[] };
  }>('GET', `/intake/files/${fileId}`);
  expect(file.units.taken).toBe(2);
  expect(file.units.left).toMatchObject([
    { reason: 'damaged', line: 3 },
    { reason: 'cut off', line: 5 },
  ]);
  expect(file.units.notes.map((note) => note.code).sort()).toEqual(['units-cut-off', 'units-mended']);
});

test('several files become one memory or one each, as one operation', async () => {
  const { id: own } = await server.ask<{ id: number }>('POST', '/clients', { name: 'Several' });
  const names = ['a.tmx', 'b.tmx', 'c.tmx'];
  const ids: number[] = [];
  for (const [i, name] of names.entries()) {
    const { fileId } = await server.takeIn(own, name, tmx([tu(`Lock ${i}`, `Schleuse ${i}`), tu('Gate', 'Tor')]));
    ids.push(fileId);
  }
  const write = async (body: object): Promise<JobBody> =>
    server.ended((await server.ask<{ id: number }>('POST', '/intake/write-units', { ids, ...body })).id);
  const memories = (): Promise<{ id: number; name: string; units: number }[]> =>
    server.ask('GET', `/memories?client=${own}`);

  const one = await write({ newName: 'Together', subject: 'locks', duplicates: 'skip' });
  expect(unitsWritten(one)).toMatchObject({ units: 4, skipped: 2 });
  expect(await memories()).toMatchObject([{ name: 'Together', units: 4 }]);
  const each = await write({ each: true });
  expect(unitsWritten(each)).toMatchObject({ units: 6, skipped: 0 });
  expect((await memories()).map(({ name, units: n }) => [name, n])).toEqual([
    ['a', 2],
    ['b', 2],
    ['c', 2],
    ['Together', 4],
  ]);
  // Each is one entry, and goes and comes back as a whole.
  const entries = await server.ask<{ id: number; title: string }[]>('GET', `/ledger?client=${own}`);
  expect(entries).toHaveLength(3);
  const counts = async (): Promise<number[]> => (await memories()).map(({ units: n }) => n);
  await server.ask('POST', `/ledger/${entries[0]!.id}/undo`);
  expect(await counts()).toEqual([4]);
  await server.ask('POST', `/ledger/${entries[1]!.id}/undo`);
  expect(await counts()).toEqual([]);
  await server.ask('POST', `/ledger/${entries[1]!.id}/redo`);
  expect(await counts()).toEqual([4]);
  await server.ask('POST', `/ledger/${entries[0]!.id}/redo`);
  expect(await counts()).toEqual([2, 2, 2, 4]);

  // A file says the last of its writings that still stands.
  const said = async (): Promise<unknown> => {
    const files = await server.ask<{ unitsWritten: { memory: string; standing: string } }[]>(
      'GET',
      `/intake/files?client=${own}`,
    );
    return files.map(({ unitsWritten: { memory, standing } }) => [memory, standing]).sort();
  };
  expect(await said()).toEqual(['a', 'b', 'c'].map((name) => [name, 'stands']));
  await server.ask('POST', `/ledger/${entries[0]!.id}/undo`);
  expect(await said()).toEqual(names.map(() => ['Together', 'stands']));
  await server.ask('DELETE', `/memories/${(await memories())[0]!.id}`);
  expect(await said()).toEqual(['a', 'b', 'c'].map((name) => [name, 'undone']));
  const [deleting] = await server.ask<{ id: number }[]>('GET', `/ledger?client=${own}`);
  await server.ask('POST', `/ledger/${deleting!.id}/undo`);
  await server.ask('POST', `/ledger/${entries[0]!.id}/redo`);
  await server.ask('DELETE', `/memories/${(await memories()).find(({ name }) => name === 'a')!.id}`);
  expect(await said()).toEqual([
    ['Together', 'stands'],
    ['b', 'stands'],
    ['c', 'stands'],
  ]);
});

test('a pattern that would take ages on a single text is given up, and the server answers', async () => {
  const fileId = await takeIn('ages.tmx', tmx([tu('a'.repeat(60) + '!', 'b'), UNITS[0]!]));
  const { memoryId } = await writeUnits(fileId, { newName: 'Ages' });
  const ask = (text: string) => server.units(memoryId!, { filter: { text, mode: 'pattern' } });
  await expect(ask('^(a|aa)+$')).rejects.toThrow('"pattern-slow"');
  expect((await ask('^a+!$')).units).toHaveLength(1);
});

test('fuzzy and obsolete messages come and go by choice', async () => {
  const po =
    'msgid ""\nmsgstr "Language: de\\n"\n\nmsgid "Open"\nmsgstr "Öffnen"\n\n#, fuzzy\nmsgid "Close"\nmsgstr "Öffnen"\n\n#~ msgid "Old"\n#~ msgstr "Alt"\n';
  const fileId = await takeIn('de.po', po);
  const taken = async (alternatives: boolean): Promise<unknown> => {
    const file = await server.ask<{ units: { taken: number; alternatives: boolean } }>(
      'PATCH',
      `/intake/files/${fileId}/source`,
      { alternatives },
    );
    return [file.units.taken, file.units.alternatives];
  };
  expect(await taken(true)).toEqual([3, true]);
  expect(await taken(false)).toEqual([1, false]);
});

test('what a killed operation left in a memory is taken back at the next start', async () => {
  const { default: Database } = await import('better-sqlite3');
  const other = await Application.start();
  const own = await other.client();
  const { fileId } = await other.takeIn(own, 'a.tmx', tmx([UNITS[0]!]));
  const { id } = await other.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName: 'A' });
  const { memoryId } = unitsWritten(await other.ended(id));
  await other.stop(true);
  const workspace = new Database(join(other.dataDir, 'workspace.db'));
  const { file } = workspace.prepare('SELECT file FROM memory').get() as { file: string };
  workspace.close();
  const db = new Database(join(other.dataDir, 'memories', file));
  db.exec(
    'INSERT INTO change (ledger_id, unit_id, before) VALUES (999, 2, NULL); INSERT INTO unit SELECT 2, said, changed, author, origin, place, length, codes, key, before, after FROM unit WHERE id = 1; INSERT INTO segment SELECT 2, ordinal, language, text, more FROM segment WHERE unit_id = 1',
  );
  db.close();
  const again = await Application.start(other.dataDir);
  expect(await again.ask('GET', `/memories/${memoryId}`)).toMatchObject({ units: 1 });
  await again.stop();
});

test('a new memory may be that of a job from its beginning', async () => {
  const ask = (ofJob: boolean): Promise<{ id: number }> =>
    server.ask('POST', '/memories', { clientId: client, name: `New ${ofJob}`, ofJob });
  for (const ofJob of [true, false])
    expect(await server.ask('GET', `/memories/${(await ask(ofJob)).id}`)).toMatchObject({ ofJob, units: 0 });
});
