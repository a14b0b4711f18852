/** Rich glossaries through the server: fields, pictures, recipes, joining, bulk changes, the way back. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { openClientFile } from '@fair-copy/files/formats/registry.js';
import { workbook } from '../../demo/workbook.mjs';
import { Application } from './application.js';
import { PNG } from '../png.js';

let server: Application;
let client: number;
beforeAll(async () => {
  server = await Application.start();
  client = await server.client();
});
afterAll(() => server.stop());

const RICH = `ID;Deutsch;English;Fachgebiet;Status;Bild;Siehe auch
c1;Schleuse;lock;Kanäle;bevorzugt;lock.png;Wehr
c1;Kammerschleuse;;Kanäle;verboten;;
c2;Wehr;weir;Wehre;bevorzugt;weir.PNG;c1
c3;Poller;bollard;Kanäle;zugelassen;gone.png;
`;

interface ConceptOf {
  readonly fields: Record<string, string[]>;
  readonly languages: { language: string; terms: { id: string; text: string; fields: Record<string, string[]> }[] }[];
  readonly pictures: { name: string; sha256: string }[];
  readonly references: { value: string; concept: number }[];
  readonly history: { ledgerId: number; title: string; earlier: boolean }[];
}
interface Item {
  readonly concept: number;
  readonly text: string;
}
interface Entry {
  readonly id: number;
  readonly title: string;
}

const upload = (name: string, bytes: Uint8Array): Promise<{ fileId: number | null; jobId: number | null }> =>
  server.ask('POST', `/intake/files?client=${client}&name=${encodeURIComponent(name)}`, bytes);
const terms = (termbase: number, query: string): Promise<Item[]> =>
  server.ask('GET', `/termbases/${termbase}/terms?${query}`);
const concept = (id: number): Promise<ConceptOf> => server.ask('GET', `/concepts/${id}`);
const newest = async (): Promise<Entry> => (await server.ask<Entry[]>('GET', '/ledger?limit=1'))[0]!;

async function made(name: string, content: string | Uint8Array, newName: string): Promise<number> {
  const { fileId } = await server.takeIn(client, name, content);
  await server.file(fileId);
  return (await server.write(fileId, { newName })).result!.termbaseId as number;
}

describe('a sheet with its pictures', () => {
  let termbase: number;
  beforeAll(async () => {
    const archive = zipSync({
      'glossary.csv': strToU8(RICH),
      'images/lock.png': PNG,
      'images/weir.png': PNG,
      'images/unused.png': PNG,
    });
    const { jobId } = await upload('glossary.zip', archive);
    await server.ended(jobId!);
    const files = await server.ask<{ id: number; name: string }[]>('GET', `/intake/files?client=${client}`);
    const { id } = files.find((file) => file.name === 'glossary.csv')!;
    const file = await server.file<{ outcome: { tally: object; pictures: object } }>(id);
    expect(file.outcome.tally).toEqual({ rows: 5, entries: 3, joined: 1, heldBack: 0, notData: 1 });
    expect(file.outcome.pictures).toEqual({
      found: 2,
      missing: [{ name: 'gone.png', row: 5 }],
      missingCount: 1,
      unused: ['images/unused.png'],
    });
    termbase = (await server.write(id, { newName: 'Rich' })).result!.termbaseId as number;
  });

  test('becomes concepts with fields at their levels, pictures and references', async () => {
    const [first] = await terms(termbase, 'language=de&q=Schleuse');
    const lock = await concept(first!.concept);
    expect(lock.fields).toEqual({
      identifier: ['c1'],
      subjectField: ['Kanäle'],
      xGraphic: ['lock.png'],
      crossReference: ['Wehr'],
    });
    expect(lock.languages[0]!.terms.map((t) => [t.text, t.fields])).toEqual([
      ['Schleuse', { administrativeStatus: ['preferredTerm-admn-sts'] }],
      ['Kammerschleuse', { administrativeStatus: ['deprecatedTerm-admn-sts'] }],
    ]);
    expect(lock.references).toHaveLength(1);
    const weir = await concept(lock.references[0]!.concept);
    expect(weir.references).toEqual([{ value: 'c1', concept: first!.concept }]);
    expect(lock.pictures[0]!.name).toBe('lock.png');
    const picture = await server.app.inject({
      url: `/api/pictures/${lock.pictures[0]!.sha256}`,
      headers: { host: 'localhost' },
    });
    expect(picture.headers['content-type']).toBe('image/png');
    expect(picture.headers['content-security-policy']).toContain('sandbox');
    expect(picture.rawPayload.equals(PNG)).toBe(true);
  });

  test('its fields are defined as the sheet has them', async () => {
    const { fields, facets } = await server.ask<{
      fields: { name: string }[];
      facets: { field: string; value: string; concepts: number }[];
    }>('GET', `/termbases/${termbase}`);
    expect(fields.map((field) => field.name)).toEqual([
      'subjectField',
      'xGraphic',
      'crossReference',
      'administrativeStatus',
    ]);
    expect(facets).toContainEqual({ field: 'subjectField', value: 'Kanäle', concepts: 2 });
  });

  test('the list is narrowed and ordered', async () => {
    const texts = async (query: string): Promise<string[]> =>
      (await terms(termbase, `language=de&${query}`)).map((item) => item.text);
    const value = (field: string, v: string): string =>
      `values=${encodeURIComponent(JSON.stringify([{ field, value: v }]))}`;
    expect(await texts(value('subjectField', 'Wehre'))).toEqual(['Wehr']);
    expect(await texts(value('administrativeStatus', 'admittedTerm-admn-sts'))).toEqual(['Poller']);
    expect(await texts('lacks=fr&order=entry')).toEqual(['Schleuse', 'Kammerschleuse', 'Wehr', 'Poller']);
    expect(await texts('has=fr')).toEqual([]);
    expect(await texts('since=2999-01-01')).toEqual([]);
    const { intakes } = await server.ask<{ intakes: { ledgerId: number }[] }>('GET', `/termbases/${termbase}`);
    expect(await texts(`intake=${intakes[0]!.ledgerId}&order=changed`)).toHaveLength(4);
    const { count } = await server.ask<{ count: number }>('GET', `/termbases/${termbase}/anchors?language=de&lacks=fr`);
    expect(count).toBe(4);
  });

  test('goes out as TBX with its pictures, and as a page to print', async () => {
    const out = async (format: string): Promise<Buffer> => {
      const job = await server.ended(
        (
          await server.ask<{ id: number }>('POST', `/termbases/${termbase}/hand-over`, {
            format,
            languages: ['de', 'en'],
          })
        ).id,
      );
      expect(job.state).toBe('done');
      return (await server.app.inject({ url: `/api/jobs/${job.id}/file`, headers: { host: 'localhost' } })).rawPayload;
    };
    const files = unzipSync(new Uint8Array(await out('zip')));
    expect(Object.keys(files).sort()).toEqual(['Rich.tbx', 'pictures/lock.png', 'pictures/weir.PNG']);
    const tbx = Buffer.from(files['Rich.tbx']!).toString();
    expect(tbx).toContain('<xref type="xGraphic" target="pictures/lock.png">lock.png</xref>');
    expect(tbx).toContain('<termNote type="administrativeStatus">deprecatedTerm-admn-sts</termNote>');
    const page = (await out('html')).toString();
    expect(page).toContain('data:image/png;base64,');
    expect(page.indexOf('Poller')).toBeLessThan(page.indexOf('>Schleuse<'));
  });

  test('goes out as CSV in the shape it came', async () => {
    const { shapeOf } = await server.ask<{ shapeOf: string }>('GET', `/termbases/${termbase}`);
    expect(shapeOf).toBe('glossary.csv');
    const body = { format: 'csv', languages: ['de', 'en'], delimiter: ';', asItCame: true };
    const job = await server.ended(
      (await server.ask<{ id: number }>('POST', `/termbases/${termbase}/hand-over`, body)).id,
    );
    const { rawPayload } = await server.app.inject({
      url: `/api/jobs/${job.id}/file`,
      headers: { host: 'localhost' },
    });
    expect(rawPayload.toString().split('\r\n').slice(0, 3)).toEqual([
      'ID;Deutsch;English;Fachgebiet;Status;Bild;Siehe auch',
      'c1;Schleuse;lock;Kanäle;bevorzugt;lock.png;Wehr',
      'c1;Kammerschleuse;;;verboten;;',
    ]);
    expect(job.result!.homeless).toBeUndefined();
  });

  test('goes out in part: what is listed, in the order of languages, without a status and a field', async () => {
    const list = { language: 'de', q: 'chleuse', mode: 'part', order: 'term' };
    const job = await server.ended(
      (
        await server.ask<{ id: number }>('POST', `/termbases/${termbase}/hand-over`, {
          format: 'tsv',
          languages: ['en', 'de'],
          selection: { list },
          withoutFields: ['subjectField', 'xGraphic', 'crossReference', 'identifier', 'externalCrossReference'],
          withoutStatuses: ['deprecatedTerm-admn-sts'],
        })
      ).id,
    );
    const { rawPayload } = await server.app.inject({
      url: `/api/jobs/${job.id}/file`,
      headers: { host: 'localhost' },
    });
    const [header, ...rows] = rawPayload.toString().trim().split('\r\n');
    expect(header).toMatch(/^(?:ID\t)?en\t/);
    expect(header).not.toContain('ubject');
    expect(rows).toHaveLength(1);
    expect(rows[0]).toContain('lock');
    expect(rows[0]).not.toContain('Kammerschleuse');
    expect(job.result).toMatchObject({ concepts: 1, left: 0 });
  });

  test('an earlier state is one command away', async () => {
    const [poller] = await terms(termbase, 'language=de&q=Poller');
    const id = poller!.concept;
    await server.ask('POST', `/concepts/${id}/change`, { kind: 'change term', term: 't1', text: 'Pfahl' });
    await server.ask('POST', `/concepts/${id}/change`, {
      kind: 'set field',
      level: 'concept',
      field: 'definition',
      values: ['Pfosten'],
    });
    const { history } = await concept(id);
    const rename = history.find((entry) => entry.title.startsWith('Changed the term'))!;
    await server.ask('POST', `/concepts/${id}/return`, { ledgerId: rename.ledgerId });
    const back = await concept(id);
    expect([back.languages[0]!.terms[0]!.text, back.fields.definition]).toEqual(['Poller', undefined]);
    await server.ask('POST', `/ledger/${(await newest()).id}/undo`);
    expect((await concept(id)).fields.definition).toEqual(['Pfosten']);
    const taken = history.at(-1)!;
    await server.ask('POST', `/concepts/${id}/return`, { ledgerId: taken.ledgerId }, 409);
  });

  test('a picture is added by hand; what is none is refused', async () => {
    const [poller] = await terms(termbase, 'language=de&q=Pfahl');
    await server.ask('POST', `/concepts/${poller!.concept}/pictures?name=post.png`, new Uint8Array(PNG));
    expect((await concept(poller!.concept)).pictures.map((p) => p.name)).toEqual(['post.png']);
    await server.ask(
      'POST',
      `/concepts/${poller!.concept}/pictures?name=fake.png`,
      strToU8('<svg onload="alert(1)"/>'),
      415,
    );
  });

  test('a form that is said to be none is no longer found, one that is said to be one is; undo takes it back', async () => {
    const text = 'Die Schleusen. Kammern!';
    const found = async (): Promise<string[]> =>
      (
        await server.ask<{ hits: { term: string; start: number; end: number }[] }>(
          'POST',
          `/termbases/${termbase}/recognize`,
          { language: 'de', text },
        )
      ).hits.map(({ term, start, end }) => `${text.slice(start, end)}=${term}`);
    expect(await found()).toEqual(['Schleusen=Schleuse']);
    const [schleuse] = await terms(termbase, 'language=de&q=Schleuse');
    const say = (form: string, is: boolean, status?: number): Promise<unknown> =>
      server.ask(
        'POST',
        `/concepts/${schleuse!.concept}/change`,
        { kind: 'say form', language: 'de', term: 'Schleuse', form, is },
        status,
      );
    await say('Schleusen', false);
    await say('Kammern', true);
    expect(await found()).toEqual(['Kammern=Schleuse']);
    await server.ask('POST', `/ledger/${(await newest()).id}/undo`);
    expect(await found()).toEqual([]);
    await say('Schleusen', true);
    expect(await found()).toEqual(['Schleusen=Schleuse']);
    await server.ask(
      'POST',
      `/concepts/${schleuse!.concept}/change`,
      { kind: 'say form', language: 'de', term: 'none', form: 'x', is: true },
      404,
    );
  });

  test('terms in a text', async () => {
    const found = await server.ask<{ hits: { term: string; how: string }[] }>(
      'POST',
      `/termbases/${termbase}/recognize`,
      {
        language: 'de',
        text: 'Die Schleusen und das Stauwehr.',
      },
    );
    expect(found.hits.map((hit) => [hit.term, hit.how])).toEqual([
      ['Schleuse', 'inflected'],
      ['Wehr', 'compound'],
    ]);
  });
});

describe('many concepts at once', () => {
  let termbase: number;
  beforeAll(async () => {
    termbase = await made('many.csv', 'Deutsch;English\nTor;gate\nTür;gate\nWehr;weir\nDamm;dam\n', 'Many');
  });
  const bulk = async (
    selection: object,
    change: object,
  ): Promise<{
    preview: { selected: number; changed: number; examples: { before: string; after: string }[] };
    state: string;
  }> => {
    const preview = await server.ask<{
      selected: number;
      changed: number;
      examples: { before: string; after: string }[];
    }>('POST', `/termbases/${termbase}/bulk/preview`, { selection, change });
    const job = await server.ended(
      (await server.ask<{ id: number }>('POST', `/termbases/${termbase}/bulk`, { selection, change })).id,
    );
    return { preview, state: job.state };
  };
  const all = { list: { language: 'de' } };

  test('a field is set, shown before, and undone as a whole', async () => {
    const { preview } = await bulk(all, {
      kind: 'set field',
      field: 'subjectField',
      level: 'concept',
      language: null,
      value: 'canals',
      mode: 'fill',
    });
    expect(preview).toMatchObject({ selected: 4, changed: 4 });
    expect(preview.examples[0]).toMatchObject({
      before: 'de: Tor · en: gate',
      after: 'de: Tor · en: gate · subject: canals',
    });
    expect((await newest()).title).toBe('Set subject “canals” in 4 concepts');
    await server.ask('POST', `/ledger/${(await newest()).id}/undo`);
    const [tor] = await terms(termbase, 'language=de&q=Tor');
    expect((await concept(tor!.concept)).fields).toEqual({});
  });

  test('a language tag is changed and changed back', async () => {
    await bulk(all, { kind: 'change language', from: 'en', to: 'en_gb' });
    expect(await terms(termbase, 'language=en-GB')).toHaveLength(4);
    await server.ask('POST', `/ledger/${(await newest()).id}/undo`);
    expect(await terms(termbase, 'language=en')).toHaveLength(4);
  });

  test('concepts are merged and split', async () => {
    const [tor] = await terms(termbase, 'language=de&q=Tor');
    const [door] = await terms(termbase, 'language=de&q=Tür');
    await bulk({ concepts: [tor!.concept, door!.concept] }, { kind: 'merge' });
    const merged = await concept(tor!.concept);
    expect(merged.languages.map((s) => s.terms.map((t) => t.text))).toEqual([['Tor', 'Tür'], ['gate']]);
    const { made: other } = await server.ask<{ made: number }>('POST', `/concepts/${tor!.concept}/change`, {
      kind: 'split',
      terms: [merged.languages[0]!.terms[1]!.id],
    });
    expect((await concept(other)).languages.map((s) => s.terms.map((t) => t.text))).toEqual([['Tür']]);
    await server.ask('POST', `/concepts/${other}/change`, { kind: 'split', terms: ['t2', 't3', 't4', 't1'] }, 409);
    await server.ask('POST', `/ledger/${(await newest()).id}/undo`);
    await server.ask('POST', `/ledger/${(await newest2()).id}/undo`);
    expect(await server.count(termbase)).toBe(4);
  });
  const newest2 = async (): Promise<Entry> =>
    (await server.ask<(Entry & { undoneAt: string | null })[]>('GET', '/ledger?limit=5')).find(
      (entry) => !entry.undoneAt,
    )!;

  test('concepts move to another termbase of the client, never to another client’s', async () => {
    const { id: target } = await server.ask<{ id: number }>('POST', '/termbases', {
      clientId: client,
      name: 'Elsewhere',
    });
    const [damm] = await terms(termbase, 'language=de&q=Damm');
    await bulk({ concepts: [damm!.concept] }, { kind: 'move', termbaseId: target });
    expect([await server.count(termbase), await server.count(target)]).toEqual([3, 1]);
    const stranger = await server.client('Alder & Voss Kilns');
    const { id: theirs } = await server.ask<{ id: number }>('POST', '/termbases', {
      clientId: stranger,
      name: 'Theirs',
    });
    const [wehr] = await terms(termbase, 'language=de&q=Wehr');
    const job = await server.ended(
      (
        await server.ask<{ id: number }>('POST', `/termbases/${termbase}/bulk`, {
          selection: { concepts: [wehr!.concept] },
          change: { kind: 'move', termbaseId: theirs },
        })
      ).id,
    );
    expect(job.state).toBe('failed');
    expect(await server.count(theirs)).toBe(0);
  });
});

describe('joining', () => {
  test('new, same, adds, contradicts; a contradiction is decided in the sheet', async () => {
    const termbase = await made('base.csv', 'Deutsch;English\nTor;gate\nWehr;weir\nDamm;dam\n', 'Base');
    const { fileId } = await server.takeIn(
      client,
      'more.csv',
      'Deutsch;English;Français\nTor;gate;\nWehr;weir;barrage\nDamm;embankment;\nPoller;bollard;\n',
    );
    await server.file(fileId);
    await server.ask('PATCH', `/intake/files/${fileId}/target`, { termbaseId: termbase });
    const outcomes = async (): Promise<string[]> => {
      await server.file(fileId);
      const { rows } = await server.ask<{ rows: { outcome: { kind: string; how?: string } }[] }>(
        'GET',
        `/intake/files/${fileId}/rows`,
      );
      return rows.slice(1).map(({ outcome }) => [outcome.kind, outcome.how].filter(Boolean).join(' '));
    };
    expect(await outcomes()).toEqual(['joined existing same', 'joined existing adds', 'held back', 'entry']);
    await server.ask('PUT', `/intake/files/${fileId}/rows/4`, { decision: { verdict: 'join' } });
    expect((await outcomes())[2]).toBe('joined existing adds');
    await server.write(fileId, { termbaseId: termbase });
    const [damm] = await terms(termbase, 'language=de&q=Damm');
    expect((await concept(damm!.concept)).languages[1]!.terms.map((t) => t.text)).toEqual(['dam', 'embankment']);
    const [wehr] = await terms(termbase, 'language=fr');
    expect(wehr!.text).toBe('barrage');
    await server.ask('POST', `/ledger/${(await newest()).id}/undo`);
    expect(await terms(termbase, 'language=fr')).toEqual([]);
    expect(await server.count(termbase)).toBe(3);
  });
});

test('a recipe is proposed by the shape, never applied unseen, and can be taken back', async () => {
  const sheet = (row: string): string =>
    `Eins;Zwei;Drei\n${row}\nTreidelpfad;towpath;x\nKlappbrücke;bascule bridge;y\nUferbefestigung;bank protection;z\n`;
  const first = await server.takeIn(client, 'march.csv', sheet('Schleuse;lock;w'));
  await server.file(first.fileId);
  await server.ask('PATCH', `/intake/files/${first.fileId}/decisions`, {
    roles: { 2: { kind: 'field', field: 'Lagerort', level: 'concept', language: null } },
  });
  await server.file(first.fileId);
  await server.write(first.fileId, { newName: 'March' });
  const second = await server.takeIn(client, 'april.csv', sheet('Wehr;weir;v'));
  type File = {
    recipe: { id: number; name: string; applied: boolean } | null;
    reading: { columns: { role: { value: { field?: string } } }[] };
  };
  const seen = await server.file<File>(second.fileId);
  expect(seen.recipe).toMatchObject({ name: 'march.csv', applied: false });
  expect(seen.reading.columns[2]!.role.value.field).not.toBe('Lagerort');
  await server.ask('PUT', `/intake/files/${second.fileId}/recipe`, { recipeId: seen.recipe!.id });
  const applied = await server.file<File>(second.fileId);
  expect([applied.recipe!.applied, applied.reading.columns[2]!.role.value.field]).toEqual([true, 'Lagerort']);
  await server.ask('PUT', `/intake/files/${second.fileId}/recipe`, { recipeId: null });
  expect((await server.file<File>(second.fileId)).reading.columns[2]!.role.value.field).not.toBe('Lagerort');
});

test('the query list comes back filled in, and only its answered rows are taken', async () => {
  const { fileId } = await server.takeIn(
    client,
    'open.csv',
    'Begriff;Übersetzung\nSchleuse;lock\nTreidelpfad;towpath\nKlappbrücke;bascule bridge\nUferbefestigung;bank protection\nWehr;\nStau;\n',
  );
  await server.file(fileId);
  const job = await server.ended(
    (await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/query-list`, {})).id,
  );
  const { path } = job.result as { path: string };
  const rows: string[][] = [];
  const list = await openClientFile(path, 'questions.xlsx');
  await list.survey({}, (some) => rows.push(...some.map(({ cells }) => [...cells])));
  list.close();
  expect(rows[1]![1]).toBe('What is “Wehr” in English?');
  rows[1]![2] = 'weir';
  rows[2]![2] = 'Bitte weglassen!';
  const back = await server.takeIn(client, 'open - questions.xlsx', workbook([{ name: 'Questions', rows }]));
  const file = await server.file(back.fileId);
  expect(file.reading.columns.map((c) => c.role.value.kind)).toEqual([
    'ignored',
    'ignored',
    'answer',
    'answer',
    'term',
    'term',
  ]);
  expect(file.outcome.tally).toMatchObject({ rows: 3, entries: 1, notData: 2 });
});

test('what a termbase records can be changed, and is inspected', async () => {
  const termbase = await made('small.csv', 'Deutsch;English\nTor;gate\n', 'Small');
  const subject = { name: 'subjectField', level: 'concept', values: ['canals'], required: true };
  await server.ask('PUT', `/termbases/${termbase}/fields`, [subject]);
  await server.ended((await server.ask<{ id: number }>('POST', `/termbases/${termbase}/inspection`)).id);
  const found = await server.ask<{ check: string }[]>(
    'GET',
    `/termbases/${termbase}/findings?check=missing-field&after=0`,
  );
  expect(found).toHaveLength(1);
  await server.ask('PUT', `/termbases/${termbase}/fields`, [subject, subject], 409);
  await server.ask('POST', `/ledger/${(await newest()).id}/undo`);
  expect((await server.ask<{ fields: unknown[] }>('GET', `/termbases/${termbase}`)).fields).toEqual([]);
});

test('a long file, worked out by two threads, becomes the concepts that its rows are', async () => {
  const rows = ['Deutsch;English;Genus;Fachgebiet'];
  for (let i = 0; i < 9500; i++) rows.push(`Kammer ${i};chamber ${i}; ${i % 3 ? 'f' : 'n'};Gebiet ${i % 4}`);
  // Said again, once with something new.
  rows.push('Kammer 17;chamber 17;;Gebiet 1', 'Kammer 9400;chamber 9400;;Gebiet 9', 'Kammer 3;;;');
  const termbase = await made('long.csv', rows.join('\n') + '\n', 'Long');
  expect(await server.ask('GET', `/termbases/${termbase}`)).toMatchObject({ concepts: 9500 });
  for (const i of [0, 17, 999, 1000, 1001, 4321, 9400, 9499]) {
    const [found] = await terms(termbase, `language=en&mode=beginning&q=${encodeURIComponent(`chamber ${i}`)}`);
    const { languages, fields } = await concept(found!.concept);
    expect(languages.map(({ language, terms: [term] }) => [language, term!.text])).toEqual([
      ['de', `Kammer ${i}`],
      ['en', `chamber ${i}`],
    ]);
    expect(
      languages[0]!.terms[0]!.fields.grammaticalGender ?? languages[1]!.terms[0]!.fields.grammaticalGender,
    ).toEqual([i % 3 ? 'feminine' : 'neuter']);
    expect(fields.subjectField).toEqual(i === 9400 ? ['Gebiet 0', 'Gebiet 9'] : [`Gebiet ${i % 4}`]);
  }
  const subject = encodeURIComponent(JSON.stringify([{ field: 'subjectField', value: 'Gebiet 9' }]));
  expect(await terms(termbase, `language=de&values=${subject}`)).toMatchObject([{ text: 'Kammer 9400' }]);
  const { id } = await newest();
  await server.ask('POST', `/ledger/${id}/undo`);
  await server.ask('GET', `/termbases/${termbase}`, undefined, 404);
});
