import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { Application, GLOSSARY } from './application.js';

let server: Application;
let client: number;
let termbase: number;
let ledgerId: number;
let names = 0;
beforeAll(async () => {
  server = await Application.start();
  client = await server.client();
});
afterAll(() => server.stop());
beforeEach(async () => {
  const { fileId } = await server.takeIn(client, 'glossary.txt', GLOSSARY);
  const written = (await server.write(fileId, { newName: `terms ${++names}` })).result as {
    termbaseId: number;
    ledgerId: number;
  };
  termbase = written.termbaseId;
  ledgerId = written.ledgerId;
});

interface Entry {
  readonly id: number;
  readonly title: string;
  readonly undoneAt: string | null;
}
const newest = async (): Promise<Entry> => (await server.ask<Entry[]>('GET', `/ledger?client=${client}&limit=1`))[0]!;
interface Item {
  readonly text: string;
  readonly concept: number;
  readonly folded: string;
  readonly ordinal: number;
}
const list = (query: string): Promise<Item[]> => server.ask('GET', `/termbases/${termbase}/terms?${query}`);
interface ConceptAnswer {
  readonly languages: {
    readonly language: string;
    readonly terms: { readonly id: string; readonly text: string; readonly fields: object }[];
  }[];
  readonly origins: object[];
  readonly findings: { readonly check: string }[];
  readonly history: { readonly title: string }[];
}
const concept = (id: number): Promise<ConceptAnswer> => server.ask('GET', `/concepts/${id}`);
const conceptOf = async (term: string): Promise<number> =>
  (await list(`language=de&q=${encodeURIComponent(term)}`))[0]!.concept;

describe('writing and undo', () => {
  test('rows become concepts with their origins; joined rows too', async () => {
    expect(await server.count(termbase)).toBe(4);
    expect((await concept(await conceptOf('Schleuse'))).origins).toEqual([
      { file: 'glossary.txt', row: 2 },
      { file: 'glossary.txt', row: 5 },
    ]);
  });

  test('a second file joins what is there; undo takes exactly its own back', async () => {
    const { fileId } = await server.takeIn(client, 'more.txt', 'Deutsch\tEnglish\nSchleuse\tlock\nPoller\tbollard\n');
    await server.ask('PATCH', `/intake/files/${fileId}/target`, { termbaseId: termbase });
    expect((await server.file(fileId)).outcome.tally).toMatchObject({ entries: 1, joined: 1 });
    const before = await concept(await conceptOf('Schleuse'));
    const written = (await server.write(fileId, { termbaseId: termbase })).result as { ledgerId: number };
    expect(await server.count(termbase)).toBe(5);
    expect((await concept(await conceptOf('Schleuse'))).origins).toHaveLength(3);
    await server.ask('POST', `/ledger/${written.ledgerId}/undo`);
    expect(await server.count(termbase)).toBe(4);
    expect((await concept(await conceptOf('Schleuse'))).origins).toEqual(before.origins);
    expect(await list('language=de&q=Poller')).toEqual([]);
    await server.ask('POST', `/ledger/${written.ledgerId}/redo`);
    expect(await server.count(termbase)).toBe(5);
    expect((await list('language=de&q=Poller')).map((item) => item.text)).toEqual(['Poller']);
  });

  test('undoing the first writing takes the termbase with it, and doing it again brings all back', async () => {
    await server.ask('POST', `/ledger/${ledgerId}/undo`);
    await server.ask('GET', `/termbases/${termbase}`, undefined, 404);
    await server.ask('POST', `/ledger/${ledgerId}/undo`, undefined, 409);
    await server.ask('POST', `/ledger/${ledgerId}/redo`);
    expect(await server.count(termbase)).toBe(4);
  });

  test('what came later is named and has to be undone first', async () => {
    const id = await conceptOf('Wehr');
    await server.ask('POST', `/concepts/${id}/change`, { kind: 'change term', term: 't1', text: 'Stauwehr' });
    const answer = await server.ask<{ code: string; message: string }>(
      'POST',
      `/ledger/${ledgerId}/undo`,
      undefined,
      409,
    );
    expect(answer.code).toBe('changed-since');
    expect(answer.message).toContain('Changed the term “Wehr” to “Stauwehr”');
    await server.ask('POST', `/ledger/${(await newest()).id}/undo`);
    await server.ask('POST', `/ledger/${ledgerId}/undo`);
  });

  test('a file of one client is never written to a termbase of another', async () => {
    const other = await server.client(`Alder & Voss ${names}`);
    const { fileId } = await server.takeIn(other, 'kilns.txt', GLOSSARY);
    expect(await server.write(fileId, { termbaseId: termbase })).toMatchObject({
      state: 'failed',
      error: { code: 'not-found' },
    });
    expect(await server.count(termbase)).toBe(4);
  });

  test('a name that is taken is refused and nothing is written', async () => {
    const { fileId } = await server.takeIn(client, 'more.txt', GLOSSARY);
    const job = await server.write(fileId, { newName: `TERMS ${names}` });
    expect(job).toMatchObject({ state: 'failed', error: { code: 'name-taken' } });
  });
});

