/** Makes the client files of the scenario as clients would send them. `node demo/make-files.mjs FOLDER` */
import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { zipSync } from 'fflate';
import iconv from 'iconv-lite';
import { PNG } from 'pngjs';
import { CANAL } from './scenario/canal.mjs';
import { KILNS } from './scenario/kilns.mjs';
import {
  bilingualTable,
  catalogue,
  damagedMemory,
  canalCompanyMemory,
  polishMemory,
  harbourMemory,
  jobMemory,
  kilnMemory,
  lastingMemory,
  markedText,
  xliff,
} from './make-memories.mjs';
import { makeDocuments } from './make-documents.mjs';
import { writeWord } from './word.mjs';
import { workbook } from './workbook.mjs';
import { DRAWINGS, HEADER, STRUCTURES } from './scenario/structures.mjs';
import { TROUBLES } from './scenario/troubles.mjs';

const [DE, EN, FR, PT, PL] = [0, 1, 2, 3, 4];

/** What each file is called, who sent it, and whether the demo takes it in or leaves it on the desk. */
export const FILES = [
  {
    client: 'Brennick Waterways',
    name: 'Brennick_Terminologie_2026.xlsx',
    termbase: 'Brennick terminology',
    make: terminology,
  },
  { client: 'Brennick Waterways', name: 'glossar_de-pt.txt', termbase: null, make: tabText },
  { client: 'Brennick Waterways', name: 'slowniczek_sluzy.csv', termbase: 'Śluzy pl-de', make: polish },
  { client: 'Brennick Waterways', name: 'towpath signs.csv', termbase: null, make: swapped },
  { client: 'Alder & Voss Kilns', name: 'kiln_terms_ja.csv', termbase: 'Kilns ja-en', make: japanese },
  { client: 'Alder & Voss Kilns', name: 'Ofen-Glossar.txt', termbase: null, make: equalsText },
  { client: 'Alder & Voss Kilns', name: 'kiln photo.csv', termbase: null, make: picture },
  {
    client: 'Brennick Waterways',
    name: 'Brennick_Bauwerke.zip',
    member: 'Bauwerke.xlsx',
    termbase: 'Brennick structures',
    make: structures,
  },
  { client: 'Brennick Waterways', name: 'Altbestand_gemischt.txt', termbase: null, make: troubles },
  { client: 'Alder & Voss Kilns', name: 'kiln_termbase.tbx', termbase: 'Kiln termbase', make: exchange },
  { client: 'Alder & Voss Kilns', name: 'Ofenteile.docx', termbase: null, make: wordDocument },
  { client: 'Brennick Waterways', name: 'Brennick_2019-2024.tmx', memory: 'Brennick lasting', make: lastingMemory },
  { client: 'Brennick Waterways', name: 'Hafenordnung_de-pt.tmx', memory: 'Harbour rules de-pt', make: harbourMemory },
  { client: 'Brennick Waterways', name: 'Wartung_neu.tmx', memory: null, make: damagedMemory },
  { client: 'Brennick Waterways', name: 'signs_en-de.txt', memory: null, make: markedText },
  { client: 'Brennick Waterways', name: 'Rules side by side.docx', memory: null, make: bilingualTable },
  { client: 'Alder & Voss Kilns', name: 'Ofenhandbuch.tmx', memory: 'Kiln handbook', make: kilnMemory },
  { client: 'Alder & Voss Kilns', name: 'controller_de.po', memory: null, make: catalogue },
  { client: 'Alder & Voss Kilns', name: 'handbook_en-ja.xlf', memory: null, make: xliff },
  { client: 'Brennick Waterways', name: 'Spring_2026_en-de.tmx', memory: 'Spring notices 2026', make: jobMemory },
  {
    client: 'Brennick Waterways',
    name: 'Marsh_End_Canal_de-en.tmx',
    memory: 'Marsh End Canal Company',
    make: canalCompanyMemory,
  },
  { client: 'Brennick Waterways', name: 'Przepisy_pl-de.tmx', memory: 'Harbour rules pl-de', make: polishMemory },
];

export async function makeFiles(folder) {
  await mkdir(folder, { recursive: true });
  for (const { name, make } of FILES) await make(join(folder, name));
  await makeDocuments(folder);
}

