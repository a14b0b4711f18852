/** The memories and bilingual texts of the scenario. */
import { writeFile } from 'node:fs/promises';
import iconv from 'iconv-lite';
import { COMPANY, NEWER, POLISH, POLISH_BESIDES, SPRING } from './scenario/merging.mjs';
import { KILN, KILN_SUPPLIER, LOG, WATERWAY } from './scenario/texts.mjs';
import { FIRST_YEAR, WATERWAY_YEARS } from './scenario/waterway-years.mjs';
import { writeWord } from './word.mjs';

const xml = (text) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');

/** @param variants pairs of a language, as its file spells it, and the content of the segment */
function unit(variants, attributes = '', inner = '') {
  const tuvs = variants.map(([language, segment]) => `<tuv xml:lang="${language}"><seg>${segment}</seg></tuv>`);
  return `<tu${attributes}>${inner}${tuvs.join('')}</tu>`;
}

/** Units of plain texts. @param attributes of each, by its number */
function bilingual(pairs, [source, target], attributes, inner = '') {
  return pairs.map(([from, to], i) =>
    unit(
      [
        [source, xml(from)],
        [target, xml(to)],
      ],
      attributes(i),
      inner,
    ),
  );
}

function tmxText(units, source, tool) {
  return `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE tmx SYSTEM "tmx14.dtd">
<tmx version="1.4"><header creationtool="${tool}" creationtoolversion="3" segtype="sentence" o-tmf="${tool}" adminlang="en" srclang="${source}" datatype="xml"/>
<body>
${units.join('\n')}
</body></tmx>
`;
}

/** When and by whom, from a year on. */
function dated(i, year) {
  const day = String((i % 27) + 1).padStart(2, '0');
  const month = String((i % 12) + 1).padStart(2, '0');
  const who = ['mara', 'jonas', 'inês'][i % 3];
  return ` creationdate="${year}${month}${day}T0${i % 10}1500Z" creationid="${who}"${i % 4 === 0 ? ` changedate="${year + 1}${month}${day}T101500Z" changeid="mara"` : ''}`;
}

/** English to German, of several years, with codes, doublettes and a translation that changed. */
export async function lastingMemory(path) {
  const languages = ['en-GB', 'de-DE'];
  const rule = (i) => ` tuid="rules-${i + 1}"${dated(i, 2021)}`;
  const units = bilingual(WATERWAY, languages, rule, '<prop type="project">Harbour rules</prop>');
  for (const [k, pairs] of WATERWAY_YEARS.entries()) {
    const project = `<prop type="project">Waterways ${FIRST_YEAR + k}</prop>`;
    units.push(...bilingual(pairs, languages, (i) => dated(i, FIRST_YEAR + k), project));
  }
  const bold = (text) =>
    text.replace(/\*(.+?)\*/, '<bpt i="1" type="bold">&lt;b&gt;</bpt>$1<ept i="1">&lt;/b&gt;</ept>');
  for (const [en, de] of [
    ['Press *Start* to fill the chamber.', 'Drücken Sie *Start*, um die Kammer zu füllen.'],
    ['Press *Stop* to halt the gate.', 'Drücken Sie *Stopp*, um das Tor anzuhalten.'],
    [
      'Opening hours:<ph x="1" type="lb">&lt;br/&gt;</ph>*8 to 18*',
      'Öffnungszeiten:<ph x="1" type="lb">&lt;br/&gt;</ph>*8 bis 18 Uhr*',
    ],
  ])
    units.push(
      unit(
        [
          ['en-GB', bold(en)],
          ['de-DE', bold(de)],
        ],
        dated(units.length, 2024),
      ),
    );
  units.push(...bilingual([['Keep clear of the weir.', 'Vom Wehr fernbleiben!']], languages, () => dated(3, 2019)));
  await writeFile(path, tmxText(units, 'en-GB', 'desk'));
}

/** What a job of this spring brought: much that is known, newer wording, signs with and without a full stop, and new texts. */
export async function jobMemory(path) {
  const known = WATERWAY_YEARS.at(-1);
  const date = (i) => ` creationdate="2026040${1 + (i % 9)}T081500Z" creationid="jonas"`;
  const pairs = [
    ...known.slice(0, 24),
    ...NEWER,
    // The same but for a mark, capitals, a space.
    ['Keep clear of the weir', 'Vom Wehr fernhalten'],
    ['CLOSE BOTH PADDLES AFTER USE.', 'NACH GEBRAUCH BEIDE SCHÜTZE SCHLIESSEN.'],
    ['Mooring is permitted  for a maximum of 24 hours.', 'Anlegen ist für höchstens 24 Stunden gestattet.'],
    ...SPRING,
  ];
  const units = bilingual(pairs, ['en-GB', 'de-DE'], date, '<prop type="project">Spring notices 2026</prop>');
  await writeFile(path, tmxText(units, 'en-GB', 'desk'));
}

/** Of a canal company that was bought up: German to English, older, some of it without dates. */
export async function canalCompanyMemory(path) {
  const older = [
    ...WATERWAY.slice(0, 9).map(([en, de]) => [de, en]),
    ['Halten Sie Abstand zum Wehr.', 'Stay away from the weir.'],
    ['Schließen Sie nach Gebrauch beide Schütze.', 'Shut both sluices after use.'],
    ['Vom Wehr fernbleiben!', 'Keep off the weir!'],
    ...COMPANY,
  ];
  const date = (i) => (i % 4 === 3 ? '' : ` changedate="201${i % 6}0${1 + (i % 9)}12T070000Z" changeid="old clerk"`);
  const units = bilingual(older, ['de', 'en'], date);
  await writeFile(path, tmxText(units, 'de', 'oldtool'));
}

