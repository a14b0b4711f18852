/**
 * Every route of the application's own OpenAPI document, asked for what is not there and with bodies that its JSON
 * Schema (draft 2020-12) allows or does not: it answers or refuses with a reason, and never breaks.
 */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Application } from './application.js';
import { seed, SEEDED } from './seeded.js';

interface Schema {
  readonly type?: string | readonly string[];
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly required?: readonly string[];
  readonly items?: Schema;
  readonly anyOf?: readonly Schema[];
  readonly oneOf?: readonly Schema[];
  readonly allOf?: readonly Schema[];
  readonly enum?: readonly unknown[];
  readonly const?: unknown;
  readonly minItems?: number;
  readonly maxItems?: number;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly minLength?: number;
  readonly maxLength?: number;
  readonly pattern?: string;
  readonly additionalProperties?: Schema | boolean;
  readonly propertyNames?: Schema;
}

interface Operation {
  readonly parameters?: readonly { name: string; in: string; required?: boolean; schema: Schema }[];
  readonly requestBody?: { readonly content: Readonly<Record<string, { readonly schema: Schema }>> };
}

interface Route {
  readonly method: 'GET' | 'POST' | 'PATCH' | 'PUT' | 'DELETE';
  readonly path: string;
  readonly operation: Operation;
}

let server: Application;
let routes: readonly Route[];

beforeAll(async () => {
  server = await Application.start();
  await seed(server);
  const { paths } = await server.ask<{ paths: Record<string, Record<string, Operation>> }>('GET', '/docs');
  routes = Object.entries(paths).flatMap(([path, operations]) =>
    Object.entries(operations).map(([method, operation]) => ({
      method: method.toUpperCase() as Route['method'],
      path,
      operation,
    })),
  );
});
afterAll(() => server.stop());

/** An endless answer. */
const isStream = ({ path }: Route): boolean => path.endsWith('/events');

async function answer({ method }: Route, url: string, body?: unknown) {
  const response = await server.app.inject({
    method,
    url,
    headers: {
      host: 'localhost',
      ...(body !== undefined && { 'content-type': 'application/json' }),
    },
    ...(body !== undefined && { payload: JSON.stringify(body) }),
  });
  const where = `${method} ${url} ${JSON.stringify(body)?.slice(0, 300) ?? ''}: ${response.body.slice(0, 300)}`;
  return { status: response.statusCode, where, body: response.body };
}

/** What is wrong with an answer. Refusals say what the matter is: a code to act on, a sentence to read. */
function complaint({ status, where, body }: Awaited<ReturnType<typeof answer>>): string[] {
  if (status >= 500) return [`broke: ${where}`];
  if (status < 400) return [];
  const { code, message } = JSON.parse(body) as { code?: unknown; message?: unknown };
  if (typeof code !== 'string' || typeof message !== 'string' || message.length < 10) return [`no reason: ${where}`];
  return /\bat .*\.[jt]s:|SQLITE|received undefined|\[object/.test(message) ? [`not for readers: ${where}`] : [];
}

const url = (path: string, id: string): string => path.replace(/\{[^}]+\}/g, id);

const asText = (value: unknown): string => (typeof value === 'string' ? value : JSON.stringify(value));

/** Values for the parameters of a query, all of them. */
function query({ parameters = [] }: Operation, value: (schema: Schema) => unknown): string {
  const inQuery = parameters.filter((parameter) => parameter.in === 'query');
  if (inQuery.length === 0) return '';
  return `?${inQuery.map(({ name, schema }) => `${name}=${encodeURIComponent(asText(value(schema)))}`).join('&')}`;
}

/** A value that a schema describes; nested no deeper than a few levels. */
function valueOf(schema: Schema, depth = 0): fc.Arbitrary<unknown> {
  if (schema.const !== undefined) return fc.constant(schema.const);
  if (schema.enum) return fc.constantFrom(...schema.enum);
  const ways = schema.anyOf ?? schema.oneOf;
  if (ways) return fc.oneof(...ways.map((way) => valueOf(way, depth)));
  if (schema.allOf) return valueOf(Object.assign({}, ...schema.allOf) as Schema, depth);
  const type = Array.isArray(schema.type) ? (schema.type as readonly string[])[0] : (schema.type as string | undefined);
  switch (type) {
    case 'null':
      return fc.constant(null);
    case 'boolean':
      return fc.boolean();
    case 'integer':
      return fc.integer({ min: Math.max(schema.minimum ?? -3, -3), max: Math.min(schema.maximum ?? 2000, 2000) });
    case 'number':
      return fc.double({ min: schema.minimum ?? -5, max: schema.maximum ?? 500, noNaN: true });
    case 'string':
      return fc.oneof(
        fc.constantFrom('de', 'en', 'x', '1', 'lock', '[', '\\', '2026-11-28', ' '),
        fc.string({ minLength: schema.minLength ?? 0, maxLength: Math.min(schema.maxLength ?? 12, 12) }),
      );
    case 'array':
      return depth > 4
        ? fc.constant([])
        : fc.array(valueOf(schema.items ?? {}, depth + 1), {
            minLength: schema.minItems ?? 0,
            maxLength: Math.min(schema.maxItems ?? 3, Math.max(3, schema.minItems ?? 0)),
          });
    case 'object': {
      const named = Object.entries(schema.properties ?? {});
      const required = new Set(schema.required ?? []);
      const own = fc.record(Object.fromEntries(named.map(([name, property]) => [name, valueOf(property, depth + 1)])), {
        requiredKeys: [...required].filter((name) => named.some(([key]) => key === name)),
      });
      const { additionalProperties: more } = schema;
      if (named.length > 0 || typeof more !== 'object') return own;
      return fc.dictionary(fc.constantFrom('de', 'en', 'note', 'x'), valueOf(more, depth + 1), { maxKeys: 2 });
    }
    default:
      return fc.constantFrom(null, 0, 'x', [], {});
  }
}

