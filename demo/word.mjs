/** A Word document of the least that makes one (ECMA-376). */
import { writeFile } from 'node:fs/promises';
import { strToU8, zipSync } from 'fflate';

const MAIN = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml';
const RELATION = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument';

/** @param body paragraphs and tables as WordprocessingML */
export async function writeWord(path, body) {
  const xml = (text) => strToU8(`<?xml version="1.0" encoding="UTF-8" standalone="yes"?>\n${text}`);
  await writeFile(
    path,
    zipSync({
      '[Content_Types].xml': xml(
        `<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override PartName="/word/document.xml" ContentType="${MAIN}"/></Types>`,
      ),
      '_rels/.rels': xml(
        `<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="${RELATION}" Target="word/document.xml"/></Relationships>`,
      ),
      'word/document.xml': xml(
        `<w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body>${body}</w:body></w:document>`,
      ),
    }),
  );
}
