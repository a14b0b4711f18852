/** A file as translation units, whatever its kind: those of its own, or those that its rows become. */
import { stat } from 'node:fs/promises';
import { inFile } from '@fair-copy/core/diagnostic.js';
import type { ReadUnit } from '@fair-copy/core/formats/read-units.js';
import type { Reading } from '@fair-copy/core/intake/reading.js';
import { RowUnits } from '@fair-copy/core/intake/unit-rows.js';
import type { ClientFile, FileAt } from './client/client-file.js';
import type { FileKind } from './formats/format.js';
import { formatOf } from './formats/registry.js';
import { NOTHING_SEEN, type UnitCounts, type UnitFileOptions, type UnitSource } from './formats/unit-source.js';
import { named, namedEach } from './named.js';

export type { UnitCounts, UnitFileOptions } from './formats/unit-source.js';

/** Units of a batch of rows. */
const BATCH = 500;

export class UnitFile {
  private constructor(
    readonly name: string,
    readonly kind: FileKind,
    private readonly source: UnitSource,
    /** How its rows are read; null: it has units of its own. */
    readonly reading: Reading | null,
  ) {}

  /** Throws `DataError` with the file's name in its place. */
  static async open(path: string, name: string, options: UnitFileOptions = {}): Promise<UnitFile> {
    return named(name, async () => {
      const { kind, units } = await formatOf(path);
      if (units) {
        const at: FileAt = { path, name, size: (await stat(path)).size };
        return new UnitFile(name, kind, await units(at, options), null);
      }
      // Files with units of their own need none of what recognises tables and languages.
      const { openClientFile } = await import('./formats/registry.js');
      const { proposeReading } = await import('@fair-copy/core/intake/propose.js');
      const file = await openClientFile(path, name);
      try {
        const reading = proposeReading(await file.survey(options.choices), options.decisions);
        return new UnitFile(name, kind, new UnitsOfRows(file, reading, options.keepIncomplete), reading);
      } catch (error) {
        file.close();
        throw error;
      }
    });
  }

  close(): void {
    this.source.close?.();
  }

  /** What has been seen; complete when `units` has ended. */
  get seen(): UnitCounts {
    const { count, left, spellings, header, notes } = this.source.seen;
    return { count, left, spellings, header, notes: notes.map((note) => inFile(note, this.name)) };
  }

  /** The share of the file behind the reader, 0 to 1. */
  get share(): number {
    return this.source.share;
  }

  /** The units in batches, in the order of the file. Can be asked again from the beginning. */
  units(): AsyncGenerator<readonly ReadUnit[]> {
    return namedEach(this.name, this.source.batches());
  }
}

class UnitsOfRows implements UnitSource {
  private rows: RowUnits;
  private isDone = false;
  private readonly spellings;

  constructor(
    private readonly file: ClientFile,
    private readonly reading: Reading,
    private readonly keepIncomplete: boolean | undefined,
  ) {
    this.rows = new RowUnits(reading, keepIncomplete);
    this.spellings = new Map(
      reading.columns.flatMap(({ role }) =>
        role.value.kind === 'term' ? [[role.value.language, { tag: role.value.language, count: 0 }] as const] : [],
      ),
    );
  }

  get seen(): UnitCounts {
    const { count, left } = this.rows;
    return { ...NOTHING_SEEN, count, left, spellings: this.spellings, notes: this.reading.notes };
  }

  get share(): number {
    return this.isDone ? 1 : 0;
  }

  async *batches(): AsyncGenerator<readonly ReadUnit[]> {
    this.rows = new RowUnits(this.reading, this.keepIncomplete);
    this.isDone = false;
    let batch: ReadUnit[] = [];
    for await (const row of this.file.rows(this.reading.source)) {
      batch.push(...this.rows.take(row));
      if (batch.length >= BATCH) {
        yield batch;
        batch = [];
      }
    }
    this.isDone = true;
    yield batch;
  }

  close(): void {
    this.file.close();
  }
}