/** German to Portuguese, as an older tool wrote it: other spellings of the languages, UTF-16. */
export async function harbourMemory(path) {
  const pairs = WATERWAY.map(([, de, pt]) => [de, pt]);
  const units = bilingual(pairs, ['DE', 'PT-PT'], (i) => dated(i, 2016));
  const text = tmxText(units, 'DE', 'oldtool').replace('UTF-8', 'UTF-16');
  await writeFile(path, Buffer.concat([Buffer.from([0xff, 0xfe]), iconv.encode(text, 'utf16-le')]));
}

/** Polish to German, of the same harbour rules. */
export async function polishMemory(path) {
  const pairs = [...POLISH.map((pl, i) => [pl, WATERWAY[i][1]]), ...POLISH_BESIDES];
  const units = bilingual(pairs, ['pl', 'de'], (i) => dated(i, 2022));
  await writeFile(path, tmxText(units, 'pl', 'desk'));
}

/** With a unit of one language, an empty one, a bare ampersand, and the end missing. */
export async function damagedMemory(path) {
  const units = LOG.map(([en, de]) =>
    unit([
      ['en', xml(en.replace('#', '41'))],
      ['de', xml(de.replace('#', '41'))],
    ]),
  );
  units.splice(
    3,
    0,
    unit([
      ['en', 'Lock 41: crane & winch inspected.'],
      ['de', 'Schleuse 41: Kran & Winde geprüft.'],
    ]),
  );
  units.splice(
    5,
    0,
    unit([['en', 'Lock 41: to be checked.']]),
    unit([
      ['en', ''],
      ['de', ''],
    ]),
  );
  units.push('<tu><tuv xml:lang="en"><seg>Lock 42: lower</seg></tuv><tuv xml:lang="de"><seg>Schleuse 42: Unter');
  await writeFile(path, tmxText(units, 'en', 'desk').replace(/\n<\/body>[^]*$/, ''));
}

/** Source and translation between marks. */
export async function markedText(path) {
  const blocks = WATERWAY.map(([en, de]) => `{{${en} => ${de}}}`);
  await writeFile(path, blocks.join('\n\n') + '\n');
}

export async function bilingualTable(path) {
  const cell = (text) => `<w:tc><w:p><w:r><w:t xml:space="preserve">${xml(text)}</w:t></w:r></w:p></w:tc>`;
  const rows = [
    ['No.', 'English', 'Deutsch', 'Status'],
    ...WATERWAY.map(([en, de], i) => [String(i + 1), en, de, i % 5 ? 'approved' : 'draft']),
  ];
  await writeWord(path, `<w:tbl>${rows.map((row) => `<w:tr>${row.map(cell).join('')}</w:tr>`).join('')}</w:tbl>`);
}

/** German to English, with Japanese in some units. */
export async function kilnMemory(path) {
  const units = KILN.map(([de, en, ja], i) =>
    unit(
      [['de', xml(de)], ['en-US', xml(en)], ...(i % 2 ? [['ja', ja]] : [])],
      dated(i, 2022),
      '<prop type="product">Chamber kiln K4</prop>',
    ),
  );
  const panel = '<prop type="product">Control panel K4</prop>';
  const supplier = ' creationdate="20260412T091500Z" creationid="supplier"';
  units.push(...bilingual(KILN_SUPPLIER, ['de', 'en-US'], () => supplier, panel));
  await writeFile(path, tmxText(units, 'de', 'desk'));
}

export async function catalogue(path) {
  const entries = [
    ['Door open', 'Tür offen'],
    ['Firing %d of %d', 'Brand %d von %d'],
    ['Cooling down …', 'Kühlt ab …'],
    ['Sensor fault', ''],
  ].map(([id, text], i) => `#: panel.c:${i + 10}\nmsgid "${id}"\nmsgstr "${text}"\n`);
  entries.push(
    '#, fuzzy\nmsgid "Close the door"\nmsgstr "Tür offen"\n',
    'msgid "%d kiln"\nmsgid_plural "%d kilns"\nmsgstr[0] "%d Ofen"\nmsgstr[1] "%d Öfen"\n',
  );
  const head =
    'msgid ""\nmsgstr ""\n"Language: de\\n"\n"Content-Type: text/plain; charset=UTF-8\\n"\n"Plural-Forms: nplurals=2; plural=(n != 1);\\n"\n';
  await writeFile(path, [head, ...entries].join('\n'));
}

export async function xliff(path) {
  const units = KILN.map(
    ([, en, ja], i) =>
      `<trans-unit id="h${i + 1}"><source>${xml(en)}</source>${i === 5 ? '<target state="new"/>' : `<target state="${i % 3 ? 'final' : 'translated'}">${ja}</target>`}</trans-unit>`,
  );
  await writeFile(
    path,
    `<?xml version="1.0" encoding="UTF-8"?>
<xliff version="1.2" xmlns="urn:oasis:names:tc:xliff:document:1.2"><file original="handbook.html" source-language="en" target-language="ja" datatype="html"><body>
${units.join('\n')}
</body></file></xliff>
`,
  );
}
