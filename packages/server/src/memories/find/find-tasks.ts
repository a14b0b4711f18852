/** What pages ask of memories, answered in a thread of its own: filters, orders, concordance. */
import type { TaskContext } from '../../jobs/task.js';
import { MemoryFile } from '../../store/memory-file.js';
import { pathsOf } from '../../store/paths.js';
import { UnitSet } from '../../store/unit-set.js';
import type { ConcordanceBody, UnitFilter, UnitSort } from '@fair-copy/api/memories.js';
import { concordance, type ConcordanceQuery } from './concordance.js';
import { inOrder } from './order.js';
import { passing } from './passing.js';

/** Memories that stay open with what was worked out of them. */
const KEPT = 8;
const open = new Map<string, MemoryFile>();

function opened(dataDir: string, name: string): MemoryFile {
  const path = pathsOf(dataDir).memory(name);
  const file = open.get(path) ?? MemoryFile.openForReading(path);
  file.freshen();
  // The one asked for last stays longest.
  open.delete(path);
  open.set(path, file);
  for (const [old, memory] of open) {
    if (open.size <= KEPT) break;
    memory.close();
    open.delete(old);
  }
  return file;
}

export interface UnitsToFind {
  /** The name of the memory's file. */
  readonly file: string;
  readonly filter: UnitFilter;
  /** Begins behind this unit. */
  readonly after: number;
  /** Ends with so many units, or after so many milliseconds, whichever comes first. */
  readonly limit: number;
  readonly time: number;
}

export interface FoundUnits {
  /** In the order of the file. */
  readonly ids: Uint32Array;
  /** All units up to this one were looked at; null: all there are. */
  readonly upTo: number | null;
}

class TimeIsUp extends Error {
  constructor(readonly upTo: number) {
    super();
  }
}

/** A piece of the work: whoever asks goes on behind `upTo`. */
export function findUnits(
  { file: name, filter, after, limit, time }: UnitsToFind,
  { dataDir }: TaskContext,
): FoundUnits {
  const file = opened(dataDir, name);
  const end = performance.now() + time;
  const ids: number[] = [];
  try {
    const looked = (id: number): void => {
      if (performance.now() > end) throw new TimeIsUp(id);
    };
    for (const id of passing(file, filter, after, looked)) {
      ids.push(id);
      if (ids.length >= limit) return { ids: Uint32Array.from(ids), upTo: id };
    }
    return { ids: Uint32Array.from(ids), upTo: null };
  } catch (error) {
    if (error instanceof TimeIsUp) return { ids: Uint32Array.from(ids), upTo: error.upTo };
    throw error;
  }
}

/** Units that were found, in another order. */
export function orderUnits(
  { file: name, ids, sort }: { readonly file: string; readonly ids: Uint32Array; readonly sort: UnitSort },
  { dataDir }: TaskContext,
): Uint32Array {
  const file = opened(dataDir, name);
  return inOrder(file, UnitSet.of(ids, file.highest), sort);
}

export interface ConcordanceToFind {
  readonly memories: readonly { readonly id: number; readonly name: string; readonly file: string }[];
  readonly query: ConcordanceQuery;
}

export function findConcordance(
  { memories, query }: ConcordanceToFind,
  { dataDir }: TaskContext,
): Omit<ConcordanceBody, 'damaged'> {
  const results = memories.map(({ id, name, file }) => concordance(opened(dataDir, file), query, { id, name }));
  const groups = results.flatMap((result) => result.groups);
  return {
    groups: groups.slice(0, query.limit),
    more: groups.length > query.limit || results.some((result) => result.more),
  };
}
