/** The header of a TMX file. */
import { SaxesParser } from 'saxes';
import type { Note, Prop, Said } from '../../memory/unit.js';
import { mended } from '../../xml/mended.js';
import { xmlText } from '../../xml/writer.js';
import { attributeText, local } from './elements.js';

/** What the file says about all of its units. */
export interface TmxHeader extends Said {
  /** The header's own inner elements other than notes and properties (`ude`), as XML. */
  readonly other: string;
}

/** What the header says; a damaged one says nothing. */
export function readHeader(head: string): TmxHeader {
  const source = /<(?:[\w.-]+:)?header\b[^>]*\/>|<(?:[\w.-]+:)?header\b[^>]*>[\s\S]*?<\/(?:[\w.-]+:)?header\s*>/.exec(
    head,
  )?.[0];
  if (!source) return { other: '' };
  const header: { attributes: Record<string, string>; props: Prop[]; notes: Note[]; other: string } = {
    attributes: {},
    props: [],
    notes: [],
    other: '',
  };
  const xml = new SaxesParser({ fragment: true, xmlns: false } as const);
  let depth = 0;
  let text = '';
  let own: Record<string, string> = {};
  let other = false;
  xml.on('opentag', (tag) => {
    depth++;
    if (depth === 1) header.attributes = { ...tag.attributes };
    if (depth === 2) {
      text = '';
      own = tag.attributes;
      other = !['note', 'prop'].includes(local(tag.name));
    }
    if (other) header.other += `<${local(tag.name)}${attributeText(tag.attributes)}${tag.isSelfClosing ? '/>' : '>'}`;
  });
  xml.on('text', (piece) => {
    if (other) header.other += xmlText(piece);
    else text += piece;
  });
  xml.on('closetag', (tag) => {
    const name = local(tag.name);
    if (other && !tag.isSelfClosing) header.other += `</${name}>`;
    if (depth-- !== 2) return;
    other = false;
    const { type = 'x-unknown', ...rest } = own;
    if (name === 'note') header.notes.push({ text, ...(Object.keys(own).length && { attributes: own }) });
    if (name === 'prop') header.props.push({ type, text, ...(Object.keys(rest).length && { attributes: rest }) });
  });
  try {
    xml.write(mended(source)).close();
  } catch {
    return { other: '' };
  }
  return header;
}