/** Title rows, a second sheet, a hidden one, hidden rows, synonyms, notes in brackets, gaps, doublettes, stray spaces. */
async function terminology(path) {
  const rows = CANAL.slice(0, 40).map((entry) => [entry[DE], entry[EN], '']);
  const change = (term, cells) => {
    rows.splice(
      rows.findIndex((row) => row[0] === term),
      1,
      cells,
    );
  };
  change('Wehr', ['Wehr; Stauwehr', 'weir; barrage', '']);
  change('Schütz', ['Schütz; Schütztafel', 'sluice gate; sluice', '']);
  change('Poller', ['Poller; Haltepoller', 'bollard; mooring post', '']);
  change('Fahrrinne', ['Fahrrinne; Fahrwasser', 'fairway; navigation channel', '']);
  change('Drempel', ['Drempel (Torschwelle)', 'gate sill ', 'mit dem Bauamt klären']);
  change('Haltung', ['Haltung (Kanalabschnitt)', 'pound', 'nicht „posture“']);
  change('Umlaufkanal', ['Umlaufkanal', '', '']);
  change('Scheitelhaltung', ['Scheitelhaltung', '', 'fehlt noch']);
  change('Böschung', ['Böschung', 'Embankment slope', '']);
  change('Pegel', ['Pegel  ', 'water\u00a0gauge', '']);
  change('Überlauf', ['Überlauf', 'overflow.', '']);
  change('Uferbefestigung', ['Ufer\u00adbefestigung', 'bank protection', '']);
  change('Tauchtiefe', ['Tauchtiefe', 'draught (loaded', '']);
  rows.push(
    ['Schleuse', 'lock', ''],
    ['Pegel', 'water level', 'Messwert'],
    ['Klappbrücke', 'bascule bridge', ''],
    ['Böschung', 'bank', 'umgangssprachlich'],
  );
  const bridges = CANAL.filter((e) => e[EN].includes('bridge')).map((entry) => [entry[DE], entry[EN]]);
  const sheets = [
    {
      name: 'Terminologie',
      rows: [
        ['Brennick Waterways – Terminologieliste'],
        ['Stand: März 2026, bitte nicht weitergeben'],
        [],
        ['Nr.', 'Deutsch', 'English (United Kingdom)', 'Bemerkung'],
        ...rows.map((cells, i) => [i + 1, ...cells]),
        ['', 'Summe', '', String(rows.length)],
      ],
      merged: ['A1:D1'],
      bold: [4],
      hiddenRows: [9, 10],
      widths: [6, 32, 32, 32],
    },
    { name: 'Brücken', rows: [['DE', 'EN-GB'], ...bridges] },
    {
      name: 'alt',
      hidden: true,
      rows: [
        ['Deutsch', 'Englisch'],
        ['Kammerschleuse', 'pound lock'],
      ],
    },
  ];
  await writeFile(path, workbook(sheets));
}

/** No header, windows-1252, tabs, CRLF: German and Portuguese. */
async function tabText(path) {
  const rows = CANAL.map((e) => [e[DE], e[PT]]);
  rows.splice(12, 0, ['Wehr', 'açude']);
  rows.push(
    ['Schleusenbetriebszeiten', ''],
    ['Überlauf', 'descarregador'],
    ['Kanalpflege', 'manutenção do canal', 'ou conservação?'],
    ['Treidelvertrag', '???'],
  );
  await writeFile(path, iconv.encode(rows.map((row) => row.join('\t')).join('\r\n') + '\r\n', 'windows-1252'));
}

/** Semicolons, windows-1250, Polish header. */
async function polish(path) {
  const rows = [
    ['Polski', 'Niemiecki', 'Uwagi'],
    ...CANAL.slice(0, 30).map((e, i) => [e[PL], e[DE], i === 3 ? 'do sprawdzenia' : '']),
  ];
  await writeFile(path, iconv.encode(rows.map((row) => row.join(';')).join('\r\n') + '\r\n', 'windows-1250'));
}

