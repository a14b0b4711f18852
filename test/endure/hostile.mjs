/**
 * One hostile file, taken in one way, in a process of its own: `node hostile.mjs KIND FOLDER`. Prints what became of it, the
 * milliseconds and the most memory in MB. Twice the size must not take four times the time: `KIND SIZE` scales it.
 */
import { createWriteStream, readFileSync, writeFileSync } from 'node:fs';
import { once } from 'node:events';
import { join } from 'node:path';
import { strToU8, zipSync } from 'fflate';
import { fileURLToPath } from 'node:url';

const [, , kind, folder, size = '1'] = process.argv;
const scale = Number(size);
const dist = (path) => import(fileURLToPath(new URL(`../../packages/${path}`, import.meta.url)));
const { DataError } = await dist('core/dist/diagnostic.js');

async function written(name, pieces) {
  const path = join(folder, name);
  const out = createWriteStream(path);
  for (const piece of pieces) if (!out.write(piece)) await once(out, 'drain');
  out.end();
  await once(out, 'finish');
  return path;
}

function* repeated(text, times, head = '', tail = '') {
  yield head;
  const block = text.repeat(Math.min(times, Math.max(1, Math.floor(1_000_000 / text.length))));
  const blocks = Math.floor((times * text.length) / block.length);
  for (let i = 0; i < blocks; i++) yield block;
  yield text.repeat(times - Math.floor((blocks * block.length) / text.length));
  yield tail;
}

async function terms(path, name) {
  const { openClientFile } = await dist('files/dist/formats/registry.js');
  const { Evaluation } = await dist('core/dist/intake/evaluate.js');
  const { proposeReading } = await dist('core/dist/intake/propose.js');
  const file = await openClientFile(path, name);
  try {
    const sample = await file.survey();
    const evaluation = new Evaluation(proposeReading(sample));
    for await (const row of file.rows(sample.source)) evaluation.see(row);
    evaluation.end();
    return evaluation.tally;
  } finally {
    file.close();
  }
}

async function units(path, name) {
  const { UnitFile } = await dist('files/dist/unit-file.js');
  const file = await UnitFile.open(path, name, {});
  try {
    let taken = 0;
    for await (const batch of file.units()) taken += batch.length;
    return { taken, left: file.seen.left.length };
  } finally {
    file.close();
  }
}

async function text(path, name) {
  const { runningText } = await dist('files/dist/running-text.js');
  const { cutText } = await dist('core/dist/alignment/layout.js');
  const { segmenterFor } = await dist('core/dist/segmentation/segmenter.js');
  const paragraphs = await runningText(path, name);
  return { segments: cutText(paragraphs, segmenterFor('en')).segments.length };
}

const workbook = (sheet) =>
  zipSync({
    '[Content_Types].xml': strToU8('<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"/>'),
    'xl/workbook.xml': strToU8(
      '<workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet name="A" sheetId="1" r:id="r1"/></sheets></workbook>',
    ),
    'xl/_rels/workbook.xml.rels': strToU8(
      '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/></Relationships>',
    ),
    'xl/worksheets/sheet1.xml': strToU8(
      `<worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData>${sheet}</sheetData></worksheet>`,
    ),
  });
const row = (r, a, b) =>
  `<row r="${r}"><c r="A${r}" t="inlineStr"><is><t>${a}</t></is></c><c r="B${r}" t="inlineStr"><is><t>${b}</t></is></c></row>`;
const TMX = [
  '<?xml version="1.0"?><tmx version="1.4"><header srclang="en" creationtool="x" creationtoolversion="1" segtype="sentence" o-tmf="x" adminlang="en" datatype="xml"/><body>',
  '</body></tmx>',
];
const HEAD = 'Deutsch;English\nTor;gate\nWehr;weir\n';

