/**
 * A plain model of the store: what is there, as a map from keys to values, and what undo may do, told from the rules in
 * docs/promises.md and not from the code of the ledger.
 */
import Database from 'better-sqlite3';
import { join } from 'node:path';

/** "concept:7" → its body; "unit:2:9" → its texts; "termbase name:3" → its name. */
export type World = ReadonlyMap<string, string>;

/** Without the date of the change, which is that of the clock. */
const undated = (json: string | null): string =>
  (json ?? '')
    .replace(/"changedate":"\w*",?/g, '')
    .replace(/"attributes":\{\},?/g, '')
    .replace(/^\{\}$/, '');

export function worldOf(dataDir: string): Map<string, string> {
  const world = new Map<string, string>();
  const db = new Database(join(dataDir, 'workspace.db'), { readonly: true });
  const all = (sql: string): Record<string, string | number | null>[] =>
    db.prepare<[], Record<string, string | number | null>>(sql).all();
  for (const row of all('SELECT * FROM client')) {
    world.set(`client:${row.id}`, '');
    world.set(`client name:${row.id}`, String(row.name));
  }
  for (const row of all('SELECT * FROM termbase')) {
    world.set(`termbase:${row.id}`, String(row.client_id));
    world.set(`termbase name:${row.id}`, String(row.name));
    world.set(`fields:${row.id}`, String(row.fields));
  }
  for (const row of all('SELECT * FROM concept WHERE termbase_id IN (SELECT id FROM termbase)'))
    world.set(`concept:${row.id}`, JSON.stringify([row.termbase_id, row.body]));
  for (const row of all('SELECT * FROM stet WHERE termbase_id IN (SELECT id FROM termbase)'))
    world.set(`stet:${row.id}`, JSON.stringify([row.termbase_id, row.concept_id, row.reason]));
  for (const row of all('SELECT * FROM picture WHERE termbase_id IN (SELECT id FROM termbase)'))
    world.set(`picture:${row.id}`, JSON.stringify([row.termbase_id, row.name, row.sha256]));
  for (const row of all('SELECT * FROM unit_stet WHERE memory_id IN (SELECT id FROM memory)'))
    world.set(`unit_stet:${row.id}`, JSON.stringify([row.memory_id, row.unit_id, row.reason]));
  for (const row of all('SELECT * FROM memory')) {
    world.set(`memory:${row.id}`, String(row.client_id));
    world.set(`memory name:${row.id}`, String(row.name));
    world.set(`memory subject:${row.id}`, String(row.subject));
    const file = new Database(join(dataDir, 'memories', String(row.file)), { readonly: true });
    const texts = file
      .prepare<[], { id: number; said: string | null; texts: string }>(
        `SELECT u.id, u.said, (SELECT json_group_array(json_array(s.tag, s.text)) FROM (
           SELECT (SELECT tag FROM language l WHERE l.id = g.language) AS tag, g.text FROM segment g WHERE g.unit_id = u.id ORDER BY g.ordinal) s
         ) AS texts FROM unit u`,
      )
      .all();
    for (const unit of texts) world.set(`unit:${row.id}:${unit.id}`, undated(unit.said) + unit.texts);
    file.close();
  }
  db.close();
  return world;
}

/** The words by which concepts are found, against their bodies; empty: all agree. */
export function wrongTerms(dataDir: string): string[] {
  const db = new Database(join(dataDir, 'workspace.db'), { readonly: true });
  const rows = db
    .prepare<[], { id: number; kept: string; there: string }>(
      `SELECT c.id,
         (SELECT json_group_array(t.text) FROM (SELECT text FROM term WHERE concept_id = c.id AND termbase_id = c.termbase_id ORDER BY ordinal) t) AS kept,
         (SELECT json_group_array(json_extract(t.value, '$.text')) FROM json_each(c.body, '$.languages') l, json_each(l.value, '$.terms') t) AS there
       FROM concept c`,
    )
    .all();
  db.close();
  return rows
    .filter(({ kept, there }) => kept !== there)
    .map(({ id, kept, there }) => `concept ${id}: ${kept} ≠ ${there}`);
}

interface Change {
  readonly was: string | undefined;
  readonly gave: string | undefined;
}

interface FieldChange {
  readonly termbase: string;
  readonly key: string;
  readonly was: string | null;
  readonly gave: string | null;
}

