/**
 * Debian's manual pages (packages manpages, manpages-de, manpages-fr): translations of one source by message catalogues,
 * so that a page has the same blocks in every language.
 */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';

const FOLDER = '/usr/share/man';
/** Requests after which another block begins (groff_man(7)); the text of a heading is a block of its own. */
const BLOCK = /^\.(?:SH|SS|PP|TP|IP|P|LP|nf|fi|RS|RE|br|EX|EE|TQ)\b/;
const FONT = /^\.(?:B|I|BR|RB|IR|RI|BI|IB)\b\s*/;
/** The section that translators add at the end. */
const TRANSLATORS = /^.?(?:ÜBERSETZUNG|TRADUCTION)/;

/** Pairs of blocks of section 7 in English and another language, from the pages whose blocks are as many. */
export function manualPagePairs(language: string): [english: string, other: string][] {
  const pairs: [string, string][] = [];
  for (const page of readdirSync(`${FOLDER}/man7`).sort()) {
    const translated = `${FOLDER}/${language}/man7/${page}`;
    if (!page.endsWith('.7.gz') || !existsSync(translated)) continue;
    const source = blocksOf(`${FOLDER}/man7/${page}`);
    const target = blocksOf(translated);
    const end = target.findIndex((text) => TRANSLATORS.test(text));
    if (end > 0) target.length = end;
    if (source.length !== target.length) continue;
    source.forEach((text, k) => text !== target[k] && pairs.push([text, target[k]!]));
  }
  return pairs;
}

function blocksOf(path: string): string[] {
  const blocks: string[] = [];
  let open = '';
  const flush = (): void => {
    const text = open
      .replaceAll('\\-', '-')
      .replace(/\\f[A-Z]|\\f\(..|\\\(..|\\[&%]/g, '')
      .replace(/\s+/g, ' ')
      .trim();
    if (text) blocks.push(text);
    open = '';
  };
  for (const line of gunzipSync(readFileSync(path)).toString('utf8').split('\n')) {
    if (BLOCK.test(line)) {
      flush();
      if (/^\.S[HS]\s/.test(line)) {
        open = line.slice(4);
        flush();
      }
    } else if (FONT.test(line)) open += ` ${line.replace(FONT, '').replaceAll('"', '')}`;
    else if (!/^[.']/.test(line)) open += ` ${line}`;
  }
  flush();
  return blocks;
}