const KINDS = {
  'nested Markdown quotes': async () => text(await written('a.md', repeated('>', 50_000 * scale, '', ' x\n')), 'a.md'),
  'nested Markdown lists': async () => text(await written('a.md', repeated('- ', 50_000 * scale, '', 'x\n')), 'a.md'),
  'nested Markdown brackets': async () => text(await written('a.md', repeated('[', 50_000 * scale, '', 'x\n')), 'a.md'),
  'nested Markdown stars': async () =>
    text(await written('a.md', repeated('*a **b ', 20_000 * scale, '', 'x\n')), 'a.md'),
  'Markdown back ticks': async () =>
    text(
      await written(
        'a.md',
        Array.from({ length: 1500 * scale }, (_, i) => `${'`'.repeat(i + 1)} `),
      ),
      'a.md',
    ),
  'a cell of 20 MB, delimited': async () =>
    terms(await written('a.csv', repeated('x', 20_000_000 * scale, HEAD, ';y\n')), 'a.csv'),
  'a cell of 20 MB, XLSX': async () => {
    writeFileSync(
      join(folder, 'a.xlsx'),
      workbook(row(1, 'Deutsch', 'English') + row(2, 'Tor', 'x'.repeat(20_000_000 * scale))),
    );
    return terms(join(folder, 'a.xlsx'), 'a.xlsx');
  },
  'a cell of 20 MB, web page': async () =>
    terms(
      await written(
        'a.html',
        repeated('x', 20_000_000 * scale, '<html><table><tr><td>Deutsch<td>English<tr><td>Tor<td>', '</table></html>'),
      ),
      'a.html',
    ),
  'a segment of 20 MB, TMX': async () =>
    units(
      await written(
        'a.tmx',
        repeated(
          'x',
          20_000_000 * scale,
          `${TMX[0]}<tu><tuv xml:lang="en"><seg>a</seg></tuv><tuv xml:lang="de"><seg>`,
          `</seg></tuv></tu>${TMX[1]}`,
        ),
      ),
      'a.tmx',
    ),
  'a cell of 3 MB of spaces': async () =>
    terms(await written('a.csv', repeated(' ', 3_000_000 * scale, `${HEAD}Kai;a`, 'b\n')), 'a.csv'),
  'a cell of 3 MB of brackets': async () =>
    terms(await written('a.csv', repeated('(a) [', 600_000 * scale, `${HEAD}Kai;`, 'b\n')), 'a.csv'),
  'a cell of 3 MB of marks': async () =>
    terms(await written('a.csv', repeated('\u0651\u064e', 1_000_000 * scale, `${HEAD}Kai;a`, 'b\n')), 'a.csv'),
  'a cell of 3 MB of separators': async () =>
    terms(await written('a.csv', repeated('/, ', 1_000_000 * scale, `${HEAD}Kai;a`, 'b\n')), 'a.csv'),
  'blank lines of 5 MB': async () =>
    terms(await written('a.csv', repeated('\n', 5_000_000 * scale, HEAD, 'Kai;quay\n')), 'a.csv'),
  'blank lines of 5 MB, running text': async () =>
    text(await written('a.txt', repeated('\n', 5_000_000 * scale, 'One line.\n', 'Another line.\n')), 'a.txt'),
  'a line of 200 MB, running text': async () =>
    text(await written('a.txt', repeated('All work and no play. ', 10_000_000 * scale)), 'a.txt'),
  'a text of 30 MB, running text': async () =>
    text(await written('a.txt', repeated('All work and no play makes a dull day.\n', 750_000 * scale)), 'a.txt'),
  '10,000 kinds of attributes': async () => {
    const unit = (i) =>
      `<tu>${Array.from({ length: 100 }, (_, k) => `<prop type="x-${i * 100 + k}">v</prop>`).join('')}<tuv xml:lang="en"><seg>a ${i}</seg></tuv><tuv xml:lang="de"><seg>b ${i}</seg></tuv></tu>`;
    const path = await written('a.tmx', [TMX[0], ...Array.from({ length: 100 * scale }, (_, i) => unit(i)), TMX[1]]);
    const { UnitFile } = await dist('files/dist/unit-file.js');
    const { UnitColumns } = await dist('core/dist/memory/table.js');
    const file = await UnitFile.open(path, 'a.tmx', {});
    const all = [];
    for await (const batch of file.units()) all.push(...batch.map(({ unit: one }) => one));
    file.close();
    const columns = new UnitColumns();
    for (const one of all) columns.see(one);
    const width = columns.header().length;
    return {
      units: all.length,
      width,
      said: all.reduce((sum, one) => sum + columns.row(one).join('').split('v').length - 1, 0),
    };
  },
  'row numbers beyond any sheet, XLSX': async () => {
    writeFileSync(join(folder, 'a.xlsx'), workbook(row(1, 'Deutsch', 'English') + row(999_999_999_999, 'Tor', 'gate')));
    return terms(join(folder, 'a.xlsx'), 'a.xlsx');
  },
  'row numbers twice, XLSX': async () => {
    writeFileSync(join(folder, 'a.xlsx'), workbook(row(1, 'Deutsch', 'English') + row(1, 'Tor', 'gate')));
    return terms(join(folder, 'a.xlsx'), 'a.xlsx');
  },
};

/**
 * The most memory that this process has held, in MB, from `/proc` (Linux). Not `process.resourceUsage().maxRSS`: a program
 * started by another inherits there what its parent held, so a large test run would be counted here.
 */
function highestMemory() {
  return Math.round(Number(/^VmHWM:\s+(\d+) kB/m.exec(readFileSync('/proc/self/status', 'utf8'))[1]) / 1024);
}

if (kind === 'list') process.stdout.write(JSON.stringify(Object.keys(KINDS)));
else {
  const start = performance.now();
  let outcome;
  try {
    outcome = JSON.stringify(await KINDS[kind]());
  } catch (error) {
    if (!(error instanceof DataError)) throw error;
    outcome = error.diagnostic.code;
  }
  process.stdout.write(
    JSON.stringify({
      outcome,
      time: Math.round(performance.now() - start),
      memory: highestMemory(),
    }),
  );
}
