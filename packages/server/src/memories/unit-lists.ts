/**
 * Results of filters, kept while pages look at them: the ids in order, so that a page can jump anywhere. A memory is
 * looked through in short pieces, so that what was found is there at once, however long the rest takes.
 */
import type { Workers } from '../jobs/workers.js';
import type { FoundUnits } from './find/find-tasks.js';
import type { UnitFilter, UnitSort } from '@fair-copy/api/memories.js';
import { memoryTasks } from './tasks.js';

/** A page gets what there is after so many milliseconds. */
const SCREEN = 200;
/** Milliseconds of a piece: other questions come in between. */
const PIECE = 60;
/** Units of the first piece: enough for the first screens. */
const FIRST = 240;
/** Who has not asked for so many milliseconds looks elsewhere. */
const INTEREST = 4000;
const KEPT = 6;

export interface ListOf {
  readonly memoryId: number;
  /** The name of the memory's file, and its highest id. */
  readonly file: string;
  readonly highest: number;
  readonly filter: UnitFilter;
  readonly sort: UnitSort;
}

export interface ListPage {
  readonly ids: Uint32Array;
  /** Null while the rest is still being looked through. */
  readonly total: number | null;
  /** How many there are by now. */
  readonly found: number;
  /** How much of the memory was looked through, 0 to 1. */
  readonly share: number;
}

export class UnitLists {
  private lists: UnitList[] = [];
  private readonly versions = new Map<number, number>();

  constructor(private readonly workers: Workers) {}

  /** What was found in a memory, or in any, no longer holds. */
  changed(memoryId: number | null): void {
    if (memoryId === null) this.lists = [];
    else this.versions.set(memoryId, (this.versions.get(memoryId) ?? 0) + 1);
  }

  /** Ids from a place on, as far as they are known by now. */
  async page(of: ListOf, from: number, limit: number): Promise<ListPage> {
    return this.asked(of, (list) => list.page(from, limit));
  }

  /** Where a unit stands in the list, from 0; null if it is not in it. Waits until all is known. */
  async position(of: ListOf, unit: number): Promise<number | null> {
    return this.asked(of, (list) => list.position(unit));
  }

  private async asked<T>(of: ListOf, ask: (list: UnitList) => Promise<T>): Promise<T> {
    const key = JSON.stringify([of.memoryId, this.versions.get(of.memoryId) ?? 0, of.filter, of.sort]);
    const list = this.lists.find((one) => one.key === key) ?? new UnitList(key, of, this.workers);
    const others = this.lists.filter((one) => one !== list);
    for (const other of others) other.rest();
    this.lists = [list, ...others].slice(0, KEPT);
    try {
      return await ask(list);
    } catch (error) {
      this.lists = this.lists.filter((one) => one !== list);
      throw error;
    }
  }
}

class UnitList {
  /** In the order of the file, as they are found. */
  private found = new Uint32Array(0);
  private count = 0;
  private upTo = 0;
  /** In the order that is asked for; null while something is missing. */
  private ordered: Uint32Array | null = null;
  private working: Promise<void> | null = null;
  private askedAt = 0;
  /** What ended the work while nobody waited for it. */
  private failure: unknown = null;

  constructor(
    readonly key: string,
    private readonly of: ListOf,
    private readonly workers: Workers,
  ) {}

  /** Goes on when it is asked again. */
  rest(): void {
    this.askedAt = -INTEREST;
  }

  async page(from: number, limit: number): Promise<ListPage> {
    const end = performance.now() + SCREEN;
    while (!this.has(from + limit)) {
      if (this.failure) throw this.failure;
      const left = end - performance.now();
      if (left <= 0) break;
      await Promise.race([this.more(), new Promise((resolve) => setTimeout(resolve, left))]);
    }
    // What is still missing is looked for while the page draws what there is.
    if (!this.ordered) this.more().catch((error: unknown) => (this.failure = error));
    const ids = this.ordered ?? (this.inFileOrder ? this.found.subarray(0, this.count) : new Uint32Array(0));
    return {
      ids: ids.slice(from, from + limit),
      total: this.ordered?.length ?? null,
      found: ids.length,
      share: this.ordered ? 1 : Math.min(1, this.upTo / Math.max(1, this.of.highest)),
    };
  }

  async position(unit: number): Promise<number | null> {
    while (!this.ordered) await this.more();
    const at = this.ordered.indexOf(unit);
    return at < 0 ? null : at;
  }

  private has(count: number): boolean {
    return this.ordered !== null || (this.inFileOrder && this.count >= count);
  }

  private get inFileOrder(): boolean {
    const { by, descending } = this.of.sort;
    return by === 'file' && !descending;
  }

  /** Resolves after a piece. */
  private more(): Promise<void> {
    this.askedAt = performance.now();
    this.working ??= this.work();
    return this.working;
  }

  /** One piece; the next follows by itself as long as somebody asks. */
  private async work(): Promise<void> {
    await this.piece().finally(() => (this.working = null));
    const { askedAt } = this;
    if (this.ordered || performance.now() - askedAt > INTEREST) return;
    this.more().catch((error: unknown) => (this.failure = error));
    this.askedAt = askedAt;
  }

  private async piece(): Promise<void> {
    const { file, filter, sort } = this.of;
    const { upTo, ids }: FoundUnits = await this.workers.run(memoryTasks.findUnits, {
      file,
      filter,
      after: this.upTo,
      limit: this.upTo === 0 ? FIRST : Infinity,
      time: PIECE,
    });
    this.keep(ids);
    if (upTo !== null) {
      this.upTo = upTo;
      return;
    }
    const found = this.found.slice(0, this.count);
    this.ordered = this.inFileOrder
      ? found
      : await this.workers.run(memoryTasks.orderUnits, { file, ids: found, sort });
    this.found = new Uint32Array(0);
  }

  private keep(ids: Uint32Array): void {
    if (this.found.length < this.count + ids.length) {
      const larger = new Uint32Array(Math.max(this.count + ids.length, this.found.length * 2));
      larger.set(this.found.subarray(0, this.count));
      this.found = larger;
    }
    this.found.set(ids, this.count);
    this.count += ids.length;
  }
}