describe('concepts', () => {
  test('terms are added, changed, deleted and noted, each in the ledger and undoable', async () => {
    const id = await conceptOf('Wehr');
    const change = (body: object, status = 200) => server.ask('POST', `/concepts/${id}/change`, body, status);
    await change({ kind: 'add term', language: 'PT_br', text: '  açude  ' });
    await change({ kind: 'change term', term: 't2', text: 'barrage' });
    await change({ kind: 'set field', level: 'term', term: 't1', field: 'note', values: ['fest'] });
    expect((await concept(id)).languages).toMatchObject([
      { language: 'de', terms: [{ text: 'Wehr', fields: { note: ['fest'] } }] },
      { language: 'en', terms: [{ text: 'barrage' }] },
      { language: 'pt-BR', terms: [{ id: 't3', text: 'açude' }] },
    ]);
    expect((await newest()).title).toBe('Set note of “Wehr”');
    await change({ kind: 'delete term', term: 't3' });
    await server.ask('POST', `/ledger/${(await newest()).id}/undo`);
    expect((await concept(id)).languages).toHaveLength(3);
    expect((await concept(id)).history.map((entry) => entry.title)[0]).toBe('Deleted the term “açude”');
    await change({ kind: 'add term', language: 'de', text: 'Wehr' }, 409);
    await change({ kind: 'add term', language: 'de', text: '   ' }, 400);
    await change({ kind: 'change term', term: 't99', text: 'x' }, 404);
  });

  test('a concept is made and deleted; with its last term it is gone', async () => {
    const { id } = await server.ask<{ id: number }>('POST', `/termbases/${termbase}/concepts`, {
      language: 'de',
      text: 'Poller',
    });
    expect(await server.ask('POST', `/concepts/${id}/change`, { kind: 'delete term', term: 't1' })).toEqual({
      deleted: true,
    });
    await server.ask('GET', `/concepts/${id}`, undefined, 404);
    await server.ask('POST', `/ledger/${(await newest()).id}/undo`);
    await server.ask('DELETE', `/concepts/${id}`);
    await server.ask('GET', `/concepts/${id}`, undefined, 404);
  });

  test('a termbase is renamed and deleted, and comes back whole', async () => {
    await server.ask('PATCH', `/termbases/${termbase}`, { name: `Canal ${names}` });
    await server.ask('DELETE', `/termbases/${termbase}`);
    await server.ask('GET', `/termbases/${termbase}`, undefined, 404);
    await server.ask('POST', `/ledger/${(await newest()).id}/undo`);
    expect(await server.ask('GET', `/termbases/${termbase}`)).toMatchObject({ name: `Canal ${names}`, concepts: 4 });
  });
});

