/** The contract and the server: every route of it is served, and nothing else is. */
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { contract } from '@fair-copy/api/contract.js';
import { FEATURES } from '@fair-copy/server/features.js';
import { Application } from './application.js';

let server: Application;
beforeAll(async () => {
  server = await Application.start();
});
afterAll(() => server.stop());

test('every route of the contract is served, and described', async () => {
  const described = (await server.ask('GET', '/docs')) as { paths: Record<string, Record<string, unknown>> };
  const served = Object.entries(described.paths).flatMap(([path, methods]) =>
    Object.keys(methods).map((method) => `${method.toUpperCase()} ${path.replace('/api', '')}`),
  );
  const known = Object.keys(contract).map((key) => key.replace(/:(\w+)/g, '{$1}'));
  expect(served.sort()).toEqual(known.sort());
});

test('no two tasks have the same name', () => {
  const names = FEATURES.flatMap(({ tasks = {} }) => Object.values(tasks).map(({ name }) => name));
  expect(new Set(names).size).toBe(names.length);
});
