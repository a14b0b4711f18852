/** The server as a process that can be killed, with faults where a test wants them. */
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const MAIN = fileURLToPath(new URL('../../packages/server/dist/main.js', import.meta.url));

export class ServerProcess {
  stderr = '';
  private constructor(
    readonly dataDir: string,
    private readonly child: ChildProcess,
    readonly address: string,
  ) {}

  static async start(
    dataDir = mkdtempSync(join(tmpdir(), 'fair-copy-process-')),
    fault: object | null = null,
    more: readonly string[] = [],
  ): Promise<ServerProcess> {
    const child = spawn(process.execPath, [MAIN, '--data', dataDir, '--port', '0', ...more], {
      env: { ...process.env, ...(fault && { FAIR_COPY_FAULT: JSON.stringify(fault) }) },
    });
    let server: ServerProcess | null = null;
    let early = '';
    child.stderr.on('data', (chunk) => {
      early += String(chunk);
      if (server) server.stderr += String(chunk);
    });
    for await (const chunk of child.stdout) {
      const found = /at (http:\S+)/.exec(String(chunk));
      if (found) return (server = new ServerProcess(dataDir, child, found[1]!));
    }
    throw new Error(`the server did not start: ${early}`);
  }

  get isAlive(): boolean {
    return this.child.exitCode === null && this.child.signalCode === null;
  }

  /** The answer, whatever its status. */
  async ask<T = Record<string, unknown>>(
    method: string,
    path: string,
    body?: unknown,
  ): Promise<{ status: number; body: T }> {
    const bytes = body instanceof Uint8Array;
    const response = await fetch(`${this.address}/api${path}`, {
      method,
      ...(body !== undefined && {
        headers: { 'content-type': bytes ? 'application/octet-stream' : 'application/json' },
        body: bytes ? Buffer.from(body) : JSON.stringify(body),
      }),
    });
    return { status: response.status, body: (await response.json()) as T };
  }

  /** The job once it has ended; null where the server was killed meanwhile. */
  async ended<T = Record<string, unknown>>(
    id: number,
  ): Promise<{ state: string; result: T; error: { code: string; message: string } | null } | null> {
    for (;;) {
      try {
        const { body } = await this.ask<{ state: string; result: T; error: { code: string; message: string } | null }>(
          'GET',
          `/jobs/${id}`,
        );
        if (body.state !== 'running') return body;
      } catch {
        return null;
      }
      await new Promise((resolve) => setTimeout(resolve, 30));
    }
  }

  end(signal: NodeJS.Signals): Promise<void> {
    return new Promise((resolve) => {
      if (!this.isAlive) return resolve();
      this.child.once('exit', () => resolve());
      this.child.kill(signal);
    });
  }

  async gone(): Promise<void> {
    if (this.isAlive) await new Promise((resolve) => this.child.once('exit', resolve));
  }

  remove(): void {
    rmSync(this.dataDir, { recursive: true, force: true });
  }
}
