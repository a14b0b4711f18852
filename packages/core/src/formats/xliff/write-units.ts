/** Units as XLIFF 2.1 (OASIS): one language pair, one unit for each pair of variants, inline codes with their original form. */
import type { LanguageTag } from '../../language/tags.js';
import type { Unit, Variant } from '../../memory/unit.js';
import { piecesOf, type InlineCode } from '../../text/inline-codes.js';
import { xmlAttribute, xmlText } from '../../xml/writer.js';
import { originalForm } from '../tmx/write-units.js';

export interface XliffWriting {
  readonly source: LanguageTag;
  readonly target: LanguageTag;
  /** The name of what is written, for `file/@original`. */
  readonly name: string;
}

/** The document in pieces. Units without text in one of the two languages are counted in `left`. */
export async function* xliffOfUnits(
  units: Iterable<Unit> | AsyncIterable<Unit>,
  { source, target, name }: XliffWriting,
  left: { count: number } = { count: 0 },
): AsyncGenerator<string> {
  yield `<?xml version="1.0" encoding="UTF-8"?>
<xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="2.1" srcLang="${xmlAttribute(source)}" trgLang="${xmlAttribute(target)}">
<file id="f1" original="${xmlAttribute(name)}">
`;
  let id = 0;
  let piece = '';
  for await (const unit of units) {
    const from = unit.variants.find((variant) => variant.language === source);
    const to = unit.variants.filter((variant) => variant.language === target);
    if (!from || to.length === 0) {
      left.count++;
      continue;
    }
    for (const variant of to) piece += unitText(`u${++id}`, unit, from, variant);
    if (piece.length > 1 << 16) {
      yield piece;
      piece = '';
    }
  }
  // The standard wants at least one unit in a file.
  if (id === 0) piece += '<unit id="u1"><segment><source/></segment></unit>\n';
  yield `${piece}</file>\n</xliff>\n`;
}

function unitText(id: string, unit: Unit, source: Variant, target: Variant): string {
  const data = new Map<string, string>();
  const from = content(source, data);
  const to = content(target, data);
  const original = unit.attributes?.tuid;
  const notes = [
    ...(unit.notes ?? []).map(({ text }) => `<note>${xmlText(text)}</note>`),
    ...(unit.props ?? []).map(({ type, text }) => `<note category="${xmlAttribute(type)}">${xmlText(text)}</note>`),
  ];
  const stored = [...data].map(([text, key]) => `<data id="${key}">${xmlText(text)}</data>`);
  return `<unit id="${id}"${original ? ` name="${xmlAttribute(original)}"` : ''}>${notes.length ? `<notes>${notes.join('')}</notes>` : ''}${
    stored.length ? `<originalData>${stored.join('')}</originalData>` : ''
  }<segment state="translated"><source xml:space="preserve">${from}</source><target xml:space="preserve">${to}</target></segment></unit>\n`;
}

/** Pairs that lie well inside each other become `pc`, others `sc` and `ec`. */
function content(variant: Variant, data: Map<string, string>): string {
  const pieces = [...piecesOf(variant)];
  const ends = nested(pieces);
  const ids = new Map<number, string>();
  const open = new Map<string, string[]>();
  let next = 0;
  let text = '';
  const ref = (code: InlineCode): string => {
    const form =
      code.format === 'tmx' && code.name !== 'hi'
        ? code.inner
            .replace(/<[^>]*>/g, '')
            .replace(/&lt;/g, '<')
            .replace(/&gt;/g, '>')
            .replace(/&quot;/g, '"')
            .replace(/&amp;/g, '&')
        : originalForm(code);
    if (!form) return '';
    let key = data.get(form);
    if (!key) data.set(form, (key = `d${data.size + 1}`));
    return key;
  };
  pieces.forEach((piece, i) => {
    if (typeof piece === 'string') {
      text += xmlText(piece);
      return;
    }
    if (piece.format === 'text') text += xmlText(piece.name);
    else if (piece.kind === 'alone')
      text += `<ph id="${++next}"${attribute('dataRef', ref(piece))} disp="${xmlAttribute(piece.shown)}"/>`;
    else if (piece.kind === 'open') {
      const id = String(++next);
      const end = ends.get(i);
      if (end !== undefined) {
        ids.set(end, id);
        const closing = pieces[end] as InlineCode;
        text += `<pc id="${id}"${attribute('dataRefStart', ref(piece))}${attribute('dataRefEnd', ref(closing))} dispStart="${xmlAttribute(piece.shown)}">`;
      } else {
        open.set(piece.pair, [...(open.get(piece.pair) ?? []), id]);
        text += `<sc id="${id}"${attribute('dataRef', ref(piece))} disp="${xmlAttribute(piece.shown)}"${later(pieces, i, piece) ? '' : ' isolated="yes"'}/>`;
      }
    } else if (ids.has(i)) text += '</pc>';
    else {
      const start = open.get(piece.pair)?.pop();
      text += start
        ? `<ec startRef="${start}"${attribute('dataRef', ref(piece))} disp="${xmlAttribute(piece.shown)}"/>`
        : `<ec id="${++next}" isolated="yes"${attribute('dataRef', ref(piece))} disp="${xmlAttribute(piece.shown)}"/>`;
    }
  });
  return text;
}

function attribute(name: string, value: string): string {
  return value ? ` ${name}="${value}"` : '';
}

function later(pieces: readonly (string | InlineCode)[], from: number, opened: InlineCode): boolean {
  return pieces
    .slice(from + 1)
    .some((piece) => typeof piece !== 'string' && piece.kind === 'close' && piece.pair === opened.pair);
}

/** Where each opening code closes, for pairs that do not overlap. */
function nested(pieces: readonly (string | InlineCode)[]): Map<number, number> {
  const ends = new Map<number, number>();
  const stack: { at: number; pair: string }[] = [];
  pieces.forEach((piece, i) => {
    if (typeof piece === 'string') return;
    if (piece.kind === 'open') stack.push({ at: i, pair: piece.pair });
    if (piece.kind !== 'close') return;
    const at = stack.findLastIndex((opened) => opened.pair === piece.pair);
    if (at < 0) return;
    // Whatever was opened inside and not closed would overlap.
    if (at === stack.length - 1) ends.set(stack[at]!.at, i);
    stack.splice(at, 1);
  });
  // An overlapping pair must not stand inside a `pc`, nor the other way round.
  for (const [start, end] of ends)
    for (const [other, otherEnd] of ends) if (other > start && other < end && otherEnd > end) ends.delete(other);
  return ends;
}
