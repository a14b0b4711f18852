/** The paragraphs and tables of an OpenDocument text (ISO 26300), as plain text; notes after the paragraph they belong to. */
import type { XmlEvent } from '../xml/reader.js';
import { shownText, TableBuilder, type Block } from './blocks.js';

const SKIPPED = new Set(['tracked-changes', 'annotation', 'note-citation', 'sequence-decls', 'forms']);

export class OdtBlocks {
  private blocks: Block[] = [];
  private readonly open: { text: string; heading: boolean }[] = [];
  private readonly tables: TableBuilder[] = [];
  private readonly cells: { texts: string[]; across: number }[] = [];
  private skipped = 0;

  /** Blocks that an event completes. */
  take(event: XmlEvent): Block[] {
    if (event.type === 'text') {
      const paragraph = this.open.at(-1);
      if (paragraph && this.skipped === 0) paragraph.text += event.text.replace(/\s+/g, ' ');
      return [];
    }
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
    if (name === 'p' || name === 'h') this.open.push({ text: '', heading: name === 'h' });
    else if (name === 's' && paragraph) paragraph.text += ' ';
    else if (name === 'tab' && paragraph) paragraph.text += '\t';
    else if (name === 'line-break' && paragraph) paragraph.text += '\n';
    else if (name === 'table') this.tables.push(new TableBuilder());
    else if (name === 'table-row') this.tables.at(-1)?.startRow();
    else if (name === 'table-cell')
      this.cells.push({ texts: [], across: Number(attributes['number-columns-spanned']) || 1 });
  }

  private end(name: string): void {
    if (name === 'p' || name === 'h') {
      const paragraph = this.open.pop();
      if (!paragraph) return;
      const text = shownText(paragraph.text);
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
