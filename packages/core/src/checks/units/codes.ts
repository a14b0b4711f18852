/** Inline codes, and tags that stand in the text itself: each of the source is in the target, none more, well nested. */
import { CODE, isBalanced, type InlineCode } from '../../text/inline-codes.js';
import type { Finding, Mark } from '../check.js';
import { marksOfTexts, missingIn, onTarget, perPair, type Pair, type Side } from './pair.js';

const missing = { id: 'code-missing', severity: 'error' } as const;
const added = { id: 'code-added', severity: 'error' } as const;
const order = { id: 'code-order', severity: 'warning' } as const;

/** A tag of HTML or XML as text: name, no space before it, no comparison ("a < b"). */
const TAG = /<\/?[A-Za-z][\w:.-]*(?:\s+[\w:.-]+(?:\s*=\s*(?:"[^"<>]*"|'[^'<>]*'|[^\s"'<>]+))?)*\s*\/?>/g;

/** "b" opens, "/b" closes, "{0}" stands alone; by what is alike in both languages. */
function keyOf({ kind, shown, pair, name }: InlineCode): string {
  const said = shown || name;
  return kind === 'close'
    ? `/${said}`
    : kind === 'open'
      ? said
      : `${said}${said === 'ph' || said === 'it' ? pair : ''}`;
}

interface Found {
  readonly keys: readonly string[];
  readonly tags: readonly string[];
}

/** Elements of HTML and of Pango's and Qt's markup that stand in texts. */
const ELEMENTS = new Set(
  'a abbr b bdi bdo big br button cite code dd del dfn div dl dt em font h1 h2 h3 h4 h5 h6 hr i img ins kbd li mark nobr ol p pre q s samp small span strike strong sub sup table tbody td th tr tt u ul var wbr x g ph'.split(
    ' ',
  ),
);

/** "<file>" in "usage: open <file>" is a word that is translated; a tag is known, closes, or has attributes. */
function tagsIn(text: string): string[] {
  if (!text.includes('<')) return [];
  const all: readonly string[] = text.match(TAG) ?? [];
  return all.filter((tag) => {
    const name = /^<\/?([\w:.-]+)/.exec(tag)![1]!;
    return (
      ELEMENTS.has(name.toLowerCase()) ||
      tag.startsWith('</') ||
      tag.endsWith('/>') ||
      tag.includes('=') ||
      all.includes(`</${name}>`)
    );
  });
}

function codesOf({ text, codes }: Side): Found {
  const tags = tagsIn(text);
  return { keys: [...codes.map(keyOf), ...tags.map(tagKey)], tags };
}

/** The name with its slash: attributes may be translated ("title", "alt"). */
function tagKey(tag: string): string {
  const [, close = '', name = ''] = /^<(\/?)([\w:.-]+)/.exec(tag)!;
  return `<${close}${name.toLowerCase()}${/^(?:br|hr|img|p|li)$/i.test(name) ? '' : tag.endsWith('/>') ? '/' : ''}>`;
}

/** Where in a text the codes or tags with these keys stand, the last of several. */
function marksOfKeys(side: Side, wanted: readonly string[]): Mark[] {
  const left = [...wanted];
  const marks: Mark[] = [];
  let at = side.text.length;
  for (let i = side.codes.length - 1; i >= 0; i--) {
    at = side.text.lastIndexOf(CODE, at - 1);
    const index = left.indexOf(keyOf(side.codes[i]!));
    if (at < 0 || index < 0) continue;
    left.splice(index, 1);
    marks.push({ place: side.place, from: at, to: at + 1 });
  }
  const tags = tagsIn(side.text).filter((tag) => left.includes(tagKey(tag)));
  return [...marks.reverse(), ...marksOfTexts(side, tags)];
}

const comparison = (pair: Pair): { readonly source: Found; readonly target: Found } | null => {
  const { source, target } = pair;
  if (
    source.codes.length === 0 &&
    target.codes.length === 0 &&
    !source.text.includes('<') &&
    !target.text.includes('<')
  )
    return null;
  return { source: codesOf(source), target: codesOf(target) };
};

/** Codes that one side has more of than the other, marked where they stand. */
const moreCodesCheck = (described: typeof missing | typeof added, side: 'source' | 'target') =>
  perPair(described, function* (pair) {
    const both = comparison(pair);
    const other = side === 'source' ? 'target' : 'source';
    const codes = both ? missingIn(both[side].keys, both[other].keys) : [];
    if (codes.length === 0) return;
    const code = side === 'source' ? 'codes-missing' : 'codes-added';
    yield onTarget(described, pair, { code, values: { codes } }, { marks: marksOfKeys(pair[side], codes) });
  });

export const codeMissingCheck = moreCodesCheck(missing, 'source');
export const codeAddedCheck = moreCodesCheck(added, 'target');

/** Other orders are right where the words stand otherwise; what closes before it opens, or crosses, never is. */
export const codeOrderCheck = perPair(order, function* (pair): Generator<Finding> {
  const both = comparison(pair);
  if (!both) return;
  const { source, target } = pair;
  if (
    missingIn(both.source.keys, both.target.keys).length > 0 ||
    missingIn(both.target.keys, both.source.keys).length > 0
  )
    return;
  const crossed =
    (isBalanced(source) && !isBalanced(target)) ||
    (nests(source.codes) && !nests(target.codes)) ||
    (tagsNest(both.source.tags) && !tagsNest(both.target.tags));
  if (!crossed) return;
  const marks = [...marksOfKeys(target, target.codes.map(keyOf)), ...marksOfTexts(target, both.target.tags)];
  yield onTarget(order, pair, { code: 'codes-crossed', values: {} }, { marks });
});

/** Whether pairs lie in each other or apart. */
function nests(codes: readonly InlineCode[]): boolean {
  const open: string[] = [];
  for (const { kind, pair } of codes) {
    if (kind === 'open') open.push(pair);
    if (kind === 'close' && open.pop() !== pair) return false;
  }
  return true;
}

/** Elements of HTML that have no end. */
const EMPTY = /^<(?:br|hr|img|input|meta|link|p|li|wbr)\b/i;

function tagsNest(tags: readonly string[]): boolean {
  const open: string[] = [];
  for (const tag of tags) {
    if (tag.endsWith('/>') || EMPTY.test(tag)) continue;
    const name = /^<\/?([\w:.-]+)/.exec(tag)![1]!.toLowerCase();
    if (!tag.startsWith('</')) open.push(name);
    else if (/^(?:p|li)$/.test(name)) continue;
    else if (open.pop() !== name) return false;
  }
  return true;
}
