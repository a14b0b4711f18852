/** Results of filters, kept while pages look at them: the ids in order, so that a page can jump anywhere. */
import type { Workers } from '../jobs/workers.js';
import { StoppedError } from '../errors.js';
import type { UnitFilter, UnitSort } from './schemas.js';

interface List {
  readonly key: string;
  first: Uint32Array;
  full: Uint32Array | null;
  failure: unknown;
  readonly stop: SharedArrayBuffer;
  readonly ready: Promise<void>;
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
      list = await this.begin(key, memoryId, filter, sort);
      this.lists = [list, ...this.lists];
      for (const old of this.lists.splice(KEPT)) Atomics.store(new Int32Array(old.stop), 0, 1);
    }
    // Beyond the first screens everything has to be known.
    if (!list.full && from + limit > list.first.length) await list.ready;
    if (list.failure) {
      this.lists = this.lists.filter((one) => one !== list);
      throw list.failure;
    }
    return { ids: (list.full ?? list.first).subarray(from, from + limit), total: list.full?.length ?? null };
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

  private async begin(key: string, memoryId: number, filter: UnitFilter, sort: UnitSort): Promise<List> {
    const stop = new SharedArrayBuffer(4);
    const job = { memoryId, filter, sort };
    const quick = sort.by === 'file' && !sort.descending;
    const first = quick ? await this.workers.find('findUnits', { ...job, limit: FIRST }, { stop }) : null;
    const list: List = {
      key,
      first: first?.ids ?? new Uint32Array(0),
      full: first?.complete ? first.ids : null,
      failure: null,
      stop,
      ready: Promise.resolve(),
    };
    if (list.full) return list;
    const ready = this.workers.find('findUnits', { ...job, limit: null }, { stop }).then(
      ({ ids }) => {
        list.full = ids;
      },
      (error: unknown) => {
        list.failure = error instanceof StoppedError ? new StoppedError('stopped') : error;
      },
    );
    return Object.assign(list, { ready });
  }
}
