/** Units of a file that has them in a form of its own: read from its text, in batches. */
import { createReadStream } from 'node:fs';
import { DataError, diagnostic, type Diagnostic } from '@fair-copy/core/diagnostic.js';
import type { EncodingName } from '@fair-copy/core/encoding/names.js';
import { PoUnits } from '@fair-copy/core/formats/po/units.js';
import type { LeftUnit, ReadUnit } from '@fair-copy/core/formats/read-units.js';
import type { TmxHeader } from '@fair-copy/core/formats/tmx/header.js';
import { TmxUnits, type UnitReaderOptions } from '@fair-copy/core/formats/tmx/units.js';
import { XliffUnits } from '@fair-copy/core/formats/xliff/units.js';
import type { Decisions } from '@fair-copy/core/intake/propose.js';
import { canonicalTag, UNDETERMINED, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { XmlReader } from '@fair-copy/core/xml/reader.js';
import type { FileAt, SourceChoices } from '../client/client-file.js';
import { codec } from '../codec.js';
import { exchangeEncoding } from '../text-encoding.js';

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

export const NOTHING_SEEN: UnitCounts = { count: 0, left: [], spellings: new Map(), header: null, notes: [] };

export interface UnitSource {
  /** In the order of the file. Can be asked again from the beginning. */
  batches(): AsyncGenerator<readonly ReadUnit[]>;
  /** Complete when the batches have ended. */
  readonly seen: UnitCounts;
  /** The share of the file behind the reader, 0 to 1. */
  readonly share: number;
  close?(): void;
}

/** A reader of one kind of file. */
interface Reading {
  seen(): UnitCounts;
  units(text: AsyncIterable<string>): AsyncGenerator<readonly ReadUnit[]>;
}

class TextUnits implements UnitSource {
  private bytes = 0;
  private reading: Reading | null = null;

  constructor(
    private readonly at: FileAt,
    private readonly encoding: EncodingName,
    /** What the file declares of its encoding and is not; null: it is right. */
    private readonly wrongly: string | null,
    private readonly begin: (text: () => AsyncIterable<string>) => Promise<Reading>,
  ) {}

  get seen(): UnitCounts {
    const { count, left, spellings, header, notes } = this.reading?.seen() ?? NOTHING_SEEN;
    const said = { what: this.wrongly ?? '', encoding: this.encoding };
    const wrong = this.wrongly === null ? [] : [diagnostic('encoding-declared-wrong', said)];
    return { count, left, spellings, header, notes: [...wrong, ...notes] };
  }

  get share(): number {
    return Math.min(1, this.bytes / Math.max(1, this.at.size));
  }

  async *batches(): AsyncGenerator<readonly ReadUnit[]> {
    this.bytes = 0;
    this.reading = await this.begin(() => this.text());
    this.bytes = 0;
    yield* this.reading.units(this.text());
    if (this.seen.count === 0) throw new DataError('no-rows');
  }

  private async *text(): AsyncGenerator<string> {
    const decoder = codec.decoder(this.encoding);
    for await (const chunk of createReadStream(this.at.path, { highWaterMark: 1 << 18 })) {
      this.bytes += (chunk as Buffer).length;
      yield decoder.write(chunk as Buffer);
    }
    yield decoder.end();
  }
}

async function textUnits(
  at: FileAt,
  { choices }: UnitFileOptions,
  begin: (text: () => AsyncIterable<string>) => Promise<Reading>,
): Promise<UnitSource> {
  const { encoding, wrongly } = choices?.encoding
    ? { encoding: choices.encoding, wrongly: null }
    : await exchangeEncoding(at.path);
  return new TextUnits(at, encoding, wrongly, begin);
}

export function tmxUnits(at: FileAt, options: UnitFileOptions): Promise<UnitSource> {
  return textUnits(at, options, async () => {
    const reader = new TmxUnits(options);
    return {
      seen: () => reader,
      async *units(text) {
        for await (const piece of text) yield reader.write(piece);
        yield reader.end();
      },
    };
  });
}

export function xliffUnits(at: FileAt, options: UnitFileOptions): Promise<UnitSource> {
  const { keepIncomplete, languages, alternatives } = options;
  return textUnits(at, options, async () => {
    const reader = new XliffUnits({
      keepIncomplete: keepIncomplete ?? false,
      ...(languages && { languages }),
      alternatives: alternatives ?? false,
    });
    const notes: Diagnostic[] = [];
    return {
      seen: () => ({ count: reader.count, left: reader.left, spellings: reader.spellings, header: null, notes }),
      async *units(text) {
        const xml = new XmlReader();
        try {
          for await (const piece of text) yield xml.write(piece).flatMap((event) => reader.take(event));
          yield xml.end().flatMap((event) => reader.take(event));
        } catch (error) {
          // What stands before the damage is taken.
          if (!(error instanceof DataError) || error.diagnostic.code !== 'xml-malformed' || reader.count === 0)
            throw error;
          yield xml.pending().flatMap((event) => reader.take(event));
          const line = error.diagnostic.place.line ?? 0;
          notes.push(diagnostic('units-cut-off', { line }, { line }));
        }
      },
    };
  });
}

export function catalogueUnits(at: FileAt, options: UnitFileOptions): Promise<UnitSource> {
  const { source, alternatives } = options;
  return textUnits(at, options, async (text) => {
    const target = Object.values(options.languages ?? {})[0] ?? (await catalogueLanguage(at.name, text()));
    const reader = new PoUnits({
      ...(source && { source }),
      ...(target && { target }),
      fuzzy: alternatives ?? false,
      obsolete: alternatives ?? false,
    });
    return {
      seen: () => ({ ...NOTHING_SEEN, count: reader.count, left: reader.left }),
      async *units(pieces) {
        for await (const piece of pieces) yield reader.write(piece);
        yield reader.end();
      },
    };
  });
}

/** Messages that are looked at for their language. */
const LOOKED_AT = 400;

/** What the header says, else what the translations read as, else what the file's name says. */
async function catalogueLanguage(name: string, text: AsyncIterable<string>): Promise<LanguageTag | null> {
  const probe = new PoUnits({});
  const texts: string[] = [];
  for await (const piece of text) {
    for (const { unit } of probe.write(piece)) if (texts.length < LOOKED_AT) texts.push(unit.variants[1]!.text);
    if (texts.length >= LOOKED_AT) break;
  }
  for (const { unit } of probe.end()) texts.push(unit.variants[1]!.text);
  if (probe.target !== UNDETERMINED) return probe.target;
  const { identifyPooled } = await import('@fair-copy/core/language/identify.js');
  const byName = /(?:^|[._-])([a-z]{2,3}(?:[_-][A-Z]{2})?)\.po$/.exec(name)?.[1];
  return canonicalTag(identifyPooled(texts)[0]?.language ?? '') ?? (byName ? canonicalTag(byName) : null);
}
