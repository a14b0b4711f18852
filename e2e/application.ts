/** A real server with a data folder of its own for each test, and a page on it. */
import { test as base, type Page } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
// @ts-expect-error plain JavaScript, shared with `npm run demo`
import { fillWorkspace } from '../demo/fill-workspace.mjs';
// @ts-expect-error plain JavaScript, shared with `npm run demo`
import { makeFiles } from '../demo/make-files.mjs';

const MAIN = fileURLToPath(new URL('../packages/server/dist/main.js', import.meta.url));

export class Server {
  private child: ChildProcess | null = null;
  address = '';
  readonly dataDir = mkdtempSync(join(tmpdir(), 'fair-copy-e2e-'));
  readonly clientFiles = join(this.dataDir, 'client-files');

  /** On the same port again after a stop. */
  async start(): Promise<void> {
    const port = this.address ? new URL(this.address).port : '0';
    this.child = spawn(process.execPath, [MAIN, '--data', this.dataDir, '--port', port], {
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    for await (const chunk of this.child.stdout!) {
      const found = /at (http:\S+)/.exec(String(chunk));
      if (!found) continue;
      this.address = found[1]!;
      return;
    }
    throw new Error('the server did not start');
  }

  /** Without warning, as when the machine fails. */
  async kill(): Promise<void> {
    const ended = new Promise((resolve) => this.child?.once('exit', resolve));
    this.child?.kill('SIGKILL');
    await ended;
  }

  makeClientFiles(): Promise<void> {
    return (makeFiles as (folder: string) => Promise<void>)(this.clientFiles);
  }

  /** As `kill`, but the server closes its files first. */
  async stop(): Promise<void> {
    const ended = new Promise((resolve) => this.child?.once('exit', resolve));
    this.child?.kill('SIGTERM');
    await ended;
  }

  remove(): void {
    this.child?.kill('SIGKILL');
    rmSync(this.dataDir, { recursive: true, force: true });
  }
}

/** The scenario as `npm run demo` shows it: filled once by the application's own calls, then copied for each test. */
export async function demoData(): Promise<Server> {
  const server = new Server();
  await server.start();
  await (fillWorkspace as (address: string, folder: string) => Promise<void>)(server.address, server.clientFiles);
  await server.stop();
  return server;
}

export const DEMO = 'FAIR_COPY_DEMO_DATA';

async function running(use: (server: Server) => Promise<void>, data: string | null): Promise<void> {
  const server = new Server();
  if (data) cpSync(data, server.dataDir, { recursive: true });
  await server.start();
  await use(server);
  server.remove();
}

/** `server` has the scenario of the demo, `emptyServer` nothing. */
export const test = base.extend<{ server: Server; emptyServer: Server }>({
  // eslint-disable-next-line no-empty-pattern
  server: ({}, use) => running(use, process.env[DEMO]!),
  // eslint-disable-next-line no-empty-pattern
  emptyServer: ({}, use) => running(use, null),
});

export { expect } from '@playwright/test';

/** The plans of the first client's merging, as its pages would send them: three memories, a bridge, a comparison. */
export async function planMerge(server: Server): Promise<void> {
  const memory = (id: number) => ({ kind: 'memory', id });
  await planned(server, 'merges', { inputs: [1, 4, 5], newName: 'Brennick 2026' });
  await planned(server, 'bridges', { a: memory(6), b: memory(2), newName: 'Harbour rules pl-pt' });
  await planned(server, 'comparisons', { a: memory(1), b: memory(4) });
}

async function planned(server: Server, kind: string, change: object): Promise<void> {
  const address = `${server.address}/api/${kind}/1`;
  const { plan } = (await (await fetch(address)).json()) as { plan: object };
  const body = JSON.stringify({ ...plan, ...change });
  const headers = { 'content-type': 'application/json' };
  const { status } = await fetch(address, { method: 'PUT', headers, body });
  if (status !== 200) throw new Error(`the plan was not taken: ${status}`);
}

/** The page with a client in hand (by id) and a theme, as if chosen before. */
export async function open(
  page: Page,
  server: Server,
  path: string,
  clientId: number | null = null,
  theme: 'light' | 'dark' = 'light',
): Promise<void> {
  await page.addInitScript(
    ([id, name]) => {
      if (!localStorage.getItem('fair-copy-desk'))
        localStorage.setItem('fair-copy-desk', JSON.stringify({ state: { clientId: id, theme: name }, version: 0 }));
    },
    [clientId, theme] as const,
  );
  await page.goto(server.address + path);
  // Keys are heard once the page stands.
  await page.getByRole('heading', { level: 1 }).first().waitFor();
}
