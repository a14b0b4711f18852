/** Random work on a termbase, taken back step by step and done again: every state on the way is the same (seeded). */
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { Application, GLOSSARY } from './application.js';

let server: Application;
let client: number;
let termbase: number;
beforeAll(async () => {
  server = await Application.start();
  client = await server.client();
  const { fileId } = await server.takeIn(client, 'glossary.txt', GLOSSARY);
  termbase = ((await server.write(fileId, { newName: 'terms' })).result as { termbaseId: number }).termbaseId;
});
afterAll(() => server.stop());

interface Entry {
  readonly id: number;
  readonly undoneAt: string | null;
}

async function state(): Promise<unknown> {
  const concepts: Record<number, unknown> = {};
  for (const language of ['de', 'en', 'fi']) {
    for (const { concept } of await server.ask<{ concept: number }[]>(
      'GET',
      `/termbases/${termbase}/terms?language=${language}`,
    )) {
      const { languages, fields, origins } = await server.ask<Record<string, unknown>>('GET', `/concepts/${concept}`);
      concepts[concept] = { languages, fields, origins };
    }
  }
  return concepts;
}

/** Mulberry32: the same numbers every time. */
function random(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

async function act(next: () => number, step: number): Promise<void> {
  const ids = Object.keys((await state()) as object).map(Number);
  const id = ids[Math.floor(next() * ids.length)];
  const choice = Math.floor(next() * 6);
  if (id === undefined || choice === 0)
    await server.ask('POST', `/termbases/${termbase}/concepts`, { language: 'de', text: `neu ${step}` });
  else if (choice === 1)
    await server.ask('POST', `/concepts/${id}/change`, { kind: 'add term', language: 'fi', text: `termi ${step}` });
  else if (choice === 2) await server.ask('DELETE', `/concepts/${id}`);
  else {
    const { languages } = await server.ask<{ languages: { terms: { id: string }[] }[] }>('GET', `/concepts/${id}`);
    const term = languages[0]!.terms[0]!.id;
    const change = [
      { kind: 'change term', term, text: `anders ${step}` },
      { kind: 'delete term', term },
      { kind: 'set field', level: 'term', term, field: 'note', values: [`Anmerkung ${step}`] },
    ][choice - 3]!;
    await server.ask('POST', `/concepts/${id}/change`, change);
  }
}

test.each([1, 2, 3])('seed %i', async (seed) => {
  const next = random(seed);
  const states = [await state()];
  const first = (await server.ask<Entry[]>('GET', '/ledger?limit=1'))[0]!.id;
  for (let step = 0; step < 12; step++) {
    await act(next, step);
    states.push(await state());
  }
  const done = (await server.ask<Entry[]>('GET', '/ledger?limit=200'))
    .filter((entry) => entry.id > first)
    .map((entry) => entry.id);
  expect(done).toHaveLength(12);
  for (const [i, id] of done.entries()) {
    await server.ask('POST', `/ledger/${id}/undo`);
    expect(await state()).toEqual(states[states.length - 2 - i]);
  }
  for (const [i, id] of [...done].reverse().entries()) {
    await server.ask('POST', `/ledger/${id}/redo`);
    expect(await state()).toEqual(states[i + 1]);
  }
  for (const id of done) await server.ask('POST', `/ledger/${id}/undo`);
});
