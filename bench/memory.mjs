/** A memory of a million units: taken in, found in, matched and handed over, each beside a reference of the same run. */
import { execFileSync, spawnSync } from 'node:child_process';
import { createReadStream, createWriteStream, openAsBlob, readdirSync, readFileSync, statSync } from 'node:fs';
import { once } from 'node:events';
import { join } from 'node:path';
import { note } from './table.mjs';

/** Sentences of a real word list (Debian's trans-de-en), put together at random but always the same. */
async function makeTmx(path, units) {
  const pairs = readFileSync('/usr/share/trans/de-en', 'utf8')
    .split('\n')
    .filter((line) => line.includes(' :: ') && !line.startsWith('#'))
    .map((line) => line.split(' :: ').map((side) => side.split(/ \| |;/)[0].trim()));
  let seed = 7;
  const random = (n) => (seed = (seed * 1103515245 + 12345) % 2147483648) % n;
  const out = createWriteStream(path);
  const escaped = (text) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');
  out.write(
    '<?xml version="1.0" encoding="UTF-8"?>\n<tmx version="1.4"><header creationtool="bench" creationtoolversion="1" segtype="sentence" o-tmf="bench" adminlang="en" srclang="en" datatype="plaintext"/>\n<body>\n',
  );
  const japanese = japaneseSentences();
  for (let i = 0; i < units; i++) {
    const ja = i % 10 ? '' : `<tuv xml:lang="ja"><seg>${escaped(japanese[random(japanese.length)])}${i}</seg></tuv>`;
    const some = Array.from({ length: 2 + random(4) }, () => pairs[random(pairs.length)]);
    const [de, en] = [0, 1].map((side) => escaped(some.map((pair) => pair[side]).join(side ? ' and ' : ' und ')));
    const unit = `<tu tuid="u${i}" creationdate="2019010${(i % 9) + 1}T101500Z" creationid="mara" changedate="2024031${i % 10}T101500Z" changeid="jon"><prop type="x-project">P${i % 50}</prop><tuv xml:lang="de"><seg>${de}.</seg></tuv><tuv xml:lang="en"><seg>${en}.</seg></tuv>${ja}</tu>\n`;
    if (!out.write(unit)) await once(out, 'drain');
  }
  out.end('</body></tmx>\n');
  await once(out, 'finish');
}

/** From a real handbook (Debian's gnome-user-docs). */
function japaneseSentences() {
  const folder = '/usr/share/help/ja/gnome-help';
  return readdirSync(folder)
    .filter((name) => name.endsWith('.page'))
    .flatMap((name) =>
      [...readFileSync(join(folder, name), 'utf8').matchAll(/<p>([^<]*)<\/p>/g)].map(([, text]) => text),
    )
    .map((text) => text.replace(/\s+/g, ' ').trim())
    .filter((text) => text.length > 8 && !text.includes('&'));
}

/** What it costs at least: a check of the XML, and the bare texts into a table. */
function reference(path, folder) {
  const start = performance.now();
  execFileSync('xmllint', ['--stream', '--noout', path]);
  const xml = performance.now() - start;
  const rows = join(folder, 'bare.tsv');
  execFileSync('/usr/bin/python3', [
    '-c',
    'import re,sys\nout=open(sys.argv[2],"w",encoding="utf8")\nfor l in open(sys.argv[1],encoding="utf8"):\n  t=re.findall("<seg>(.*?)</seg>",l)\n  if len(t)>1: out.write("\\t".join(x.replace(chr(34),chr(39)) for x in t[:2])+"\\n")',
    path,
    rows,
  ]);
  const begun = performance.now();
  const sqlite = spawnSync('sqlite3', [join(folder, 'bare.db')], {
    input: `PRAGMA journal_mode=OFF;\nCREATE TABLE unit (de TEXT, en TEXT);\n.mode tabs\n.import ${rows} unit\n`,
  });
  // Without the shell of SQLite its Python module does the same.
  if (sqlite.error)
    execFileSync('/usr/bin/python3', [
      '-c',
      'import sqlite3,sys\nd=sqlite3.connect(sys.argv[2]);d.execute("PRAGMA journal_mode=OFF");d.execute("CREATE TABLE unit (de TEXT, en TEXT)")\nd.executemany("INSERT INTO unit VALUES (?,?)",(l.rstrip("\\n").split("\\t") for l in open(sys.argv[1],encoding="utf8")));d.commit()',
      rows,
      join(folder, 'bare.db'),
    ]);
  return { xml, sqlite: performance.now() - begun };
}

