/** A client's file, whatever its kind: surveyed once for a proposed reading, then read row by row. */
import type { ExchangeEntry } from '@fair-copy/core/formats/exchange.js';
import type { MarkedPattern } from '@fair-copy/core/document/marked/pattern.js';
import type { LinePattern } from '@fair-copy/core/document/pattern.js';
import type { EncodingName } from '@fair-copy/core/encoding/names.js';
import type { Sample } from '@fair-copy/core/intake/propose.js';
import type { DocumentPart, SheetChoice, SourceForm } from '@fair-copy/core/intake/reading.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { SheetRow } from '@fair-copy/core/sheet/model.js';
import { named } from '../named.js';

/** What a person chose; the rest is found. */
export interface SourceChoices {
  readonly sheet?: string;
  readonly encoding?: EncodingName;
  readonly delimiter?: string | null;
  /** `\\"`: marks within quotes stand behind backslashes; null: marks belong to the text. */
  readonly quote?: '"' | "'" | '\\"' | null;
  readonly part?: DocumentPart;
  readonly pattern?: LinePattern | null;
  readonly marked?: MarkedPattern | null;
  /** A sheet is one table as it stands, although several are seen. */
  readonly tables?: 'one' | 'several';
  /** What the file is taken for; otherwise found. */
  readonly as?: 'terms' | 'units';
  /** For files of units: spelling in the file → tag. */
  readonly languages?: Readonly<Record<string, LanguageTag>>;
  /** For files of units: fuzzy messages and alternative translations too. */
  readonly alternatives?: boolean;
}

/** A picture that lies inside a workbook. */
export interface EmbeddedPicture {
  /** As it is called in the cells of the picture column. */
  readonly name: string;
  /** Its member in the package. */
  readonly part: string;
}

/** Called with rows as they are read and the share of the file behind them (0 to 1); may throw to stop. */
export type RowSink = (rows: readonly SheetRow[], share: number) => void;

/** A file as it lies on the disk. */
export interface FileAt {
  readonly path: string;
  /** As the client called it, for messages. */
  readonly name: string;
  /** Bytes. */
  readonly size: number;
}

export abstract class ClientFile implements FileAt {
  readonly path: string;
  readonly name: string;
  readonly size: number;

  constructor({ path, name, size }: FileAt) {
    this.path = path;
    this.name = name;
    this.size = size;
  }

  /** The pictures of the sheet that was surveyed last. */
  pictures: readonly EmbeddedPicture[] = [];

  /** The sheets of a workbook; none for other files. */
  get sheets(): readonly SheetChoice[] {
    return [];
  }

  /**
   * Goes through the whole file once: finds what it is made of, keeps the first rows for the proposal, and hands all rows
   * to the sink. Throws `DataError` with the file's name in its place.
   */
  survey(choices: SourceChoices = {}, sink: RowSink = () => {}): Promise<Sample> {
    return named(this.name, () => this.look(choices, sink));
  }

  protected abstract look(choices: SourceChoices, sink: RowSink): Promise<Sample>;

  /** The rows once more, in the form that the survey found or a person chose. */
  abstract rows(source: SourceForm): AsyncGenerator<SheetRow>;

  /** Entries as they stand in an exchange file, with what says nothing in them; of other files there are none. */
  async *entries(_source: SourceForm): AsyncGenerator<ExchangeEntry> {}

  /** The first lines as they stand, or paragraphs of a document; none of other files. @param most how many at most */
  async firstLines(_source: SourceForm, _most: number): Promise<string[]> {
    return [];
  }

  /** The content of a picture inside the file. Throws `DataError`. */
  picture(part: string): AsyncIterable<Uint8Array> {
    throw new RangeError(`${this.name} holds no ${part}`);
  }

  close(): void {}
}