describe('the list', () => {
  test('is looked up by beginning, any part and word; accents and case do not matter', async () => {
    const texts = async (query: string): Promise<string[]> => (await list(query)).map((item) => item.text);
    expect(await texts('language=de')).toEqual(['Böschung', 'Schleuse', 'Treidelpfad', 'Wehr']);
    expect(await texts('language=de&q=BOSCH')).toEqual(['Böschung']);
    expect(await texts('language=de&q=leus&mode=beginning')).toEqual([]);
    expect(await texts('language=de&q=leus&mode=part')).toEqual(['Schleuse']);
    expect(await texts('language=en&q=slope&mode=word')).toEqual(['Embankment slope']);
    expect(await texts('language=en&q=slop&mode=word')).toEqual([]);
    expect(await texts(`language=de&q=${encodeURIComponent("%_'")}&mode=part`)).toEqual([]);
  });

  test('says where a concept stands', async () => {
    const id = await conceptOf('Treidelpfad');
    expect(await server.ask('GET', `/termbases/${termbase}/position?language=de&concept=${id}`)).toEqual({
      position: 2,
    });
    expect(await server.ask('GET', `/termbases/${termbase}/position?language=de&q=wehr&concept=${id}`)).toEqual({
      position: null,
    });
  });

  test('is paged by key over thousands, without gaps', async () => {
    const rows = Array.from({ length: 2345 }, (_, i) => `Pegel ${i % 50} ${i}\tgauge ${i}`).join('\n');
    const { fileId } = await server.takeIn(client, 'many.txt', `Deutsch\tEnglish\n${rows}\n`);
    const { termbaseId } = (await server.write(fileId, { newName: `many ${names}` })).result as { termbaseId: number };
    termbase = termbaseId;
    const { count, anchors, pageSize } = await server.ask<{ count: number; pageSize: number; anchors: object[] }>(
      'GET',
      `/termbases/${termbaseId}/anchors?language=de`,
    );
    expect(count).toBe(2345);
    const seen = new Set<number>();
    for (const after of [null, ...anchors]) {
      const page = await list(`language=de${after ? `&after=${encodeURIComponent(JSON.stringify(after))}` : ''}`);
      expect(page.length).toBeLessThanOrEqual(pageSize);
      for (const item of page) seen.add(item.concept);
    }
    expect(seen.size).toBe(2345);
  });

  test('the look-up field finds terms and termbases', async () => {
    const found = await server.ask<{ terms: { text: string }[]; termbases: object[] }>(
      'GET',
      `/look-up?q=towp&client=${client}`,
    );
    expect(found.terms[0]!.text).toBe('towpath');
    expect((await server.ask<{ termbases: object[] }>('GET', `/look-up?q=terms%20${names}`)).termbases).toHaveLength(1);
  });
});

