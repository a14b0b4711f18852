/**
 * The paragraphs and tables of a word-processor document (ECMA-376 part 1, 17), as plain text: notes and comments left
 * out, text boxes once; hidden text and tracked changes as asked for.
 */
import type { XmlEvent } from '../xml/reader.js';
import { shownText, TableBuilder, type Block } from './blocks.js';
import { FormattedText } from './formatting.js';

/** How a word-processor document is read. */
export interface WordReading {
  /** Text that is formatted as hidden is read as well. */
  readonly hidden: boolean;
  /** Tracked changes: as if all were accepted, or as it was before them. */
  readonly changes: 'accepted' | 'original';
  /** Headers and footers are read as well, each once, behind the rest; left out: they are not. */
  readonly headers?: boolean;
  /** Formatting, links and pictures within paragraphs are marked (see `formatting.ts`), in documents of every kind. */
  readonly codes?: boolean;
  /** Words parted at the end of a line stay parted, in documents of every kind; left out: they are made whole. */
  readonly parted?: boolean;
}
export const AS_SHOWN: WordReading = { hidden: false, changes: 'accepted' };

/** Elements of which nothing is read: their text is none of the text, their formatting is what was before a change (17.13.5). */
const SKIPPED = [
  'Fallback',
  'rPrChange',
  'pPrChange',
  'instrText',
  'delInstrText',
  'footnoteReference',
  'commentReference',
];
/** Those of tracked changes (17.13.5) whose text is not there before, or after them. */
const CHANGES = { accepted: ['del', 'moveFrom'], original: ['ins', 'moveTo'] } as const;

/** Character formatting that readers see (17.3.2): not fonts, sizes, languages, or what a program notes for itself. */
const FORMATTING = new Set(['b', 'i', 'u', 'strike', 'dstrike', 'vertAlign', 'rStyle', 'highlight']);
const OFF = /^(?:0|false|off|none|baseline)$/;

interface OpenParagraph {
  readonly content: FormattedText;
  heading: boolean;
  endless: boolean;
}

interface OpenTable {
  readonly builder: TableBuilder;
  /** Columns in which a cell of an earlier row goes on: their text. */
  readonly above: Map<number, string>;
  column: number;
  span: number;
  merged: 'start' | 'goes on' | null;
}

export class DocxBlocks {
  private blocks: Block[] = [];
  private readonly tables: OpenTable[] = [];
  /** Texts of the open cells, or of the body. */
  private readonly cells: string[][] = [];
  private paragraph: OpenParagraph[] = [];
  private skipped = 0;
  private inText = false;
  private hiddenRun = false;
  private inRunProperties = false;
  private inRun = false;
  private inParagraphProperties = false;
  /** Text of a paragraph whose end is not there in this reading, so that the next one goes on with it. */
  private unended: OpenParagraph | null = null;
  /** Of the open run, and the link it is in. */
  private formatting: string[] = [];
  private links = 0;
  /** The paragraph before was empty. */
  private apart = false;
  private readonly left: ReadonlySet<string>;
  private readonly changes: ReadonlySet<string>;

  /** @param repeats whether a cell that reaches down stands in each of its rows */
  constructor(
    private readonly reading: WordReading = AS_SHOWN,
    private readonly repeats = true,
  ) {
    this.changes = new Set(CHANGES[reading.changes]);
    this.left = new Set([...SKIPPED, ...this.changes]);
  }

  /** Blocks that an event completes. */
  take(event: XmlEvent): Block[] {
    if (event.type === 'text') {
      const open = this.paragraph.at(-1);
      if (this.inText && this.skipped === 0 && !this.hiddenRun && open) this.write(open, event.text);
      return [];
    }
    if (event.type === 'open') this.open(event.name, event.attributes);
    else this.close(event.name);
    const done = this.blocks;
    this.blocks = [];
    return done;
  }

