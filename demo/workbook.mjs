/**
 * XLSX (ECMA-376, part 1, section 18) as other programs write it: for the client files of the scenario and for tests, which
 * need what Fair Copy itself never writes (hidden rows, merged cells, formulas, formatted text, pictures).
 */
import { strToU8, zipSync } from 'fflate';

const MAIN = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
const PACKAGE = 'http://schemas.openxmlformats.org/package/2006';
const DRAWING = 'http://schemas.openxmlformats.org/drawingml/2006';

const escaped = (text) => String(text).replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/"/g, '&quot;');
const xml = (text) => strToU8(`<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n${text}`);

/**
 * A cell is a text, a number, true or false, or
 * `{ runs }` (texts of one cell in different type), `{ formula, result }`, `{ error }`, `{ text, link }`; null: none.
 *
 * @param sheets each `{ name, rows, hidden?, hiddenRows?, bold?, merged?, widths?, pictures? }`: rows as arrays of cells;
 *   hidden and bold rows by number, from 1; merged ranges as `A1:C1`; widths in characters; pictures `{ row, column, png }`
 *   with row and column from 0
 * @returns the bytes of the file
 */
export function workbook(sheets) {
  const files = {
    '_rels/.rels': relationships([['officeDocument', 'xl/workbook.xml']]),
    'xl/_rels/workbook.xml.rels': relationships([
      ...sheets.map((_, i) => ['worksheet', `worksheets/sheet${i + 1}.xml`]),
      ['styles', 'styles.xml'],
      ['sharedStrings', 'sharedStrings.xml'],
    ]),
    'xl/workbook.xml': xml(
      `<workbook xmlns="${MAIN}" xmlns:r="${OFFICE}"><sheets>${sheets
        .map(
          ({ name, hidden }, i) =>
            `<sheet name="${escaped(name)}" sheetId="${i + 1}"${hidden ? ' state="hidden"' : ''} r:id="rId${i + 1}"/>`,
        )
        .join('')}</sheets></workbook>`,
    ),
    'xl/styles.xml': xml(
      `<styleSheet xmlns="${MAIN}"><fonts count="2"><font/><font><b/></font></fonts><fills count="1"><fill/></fills><borders count="1"><border/></borders><cellStyleXfs count="1"><xf/></cellStyleXfs><cellXfs count="2"><xf/><xf fontId="1" applyFont="1"/></cellXfs></styleSheet>`,
    ),
  };
  const strings = new Map();
  for (const [i, sheet] of sheets.entries()) {
    const part = `xl/worksheets/sheet${i + 1}.xml`;
    files[part] = worksheet(sheet, strings);
    const links = linksOf(sheet).map(({ link }) => ['hyperlink', link, true]);
    const drawn = sheet.pictures?.length ? [['drawing', `../drawings/drawing${i + 1}.xml`]] : [];
    if (links.length || drawn.length)
      files[`xl/worksheets/_rels/sheet${i + 1}.xml.rels`] = relationships([...links, ...drawn]);
    if (drawn.length) Object.assign(files, drawings(sheet.pictures, i + 1));
  }
  files['xl/sharedStrings.xml'] = xml(`<sst xmlns="${MAIN}">${[...strings.keys()].join('')}</sst>`);
  files['[Content_Types].xml'] = contentTypes(Object.keys(files));
  return zipSync(files);
}

const columnName = (index) =>
  (index < 26 ? '' : columnName(Math.floor(index / 26) - 1)) + String.fromCharCode(65 + (index % 26));

function worksheet({ rows, hiddenRows = [], bold = [], merged = [], widths = [], pictures = [], ...sheet }, strings) {
  const line = (cells, i) => {
    const number = i + 1;
    const style = bold.includes(number) ? ' s="1"' : '';
    const all = cells
      .map((value, column) => cell(value, `r="${columnName(column)}${number}"${style}`, strings))
      .join('');
    return all && `<row r="${number}"${hiddenRows.includes(number) ? ' hidden="1"' : ''}>${all}</row>`;
  };
  const list = (name, items) => (items.length ? `<${name} count="${items.length}">${items.join('')}</${name}>` : '');
  const links = linksOf({ rows, ...sheet });
  return xml(
    `<worksheet xmlns="${MAIN}" xmlns:r="${OFFICE}">${
      widths.length
        ? `<cols>${widths.map((width, i) => `<col min="${i + 1}" max="${i + 1}" width="${width}" customWidth="1"/>`).join('')}</cols>`
        : ''
    }<sheetData>${rows.map(line).join('')}</sheetData>${list(
      'mergeCells',
      merged.map((range) => `<mergeCell ref="${range}"/>`),
    )}${
      links.length
        ? `<hyperlinks>${links.map(({ at }, i) => `<hyperlink ref="${at}" r:id="rId${i + 1}"/>`).join('')}</hyperlinks>`
        : ''
    }${pictures.length ? `<drawing r:id="rId${links.length + 1}"/>` : ''}</worksheet>`,
  );
}

