/** Documents of the scenario and their translations, for Align. */
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import {
  HARBOUR,
  KILN_CARE,
  KILN_LEAFLET,
  LOCK_HANDBOOK,
  MAINTENANCE,
  MAINTENANCE_MOVED,
  SPRING_NOTICE,
} from './scenario/handbooks.mjs';
import { writeWord } from './word.mjs';

const escaped = (text) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');
const isHeading = (text) => text.startsWith('# ');
const plain = (text) => text.replace(/^# /, '');
/** Pieces of a text; every second one stands between `**` and is bold. */
const pieces = (text) => plain(text).split('**');

/** Which files belong together, and to whom. */
export const DOCUMENT_PAIRS = [
  { client: 'Brennick Waterways', source: 'Harbour rules_en.docx', target: 'Hafenordnung_de.docx' },
  { client: 'Brennick Waterways', source: 'wartung_de.html', target: 'wartung_pt.html' },
  { client: 'Alder & Voss Kilns', source: 'kiln_care_ja.md', target: 'kiln_care_en.md' },
];

/** What will be translated, tried on all of the client's that has both languages; what has not is named with the reason. */
export const REHEARSALS = [
  {
    client: 'Brennick Waterways',
    kit: 'Handbooks and notices',
    documents: ['Lock handbook_en.docx', 'spring_notice_en.html'],
    source: 'en',
    target: 'de',
    perWord: 0.14,
  },
  {
    client: 'Alder & Voss Kilns',
    kit: 'Leaflets',
    documents: ['kiln_leaflet_ja.md'],
    source: 'ja',
    target: 'en',
    perWord: 0.16,
  },
];

const wordRun = (text, k) =>
  `<w:r>${k % 2 ? '<w:rPr><w:b/></w:rPr>' : ''}<w:t xml:space="preserve">${escaped(text)}</w:t></w:r>`;

export async function makeDocuments(folder) {
  const word = (name, texts) =>
    writeWord(
      join(folder, name),
      texts
        .filter(Boolean)
        .map(
          (text) =>
            `<w:p>${isHeading(text) ? '<w:pPr><w:pStyle w:val="Heading1"/></w:pPr>' : ''}${pieces(text).map(wordRun).join('')}</w:p>`,
        )
        .join(''),
    );
  const page = (name, language, texts) =>
    writeFile(
      join(folder, name),
      `<!DOCTYPE html>\n<html lang="${language}"><head><meta charset="utf-8"><title>${escaped(plain(texts[0]))}</title></head><body>\n${texts
        .map((text) => (isHeading(text) ? `<h2>${escaped(plain(text))}</h2>` : `<p>${escaped(text)}</p>`))
        .join('\n')}\n</body></html>\n`,
    );
  const side = (pairs, k) => pairs.map((pair) => pair[k]);
  const [from, to] = MAINTENANCE_MOVED;
  const moved = [...MAINTENANCE.slice(0, from), ...MAINTENANCE.slice(to), ...MAINTENANCE.slice(from, to)];
  await word('Harbour rules_en.docx', side(HARBOUR, 0));
  await word('Hafenordnung_de.docx', side(HARBOUR, 1));
  await word('Lock handbook_en.docx', LOCK_HANDBOOK);
  await page('spring_notice_en.html', 'en', SPRING_NOTICE);
  await writeFile(join(folder, 'kiln_leaflet_ja.md'), KILN_LEAFLET.join('\n\n') + '\n');
  await page('wartung_de.html', 'de', side(MAINTENANCE, 0));
  await page('wartung_pt.html', 'pt', side(moved, 1));
  await writeFile(join(folder, 'kiln_care_ja.md'), side(KILN_CARE, 0).join('\n\n') + '\n');
  await writeFile(join(folder, 'kiln_care_en.md'), side(KILN_CARE, 1).join('\n\n') + '\n');
}
