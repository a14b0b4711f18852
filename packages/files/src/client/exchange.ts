/** Exchange files taken as glossaries: TBX, TMX, XLIFF and message catalogues, entry by entry. */
import type { Diagnostic } from '@fair-copy/core/diagnostic.js';
import type { EntryReader, ExchangeEntry } from '@fair-copy/core/formats/exchange.js';
import { glossaryEntry } from '@fair-copy/core/formats/glossary-entry.js';
import { Layout, layoutRow } from '@fair-copy/core/formats/layout.js';
import { PoUnits } from '@fair-copy/core/formats/po/units.js';
import type { Sample } from '@fair-copy/core/intake/propose.js';
import type { EncodingReading, ExchangeKind, SourceForm } from '@fair-copy/core/intake/reading.js';
import { statedColumns } from '@fair-copy/core/intake/stated-columns.js';
import type { SheetRow } from '@fair-copy/core/sheet/model.js';
import { XmlReader } from '@fair-copy/core/xml/reader.js';
import { ClientFile, type FileAt, type RowSink, type SourceChoices } from './client-file.js';
import { drained, encodingNotes } from './survey.js';
import { catalogueDeclares, encodingReading, markupDeclares, TextOf } from './text-of.js';

/** Reads entries from text. @param notes gets what has no place among the entries, at the end */
export type Entries = (text: AsyncIterable<string>, notes: Diagnostic[]) => AsyncGenerator<ExchangeEntry>;

/** Entries of XML, event by event. */
export function xmlEntries(make: () => EntryReader): Entries {
  return async function* (text, notes) {
    const xml = new XmlReader();
    const reader = make();
    for await (const piece of text)
      for (const event of xml.write(piece)) {
        const entry = reader.take(event);
        if (entry) yield entry;
      }
    for (const event of xml.end()) reader.take(event);
    notes.push(...reader.notes());
  };
}

export const catalogueEntries: Entries = async function* (text) {
  const reader = new PoUnits();
  for await (const piece of text) yield* reader.write(piece).map(glossaryEntry);
  yield* reader.end().map(glossaryEntry);
};

export class ExchangeFile extends ClientFile {
  private readonly text: TextOf;

  constructor(
    at: FileAt,
    private readonly kind: ExchangeKind,
    private readonly read: Entries,
  ) {
    super(at);
    this.text = new TextOf(at.path, kind === 'po' ? catalogueDeclares : markupDeclares);
  }

  protected async look(choices: SourceChoices, sink: RowSink): Promise<Sample> {
    const guess = await this.text.encoding(choices.encoding);
    const encoding = encodingReading(guess);
    const source: SourceForm = { kind: this.kind, encoding };
    const { layout, notes } = await this.layout(encoding);
    this.text.bytesRead = 0;
    const rows = await drained(this.rows(source), (batch) =>
      // The file is read twice: for its columns, then for its rows.
      sink(batch, Math.max(0, this.text.bytesRead - this.size) / this.size),
    );
    return {
      source,
      rows,
      hiddenColumns: [],
      stated: statedColumns(layout.columns()),
      notes: [...encodingNotes(guess), ...this.text.mixedNotes(encoding), ...notes],
    };
  }

  async *rows(source: SourceForm): AsyncGenerator<SheetRow> {
    if (source.kind !== this.kind) return;
    const { encoding } = source;
    const columns = (await this.layout(encoding)).layout.columns();
    for await (const entry of this.read(this.text.pieces(encoding), []))
      yield { number: entry.number, cells: layoutRow(entry.body, columns) };
  }

  override async *entries(source: SourceForm): AsyncGenerator<ExchangeEntry> {
    if (source.kind === this.kind) yield* this.read(this.text.pieces(source.encoding), []);
  }

  /** The columns that its entries need. */
  private async layout(encoding: EncodingReading): Promise<{ layout: Layout; notes: readonly Diagnostic[] }> {
    const layout = new Layout(null, true);
    const notes: Diagnostic[] = [];
    for await (const entry of this.read(this.text.pieces(encoding), notes)) layout.see(entry.body);
    return { layout, notes };
  }
}