describe('inspection', () => {
  interface Found {
    readonly id: number;
    readonly check: string;
    readonly text: string;
    readonly correction: object | null;
    readonly isNew: boolean;
  }
  const inspect = async (): Promise<Record<string, number>> =>
    (await server.ended((await server.ask<{ id: number }>('POST', `/termbases/${termbase}/inspection`)).id))
      .result as Record<string, number>;
  const findings = (): Promise<Found[]> => server.ask('GET', `/termbases/${termbase}/findings`);

  test('a value that is one of the list but for its spelling is put right', async () => {
    const id = await conceptOf('Wehr');
    await server.ask('POST', `/concepts/${id}/change`, { kind: 'add term', language: 'de', text: 'Stauwehr' });
    const added = (await concept(id)).languages.flatMap(({ terms }) => terms).find(({ text }) => text === 'Stauwehr')!;
    await server.ask('POST', `/concepts/${id}/change`, {
      kind: 'set field',
      level: 'term',
      term: added.id,
      field: 'partOfSpeech',
      values: ['Proper Noun'],
    });
    await inspect();
    const [outside] = (await findings()).filter((f) => f.check === 'value-outside-list');
    expect(outside).toMatchObject({ correction: { kind: 'value', instead: 'properNoun', safe: true } });
    await server.ask('POST', `/termbases/${termbase}/findings/put-right`, { ids: [outside!.id] });
    const now = (await concept(id)).languages.flatMap(({ terms }) => terms).find(({ text }) => text === 'Stauwehr')!;
    expect(now.fields).toMatchObject({ partOfSpeech: ['properNoun'] });
    await server.ask('POST', `/concepts/${id}/change`, { kind: 'delete term', term: added.id });
  });

  test('finds, puts right, lets stand until the text changes', async () => {
    const id = await conceptOf('Wehr');
    await server.ask('POST', `/concepts/${id}/change`, { kind: 'add term', language: 'en', text: 'dam (fixed' });
    await server.ask('POST', `/concepts/${id}/change`, { kind: 'add term', language: 'en', text: 'barrage.' });
    expect(await inspect()).toMatchObject({ new: 2, standing: 0 });
    const all = await findings();
    const punctuation = all.find((f) => f.check === 'final-punctuation')!;
    const bracket = all.find((f) => f.check === 'brackets')!;
    await server.ask('POST', `/termbases/${termbase}/findings/stet`, {
      ids: [bracket.id],
      reason: 'the client wants it so',
    });
    expect((await findings()).map((f) => f.check)).toEqual(['final-punctuation']);
    await server.ask('POST', `/termbases/${termbase}/findings/put-right`, { ids: [punctuation.id] });
    expect((await concept(id)).languages[1]!.terms.map((t) => t.text)).toEqual(['weir', 'dam (fixed', 'barrage']);
    await server.ask('POST', `/termbases/${termbase}/findings/put-right`, { ids: [punctuation.id] }, 409);
    expect(await inspect()).toMatchObject({ new: 0, stet: 1 });
    await server.ask('POST', `/concepts/${id}/change`, { kind: 'change term', term: 't3', text: 'dam (solid' });
    expect(await inspect()).toMatchObject({ new: 1, stet: 0 });
  });

  test('undoing a stet brings the finding back', async () => {
    const id = await conceptOf('Wehr');
    await server.ask('POST', `/concepts/${id}/change`, { kind: 'add term', language: 'en', text: 'dam (fixed' });
    await inspect();
    const { ledgerId: stet } = await server.ask<{ ledgerId: number }>('POST', `/termbases/${termbase}/findings/stet`, {
      ids: [(await findings())[0]!.id],
      reason: 'x',
    });
    const listed = async (): Promise<number> => {
      const list = 'language=en&findings=true';
      return (await server.ask<{ count: number }>('GET', `/termbases/${termbase}/anchors?${list}`)).count;
    };
    expect(await findings()).toEqual([]);
    // The list of what has findings knows what was let stand.
    expect(await listed()).toBe(0);
    // It is listed with its reason, in the report too; called back, it is open again, and undo lets it stand.
    interface Stet {
      readonly stet: number;
      readonly reason: string;
      readonly check: string;
    }
    const stets = (): Promise<Stet[]> => server.ask('GET', `/termbases/${termbase}/stets`);
    const [one] = await stets();
    expect(one).toMatchObject({ reason: 'x', check: 'brackets' });
    expect(await server.ask('GET', `/termbases/${termbase}/inspection`)).toMatchObject({ stets: 1 });
    const called = await server.ask<{ ledgerId: number }>('POST', `/termbases/${termbase}/stets/call-back`, {
      ids: [one!.stet],
    });
    expect([await stets(), await listed()]).toEqual([[], 2]);
    await server.ask('POST', `/termbases/${termbase}/stets/call-back`, { ids: [one!.stet] }, 409);
    await server.ask('POST', `/ledger/${called.ledgerId}/undo`);
    expect([(await stets()).length, await listed()]).toEqual([1, 0]);
    await server.ask('POST', `/ledger/${stet}/undo`);
    expect(await findings()).toHaveLength(1);
    expect(await listed()).toBeGreaterThan(0);
  });

  test('all safe corrections of a check at once, and the report', async () => {
    const id = await conceptOf('Wehr');
    for (const text of ['sluice.', 'barrage;'])
      await server.ask('POST', `/concepts/${id}/change`, { kind: 'add term', language: 'en', text });
    await inspect();
    const report = await server.ended(
      (await server.ask<{ id: number }>('POST', `/termbases/${termbase}/inspection/report`, { format: 'html' })).id,
    );
    const html = readFileSync((report.result as { path: string }).path, 'utf8');
    expect(html).toContain('The term ends with “;”.');
    expect(html).not.toContain('<script');
    expect(
      await server.ask('POST', `/termbases/${termbase}/findings/put-right-safe`, { check: 'final-punctuation' }),
    ).toMatchObject({ changed: 2 });
    expect(await findings()).toEqual([]);
  });
});

