/**
 * `npm run bench`: medians of five, each as a ratio beside a reference in the same run, since machines are shared and
 * noisy. What is measured is the whole path of a command as a person waits for it, or a core function on its own.
 */
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

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

function report(what, ours, reference, referenceName) {
  const ratio = reference ? `  ${(ours / reference).toFixed(2)} × ${referenceName} (${reference.toFixed(0)} ms)` : '';
  console.log(`${what.padEnd(58)} ${ours.toFixed(0).padStart(7)} ms${ratio}`);
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
}

async function server(rows) {
  const dataDir = join(folder, `data-${rows}`);
  const child = spawn(process.execPath, [at('packages/server/dist/main.js'), '--data', dataDir, '--port', '0'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const address = await new Promise((resolve) =>
    child.stdout.on('data', (chunk) => resolve(/at (http:\S+)/.exec(String(chunk))[1])),
  );
  const call = async (method, path, body) => {
    const binary = body instanceof Uint8Array;
    const response = await fetch(`${address}/api${path}`, {
      method,
      ...(body !== undefined && {
        headers: { 'content-type': binary ? 'application/octet-stream' : 'application/json' },
        body: binary ? body : JSON.stringify(body),
      }),
    });
    return response.json();
  };
  const until = async (path, enough) => {
    for (;;) {
      const answer = await call('GET', path);
      if (enough(answer)) return answer;
      await new Promise((resolve) => setTimeout(resolve, 10));
    }
  };
  const { id: client } = await call('POST', '/clients', { name: 'Bench' });
  const bytes = readFileSync(glossary(rows));
  const shown = [];
  const written = [];
  let peak = 0;
  const memory = setInterval(() => {
    const kilobytes = Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1] ?? 0);
    peak = Math.max(peak, kilobytes / 1024);
  }, 50);
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
  clearInterval(memory);
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
  console.log(`server: highest memory, ${rows} rows`.padEnd(58), `${peak.toFixed(0).padStart(7)} MB`);
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
  child.kill();
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
    console.log(
      `languages of two columns without header, ${String(count).padStart(2)} rows (iso-codes)`.padEnd(58),
      `${String(right).padStart(4)} of ${languages.length}`,
    );
  }
}

try {
  await detection();
  await command(20_000);
  await server(20_000);
  await server(200_000);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
