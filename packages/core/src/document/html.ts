/** The paragraphs and tables of a web page, as plain text (HTML Living Standard, by the htmlparser2 package). */
import { Parser } from 'htmlparser2';
import { MARK } from './formatting.js';
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
/** Elements within a text that say how it looks or what it is (HTML Living Standard, 4.5), and what stands for itself. */
const INLINE = new Set(
  'a b strong i em u s strike del ins code kbd samp var sub sup mark small big tt abbr cite dfn q'.split(' '),
);
const ALONE = new Set(['img', 'input', 'button', 'svg', 'math', 'object', 'video', 'audio', 'canvas']);
/** Deeper than this nothing is a glossary. */
const DEPTH_LIMIT = 2000;

interface Cell {
  readonly across: number;
  readonly downwards: number;
}

/** Feed it text in pieces; each call gives back the blocks that are complete. */
export class HtmlBlocks {
  private blocks: Block[] = [];
  private text = '';
  private heading = false;
  private skipped = 0;
  private depth = 0;
  private readonly tables: TableBuilder[] = [];
  private cell: Cell | null = null;
  /** For each table the cell in which it stands, with the text before it. */
  private readonly outer: { readonly cell: Cell | null; readonly text: string }[] = [];
  /** A term of a definition list that waits for its definition. */
  private term = '';

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

  /**
   * @param repeats whether a cell that reaches down stands in each of its rows
   * @param codes whether formatting, links and pictures within texts are marked (see `formatting.ts`)
   */
  constructor(
    private readonly repeats = true,
    private readonly codes = false,
  ) {}

  write(piece: string): Block[] {
    this.parser.write(piece);
    return this.drain();
  }

  end(): Block[] {
    this.parser.end();
    this.endParagraph();
    this.endTerm();
    return this.drain();
  }

  private drain(): Block[] {
    const done = this.blocks;
    this.blocks = [];
    return done;
  }

  private open(name: string, attributes: Readonly<Record<string, string>>): void {
    this.depth++;
    if (this.codes && this.skipped === 0 && ALONE.has(name)) this.text += MARK.alone;
    if (SKIPPED.has(name) || this.depth > DEPTH_LIMIT) this.skipped++;
    if (this.skipped > 0) return;
    if (this.codes && INLINE.has(name)) this.text += MARK.open;
    if (name === 'br') this.text += '\n';
    else if (name === 'table') {
      this.endParagraph();
      this.endTerm();
      this.outer.push({ cell: this.cell, text: this.text });
      this.cell = null;
      this.text = '';
      this.tables.push(new TableBuilder(this.repeats));
    } else if (name === 'tr') {
      this.endCell();
      this.tables.at(-1)?.endRow();
      this.tables.at(-1)?.startRow();
    } else if ((name === 'td' || name === 'th') && this.tables.length) {
      this.endCell();
      this.endParagraph();
      this.cell = { across: Number(attributes.colspan) || 1, downwards: Number(attributes.rowspan) || 1 };
      this.text = '';
    } else if (PARAGRAPHS.has(name)) {
      this.endParagraph();
      if (name === 'dt') this.endTerm();
      this.heading = HEADINGS.test(name);
    }
  }

  private close(name: string): void {
    const skipping = this.skipped > 0;
    if (SKIPPED.has(name) || this.depth > DEPTH_LIMIT) this.skipped = Math.max(0, this.skipped - 1);
    this.depth--;
    if (skipping) return;
    if (this.codes && INLINE.has(name)) this.text += MARK.close;
    if (name === 'td' || name === 'th') this.endCell();
    else if (name === 'tr') {
      this.endCell();
      this.tables.at(-1)?.endRow();
    } else if (name === 'table') this.endTable();
    else if (name === 'dt' && !this.cell) {
      // A definition list pairs a term with what follows it.
      this.term = shownText(this.text);
      this.text = '';
    } else if (name === 'dd' || name === 'dl') {
      this.endParagraph();
      this.endTerm();
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
    const { cell, text } = this.outer.pop() ?? { cell: null, text: '' };
    this.cell = cell;
    if (table?.kind !== 'table') return;
    if (this.tables.length === 0) this.blocks.push(table);
    // A table in a cell is lines of its text.
    else this.text = `${text}${table.rows.map((row) => row.filter(Boolean).join('\n')).join('\n')}\n`;
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
    if (text === '') return;
    // Within a table but in no cell, as a caption: it stands before the table.
    const term = this.tables.length === 0 ? this.term : '';
    if (term) this.term = '';
    this.blocks.push({ kind: 'paragraph', text: term ? `${term}\t${text}` : text, heading: this.heading });
  }

  /** A term without a definition is a paragraph. */
  private endTerm(): void {
    if (!this.term || this.cell) return;
    this.blocks.push({ kind: 'paragraph', text: this.term, heading: false });
    this.term = '';
  }
}
