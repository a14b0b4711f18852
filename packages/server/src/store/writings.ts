/** What was written of a file or of a pair of files: it may be written several times, and each writing undone by itself. */
import type { Standing } from '@fair-copy/api/shared.js';
import type { Db } from './database.js';

/** Where something was written to. */
export interface Writing {
  /** Missing in what earlier versions noted. */
  readonly ledgerId?: number;
  readonly termbaseId?: number;
  readonly memoryId?: number;
}

/** @param json a list, or one writing as earlier versions kept it */
export function writingsOf<W extends Writing>(json: string | null): readonly W[] {
  if (json === null) return [];
  const kept = JSON.parse(json) as W | readonly W[];
  return Array.isArray(kept) ? (kept as readonly W[]) : [kept as W];
}

/** The same writing is noted once, even where the next start notes it again. */
export function withWriting<W extends Writing>(writings: readonly W[], writing: W): readonly W[] {
  return [...writings.filter(({ ledgerId }) => ledgerId !== writing.ledgerId), writing];
}

/** The last that still stands, or where none does, the last; null: nothing was ever written. */
export function latestWriting<W extends Writing>(
  workspace: Db,
  writings: readonly W[],
): (W & { readonly standing: Standing }) | null {
  const all = writings.map((writing) => ({ ...writing, standing: standingOf(workspace, writing) }));
  return all.findLast(({ standing }) => standing === 'stands') ?? all.at(-1) ?? null;
}

function standingOf(workspace: Db, { ledgerId, termbaseId, memoryId }: Writing): Standing {
  const entry = workspace
    .prepare<[number | null], { undone: number }>('SELECT undone_at NOTNULL AS undone FROM ledger WHERE id = ?')
    .get(ledgerId ?? null);
  if (ledgerId !== undefined && (!entry || entry.undone === 1)) return 'undone';
  const table = termbaseId !== undefined ? 'termbase' : 'memory';
  const there = workspace.prepare(`SELECT 1 FROM ${table} WHERE id = ?`).get(termbaseId ?? memoryId ?? null);
  return there ? 'stands' : 'deleted';
}
