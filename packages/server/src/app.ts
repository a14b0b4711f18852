/** Builds the application without listening: tests ask it with `inject`, `main.ts` listens. */
import { VERSION } from '@fair-copy/core/version.js';
import { existsSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import fastifyStatic from '@fastify/static';
import swagger from '@fastify/swagger';
import Fastify, { type FastifyError, type FastifyInstance, type FastifyReply } from 'fastify';
import {
  hasZodFastifySchemaValidationErrors,
  jsonSchemaTransform,
  serializerCompiler,
  validatorCompiler,
  type ZodTypeProvider,
} from 'fastify-type-provider-zod';
import type { Context } from './context.js';
import type { MainThread } from './feature.js';
import { FEATURES } from './features.js';
import { ApiError, bodyOf, carried } from './errors.js';
import { Events } from './jobs/events.js';
import { Jobs, type ConcludedJob } from './jobs/jobs.js';
import { OpenMemories } from './store/memories.js';
import { Workers } from './jobs/workers.js';
import { answerBrokenRequest, guard, setSecurityHeaders, type Security } from './security/guard.js';
import { sessionRoutes } from './security/routes.js';
import { openDatabase, openForReading } from './store/database.js';
import { lockFolder } from './store/lock.js';
import { pathsOf } from './store/paths.js';
import { forgetSettledJobs, recover } from './upkeep/recover.js';
import { asPage } from './jobs/page.js';
import { tidyAtStart } from './upkeep/sweep.js';

export interface AppOptions {
  readonly dataDir: string;
  readonly security?: Security;
  /** A folder for files that nobody owns, after a return to an older copy of the workspace; null: they go. */
  readonly aside?: string | null;
}

/** The built pages; from the sources as well as from `dist`. */
const WEB = fileURLToPath(new URL('../../web/dist/', import.meta.url));

export type App = FastifyInstance;

export async function buildApp({ dataDir, security = {}, aside = null }: AppOptions): Promise<App> {
  const { context, concluded } = await openContext(dataDir, aside);
  const parts: MainThread[] = [];
  for (const feature of FEATURES) parts.push((await feature.main?.()) ?? {});
  const endings = parts.map((part) => part.atStart?.(context, concluded));
  forgetSettledJobs(dataDir);
  const app = Fastify({
    bodyLimit: 8 * 1024 * 1024,
    routerOptions: { maxParamLength: 300 },
    forceCloseConnections: true,
    clientErrorHandler: answerBrokenRequest,
    frameworkErrors: (error, _request, reply) => {
      const { status, body } = bodyOf(carried(new ApiError('invalid-request', { what: error.message })));
      return (reply as FastifyReply).status(status).send(body);
    },
  });
  // On every answer, also on those that are made before any hook runs, and on streams.
  app.server.prependListener('request', (_request, response) => setSecurityHeaders(response));
  app.addHook('onRequest', async (_request, reply) => setSecurityHeaders(reply.raw));
  app.addHook('onRequest', (request, _reply, done) => asPage(request.headers['x-page'], done));
  app.setValidatorCompiler(validatorCompiler);
  app.setSerializerCompiler(serializerCompiler);
  app.setErrorHandler((error: FastifyError, _request, reply) => {
    const known = hasZodFastifySchemaValidationErrors(error)
      ? new ApiError('invalid-request', {
          what: error.validation.map((v) => `${v.instancePath.slice(1) || 'body'}: ${saidOf(v.message)}`).join('; '),
        })
      : error.statusCode && error.statusCode < 500 && !(error instanceof ApiError)
        ? new ApiError('invalid-request', { what: error.message })
        : error;
    const { status, body } = bodyOf(carried(known));
    if (status === 500) process.stderr.write(`${error.stack}\n`);
    return reply.status(status).send(body);
  });
  // Files are streamed as they come; nothing of them is parsed here.
  app.addContentTypeParser('application/octet-stream', (_request, payload, done) => done(null, payload));
  guard(app, security);
  await app.register(swagger, {
    openapi: { openapi: '3.1.0', info: { title: 'Fair Copy', version: VERSION } },
    transform: jsonSchemaTransform,
  });
  await app.register(routes(parts, context, security), { prefix: '/api' });
  app.get('/api/docs', { schema: { hide: true } }, () => app.swagger());
  await servePages(app);
  app.addHook('onClose', () => {
    for (const end of endings) end?.();
    return closeContext(context);
  });
  return app;
}

/** What a schema has against a value, for readers. */
function saidOf(message: string | undefined): string {
  return (message ?? 'is not allowed').replace(/^Invalid input: expected .*, received undefined$/, 'is missing');
}

function routes(parts: readonly MainThread[], context: Context, security: Security) {
  return async (instance: FastifyInstance): Promise<void> => {
    const api = instance.withTypeProvider<ZodTypeProvider>();
    sessionRoutes(api, security);
    for (const part of parts) part.routes?.(api, context);
  };
}

interface Opened {
  readonly context: Context;
  /** What the jobs of the last run wrote, where they were cut off before the desk could note it. */
  readonly concluded: readonly ConcludedJob[];
}

async function openContext(dataDir: string, aside: string | null): Promise<Opened> {
  const unlock = lockFolder(dataDir);
  const opened: { close(): void }[] = [];
  try {
    const paths = pathsOf(dataDir);
    const concluded = recover(dataDir);
    const desk = openDatabase(paths.desk, 'desk');
    opened.push(desk);
    const events = new Events();
    const jobs = new Jobs(desk, events, concluded);
    await rm(paths.incoming, { recursive: true, force: true });
    tidyAtStart(dataDir, desk, aside);
    const workspace = openForReading(paths.workspace);
    opened.push(workspace);
    const memories = new OpenMemories(workspace, dataDir);
    const workers = new Workers(dataDir, events);
    return { context: { paths, workspace, memories, desk, events, jobs, workers, unlock }, concluded };
  } catch (error) {
    for (const one of opened) one.close();
    unlock();
    throw error;
  }
}

async function closeContext({ jobs, workers, memories, workspace, desk, unlock }: Context): Promise<void> {
  await jobs.stopAll();
  await workers.close();
  memories.close();
  workspace.close();
  desk.close();
  unlock();
}

async function servePages(app: FastifyInstance): Promise<void> {
  if (existsSync(WEB)) {
    await app.register(fastifyStatic, { root: WEB, wildcard: false, immutable: true, maxAge: '30d', index: false });
  }
  app.setNotFoundHandler((request, reply) => {
    if (
      request.method === 'GET' &&
      !request.url.startsWith('/api/') &&
      existsSync(WEB) &&
      !/\.\w+$/.test(request.url.split('?')[0]!)
    )
      return reply.header('cache-control', 'no-cache').sendFile('index.html', WEB, { maxAge: 0, immutable: false });
    const { status, body } = bodyOf(carried(new ApiError('not-found', { what: 'address' })));
    return reply.status(status).send(body);
  });
}
