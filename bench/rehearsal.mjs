/** A kit tried on a document: how long it takes beside reading the kit's file, how much room, and whether a match is lost. */
import { execFileSync, spawnSync } from 'node:child_process';
import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { matchScore } from '../packages/core/dist/memory/match/score.js';
import { tokensOf } from '../packages/core/dist/memory/match/tokens.js';
import { termsOf } from './inspection.mjs';
import { note, report } from './table.mjs';

const CLI = join(import.meta.dirname, '../packages/cli/bin/fair-copy.js');
/** Words of the document, and points from which a match counts. */
const [WORDS, THRESHOLD] = [100_000, 70];
/** Units and segments that are compared one by one. */
const [COMPARED_UNITS, COMPARED] = [20_000, 400];

/** English messages of catalogues in Debian packages that are not in the kit's order, until there are words enough. */
const DOCUMENT = `
import gettext, glob, random, re, sys
seen, words = set(), 0
texts = []
for path in sorted(glob.glob('/usr/share/locale/fr/LC_MESSAGES/*.mo')):
    with open(path, 'rb') as f:
        try: catalog = gettext.GNUTranslations(f)._catalog
        except Exception: continue
    texts += [k for k in catalog if isinstance(k, str) and 4 < len(k.split()) < 40 and '\\n' not in k and '\\x04' not in k]
random.Random(7).shuffle(texts)
with open(sys.argv[1], 'w') as out:
    for text in texts:
        if text in seen: continue
        seen.add(text)
        words += len(text.split())
        out.write(text + '\\n')
        if words > int(sys.argv[2]): break
`;

export async function rehearsal({ folder }) {
  const units = Number(process.env.REHEARSED ?? 100_000);
  const [kit, document, terms] = ['kit.tmx', 'document.txt', 'terms.csv'].map((name) => join(folder, name));
  execFileSync('/usr/bin/python3', [join(import.meta.dirname, 'inspection/many.py'), String(units), kit]);
  execFileSync('/usr/bin/python3', ['-c', DOCUMENT, document, String(WORDS)]);
  writeFileSync(terms, termsOf(kit));
  const size = `${units.toLocaleString('en')} units (${Math.round(statSync(kit).size / 1e6)} MB), 5,000 terms`;
  // Before and after, since machines are noisy.
  const reads = [readBy(kit), readBy(kit)];
  const start = performance.now();
  const { segments, peak } = rehearsed(kit, document, ['--termbase', terms]);
  const took = performance.now() - start;
  reads.push(readBy(kit), readBy(kit));
  const what = `a document of ${segments.length.toLocaleString('en')} segments against ${size}`;
  report(what, took, reads.sort((a, b) => a - b)[1], 'xmllint --stream reading the kit');
  note('the same: highest memory', `${peak} MB`);
  note('best scores lost against comparing with every unit', lost(folder, document));
}

function readBy(kit) {
  const start = performance.now();
  execFileSync('xmllint', ['--stream', '--noout', '--huge', kit]);
  return performance.now() - start;
}

function rehearsed(kit, document, more = []) {
  const args = [CLI, 'rehearse', document, '--source', 'en', '--target', 'de', '--memory', kit, ...more];
  const { stdout, stderr, status } = spawnSync(
    '/usr/bin/time',
    ['-f', '%M KB', process.execPath, ...args, '--threshold', String(THRESHOLD), '--json'],
    { maxBuffer: 1 << 30, encoding: 'utf8' },
  );
  if (status !== 0) throw new Error(stderr);
  return { segments: JSON.parse(stdout).segments, peak: Math.round(Number(/(\d+) KB/.exec(stderr)[1]) / 1024) };
}

/** "0 of 400": segments whose best score differs from the best of all comparisons. */
function lost(folder, document) {
  const kit = join(folder, 'small.tmx');
  execFileSync('/usr/bin/python3', [join(import.meta.dirname, 'inspection/many.py'), String(COMPARED_UNITS), kit]);
  const { segments } = rehearsed(kit, document);
  const sources = [...readFileSync(kit, 'utf8').matchAll(/<tuv xml:lang="en"><seg>([^<]*)<\/seg>/g)].map(([, text]) =>
    tokensOf(plain(text).normalize('NFC')),
  );
  const asked = segments.filter(({ class: kind }) => kind !== 'repetition').slice(0, COMPARED);
  let differing = 0;
  for (const { text, score } of asked) {
    const tokens = tokensOf(text);
    let best = 0;
    for (const source of sources) best = Math.max(best, matchScore(tokens, source, best));
    if (Math.abs((best >= THRESHOLD ? best : 0) - score) > 0.005) differing++;
  }
  return `${differing} of ${asked.length}`;
}

const plain = (text) => text.replaceAll('&lt;', '<').replaceAll('&gt;', '>').replaceAll('&amp;', '&');
