/**
 * All words of a language of a memory as one text, so that those that hold some letters are found by one search in it:
 * a million words take a few milliseconds.
 */
export class WordSearch {
  private readonly text: string;
  /** Where each word begins in the text. */
  private readonly starts: Uint32Array;
  private readonly ids: Uint32Array;

  constructor(words: Iterable<{ readonly id: number; readonly text: string }>) {
    const texts: string[] = [];
    const ids: number[] = [];
    const starts: number[] = [];
    let at = 1;
    for (const { id, text } of words) {
      texts.push(text);
      ids.push(id);
      starts.push(at);
      at += text.length + 1;
    }
    this.text = `\n${texts.join('\n')}\n`;
    this.ids = Uint32Array.from(ids);
    this.starts = Uint32Array.from(starts);
  }

  /** Ids of the words that hold the letters; `where` narrows it to their beginning or end. */
  *holding(letters: string, where: 'anywhere' | 'end' = 'anywhere'): Generator<number> {
    const wanted = where === 'end' ? `${letters}\n` : letters;
    if (letters === '' || letters.includes('\n')) return;
    for (let at = this.text.indexOf(wanted); at >= 0;) {
      const word = this.wordAt(at);
      yield this.ids[word]!;
      // Each word once: on with the next one.
      const next = this.starts[word + 1];
      if (next === undefined) return;
      at = this.text.indexOf(wanted, next);
    }
  }

  /** The word in which a place lies, by halving. */
  private wordAt(place: number): number {
    let low = 0;
    let high = this.starts.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (this.starts[middle]! <= place) low = middle;
      else high = middle - 1;
    }
    return low;
  }
}
