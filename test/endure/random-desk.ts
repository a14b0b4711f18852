/**
 * Random work on the desk, through the server's own routes: files, decisions, pictures, recipes, alignments, settings; a kill
 * of nothing, but a restart now and then. What lies on the desk has no undo: the model is what was said last.
 */
import { Application } from '../server/application.js';
import { faultsOf } from './state.js';
import { random } from './random-work.js';

interface ModelFile {
  readonly client: number;
  readonly name: string;
  target: number | null;
  steps: Record<string, boolean>;
  /** By row: what was decided. */
  readonly rows: Map<number, unknown>;
  /** How many of its writings stand. */
  written: number;
}

interface Listed {
  readonly id: number;
  readonly clientId: number;
  readonly name: string;
  readonly state: string;
  readonly targetId: number | null;
  readonly written: { readonly standing: string } | null;
}

export interface DeskFigures {
  operations: number;
  refused: number;
  restarts: number;
  byRoute: Record<string, number>;
}

const PNG = Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 0, 0x49, 0x48, 0x44, 0x52]);
const STEPS = ['articles', 'punctuation', 'duplicates', 'brackets'];
const text = (words: string, n: number): Uint8Array =>
  Buffer.from(Array.from({ length: 3 + (n % 3) }, (_, i) => `${words} number ${i + 1} of ${n}.`).join('\n\n'));

class Desk {
  readonly figures: DeskFigures = { operations: 0, refused: 0, restarts: 0, byRoute: {} };
  private readonly files = new Map<number, ModelFile>();
  private readonly pictures = new Map<number, Set<string>>();
  private readonly alignments = new Map<number, unknown>();
  private readonly everSeen = new Set<string>();
  private clients: number[] = [];
  private termbases: { id: number; client: number }[] = [];
  private days = 90;
  private names = 0;

  private constructor(
    private server: Application,
    private readonly next: () => number,
  ) {}

  static async start(seed: number): Promise<Desk> {
    const desk = new Desk(await Application.start(), random(seed));
    for (const name of ['Brennick Waterways', 'Tarn Ferries']) {
      const client = await desk.server.client(name);
      desk.clients.push(client);
      desk.pictures.set(client, new Set());
      const { id } = await desk.server.ask<{ id: number }>('POST', '/termbases', { clientId: client, name: 'Terms' });
      desk.termbases.push({ id, client });
    }
    return desk;
  }

  private pick<T>(all: readonly T[]): T | undefined {
    return all[Math.floor(this.next() * all.length)];
  }

  private did(route: string): void {
    this.figures.operations++;
    this.figures.byRoute[route] = (this.figures.byRoute[route] ?? 0) + 1;
  }

  private isNew(key: string): void {
    if (this.everSeen.has(key)) throw new Error(`${key} was given before`);
    this.everSeen.add(key);
  }

  async step(): Promise<void> {
    const client = this.pick(this.clients)!;
    const [id, file] = this.pick([...this.files]) ?? [0, null];
    const choice = Math.floor(this.next() * 12);
    if (file === null || (this.files.size < 5 && choice < 4)) return this.upload(client);
    switch (choice) {
      case 0:
      case 1:
        return this.decideRow(id, file);
      case 2:
        return this.decide(id, file);
      case 3:
      case 4:
        return this.aim(id, file);
      case 5:
        await this.server.ask('DELETE', `/intake/files/${id}`);
        this.files.delete(id);
        return this.did('delete file');
      case 6:
        return this.write(id, file);
      case 7:
        return this.picture(client);
      case 8:
      case 9:
        return this.align(client);
      case 10:
        this.days = 1 + Math.floor(this.next() * 300);
        await this.server.ask('PUT', '/ledger/history', { days: this.days });
        return this.did('keep undo for');
      default:
        return this.next() < 0.2 ? this.restart() : this.upload(client);
    }
  }

