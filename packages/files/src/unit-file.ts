/** A file as translation units, whatever its kind: exchange files, catalogues, and tables or texts by their reading. */
import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { DataError, diagnostic, inFile, type Diagnostic } from '@fair-copy/core/diagnostic.js';
import { PoUnits } from '@fair-copy/core/formats/po/units.js';
import {
  TmxUnits,
  type LeftUnit,
  type ReadUnit,
  type TmxHeader,
  type UnitReaderOptions,
} from '@fair-copy/core/formats/tmx/units.js';
import { XliffUnits } from '@fair-copy/core/formats/xliff/units.js';
import type { Decisions } from '@fair-copy/core/intake/propose.js';
import type { Reading } from '@fair-copy/core/intake/reading.js';
import { canonicalTag, UNDETERMINED, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { RowUnits } from '@fair-copy/core/intake/unit-rows.js';
import type { EncodingName } from '@fair-copy/core/encoding/names.js';
import { XmlReader } from '@fair-copy/core/xml/reader.js';
import type { ClientFile, SourceChoices } from './client-file.js';
import { codec } from './codec.js';
import { fileKind, isExchange, type FileKind } from './file-kind.js';
import { named } from './named.js';
import { exchangeEncoding } from './text-encoding.js';

export interface UnitFileOptions extends UnitReaderOptions {
  readonly choices?: SourceChoices;
  readonly decisions?: Decisions;
  /** Fuzzy messages, alternative translations and obsolete ones become units too. */
  readonly alternatives?: boolean;
  /** For catalogues: the language of the messages. */
  readonly source?: LanguageTag;
}

/** What a reader has seen so far. */
export interface UnitCounts {
  /** Units in the file, taken or left. */
  readonly count: number;
  readonly left: readonly LeftUnit[];
  /** Spelling → tag and how many variants have it. */
  readonly spellings: ReadonlyMap<string, { readonly tag: LanguageTag; readonly count: number }>;
  readonly header: TmxHeader | null;
  readonly notes: readonly Diagnostic[];
}

const NONE: UnitCounts = { count: 0, left: [], spellings: new Map(), header: null, notes: [] };

export class UnitFile {
  private counts: () => UnitCounts = () => NONE;
  private bytes = 0;

  private constructor(
    readonly path: string,
    readonly name: string,
    readonly kind: FileKind,
    readonly size: number,
    private readonly encoding: EncodingName,
    private readonly wrongly: string | null,
    private readonly table: { readonly file: ClientFile; readonly reading: Reading } | null,
    private readonly options: UnitFileOptions,
  ) {}

  /** Throws `DataError` with the file's name in its place. */
  static async open(path: string, name: string, options: UnitFileOptions = {}): Promise<UnitFile> {
    return named(name, async () => {
      const kind = await fileKind(path);
      const { size } = await stat(path);
      if (isExchange(kind)) {
        const { encoding, wrongly } = options.choices?.encoding
          ? { encoding: options.choices.encoding, wrongly: null }
          : await exchangeEncoding(path);
        return new UnitFile(path, name, kind, size, encoding, wrongly, null, options);
      }
      // Exchange files need none of what recognises tables and languages.
      const [{ ClientFile }, { proposeReading }] = await Promise.all([
        import('./client-file.js'),
        import('@fair-copy/core/intake/propose.js'),
      ]);
      const file = await ClientFile.open(path, name);
      try {
        const reading = proposeReading(await file.survey(options.choices), options.decisions);
        return new UnitFile(path, name, kind, size, 'UTF-8', null, { file, reading }, options);
      } catch (error) {
        file.close();
        throw error;
      }
    });
  }

  close(): void {
    this.table?.file.close();
  }

  get reading(): Reading | null {
    return this.table?.reading ?? null;
  }

  /** What has been seen; complete when `units` has ended. */
  get seen(): UnitCounts {
    const counts = this.counts();
    const wrong = this.wrongly
      ? [diagnostic('encoding-declared-wrong', { what: this.wrongly, encoding: this.encoding })]
      : [];
    const { count, left, spellings, header } = counts;
    return {
      count,
      left,
      spellings,
      header,
      notes: [...wrong, ...counts.notes].map((note) => inFile(note, this.name)),
    };
  }

  /** The share of the file behind the reader, 0 to 1. */
  get share(): number {
    return Math.min(1, this.bytes / Math.max(1, this.size));
  }

  /** The units in batches, in the order of the file. Can be asked again from the beginning. */
  async *units(): AsyncGenerator<readonly ReadUnit[]> {
    this.bytes = 0;
    try {
      if (this.kind === 'tmx') yield* this.tmx();
      else if (this.kind === 'xliff') yield* this.xliff();
      else if (this.kind === 'po') yield* this.po();
      else yield* this.rows();
    } catch (error) {
      if (!(error instanceof DataError) || error.diagnostic.place.file) throw error;
      throw DataError.of(inFile(error.diagnostic, this.name));
    }
  }

  private async *tmx(): AsyncGenerator<readonly ReadUnit[]> {
    const reader = new TmxUnits(this.options);
    this.counts = () => reader;
    for await (const piece of this.text()) yield reader.write(piece);
    yield reader.end();
    if (reader.count === 0) throw new DataError('no-rows');
  }

  private async *xliff(): AsyncGenerator<readonly ReadUnit[]> {
    const { keepIncomplete, languages, alternatives } = this.options;
    const reader = new XliffUnits({
      keepIncomplete: keepIncomplete ?? false,
      ...(languages && { languages }),
      alternatives: alternatives ?? false,
    });
    const notes: Diagnostic[] = [];
    this.counts = () => ({ count: reader.count, left: reader.left, spellings: reader.spellings, header: null, notes });
    const xml = new XmlReader();
    try {
      for await (const piece of this.text()) yield xml.write(piece).flatMap((event) => reader.take(event));
      yield xml.end().flatMap((event) => reader.take(event));
    } catch (error) {
      // What stands before the damage is taken.
      if (!(error instanceof DataError) || error.diagnostic.code !== 'xml-malformed' || reader.count === 0) throw error;
      yield xml.pending().flatMap((event) => reader.take(event));
      const line = error.diagnostic.place.line ?? 0;
      notes.push(diagnostic('units-cut-off', { line }, { line }));
    }
    if (reader.count === 0) throw new DataError('no-rows');
  }

  private async *po(): AsyncGenerator<readonly ReadUnit[]> {
    const target = await this.catalogueLanguage();
    const { source, alternatives } = this.options;
    const reader = new PoUnits({
      ...(source && { source }),
      ...(target && { target }),
      fuzzy: alternatives ?? false,
      obsolete: alternatives ?? false,
    });
    this.counts = () => ({ ...NONE, count: reader.count, left: reader.left });
    for await (const piece of this.text()) yield reader.write(piece);
    yield reader.end();
    if (reader.count === 0) throw new DataError('no-rows');
  }

  /** What the header says, else what the translations read as, else what the file's name says. */
  private async catalogueLanguage(): Promise<LanguageTag | null> {
    const said = Object.values(this.options.languages ?? {})[0];
    if (said) return said;
    const probe = new PoUnits({});
    const texts: string[] = [];
    for await (const piece of this.text()) {
      for (const { unit } of probe.write(piece)) if (texts.length < 400) texts.push(unit.variants[1]!.text);
      if (texts.length >= 400) break;
    }
    for (const { unit } of probe.end()) texts.push(unit.variants[1]!.text);
    if (probe.target !== UNDETERMINED) return probe.target;
    const { identifyPooled } = await import('@fair-copy/core/language/identify.js');
    const byName = /(?:^|[._-])([a-z]{2,3}(?:[_-][A-Z]{2})?)\.po$/.exec(this.name)?.[1];
    return canonicalTag(identifyPooled(texts)[0]?.language ?? '') ?? (byName ? canonicalTag(byName) : null);
  }

  private async *rows(): AsyncGenerator<readonly ReadUnit[]> {
    const { file, reading } = this.table!;
    const rows = new RowUnits(reading, this.options.keepIncomplete);
    const spellings = new Map(
      reading.columns.flatMap(({ role }) =>
        role.value.kind === 'term' ? [[role.value.language, { tag: role.value.language, count: 0 }] as const] : [],
      ),
    );
    this.counts = () => ({ count: rows.count, left: rows.left, spellings, header: null, notes: reading.notes });
    let batch: ReadUnit[] = [];
    for await (const row of file.rows(reading.source)) {
      batch.push(...rows.take(row));
      if (batch.length >= 500) {
        yield batch;
        batch = [];
      }
    }
    this.bytes = this.size;
    yield batch;
  }

  private async *text(): AsyncGenerator<string> {
    const decoder = codec.decoder(this.encoding);
    for await (const chunk of createReadStream(this.path, { highWaterMark: 1 << 18 })) {
      this.bytes += (chunk as Buffer).length;
      yield decoder.write(chunk as Buffer);
    }
    yield decoder.end();
  }
}
