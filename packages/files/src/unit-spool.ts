/** Units of files laid by on disk, so that any of them can be had again: a few bytes of memory for each. */
import { closeSync, mkdtempSync, openSync, readSync, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { MergeInput } from '@fair-copy/core/memory/merge/merge.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';

/** Bytes written or read at once. */
const PIECE = 1 << 20;

export class UnitSpool {
  private readonly folder = mkdtempSync(join(tmpdir(), 'fair-copy-'));
  private readonly fd = openSync(join(this.folder, 'units'), 'w+');
  /** Where each unit begins, and behind the last. */
  private places = new Float64Array(1 << 12);
  private count = 0;
  private size = 0;
  private pending: Buffer[] = [];
  private pendingSize = 0;

  /** How many there are so far. */
  get length(): number {
    return this.count;
  }

  add(unit: Unit): void {
    const bytes = Buffer.from(JSON.stringify(unit) + '\n');
    if (this.count + 2 > this.places.length) {
      const larger = new Float64Array(this.places.length * 2);
      larger.set(this.places);
      this.places = larger;
    }
    this.places[this.count++] = this.size + this.pendingSize;
    this.pending.push(bytes);
    this.pendingSize += bytes.length;
    this.places[this.count] = this.size + this.pendingSize;
    if (this.pendingSize >= PIECE) this.flush();
  }

  /** The units from one on, up to another, as what is merged. */
  part(from: number, to: number): MergeInput {
    this.flush();
    return {
      count: to - from,
      units: () => this.between(from, to),
      unit: (number) => this.unit(from + number),
    };
  }

  unit(number: number): Unit {
    const [from, to] = [this.places[number]!, this.places[number + 1]!];
    return JSON.parse(this.bytes(from, to).toString()) as Unit;
  }

  private *between(from: number, to: number): Generator<Unit> {
    for (let i = from; i < to;) {
      let end = i + 1;
      while (end < to && this.places[end + 1]! - this.places[i]! <= PIECE) end++;
      const lines = this.bytes(this.places[i]!, this.places[end]!).toString().split('\n');
      for (const line of lines) if (line !== '') yield JSON.parse(line) as Unit;
      i = end;
    }
  }

  private bytes(from: number, to: number): Buffer {
    const bytes = Buffer.allocUnsafe(to - from);
    for (let read = 0; read < bytes.length;) read += readSync(this.fd, bytes, read, bytes.length - read, from + read);
    return bytes;
  }

  private flush(): void {
    for (const bytes of this.pending) {
      for (let written = 0; written < bytes.length;)
        written += writeSync(this.fd, bytes, written, bytes.length - written, this.size + written);
      this.size += bytes.length;
    }
    this.pending = [];
    this.pendingSize = 0;
  }

  close(): void {
    closeSync(this.fd);
    rmSync(this.folder, { recursive: true, force: true });
  }
}
