/** A text with inline codes as nodes of a field that a person types in, and back. */
import { CODE } from '@fair-copy/core/text/inline-codes.js';
import type { UnitBody } from '../api/types.js';
import { codeLabel } from '../ui/CodedText.js';

export type Codes = UnitBody['variants'][number]['codes'];

/** @param numbers which of the unit's codes these are; left out: the first, the second … */
export function nodesOf(text: string, codes: Codes, numbers: readonly number[] = codes.map((_, i) => i)): Node[] {
  const nodes: Node[] = [];
  text.split(CODE).forEach((piece, i) => {
    const code = codes[i - 1];
    if (i > 0 && code) {
      const capsule = document.createElement('span');
      capsule.contentEditable = 'false';
      capsule.draggable = true;
      capsule.dataset.code = String(numbers[i - 1]);
      capsule.textContent = code.shown;
      capsule.setAttribute('aria-label', codeLabel(code));
      capsule.setAttribute('role', 'img');
      nodes.push(capsule);
    }
    if (piece) nodes.push(document.createTextNode(piece));
  });
  return nodes;
}

/** A text with a sign for each code, and which of the old codes these are. */
export interface Typed {
  readonly text: string;
  readonly codes: readonly number[];
}

/** As it stands in the field. */
export function typed(element: HTMLElement): Typed {
  let text = '';
  const codes: number[] = [];
  const visit = (node: Node): void => {
    if (node instanceof HTMLElement && node.dataset.code !== undefined) {
      codes.push(Number(node.dataset.code));
      text += CODE;
    } else if (node instanceof Text) text += node.data.replaceAll(CODE, '');
    else if (node instanceof HTMLBRElement) text += '\n';
    else {
      if (node !== element && node instanceof HTMLDivElement && text !== '' && !text.endsWith('\n')) text += '\n';
      node.childNodes.forEach(visit);
    }
  };
  visit(element);
  return { text: text.replace(/\u00A0/g, (space) => space).replace(/\n$/, ''), codes };
}

/** The old codes that no longer stand in what was typed. */
export function missingCodes(codes: Codes, now: Typed): readonly number[] {
  return codes.map((_, i) => i).filter((i) => !now.codes.includes(i));
}

/**
 * Puts codes back that are missing: each behind the same text as before where that is still there, before the same text
 * where that is, otherwise as near as the words allow.
 */
export function withCodesBack(before: string, now: Typed): Typed {
  const old = unfolded(before);
  const pieces = unfolded(now.text);
  const [from, to] = [common(old.text, pieces.text), common(reversed(old.text), reversed(pieces.text))];
  const placed = pieces.places.map((at, i) => ({ at, code: now.codes[i]! }));
  old.places.forEach((at, code) => {
    if (now.codes.includes(code)) return;
    const place =
      at <= from
        ? at
        : at >= old.text.length - to
          ? pieces.text.length - (old.text.length - at)
          : Math.max(from, Math.min(at, pieces.text.length - to));
    placed.push({ at: place, code });
  });
  // Several at one place stand in the order that they had.
  placed.sort((a, b) => a.at - b.at || a.code - b.code);
  let text = '';
  let at = 0;
  for (const one of placed) {
    text += pieces.text.slice(at, one.at) + CODE;
    at = one.at;
  }
  return { text: text + pieces.text.slice(at), codes: placed.map(({ code }) => code) };
}

/** The text without its codes, and where they stood in it. */
function unfolded(text: string): { readonly text: string; readonly places: readonly number[] } {
  const parts = text.split(CODE);
  const places: number[] = [];
  let at = 0;
  for (const part of parts.slice(0, -1)) places.push((at += part.length));
  return { text: parts.join(''), places };
}

function common(a: string, b: string): number {
  let length = 0;
  while (length < a.length && length < b.length && a[length] === b[length]) length++;
  return length;
}

const reversed = (text: string): string =>
  [...Array(text.length).keys()].map((i) => text[text.length - 1 - i]).join('');
