import type { Question } from '@fair-copy/core/intake/questions.js';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { deflateRawSync, crc32 as zlibCrc } from 'node:zlib';
import { Application, GLOSSARY, type IntakeFile } from './application.js';

let server: Application;
let client: number;
beforeAll(async () => {
  server = await Application.start();
  client = await server.client();
});
afterAll(() => server.stop());

describe('a file on the desk', () => {
  test('is read, and its tally adds up', async () => {
    const { fileId } = await server.takeIn(client, 'glossary.txt', GLOSSARY);
    const file = await server.file(fileId);
    expect(file.outcome.tally).toEqual({ rows: 7, entries: 4, joined: 1, heldBack: 1, notData: 1 });
    expect(file.reading.columns.map((c) => c.role.value.language)).toEqual(['de', 'en']);
  });

  test('follows what is decided about it', async () => {
    const { fileId } = await server.takeIn(client, 'glossary.txt', GLOSSARY);
    const path = `/intake/files/${fileId}`;
    const changed = await server.ask<IntakeFile>('PATCH', `${path}/decisions`, {
      roles: { 1: { kind: 'term', language: 'EN_us' } },
      steps: { duplicates: false },
    });
    expect(changed.reading.columns[1]!.role.value.language).toBe('en-US');
    expect((await server.file(fileId)).outcome.tally).toMatchObject({ entries: 5, joined: 0 });
    await server.ask('PUT', `${path}/rows/6`, { decision: { cells: { 1: 'culvert' } } });
    expect((await server.file(fileId)).outcome.tally).toMatchObject({ entries: 6, heldBack: 0 });
    await server.ask('PUT', `${path}/rows/6`, { decision: null });
    expect((await server.file(fileId)).outcome.tally).toMatchObject({ heldBack: 1 });
    const held = await server.ask<{ total: number; rows: { number: number; outcome: { question: Question } }[] }>(
      'GET',
      `${path}/rows?kind=held%20back`,
    );
    expect(held).toMatchObject({
      total: 1,
      rows: [{ number: 6, outcome: { question: { kind: 'missing', languages: ['en-US'], given: 'Umlaufkanal' } } }],
    });
    expect(await server.ask('GET', `${path}/nearest?kind=held%20back&position=1&direction=next`)).toEqual({
      position: 6,
      rank: 1,
    });
  });

  test('two decisions made at the same time both hold', async () => {
    const { fileId } = await server.takeIn(client, 'glossary.txt', GLOSSARY);
    const path = `/intake/files/${fileId}/decisions`;
    await Promise.all([
      server.ask('PATCH', path, { steps: { duplicates: false } }),
      server.ask('PATCH', path, { steps: { spaces: false } }),
      server.ask('PATCH', path, { roles: { 1: { kind: 'term', language: 'en-AU' } } }),
    ]);
    const { reading } = await server.file(fileId);
    expect(reading).toMatchObject({ steps: { duplicates: false, spaces: false } });
    expect(reading.columns[1]!.role.value.language).toBe('en-AU');
  });

  test('is written as the tally says, whether it was worked out before or is on the way', async () => {
    const concepts = async (decide: boolean, wait: boolean): Promise<unknown[]> => {
      const { fileId } = await server.takeIn(client, 'glossary.txt', GLOSSARY);
      if (wait) await server.file(fileId);
      if (decide) {
        await server.ask('PUT', `/intake/files/${fileId}/rows/6`, { decision: { cells: { 1: 'culvert' } } });
        if (wait) await server.file(fileId);
      }
      const { result } = await server.write(fileId, { newName: `Terms ${fileId}` });
      const terms = await server.ask<{ concept: number }[]>(
        'GET',
        `/termbases/${String(result!.termbaseId)}/terms?language=de`,
      );
      return Promise.all(
        [...new Set(terms.map((term) => term.concept))].map(async (id) => {
          const { fields, languages, origins } = await server.ask('GET', `/concepts/${id}`);
          return { fields, languages, origins };
        }),
      );
    };
    const decided = await concepts(true, true);
    expect(decided).toHaveLength(5);
    expect(await concepts(true, false)).toEqual(decided);
    expect(await concepts(false, true)).toHaveLength(4);
  });

  test('another separator cuts it anew', async () => {
    const { fileId } = await server.takeIn(client, 'a.txt', 'a = b;c = d\nSchleuse = Tor;lock = gate\n');
    const file = await server.ask<IntakeFile>('PATCH', `/intake/files/${fileId}/source`, {
      delimiter: ';',
      encoding: 'cp1252',
    });
    expect(file.reading).toMatchObject({
      source: { delimiter: { value: ';', set: true }, encoding: { value: 'windows-1252' } },
    });
  });

  test('examples of a step', async () => {
    const { fileId } = await server.takeIn(client, 'glossary.txt', GLOSSARY);
    await server.file(fileId);
    expect(await server.ask('GET', `/intake/files/${fileId}/steps/punctuation`)).toEqual({
      examples: [{ row: 7, column: 1, before: 'Embankment slope.', after: ['Embankment slope'] }],
    });
  });

  test('can be taken off the desk', async () => {
    const { fileId } = await server.takeIn(client, 'glossary.txt', GLOSSARY);
    await server.ask('DELETE', `/intake/files/${fileId}`);
    await server.ask('GET', `/intake/files/${fileId}`, undefined, 404);
    expect(await server.ask('GET', `/intake/aside?client=${client}`)).toMatchObject([
      { id: fileId, name: 'glossary.txt' },
    ]);
  });

  test('comes back with all that was decided about it', async () => {
    const { fileId } = await server.takeIn(client, 'decided.txt', GLOSSARY);
    await server.file(fileId);
    await server.ask('PUT', `/intake/files/${fileId}/rows/2`, { decision: { verdict: 'leave' } });
    const before = await server.file(fileId);
    await server.ask('DELETE', `/intake/files/${fileId}`);
    await server.ask('POST', `/intake/files/${fileId}/put-back`);
    expect((await server.file(fileId)).outcome).toEqual(before.outcome);
    await server.ask('POST', `/intake/files/${fileId}/put-back`, undefined, 404);
  });

  test('cut anew, it keeps what was corrected in cells that are the same, and says what goes', async () => {
    const text = 'Deutsch;English;Bemerkung\nWehr;weir, dam;a\nTor;gate;b\nPoller;bollard;c\nUfer;bank, shore;d\n';
    const { fileId } = await server.takeIn(client, 'again.csv', text);
    await server.file(fileId);
    await server.ask('PATCH', `/intake/files/${fileId}/decisions`, { roles: { 2: { kind: 'ignored' } } });
    for (const [row, cells] of Object.entries({ 2: { 0: 'das Wehr', 1: 'weir' }, 3: { 1: 'lock gate' } }))
      await server.ask('PUT', `/intake/files/${fileId}/rows/${row}`, { decision: { cells } });
    type Cut = { dropped: unknown; reading: { columns: { role: { value: { kind: string } } }[] } };
    const same = await server.ask<Cut>('PATCH', `/intake/files/${fileId}/source`, { quote: null });
    expect(same.dropped).toEqual([]);
    expect(same.reading.columns[2]!.role.value.kind).toBe('ignored');
    const cut = await server.ask<Cut>('PATCH', `/intake/files/${fileId}/source`, { delimiter: ',' });
    expect(cut.dropped).toEqual([
      { row: 2, texts: ['das Wehr', 'weir'] },
      { row: 3, texts: ['lock gate'] },
    ]);
  });

  test('what cannot be read as it was chosen last gives back what was corrected once it can', async () => {
    // One text by semicolons; by commas a row of more columns than a sheet can have.
    const { fileId } = await server.takeIn(
      client,
      'long.csv',
      `Deutsch;English\nWehr;weir\nTor;gate\n${','.repeat(20_000)};dots\n`,
    );
    await server.file(fileId);
    await server.ask('PUT', `/intake/files/${fileId}/rows/3`, { decision: { cells: { 1: 'lock gate' } } });
    const failed = await server.ask<{ state: string }>('PATCH', `/intake/files/${fileId}/source`, { delimiter: ',' });
    expect(failed.state).toBe('failed');
    type Cut = { state: string; dropped: unknown; outcome: unknown };
    const back = await server.ask<Cut>('PATCH', `/intake/files/${fileId}/source`, { delimiter: ';' });
    expect([back.state, back.dropped]).toEqual(['ready', []]);
    const { rows } = await server.ask<{ rows: { cells: string[] }[] }>(
      'GET',
      `/intake/files/${fileId}/rows?from=1&limit=3`,
    );
    expect(rows[2]!.cells[1]).toBe('lock gate');
  });

  test('an archive opens up into its files', async () => {
    await server.takeIn(
      client,
      'all.zip',
      zip([
        ['terms/one.csv', 'Deutsch;English\nWehr;weir\n'],
        ['two.txt', GLOSSARY],
      ]),
    );
    const files = await server.ask<{ name: string }[]>('GET', `/intake/files?client=${client}`);
    expect(files.map((file) => file.name)).toEqual(expect.arrayContaining(['one.csv', 'two.txt']));
    expect(files.map((file) => file.name)).not.toContain('all.zip');
  });
});