/** UTF-8 with byte order mark; whoever wrote the header exchanged the languages. */
async function swapped(path) {
  const quoted = (text) => (/[",]/.test(text) ? `"${text.replace(/"/g, '""')}"` : text);
  const rows = [['Français', 'English'], ...CANAL.slice(10, 40).map((e) => [e[EN], e[FR]])];
  await writeFile(path, '\uFEFF' + rows.map((row) => row.map(quoted).join(',')).join('\n') + '\n');
}

/** Shift_JIS with Japanese headers. */
async function japanese(path) {
  const rows = [['日本語', '英語'], ...KILNS.map(([, en, ja]) => [ja, en])];
  await writeFile(path, iconv.encode(rows.map((row) => row.join(',')).join('\r\n') + '\r\n', 'Shift_JIS'));
}

/** "Begriff = term", UTF-16 little-endian. */
async function equalsText(path) {
  const text = KILNS.map(([de, en]) => `${de} = ${en}`).join('\r\n') + '\r\n';
  await writeFile(path, iconv.encode('\uFEFF' + text, 'UTF-16LE', { addBOM: false }));
}

/** A sheet with every field and its folder of pictures: one is missing, one is named nowhere. */
async function structures(path) {
  const files = { 'Bauwerke.xlsx': workbook([{ name: 'Bauwerke', rows: [HEADER, ...STRUCTURES] }]) };
  for (const [name, shapes] of Object.entries(DRAWINGS)) files[`Bilder/${name}`] = drawing(shapes);
  await writeFile(path, zipSync(files));
}

const COLOURS = { water: [126, 168, 178], wall: [120, 112, 100], gate: [178, 58, 38] };

/** A drawing in three colours on paper, as a PNG. */
function drawing(shapes) {
  const scale = 3;
  const png = new PNG({ width: 120 * scale, height: 80 * scale });
  for (let i = 0; i < png.data.length; i += 4) png.data.set([250, 247, 240, 255], i);
  for (const [kind, x, y, width, height] of shapes)
    for (let row = y * scale; row < (y + height) * scale; row++)
      for (let column = x * scale; column < (x + width) * scale; column++)
        png.data.set(COLOURS[kind], (row * png.width + column) * 4);
  return new Uint8Array(PNG.sync.write(png));
}

/** Every habit that a list can have, in UTF-8 that was once read as windows-1252 in places. */
async function troubles(path) {
  await writeFile(path, '\uFEFF' + TROUBLES.map((row) => row.join('\t')).join('\r\n') + '\r\n');
}

/** ISO 30042:2019, style DCT, with what other programs write into it. */
async function exchange(path) {
  const section = (language, text, more) =>
    `<langSec xml:lang="${language}"><termSec><term>${text}</term><min:partOfSpeech>noun</min:partOfSpeech>${more}</termSec></langSec>`;
  const entries = KILNS.slice(0, 14).map(
    (
      [de, en, ja],
      i,
    ) => `<conceptEntry id="k${i + 1}"><min:subjectField>${i < 7 ? 'kilns' : 'firing'}</min:subjectField>
<transacGrp><basic:transactionType>origination</basic:transactionType><date>2021-04-${String(10 + i)}</date></transacGrp>
${section('de', de, '<min:administrativeStatus>preferredTerm-admn-sts</min:administrativeStatus>')}${section('en', en, i === 2 ? '<note>Check with the workshop.</note>' : '')}${section('ja', ja, '')}</conceptEntry>`,
  );
  const document = `<?xml version="1.0" encoding="UTF-8"?>
<tbx type="TBX-Basic" style="dct" xml:lang="en" xmlns="urn:iso:std:iso:30042:ed-2" xmlns:min="http://www.tbxinfo.net/ns/min" xmlns:basic="http://www.tbxinfo.net/ns/basic">
<tbxHeader><fileDesc><titleStmt><title>Kilns</title></titleStmt><sourceDesc><p>Alder &amp; Voss workshop list</p></sourceDesc></fileDesc></tbxHeader>
<text><body>
${entries.join('\n')}
</body></text></tbx>
`;
  await writeFile(path, document);
}

/** A word-processor document: a heading, a sentence, and a list "Benennung – term: definition". */
async function wordDocument(path) {
  const escaped = (text) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');
  const paragraph = (text, style = '') =>
    `<w:p>${style && `<w:pPr><w:pStyle w:val="${style}"/></w:pPr>`}<w:r><w:t xml:space="preserve">${escaped(text)}</w:t></w:r></w:p>`;
  const entries = KILNS.slice(0, 18).map(([de, en], i) =>
    paragraph(i % 3 ? `${de} – ${en}` : `${de} – ${en}: part no. ${100 + i} of the kiln drawing`),
  );
  const body = [paragraph('Ofenteile Alder & Voss', 'Heading1'), ...entries].join('');
  await writeWord(path, body);
}

/** A picture that somebody named .csv. */
async function picture(path) {
  const base64 = 'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
  await writeFile(path, Buffer.from(base64, 'base64'));
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await makeFiles(process.argv[2] ?? 'demo-files');