const median = (times) => [...times].sort((a, b) => a - b)[times.length >> 1];
const share95 = (times) => [...times].sort((a, b) => a - b)[Math.floor(times.length * 0.95)];

/** @param tools what `run.mjs` has: a server, and a way to report */
export async function memory(
  { started, report, folder },
  sizes = (process.env.UNITS ?? '10000,100000,1000000').split(',').map(Number),
) {
  for (const units of sizes) {
    const path = join(folder, `units-${units}.tmx`);
    await makeTmx(path, units);
    const least = reference(path, join(folder));
    execFileSync('rm', ['-f', join(folder, 'bare.db')]);
    const size = `${units.toLocaleString('en')} units, ${Math.round(statSync(path).size / 1e6)} MB`;
    const { call, until, memory: used, stop } = await started(`memory-${units}`);
    const { id: client } = await call('POST', '/clients', { name: 'Bench' });
    let start = performance.now();
    const { fileId, jobId } = await call(
      'POST',
      `/intake/files?client=${client}&name=units.tmx`,
      await openAsBlob(path),
    );
    await until(`/jobs/${jobId}`, (job) => job.state !== 'running');
    const surveyed = performance.now() - start;
    start = performance.now();
    const { id } = await call('POST', `/intake/files/${fileId}/write-units`, { newName: 'Bench' });
    await until(`/jobs/${id}`, (job) => job.state !== 'running');
    const written = performance.now() - start;
    const sum = least.xml + least.sqlite;
    report(`${size}: uploaded, looked through, built`, surveyed, least.xml, 'xmllint --stream of it');
    report(`${size}: taken in, with its index, all in all`, surveyed + written, sum, 'that and bare texts into SQLite');
    note(`${size}: highest memory until then`, `${used.peak.toFixed(0)} MB`);
    const [{ id: memoryId }] = await call('GET', '/memories');
    const timed = async (count, ask) => {
      const times = [];
      for (let i = 0; i < count; i++) {
        const begun = performance.now();
        await ask(i);
        times.push(performance.now() - begun);
      }
      return times;
    };
    const bare = median(await timed(9, () => call('GET', '/clients')));
    const page = (filter, sort) =>
      call('POST', `/memories/${memoryId}/units`, { filter, limit: 60, ...(sort && { sort }) });
    await page({});
    for (const [name, filter] of Object.entries({
      'no filter': {},
      'a rare text': { text: 'schleusenk' },
      'a common text': { text: 'und' },
      'a text that no unit has': { text: 'zzzyx' },
      'without a text': { text: 'und', not: true },
      'a pattern': { text: '^Ein.*haus', mode: 'pattern' },
      'an author': { author: 'jon' },
      'a property': { attribute: { type: 'x-project', value: 'P7' } },
      duplicates: { duplicate: true },
      'a rare property': { attribute: { type: 'x-project', value: 'none' } },
      'a language that some have': { present: ['ja'] },
      'a language that some lack': { missing: ['ja'] },
      'with codes, of which there are none': { codes: true },
      'one day': { changedSince: '2024-03-12', changedBefore: '2024-03-13' },
      'a pattern that fits nothing': { text: 'q\\d{7}', mode: 'pattern' },
      'capitals count, nothing fits': { text: 'HAUS', case: true },
    })) {
      // A filter is asked for once: another one is another list.
      let shown = '';
      const times = await timed(3, async (i) => {
        const { units: some, total, share } = await page({ ...filter, shorter: 100_000 + i });
        shown = some.length ? `${some.length} units` : total === null ? `${Math.round(share * 100)} % seen` : 'none';
      });
      report(`${size}: first screen, ${name} (${shown})`, Math.max(...times), bare, 'an empty answer');
    }
    for (const sort of [{ by: 'changed' }, { by: 'length' }, { by: 'text', language: 'de' }]) {
      const begun = performance.now();
      while ((await page({}, sort)).total === null) await new Promise((resolve) => setTimeout(resolve, 20));
      report(`${size}: all of it by ${sort.by}, the first time`, performance.now() - begun, bare, 'an empty answer');
    }
    for (const q of ['haus', 'lock gate', 'xyzzy', 'schleusenkammer', '設定', 'e'])
      report(
        `${size}: concordance of “${q}”`,
        median(await timed(5, () => call('GET', `/concordance?q=${encodeURIComponent(q)}`))),
        bare,
        'an empty answer',
      );
    note(`${size}: highest memory, lists and concordance with it`, `${used.peak.toFixed(0)} MB`);
    await editedMeanwhile({ call, until }, memoryId, client, size, report, bare);
    note(`${size}: highest memory, the inspection with it`, `${used.peak.toFixed(0)} MB`);
    start = performance.now();
    const { id: out } = await call('POST', `/memories/${memoryId}/hand-over`, { filter: {}, format: 'tmx' });
    await until(`/jobs/${out}`, (job) => job.state !== 'running');
    report(`${size}: handed over as TMX`, performance.now() - start, surveyed, 'looking it through');
    note(`${size}: highest memory of the server`, `${used.peak.toFixed(0)} MB`);
    stop();
    await matching(path, size, report);
  }
}

