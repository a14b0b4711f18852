/** A server on an empty data folder, asked without a network. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildApp, type App } from '@fair-copy/server/app.js';

export interface JobBody {
  readonly id: number;
  readonly state: string;
  readonly result: Record<string, unknown> | null;
  readonly error: { readonly code: string; readonly message: string } | null;
}

export class Application {
  private constructor(
    readonly app: App,
    readonly dataDir: string,
  ) {}

  static async start(dataDir = mkdtempSync(join(tmpdir(), 'fair-copy-server-'))): Promise<Application> {
    return new Application(await buildApp({ dataDir }), dataDir);
  }

  async stop(keep = false): Promise<void> {
    await this.app.close();
    if (!keep) rmSync(this.dataDir, { recursive: true, force: true });
  }

  /** The answer's body; fails on any status but the expected one. */
  async ask<T = Record<string, unknown>>(
    method: 'GET' | 'POST' | 'PATCH' | 'PUT' | 'DELETE',
    path: string,
    body?: unknown,
    status = 200,
  ): Promise<T> {
    const binary = body instanceof Uint8Array;
    const response = await this.app.inject({
      method,
      url: `/api${path}`,
      headers: { host: 'localhost', ...(binary && { 'content-type': 'application/octet-stream' }) },
      ...(body !== undefined && { payload: binary ? Buffer.from(body) : (body as object) }),
    });
    if (response.statusCode !== status) throw new Error(`${method} ${path}: ${response.statusCode} ${response.body}`);
    return response.json() as T;
  }

  async ended(id: number): Promise<JobBody> {
    for (;;) {
      const job = await this.ask<JobBody>('GET', `/jobs/${id}`);
      if (job.state !== 'running') return job;
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  }

  async client(name = 'Brennick Waterways'): Promise<number> {
    return (await this.ask<{ id: number }>('POST', '/clients', { name })).id;
  }

  /** Uploads and waits until the file has been read and worked out. */
  async takeIn(
    clientId: number,
    name: string,
    content: string | Uint8Array,
  ): Promise<{ fileId: number; job: JobBody }> {
    const bytes = typeof content === 'string' ? Buffer.from(content) : content;
    const { fileId, jobId } = await this.ask<{ fileId: number; jobId: number }>(
      'POST',
      `/intake/files?client=${clientId}&name=${encodeURIComponent(name)}`,
      bytes,
    );
    return { fileId, job: await this.ended(jobId) };
  }

  async file<T = IntakeFile>(id: number): Promise<T> {
    for (;;) {
      const file = await this.ask<T & { outcome: unknown; units: unknown; reading: unknown; state: string }>(
        'GET',
        `/intake/files/${id}`,
      );
      if (file.outcome || file.state === 'failed' || (file.units && !file.reading)) return file;
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  }

  async write(fileId: number, target: { newName: string } | { termbaseId: number }): Promise<JobBody> {
    return this.ended((await this.ask<JobBody>('POST', `/intake/files/${fileId}/write`, target)).id);
  }

  /**
   * The units of a memory that pass a filter, when all are known: a page is answered before that, with what there is,
   * and on a busy machine that may be nothing.
   */
  async units<U>(
    memoryId: number,
    body: object = { filter: {} },
  ): Promise<{ readonly units: readonly U[]; readonly total: number }> {
    for (;;) {
      const page = await this.ask<{ units: U[]; total: number | null }>('POST', `/memories/${memoryId}/units`, body);
      if (page.total !== null) return { units: page.units, total: page.total };
    }
  }

  async count(termbaseId: number): Promise<number> {
    return (await this.ask<{ concepts: number }>('GET', `/termbases/${termbaseId}`)).concepts;
  }
}

/** What a job wrote to memories, all files together. */
export function unitsWritten({
  result,
}: JobBody): Record<'memoryId' | 'ledgerId' | 'units' | 'skipped' | 'left', number> {
  const all = (result as { files: { written: Record<string, number> }[] }).files.map(({ written }) => written);
  const sum = (what: string): number => all.reduce((total, one) => total + one[what]!, 0);
  return {
    memoryId: all[0]!.memoryId!,
    ledgerId: all[0]!.ledgerId!,
    units: sum('units'),
    skipped: sum('skipped'),
    left: sum('left'),
  };
}

export interface IntakeFile {
  readonly state: string;
  readonly error: { readonly message: string; readonly diagnostic?: { readonly code: string } } | null;
  readonly reading: {
    readonly columns: { readonly role: { readonly value: { readonly kind: string; readonly language?: string } } }[];
    readonly headerRow: { readonly value: number | null };
  };
  readonly outcome: { readonly tally: Record<string, number>; readonly steps: Record<string, { touched: number }> };
}

export const GLOSSARY =
  'Deutsch\tEnglish\nSchleuse\tlock\nTreidelpfad\ttowpath\nWehr\tweir\nSchleuse\tlock\nUmlaufkanal\t\nBöschung\tEmbankment slope.\n';
