/** Units as TMX 1.4b level 2 (LISA OSCAR, 2005), with everything that was said about them. */
import type { LanguageTag } from '../../language/tags.js';
import type { Note, Prop, Said, Unit, Variant } from '../../memory/unit.js';
import { piecesOf, type InlineCode, type Segment } from '../../text/inline-codes.js';
import { xmlAttribute, xmlText } from '../../xml/writer.js';
import { attributeText } from './elements.js';
import type { TmxHeader } from './header.js';

export interface UnitWriting {
  /** Only these languages, in this order; null: all. */
  readonly languages: readonly LanguageTag[] | null;
  /** "*all*" where every language can be the source. */
  readonly sourceLanguage: string;
  readonly version: string;
  /** When it is written, in UTC: "20261123T140500Z". */
  readonly date: string;
  readonly header?: TmxHeader;
}

/** Attributes of the header that this writer states itself. */
const OWN = new Set(['creationtool', 'creationtoolversion', 'srclang']);

/** The document in pieces. Units with fewer than two of the chosen languages are counted in `left`. */
export async function* tmxOfUnits(
  units: Iterable<Unit> | AsyncIterable<Unit>,
  options: UnitWriting,
  left: { count: number } = { count: 0 },
): AsyncGenerator<string> {
  yield tmxHead(options);
  let piece = '';
  for await (const unit of units) {
    const text = unitText(unit, options.languages);
    if (text === '') left.count++;
    piece += text;
    if (piece.length > 1 << 16) {
      yield piece;
      piece = '';
    }
  }
  yield piece + TMX_END;
}

/** What follows the last unit. */
export const TMX_END = '</body>\n</tmx>\n';

/** Everything before the first unit. */
export function tmxHead({ header, sourceLanguage, version, date }: UnitWriting): string {
  const before = Object.fromEntries(Object.entries(header?.attributes ?? {}).filter(([name]) => !OWN.has(name)));
  const attributes = {
    creationtool: 'Fair Copy',
    creationtoolversion: version,
    segtype: 'sentence',
    'o-tmf': 'Fair Copy',
    adminlang: 'en',
    datatype: 'unknown',
    ...before,
    srclang: sourceLanguage,
    // The file that the units came with says when it was made, and in which encoding; this one is a change of it.
    ...(before.creationdate ? { changedate: date } : { creationdate: date }),
  };
  const inner = saidText(header ?? {}) + (header?.other ?? '');
  return `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE tmx SYSTEM "tmx14.dtd">
<tmx version="1.4">
<header${attributeText(attributes)}>${inner}</header>
<body>
`;
}

/** One unit, or nothing where fewer than two of the chosen languages are in it. */
export function unitText(unit: Unit, languages: readonly LanguageTag[] | null): string {
  let { variants } = unit;
  if (languages) {
    variants = languages.flatMap((language) => variants.filter((variant) => variant.language === language));
    if (new Set(variants.map((v) => v.language)).size < Math.min(2, languages.length)) return '';
  }
  let text = `<tu${attributeText(unit.attributes ?? {})}>${saidText(unit)}`;
  for (const variant of variants) text += variantText(variant);
  return `${text}</tu>\n`;
}

function variantText(variant: Variant): string {
  const { language, attributes } = variant;
  return `<tuv xml:lang="${xmlAttribute(language)}"${attributes ? attributeText(attributes) : ''}>${saidText(variant)}<seg>${tmxSegment(variant)}</seg></tuv>`;
}

function saidText({ notes, props }: Said): string {
  let text = '';
  for (const note of notes ?? []) text += `<note${more(note)}>${xmlText(note.text)}</note>`;
  for (const prop of props ?? [])
    text += `<prop type="${xmlAttribute(prop.type)}"${more(prop)}>${xmlText(prop.text)}</prop>`;
  return text;
}

function more({ attributes }: Note | Prop): string {
  return attributes ? attributeText(attributes) : '';
}

/** The content of `seg`. Codes of other standards become codes of TMX that hold their original form. */
export function tmxSegment(segment: Segment): string {
  if (segment.codes.length === 0) return xmlText(segment.text);
  const numbers = new Map<string, number>();
  const taken = new Set(
    segment.codes.flatMap(({ format, attributes }) => (format === 'tmx' && attributes.i ? [Number(attributes.i)] : [])),
  );
  const number = (pair: string): number => {
    let found = numbers.get(pair);
    if (found === undefined) {
      for (found = 1; taken.has(found); found++);
      taken.add(found);
      numbers.set(pair, found);
    }
    return found;
  };
  let text = '';
  for (const piece of piecesOf(segment)) text += typeof piece === 'string' ? xmlText(piece) : codeText(piece, number);
  return text;
}

function codeText(code: InlineCode, number: (pair: string) => number): string {
  const { kind, name, attributes, inner, pair, shown } = code;
  if (code.format === 'text') return xmlText(name);
  if (code.format === 'tmx') {
    if (name === 'bpt' || name === 'ept' || name === 'it' || name === 'ph' || name === 'ut')
      return `<${name}${attributeText(attributes)}${inner ? `>${inner}</${name}>` : '/>'}`;
    return kind === 'open' ? `<hi${attributeText(attributes)}>` : '</hi>';
  }
  const type = kind === 'close' ? '' : ` type="${xmlAttribute(shown)}"`;
  const markup = xmlText(originalForm(code));
  if (kind === 'alone') return `<ph${/^\d+$/.test(pair) ? ` x="${pair}"` : ''}${type}>${markup}</ph>`;
  const i = ` i="${number(pair)}"`;
  return kind === 'open' ? `<bpt${i}${type}>${markup}</bpt>` : `<ept${i}>${markup}</ept>`;
}

/** The code as it stood in its file. */
export function originalForm({ kind, name, attributes, inner }: InlineCode): string {
  if (kind === 'alone')
    return inner ? `<${name}${attributeText(attributes)}>${inner}</${name}>` : `<${name}${attributeText(attributes)}/>`;
  if (name === 'g' || name === 'pc' || name === 'mrk' || name === 'hi')
    return kind === 'open' ? `<${name}${attributeText(attributes)}>` : `</${name}>`;
  return inner ? `<${name}${attributeText(attributes)}>${inner}</${name}>` : `<${name}${attributeText(attributes)}/>`;
}
