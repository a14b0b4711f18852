/**
 * `npm run bench`: medians of five, each as a ratio beside a reference in the same run, since machines are shared and
 * noisy. What is measured is the whole path of a command as a person waits for it, or a core function on its own.
 */
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { caller } from '../scripts/api.mjs';
import { alignmentQuality, alignmentSpeed, alignmentWhereHard } from './alignment.mjs';
import { memory } from './memory.mjs';
import { SERVER_ENV } from '../scripts/server-process.mjs';
import { harvesting } from './harvest.mjs';
import { inspection } from './inspection.mjs';
import { merging } from './merging.mjs';
import { rehearsal } from './rehearsal.mjs';
import { quality, speed } from './recognition.mjs';
import { note, printTable, report } from './table.mjs';

const RUNS = 5;
const folder = mkdtempSync(join(tmpdir(), 'fair-copy-bench-'));
const at = (path) => fileURLToPath(new URL(`../${path}`, import.meta.url));

function median(values) {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
}

async function timed(work) {
  const times = [];
  for (let i = 0; i < RUNS; i++) {
    const start = performance.now();
    await work();
    times.push(performance.now() - start);
  }
  return median(times);
}

function glossary(rows) {
  const path = join(folder, `${rows}.csv`);
  let text = 'Deutsch;English;Bemerkung\n';
  for (let i = 0; i < rows; i++)
    text += `Schleusenkammer ${i};lock chamber ${i}${i % 7 ? '' : '; chamber ' + i};${i % 11 ? '' : 'prüfen'}\n`;
  writeFileSync(path, text);
  return path;
}

async function command(rows) {
  const path = glossary(rows);
  const cli = at('packages/cli/bin/fair-copy.js');
  const python = await timed(() =>
    execFileSync('/usr/bin/python3', [
      '-c',
      'import csv,sys; print(sum(len(r) for r in csv.reader(open(sys.argv[1], newline=""), delimiter=";")))',
      path,
    ]),
  );
  const read = await timed(() => execFileSync(process.execPath, [cli, 'read', path, '--json']));
  report(`fair-copy read, ${rows} rows`, read, python, "Python's csv reading it");
  const out = join(folder, 'out.tbx');
  const convert = await timed(() =>
    execFileSync(process.execPath, [cli, 'convert', path, '-o', out], { stdio: 'ignore' }),
  );
  const lint = await timed(() => execFileSync('xmllint', ['--stream', '--noout', out]));
  report(`fair-copy convert to TBX, ${rows} rows`, convert, lint, 'xmllint --stream of the TBX');
  const server = await readAndWritten(rows, path);
  report(`the same beside the server reading and writing them`, convert, server, 'the server');
  const help = await timed(() => execFileSync(process.execPath, [cli, '--help']));
  const node = await timed(() => execFileSync(process.execPath, ['-e', '0']));
  report('fair-copy --help', help, node, 'Node doing nothing');
}

/** Milliseconds of a server that has run for a while, from the upload to the termbase. */
async function readAndWritten(rows, path) {
  const { call, until, stop } = await started(`convert-${rows}`);
  const { id: client } = await call('POST', '/clients', { name: 'Bench' });
  let n = 0;
  const time = await timed(async () => {
    const bytes = readFileSync(path);
    const { fileId, jobId } = await call('POST', `/intake/files?client=${client}&name=g.csv`, bytes);
    await until(`/jobs/${jobId}`, (job) => job.state !== 'running');
    await until(`/intake/files/${fileId}`, (file) => file.outcome);
    const { id } = await call('POST', `/intake/files/${fileId}/write`, { newName: `T${++n}` });
    await until(`/jobs/${id}`, (job) => job.state !== 'running');
  });
  stop();
  return time;
}

/** A server on a data folder of its own, with ways to ask it and its highest memory. */
async function started(name) {
  const dataDir = join(folder, name);
  const child = spawn(process.execPath, [at('packages/server/dist/main.js'), '--data', dataDir, '--port', '0'], {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: SERVER_ENV,
  });
  // Also where a measurement fails.
  process.on('exit', () => child.kill());
  const address = await new Promise((resolve) =>
    child.stdout.on('data', (chunk) => resolve(/at (http:\S+)/.exec(String(chunk))[1])),
  );
  const call = caller(address);
  /** Asks more rarely the longer it takes, so that asking costs nothing of what is measured. */
  const until = async (path, enough) => {
    for (let pause = 10; ; pause = Math.min(250, pause * 1.1)) {
      const answer = await call('GET', path);
      if (enough(answer)) return answer;
      await new Promise((resolve) => setTimeout(resolve, pause));
    }
  };
  const memory = { peak: 0 };
  const watch = setInterval(() => {
    const kilobytes = Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1] ?? 0);
    memory.peak = Math.max(memory.peak, kilobytes / 1024);
  }, 50);
  const stop = () => {
    clearInterval(watch);
    child.kill();
  };
  return { call, until, memory, stop };
}

