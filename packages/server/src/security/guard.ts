/**
 * Who may ask: on this machine only requests whose Host is this machine's, and whose Origin, if any, is the same;
 * elsewhere only with the passphrase.
 */
import { randomBytes, scryptSync, timingSafeEqual } from 'node:crypto';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { ApiError } from '../errors.js';

export interface Security {
  /** Set when the server listens beyond this machine. */
  readonly passphrase?: string;
}

const CSP = [
  "default-src 'self'",
  "script-src 'self'",
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data:",
  "font-src 'self' data:",
  "connect-src 'self'",
  "object-src 'none'",
  "base-uri 'none'",
  "form-action 'self'",
  "frame-ancestors 'none'",
].join('; ');

export function guard(app: FastifyInstance, { passphrase }: Security): void {
  app.addHook('onRequest', async (request, reply) => {
    reply.header('content-security-policy', CSP);
    reply.header('x-content-type-options', 'nosniff');
    reply.header('referrer-policy', 'no-referrer');
    if (!passphrase && !isThisMachine(request.headers.host)) throw new ApiError('not-allowed');
    if (!sameOrigin(request)) throw new ApiError('not-allowed');
  });
  if (passphrase) demandPassphrase(app, passphrase);
}

function isThisMachine(host: string | undefined): boolean {
  return /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/.test(host ?? '');
}

function sameOrigin(request: FastifyRequest): boolean {
  const { origin, host } = request.headers;
  if (origin === undefined) return true;
  try {
    return new URL(origin).host === host;
  } catch {
    return false;
  }
}

const TRIES_A_MINUTE = 10;

function demandPassphrase(app: FastifyInstance, passphrase: string): void {
  const salt = randomBytes(16);
  const expected = scryptSync(passphrase, salt, 32);
  const sessions = new Set<string>();
  let tries: number[] = [];
  app.addContentTypeParser('application/x-www-form-urlencoded', { parseAs: 'string' }, (_request, body, done) =>
    done(null, Object.fromEntries(new URLSearchParams(body as string))),
  );
  app.post('/enter', { schema: { hide: true } }, async (request, reply) => {
    const time = Date.now();
    tries = tries.filter((at) => time - at < 60_000);
    if (tries.length >= TRIES_A_MINUTE) throw new ApiError('too-many-tries');
    tries.push(time);
    const given = String((request.body as { passphrase?: string } | null)?.passphrase ?? '');
    if (!timingSafeEqual(scryptSync(given, salt, 32), expected)) return entrance(reply, 'That is not the passphrase.');
    const session = randomBytes(24).toString('base64url');
    sessions.add(session);
    return reply.header('set-cookie', `fair-copy=${session}; HttpOnly; SameSite=Strict; Path=/`).redirect('/');
  });
  app.addHook('onRequest', async (request, reply) => {
    if (request.url === '/enter') return;
    const session = /(?:^|;\s*)fair-copy=([\w-]+)/.exec(request.headers.cookie ?? '')?.[1];
    if (session && sessions.has(session)) return;
    if (request.url.startsWith('/api/')) throw new ApiError('passphrase-needed');
    return entrance(reply, '');
  });
}

function entrance(reply: FastifyReply, complaint: string): FastifyReply {
  return reply.status(401).type('text/html; charset=utf-8')
    .send(`<!doctype html><html lang="en"><title>Fair Copy</title>
<body style="font:16px/1.5 Georgia,serif;background:#FAF7F0;color:#23262F;max-width:24rem;margin:20vh auto">
<h1>Fair Copy</h1><form method="post" action="/enter"><label>Passphrase<br><input type="password" name="passphrase" autofocus></label>
<button>Enter</button><p role="alert">${complaint}</p></form></body></html>`);
}
