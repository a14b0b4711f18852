import { afterEach, describe, expect, test } from '@jest/globals';
import { m } from '../messages/index.js';
import { ApiFailure, call, upload } from './http.js';
import type { JobOf } from '@fair-copy/api/jobs.js';
import { jobEnded } from './jobs.js';

const original = globalThis.fetch;
afterEach(() => {
  globalThis.fetch = original;
});

interface Call {
  readonly url: string;
  readonly init: RequestInit | undefined;
}

/** Answers one after the other, and what was asked. */
function answering(...answers: (Response | Error)[]): Call[] {
  const calls: Call[] = [];
  globalThis.fetch = ((url: string, init?: RequestInit) => {
    calls.push({ url, init });
    const answer = answers.shift()!;
    return answer instanceof Error ? Promise.reject(answer) : Promise.resolve(answer);
  }) as typeof fetch;
  return calls;
}
const json = (body: unknown, status = 200): Response => new Response(JSON.stringify(body), { status });

describe('calls', () => {
  test('leave out what is not asked for, and escape the rest', async () => {
    const calls = answering(json([]));
    const query = { q: 'Schleuse & Tor', language: 'de', after: null, intake: 0, since: undefined };
    await call('GET /termbases/:id/terms', { params: { id: 7 }, query });
    expect(calls[0]!.url).toBe('/api/termbases/7/terms?q=Schleuse+%26+Tor&language=de&intake=0');
  });

  test('send JSON, or a file as it is', async () => {
    const calls = answering(json({ id: 1 }), json({}), json({}));
    expect(await call('POST /clients', { body: { name: 'Brennick' } })).toEqual({ id: 1 });
    expect(calls[0]!.init).toMatchObject({ method: 'POST', body: '{"name":"Brennick"}' });
    await call('DELETE /memories/:id', { params: { id: 1 } });
    expect(calls[1]).toMatchObject({ url: '/api/memories/1', init: { method: 'DELETE' } });
    expect(calls[1]!.init).not.toHaveProperty('body');
    const file = new Blob(['a;b']);
    await upload('POST /intake/files', { query: { client: 1, name: 'a b.csv' }, file });
    expect(calls[2]!.url).toBe('/api/intake/files?client=1&name=a+b.csv');
    expect(calls[2]!.init).toMatchObject({ headers: { 'content-type': 'application/octet-stream' }, body: file });
  });

  test('fail with words for what the server says', async () => {
    answering(json({ code: 'name-taken', values: { what: 'client' }, message: 'in English' }, 409));
    const failure: unknown = await call('POST /clients', { body: { name: '' } }).catch((error: unknown) => error);
    expect(failure).toBeInstanceOf(ApiFailure);
    expect(failure).toMatchObject({ code: 'name-taken', message: 'There is a client of that name already.' });
  });

  test('fail in plain words when nobody answers, or no JSON comes', async () => {
    answering(new TypeError('Failed to fetch'), new Response('oops', { status: 502, statusText: 'Bad Gateway' }));
    await expect(call('GET /clients')).rejects.toMatchObject({ code: 'no-connection', message: m.common.noConnection });
    await expect(call('GET /clients')).rejects.toMatchObject({ code: 'internal', message: 'Bad Gateway' });
  });
});

test('a job is asked for until it has ended', async () => {
  const job = (state: string) => ({ id: 3, kind: 'undo', state, result: null });
  const calls = answering(json(job('running')), json(job('running')), json(job('done')));
  expect(await jobEnded(job('running') as JobOf<'undo'>)).toEqual(job('done'));
  expect(calls.map((call) => call.url)).toEqual(['/api/jobs/3', '/api/jobs/3', '/api/jobs/3']);
});
