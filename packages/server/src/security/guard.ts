/**
 * Who may ask. Without a passphrase: on this machine only, requests whose Host is this machine's and whose Origin, if any, is
 * the same. With one: whoever gave it, until the session ends. Every answer bears the same headers, whoever makes it.
 */
import type { ServerResponse } from 'node:http';
import type { Socket } from 'node:net';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { ApiError } from '../errors.js';
import { Passphrase } from './passphrase.js';
import { Sessions } from './sessions.js';

export interface Security {
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

const HEADERS: Readonly<Record<string, string>> = {
  'content-security-policy': CSP,
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'x-frame-options': 'DENY',
  'cross-origin-resource-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
};

/** For answers that Fastify makes before any of its hooks: every response of the server bears them from the beginning. */
export function setSecurityHeaders(response: ServerResponse): void {
  for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
}

/** What Node's parser refuses is answered here, before there is a request. */
export function answerBrokenRequest(error: NodeJS.ErrnoException, socket: Socket): void {
  if (!socket.writable || error.code === 'ECONNRESET') {
    socket.destroy();
    return;
  }
  const status =
    error.code === 'HPE_HEADER_OVERFLOW'
      ? '431 Request Header Fields Too Large'
      : error.code === 'ERR_HTTP_REQUEST_TIMEOUT'
        ? '408 Request Timeout'
        : '400 Bad Request';
  const body = JSON.stringify({ code: 'invalid-request', message: 'The request is not as it should be.' });
  const headers = {
    ...HEADERS,
    'content-type': 'application/json',
    'content-length': String(body.length),
    connection: 'close',
  };
  const lines = Object.entries(headers).map(([name, value]) => `${name}: ${value}`);
  socket.end(`HTTP/1.1 ${status}\r\n${lines.join('\r\n')}\r\n\r\n${body}`);
}

export function guard(app: FastifyInstance, { passphrase }: Security): void {
  app.addHook('onRequest', async (request) => {
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

const COOKIE = 'fair-copy';

function demandPassphrase(app: FastifyInstance, secret: string): void {
  const passphrase = new Passphrase(secret);
  const sessions = new Sessions();
  app.addContentTypeParser(
    'application/x-www-form-urlencoded',
    { parseAs: 'string', bodyLimit: 4096 },
    (_request, body, done) => done(null, Object.fromEntries(new URLSearchParams(body as string))),
  );
  app.post('/enter', { schema: { hide: true } }, async (request, reply) => {
    const given = (request.body as Record<string, unknown> | null | undefined)?.passphrase;
    const isRight = await passphrase.isRight(typeof given === 'string' ? given : '', request.ip);
    if (!isRight) return entrance(reply, 'That is not the passphrase.');
    return reply.header('set-cookie', cookie(sessions.open())).redirect('/');
  });
  app.post('/leave', { schema: { hide: true } }, async (request, reply) => {
    sessions.end(sessionOf(request));
    return reply.header('set-cookie', `${COOKIE}=; HttpOnly; SameSite=Strict; Path=/; Max-Age=0`).redirect('/');
  });
  app.addHook('onRequest', async (request, reply) => {
    if (request.url === '/enter') return;
    if (sessions.holds(sessionOf(request))) return;
    if (request.url.startsWith('/api/')) throw new ApiError('passphrase-needed');
    return entrance(reply, '');
  });
}

const cookie = (session: string): string => `${COOKIE}=${session}; HttpOnly; SameSite=Strict; Path=/`;

function sessionOf({ headers }: FastifyRequest): string | undefined {
  return /(?:^|;\s*)fair-copy=([\w-]+)/.exec(headers.cookie ?? '')?.[1];
}

function entrance(reply: FastifyReply, complaint: string): FastifyReply {
  return reply.status(401).type('text/html; charset=utf-8').header('cache-control', 'no-store')
    .send(`<!doctype html><html lang="en"><title>Fair Copy</title><meta name="viewport" content="width=device-width">
<body style="font:16px/1.5 Georgia,serif;background:#FAF7F0;color:#23262F;max-width:24rem;margin:20vh auto">
<h1>Fair Copy</h1><form method="post" action="/enter"><label>Passphrase<br><input type="password" name="passphrase" autofocus autocomplete="current-password"></label>
<button>Enter</button><p role="alert">${complaint}</p></form></body></html>`);
}
