/**
 * Makes `packages/files/phrases` anew: short phrases of interfaces in many languages, a text for each language, with a phrase
 * to a line that says the same in all of them (an empty line: there is none). They are taken out of packages whose licences
 * allow it, as these weigh a hundred times as much, and bring their own tools. The licences are put beside them.
 *
 *     node scripts/phrases.mjs
 */
import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const OUT = fileURLToPath(new URL('../packages/files/phrases/', import.meta.url));
/** Longer ones are sentences; UTF-16 code units, in English and in the others. */
const [LONGEST, LONGEST_OF_OTHERS] = [40, 120];
/** Languages with fewer phrases are hardly of use; a phrase that fewer translate is a name. */
const [FEWEST, FEWEST_LANGUAGES] = [400, 10];
/** Names of products, which are nobody's words. */
const NAMES =
  /\b(SAP|Fiori|UI5|Scratch|LEGO|EV3|WeDo|Boost|micro:?bit|Makey|Google|Amazon|Vernier|Go ?Direct|Go Force|GDX|Mindstorms|Excel|Microsoft|ABAP|HANA|Joule|Jam|Giga|Nano|Tera|Picon|Gobo|Abby)\b/iu;
/** What stands for something that is put in, and for a key. */
const PLACEHOLDERS = /\{\w*\}|%\w|\[[A-Z_]+\]|&(?=\p{L})/gu;

const LISTS = [
  { name: '@openui5/sap.m', version: '1.152.0', licence: 'LICENSE.txt', read: fromProperties },
  { name: 'scratch-l10n', version: '3.18.0', licence: 'LICENSE', read: fromJson },
];
/** Names of languages that are others elsewhere, by package; null: as good as another, or in a script of its own. */
const TAGS = {
  '@openui5/sap.m': {
    '': 'en',
    iw: 'he',
    no: 'nb',
    sh: 'sr-Latn',
    zh_CN: 'zh-Hans',
    zh_TW: 'zh-Hant',
    pt: 'pt-BR',
    pt_PT: 'pt',
  },
  'scratch-l10n': { 'zh-cn': 'zh-Hans', 'zh-tw': 'zh-Hant', 'pt-br': 'pt-BR', 'ja-Hira': null },
};
const LEFT_OUT = /^(en|es|fr)[-_]|_sap/;

function* fromProperties(folder) {
  const directory = join(folder, 'src/sap/m');
  for (const file of readdirSync(directory)) {
    const language = /^messagebundle_?(\w*)\.properties$/.exec(file)?.[1];
    if (language === undefined) continue;
    const lines = readFileSync(join(directory, file), 'utf8').replace(/\\\r?\n\s*/g, '');
    const texts = [...lines.matchAll(/^([\w.-]+)[ \t]*[=:][ \t]*(.+)$/gm)].map(([, key, text]) => [
      key,
      text
        .replace(/\\u([0-9a-fA-F]{4})/g, (_, code) => String.fromCharCode(parseInt(code, 16)))
        .replace(/\\(.)/g, '$1'),
    ]);
    yield [language, texts];
  }
}

function* fromJson(folder) {
  for (const part of readdirSync(join(folder, 'editor')).sort())
    for (const file of readdirSync(join(folder, 'editor', part)))
      yield [
        file.replace('.json', ''),
        Object.entries(JSON.parse(readFileSync(join(folder, 'editor', part, file), 'utf8'))).map(([key, text]) => [
          `${part}/${key}`,
          text,
        ]),
      ];
}

/** The texts of a package by key, each by language. */
function textsOf({ name, version, licence, read }, scratch) {
  const folder = join(scratch, name.replace('/', '-'));
  mkdirSync(folder, { recursive: true });
  const packed = execFileSync('npm', ['pack', '--silent', `${name}@${version}`], {
    cwd: folder,
    encoding: 'utf8',
  }).trim();
  execFileSync('tar', ['xzf', packed.split('\n').at(-1)], { cwd: folder });
  copyFileSync(join(folder, 'package', licence), join(OUT, `LICENSE-${name.replace('@', '').replace('/', '-')}`));
  const texts = new Map();
  for (const [file, pairs] of read(join(folder, 'package'))) {
    const tag = TAGS[name][file] === undefined ? file : TAGS[name][file];
    if (tag === null || LEFT_OUT.test(file)) continue;
    for (const [key, text] of pairs) {
      if (typeof text !== 'string') continue;
      if (!texts.has(key)) texts.set(key, {});
      texts.get(key)[tag] = text.replace(PLACEHOLDERS, ' ').replace(/ +/g, ' ').trim();
    }
  }
  return [...texts.values()];
}

/** A phrase in its languages, without those that only repeat the English; null: it is none. */
function phraseOf(texts) {
  const { en } = texts;
  if (!en || en.length > LONGEST || NAMES.test(en) || !/\p{L}{2}/u.test(en)) return null;
  const others = Object.entries(texts).filter(
    ([tag, text]) => tag !== 'en' && text && text !== en && text.length <= LONGEST_OF_OTHERS && !/[\n{}]/.test(text),
  );
  return /[\n{}]/.test(en) || others.length < FEWEST_LANGUAGES ? null : { ...Object.fromEntries(others), en };
}

const scratch = mkdtempSync(join(tmpdir(), 'fair-copy-phrases-'));
rmSync(OUT, { recursive: true, force: true });
mkdirSync(OUT, { recursive: true });
const phrases = new Map();
for (const list of LISTS)
  for (const texts of textsOf(list, scratch)) {
    const phrase = phraseOf(texts);
    if (phrase) phrases.set([phrase.en, phrase.de, phrase.fr].join('\n').toLowerCase(), phrase);
  }
const all = [...phrases.values()];
const tags = [...new Set(all.flatMap((phrase) => Object.keys(phrase)))].sort();
for (const tag of tags) {
  if (all.filter((phrase) => phrase[tag]).length < FEWEST) continue;
  writeFileSync(join(OUT, `${tag}.txt`), all.map((phrase) => `${phrase[tag] ?? ''}\n`).join(''));
}
rmSync(scratch, { recursive: true, force: true });
process.stdout.write(
  `${all.length} phrases in ${readdirSync(OUT).filter((file) => file.endsWith('.txt')).length} languages\n`,
);