/** A real word list of some 300,000 lines (Debian's trans-de-en), from the upload to the tally and to the termbase. */
async function wordList() {
  const { call, until, memory, stop } = await started('word-list');
  const { id: client } = await call('POST', '/clients', { name: 'Bench' });
  const bytes = readFileSync('/usr/share/trans/de-en');
  let start = performance.now();
  const { fileId, jobId } = await call('POST', `/intake/files?client=${client}&name=words.txt`, bytes);
  await until(`/jobs/${jobId}`, (job) => job.state !== 'running');
  const file = await until(`/intake/files/${fileId}`, (f) => f.outcome);
  const read = performance.now() - start;
  const { tally } = file.outcome;
  start = performance.now();
  const { id } = await call('POST', `/intake/files/${fileId}/write`, { newName: 'Words' });
  await until(`/jobs/${id}`, (job) => job.state !== 'running');
  const written = performance.now() - start;
  const reference = await timed(() =>
    execFileSync('/usr/bin/python3', [at('test/conformance/word_list.py')], {
      input: JSON.stringify(bytes.toString('utf8').split('\n').slice(0, -1)),
    }),
  );
  report(`trans-de-en, ${tally.rows} rows: read, cleaned, in the tally`, read, reference, 'Python counting its groups');
  report(`trans-de-en: ${tally.entries} entries and ${tally.joined} joined, written`, written, reference, 'the same');
  report('trans-de-en: from the upload to the termbase', read + written, reference, 'the same');
  note('trans-de-en: highest memory', `${memory.peak.toFixed(0)} MB`);
  stop();
}

/** 100,000 concepts with five languages: what a page of the termbase waits for. */
async function bigTermbase() {
  const { call, until, stop } = await started('big');
  const { id: client } = await call('POST', '/clients', { name: 'Bench' });
  const rows = ['ID;Deutsch;English;Français;Suomi;Português;Fachgebiet;Status'];
  for (let i = 0; i < 100_000; i++)
    rows.push(
      `c${i};Schleusenkammer ${i};lock chamber ${i};${i % 997 ? `sas ${i}` : ''};sulkukammio ${i};câmara ${i};Gebiet ${i % 40};${i % 3 ? 'bevorzugt' : 'zugelassen'}`,
    );
  const { fileId, jobId } = await call(
    'POST',
    `/intake/files?client=${client}&name=big.csv`,
    Buffer.from(rows.join('\n') + '\n'),
  );
  await until(`/jobs/${jobId}`, (job) => job.state !== 'running');
  const { id } = await call('POST', `/intake/files/${fileId}/write`, { newName: 'Big' });
  const { result } = await until(`/jobs/${id}`, (job) => job.state !== 'running');
  const termbase = result.termbaseId;
  const empty = await timed(() => call('GET', '/clients'));
  const query = (more) => `language=de&${more}`;
  const opened = (more) => async () => {
    await Promise.all([
      call('GET', `/termbases/${termbase}`),
      call('GET', `/termbases/${termbase}/anchors?${query(more)}`),
      call('GET', `/termbases/${termbase}/terms?${query(more)}`),
    ]);
  };
  const subject = `values=${encodeURIComponent(JSON.stringify([{ field: 'subjectField', value: 'Gebiet 7' }]))}`;
  for (const [name, more] of [
    ['the list opens', ''],
    ['by last change', 'order=changed'],
    ['one subject', subject],
    ['a language missing', 'lacks=fr'],
  ])
    report(`100,000 concepts in 5 languages: ${name}`, await timed(opened(more)), empty, 'an empty answer');
  for (const [mode, q] of [
    ['beginning', 'schleusenkammer 77'],
    ['part', 'kammer 777'],
    ['word', '777'],
  ])
    report(
      `100,000 concepts in 5 languages: look-up by ${mode}`,
      await timed(() =>
        call('GET', `/termbases/${termbase}/terms?${query(`mode=${mode}&q=${encodeURIComponent(q)}`)}`),
      ),
      empty,
      'an empty answer',
    );
  stop();
}

