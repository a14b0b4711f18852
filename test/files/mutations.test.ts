/** Damaged and hostile files: each is read or refused with a message of ours, in reasonable time; nothing else. */
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DataError } from '@fair-copy/core/diagnostic.js';
import { Evaluation } from '@fair-copy/core/intake/evaluate.js';
import { proposeReading } from '@fair-copy/core/intake/propose.js';
import { openClientFile } from '@fair-copy/files/formats/registry.js';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'fair-copy-mutations-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

/** The whole way from bytes to outcomes; gives back what was refused, or the tally. */
async function taken(bytes: Uint8Array): Promise<string | { readonly rows: number; readonly sum: number }> {
  const path = join(folder, 'file');
  writeFileSync(path, bytes);
  try {
    const file = await openClientFile(path, 'file');
    try {
      if (file.kind === 'zip') return 'zip';
      const sample = await file.survey();
      const evaluation = new Evaluation(proposeReading(sample));
      for await (const row of file.rows(sample.source)) evaluation.see(row);
      evaluation.end();
      const { rows, entries, joined, heldBack, notData } = evaluation.tally;
      return { rows, sum: entries + joined + heldBack + notData };
    } finally {
      file.close();
    }
  } catch (error) {
    if (error instanceof DataError) return error.diagnostic.code;
    throw error;
  }
}

const DOCX = `<w:document xmlns:w="w"><w:body><w:tbl><w:tr><w:tc><w:p><w:r><w:t>Deutsch</w:t></w:r></w:p></w:tc><w:tc><w:p><w:r><w:t>English</w:t></w:r></w:p></w:tc></w:tr><w:tr><w:tc><w:tcPr><w:vMerge w:val="restart"/></w:tcPr><w:p><w:r><w:t>Tor</w:t></w:r></w:p></w:tc><w:tc><w:p><w:r><w:t>gate</w:t></w:r></w:p></w:tc></w:tr></w:tbl></w:body></w:document>`;
const ODS = `<office:document-content xmlns:office="o" xmlns:table="t" xmlns:text="x"><office:body><office:spreadsheet><table:table table:name="A"><table:table-row><table:table-cell table:number-columns-repeated="2"><text:p>Deutsch</text:p></table:table-cell></table:table-row><table:table-row><table:table-cell><text:p>Tor</text:p></table:table-cell><table:table-cell><text:p>gate</text:p></table:table-cell></table:table-row></table:table></office:spreadsheet></office:body></office:document-content>`;
const TEXTS: Readonly<Record<string, string>> = {
  tbx: `<?xml version="1.0"?><tbx type="TBX-Basic" style="dca"><text><body><conceptEntry id="c1"><descripGrp><descrip type="definition">d</descrip><admin type="source">s</admin></descripGrp><transacGrp><date>2020</date></transacGrp><langSec xml:lang="en"><termSec><term>gate</term><note>n</note></termSec></langSec><langSec xml:lang="de"><termSec><term>Tor</term></termSec></langSec></conceptEntry></body></text></tbx>`,
  xliff: `<?xml version="1.0"?><xliff version="1.2"><file source-language="en" target-language="de"><body><trans-unit id="1"><source>ga<g id="1">te</g></source><target>Tor</target><alt-trans><target>x</target></alt-trans></trans-unit></body></file></xliff>`,
  html: `<!doctype html><html><body><h1>T</h1><table><tr><th>Deutsch<th>English<tr><td rowspan=2>Tor<td>gate</table><dl><dt>Kai<dd>quay</dl></body></html>`,
  csv: `ID;Deutsch;English;Status;Definition\nc1;"Tor; Pforte";gate (door);verboten;&quot;x&quot;\nc1;die Tür;see gate;;\n;Schleuse {f};lock(s);;\n`,
  dictionary: `Tor {n}; Pforte {f} | Tore {pl} :: gate; door | gates\nWehr {n} [constr.] :: weir (dam)\nKai {m} :: quay\n`,
};

/** Bytes taken away, put in, doubled or changed, at places of chance. */
const damage = fc.array(
  fc.record({
    at: fc.double({ min: 0, max: 1, noNaN: true }),
    how: fc.constantFrom('cut', 'insert', 'repeat', 'flip'),
    byte: fc.integer({ min: 0, max: 255 }),
  }),
  { minLength: 1, maxLength: 6 },
);

function damaged(bytes: Uint8Array, changes: readonly { at: number; how: string; byte: number }[]): Uint8Array {
  let all = [...bytes];
  for (const { at, how, byte } of changes) {
    const place = Math.floor(at * all.length);
    if (how === 'cut') all.splice(place, byte);
    else if (how === 'insert') all.splice(place, 0, byte);
    else if (how === 'repeat')
      all = [...all.slice(0, place), ...all.slice(Math.max(0, place - byte), place), ...all.slice(place)];
    else if (all.length) all[place] = byte;
  }
  return Uint8Array.from(all);
}

describe('damaged texts', () => {
  test.each(Object.entries(TEXTS))('%s', (_, text) =>
    fc.assert(
      fc.asyncProperty(damage, async (changes) => {
        const result = await taken(damaged(strToU8(text), changes));
        if (typeof result !== 'string') expect(result.sum).toBe(result.rows);
      }),
      { numRuns: 150 },
    ),
  );
});

describe('packages whose parts are damaged', () => {
  test.each([
    ['docx', 'word/document.xml', DOCX, {}],
    ['ods', 'content.xml', ODS, { mimetype: 'application/vnd.oasis.opendocument.spreadsheet' }],
  ] as const)('%s', (_, part, text, others) =>
    fc.assert(
      fc.asyncProperty(damage, async (changes) => {
        const files = Object.fromEntries(Object.entries(others).map(([name, content]) => [name, strToU8(content)]));
        const result = await taken(zipSync({ ...files, [part]: damaged(strToU8(text), changes) }));
        if (typeof result !== 'string') expect(result.sum).toBe(result.rows);
      }),
      { numRuns: 80 },
    ),
  );
});

describe('hostile files', () => {
  test.each([
    ['a table of a million columns', `<html><table><tr>${'<td colspan=1000>x'.repeat(1000)}</table></html>`],
    ['a table nested 20,000 times', `<html>${'<table><tr><td>'.repeat(20_000)}x</html>`],
    ['a TBX of 100,000 levels', `<?xml version="1.0"?><tbx><text>${'<body>'.repeat(100_000)}`],
    [
      'an XLIFF with an entity bomb',
      `<?xml version="1.0"?><!DOCTYPE xliff [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><xliff version="1.2"><file><body><trans-unit id="1"><source>&b;</source></trans-unit></body></file></xliff>`,
    ],
    ['a dictionary line of many groups', `${'a | '.repeat(200_000)}b :: c\n`.repeat(2)],
    ['a cell of a million brackets', `Deutsch;English\nTor;${'('.repeat(1_000_000)}\nWehr;${'a (b) '.repeat(5000)}\n`],
    // What grew with the square of the size would not end before the tests are given up.
  ])('%s is read or refused', async (_, text) => {
    const result = await taken(strToU8(text));
    expect(typeof result === 'string' ? result : result.sum === result.rows).toBeTruthy();
  });
});
