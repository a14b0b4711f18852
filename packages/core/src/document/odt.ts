/** The paragraphs and tables of an OpenDocument text (ISO 26300), as plain text; notes after the paragraph they belong to. */
import type { XmlEvent } from '../xml/reader.js';
import { FormattedText } from './formatting.js';
import { shownText, TableBuilder, type Block } from './blocks.js';

const SKIPPED = new Set(['tracked-changes', 'annotation', 'note-citation', 'sequence-decls', 'forms']);

/** A note's number, a picture. */
const ALONE = /^(?:note-citation|frame)$/;
/** Of text (ISO 26300, 20): not fonts, sizes, languages. */
const FORMATTING = /^(?:font-weight|font-style|text-underline-style|text-line-through-style|text-position)$/;

/** What readers see of a style: "font-weight=bold". */
function seen(attributes: Readonly<Record<string, string>>): string {
  return Object.entries(attributes)
    .filter(([name, value]) => FORMATTING.test(name) && !/^(?:normal|none)$/.test(value))
    .map(([name, value]) => `${name}=${value}`)
    .sort()
    .join(' ');
}

export class OdtBlocks {
  private blocks: Block[] = [];
  private readonly open: { readonly content: FormattedText; readonly heading: boolean }[] = [];
  private readonly tables: TableBuilder[] = [];
  private readonly cells: { texts: string[]; across: number }[] = [];
  private skipped = 0;
  /** Formatting of text by the name of its style, where readers see it; the one that is being read. */
  private readonly styles = new Map<string, string>();
  private style: string | null = null;
  /** Of the open spans and links, the innermost last. */
  private readonly spans: string[] = [];

  /** @param codes whether formatting, links and pictures within paragraphs are marked (see `formatting.ts`) */
  constructor(private readonly codes = false) {}

  /** Blocks that an event completes. */
  take(event: XmlEvent): Block[] {
    if (event.type === 'text') {
      const paragraph = this.open.at(-1);
      if (paragraph && this.skipped === 0) this.write(event.text.replace(/\s+/g, ' '));
      return [];
    }
    if (this.codes && event.type === 'open' && this.skipped === 0 && ALONE.test(event.name))
      this.open.at(-1)?.content.alone();
    if (SKIPPED.has(event.name)) this.skipped += event.type === 'open' ? 1 : -1;
    if (this.skipped > 0) return [];
    if (event.type === 'open') this.begin(event.name, event.attributes);
    else this.end(event.name);
    const done = this.blocks;
    this.blocks = [];
    return done;
  }

  private begin(name: string, attributes: Readonly<Record<string, string>>): void {
    const paragraph = this.open.at(-1);
    if (name === 'style' && attributes.family === 'text') this.style = attributes.name ?? null;
    else if (name === 'text-properties' && this.style !== null) this.styles.set(this.style, seen(attributes));
    else if (name === 'span') this.spans.push(this.styles.get(attributes['style-name'] ?? '') ?? '');
    else if (name === 'a') this.spans.push('link');
    else if (name === 'p' || name === 'h') this.open.push({ content: new FormattedText(), heading: name === 'h' });
    else if (name === 's' && paragraph) this.write(' ');
    else if (name === 'tab' && paragraph) this.write('\t');
    else if (name === 'line-break' && paragraph) this.write('\n');
    else if (name === 'table') this.tables.push(new TableBuilder());
    else if (name === 'table-row') this.tables.at(-1)?.startRow();
    else if (name === 'table-cell')
      this.cells.push({ texts: [], across: Number(attributes['number-columns-spanned']) || 1 });
  }

  private write(text: string): void {
    this.open.at(-1)?.content.add(text, this.codes ? this.spans.filter(Boolean).join(' ') : '');
  }

  private end(name: string): void {
    if (name === 'style') this.style = null;
    else if (name === 'span' || name === 'a') this.spans.pop();
    else if (name === 'p' || name === 'h') {
      const paragraph = this.open.pop();
      if (!paragraph) return;
      paragraph.content.end();
      const text = shownText(paragraph.content.text);
      const cell = this.cells.at(-1);
      if (cell) cell.texts.push(text);
      else if (text) this.blocks.push({ kind: 'paragraph', text, heading: paragraph.heading });
    } else if (name === 'table-cell') {
      const cell = this.cells.pop();
      if (cell) this.tables.at(-1)?.cell(cell.texts.filter(Boolean).join('\n'), cell.across);
    } else if (name === 'table-row') this.tables.at(-1)?.endRow();
    else if (name === 'table') {
      const table = this.tables.pop()?.table();
      if (table?.kind !== 'table') return;
      if (this.tables.length === 0) this.blocks.push(table);
      else this.cells.at(-1)?.texts.push(...table.rows.map((row) => row.filter(Boolean).join(' ')));
    }
  }
}
