/** Results of filters, kept while pages look at them: the ids in order, so that a page can jump anywhere. */
import type { Workers } from '../jobs/workers.js';
import type { UnitFilter, UnitSort } from './schemas.js';

interface List {
  readonly key: string;
  /** The first ones, as soon as they are there. */
  readonly first: Promise<Uint32Array>;
  full: Uint32Array | null;
  readonly stop: SharedArrayBuffer;
  ready: Promise<void>;
  /** Why the rest could not be looked through. */
  failure: unknown;
}

/** Units that are found before everything is looked through. */
const FIRST = 240;
const KEPT = 6;

export class UnitLists {
  private lists: List[] = [];
  private readonly versions = new Map<number, number>();

  constructor(private readonly workers: Workers) {}

  /** What was found in a memory, or in any, no longer holds. */
  changed(memoryId: number | null): void {
    if (memoryId === null) this.lists = [];
    else this.versions.set(memoryId, (this.versions.get(memoryId) ?? 0) + 1);
  }

  /** Ids from a place on; the total is null while the rest is still being looked through. */
  async page(
    memoryId: number,
    filter: UnitFilter,
    sort: UnitSort,
    from: number,
    limit: number,
  ): Promise<{ readonly ids: Uint32Array; readonly total: number | null }> {
    const key = JSON.stringify([memoryId, this.versions.get(memoryId) ?? 0, filter, sort]);
    let list = this.lists.find((one) => one.key === key);
    if (!list) {
      this.stopOthers();
      list = this.begin(key, memoryId, filter, sort);
      this.lists = [list, ...this.lists].slice(0, KEPT);
    }
    try {
      const first = await list.first;
      // Beyond the first screens everything has to be known.
      if (!list.full && from + limit > first.length) await list.ready;
      if (list.failure) throw list.failure;
      return { ids: (list.full ?? first).subarray(from, from + limit), total: list.full?.length ?? null };
    } catch (error) {
      this.lists = this.lists.filter((one) => one !== list);
      throw error;
    }
  }

  /** What is still being looked through gives way to what is asked now. */
  private stopOthers(): void {
    for (const { full, stop } of this.lists) if (!full) Atomics.store(new Int32Array(stop), 0, 1);
    this.lists = this.lists.filter(({ full }) => full);
  }

  /** Where a unit stands in the list, from 0; null if it is not in it. Waits until all is known. */
  async position(memoryId: number, filter: UnitFilter, sort: UnitSort, unit: number): Promise<number | null> {
    const first = await this.page(memoryId, filter, sort, 0, 1);
    const ids = first.total === null ? (await this.page(memoryId, filter, sort, 0, Infinity)).ids : null;
    const all = ids ?? (await this.page(memoryId, filter, sort, 0, first.total!)).ids;
    const at = all.indexOf(unit);
    return at < 0 ? null : at;
  }

  /** Known at once, so that two questions for the same list do not look through everything twice. */
  private begin(key: string, memoryId: number, filter: UnitFilter, sort: UnitSort): List {
    const stop = new SharedArrayBuffer(4);
    const find = (limit: number | null) => this.workers.find('findUnits', { memoryId, filter, sort, limit }, { stop });
    const quick = sort.by === 'file' && !sort.descending;
    const some = quick ? find(FIRST) : Promise.resolve({ ids: new Uint32Array(0), complete: false });
    const list: List = {
      key,
      full: null,
      stop,
      first: some.then(({ ids }) => ids),
      ready: Promise.resolve(),
      failure: null,
    };
    list.ready = some.then(async (found) => {
      list.full = (found.complete ? found : await find(null)).ids;
    });
    // Whoever asks next hears of it.
    list.ready.catch((error: unknown) => {
      list.failure = error;
    });
    return list;
  }
}