function linksOf({ rows }) {
  return rows.flatMap((cells, row) =>
    cells.flatMap((value, column) =>
      value?.link ? [{ at: `${columnName(column)}${row + 1}`, link: value.link }] : [],
    ),
  );
}

function cell(value, attributes, strings) {
  if (value === null || value === '') return '';
  if (typeof value === 'number') return `<c ${attributes}><v>${value}</v></c>`;
  if (typeof value === 'boolean') return `<c ${attributes} t="b"><v>${Number(value)}</v></c>`;
  if (value.error) return `<c ${attributes} t="e"><v>${escaped(value.error)}</v></c>`;
  if (value.formula)
    return `<c ${attributes} t="str"><f>${escaped(value.formula)}</f><v>${escaped(value.result)}</v></c>`;
  const t = (text) => `<t xml:space="preserve">${escaped(text)}</t>`;
  const item = value.runs
    ? `<si>${value.runs.map((text, i) => `<r>${i % 2 ? '<rPr><b/></rPr>' : ''}${t(text)}</r>`).join('')}</si>`
    : `<si>${t(value.text ?? value)}</si>`;
  if (!strings.has(item)) strings.set(item, strings.size);
  return `<c ${attributes} t="s"><v>${strings.get(item)}</v></c>`;
}

function drawings(pictures, number) {
  const anchors = pictures.map(
    ({ row, column }, i) =>
      `<xdr:oneCellAnchor><xdr:from><xdr:col>${column}</xdr:col><xdr:colOff>0</xdr:colOff><xdr:row>${row}</xdr:row><xdr:rowOff>0</xdr:rowOff></xdr:from><xdr:ext cx="190500" cy="190500"/><xdr:pic><xdr:nvPicPr><xdr:cNvPr id="${i + 1}" name="Picture ${i + 1}"/><xdr:cNvPicPr/></xdr:nvPicPr><xdr:blipFill><a:blip xmlns:r="${OFFICE}" r:embed="rId${i + 1}"/></xdr:blipFill><xdr:spPr><a:prstGeom prst="rect"/></xdr:spPr></xdr:pic><xdr:clientData/></xdr:oneCellAnchor>`,
  );
  const name = (i) => `image${number > 1 ? `${number}_` : ''}${i + 1}.png`;
  return {
    [`xl/drawings/drawing${number}.xml`]: xml(
      `<xdr:wsDr xmlns:xdr="${DRAWING}/spreadsheetDrawing" xmlns:a="${DRAWING}/main">${anchors.join('')}</xdr:wsDr>`,
    ),
    [`xl/drawings/_rels/drawing${number}.xml.rels`]: relationships(
      pictures.map((_, i) => ['image', `../media/${name(i)}`]),
    ),
    ...Object.fromEntries(pictures.map(({ png }, i) => [`xl/media/${name(i)}`, new Uint8Array(png)])),
  };
}

function relationships(all) {
  return xml(
    `<Relationships xmlns="${PACKAGE}/relationships">${all
      .map(
        ([type, target, outside], i) =>
          `<Relationship Id="rId${i + 1}" Type="${OFFICE}/${type}" Target="${escaped(target)}"${outside ? ' TargetMode="External"' : ''}/>`,
      )
      .join('')}</Relationships>`,
  );
}

function contentTypes(names) {
  const sheet = 'application/vnd.openxmlformats-officedocument.spreadsheetml';
  const types = [
    [/^xl\/workbook\.xml$/, `${sheet}.sheet.main+xml`],
    [/^xl\/worksheets\/sheet/, `${sheet}.worksheet+xml`],
    [/^xl\/styles/, `${sheet}.styles+xml`],
    [/^xl\/sharedStrings/, `${sheet}.sharedStrings+xml`],
    [/^xl\/drawings\/drawing/, 'application/vnd.openxmlformats-officedocument.drawing+xml'],
  ];
  const parts = names.flatMap((name) => {
    const type = types.find(([pattern]) => pattern.test(name))?.[1];
    return type ? [`<Override PartName="/${name}" ContentType="${type}"/>`] : [];
  });
  return xml(
    `<Types xmlns="${PACKAGE}/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="png" ContentType="image/png"/>${parts.join('')}</Types>`,
  );
}
