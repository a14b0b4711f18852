/**
 * What manuals have in glossaries of their own, looked for in their text: Debian's git-doc, apache2-doc, postgresql-doc-15,
 * python3.11-doc and gimp-help-en; those that are installed. Copies of the glossary within a manual are left out. Of the glossary's terms of several words those that occur three times at least are looked for among as many first
 * candidates as the glossary has terms, and among five times as many.
 */
import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { Harvest } from '../packages/core/dist/harvest/harvest.js';
import { STEMMERS } from '../packages/core/dist/termbase/recognition/stemmers.js';
import { note } from './table.mjs';

/** A manual's texts without its glossary, and what the glossary defines. */
const READ = `
import glob, json, re, sys
from lxml import html
folder, page = sys.argv[1:]
utf8 = html.HTMLParser(encoding='utf-8')
clean = lambda e: re.sub(r'\\s+', ' ', e.text_content().replace('¶', '')).strip()
texts = []
for path in sorted(glob.glob(folder + '/**/*.html', recursive=True)):
    if 'glossary' in path: continue
    try: root = html.parse(path, utf8).getroot()
    except Exception: continue
    if root is None: continue
    for e in root.xpath('//script|//style|//pre|//head|//div[contains(@class, "navheader") or contains(@class, "navfooter")]'):
        if e.getparent() is not None: e.drop_tree()
    for e in root.xpath('//p|//li|//td|//dt|//h1|//h2|//h3|//h4'):
        if not e.xpath('.//p|.//li'):
            texts += [s for s in re.split(r'(?<=[.!?:]) (?=[A-Z])', clean(e)) if len(s) > 2]
terms = sorted({re.sub(r'\\s*\\([^)]*\\)', '', clean(e)).strip() for e in html.parse(page, utf8).getroot().xpath('//dt')} - {''})
json.dump({'texts': texts, 'terms': terms}, sys.stdout)
`;

/** Where each manual lies, and the page of its glossary. */
const MANUALS = [
  ['git-doc', '/usr/share/doc/git-doc', 'gitglossary.html'],
  ['apache2-doc', '/usr/share/doc/apache2-doc/manual/en', 'glossary.html'],
  ['postgresql-doc-15', '/usr/share/doc/postgresql-doc-15/html', 'glossary.html'],
  ['python3.11-doc', '/usr/share/doc/python3.11/html', 'glossary.html'],
  ['gimp-help-en', '/usr/share/gimp/2.0/help/en', 'glossary.html'],
];

export function harvesting() {
  for (const [name, folder, page] of MANUALS) {
    if (!existsSync(`${folder}/${page}`)) continue;
    const read = execFileSync('/usr/bin/python3', ['-c', READ, folder, `${folder}/${page}`], { maxBuffer: 1 << 28 });
    const { texts, terms } = JSON.parse(read.toString());
    const all = texts.join('\n').toLowerCase();
    const wanted = terms
      .map((term) => term.toLowerCase())
      .filter((term) => /^[^,/]+ [^,/]+$/.test(term) && all.split(term).length > 3);
    const harvest = new Harvest('en');
    const defined = new Set(terms.map((term) => term.toLowerCase()));
    for (const text of texts) if (!defined.has(text.toLowerCase())) harvest.see(text);
    const found = harvest.candidates(5 * terms.length).map(({ text }) => ending(text.toLowerCase()));
    const among = (count) => wanted.filter((term) => found.slice(0, count).includes(ending(term))).length;
    note(
      `harvest: terms of several words of the glossary of ${name} among its first ${terms.length} candidates`,
      `${among(terms.length)} of ${wanted.length} (among five times as many: ${among(5 * terms.length)})`,
    );
  }
}

/** The singular, as near as makes no difference: by the stem of each word. */
const ending = (text) => text.replace(/\p{L}+/gu, (word) => STEMMERS.en.stem(word));