const bodySchema = ({ operation }: Route): Schema | null =>
  operation.requestBody?.content['application/json']?.schema ?? null;

test('there are routes to ask, and most bodies are described', () => {
  expect(routes.length).toBeGreaterThan(60);
  expect(routes.filter((route) => bodySchema(route)).length).toBeGreaterThan(25);
});

describe('what is not there', () => {
  test.each(['999999', '0', '-1', '1e3', 'x', '%00', '9007199254740993', '..%2f..%2fetc'])('id %s', async (id) => {
    const complaints: string[] = [];
    for (const route of routes) {
      if (isStream(route) || !route.path.includes('{')) continue;
      const schema = bodySchema(route);
      const [body] = schema ? fc.sample(valueOf(schema), { numRuns: 1, seed: 4 }) : [undefined];
      const asked = await answer(route, url(route.path, id) + query(route.operation, () => 1), body);
      complaints.push(...complaint(asked));
    }
    expect(complaints).toEqual([]);
  });

  test('a page that there is not is refused as well', async () => {
    const response = await server.app.inject({ url: '/api/no-such-thing', headers: { host: 'localhost' } });
    expect(response.statusCode).toBe(404);
    expect(JSON.parse(response.body)).toMatchObject({ code: expect.any(String), message: expect.any(String) });
  });
});

describe('bodies', () => {
  test('of another shape are refused, with the place that is wrong', async () => {
    const complaints: string[] = [];
    for (const route of routes) {
      const schema = bodySchema(route);
      if (!schema || isStream(route)) continue;
      for (const body of [null, 7, 'lock', [], [[]], { nothing: 'of this' }]) {
        const asked = await answer(route, url(route.path, '1') + query(route.operation, () => 1), body);
        complaints.push(...complaint(asked));
      }
    }
    expect(complaints).toEqual([]);
  });

  test('that are no JSON, and of a kind that nobody reads', async () => {
    for (const route of routes) {
      if (!bodySchema(route)) continue;
      for (const [type, payload] of [
        ['application/json', '{"name": '],
        ['text/csv', 'a;b'],
      ] as const) {
        const response = await server.app.inject({
          method: route.method,
          url: url(route.path, '1'),
          headers: { host: 'localhost', 'content-type': type },
          payload,
        });
        expect([response.statusCode >= 400, response.statusCode < 500, route.path]).toEqual([true, true, route.path]);
      }
    }
  });

  test('that the schema allows are taken or refused, whatever they say', async () => {
    const complaints: string[] = [];
    const described = routes.filter((route) => bodySchema(route) && !isStream(route));
    const taken = new Set<string>();
    for (const [k, route] of described.entries()) {
      const bodies = fc.sample(valueOf(bodySchema(route)!), { numRuns: 12, seed: k + 1 });
      for (const [n, body] of bodies.entries()) {
        const values = (schema: Schema): unknown => fc.sample(valueOf(schema), { numRuns: 1, seed: n + 1 })[0];
        const there = url(route.path, SEEDED[n % SEEDED.length]!);
        const asked = await answer(route, there + query(route.operation, values), body);
        complaints.push(...complaint(asked));
        if (asked.status < 400) taken.add(`${route.method} ${route.path}`);
      }
    }
    expect(complaints).toEqual([]);
    // There is something for many of them to do.
    expect(taken.size).toBeGreaterThan(described.length / 3);
  });
});

test('queries of any kind are answered or refused', async () => {
  const complaints: string[] = [];
  for (const [k, route] of routes.entries()) {
    if (isStream(route) || route.method !== 'GET') continue;
    for (let n = 0; n < 6; n++) {
      const values = (schema: Schema): unknown => fc.sample(valueOf(schema), { numRuns: 1, seed: 100 * k + n })[0];
      const there = url(route.path, SEEDED[n % SEEDED.length]!);
      complaints.push(...complaint(await answer(route, there + query(route.operation, values))));
    }
    complaints.push(
      ...complaint(await answer(route, `${url(route.path, '1')}?${'x'.repeat(2000)}=1&client=client&limit=-1`)),
    );
  }
  expect(complaints).toEqual([]);
});

test('what is there is deleted, and what was deleted is refused', async () => {
  const complaints: string[] = [];
  for (const route of routes) {
    if (route.method !== 'DELETE') continue;
    for (const id of [...SEEDED, ...SEEDED])
      complaints.push(...complaint(await answer(route, url(route.path, id) + query(route.operation, () => 1))));
  }
  expect(complaints).toEqual([]);
});