describe('bad input is named, with what to do', () => {
  const png = Buffer.from('89504e470d0a1a0a0000000d4948445200000001', 'hex');
  const many = 'a,'.repeat(16_000) + '\n';
  test.each<[string, string | Uint8Array, string, RegExp]>([
    ['empty.csv', '', 'file-empty', /empty/],
    ['photo.csv', png, 'file-binary', /PNG picture/],
    ['locked.xlsx', Buffer.from('d0cf11e0a1b11ae1'.padEnd(200, '0'), 'hex'), 'workbook-encrypted', /password/],
    ['damaged.xlsx', zip([['xl/workbook.xml', '<workbook>']]).subarray(0, 60), 'archive-damaged', /damaged/],
    ['halfway.xlsx', zip([['xl/workbook.xml', '<workbook><sheets>']]), 'workbook-damaged', /damaged/],
    ['columns.csv', many + many, 'too-many-columns', /16,001 columns/],
    ['blank.csv', '\n\n  \n', 'no-rows', /not a single row/],
    ['page.csv', '<!doctype html><html><table></table></html>', 'no-rows', /not a single row/],
    ['outside.zip', zip([['../../evil.csv', 'a;b']]), 'archive-unsafe-path', /outside/],
    ['bomb.zip', zip([['a.csv', '0'.repeat(80_000_000)]]), 'archive-ratio', /times its packed size/],
    ['bomb.xlsx', zip([['xl/workbook.xml', ' '.repeat(80_000_000)]]), 'archive-ratio', /times its packed size/],
  ])('%s', async (name, content, code, message) => {
    const { fileId, job } = await server.takeIn(client, name, content);
    expect(job.state).toBe('failed');
    const file = await server.file(fileId);
    expect(file.error?.diagnostic?.code).toBe(code);
    expect(file.error?.message).toMatch(message);
    await server.ask('POST', `/intake/files/${fileId}/write`, { newName: 'nothing' }, 409);
  });

  test('a line of 100 MB', async () => {
    const { fileId } = await server.takeIn(client, 'line.csv', Buffer.alloc(100_000_000, 'x'));
    expect((await server.file(fileId)).error?.message).toMatch(/longer than 4,000,000 characters/);
  });

  test('a header without data and a single column are told, not refused', async () => {
    const { fileId: header } = await server.takeIn(client, 'header.csv', 'Deutsch;English\n');
    expect((await server.file(header)).reading).toMatchObject({ notes: [{ code: 'header-only' }] });
    const { fileId: column } = await server.takeIn(client, 'column.txt', 'Schleuse\nWehr\nPoller\n');
    expect((await server.file(column)).reading).toMatchObject({ notes: [{ code: 'one-column' }] });
  });

  test('an unknown client, step, language, encoding', async () => {
    await server.ask('POST', '/intake/files?client=999&name=a.csv', Buffer.from('a'), 404);
    const { fileId } = await server.takeIn(client, 'g.txt', GLOSSARY);
    const path = `/intake/files/${fileId}`;
    expect(
      await server.ask('PATCH', `${path}/decisions`, { roles: { 0: { kind: 'term', language: 'not a tag' } } }, 400),
    ).toMatchObject({ code: 'language-unknown' });
    expect(await server.ask('PATCH', `${path}/decisions`, { steps: { nonsense: true } }, 400)).toMatchObject({
      code: 'invalid-request',
    });
    expect(await server.ask('PATCH', `${path}/source`, { encoding: 'morse' }, 400)).toMatchObject({
      code: 'encoding-unknown',
    });
  });
});