  private async upload(client: number): Promise<void> {
    const name = `glossary ${++this.names}.txt`;
    const rows = Array.from({ length: 6 }, (_, i) => `Wort ${this.names} ${i}\tword ${i}.`).join('\n');
    const { fileId } = await this.server.takeIn(client, name, `Deutsch\tEnglish\n${rows}\n`);
    this.isNew(`file ${fileId}`);
    await this.server.file(fileId);
    this.files.set(fileId, { client, name, target: null, steps: {}, rows: new Map(), written: 0 });
    this.did('upload');
  }

  private async decideRow(id: number, file: ModelFile): Promise<void> {
    const row = 2 + Math.floor(this.next() * 5);
    const decision = this.pick([{ verdict: 'leave' }, { verdict: 'take' }, { cells: { 0: `Neu ${row}` } }, null])!;
    await this.server.ask('PUT', `/intake/files/${id}/rows/${row}`, { decision });
    if (decision === null) file.rows.delete(row);
    else file.rows.set(row, decision);
    this.did('decide row');
  }

  private async decide(id: number, file: ModelFile): Promise<void> {
    const step = this.pick(STEPS)!;
    const on = this.next() < 0.5;
    await this.server.ask('PATCH', `/intake/files/${id}/decisions`, { steps: { [step]: on } });
    file.steps[step] = on;
    this.did('decide step');
  }

  private async aim(id: number, file: ModelFile): Promise<void> {
    const termbase = this.pick(this.termbases)!;
    const isOwn = termbase.client === file.client;
    await this.server.ask('PATCH', `/intake/files/${id}/target`, { termbaseId: termbase.id }, isOwn ? 200 : 404);
    if (isOwn) {
      file.target = termbase.id;
      this.did('target');
    } else this.figures.refused++;
  }

  private async write(id: number, file: ModelFile): Promise<void> {
    await this.server.file(id);
    const job = await this.server.write(id, { newName: `Written ${++this.names}` });
    if (job.state === 'done') {
      file.written++;
      const { termbaseId } = job.result as { termbaseId: number };
      this.isNew(`termbase ${termbaseId}`);
      if (this.next() < 0.4) {
        await this.server.ask('POST', `/ledger/${(job.result as { ledgerId: number }).ledgerId}/undo`);
        file.written--;
      }
      this.did('write');
    } else this.figures.refused++;
  }

  private async picture(client: number): Promise<void> {
    const all = this.pictures.get(client)!;
    if (this.next() < 0.2) {
      await this.server.ask('DELETE', `/intake/pictures?client=${client}`);
      all.clear();
      return this.did('clear pictures');
    }
    const name = `folder/p${Math.floor(this.next() * 6)}.png`;
    const bytes = Uint8Array.from([...PNG, Math.floor(this.next() * 250)]);
    await this.server.ask('POST', `/intake/files?client=${client}&name=${encodeURIComponent(name)}`, bytes);
    all.add(name);
    this.did('picture');
  }

  private async align(client: number): Promise<void> {
    const [id] = this.pick([...this.alignments.keys()].map((one) => [one])) ?? [0];
    if (id === 0 || (this.alignments.size < 3 && this.next() < 0.4)) {
      const sent = async (bytes: Uint8Array, name: string): Promise<object> => ({
        sha256: (await this.server.ask<{ sha256: string }>('POST', '/alignments/files', bytes)).sha256,
        name,
      });
      const source = await sent(text('The lock', ++this.names), 'a.txt');
      const target = await sent(text('Die Schleuse', this.names), 'b.txt');
      const reading = { cut: 'sentences', changes: 'accepted', hidden: false, rules: null };
      const made = await this.server.ask<{ id: number; jobId: number }>('POST', '/alignments', {
        clientId: client,
        source,
        target,
        reading,
      });
      await this.server.ended(made.jobId);
      this.isNew(`alignment ${made.id}`);
      this.alignments.set(made.id, (await this.server.ask<{ beads: unknown }>('GET', `/alignments/${made.id}`)).beads);
      return this.did('align');
    }
    if (this.next() < 0.2) {
      await this.server.ask('DELETE', `/alignments/${id}`);
      this.alignments.delete(id);
      return this.did('delete alignment');
    }
    const { sourceSegments, targetSegments } = await this.server.ask<{
      sourceSegments: string[];
      targetSegments: string[];
    }>('GET', `/alignments/${id}`);
    const beads = [
      [0, sourceSegments.length, 0, targetSegments.length, this.next() < 0.5 ? 1 : 0.5, this.next() < 0.5 ? 1 : 0, 0],
    ];
    await this.server.ask('PUT', `/alignments/${id}`, { beads });
    this.alignments.set(id, beads);
    this.did('set pairs');
  }