async function server(rows) {
  const { call, until, memory, stop } = await started(`data-${rows}`);
  const { id: client } = await call('POST', '/clients', { name: 'Bench' });
  const bytes = readFileSync(glossary(rows));
  const shown = [];
  const written = [];
  let termbaseId = 0;
  for (let i = 0; i < (rows > 50_000 ? 1 : RUNS); i++) {
    const { fileId, jobId } = await call('POST', `/intake/files?client=${client}&name=g.csv`, bytes);
    let start = performance.now();
    await until(`/intake/files/${fileId}`, (file) => file.reading);
    shown.push(performance.now() - start);
    await until(`/jobs/${jobId}`, (job) => job.state !== 'running');
    start = performance.now();
    const { id } = await call('POST', `/intake/files/${fileId}/write`, { newName: `Terms ${rows} ${i}` });
    const job = await until(`/jobs/${id}`, (j) => j.state !== 'running');
    termbaseId = job.result.termbaseId;
    written.push(performance.now() - start);
  }
  const reference = await timed(() => insertBare(rows));
  report(
    `server: reading on screen after the upload, ${rows} rows`,
    median(shown),
    reference,
    'bare SQLite insert of the rows',
  );
  report(
    `server: written to a new termbase, ${rows} rows`,
    median(written),
    reference,
    'bare SQLite insert of the rows',
  );
  note(`server: highest memory, ${rows} rows`, `${memory.peak.toFixed(0)} MB`);
  for (const [q, mode] of [
    ['schleusenk', 'beginning'],
    ['kammer 77', 'part'],
    ['77', 'word'],
  ]) {
    const query = `language=de&q=${encodeURIComponent(q)}&mode=${mode}`;
    const time = await timed(() => call('GET', `/termbases/${termbaseId}/terms?${query}`));
    report(
      `server: look-up by ${mode} in ${rows} concepts`,
      time,
      await timed(() => call('GET', '/clients')),
      'an empty answer',
    );
  }
  stop();
}

async function insertBare(rows) {
  const { default: Database } = await import('better-sqlite3');
  const db = new Database(':memory:');
  db.exec('CREATE TABLE row (id INTEGER PRIMARY KEY, de TEXT, en TEXT)');
  const insert = db.prepare('INSERT INTO row (de, en) VALUES (?, ?)');
  db.transaction(() => {
    for (let i = 0; i < rows; i++) insert.run(`Schleusenkammer ${i}`, `lock chamber ${i}`);
  })();
  db.close();
}

async function detection() {
  const { proposeReading } = await import('@fair-copy/core/intake/propose.js');
  const { languagesOf } = await import('@fair-copy/core/intake/reading.js');
  const languages = 'de fr es pt it nl da sv nb fi et lv lt pl cs sk hu ro el ru uk tr ar he ja ko bg hr sl'.split(' ');
  const names = JSON.parse(
    execFileSync('/usr/bin/python3', [at('test/conformance/country_names.py')], {
      input: JSON.stringify(languages),
      maxBuffer: 1 << 26,
    }),
  );
  for (const count of [60, 12, 6]) {
    let right = 0;
    for (const language of languages) {
      const rows = names[language].slice(0, count).map((cells, i) => ({ number: i + 1, cells }));
      const found = languagesOf(
        proposeReading({ source: { kind: 'workbook', sheet: '', sheets: [] }, rows, hiddenColumns: [], notes: [] }),
      );
      if (found[0] === 'en' && found[1]?.split('-')[0] === language) right++;
    }
    note(`languages of two columns without header, ${count} rows (iso-codes)`, `${right} of ${languages.length}`);
  }
}

/** `npm run bench -- words big` runs only what is named. */
const PARTS = {
  detection,
  quality,
  recognition: () => speed(folder, timed, report),
  command: () => command(20_000),
  server: async () => {
    await server(20_000);
    await server(200_000);
  },
  big: bigTermbase,
  words: wordList,
  align: () => {
    alignmentQuality();
    alignmentWhereHard();
    alignmentSpeed(report);
  },
  memory: () => memory({ started, report, folder }),
  merging: () => merging({ started, report, folder }),
  inspection: () => inspection({ started, report, folder }),
  harvest: harvesting,
  rehearsal: () => rehearsal({ folder }),
};

try {
  const named = process.argv.slice(2);
  for (const [name, part] of Object.entries(PARTS)) if (named.length === 0 || named.includes(name)) await part();
} finally {
  printTable();
  rmSync(folder, { recursive: true, force: true });
}
