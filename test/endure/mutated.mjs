/**
 * Files of every kind, damaged at places of chance, through one process: `node mutated.mjs FOLDER COUNT SEED`; with a fourth
 * word they are only made and kept. Each is taken as
 * terms, as units and as running text. A line for each file that did not go well, and one of figures at the end.
 */
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { basename, extname, join } from 'node:path';
import { unzipSync, zipSync } from 'fflate';
import { fileURLToPath } from 'node:url';

const [, , folder, count, seed, keep] = process.argv;
const dist = (path) => import(fileURLToPath(new URL(`../../packages/${path}`, import.meta.url)));
const { DataError } = await dist('core/dist/diagnostic.js');
const { Evaluation } = await dist('core/dist/intake/evaluate.js');
const { proposeReading } = await dist('core/dist/intake/propose.js');
const { openClientFile } = await dist('files/dist/formats/registry.js');
const { UnitFile } = await dist('files/dist/unit-file.js');
const { runningText } = await dist('files/dist/running-text.js');

/** Mulberry32: the same numbers every time. */
let state = Number(seed);
function next() {
  state = (state + 0x6d2b79f5) | 0;
  let t = Math.imul(state ^ (state >>> 15), 1 | state);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
}
const below = (n) => Math.floor(next() * n);

/** What readers of text and markup have to reckon with. */
const ODD = [
  '"',
  '<',
  '>',
  '&',
  '&#0;',
  '&#x110000;',
  '\0',
  '\uFEFF',
  '\r',
  '\n\n\n',
  ']]>',
  '<!--',
  '<![CDATA[',
  '\\',
  '\ud800',
  '{',
  '}',
  '\u202e',
  '999999999999999999999',
  '-1',
  'NaN',
  '\t\t\t',
  '<tu>',
  '</seg>',
  'xml:lang=""',
  ';;;;;;',
  '\u0300'.repeat(60),
  ' '.repeat(3000),
  '('.repeat(3000),
  'a'.repeat(50_000),
];

function damaged(bytes) {
  let all = Buffer.from(bytes);
  for (let n = 1 + below(5); n > 0; n--) {
    const at = below(all.length + 1);
    const length = below(Math.min(400, all.length - at + 1));
    const [before, behind] = [all.subarray(0, at), all.subarray(at)];
    switch (below(7)) {
      case 0:
        all = Buffer.concat([before, behind.subarray(length)]);
        break;
      case 1:
        all = Buffer.concat([before, Buffer.from([below(256)]), behind]);
        break;
      case 2:
        all = Buffer.concat([before, behind.subarray(0, length), behind]);
        break;
      case 3:
        all = Buffer.concat([before, Buffer.from(ODD[below(ODD.length)]), behind]);
        break;
      case 4:
        all = Buffer.from(before);
        break;
      case 5:
        if (all.length > at) {
          all = Buffer.from(all);
          all[at] = below(256);
        }
        break;
      default:
        all = Buffer.concat([before, all.subarray(0, length), behind]);
    }
  }
  return all;
}

/** Packages are damaged as they are, or in one of their parts. */
function mutated(bytes) {
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b || next() < 0.25) return damaged(bytes);
  const parts = unzipSync(bytes);
  const names = Object.keys(parts).filter((name) => parts[name].length > 0);
  const name = names[below(names.length)];
  return zipSync({ ...parts, [name]: damaged(parts[name]) }, { level: 1 });
}

async function asTerms(path, name) {
  const file = await openClientFile(path, name);
  try {
    if (file.kind === 'zip') return null;
    const sample = await file.survey();
    const evaluation = new Evaluation(proposeReading(sample));
    for await (const row of file.rows(sample.source)) evaluation.see(row);
    evaluation.end();
    const { rows, entries, joined, heldBack, notData } = evaluation.tally;
    if (rows !== entries + joined + heldBack + notData)
      throw new Error(`the tally does not add up: ${JSON.stringify(evaluation.tally)}`);
  } finally {
    file.close();
  }
}

async function asUnits(path, name) {
  const file = await UnitFile.open(path, name, {});
  try {
    let taken = 0;
    for await (const batch of file.units()) taken += batch.length;
    const { count: all, left } = file.seen;
    if (all !== taken + left.length) throw new Error(`${all} units are not ${taken} taken and ${left.length} left`);
  } finally {
    file.close();
  }
}

const files = readdirSync(folder, { recursive: true })
  .map((name) => join(folder, String(name)))
  .filter((path) => !basename(path).startsWith('.') && statSync(path).isFile() && statSync(path).size < 3_000_000);
const figures = { files: 0, refused: 0, slowest: 0, slowestFile: '', memory: 0, wrong: 0 };
const target = join(folder, `.mutated-${seed}`);
for (let i = 0; i < Number(count); i++) {
  const path = files[below(files.length)];
  const name = `mutated${extname(path)}`;
  writeFileSync(keep ? `${target}-${i}${extname(path)}` : target, mutated(readFileSync(path)));
  if (keep) continue;
  for (const [what, take] of [
    ['terms', asTerms],
    ['units', asUnits],
    ['running text', runningText],
  ]) {
    const start = performance.now();
    try {
      await take(target, name);
    } catch (error) {
      if (error instanceof DataError) figures.refused++;
      else {
        figures.wrong++;
        process.stdout.write(`WRONG ${i} ${basename(path)} as ${what}: ${error.stack}\n`);
        writeFileSync(join(folder, `.wrong-${seed}-${i}${extname(path)}`), readFileSync(target));
      }
    }
    const time = performance.now() - start;
    if (time > figures.slowest) {
      figures.slowest = Math.round(time);
      figures.slowestFile = `${basename(path)} as ${what}, file ${i}`;
    }
  }
  figures.files++;
  if (i % 20 === 0) figures.memory = Math.max(figures.memory, Math.round(process.memoryUsage().rss / 1024 ** 2));
  if (i % 100 === 0) process.stdout.write(`at ${i}\n`);
}
process.stdout.write(`FIGURES ${JSON.stringify(figures)}\n`);