export interface Entry {
  readonly id: number;
  readonly client: string | null;
  readonly changes: ReadonlyMap<string, Change>;
  readonly fields: readonly FieldChange[];
  /** Its fields came with concepts; otherwise a person defined them. */
  readonly inPassing: boolean;
  /** What it is about, whether or not that differs afterwards. */
  readonly keys: ReadonlySet<string>;
  readonly touched: ReadonlySet<string>;
  /** Entries that did not stand when it was made. */
  readonly undoneThen: ReadonlySet<number>;
  stands: boolean;
  /** What lay in a container when this entry took it away. */
  stash: Map<string, string>;
}

const CONTAINER = /^(client|termbase|memory):/;

/** The client, termbase or memory in which a key lies; null: in none. */
function containerOf(key: string, value: string | undefined): string | null {
  const [kind, id] = key.split(':') as [string, string];
  if (kind === 'unit') return `memory:${id}`;
  if (kind === 'concept' || kind === 'stet' || kind === 'picture')
    return value === undefined ? null : `termbase:${(JSON.parse(value) as [number])[0]}`;
  if (kind === 'unit_stet') return value === undefined ? null : `memory:${(JSON.parse(value) as [number])[0]}`;
  const part = /^(client|termbase|memory) /.exec(kind)?.[1] ?? (kind === 'fields' ? 'termbase' : null);
  return part === null ? null : `${part}:${id}`;
}

export class Model {
  world: Map<string, string>;
  readonly entries: Entry[] = [];
  private readonly everSeen = new Set<string>();

  constructor(world: World) {
    this.world = new Map(world);
    for (const key of world.keys()) this.everSeen.add(key);
  }

  /** @returns what is wrong; null: nothing */
  record(
    id: number,
    now: World,
    about: { readonly client: string | null; readonly keys?: readonly string[]; readonly definesFields?: boolean },
  ): string | null {
    const changes = new Map<string, Change>();
    for (const key of new Set([...this.world.keys(), ...now.keys()])) {
      const [was, gave] = [this.world.get(key), now.get(key)];
      if (was === gave) continue;
      if (was === undefined && this.everSeen.has(key)) return `${key} was given before`;
      changes.set(key, { was, gave });
    }
    for (const key of now.keys()) this.everSeen.add(key);
    if (this.entries.some((entry) => entry.id === id)) return `the ledger's number ${id} was given before`;
    const made = [...changes].filter(([key, { was }]) => CONTAINER.test(key) && was === undefined).map(([key]) => key);
    const gone = [...changes]
      .filter(([key, { gave }]) => CONTAINER.test(key) && gave === undefined)
      .map(([key]) => key);
    const touched = new Set<string>();
    for (const [key, { was, gave }] of changes)
      for (const value of [was, gave]) {
        const container = containerOf(key, value);
        if (container && !container.startsWith('client')) touched.add(container);
      }
    const keys = new Set(about.keys ?? []);
    for (const key of keys) {
      const container = containerOf(key, this.world.get(key) ?? now.get(key));
      if (container && !container.startsWith('client')) touched.add(container);
    }
    for (const [key, { was, gave }] of changes) {
      const inside = [was, gave]
        .map((value) => containerOf(key, value))
        .some((c) => c && [...made, ...gone].includes(c));
      if (!inside && !key.startsWith('fields:')) keys.add(key);
    }
    if (about.definesFields)
      for (const key of changes.keys())
        if (key.startsWith('fields:')) keys.add(key.replace('fields', 'termbase fields'));
    this.entries.push({
      id,
      client: about.client,
      changes,
      fields: [...changes].flatMap(([key, change]) =>
        key.startsWith('fields:') && change.was !== undefined && change.gave !== undefined
          ? fieldChanges(key, change)
          : [],
      ),
      inPassing: !about.definesFields,
      keys,
      touched,
      undoneThen: new Set(this.entries.filter((entry) => !entry.stands).map((entry) => entry.id)),
      stands: true,
      stash: new Map(),
    });
    const entry = this.entries.at(-1)!;
    if (gone.length > 0) entry.stash = this.inside(gone);
    this.world = new Map(now);
    return null;
  }

  private inside(containers: readonly string[]): Map<string, string> {
    return new Map(
      [...this.world].filter(
        ([key, value]) => containers.includes(key) || containers.includes(containerOf(key, value) ?? ''),
      ),
    );
  }