  // eslint-disable-next-line max-lines-per-function -- one case for each element, as the standard lists them
  private open(name: string, attributes: Readonly<Record<string, string>>): void {
    const paragraph = this.paragraph.at(-1);
    // The end of the paragraph itself is deleted or inserted (17.13.5.15, 17.13.5.20).
    if (this.inParagraphProperties && paragraph && this.skipped === 0 && this.changes.has(name))
      paragraph.endless = true;
    if (this.reading.codes && this.skipped === 0 && /^(?:footnoteReference|drawing|pict)$/.test(name))
      paragraph?.content.alone();
    if (this.left.has(name)) this.skipped++;
    if (this.skipped > 0) return;
    if (this.inRunProperties && FORMATTING.has(name) && !OFF.test(attributes.val ?? ''))
      this.formatting.push(`${name}=${attributes.val ?? ''}`);
    const table = this.tables.at(-1);
    switch (name) {
      case 'p':
        this.paragraph.push({ content: new FormattedText(), heading: false, endless: false });
        break;
      case 'pPr':
        this.inParagraphProperties = true;
        break;
      case 'pStyle':
        if (paragraph && /heading|title|berschrift|titre|otsikko/i.test(attributes.val ?? '')) paragraph.heading = true;
        break;
      case 'r':
        this.inRun = true;
        this.hiddenRun = false;
        this.formatting = [];
        break;
      case 'hyperlink':
        this.links++;
        break;
      case 'rPr':
        this.inRunProperties = this.inRun;
        break;
      case 'vanish':
        if (!this.reading.hidden && this.inRunProperties && !/^(0|false|off)$/.test(attributes.val ?? ''))
          this.hiddenRun = true;
        break;
      case 't':
      case 'delText':
        this.inText = true;
        break;
      case 'tab':
        if (this.inRun && paragraph && !this.inRunProperties) this.write(paragraph, '\t');
        break;
      case 'br':
      case 'cr':
        if (this.inRun && paragraph) this.write(paragraph, '\n');
        break;
      case 'noBreakHyphen':
        if (paragraph) this.write(paragraph, '-');
        break;
      case 'tbl':
        this.tables.push({ builder: new TableBuilder(), above: new Map(), column: 0, span: 1, merged: null });
        break;
      case 'tr':
        if (table) {
          table.builder.startRow();
          table.column = 0;
        }
        break;
      case 'tc':
        this.cells.push([]);
        if (table) {
          table.span = 1;
          table.merged = null;
        }
        break;
      case 'gridSpan':
        if (table) table.span = Math.max(1, Number(attributes.val) || 1);
        break;
      case 'vMerge':
        if (table) table.merged = attributes.val === 'restart' ? 'start' : 'goes on';
        break;
    }
  }

  private close(name: string): void {
    if (this.left.has(name)) {
      this.skipped--;
      return;
    }
    if (this.skipped > 0) return;
    switch (name) {
      case 'r':
        this.inRun = false;
        this.hiddenRun = false;
        break;
      case 'rPr':
        this.inRunProperties = false;
        break;
      case 'hyperlink':
        this.links--;
        break;
      case 'pPr':
        this.inParagraphProperties = false;
        break;
      case 't':
      case 'delText':
        this.inText = false;
        break;
      case 'p':
        this.endParagraph();
        break;
      case 'tc':
        this.endCell();
        break;
      case 'tr':
        this.tables.at(-1)?.builder.endRow();
        break;
      case 'tbl': {
        const table = this.tables.pop();
        // A table inside a cell is read as the text of the cell.
        if (table && this.tables.length === 0) this.blocks.push(table.builder.table());
        else if (table) {
          const inner = table.builder.table();
          if (inner.kind === 'table')
            this.cells.at(-1)?.push(...inner.rows.map((row) => row.filter(Boolean).join(' ')));
        }
      }
    }
  }

  private write({ content }: OpenParagraph, text: string): void {
    const link = this.links > 0 ? 'link ' : '';
    content.add(text, this.reading.codes ? link + [...new Set(this.formatting)].sort().join(' ') : '');
  }

  private endParagraph(): void {
    const open = this.paragraph.pop();
    if (!open) return;
    open.content.end();
    if (this.unended) {
      open.content.text = this.unended.content.text + open.content.text;
      open.heading ||= this.unended.heading;
      this.unended = null;
    }
    if (open.endless && this.paragraph.length === 0) {
      this.unended = open;
      return;
    }
    const text = shownText(open.content.text);
    const cell = this.cells.at(-1);
    if (cell) cell.push(text);
    else if (!text) this.apart = true;
    else {
      this.blocks.push({ kind: 'paragraph', text, heading: open.heading, ...(this.apart && { apart: true }) });
      this.apart = false;
    }
  }

  private endCell(): void {
    const texts = this.cells.pop() ?? [];
    const table = this.tables.at(-1);
    if (!table) return;
    const { column, merged } = table;
    let text = texts.filter(Boolean).join('\n');
    if (merged === 'goes on') text = (this.repeats ? table.above.get(column) : undefined) ?? '';
    if (merged === null) table.above.delete(column);
    else table.above.set(column, text);
    table.builder.cell(text, table.span);
    table.column += table.span;
  }
}
