/** Nobody let in: the passphrase, its sessions, and what every answer bears. Asked over real sockets, as a stranger would. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildApp, type App } from '@fair-copy/server/app.js';
import { Passphrase } from '@fair-copy/server/security/passphrase.js';
import { Sessions } from '@fair-copy/server/security/sessions.js';

const dataDir = mkdtempSync(join(tmpdir(), 'fair-copy-security-'));
let app: App;
let port: number;
beforeAll(async () => {
  app = await buildApp({ dataDir, security: { passphrase: 'lock and weir' } });
  port = Number(new URL(await app.listen({ host: '127.0.0.1', port: 0 })).port);
});
afterAll(async () => {
  await app.close();
  rmSync(dataDir, { recursive: true });
});

const address = (path: string): string => `http://127.0.0.1:${port}${path}`;
const enter = (passphrase: string): Promise<Response> =>
  fetch(address('/enter'), { method: 'POST', redirect: 'manual', body: new URLSearchParams({ passphrase }) });
const sessionOf = async (): Promise<string> => (await enter('lock and weir')).headers.get('set-cookie')!.split(';')[0]!;

/** What comes back for bytes that need not be HTTP. */
function raw(bytes: string): Promise<string> {
  return new Promise((resolve, reject) => {
    const socket = connect(port, '127.0.0.1', () => socket.write(bytes));
    let answer = '';
    socket.setTimeout(3000, () => socket.destroy());
    socket.on('data', (chunk) => {
      answer += chunk.toString('latin1');
      if (answer.includes('\r\n\r\n')) socket.end();
    });
    socket.on('close', () => resolve(answer));
    socket.on('error', reject);
  });
}

describe('with a passphrase', () => {
  test('nothing is told without it; logged out, nothing is told any more', async () => {
    expect((await fetch(address('/api/clients'))).status).toBe(401);
    expect((await fetch(address('/'))).status).toBe(401);
    expect((await enter('wrong')).status).toBe(401);
    const cookie = await sessionOf();
    expect((await fetch(address('/api/clients'), { headers: { cookie } })).status).toBe(200);
    expect(await (await fetch(address('/api/session'), { headers: { cookie } })).json()).toEqual({ passphrase: true });
    await fetch(address('/leave'), { method: 'POST', headers: { cookie }, redirect: 'manual' });
    expect((await fetch(address('/api/clients'), { headers: { cookie } })).status).toBe(401);
  });

  test('a passphrase in an odd form is a wrong one', async () => {
    const odd = (type: string, body: string): Promise<number> =>
      fetch(address('/enter'), { method: 'POST', headers: { 'content-type': type }, body, redirect: 'manual' }).then(
        ({ status }) => status,
      );
    expect(await odd('application/json', '{"passphrase": {"length": 3}}')).toBe(401);
    expect(await odd('application/json', 'null')).toBe(401);
    expect(await odd('application/x-www-form-urlencoded', '')).toBe(401);
  });

  test('wrong tries slow down the one who makes them, and lock nobody out', async () => {
    const pauses: number[] = [];
    const passphrase = new Passphrase('lock and weir', (milliseconds) => Promise.resolve(pauses.push(milliseconds)));
    for (let i = 0; i < 8; i++) expect(await passphrase.isRight('wrong', '203.0.113.7')).toBe(false);
    expect(pauses).toEqual([250, 500, 1000, 2000, 4000, 8000, 8000]);
    expect(await passphrase.isRight('lock and weir', '203.0.113.8')).toBe(true);
    expect(pauses).toHaveLength(7);
    expect(await passphrase.isRight('lock and weir', '203.0.113.7')).toBe(true);
    expect(pauses).toHaveLength(8);
    // The right one clears the account.
    expect(await passphrase.isRight('lock and weir', '203.0.113.7')).toBe(true);
    expect(pauses).toHaveLength(8);
  });

  test('sessions end: unused after twelve hours, in any case after a week', () => {
    let now = 0;
    const hour = 60 * 60 * 1000;
    const sessions = new Sessions(() => now);
    const one = sessions.open();
    now = 11 * hour;
    expect(sessions.holds(one)).toBe(true);
    now = 24 * hour;
    expect(sessions.holds(one)).toBe(false);
    const used = sessions.open();
    for (; now < 24 * hour + 7 * 24 * hour; now += 6 * hour) expect(sessions.holds(used)).toBe(true);
    now += hour;
    expect(sessions.holds(used)).toBe(false);
  });
});

const HEADERS = ['content-security-policy', 'x-content-type-options', 'referrer-policy'];

test('every answer bears the security headers: also streams, refusals, and what is no HTTP', async () => {
  const cookie = await sessionOf();
  const stream = await fetch(address('/api/events'), { headers: { cookie } });
  const answers = [
    stream,
    await fetch(address('/'), { headers: { cookie } }),
    await fetch(address('/api/clients')),
    await enter('wrong'),
    await fetch(address(`/api/${'x'.repeat(2000)}`), { headers: { cookie } }),
    await fetch(address('/%zz'), { headers: { cookie } }),
    await fetch(address('/api/clients'), {
      method: 'POST',
      headers: { cookie, 'content-type': 'application/json' },
      body: '{',
    }),
  ];
  for (const answer of answers)
    for (const header of HEADERS)
      expect([answer.url, answer.status, header, answer.headers.has(header)]).toEqual([
        answer.url,
        answer.status,
        header,
        true,
      ]);
  await stream.body!.cancel();
  for (const bytes of ['GET / NOTHTTP\r\n\r\n', `GET / HTTP/1.1\r\nHost: x\r\nX: ${'x'.repeat(70_000)}\r\n\r\n`]) {
    const answer = (await raw(bytes)).toLowerCase();
    expect(answer).toMatch(/^http\/1\.1 4\d\d /);
    for (const header of HEADERS) expect(answer).toContain(header);
  }
});

test('odd JSON is answered with 400, and nothing is made of it', async () => {
  const cookie = await sessionOf();
  const post = async (body: string, type = 'application/json'): Promise<number> =>
    (await fetch(address('/api/clients'), { method: 'POST', headers: { cookie, 'content-type': type }, body })).status;
  const deep = '['.repeat(200_000) + ']'.repeat(200_000);
  for (const body of [
    '',
    '{',
    'null',
    '[]',
    '"x"',
    '1e999',
    '{"name": 1}',
    '{"name": null}',
    '{"__proto__": {}}',
    deep,
    '\u0000',
    '{"name": "a"} {}',
  ])
    expect([body.slice(0, 20), await post(body)]).toEqual([body.slice(0, 20), 400]);
  expect(await post('<name/>', 'text/xml')).toBeLessThan(500);
  expect(await (await fetch(address('/api/clients'), { headers: { cookie } })).json()).toEqual([]);
});

const MAIN = fileURLToPath(new URL('../../packages/server/dist/main.js', import.meta.url));

test.each([
  ['beyond this machine a passphrase is demanded', ['--host', '0.0.0.0'], undefined, /set a passphrase/],
  ['a passphrase that is too short is refused', [], 'ab', /too short/],
])('%s', (_, args, passphrase, said) => {
  const { FAIR_COPY_PASSPHRASE: _none, ...env } = process.env;
  const { status, stderr } = spawnSync(
    process.execPath,
    [MAIN, '--data', join(dataDir, 'other'), '--port', '0', ...args],
    {
      env: { ...env, ...(passphrase !== undefined && { FAIR_COPY_PASSPHRASE: passphrase }) },
      encoding: 'utf8',
    },
  );
  expect(status).toBe(2);
  expect(stderr).toMatch(said);
});