/** Edits of units and concepts while all checks run over the memory: how long each waits for its answer. */
async function editedMeanwhile({ call, until }, memoryId, client, size, report, bare) {
  const { id: termbase } = await call('POST', '/termbases', { clientId: client, name: 'Edited' });
  const concepts = [];
  for (let i = 0; i < 60; i++)
    concepts.push((await call('POST', `/termbases/${termbase}/concepts`, { language: 'de', text: `Wehr ${i}` })).id);
  const { units } = await call('POST', `/memories/${memoryId}/units`, { filter: {}, limit: 60 });
  const begun = performance.now();
  const { id: job } = await call('POST', `/memories/${memoryId}/inspection`);
  const times = { unit: [], concept: [] };
  const timed = async (kind, ask) => {
    const start = performance.now();
    await ask();
    times[kind].push(performance.now() - start);
  };
  for (let i = 0; (await call('GET', `/jobs/${job}`)).state === 'running'; i++) {
    const { id: unit } = units[i % units.length];
    await timed('unit', () =>
      call('PATCH', `/memories/${memoryId}/units/${unit}`, { variant: 0, text: `Text ${i}`, codes: [] }),
    );
    await timed('concept', () =>
      call('POST', `/concepts/${concepts[i % concepts.length]}/change`, {
        kind: 'add term',
        language: 'en',
        text: `weir ${i}`,
      }),
    );
    // As people do: not one after the other without a breath.
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  const { result } = await until(`/jobs/${job}`, (one) => one.state !== 'running');
  report(`${size}: inspected (${result.new} findings)`, performance.now() - begun, bare, 'an empty answer');
  for (const kind of ['unit', 'concept'])
    report(
      `${size}: an edit of a ${kind} meanwhile, 95 of 100 within (${times[kind].length} edits)`,
      share95(times[kind]),
      bare,
      'an empty answer',
    );
}

/** In a process of its own kind: the index in memory, as the command line has it. */
async function matching(path, size, report) {
  const { TmxUnits } = await import('@fair-copy/core/formats/tmx/units.js');
  const { MemoryIndex } = await import('@fair-copy/core/memory/match/memory-index.js');
  const index = new MemoryIndex();
  const reader = new TmxUnits();
  const queries = [];
  let start = performance.now();
  for await (const piece of createReadStream(path, 'utf8'))
    for (const { unit } of reader.write(piece)) {
      const { text } = unit.variants[0];
      const id = index.add(text);
      // A word less or another one at the end: what a new edition changes.
      if (id % Math.ceil(10_000 / 200) === 0 && queries.length < 200)
        queries.push(text.replace(/ \S+$/, id % 2 ? '' : ' anders.'));
    }
  const opened = performance.now() - start;
  index.find(queries[0], { threshold: 70, limit: 5 });
  for (const threshold of [70, 50]) {
    const times = [];
    let found = 0;
    for (const query of queries) {
      start = performance.now();
      found += index.find(query, { threshold, limit: 5 }).length > 0 ? 1 : 0;
      times.push(performance.now() - start);
    }
    report(
      `${size}: match at ${threshold} %, 95 of 100 within (${found} of ${queries.length} found)`,
      share95(times),
      opened,
      'opening',
    );
  }
}
