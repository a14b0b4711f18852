/** Two resources bridged or compared: planned, counted, decided, written as one operation, taken back. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type {
  BridgeBody,
  BridgeDoubtBody,
  BridgedPair,
  BridgePlanBody,
  CompareBody,
  ComparedText,
} from '@fair-copy/api/two.js';
import { decisionOnAll } from '@fair-copy/core/memory/bridge/plan.js';
import { Application, unitsWritten, type JobBody } from './application.js';

let server: Application;
let client: number;
const refs = new Map<string, { kind: 'memory' | 'termbase'; id: number }>();

const tmx = (pairs: readonly (readonly [string, string])[], target: string): string =>
  `<tmx version="1.4"><header srclang="en"/><body>${pairs
    .map(
      ([source, text]) =>
        `<tu><tuv xml:lang="en"><seg>${source}</seg></tuv><tuv xml:lang="${target}"><seg>${text}</seg></tuv></tu>`,
    )
    .join('\n')}</body></tmx>`;

async function memory(name: string, target: string, pairs: readonly (readonly [string, string])[]): Promise<void> {
  const { fileId } = await server.takeIn(client, `${name}.tmx`, tmx(pairs, target));
  const job = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write-units`, { newName: name });
  refs.set(name, { kind: 'memory', id: unitsWritten(await server.ended(job.id)).memoryId });
}

async function termbase(name: string, text: string): Promise<void> {
  const { fileId } = await server.takeIn(client, `${name}.csv`, text);
  const { id } = await server.ask<{ id: number }>('POST', `/intake/files/${fileId}/write`, { newName: name });
  const { result } = await server.ended(id);
  refs.set(name, { kind: 'termbase', id: (result as { termbaseId: number }).termbaseId });
}

beforeAll(async () => {
  server = await Application.start();
  client = await server.client();
  await memory('Locks German', 'de', [
    ['Open the lower gate.', 'Öffnen Sie das Untertor.'],
    ['Wait for the green light.', 'Warten Sie auf Grün.'],
    ['bank', 'Ufer'],
    ['bank', 'Geldinstitut'],
    ['Only in German here.', 'Nur auf Deutsch.'],
  ]);
  await memory('Locks French', 'fr', [
    ['Open the lower gate.', 'Ouvrez la porte aval.'],
    ['Wait for the green light.', 'Attendez le feu vert.'],
    ['bank', 'rive'],
    ['Only in French here.', 'Seulement en français.'],
  ]);
  await memory('Locks German, newer', 'de', [
    ['Open the lower gate.', 'Öffnen Sie das Untertor.'],
    ['Wait for the green light.', 'Warten Sie, bis es grün wird.'],
    ['Mind the sill.', 'Achten Sie auf den Drempel.'],
  ]);
  await termbase(
    'Terms German',
    'English;Deutsch;Definition\ntow path;Treidelpfad;way beside a canal\nlock gate;Schleusentor;\nweir crest;Wehrkrone;\n',
  );
  await termbase(
    'Terms French',
    'English;Français\ntow path;chemin de halage\nlock gate;porte d’écluse\nfish pass;passe à poissons\n',
  );
});
afterAll(() => server.stop());

const bridge = (): Promise<BridgeBody> => server.ask('GET', `/bridges/${client}`);
async function planBridge(change: Partial<BridgePlanBody>): Promise<void> {
  const { plan } = await bridge();
  await server.ask('PUT', `/bridges/${client}`, { ...plan, ...change });
}
const run = async (path: string, body?: unknown): Promise<JobBody> =>
  server.ended((await server.ask<{ id: number }>('POST', path, body)).id);
const pairs = async (how: string): Promise<string[]> =>
  (await server.ask<{ pairs: BridgedPair[] }>('GET', `/bridges/${client}/pairs?how=${how}`)).pairs.map(
    ({ left, right }) => `${left.text} = ${right.text}`,
  );
const doubts = async (): Promise<readonly BridgeDoubtBody[]> =>
  (await server.ask<{ doubts: BridgeDoubtBody[] }>('GET', `/bridges/${client}/doubts`)).doubts;

interface Unit {
  readonly variants: readonly { readonly language: string }[];
  readonly props: readonly { readonly type: string; readonly text: string }[];
}

const unitsOf = async (id: number): Promise<readonly Unit[]> =>
  (await server.units<Unit>(id, { filter: {}, limit: 10 })).units;

describe('a bridge', () => {
  test('needs two different resources with a language in common', async () => {
    expect(await bridge()).toMatchObject({ plan: { a: null, b: null, over: '' }, outcome: null, shared: [] });
    await server.ask('POST', `/bridges/${client}/count`, undefined, 409);
    await planBridge({ a: refs.get('Locks German')!, b: refs.get('Locks German')! });
    await server.ask('POST', `/bridges/${client}/count`, undefined, 409);
    await planBridge({ b: refs.get('Locks French')! });
    expect(await bridge()).toMatchObject({ plan: { over: 'en' }, shared: ['en'], stale: true });
  });

  test('certain pairs, what has to be decided, what has no partner', async () => {
    await run(`/bridges/${client}/count`);
    expect((await bridge()).outcome).toEqual({
      written: 2,
      certain: 2,
      chosen: 0,
      decided: 0,
      none: 0,
      waiting: 1,
      alone: { a: 1, b: 1 },
    });
    expect(await pairs('certain')).toEqual([
      'Öffnen Sie das Untertor. = Ouvrez la porte aval.',
      'Warten Sie auf Grün. = Attendez le feu vert.',
    ]);
    const [doubt] = await doubts();
    expect(doubt).toMatchObject({ pivot: 'bank', decided: null });
    expect(doubt!.candidates.map(({ left }) => left.text).sort()).toEqual(['Geldinstitut', 'Ufer']);
    const alone = await server.ask<{ total: number; units: { variants: { text: string }[] }[] }>(
      'GET',
      `/bridges/${client}/alone?side=b`,
    );
    expect(alone.units[0]!.variants[1]!.text).toBe('Seulement en français.');
  });

  test('a decision is kept and counted; it is written as one operation and taken back', async () => {
    const [doubt] = await doubts();
    const right = doubt!.candidates.find(({ left }) => left.text === 'Ufer')!;
    await planBridge({ decisions: { [doubt!.id]: right.key }, newName: 'Locks German–French' });
    expect((await bridge()).stale).toBe(true);
    await run(`/bridges/${client}/count`);
    expect((await bridge()).outcome).toMatchObject({ written: 3, decided: 1, waiting: 0 });
    expect(await pairs('decided')).toEqual(['Ufer = rive']);
    const { result } = await run(`/bridges/${client}/write`);
    const made = result as { memoryId: number; ledgerId: number; units: number };
    expect(made.units).toBe(3);
    const units = await unitsOf(made.memoryId);
    expect(units[0]!.variants.map(({ language }) => language)).toEqual(['de', 'fr']);
    expect(units[0]!.props).toEqual(
      expect.arrayContaining([
        { type: 'bridged', text: 'certain' },
        { type: 'bridged-over', text: 'Open the lower gate.' },
        { type: 'bridged-from', text: 'Locks German: 1' },
      ]),
    );
    expect((await bridge()).written).toMatchObject({ standing: 'stands', units: 3 });
    await server.ask('POST', `/ledger/${made.ledgerId}/undo`);
    expect((await bridge()).written).toMatchObject({ standing: 'undone' });
    await server.ask('GET', `/memories/${made.memoryId}`, undefined, 404);
  });

  test('that none is right is a decision too, and a decision about candidates that are gone is none', async () => {
    const [doubt] = await doubts();
    const keys = doubt!.candidates.map(({ key }) => key);
    await planBridge({ decisions: { [doubt!.id]: decisionOnAll('none', keys) } });
    await run(`/bridges/${client}/count`);
    expect((await bridge()).outcome).toMatchObject({ written: 2, none: 1, waiting: 0 });
    await planBridge({ decisions: { [doubt!.id]: decisionOnAll('all', keys) } });
    await run(`/bridges/${client}/count`);
    expect((await bridge()).outcome).toMatchObject({ written: 4, decided: 2, waiting: 0 });
    // Another candidate came meanwhile: it is not taken, and not left out, unseen.
    await planBridge({ decisions: { [doubt!.id]: decisionOnAll('all', keys.slice(1)) } });
    await run(`/bridges/${client}/count`);
    expect((await bridge()).outcome).toMatchObject({ written: 2, waiting: 1 });
    await planBridge({ decisions: { [doubt!.id]: 'of yesterday' } });
    await run(`/bridges/${client}/count`);
    expect((await bridge()).outcome).toMatchObject({ written: 2, none: 0, waiting: 1 });
  });

  test('a decision is about these two resources, and is there again when they are', async () => {
    const [doubt] = await doubts();
    const [first] = doubt!.candidates;
    await planBridge({ decisions: { [doubt!.id]: first!.key } });
    await planBridge({ a: refs.get('Locks French')!, b: refs.get('Locks German')! });
    await run(`/bridges/${client}/count`);
    expect((await bridge()).outcome).toMatchObject({ decided: 0, waiting: 1 });
    await planBridge({ a: refs.get('Locks German')!, b: refs.get('Locks French')! });
    await run(`/bridges/${client}/count`);
    expect((await bridge()).outcome).toMatchObject({ decided: 1, waiting: 0 });
  });

  test('two termbases become a termbase: all synonyms and fields of both concepts', async () => {
    const german = refs.get('Terms German')!;
    const [gate] = await server.ask<{ concept: number }[]>(
      'GET',
      `/termbases/${german.id}/terms?language=de&q=Schleusentor&mode=beginning&order=term`,
    );
    const synonym = { kind: 'add term', language: 'de', text: 'Schleusentür' };
    await server.ask('POST', `/concepts/${gate!.concept}/change`, synonym);
    await planBridge({
      a: german,
      b: refs.get('Terms French')!,
      over: 'en',
      decisions: {},
      newName: 'Terms de–fr',
    });
    await run(`/bridges/${client}/count`);
    expect((await bridge()).outcome).toMatchObject({ certain: 2, waiting: 0, alone: { a: 1, b: 1 } });
    const { result } = await run(`/bridges/${client}/write`);
    const { termbaseId } = result as { termbaseId: number };
    const terms = await server.ask<{ text: string; concept: number }[]>(
      'GET',
      `/termbases/${termbaseId}/terms?language=de&q=&mode=beginning&order=term`,
    );
    expect(terms.map(({ text }) => text).sort()).toEqual(['Schleusentor', 'Schleusentür', 'Treidelpfad']);
    const towpath = terms.find(({ text }) => text === 'Treidelpfad')!;
    expect(await server.ask('GET', `/concepts/${towpath.concept}`)).toMatchObject({
      fields: { definition: ['way beside a canal'], bridged: ['certain'], 'bridged-over': ['tow path'] },
    });
  });
});

const compared = (): Promise<CompareBody> => server.ask('GET', `/comparisons/${client}`);

describe('a comparison', () => {
  const texts = async (what: string): Promise<readonly ComparedText[]> =>
    (await server.ask<{ texts: ComparedText[] }>('GET', `/comparisons/${client}/texts?what=${what}`)).texts;

  test('each text is in one class, and the newer side is handed over', async () => {
    const { plan } = await compared();
    await server.ask('PUT', `/comparisons/${client}`, {
      ...plan,
      a: refs.get('Locks German')!,
      b: refs.get('Locks German, newer')!,
      by: ['en'],
      bySet: true,
    });
    await run(`/comparisons/${client}/count`);
    expect(await compared()).toMatchObject({
      stale: false,
      outcome: { onlyA: 2, onlyB: 1, same: 1, different: 1 },
    });
    const [different] = await texts('different');
    expect(different!.a[0]!.variants[1]!.text).toBe('Warten Sie auf Grün.');
    expect(different!.b[0]!.variants[1]!.text).toBe('Warten Sie, bis es grün wird.');
    expect((await texts('onlyB'))[0]!.b[0]!.variants[0]!.text).toBe('Mind the sill.');
    const job = await run(`/comparisons/${client}/hand-over`, { format: 'tmx' });
    expect(job.result).toMatchObject({ units: 2, fileName: 'Locks German – Locks German, newer.tmx' });
    const file = (await server.app.inject({ url: `/api/jobs/${job.id}/file`, headers: { host: 'localhost' } })).body;
    expect(file).toContain('Achten Sie auf den Drempel.');
    expect(file).not.toContain('Untertor');
    const sheet = await run(`/comparisons/${client}/hand-over`, { format: 'xlsx', language: 'de' });
    expect(sheet.result).toMatchObject({ units: 6 });
  });

  test('an edit makes it stale; a memory is compared with a termbase as well', async () => {
    const { plan } = await compared();
    await server.ask('PUT', `/comparisons/${client}`, { ...plan, b: refs.get('Terms German')! });
    expect((await compared()).stale).toBe(true);
    await run(`/comparisons/${client}/count`);
    expect((await compared()).outcome).toMatchObject({ same: 0, onlyB: 3 });
    await server.ask('PATCH', `/termbases/${refs.get('Terms German')!.id}`, { name: 'Terms en–de' });
    expect((await compared()).stale).toBe(true);
  });
});

describe('a memory beside an earlier state of itself', () => {
  let memoryId = 0;
  const earlier = (): Promise<{ ledgerId: number }[]> => server.ask('GET', `/memories/${memoryId}/earlier`);
  const outcomeOf = async (before: number): Promise<CompareBody['outcome']> => {
    const { plan } = await compared();
    const now = { kind: 'memory', id: memoryId };
    await server.ask('PUT', `/comparisons/${client}`, {
      ...plan,
      a: { ...now, before },
      b: now,
      by: 'all',
      bySet: true,
    });
    await run(`/comparisons/${client}/count`);
    return (await compared()).outcome;
  };
  const change = (unit: number, text: string): Promise<unknown> =>
    server.ask('PATCH', `/memories/${memoryId}/units/${unit}`, { variant: 1, text, codes: [] });

  beforeAll(async () => {
    await memory('Weirs', 'de', [
      ['weir', 'Wehr'],
      ['sluice', 'Schütz'],
      ['towpath', 'Treidelpfad'],
      ['quay', 'Kai'],
    ]);
    memoryId = refs.get('Weirs')!.id;
  });

  test('edited, deleted, exchanged by a merging: each operation has its before', async () => {
    expect(await earlier()).toEqual([]);
    await change(1, 'Stauwehr');
    await change(1, 'Wehranlage');
    const deletion = await run(`/memories/${memoryId}/bulk`, { filter: {}, ids: [3], change: { kind: 'delete' } });
    expect(deletion.state).toBe('done');
    await run(`/memories/${memoryId}/bulk`, {
      filter: {},
      ids: [2, 4],
      change: { kind: 'attribute', type: 'client', value: 'Brennick' },
    });
    const [attribute, gone, second, first] = await earlier();
    expect(await outcomeOf(attribute!.ledgerId)).toEqual({ onlyA: 0, onlyB: 0, different: 0, same: 3 });
    expect(await outcomeOf(gone!.ledgerId)).toEqual({ onlyA: 1, onlyB: 0, different: 0, same: 3 });
    expect(await outcomeOf(second!.ledgerId)).toEqual({ onlyA: 2, onlyB: 1, different: 0, same: 2 });
    const { texts } = await server.ask<{ texts: ComparedText[] }>('GET', `/comparisons/${client}/texts?what=onlyA`);
    expect(texts.flatMap(({ a }) => a.map(({ variants }) => variants[1]!.text)).sort()).toEqual([
      'Stauwehr',
      'Treidelpfad',
    ]);
    expect(await outcomeOf(first!.ledgerId)).toEqual({ onlyA: 2, onlyB: 1, different: 0, same: 2 });

    // It gets another file: what it was stays to be seen.
    const { plan } = await server.ask<{ plan: object }>('GET', `/merges/${client}`);
    await server.ask('PUT', `/merges/${client}`, {
      ...plan,
      inputs: [memoryId, refs.get('Locks German')!.id],
      into: memoryId,
      by: 'all',
      bySet: true,
    });
    const merged = await run(`/merges/${client}/write`);
    expect(merged.error).toBeNull();
    const [exchange] = await earlier();
    expect(await outcomeOf(exchange!.ledgerId)).toEqual({ onlyA: 0, onlyB: 5, different: 0, same: 3 });
    expect(await outcomeOf(first!.ledgerId)).toEqual({ onlyA: 2, onlyB: 6, different: 0, same: 2 });
    const sheet = await run(`/comparisons/${client}/hand-over`, { format: 'xlsx', language: 'en' });
    expect((sheet.result as { units: number }).units).toBe(8);

    await server.ask('POST', `/ledger/${exchange!.ledgerId}/undo`);
    expect((await earlier()).map(({ ledgerId }) => ledgerId)).not.toContain(exchange!.ledgerId);
  });

  test('a state that can no longer be seen is said to be none', async () => {
    const { plan } = await compared();
    await server.ask('PUT', `/comparisons/${client}`, { ...plan, a: { kind: 'memory', id: memoryId, before: 1 } });
    const { state, error } = await run(`/comparisons/${client}/count`);
    expect([state, error?.code]).toEqual(['failed', 'not-found']);
  });

  test('twice the same state is nothing to compare', async () => {
    const { plan } = await compared();
    const now = { kind: 'memory', id: memoryId };
    await server.ask('PUT', `/comparisons/${client}`, { ...plan, a: now, b: now });
    await server.ask('POST', `/comparisons/${client}/count`, undefined, 409);
  });
});
