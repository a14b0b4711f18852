/** Random work on a small workspace, seeded: every kind of operation, with undo and redo of any entry, against the model. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import run from '@fair-copy/server/worker.js';
import { inspection } from './inspection.mjs';
import { recover } from '@fair-copy/server/upkeep/recover.js';
import { closeWorkspace } from '@fair-copy/server/store/workspace.js';
import { openDatabase } from '@fair-copy/server/store/database.js';
import Database from 'better-sqlite3';
import { faultsOf } from './state.js';
import { original, tmxOf } from './operations.js';
import { differences, Model, worldOf, wrongTerms, type Entry } from './world.js';

/** Mulberry32: the same numbers every time. */
export function random(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

interface Reply {
  readonly ok: boolean;
  readonly value?: unknown;
  readonly error?: { readonly kind: string; readonly code?: string; readonly message?: string };
}

interface Act {
  readonly task: string;
  readonly args: unknown;
  readonly client: string | null;
  /** What it is about, whether or not that differs afterwards. */
  readonly keys?: readonly string[];
  readonly definesFields?: boolean;
  /** What has to be there afterwards, by keys; left out: whatever the operation makes of it. */
  readonly expect?: (world: Map<string, string>, now: ReadonlyMap<string, string>) => string | null;
}

export interface Figures {
  operations: number;
  refused: number;
  undone: number;
  redone: number;
  refusedTurns: number;
  byTask: Record<string, number>;
}

const WORDS = ['Schleuse', 'Wehr', 'Tor', 'Damm', 'Pegel', 'Kahn', 'Ufer', 'Becken'];
const TEXTS = ['Open the gate.', 'Close the gate.', 'The weir is high.', 'towpath', 'Mind the step.'];

const without = (fields: Record<string, string[]>, name: string): Record<string, string[]> =>
  Object.fromEntries(Object.entries(fields).filter(([key]) => key !== name));

class Work {
  readonly figures: Figures = { operations: 0, refused: 0, undone: 0, redone: 0, refusedTurns: 0, byTask: {} };
  readonly dataDir = mkdtempSync(join(tmpdir(), 'fair-copy-random-'));
  readonly model: Model;
  private names = 0;
  private readonly files: string[];

  constructor(private readonly next: () => number) {
    openDatabase(join(this.dataDir, 'desk.db'), 'desk').close();
    recover(this.dataDir);
    this.files = [0, 1, 2].map((k) =>
      original(this.dataDir, tmxOf(TEXTS.slice(k, k + 3).map((text, i) => [text, `${WORDS[i]!} ${k}`]))),
    );
    this.model = new Model(worldOf(this.dataDir));
  }

  private pick<T>(all: readonly T[]): T | undefined {
    return all[Math.floor(this.next() * all.length)];
  }

  private ids(kind: string): number[] {
    return [...this.model.world.keys()].flatMap((key) =>
      key.startsWith(`${kind}:`) ? [Number(key.slice(kind.length + 1))] : [],
    );
  }

  private readonly name = (): string => `Name ${++this.names}`;

  private act(): Act | null {
    const { world } = this.model;
    const client = this.pick(this.ids('client'));
    if (client === undefined || (this.ids('client').length < 2 && this.next() < 0.1))
      return { task: 'createClient', args: { name: this.name() }, client: null };
    const own = (kind: string): number[] =>
      this.ids(kind).filter((id) => world.get(`${kind}:${id}`) === String(client));
    const termbase = this.pick(own('termbase'));
    const memory = this.pick(own('memory'));
    const of = String(client);
    const choice = this.next();
    if (termbase === undefined || (own('termbase').length < 3 && choice < 0.02))
      return { task: 'createTermbase', args: { clientId: client, name: this.name() }, client: of };
    if (memory === undefined || (own('memory').length < 3 && choice < 0.05)) return this.newMemory(client, termbase);
    const concepts = this.ids('concept').filter(
      (id) => (JSON.parse(world.get(`concept:${id}`)!) as [number])[0] === termbase,
    );
    const units = [...world.keys()]
      .filter((key) => key.startsWith(`unit:${memory}:`))
      .map((key) => Number(key.split(':')[2]));
    if (choice < 0.08) return this.containers(client, termbase, memory);
    if (choice < 0.12) return this.findings(termbase, memory, of);
    if (choice < 0.55) return this.onTermbase(of, termbase, concepts, own('termbase'));
    return this.onMemory(of, memory, units, own('memory'), termbase);
  }

  private newMemory(client: number, termbase: number): Act {
    const of = String(client);
    if (this.next() < 0.2)
      return { task: 'memoryOfTermbase', args: { termbaseId: termbase, name: this.name() }, client: of };
    if (this.next() < 0.2)
      return { task: 'createMemory', args: { clientId: client, name: this.name(), subject: '' }, client: of };
    return this.writing(client, this.next() < 0.2 ? { kind: 'each' } : { kind: 'new', name: this.name() });
  }

  private writing(client: number, target: unknown): Act {
    const count = 1 + Math.floor(this.next() * 2);
    const files = Array.from({ length: count }, () => {
      const sha256 = this.pick(this.files)!;
      return { fileId: null, staged: `s${++this.names}`, sha256, name: `file ${this.names}.tmx`, open: {} };
    });
    const added = { subject: this.next() < 0.5 ? 'locks' : '', client: '', attributes: [], ofJob: false };
    const duplicates = this.next() < 0.5 ? 'keep' : 'skip';
    return { task: 'writeUnits', args: { clientId: client, files, target, added, duplicates }, client: String(client) };
  }

  private containers(client: number, termbase: number, memory: number): Act {
    const of = String(client);
    const name = this.name();
    const named =
      (key: string) =>
      (world: Map<string, string>): null => {
        world.set(key, name);
        return null;
      };
    switch (Math.floor(this.next() * 6)) {
      case 0:
        return { task: 'renameClient', args: { id: client, name }, client: of, expect: named(`client name:${client}`) };
      case 1:
        return {
          task: 'renameTermbase',
          args: { id: termbase, name },
          client: of,
          keys: [`termbase name:${termbase}`],
          expect: named(`termbase name:${termbase}`),
        };
      case 2:
        return { task: 'renameMemory', args: { id: memory, name }, client: of, expect: named(`memory name:${memory}`) };
      case 3:
        return {
          task: 'renameMemory',
          args: { id: memory, subject: name },
          client: of,
          expect: named(`memory subject:${memory}`),
        };
      case 4:
        return { task: 'deleteTermbase', args: { id: termbase }, client: of };
      default:
        return { task: 'deleteMemory', args: { id: memory }, client: of };
    }
  }

  private findings(termbase: number, memory: number, of: string): Act | null {
    const db = new Database(join(this.dataDir, 'workspace.db'), { readonly: true });
    const found = db
      .prepare<[number], number>('SELECT id FROM finding WHERE termbase_id = ? AND settled = 0')
      .pluck()
      .all(termbase);
    const units = db
      .prepare<[number], number>('SELECT id FROM unit_finding WHERE memory_id = ? AND settled = 0')
      .pluck()
      .all(memory);
    db.close();
    const [finding, unit] = [this.pick(found), this.pick(units)];
    const choice = this.next();
    if (choice < 0.3 || (finding === undefined && unit === undefined))
      return this.next() < 0.5
        ? { task: 'inspection', args: { kind: 'termbase', id: termbase }, client: of }
        : { task: 'inspection', args: { kind: 'memory', id: memory }, client: of };
    if (finding !== undefined && choice < 0.65)
      return {
        task: choice < 0.5 ? 'letStand' : 'putRight',
        args: { kind: 'termbase', owner: termbase, ids: [finding], reason: 'so it is' },
        client: of,
      };
    if (unit === undefined) return null;
    return {
      task: choice < 0.85 ? 'letStand' : 'putRight',
      args: { kind: 'memory', owner: memory, ids: [unit], reason: 'so it is' },
      client: of,
    };
  }

  private onTermbase(
    of: string,
    termbase: number,
    concepts: readonly number[],
    termbases: readonly number[],
  ): Act | null {
    const concept = this.pick(concepts);
    const text = `${this.pick(WORDS)!} ${++this.names}`;
    if (concept === undefined || (concepts.length < 12 && this.next() < 0.25))
      return {
        task: 'createConcept',
        args: { termbaseId: termbase, language: 'de', text, others: [{ language: 'en', text: `the ${text}.` }] },
        client: of,
      };
    const key = `concept:${concept}`;
    const [, json] = JSON.parse(this.model.world.get(key)!) as [number, string];
    const body = JSON.parse(json) as {
      fields: Record<string, string[]>;
      languages: { language: string; terms: { id: string; text: string }[] }[];
    };
    const term = this.pick(body.languages.flatMap((section) => section.terms))!;
    const change = (change: unknown, expect?: Act['expect']): Act => ({
      task: 'changeConcept',
      args: { id: concept, change },
      client: of,
      keys: [key],
      ...(expect && { expect }),
    });
    const becomes =
      (next: unknown): Act['expect'] =>
      (world) => {
        world.set(key, JSON.stringify([termbase, JSON.stringify(next)]));
        return null;
      };
    const bulk = (change: unknown): Act => ({
      task: 'doBulk',
      args: {
        termbaseId: termbase,
        selection: { concepts: concepts.filter(() => this.next() < 0.4).concat(concept) },
        change,
      },
      client: of,
    });
    switch (Math.floor(this.next() * 16)) {
      case 13:
        return {
          task: 'addPicture',
          args: {
            conceptId: concept,
            picture: {
              name: this.pick(['a.png', 'b.png'])!,
              sha256: this.pick(this.files)!,
              type: 'image/png',
              size: 10,
            },
          },
          client: of,
          keys: [key],
        };
      case 14:
        return this.glossary(of, termbase);
      case 0:
        return change({ kind: 'add term', language: 'fi', text });
      case 1:
      case 2:
        return change(
          { kind: 'change term', term: term.id, text },
          becomes({
            ...body,
            languages: body.languages.map((s) => ({
              ...s,
              terms: s.terms.map((t) => (t.id === term.id ? { ...t, text } : t)),
            })),
          }),
        );
      case 3:
        return change({ kind: 'delete term', term: term.id });
      case 4:
        return change(
          { kind: 'set field', level: 'concept', language: null, term: null, field: 'note', values: [text] },
          becomes({
            ...body,
            // What is set goes to the end.
            fields: { ...without(body.fields, 'note'), note: [text] },
          }),
        );
      case 5:
        return change({ kind: 'split', terms: [term.id] });
      case 6:
        return {
          task: 'deleteConcept',
          args: { id: concept },
          client: of,
          expect: (world) => (world.delete(key), null),
        };
      case 7: {
        const names = ['definition', 'note', 'subjectField', 'source', 'Kostenstelle'].filter(() => this.next() < 0.5);
        const fields = names.map((name) => ({ name, level: 'concept', values: null, required: this.next() < 0.5 }));
        return {
          task: 'defineFields',
          args: { id: termbase, fields },
          client: of,
          definesFields: true,
          keys: [`termbase fields:${termbase}`],
        };
      }
      case 8:
        return bulk({
          kind: 'set field',
          field: this.pick(['subjectField', 'Kostenstelle'])!,
          level: 'concept',
          language: null,
          value: text,
          mode: 'replace',
        });
      case 9:
        return bulk({ kind: 'change language', from: 'fi', to: 'sv' });
      case 10:
        return bulk({ kind: 'merge' });
      case 11:
        return bulk({ kind: 'move', termbaseId: this.pick(termbases)! });
      case 12:
        return {
          task: 'returnConcept',
          args: { id: concept, ledgerId: this.pick(this.model.entries)?.id ?? 0 },
          client: of,
          keys: [key],
        };
      default:
        return this.next() < 0.3 ? bulk({ kind: 'delete' }) : null;
    }
  }

  /** A client's sheet, to be read and written: to a new termbase, or to one that is there. */
  private glossary(of: string, termbase: number): Act {
    const word = (): string => `${this.pick(WORDS)!} ${Math.floor(this.next() * 40)}`;
    const rows = Array.from({ length: 4 }, () => `${word()}\tthe ${word()}\t${this.pick(['locks', 'weirs', ''])!}`);
    const sha256 = original(
      this.dataDir,
      `Deutsch\tEnglish\t${this.pick(['Subject', 'Kostenstelle'])!}\n${rows.join('\n')}\n`,
    );
    const isNew = this.next() < 0.3 && this.ids('termbase').length < 6;
    const target = isNew ? { kind: 'new', name: this.name() } : { kind: 'existing', id: termbase };
    return { task: 'writeIntake', args: { sha256, clientId: Number(of), target }, client: of };
  }

  /** As the desk does it: read, worked out, written. */
  private async takeIn({
    sha256,
    clientId,
    target,
  }: {
    sha256: string;
    clientId: number;
    target: { kind: string; id?: number };
  }): Promise<Reply> {
    const fileId = ++this.names;
    const name = `file ${fileId}.txt`;
    const read = await this.ask('readFile', { fileId, sha256, name, choices: {}, decisions: {} });
    if (!read.ok) return read;
    const { reading } = read.value as { reading: unknown };
    const file = { fileId, name, reading, rowDecisions: [], targetId: target.id ?? null, pictures: [] };
    const evaluated = await this.ask('evaluateFile', file);
    return evaluated.ok ? this.ask('writeIntake', { ...file, clientId, target }) : evaluated;
  }

  private onMemory(
    of: string,
    memory: number,
    units: readonly number[],
    memories: readonly number[],
    termbase: number,
  ): Act | null {
    const unit = this.pick(units);
    if (unit === undefined || (units.length < 15 && this.next() < 0.2))
      return this.writing(Number(of), { kind: 'existing', id: memory });
    const text = `${this.pick(TEXTS)!} ${++this.names}`;
    const key = `unit:${memory}:${unit}`;
    const bulk = (change: unknown, some = true): Act => ({
      task: 'changeUnits',
      args: {
        memoryId: memory,
        filter: {},
        ...(some && { ids: units.filter(() => this.next() < 0.4).concat(unit) }),
        change,
      },
      client: of,
      ...((change as { kind: string }).kind === 'delete' && {}),
    });
    switch (Math.floor(this.next() * 12)) {
      case 0:
      case 1:
      case 2:
        return {
          task: 'changeVariant',
          args: { memoryId: memory, unitId: unit, variant: 0, text, codes: [] },
          client: of,
          keys: [key],
          expect: (world) => {
            const before = world.get(key)!;
            const at = before.lastIndexOf('[[');
            const texts = JSON.parse(before.slice(at)) as [string, string][];
            texts[0]![1] = text;
            world.set(key, before.slice(0, at) + JSON.stringify(texts));
            return null;
          },
        };
      case 3:
        return {
          task: 'addVariant',
          args: { memoryId: memory, unitId: unit, language: 'fr', text },
          client: of,
          keys: [key],
        };
      case 4:
        return {
          task: 'returnUnit',
          args: { memoryId: memory, unitId: unit, ledgerId: this.pick(this.model.entries)?.id ?? 0 },
          client: of,
          keys: [key],
        };
      case 5:
        return bulk({ kind: 'replace', find: 'the', by: 'that', case: false, words: true, pattern: false });
      case 6:
        return bulk({ kind: 'replace', find: '(\\w+)e\\b', by: '$1o', case: true, words: false, pattern: true });
      case 7:
        return bulk({ kind: 'attribute', type: 'subject', value: this.pick(['locks', 'weirs', ''])! });
      case 8:
        return this.next() < 0.5
          ? bulk({ kind: 'language', from: 'fr', to: 'fr-CA' })
          : bulk({ kind: 'newest' }, false);
      case 9:
        return this.next() < 0.4 ? bulk({ kind: 'delete' }) : null;
      case 10: {
        const target = this.pick(memories)!;
        const count = [...this.model.world.keys()].filter((k) => k.startsWith(`unit:${target}:`)).length;
        return count > 25
          ? bulk({ kind: 'delete' })
          : bulk({ kind: this.next() < 0.5 ? 'copy' : 'move', memoryId: target });
      }
      default:
        return this.next() < 0.2
          ? { task: 'harvestConcepts', args: { memoryId: memory, termbaseId: termbase, filter: {} }, client: of }
          : null;
    }
  }

  private async ask(task: string, args: unknown): Promise<Reply> {
    if (task === 'inspection')
      return (await inspection(run, args as { kind: string; id: number }, { dataDir: this.dataDir })) as Reply;
    return (await run({
      name: task,
      args,
      dataDir: this.dataDir,
      jobId: null,
      stop: null,
      port: null,
      page: null,
    })) as Reply;
  }

  /** One step. Throws with what does not agree. */
  async step(): Promise<void> {
    if (this.next() < 0.35 && this.model.entries.length > 0) return this.turn();
    const act = this.act();
    if (!act) return;
    const expected = new Map(this.model.world);
    const reply =
      act.task === 'writeIntake' ? await this.takeIn(act.args as never) : await this.ask(act.task, act.args);
    const now = worldOf(this.dataDir);
    if (!reply.ok) {
      if (reply.error?.kind !== 'api')
        throw new Error(`${act.task} ${JSON.stringify(act.args)}: ${JSON.stringify(reply.error)}`);
      this.figures.refused++;
      this.agree(now, `after ${act.task} was refused (${reply.error.code})`);
      return;
    }
    this.figures.operations++;
    this.figures.byTask[act.task] = (this.figures.byTask[act.task] ?? 0) + 1;
    if (act.expect) {
      act.expect(expected, now);
      const wrong = differences(now, expected);
      if (wrong.length) throw new Error(`${act.task} ${JSON.stringify(act.args)}: ${wrong.join('; ')}`);
    }
    const id = this.newestEntry();
    if (act.task.startsWith('inspect')) return this.agree(now, `after ${act.task}`);
    const client = act.task === 'createClient' ? String((reply.value as { id: number }).id) : act.client;
    const wrong = this.model.record(id, now, { ...act, client });
    if (wrong) throw new Error(`${act.task}: ${wrong}`);
  }

  private newestEntry(): number {
    const db = new Database(join(this.dataDir, 'workspace.db'), { readonly: true });
    const id = db.prepare<[], number>('SELECT max(id) FROM ledger').pluck().get()!;
    db.close();
    return id;
  }

  private async turn(): Promise<void> {
    const { entries } = this.model;
    // Mostly the newest ones: older ones are blocked as a rule.
    const recent = entries.slice(-12);
    const entry: Entry = (this.next() < 0.8 ? this.pick(recent) : this.pick(entries))!;
    const refusal = this.model.refusal(entry);
    const task = entry.stands ? 'undoEntry' : 'redoEntry';
    const reply = await this.ask(task, { id: entry.id });
    const what = `${task} of ${entry.id}`;
    if (reply.ok !== (refusal === null))
      throw new Error(`${what}: ${JSON.stringify(reply)}, but the model says ${refusal}`);
    if (reply.ok) {
      this.figures[entry.stands ? 'undone' : 'redone']++;
      this.figures.operations++;
      this.model.turn(entry);
    } else this.figures.refusedTurns++;
    this.agree(worldOf(this.dataDir), `after ${what}`);
  }

  private agree(now: ReadonlyMap<string, string>, when: string): void {
    const wrong = differences(now, this.model.world);
    if (wrong.length) throw new Error(`${when}: ${wrong.slice(0, 5).join('; ')}`);
  }

  end(): void {
    closeWorkspace();
    const wrong = [...wrongTerms(this.dataDir), ...faultsOf(this.dataDir)];
    rmSync(this.dataDir, { recursive: true, force: true });
    if (wrong.length) throw new Error(wrong.slice(0, 5).join('; '));
  }
}

/** @param operations how many succeed, undoing and doing again among them */
export async function workAtRandom(seed: number, operations: number): Promise<Figures> {
  const work = new Work(random(seed));
  let step = 0;
  try {
    while (work.figures.operations < operations) {
      step++;
      await work.step();
    }
  } catch (error) {
    throw new Error(`seed ${seed}, step ${step}: ${(error as Error).message}`, { cause: error });
  } finally {
    work.end();
  }
  return work.figures;
}