/** A small zip archive (APPNOTE 6.3.10, sections 4.3.7, 4.3.12, 4.3.16). */
function zip(members: readonly (readonly [string, string])[]): Buffer {
  const crc32 = zlibCrc as (data: Buffer) => number;
  const parts: Buffer[] = [];
  const directory: Buffer[] = [];
  let offset = 0;
  for (const [name, content] of members) {
    const plain = Buffer.from(content);
    const packed = deflateRawSync(plain);
    const head = Buffer.alloc(26);
    head.writeUInt16LE(20, 0);
    head.writeUInt16LE(8, 4);
    head.writeUInt32LE(crc32(plain) >>> 0, 10);
    head.writeUInt32LE(packed.length, 14);
    head.writeUInt32LE(plain.length, 18);
    head.writeUInt16LE(Buffer.byteLength(name), 22);
    const local = Buffer.concat([Buffer.from('PK\x03\x04', 'latin1'), head, Buffer.from(name), packed]);
    const tail = Buffer.alloc(14);
    tail.writeUInt32LE(offset, 10);
    directory.push(Buffer.concat([Buffer.from('PK\x01\x02\x14\0', 'latin1'), head, tail, Buffer.from(name)]));
    parts.push(local);
    offset += local.length;
  }
  const central = Buffer.concat(directory);
  const end = Buffer.alloc(18);
  end.writeUInt16LE(members.length, 4);
  end.writeUInt16LE(members.length, 6);
  end.writeUInt32LE(central.length, 8);
  end.writeUInt32LE(offset, 12);
  return Buffer.concat([...parts, central, Buffer.from('PK\x05\x06', 'latin1'), end]);
}
