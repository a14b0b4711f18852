/** Damaged files of every kind: made of the scenario's own client files, seeded. */
import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { extname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
// @ts-expect-error plain JavaScript, shared with `npm run demo`
import { makeFiles } from '../../demo/make-files.mjs';
import { Application } from '../server/application.js';

const SCRIPT = fileURLToPath(new URL('./mutated.mjs', import.meta.url));

async function clientFiles(): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'fair-copy-mutated-'));
  await (makeFiles as (folder: string) => Promise<void>)(folder);
  return folder;
}

export interface MutatedFigures {
  readonly files: number;
  readonly refused: number;
  /** Milliseconds. */
  readonly slowest: number;
  readonly slowestFile: string;
  /** In MB. */
  readonly memory: number;
  readonly wrong: number;
}

function run(args: readonly string[]): Promise<string> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [SCRIPT, ...args]);
    let out = '';
    let err = '';
    child.stdout.on('data', (chunk) => (out += String(chunk)));
    child.stderr.on('data', (chunk) => (err += String(chunk)));
    child.on('exit', (status) => (status === 0 ? resolve(out) : reject(new Error(`ended with ${status}: ${err}`))));
  });
}

/** Each taken as terms, as units and as running text, in one process. Throws where that breaks. */
export async function mutatedFigures(count: number, seed: number): Promise<MutatedFigures> {
  const folder = await clientFiles();
  try {
    const out = await run([folder, String(count), String(seed)]);
    const wrong = out.split('\n').filter((line) => line.startsWith('WRONG'));
    if (wrong.length) process.stderr.write(`${wrong.slice(0, 5).join('\n')}\n`);
    return JSON.parse(/FIGURES (.*)/.exec(out)![1]!) as MutatedFigures;
  } finally {
    rmSync(folder, { recursive: true });
  }
}

interface Listed {
  readonly id: number;
  readonly name: string;
  readonly state: string;
  readonly error: { readonly code: string; readonly message: string } | null;
  readonly outcome: { readonly tally: Record<'rows' | 'entries' | 'joined' | 'heldBack' | 'notData', number> } | null;
  readonly units: { readonly count: number; readonly taken: number; readonly reasons: Record<string, number> } | null;
}

export interface ServerFigures {
  readonly files: number;
  readonly refused: number;
  /** Answers that say "Something went wrong in the program". */
  readonly broken: number;
  readonly wrong: readonly string[];
}

/** Dropped on Intake, one after another; what can be read is written. */
export async function mutatedThroughServer(count: number, seed: number): Promise<ServerFigures> {
  const folder = await clientFiles();
  const server = await Application.start();
  const figures = { files: 0, refused: 0, broken: 0, wrong: [] as string[] };
  try {
    await run([folder, String(count), String(seed), 'keep']);
    const client = await server.client();
    for (const name of readdirSync(folder).filter((one) => one.startsWith(`.mutated-${seed}-`))) {
      const { fileId, jobId } = await server.ask<{ fileId: number | null; jobId: number | null }>(
        'POST',
        `/intake/files?client=${client}&name=${encodeURIComponent(`damaged ${figures.files}${extname(name)}`)}`,
        readFileSync(join(folder, name)),
      );
      if (jobId !== null) await server.ended(jobId);
      figures.files++;
      if (fileId === null) continue;
      for (const file of await server.ask<Listed[]>('GET', `/intake/files?client=${client}`)) {
        if (file.state === 'reading' || file.state === 'waiting') continue;
        judge(file, figures);
        await server.ask('DELETE', `/intake/files/${file.id}`);
      }
    }
    return figures;
  } finally {
    await server.stop();
    rmSync(folder, { recursive: true });
  }
}

function judge(
  { name, state, error, outcome, units }: Listed,
  figures: { refused: number; broken: number; wrong: string[] },
): void {
  if (state === 'failed') {
    figures.refused++;
    if (error?.code === 'internal') figures.broken++;
    if (error?.code === 'internal' || /\bat .*:\d+:\d+/.test(error?.message ?? ''))
      figures.wrong.push(`${name}: ${error?.message}`);
    return;
  }
  const tally = outcome?.tally;
  if (tally && tally.rows !== tally.entries + tally.joined + tally.heldBack + tally.notData)
    figures.wrong.push(`${name}: ${JSON.stringify(tally)}`);
  if (units && units.count !== units.taken + Object.values(units.reasons).reduce((sum, n) => sum + n, 0))
    figures.wrong.push(`${name}: ${JSON.stringify(units.reasons)} of ${units.count}, ${units.taken} taken`);
}
