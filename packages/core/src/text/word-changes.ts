/** What changed from one text to another, word by word: for showing with proof marks. */

export interface Piece {
  readonly text: string;
  readonly kind: 'same' | 'gone' | 'new';
}

const WORDS = /[\p{L}\p{M}\p{N}]+|\s+|[^\p{L}\p{M}\p{N}\s]/gu;
/** Beyond so many words on a side, what differs in the middle is shown as one change. */
const LONGEST = 400;

/** Pieces that give the first text without the new ones, and the second without those that are gone (longest common subsequence). */
export function wordChanges(before: string, after: string): Piece[] {
  const a = before.match(WORDS) ?? [];
  const b = after.match(WORDS) ?? [];
  let start = 0;
  while (start < a.length && start < b.length && a[start] === b[start]) start++;
  let end = 0;
  while (end < a.length - start && end < b.length - start && a.at(-1 - end) === b.at(-1 - end)) end++;
  const [x, y] = [a.slice(start, a.length - end), b.slice(start, b.length - end)];
  const pieces = new Pieces();
  pieces.add('same', a.slice(0, start).join(''));
  if (x.length > LONGEST || y.length > LONGEST) {
    pieces.add('gone', x.join(''));
    pieces.add('new', y.join(''));
  } else middle(x, y, pieces);
  pieces.add('same', a.slice(a.length - end).join(''));
  return pieces.all;
}

class Pieces {
  readonly all: Piece[] = [];

  add(kind: Piece['kind'], text: string): void {
    if (text === '') return;
    const last = this.all.at(-1);
    if (last?.kind === kind) this.all[this.all.length - 1] = { kind, text: last.text + text };
    else this.all.push({ kind, text });
  }
}

function middle(x: readonly string[], y: readonly string[], pieces: Pieces): void {
  const width = y.length + 1;
  const longest = new Uint16Array((x.length + 1) * width);
  for (let i = x.length - 1; i >= 0; i--)
    for (let j = y.length - 1; j >= 0; j--)
      longest[i * width + j] =
        x[i] === y[j]
          ? longest[(i + 1) * width + j + 1]! + 1
          : Math.max(longest[(i + 1) * width + j]!, longest[i * width + j + 1]!);
  let [i, j] = [0, 0];
  while (i < x.length || j < y.length) {
    if (i < x.length && j < y.length && x[i] === y[j]) {
      pieces.add('same', x[i++]!);
      j++;
    } else if (i < x.length && (j >= y.length || longest[(i + 1) * width + j]! >= longest[i * width + j + 1]!))
      pieces.add('gone', x[i++]!);
    else pieces.add('new', y[j++]!);
  }
}