describe('hand-over', () => {
  const handOver = async (body: object): Promise<{ text: string; result: Record<string, unknown> }> => {
    const job = await server.ended(
      (await server.ask<{ id: number }>('POST', `/termbases/${termbase}/hand-over`, body)).id,
    );
    expect(job.state).toBe('done');
    return { text: readFileSync((job.result as { path: string }).path, 'utf8'), result: job.result! };
  };

  test('in the order of a language for private use, of which Intl has no alphabet', async () => {
    const term = (language: string, text: string): string =>
      `<langSet xml:lang="${language}"><tig><term>${text}</term></tig></langSet>`;
    const entries = ['Wehr', 'Anker'].map(
      (text) => `<termEntry>${term('x-klient-1', text)}${term('de', text)}</termEntry>`,
    );
    const tbx = `<martif type="TBX"><text><body>${entries.join('')}</body></text></martif>`;
    const { fileId } = await server.takeIn(client, 'own.tbx', tbx);
    const { termbaseId } = (await server.write(fileId, { newName: 'Own language' })).result as { termbaseId: number };
    const body = { format: 'html', languages: ['x-klient-1', 'de'] };
    const { id } = await server.ask<{ id: number }>('POST', `/termbases/${termbaseId}/hand-over`, body);
    const job = await server.ended(id);
    expect(job.state).toBe('done');
    const page = readFileSync((job.result as { path: string }).path, 'utf8');
    expect(page.indexOf('Anker')).toBeLessThan(page.lastIndexOf('Wehr'));
  });

  test.each(['csv', 'tsv', 'tbx', 'tmx'] as const)('%s is taken in again with nothing lost', async (format) => {
    const id = await conceptOf('Wehr');
    await server.ask('POST', `/concepts/${id}/change`, { kind: 'add term', language: 'en', text: '=dam; "fixed"' });
    await server.ask('POST', `/concepts/${id}/change`, {
      kind: 'set field',
      level: 'term',
      term: 't1',
      field: 'note',
      values: ['auch: Stauwehr'],
    });
    const { text, result } = await handOver({ format, languages: ['de', 'en'] });
    expect(result).toMatchObject({ concepts: 4, left: 0 });
    const { fileId } = await server.takeIn(client, `back.${format}`, text);
    // TMX is taken for a memory; here it is a glossary.
    if (format === 'tmx') await server.ask('PATCH', `/intake/files/${fileId}/source`, { as: 'terms' });
    expect((await server.file(fileId)).outcome.tally).toMatchObject({ entries: 4, joined: 0, heldBack: 0 });
    const { termbaseId } = (await server.write(fileId, { newName: `back ${format} ${names}` })).result as {
      termbaseId: number;
    };
    const terms = async (tb: number): Promise<unknown[]> =>
      Promise.all(
        (await server.ask<Item[]>('GET', `/termbases/${tb}/terms?language=de`)).map(async (item) =>
          (await concept(item.concept)).languages.map((s) => [s.language, s.terms.map((t) => [t.text, t.fields])]),
        ),
      );
    expect(await terms(termbaseId)).toEqual(await terms(termbase));
  });

  test('only the chosen languages, with a byte order mark if it is asked for', async () => {
    const { text } = await handOver({ format: 'csv', languages: ['en'], delimiter: ';', byteOrderMark: true });
    expect(text.split('\r\n').slice(0, 2)).toEqual(['\uFEFFen', 'lock']);
  });

  test('the file is fetched by its job, under its own name', async () => {
    const job = await server.ended(
      (
        await server.ask<{ id: number }>('POST', `/termbases/${termbase}/hand-over`, {
          format: 'tbx',
          languages: ['de'],
        })
      ).id,
    );
    const response = await server.app.inject({ url: `/api/jobs/${job.id}/file`, headers: { host: 'localhost' } });
    expect(response.headers['content-disposition']).toContain(`terms ${names} de.tbx`);
  });
});

