/** The paragraphs and tables of a web page, as plain text (HTML Living Standard, by the htmlparser2 package). */
import { Parser } from 'htmlparser2';
import { shownText, TableBuilder, type Block } from './blocks.js';

const PARAGRAPHS = new Set(
  'p div li dt dd h1 h2 h3 h4 h5 h6 section article header footer blockquote pre caption figcaption address body main nav aside ul ol dl'.split(
    ' ',
  ),
);
const HEADINGS = /^h[1-6]$/;
const SKIPPED = new Set([
  'script',
  'style',
  'title',
  'template',
  'noscript',
  'head',
  'svg',
  'select',
  'textarea',
  'iframe',
]);
/** Deeper than this nothing is a glossary. */
const DEPTH_LIMIT = 2000;

/** Feed it text in pieces; each call gives back the blocks that are complete. */
export class HtmlBlocks {
  private blocks: Block[] = [];
  private text = '';
  private heading = false;
  private skipped = 0;
  private depth = 0;
  private readonly tables: TableBuilder[] = [];
  private cell: { across: number; downwards: number; readonly outer: string } | null = null;
  private readonly outerCells: ({ across: number; downwards: number; readonly outer: string } | null)[] = [];
  private term: string | null = null;

  private readonly parser = new Parser(
    {
      onopentag: (name, attributes) => this.open(name, attributes),
      onclosetag: (name) => this.close(name),
      ontext: (text) => {
        if (this.skipped === 0) this.text += text.replace(/\s+/g, ' ');
      },
    },
    { decodeEntities: true, lowerCaseTags: true },
  );

  write(piece: string): Block[] {
    this.parser.write(piece);
    return this.drain();
  }

  end(): Block[] {
    this.parser.end();
    this.endParagraph();
    return this.drain();
  }

  private drain(): Block[] {
    const done = this.blocks;
    this.blocks = [];
    return done;
  }

  private open(name: string, attributes: Readonly<Record<string, string>>): void {
    this.depth++;
    if (SKIPPED.has(name) || this.depth > DEPTH_LIMIT) this.skipped++;
    if (this.skipped > 0) return;
    if (name === 'br') this.text += '\n';
    else if (name === 'table') {
      this.endParagraph();
      this.outerCells.push(this.cell);
      this.cell = null;
      this.tables.push(new TableBuilder());
    } else if (name === 'tr') {
      this.endCell();
      this.tables.at(-1)?.endRow();
      this.tables.at(-1)?.startRow();
    } else if ((name === 'td' || name === 'th') && this.tables.length) {
      this.endCell();
      this.cell = { across: Number(attributes.colspan) || 1, downwards: Number(attributes.rowspan) || 1, outer: '' };
      this.text = '';
    } else if (PARAGRAPHS.has(name)) {
      this.endParagraph();
      this.heading = HEADINGS.test(name);
    }
  }

  private close(name: string): void {
    const skipping = this.skipped > 0;
    if (SKIPPED.has(name) || this.depth > DEPTH_LIMIT) this.skipped = Math.max(0, this.skipped - 1);
    this.depth--;
    if (skipping) return;
    if (name === 'td' || name === 'th') this.endCell();
    else if (name === 'tr') {
      this.endCell();
      this.tables.at(-1)?.endRow();
    } else if (name === 'table') this.endTable();
    else if (name === 'dt') {
      // A definition list pairs a term with what follows it.
      this.term = shownText(this.text);
      this.text = '';
    } else if (name === 'dd') {
      if (this.term) this.text = `${this.term}\t${this.text}`;
      this.term = null;
      this.endParagraph();
    } else if (PARAGRAPHS.has(name)) {
      this.endParagraph();
      this.heading = false;
    }
  }

  private endTable(): void {
    this.endCell();
    const builder = this.tables.pop();
    builder?.endRow();
    const table = builder?.table();
    this.cell = this.outerCells.pop() ?? null;
    if (table?.kind !== 'table') return;
    if (this.tables.length === 0) this.blocks.push(table);
    else this.text += table.rows.map((row) => row.filter(Boolean).join(' ')).join('\n');
  }

  private endCell(): void {
    if (!this.cell) return;
    this.tables.at(-1)?.cell(shownText(this.text), this.cell.across, this.cell.downwards);
    this.cell = null;
    this.text = '';
  }

  private endParagraph(): void {
    if (this.cell) {
      if (this.text.trim() && !this.text.endsWith('\n')) this.text += '\n';
      return;
    }
    const text = shownText(this.text);
    this.text = '';
    if (text && this.tables.length === 0) this.blocks.push({ kind: 'paragraph', text, heading: this.heading });
  }
}
