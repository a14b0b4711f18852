/** Every kind of operation that the writing thread knows, on a small workspace: what is cut off, filled up, undone. */
import { createHash } from 'node:crypto';
import { cpSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { openDatabase } from '@fair-copy/server/store/database.js';
import { pathsOf } from '@fair-copy/server/store/paths.js';
import { recover } from '@fair-copy/server/upkeep/recover.js';
import { tidyAtStart } from '@fair-copy/server/upkeep/sweep.js';

const here = (name: string): string => fileURLToPath(new URL(name, import.meta.url));

export interface Fault {
  readonly kind: 'kill' | 'full' | 'count';
  readonly at?: number;
  readonly times?: number;
  readonly among?: string;
  readonly thread?: number;
  readonly to?: string;
}

export interface Outcome {
  readonly killed: boolean;
  readonly reply: {
    readonly ok: boolean;
    readonly value?: Record<string, unknown>;
    readonly error?: { readonly message?: string };
  } | null;
  readonly stderr: string;
}

/** Runs a task in a process of its own. */
export function runTask(dataDir: string, name: string, args: unknown, fault: Fault | null = null): Outcome {
  const { signal, stdout, stderr } = spawnSync(
    process.execPath,
    [here('./one-task.mjs'), dataDir, name, JSON.stringify(args)],
    { env: { ...process.env, ...(fault && { FAIR_COPY_FAULT: JSON.stringify(fault) }) }, encoding: 'utf8' },
  );
  return { killed: signal === 'SIGKILL', reply: stdout ? (JSON.parse(stdout) as Outcome['reply']) : null, stderr };
}

/** A start that is cut off. */
export function startCutOff(dataDir: string, fault: Fault): void {
  spawnSync(process.execPath, [here('./one-start.mjs'), dataDir], {
    env: { ...process.env, FAIR_COPY_FAULT: JSON.stringify(fault) },
  });
}

/** What the server does at its start, without the server. */
export function recoverFolder(dataDir: string): void {
  recover(dataDir);
  const desk = openDatabase(pathsOf(dataDir).desk, 'desk');
  try {
    tidyAtStart(dataDir, desk, null);
  } finally {
    desk.close();
  }
}

/** Does it, and gives back what it gave back; throws where it failed. */
export function done(dataDir: string, name: string, args: unknown): Record<string, unknown> {
  const { reply, stderr } = runTask(dataDir, name, args);
  if (!reply?.ok) throw new Error(`${name}: ${JSON.stringify(reply)} ${stderr}`);
  return (reply.value ?? {}) as Record<string, unknown>;
}

const tu = (en: string, de: string): string =>
  `<tu><tuv xml:lang="en"><seg>${en}</seg></tuv><tuv xml:lang="de"><seg>${de}</seg></tuv></tu>`;

export function tmxOf(units: readonly (readonly [string, string])[]): string {
  return `<?xml version="1.0"?><tmx version="1.4"><header srclang="en" creationtool="x" creationtoolversion="1" segtype="sentence" o-tmf="x" adminlang="en" datatype="xml"/><body>${units.map(([en, de]) => tu(en, de)).join('\n')}</body></tmx>`;
}

/** A client file as the desk has it. */
export function original(dataDir: string, content: string): string {
  const sha256 = createHash('sha256').update(content).digest('hex');
  mkdirSync(join(dataDir, 'originals', sha256.slice(0, 2)), { recursive: true });
  writeFileSync(join(dataDir, 'originals', sha256.slice(0, 2), sha256), content);
  return sha256;
}

export interface Workspace {
  readonly dataDir: string;
  readonly client: number;
  readonly termbase: number;
  readonly otherTermbase: number;
  readonly concept: number;
  readonly secondConcept: number;
  readonly memory: number;
  readonly otherMemory: number;
  readonly files: readonly [string, string];
  readonly edit: number;
}

const FILES = [
  tmxOf([
    ['Open the gate.', 'Öffnen Sie das Tor.'],
    ['Close the gate.', 'Schließen Sie das Tor.'],
    ['Close the gate.', 'Schließen Sie das Tor.'],
    ['Close the gate.', 'Tor schließen.'],
    ['lock keeper', 'Schleusenwärter'],
  ]),
  tmxOf([
    ['The weir is closed.', 'Das Wehr ist geschlossen.'],
    ['towpath', 'Treidelpfad'],
  ]),
] as const;

/** A workspace with something of everything. */
export function makeWorkspace(dataDir = mkdtempSync(join(tmpdir(), 'fair-copy-endure-'))): Workspace {
  recoverFolder(dataDir);
  const client = done(dataDir, 'createClient', { name: 'Brennick Waterways' }).id as number;
  const termbase = done(dataDir, 'createTermbase', { clientId: client, name: 'Locks' }).id as number;
  const otherTermbase = done(dataDir, 'createTermbase', { clientId: client, name: 'Canals' }).id as number;
  const files = [original(dataDir, FILES[0]), original(dataDir, FILES[1])] as const;
  const concept = (language: string, text: string, others: readonly { language: string; text: string }[]): number =>
    done(dataDir, 'createConcept', { termbaseId: termbase, language, text, others }).id as number;
  const first = concept('de', 'Schleuse', [
    { language: 'en', text: 'lock ' },
    { language: 'en', text: 'sluice.' },
  ]);
  const second = concept('de', 'Wehr', [{ language: 'en', text: 'weir' }]);
  concept('de', 'Tor', []);
  const write = (sha256: string, name: string): number => {
    const job = {
      clientId: client,
      files: [{ fileId: null, staged: `seed-${name}`, sha256, name: `${name}.tmx`, open: {} }],
      target: { kind: 'new', name },
      added: { subject: '', client: '', attributes: [], ofJob: false },
      duplicates: 'keep',
    };
    const { files: written } = done(dataDir, 'writeUnits', job) as { files: { written: { memoryId: number } }[] };
    return written[0]!.written.memoryId;
  };
  const memory = write(files[0], 'Manuals');
  const otherMemory = write(files[1], 'Notices');
  const edit = done(dataDir, 'changeVariant', {
    memoryId: memory,
    unitId: 1,
    variant: 1,
    text: 'Öffnen Sie das Obertor.',
    codes: [],
  }).ledgerId as number;
  done(dataDir, 'inspection', { kind: 'termbase', id: termbase });
  done(dataDir, 'inspection', { kind: 'memory', id: memory });
  return {
    dataDir,
    client,
    termbase,
    otherTermbase,
    concept: first,
    secondConcept: second,
    memory,
    otherMemory,
    files,
    edit,
  };
}

/** A copy to be spoilt. */
export function copyOf(workspace: Workspace): Workspace {
  const dataDir = mkdtempSync(join(tmpdir(), 'fair-copy-endure-'));
  cpSync(workspace.dataDir, dataDir, { recursive: true });
  return { ...workspace, dataDir };
}

export function remove({ dataDir }: Workspace): void {
  rmSync(dataDir, { recursive: true, force: true });
}

export interface Operation {
  readonly name: string;
  readonly task: string;
  readonly args: (workspace: Workspace) => unknown;
  /** Undone and done again it is tried as well. */
  readonly undoable: boolean;
}

const STAMP = { subject: 'locks', client: '', attributes: [{ type: 'x-origin', text: 'seed' }] };
const NO_STAMP = { subject: '', client: '', attributes: [], ofJob: false };
const DELETE_ALL = { filter: {}, change: { kind: 'delete' } };

function units(target: unknown, added: unknown, duplicates: string, which: readonly (0 | 1)[] = [0]) {
  return ({ client, files, memory }: Workspace): unknown => ({
    clientId: client,
    files: which.map((i) => ({ fileId: null, staged: `op-${i}`, sha256: files[i], name: `file ${i}.tmx`, open: {} })),
    target: (target as { kind: string }).kind === 'existing' ? { kind: 'existing', id: memory } : target,
    added,
    duplicates,
  });
}

const operation = (name: string, task: string, args: Operation['args'], undoable = true): Operation => ({
  name,
  task,
  args,
  undoable,
});

export const OPERATIONS: readonly Operation[] = [
  operation('a client is created', 'createClient', () => ({ name: 'Tarn Ferries' })),
  operation('a client is renamed', 'renameClient', (w) => ({ id: w.client, name: 'Brennick Canals' })),
  operation('a termbase is created', 'createTermbase', (w) => ({ clientId: w.client, name: 'New' })),
  operation('a termbase is renamed', 'renameTermbase', (w) => ({ id: w.termbase, name: 'Gates' })),
  operation('a termbase is deleted', 'deleteTermbase', (w) => ({ id: w.termbase })),
  operation('a concept is created', 'createConcept', (w) => ({ termbaseId: w.termbase, language: 'de', text: 'Damm' })),
  operation('a term is changed', 'changeConcept', (w) => ({
    id: w.concept,
    change: { kind: 'add term', language: 'fi', text: 'sulku' },
  })),
  operation('a field is set', 'changeConcept', (w) => ({
    id: w.concept,
    change: {
      kind: 'set field',
      level: 'concept',
      language: null,
      term: null,
      field: 'subjectField',
      values: ['canals'],
    },
  })),
  operation('a concept is split', 'changeConcept', (w) => ({
    id: w.concept,
    change: { kind: 'split', terms: ['t1'] },
  })),
  operation('a concept is deleted', 'deleteConcept', (w) => ({ id: w.concept })),
  operation('fields are defined', 'defineFields', (w) => ({
    id: w.termbase,
    fields: [{ name: 'definition', level: 'concept', values: null, required: true }],
  })),
  operation('concepts are changed together', 'doBulk', (w) => ({
    termbaseId: w.termbase,
    selection: { concepts: [w.concept, w.secondConcept] },
    change: {
      kind: 'set field',
      field: 'subjectField',
      level: 'concept',
      language: null,
      value: 'locks',
      mode: 'replace',
    },
  })),
  operation('concepts are merged', 'doBulk', (w) => ({
    termbaseId: w.termbase,
    selection: { concepts: [w.concept, w.secondConcept] },
    change: { kind: 'merge' },
  })),
  operation('concepts are moved', 'doBulk', (w) => ({
    termbaseId: w.termbase,
    selection: { concepts: [w.concept] },
    change: { kind: 'move', termbaseId: w.otherTermbase },
  })),
  operation('units become a memory', 'writeUnits', units({ kind: 'new', name: 'Fresh' }, NO_STAMP, 'keep')),
  operation('stamped units become a memory', 'writeUnits', units({ kind: 'new', name: 'Fresh' }, STAMP, 'skip')),
  operation('two files become a memory', 'writeUnits', units({ kind: 'new', name: 'Fresh' }, STAMP, 'keep', [0, 1])),
  operation('two files become two memories', 'writeUnits', units({ kind: 'each' }, NO_STAMP, 'keep', [0, 1])),
  operation('two files add to a memory', 'writeUnits', units({ kind: 'existing' }, STAMP, 'keep', [0, 1])),
  operation('a memory is created', 'createMemory', (w) => ({ clientId: w.client, name: 'Empty', subject: '' })),
  operation('a memory is renamed', 'renameMemory', (w) => ({ id: w.memory, name: 'Handbooks', subject: 'locks' })),
  operation('a memory is deleted', 'deleteMemory', (w) => ({ id: w.memory })),
  operation('a unit is changed', 'changeVariant', (w) => ({
    memoryId: w.memory,
    unitId: 2,
    variant: 0,
    text: 'Shut the gate.',
    codes: [],
  })),
  operation('a text is added to a unit', 'addVariant', (w) => ({
    memoryId: w.memory,
    unitId: 2,
    language: 'fr',
    text: 'Fermez la porte.',
  })),
  operation('a unit returns', 'returnUnit', (w) => ({ memoryId: w.memory, unitId: 1, ledgerId: w.edit })),
  operation('texts are replaced', 'changeUnits', (w) => ({
    memoryId: w.memory,
    filter: {},
    change: { kind: 'replace', find: 'gate', by: 'door', case: false, words: true, pattern: false },
  })),
  operation('an attribute is set', 'changeUnits', (w) => ({
    memoryId: w.memory,
    filter: {},
    change: { kind: 'attribute', type: 'subject', value: 'gates' },
  })),
  operation('a language is changed', 'changeUnits', (w) => ({
    memoryId: w.memory,
    filter: {},
    change: { kind: 'language', from: 'de', to: 'de-AT' },
  })),
  operation('older duplicates go', 'changeUnits', (w) => ({
    memoryId: w.memory,
    filter: {},
    change: { kind: 'newest' },
  })),
  operation('units are deleted', 'changeUnits', (w) => ({ memoryId: w.memory, ...DELETE_ALL })),
  operation('units are copied', 'changeUnits', (w) => ({
    memoryId: w.memory,
    filter: {},
    change: { kind: 'copy', memoryId: w.otherMemory },
  })),
  operation('units are moved', 'changeUnits', (w) => ({
    memoryId: w.memory,
    filter: {},
    change: { kind: 'move', memoryId: w.otherMemory },
  })),
  operation('units become concepts', 'harvestConcepts', (w) => ({
    memoryId: w.memory,
    termbaseId: w.otherTermbase,
    filter: {},
  })),
  operation('a termbase is inspected', 'inspection', (w) => ({ kind: 'termbase', id: w.termbase }), false),
  operation('a memory is inspected', 'inspection', (w) => ({ kind: 'memory', id: w.memory }), false),
  operation('a finding is let stand', 'letStand', (w) => ({
    kind: 'termbase',
    owner: w.termbase,
    ids: [1, 2],
    reason: 'so it is',
  })),
  operation('a finding is put right', 'putRight', (w) => ({
    kind: 'termbase',
    owner: w.termbase,
    ids: [1, 2, 3, 4, 5, 6],
  })),
  operation('a finding of units is let stand', 'letStand', (w) => ({
    kind: 'memory',
    owner: w.memory,
    ids: [1],
    reason: 'so it is',
  })),
  operation('undo is cleared', 'clearHistory', () => ({ all: true }), false),
  operation('a damaged memory is read out', 'salvageMemory', (w) => ({ id: w.memory })),
  operation(
    'a client is deleted for good',
    'eraseClient',
    (w) => ({ id: w.client, name: 'Brennick Waterways' }),
    false,
  ),
  operation('concepts become a memory', 'memoryOfTermbase', (w) => ({ termbaseId: w.termbase, name: 'Terms' })),
];
