/** The guide as it ships, in passages that can be found. */
import MarkdownIt from 'markdown-it';

export interface Passage {
  /** Of the part in which it stands. */
  readonly part: string;
  readonly html: string;
  /** In lower case, without marks of Markdown. */
  readonly text: string;
}

/** @param markdown with parts under headings of the second level */
export function passagesOf(markdown: string): readonly Passage[] {
  const render = new MarkdownIt({ html: false, typographer: true });
  const passages: Passage[] = [];
  let part = '';
  for (const block of markdown.split(/\n{2,}/)) {
    const heading = /^(#+)\s+(.*)$/.exec(block.trim());
    if (heading) {
      if (heading[1] === '##') part = heading[2]!;
      continue;
    }
    if (block.trim() === '' || part === '') continue;
    passages.push({ part, html: render.render(block), text: block.replace(/[*`_]/g, '').toLowerCase() });
  }
  return passages;
}

/** The passages that have all the words, in any order; all of them where none is given. */
export function found(passages: readonly Passage[], words: string): readonly Passage[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  return passages.filter(({ text, part }) =>
    wanted.every((word) => text.includes(word) || part.toLowerCase().includes(word)),
  );
}
