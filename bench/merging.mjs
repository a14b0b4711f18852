/** Merging five memories of which half is shared, and bridging two; each beside taking in the same units. */
import { createWriteStream, existsSync, openAsBlob, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { execFileSync } from 'node:child_process';
import { once } from 'node:events';
import { basename, join } from 'node:path';
import { note } from './table.mjs';

const MEMORIES = 5;

/** Sentences of a real word list (Debian's trans-de-en), put together at random but always the same. */
function sentences() {
  const pairs = readFileSync('/usr/share/trans/de-en', 'utf8')
    .split('\n')
    .filter((line) => line.includes(' :: ') && !line.startsWith('#'))
    .map((line) => line.split(' :: ').map((side) => side.split(/ \| |;/)[0].trim()));
  return (seed) => {
    let x = seed * 2654435761 + 7;
    const random = (n) => (x = (x * 1103515245 + 12345) % 2147483648) % n;
    const some = Array.from({ length: 2 + random(4) }, () => pairs[random(pairs.length)]);
    return [0, 1].map((side) => some.map((pair) => pair[side]).join(side ? ' and ' : ' und '));
  };
}

/** @param numbers of the sentences @param other every so many is translated otherwise */
async function makeTmx(path, numbers, { sentence, rank, target = 'de', other = 50 }) {
  const out = createWriteStream(path);
  const escaped = (text) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');
  out.write(
    '<?xml version="1.0" encoding="UTF-8"?>\n<tmx version="1.4"><header creationtool="bench" creationtoolversion="1" segtype="sentence" o-tmf="bench" adminlang="en" srclang="en" datatype="plaintext"/>\n<body>\n',
  );
  for (const i of numbers) {
    const [de, en] = sentence(i);
    const said = i % other === 0 ? `${de} (${rank})` : de;
    const unit = `<tu creationdate="201${rank}0101T101500Z" creationid="mara"><tuv xml:lang="en"><seg>${escaped(en)} ${i}.</seg></tuv><tuv xml:lang="${target}"><seg>${escaped(said)} ${i}.</seg></tuv></tu>\n`;
    if (!out.write(unit)) await once(out, 'drain');
  }
  out.end('</body></tmx>\n');
  await once(out, 'finish');
}

const share95 = (times) => [...times].sort((a, b) => a - b)[Math.floor(times.length * 0.95)] ?? 0;

export async function merging(
  { started, report, folder },
  sizes = (process.env.UNITS ?? '10000,100000,1000000').split(',').map(Number),
) {
  const sentence = sentences();
  for (const units of sizes) {
    const each = units / MEMORIES;
    const size = `${MEMORIES} memories of ${each.toLocaleString('en')} units, half of it shared`;
    const { call, until, memory: used, stop } = await started(`merge-${units}`);
    const { id: client } = await call('POST', '/clients', { name: 'Bench' });
    const ids = [];
    let took = 0;
    for (let rank = 0; rank < MEMORIES; rank++) {
      // The first half is in all of them.
      const numbers = Array.from({ length: each }, (_, i) => (i < each / 2 ? i : units * (rank + 1) + i));
      const path = join(folder, `merge-${rank}.tmx`);
      await makeTmx(path, numbers, { sentence, rank });
      const start = performance.now();
      const { fileId, jobId } = await call(
        'POST',
        `/intake/files?client=${client}&name=m${rank}.tmx`,
        await openAsBlob(path),
      );
      await until(`/jobs/${jobId}`, (job) => job.state !== 'running');
      const { id } = await call('POST', `/intake/files/${fileId}/write-units`, { newName: `M${rank}` });
      const { result } = await until(`/jobs/${id}`, (job) => job.state !== 'running');
      took += performance.now() - start;
      ids.push(result.files[0].written.memoryId);
    }
    note(`${size}: highest memory, taken in`, `${used.peak.toFixed(0)} MB`);
    const { plan } = await call('GET', `/merges/${client}`);
    await call('PUT', `/merges/${client}`, { ...plan, inputs: ids, newName: 'All' });
    let start = performance.now();
    const { id: counted } = await call('POST', `/merges/${client}/count`);
    // Meanwhile the plan is changed: what it would come to is estimated at once.
    const estimates = [];
    for (const ignore of Array.from({ length: 30 }, (_, i) => (i % 2 ? ['case', 'spaces'] : ['punctuation']))) {
      const begun = performance.now();
      await call('POST', `/merges/${client}/sample`, { ...plan, inputs: ids, ignore });
      estimates.push(performance.now() - begun);
    }
    note(`${size}: the plan's count on a sample, 95 of 100 within`, `${share95(estimates).toFixed(0)} ms`);
    await until(`/jobs/${counted}`, (job) => job.state !== 'running');
    report(`${size}: what becomes of them`, performance.now() - start, took, 'taking them in');
    // An edit of a memory that is not merged: of the others it would be told that they changed meanwhile.
    const { id: termbase } = await call('POST', '/termbases', { clientId: client, name: 'Edited' });
    const { id: concept } = await call('POST', `/termbases/${termbase}/concepts`, { language: 'de', text: 'Wehr' });
    const edits = [];
    const shares = [];
    start = performance.now();
    const { id: job } = await call('POST', `/merges/${client}/write`);
    for (let i = 0; ; i++) {
      const { state, share } = await call('GET', `/jobs/${job}`);
      if (state !== 'running') break;
      shares.push([performance.now() - start, share]);
      const begun = performance.now();
      await call('POST', `/concepts/${concept}/change`, { kind: 'add term', language: 'en', text: `weir ${i}` });
      edits.push(performance.now() - begun);
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    const merged = performance.now() - start;
    const { result, error } = await call('GET', `/jobs/${job}`);
    if (error) throw new Error(error.message);
    report(`${size}: merged to ${result.units.toLocaleString('en')} units`, merged, took, 'taking them in');
    const off = Math.max(0, ...shares.map(([time, share]) => Math.abs(time / merged - share)));
    note(`${size}: progress off by at most`, `${(off * 100).toFixed(0)} %`);
    note(`${size}: an edit meanwhile, 95 of 100 within (${edits.length})`, `${share95(edits).toFixed(0)} ms`);
    note(`${size}: highest memory of the server`, `${used.peak.toFixed(0)} MB`);
    stop();
  }
  await bridging(folder, sentence, report);
  catalogues(folder);
}

/** From the command line, as merging beside it. */
async function bridging(folder, sentence, report, units = Number(process.env.BRIDGED ?? 200_000)) {
  const [a, b, out] = ['a', 'b', 'out'].map((name) => join(folder, `bridge-${name}.tmx`));
  const numbers = Array.from({ length: units }, (_, i) => i);
  await makeTmx(a, numbers, { sentence, rank: 1 });
  await makeTmx(b, numbers, { sentence, rank: 2, target: 'fr' });
  const cli = join(import.meta.dirname, '../packages/cli/bin/fair-copy.js');
  const timed = (...args) => {
    const start = performance.now();
    execFileSync(process.execPath, [cli, ...args, '-o', out, '--json'], { maxBuffer: 1 << 30 });
    return performance.now() - start;
  };
  const merged = timed('merge', a, b, '--source', 'en');
  report(
    `bridge of two memories of ${units.toLocaleString('en')} units`,
    timed('bridge', a, b, '--over', 'en'),
    2 * merged,
    'merging them twice',
  );
}

/** Pairs of languages that are bridged over English and compared with what the catalogues really have. */
function catalogues(folder) {
  const root = '/usr/share/locale';
  const of = (language) => `${root}/${language}/LC_MESSAGES`;
  for (const [x, y] of [
    ['de', 'fr'],
    ['es', 'it'],
    ['ru', 'ja'],
  ]) {
    if (!existsSync(of(x)) || !existsSync(of(y))) continue;
    const names = readdirSync(of(x)).filter((name) => name.endsWith('.mo') && existsSync(`${of(y)}/${name}`));
    const script = join(folder, 'bridge.py');
    writeFileSync(script, SCRIPT);
    const text = execFileSync('/usr/bin/python3', [script, folder, x, y, ...names.map((name) => basename(name))], {
      maxBuffer: 1 << 28,
    });
    const [left, right, pairs] = JSON.parse(text.toString());
    const out = join(folder, `${x}-${y}.tmx`);
    const cli = join(import.meta.dirname, '../packages/cli/bin/fair-copy.js');
    execFileSync(process.execPath, [cli, 'bridge', left, right, '--over', 'en', '-o', out, '--json'], {
      maxBuffer: 1 << 28,
    });
    const scored = JSON.parse(
      execFileSync('/usr/bin/python3', [script, 'score', x, y, out, pairs], { maxBuffer: 1 << 28 }).toString(),
    );
    for (const how of ['certain', 'chosen'])
      note(
        `bridged ${x}–${y} over English, ${names.length} message catalogues: ${how}, right`,
        `${scored[how][0]} of ${scored[how][1]}`,
      );
    note(`bridged ${x}–${y}: of the pairs that the catalogues have, found`, `${scored.found} of ${scored.all}`);
  }
}

const SCRIPT = `import gettext, glob, json, os, re, sys
import xml.etree.ElementTree as ET
from xml.sax.saxutils import escape
norm = lambda s: re.sub(r'\\s+', ' ', s).strip()
if sys.argv[1] == 'score':
    x, y, out, pairs = sys.argv[2:6]
    true = {tuple(p) for p in json.load(open(pairs))}
    res, got = {'certain': [0, 0], 'chosen': [0, 0]}, set()
    for tu in ET.parse(out).iter('tu'):
        how = next(p.text for p in tu.iter('prop') if p.get('type') == 'bridged')
        text = {v.get('{http://www.w3.org/XML/1998/namespace}lang'): norm(''.join(v.itertext())) for v in tu.iter('tuv')}
        pair = (text[x], text[y])
        got.add(pair)
        res[how][1] += 1
        res[how][0] += pair in true
    print(json.dumps({**res, 'found': len(true & got), 'all': len(true)}))
    sys.exit()
folder, x, y, names = sys.argv[1], sys.argv[2], sys.argv[3], sys.argv[4:]
bad = re.compile('[\\x00-\\x08\\x0b\\x0c\\x0e-\\x1f]')
def load(lang, name):
    with open('/usr/share/locale/%s/LC_MESSAGES/%s' % (lang, name), 'rb') as f:
        try:
            cat = gettext.GNUTranslations(f)._catalog
        except UnicodeDecodeError:
            return {}
    return {k: v for k, v in cat.items() if isinstance(k, str) and k and v and k != v and not bad.search(k + v)}
all_ = {l: [load(l, n) for n in names] for l in (x, y)}
def tmx(lang):
    path = os.path.join(folder, 'en-%s.tmx' % lang)
    with open(path, 'w') as f:
        f.write('<?xml version="1.0"?><tmx version="1.4"><header creationtool="b" creationtoolversion="1" segtype="sentence" o-tmf="b" adminlang="en" srclang="en" datatype="plaintext"/><body>\\n')
        for cat in all_[lang]:
            for k, v in cat.items():
                f.write('<tu><tuv xml:lang="en"><seg>%s</seg></tuv><tuv xml:lang="%s"><seg>%s</seg></tuv></tu>\\n' % (escape(k), lang, escape(v)))
        f.write('</body></tmx>')
    return path
pairs = os.path.join(folder, '%s-%s.json' % (x, y))
json.dump([[norm(a[k]), norm(b[k])] for a, b in zip(all_[x], all_[y]) for k in a.keys() & b.keys()], open(pairs, 'w'))
print(json.dumps([tmx(x), tmx(y), pairs]))
`;