  private async restart(): Promise<void> {
    const { dataDir } = this.server;
    for (const id of this.files.keys()) await this.server.file(id);
    await this.server.stop(true);
    this.server = await Application.start(dataDir);
    this.figures.restarts++;
  }

  /** Throws where the desk and the model differ. */
  async agree(): Promise<void> {
    const there = await this.server.ask<Listed[]>('GET', '/intake/files');
    const shown = there.map(({ id, clientId, name, targetId, written }) => [
      id,
      clientId,
      name,
      targetId,
      written?.standing === 'stands',
    ]);
    const wanted = [...this.files].map(([id, f]) => [id, f.client, f.name, f.target, f.written > 0]);
    same('files', shown.sort(byId), wanted.sort(byId));
    for (const client of this.clients) {
      const pictures = await this.server.ask<{ name: string }[]>('GET', `/intake/pictures?client=${client}`);
      same('pictures', pictures.map(({ name }) => name).sort(), [...this.pictures.get(client)!].sort());
    }
    const alignments = await this.server.ask<{ id: number }[]>('GET', '/alignments');
    same('alignments', alignments.map(({ id }) => id).sort(), [...this.alignments.keys()].sort());
    const [id, file] = this.pick([...this.files]) ?? [0, null];
    if (file) await this.agreeOn(id, file);
    const [alignment, beads] = this.pick([...this.alignments]) ?? [0, null];
    if (alignment)
      same('pairs', (await this.server.ask<{ beads: unknown }>('GET', `/alignments/${alignment}`)).beads, beads);
    same('days', (await this.server.ask<{ days: number }>('GET', '/ledger/history')).days, this.days);
  }

  private async agreeOn(id: number, file: ModelFile): Promise<void> {
    const { reading } = await this.server.file<{ reading: { steps: Record<string, boolean> } }>(id);
    for (const [step, on] of Object.entries(file.steps)) same(`step ${step}`, reading.steps[step], on);
    const { rows } = await this.server.ask<{ rows: { number: number; decision: unknown }[] }>(
      'GET',
      `/intake/files/${id}/rows`,
    );
    for (const { number, decision } of rows) same(`row ${number}`, decision, file.rows.get(number) ?? null);
  }

  async end(): Promise<void> {
    const faults = faultsOf(this.server.dataDir).filter((fault) => !fault.includes('incoming'));
    await this.server.stop();
    if (faults.length) throw new Error(faults.join('; '));
  }
}

const byId = (a: readonly unknown[], b: readonly unknown[]): number => Number(a[0]) - Number(b[0]);

function same(what: string, there: unknown, wanted: unknown): void {
  if (JSON.stringify(there) !== JSON.stringify(wanted))
    throw new Error(`${what}: the desk has ${JSON.stringify(there)}, the model ${JSON.stringify(wanted)}`);
}

export async function deskAtRandom(seed: number, operations: number): Promise<DeskFigures> {
  const desk = await Desk.start(seed);
  try {
    while (desk.figures.operations < operations) {
      await desk.step();
      await desk.agree();
    }
    return desk.figures;
  } finally {
    await desk.end();
  }
}
