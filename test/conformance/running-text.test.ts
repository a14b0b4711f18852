/**
 * Nothing of a document is lost on its way to alignment: web pages against parse5 (the parser of the HTML Standard),
 * Markdown against markdown-it (CommonMark with tables), on the pages of the Debian Reference (package debian-reference-*)
 * and on the READMEs of the packages that this project uses.
 */
import { describe, expect, test } from '@jest/globals';
import { existsSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import MarkdownIt from 'markdown-it';
import { parse, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { runningText } from '@fair-copy/files/running-text.js';

/** What is not read: no text of the page, or text that is shown elsewhere. */
const NOT_READ = new Set('script style title template noscript head svg select textarea iframe'.split(' '));
const INLINE = new Set(
  'a abbr acronym b bdi bdo big cite code em font i ins kbd mark q s samp small span strong sub sup tt u var'.split(
    ' ',
  ),
);

/** The text of a page as the standard's parser has it; elements that are no part of a line part words. */
function textOf(node: Tree.Node): string {
  if (node.nodeName === '#text') return (node as Tree.TextNode).value;
  if (NOT_READ.has(node.nodeName) || !('childNodes' in node)) return '';
  const inner = node.childNodes.map(textOf).join('');
  return INLINE.has(node.nodeName) ? inner : ` ${inner} `;
}

/** How often each word stands there, minus how often it was read. */
async function difference(page: string, path: string, name: string): Promise<string[]> {
  const words = (text: string): string[] => text.match(/[\p{L}\p{N}]+/gu) ?? [];
  const counts = new Map<string, number>();
  for (const word of words(textOf(parse(page)))) counts.set(word, (counts.get(word) ?? 0) + 1);
  for (const { text } of await runningText(path, name))
    for (const word of words(text)) counts.set(word, (counts.get(word) ?? 0) - 1);
  return [...counts].filter(([, count]) => count !== 0).map(([word, count]) => `${word} ${count}`);
}

const folder = mkdtempSync(join(tmpdir(), 'fair-copy-running-text-'));
const written = (name: string, content: string | Uint8Array): string => {
  const path = join(folder, name);
  writeFileSync(path, content);
  return path;
};

describe('web pages', () => {
  const PAGES = '/usr/share/debian-reference';
  const pages = readdirSync(PAGES).filter((name) => /\.(en|de|ja)\.html$/.test(name));

  test('of the Debian Reference', async () => {
    expect(pages.length).toBeGreaterThan(30);
    for (const name of pages) {
      const path = join(PAGES, name);
      expect([name, await difference(readFileSync(path, 'utf8'), path, name)]).toEqual([name, []]);
    }
  });

  test.each([
    [
      'a page laid out by tables',
      '<table><tr><td>Menu<table><tr><td>Home</td></tr></table>below</td><td>Text <p>more</p></td></tr></table>',
    ],
    ['a caption', '<table><caption>Levels of the gauge</caption><tr><th>Day</th></tr><tr><td>1</td></tr></table>'],
    ['text of a table outside its cells', '<table>astray<tr><td>1</td></tr></table>'],
    ['terms without definitions', '<dl><dt>lock<dt>weir<dd>holds back<dt>quay</dl>after'],
    ['definitions of several paragraphs', '<dl><dt>lock</dt><dd><p>A chamber.</p><p>With gates.</p></dd></dl>'],
    ['a definition list in a cell', '<table><tr><td>first<dl><dt>lock<dd>chamber</dl>last</td></tr></table>'],
    ['cells that reach over rows', '<table><tr><td rowspan=2>both</td><td>1</td></tr><tr><td>2</td></tr></table>'],
    ['paragraphs, items and cells that are not closed', '<p>one<p>two<ul><li>a<li>b</ul><table><tr><td>c<td>d</table>'],
    ['a list in a paragraph, a heading in a cell', '<p>one<ul><li>a</ul>two<table><tr><td><h2>h</h2>t</table>'],
    ['a drawing that closes itself', '<p>before<svg/>after</p>'],
    ['a frame, a script, a comment', '<p>a<iframe>x</iframe><script>if (1 < 2) "</p>"</script><!-- b --> c</p>'],
  ])('%s', async (_, body) => {
    const page = `<!doctype html><html><head><title>t</title></head><body>${body}</body></html>`;
    expect(await difference(page, written('page.html', page), 'page.html')).toEqual([]);
  });

  test('a term goes with its definition, a caption before its table, lines of a cell are paragraphs', async () => {
    const page =
      '<body><dl><dt>lock</dt><dd>chamber</dd><dt>gauge</dt><dd><table><tr><td>120</td></tr></table></dd></dl><table><tr><td>a<br>b</td></tr><caption>c</caption></table>';
    expect((await runningText(written('order.html', page), 'order.html')).map(({ text }) => text)).toEqual([
      'lock',
      'chamber',
      'gauge',
      '120',
      'c',
      'a',
      'b',
    ]);
  });

  test.each([
    ['<meta charset="windows-1250">', 'Příliš', [0x50, 0xf8, 0xed, 0x6c, 0x69, 0x9a]],
    [
      '<meta http-equiv="Content-Type" content="text/html; charset=ISO-8859-1">',
      'don’t',
      [0x64, 0x6f, 0x6e, 0x92, 0x74],
    ],
    ['<meta charset=koi8-r>', 'Мост', [0xed, 0xcf, 0xd3, 0xd4]],
  ])('in the encoding that they declare: %s', async (meta, text, bytes) => {
    const path = written(
      'declared.html',
      Buffer.concat([
        Buffer.from(`<html><head>${meta}</head><body><p>`),
        Buffer.from(bytes),
        Buffer.from('</p></body></html>'),
      ]),
    );
    expect((await runningText(path, 'declared.html')).map((paragraph) => paragraph.text)).toEqual([text]);
  });
});

describe('Markdown', () => {
  const modules = fileURLToPath(new URL('../../node_modules/', import.meta.url));
  const readmes = readdirSync(modules)
    .map((name) => join(modules, name, 'README.md'))
    .filter(existsSync)
    .slice(0, 160);
  const markdown = new MarkdownIt({ html: true });

  test('of many packages', async () => {
    expect(readmes.length).toBeGreaterThan(100);
    const wrong: string[] = [];
    for (const path of readmes) {
      const lost = await difference(markdown.render(readFileSync(path, 'utf8')), path, 'README.md');
      if (lost.length > 0) wrong.push(`${path.slice(modules.length)}: ${lost.join(', ')}`);
    }
    expect(wrong).toEqual([]);
  });

  test('tags in it are read as tags, also at its beginning', async () => {
    const path = written(
      'tags.md',
      '<p align="center">Fair <b>copy</b></p>\n\n# Lock\n\nText with <kbd>Ctrl</kbd> and `<code>`.\n',
    );
    expect((await runningText(path, 'tags.md')).map(({ kind, text }) => [kind, text])).toEqual([
      ['paragraph', 'Fair copy'],
      ['heading', 'Lock'],
      ['paragraph', 'Text with Ctrl and <code>.'],
    ]);
  });
});
