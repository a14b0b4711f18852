/** What the elements of TMX mean, whichever way they were read. */
import { xmlAttribute } from '../../xml/writer.js';
import { shownCode, type InlineCode } from '../../text/inline-codes.js';

const CODE_ELEMENTS = new Set(['bpt', 'ept', 'it', 'ph', 'ut']);

/** Whether an element holds a code of the document; the content of others in a segment is text. */
export function isCodeElement(name: string): boolean {
  return CODE_ELEMENTS.has(name);
}

/** Attributes that say the language of a variant, in the spellings of all versions. */
const LANGUAGE = ['xml:lang', 'lang', 'XML:LANG', 'LANG'] as const;

export function languageIn(attributes: Readonly<Record<string, string>>): string {
  for (const name of LANGUAGE) if (attributes[name] !== undefined) return attributes[name];
  return '';
}

export function withoutLanguage(attributes: Readonly<Record<string, string>>): Record<string, string> {
  const rest: Record<string, string> = {};
  for (const name in attributes) if (!(LANGUAGE as readonly string[]).includes(name)) rest[name] = attributes[name]!;
  return rest;
}

/** @param code its content as XML in `inner` */
export function finishedCode({
  name,
  attributes,
  inner,
}: {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly inner: string;
}): InlineCode {
  const markup = inner
    .replace(/<[^>]*>/g, '')
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/&amp;/g, '&');
  const kind = name === 'bpt' ? 'open' : name === 'ept' ? 'close' : 'alone';
  // "1" of `i`; a begin and an end that have the same belong together.
  const pair = kind === 'alone' ? (attributes.x ?? '') : (attributes.i ?? '');
  return { kind, pair, shown: shownCode(attributes.type, markup, name), format: 'tmx', name, attributes, inner };
}

export function attributeText(attributes: Readonly<Record<string, string>>): string {
  let text = '';
  for (const name in attributes) text += ` ${name}="${xmlAttribute(attributes[name]!)}"`;
  return text;
}

export function local(name: string): string {
  const at = name.indexOf(':');
  return at < 0 ? name : name.slice(at + 1);
}