describe('a resource of the wrong client', () => {
  interface Held {
    readonly id: number;
    readonly name: string;
    readonly clientId: number;
  }
  let other: number;
  beforeAll(async () => {
    other = (await server.ask<{ id: number }>('POST', '/clients', { name: 'Harbour Office' })).id;
  });

  test('a termbase moves with all it has, and comes back by undo', async () => {
    await server.ask('POST', `/termbases/${termbase}/move`, { clientId: other });
    const moved = await server.ask<Held & { client: string; concepts: number }>('GET', `/termbases/${termbase}`);
    expect([moved.clientId, moved.client, moved.concepts]).toEqual([other, 'Harbour Office', 4]);
    const [entry] = await server.ask<{ id: number }[]>('GET', `/ledger?client=${other}&limit=1`);
    await server.ask('POST', `/ledger/${entry!.id}/undo`);
    expect((await server.ask<Held>('GET', `/termbases/${termbase}`)).clientId).toBe(client);
  });

  test('a memory moves too; a taken name, a client that is not there and the same client change nothing', async () => {
    const { id } = await server.ask<{ id: number }>('POST', '/memories', { clientId: client, name: 'Notices' });
    await server.ask('POST', `/memories/${id}/move`, { clientId: other });
    expect((await server.ask<Held>('GET', `/memories/${id}`)).clientId).toBe(other);
    const twin = await server.ask<{ id: number }>('POST', '/memories', { clientId: client, name: 'notices' });
    await server.ask('POST', `/memories/${twin.id}/move`, { clientId: other }, 409);
    await server.ask('POST', `/memories/${twin.id}/move`, { clientId: 99_999 }, 404);
    await server.ask('POST', `/memories/${twin.id}/move`, { clientId: client });
    expect((await server.ask<Held>('GET', `/memories/${twin.id}`)).clientId).toBe(client);
    const [entry] = await server.ask<{ id: number }[]>('GET', `/ledger?client=${other}&limit=1`);
    await server.ask('POST', `/ledger/${entry!.id}/undo`);
    expect((await server.ask<Held>('GET', `/memories/${id}`)).clientId).toBe(client);
  });
});

test('terms in a text: concepts that share a term are told apart by another language', async () => {
  const add = (text: string, other: string): Promise<{ id: number }> =>
    server.ask('POST', `/termbases/${termbase}/concepts`, {
      language: 'de',
      text,
      others: [{ language: 'en', text: other }],
    });
  await add('Bank', 'bench');
  await add('Bank', 'riverside');
  await add('Poller', 'bollard');
  const { hits } = await server.ask<{ hits: { term: string; other?: string }[] }>(
    'POST',
    `/termbases/${termbase}/recognize`,
    { language: 'de', text: 'Bänke und Poller' },
  );
  expect(hits.map(({ term, other }) => [term, other])).toEqual([
    ['Bank', 'bench'],
    ['Bank', 'riverside'],
    ['Poller', undefined],
  ]);
});
