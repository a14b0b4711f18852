/**
 * Zip archives, safely, by yauzl: nothing is unpacked to disk, paths that lead outside are refused, sizes are counted
 * as they come out and not as they are claimed, and what comes out is checked against its CRC-32.
 */
import { DataError } from '@fair-copy/core/diagnostic.js';
import type { Archive } from '@fair-copy/core/sheet/archive.js';
import yauzl from 'yauzl';
import zlib from 'node:zlib';

/** Limits on what comes out of an archive: bytes of a member, bytes of all, how many there are. */
export interface ArchiveLimits {
  readonly member: number;
  readonly total: number;
  readonly members: number;
}

const LIMITS: ArchiveLimits = { member: 1024 ** 3, total: 2 * 1024 ** 3, members: 10_000 };
/** Beyond this size a member that unpacks to more than `RATIO` times its packed size is taken for a bomb. */
const SUSPICIOUS = 64 * 1024 ** 2;
const RATIO = 250;

export class ZipArchive implements Archive {
  private total = 0;

  private constructor(
    private readonly zip: yauzl.ZipFile,
    private readonly entries: ReadonlyMap<string, yauzl.Entry>,
    private readonly limits: ArchiveLimits,
  ) {}

  static async open(path: string, limits = LIMITS): Promise<ZipArchive> {
    const zip = await opened(path);
    try {
      return new ZipArchive(zip, await listed(zip, limits), limits);
    } catch (error) {
      zip.close();
      throw error;
    }
  }

  get names(): readonly string[] {
    return [...this.entries.keys()];
  }

  /** The size that a member claims to have, in bytes. */
  sizeOf(name: string): number {
    return this.entries.get(name)?.uncompressedSize ?? 0;
  }

  async *read(name: string): AsyncGenerator<Uint8Array> {
    const entry = this.entries.get(name);
    if (!entry) throw new DataError('archive-member-missing', { name });
    if (entry.isEncrypted()) throw new DataError('archive-encrypted');
    const stream = await this.stream(entry);
    let size = 0;
    let crc = 0;
    try {
      for await (const chunk of stream as AsyncIterable<Buffer>) {
        size += chunk.length;
        this.total += chunk.length;
        refuseBombs(name, size, entry.compressedSize, this.total, this.limits);
        crc = crc32(chunk, crc);
        yield chunk;
      }
    } catch (error) {
      if (error instanceof DataError) throw error;
      throw new DataError('archive-member-missing', { name });
    }
    if (crc >>> 0 !== entry.crc32 >>> 0) throw new DataError('archive-checksum', { name });
  }

  close(): void {
    this.zip.close();
  }

  private stream(entry: yauzl.Entry): Promise<NodeJS.ReadableStream> {
    return new Promise((resolve, reject) => {
      this.zip.openReadStream(entry, (error, stream) =>
        error || !stream ? reject(new DataError('archive-damaged', { what: reason(error) })) : resolve(stream),
      );
    });
  }
}

function refuseBombs(name: string, size: number, packed: number, total: number, limits: ArchiveLimits): void {
  if (size > limits.member || total > limits.total) throw new DataError('archive-too-large', { name });
  if (limits === LIMITS && size > SUSPICIOUS && size > packed * RATIO)
    throw new DataError('archive-ratio', { name, count: Math.round(size / packed) });
}

function opened(path: string): Promise<yauzl.ZipFile> {
  return new Promise((resolve, reject) => {
    yauzl.open(path, { lazyEntries: true, autoClose: false, validateEntrySizes: true }, (error, zip) =>
      error || !zip ? reject(new DataError('archive-damaged', { what: reason(error) })) : resolve(zip),
    );
  });
}

/** Members by their names; of two of one name the second gets a number. */
function listed(zip: yauzl.ZipFile, { members }: ArchiveLimits): Promise<Map<string, yauzl.Entry>> {
  return new Promise((resolve, reject) => {
    const entries = new Map<string, yauzl.Entry>();
    const times = new Map<string, number>();
    zip.on('entry', (entry: yauzl.Entry) => {
      if (entries.size >= members) return reject(new DataError('archive-too-many', { limit: members }));
      if (!entry.fileName.endsWith('/')) entries.set(freeIn(entries, times, entry.fileName), entry);
      zip.readEntry();
    });
    zip.on('end', () => resolve(entries));
    zip.on('error', (error: Error) =>
      reject(
        /relative path|absolute path|invalid characters/.test(error.message)
          ? new DataError('archive-unsafe-path', { what: error.message.split(': ').at(-1)! })
          : new DataError('archive-damaged', { what: reason(error) }),
      ),
    );
    zip.readEntry();
  });
}

function freeIn(entries: ReadonlyMap<string, unknown>, times: Map<string, number>, name: string): string {
  let free = name;
  while (entries.has(free)) {
    const n = (times.get(name) ?? 1) + 1;
    times.set(name, n);
    free = name.replace(/(\.[^./]*)?$/, ` (${n})$1`);
  }
  return free;
}

function reason(error: Error | null): string {
  if (!error) return 'it cannot be opened';
  return /end of central directory/i.test(error.message) ? 'its end is missing' : error.message;
}

const crc32: (data: Buffer, previous: number) => number = (
  zlib as unknown as { crc32: (data: Buffer, previous: number) => number }
).crc32;
