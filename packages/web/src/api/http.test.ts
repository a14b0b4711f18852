import { afterEach, describe, expect, test } from '@jest/globals';
import { m } from '../messages/en.js';
import { ApiFailure, get, send, upload } from './http.js';
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
    await get('/terms', { q: 'Schleuse & Tor', after: null, page: 0, kind: undefined });
    expect(calls[0]!.url).toBe('/api/terms?q=Schleuse+%26+Tor&page=0');
  });

  test('send JSON, or a file as it is', async () => {
    const calls = answering(json({ id: 1 }), json({}), json({}));
    expect(await send('POST', '/clients', { name: 'Brennick' })).toEqual({ id: 1 });
    expect(calls[0]!.init).toMatchObject({ method: 'POST', body: '{"name":"Brennick"}' });
    await send('DELETE', '/clients/1');
    expect(calls[1]!.init).toEqual({ method: 'DELETE' });
    const file = new Blob(['a;b']);
    await upload('/intake/files', file);
    expect(calls[2]!.init).toMatchObject({ headers: { 'content-type': 'application/octet-stream' }, body: file });
  });

  test('fail with the words of the server', async () => {
    answering(json({ code: 'name-taken', message: 'There is a client of that name already.' }, 409));
    const failure: unknown = await send('POST', '/clients', {}).catch((error: unknown) => error);
    expect(failure).toBeInstanceOf(ApiFailure);
    expect(failure).toMatchObject({ code: 'name-taken', message: 'There is a client of that name already.' });
  });

  test('fail in plain words when nobody answers, or no JSON comes', async () => {
    answering(new TypeError('Failed to fetch'), new Response('oops', { status: 502, statusText: 'Bad Gateway' }));
    await expect(get('/clients')).rejects.toMatchObject({ code: 'no-connection', message: m.common.noConnection });
    await expect(get('/clients')).rejects.toMatchObject({ code: 'internal', message: 'Bad Gateway' });
  });
});

test('a job is asked for until it has ended', async () => {
  const calls = answering(json({ state: 'running' }), json({ state: 'running' }), json({ state: 'done', result: 7 }));
  expect(await jobEnded(3)).toEqual({ state: 'done', result: 7 });
  expect(calls.map((call) => call.url)).toEqual(['/api/jobs/3', '/api/jobs/3', '/api/jobs/3']);
});