  /** Why an entry cannot be turned; null: it can. */
  refusal(entry: Entry): string | null {
    const redo = !entry.stands;
    for (const other of this.entries) {
      if (other === entry) continue;
      const later = other.id > entry.id;
      if (later && other.stands && (overlap(entry, other) || this.inMade(entry, other)))
        return `${other.id} came later`;
      if (!later && redo && overlap(entry, other) && other.stands === entry.undoneThen.has(other.id))
        return `${other.id} was turned`;
    }
    for (const container of entry.touched)
      if (!this.world.has(container) && !entry.changes.has(container)) return `${container} is gone`;
    const client = `client:${entry.client}`;
    if (entry.client !== null && !this.world.has(client) && !entry.changes.has(client)) return `${client} is gone`;
    return null;
  }

  private inMade(entry: Entry, other: Entry): boolean {
    for (const [key, { was }] of entry.changes)
      if (CONTAINER.test(key) && was === undefined)
        if (other.touched.has(key) || key === `client:${other.client}`) return true;
    return false;
  }

  /** Undone, or done again. */
  turn(entry: Entry): void {
    const undo = entry.stands;
    const containers = [...entry.changes.keys()].filter((key) => CONTAINER.test(key) && !key.startsWith('client'));
    const isThere = containers.some((key) => this.world.has(key));
    const inContainers = (key: string, { was, gave }: Change): boolean =>
      [was, gave].some((value) => containers.includes(containerOf(key, value) ?? '')) || containers.includes(key);
    if (containers.length > 0) {
      if (isThere) {
        entry.stash = this.inside(containers);
        for (const key of entry.stash.keys()) this.world.delete(key);
      } else for (const [key, value] of entry.stash) this.world.set(key, value);
    }
    for (const [key, change] of entry.changes) {
      if (key.startsWith('fields:') || inContainers(key, change)) continue;
      const value = undo ? change.was : change.gave;
      if (value === undefined) this.world.delete(key);
      else this.world.set(key, value);
    }
    for (const change of entry.fields)
      this.turnField(undo ? change : { ...change, was: change.gave, gave: change.was }, entry);
    entry.stands = !entry.stands;
  }

  private turnField({ termbase, key, was, gave }: FieldChange, { inPassing }: Entry): void {
    const text = this.world.get(`fields:${termbase}`);
    if (text === undefined) return;
    const fields = JSON.parse(text) as { level: string; name: string }[];
    const at = fields.findIndex((field) => `${field.level} ${field.name}` === key);
    if ((at < 0 ? null : JSON.stringify(fields[at])) !== gave) return;
    if (was === null) {
      const name = `"${key.slice(key.indexOf(' ') + 1)}":[`;
      const isUsed = [...this.world].some(
        ([k, value]) =>
          k.startsWith('concept:') &&
          containerOf(k, value) === `termbase:${termbase}` &&
          (JSON.parse(value) as [number, string])[1].includes(name),
      );
      if (inPassing && isUsed) return;
      fields.splice(at, 1);
    } else if (at < 0) fields.push(JSON.parse(was) as never);
    else fields[at] = JSON.parse(was) as never;
    this.world.set(`fields:${termbase}`, JSON.stringify(fields));
  }
}

function fieldChanges(key: string, { was, gave }: Change): FieldChange[] {
  const map = (json: string): Map<string, string> =>
    new Map(
      (JSON.parse(json) as { level: string; name: string }[]).map((f) => [`${f.level} ${f.name}`, JSON.stringify(f)]),
    );
  const [before, after] = [map(was!), map(gave!)];
  return [...new Set([...before.keys(), ...after.keys()])]
    .map((name) => ({
      termbase: key.split(':')[1]!,
      key: name,
      was: before.get(name) ?? null,
      gave: after.get(name) ?? null,
    }))
    .filter((change) => change.was !== change.gave);
}

/** The same key, or a whole and its part: "termbase:3" and "termbase name:3". */
function overlap(a: Entry, b: Entry): boolean {
  for (const key of a.keys) {
    if (b.keys.has(key)) return true;
    const part = /^(client|termbase|memory) .*:(\d+)$/.exec(key);
    if (part && b.keys.has(`${part[1]}:${part[2]}`)) return true;
    const whole = /^(client|termbase|memory):(\d+)$/.exec(key);
    if (whole)
      for (const other of b.keys) if (other.startsWith(`${whole[1]} `) && other.endsWith(`:${whole[2]}`)) return true;
  }
  return false;
}

/** Where two worlds differ, for a person who has to find out why. */
export function differences(store: World, model: World): string[] {
  const keys = new Set([...store.keys(), ...model.keys()]);
  return [...keys]
    .filter((key) => store.get(key) !== model.get(key))
    .map((key) => `${key}: the store has ${store.get(key)}, the model ${model.get(key)}`);
}
