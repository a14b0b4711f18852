/** Concepts as TBX: ISO 30042:2019, style DCA, dialect TBX-Basic. */
import type { Concept, Fields, Origin } from '../../termbase/concept.js';
import { xmlAttribute, xmlText } from '../../xml/writer.js';

export interface TbxOptions {
  readonly title: string;
  /** Of the descriptive texts. */
  readonly language?: string;
  /** Only these languages; null: all. */
  readonly languages: readonly string[] | null;
}

/** The document in pieces. Concepts without a term in the chosen languages are left out. */
export async function* tbxDocument(
  concepts: Iterable<Concept> | AsyncIterable<Concept>,
  options: TbxOptions,
): AsyncGenerator<string> {
  yield `<?xml version="1.0" encoding="UTF-8"?>
<tbx style="dca" type="TBX-Basic" xml:lang="${xmlAttribute(options.language ?? 'en')}" xmlns="urn:iso:std:iso:30042:ed-2">
<tbxHeader>
<fileDesc>
<titleStmt><title>${xmlText(options.title)}</title></titleStmt>
<sourceDesc><p>Written by Fair Copy</p></sourceDesc>
</fileDesc>
</tbxHeader>
<text>
<body>
`;
  for await (const concept of concepts) yield entry(concept, options);
  yield `</body>
</text>
</tbx>
`;
}

function entry(concept: Concept, { languages }: TbxOptions): string {
  const sections = concept.languages.filter((s) => !languages || languages.includes(s.language));
  if (sections.length === 0) return '';
  const body = sections
    .map(
      ({ language, terms }) =>
        `<langSec xml:lang="${xmlAttribute(language)}">\n` +
        terms.map((term) => `<termSec><term>${xmlText(term.text)}</term>${notes(term.fields)}</termSec>\n`).join('') +
        `</langSec>\n`,
    )
    .join('');
  return `<conceptEntry id="c${concept.id}">\n${source(concept)}${notes(concept.fields)}${body}</conceptEntry>\n`;
}

function notes(fields: Fields): string {
  return (fields.note ?? []).map((note) => `<note>${xmlText(note)}</note>`).join('');
}

function source(concept: Concept): string {
  const said = concept.origins.map(originText);
  return said.map((text) => `<admin type="source">${xmlText(text)}</admin>\n`).join('');
}

/** "glossary.xlsx, Terms, row 12". */
export function originText(origin: Origin): string {
  return [origin.file, origin.sheet, origin.row && `row ${origin.row}`].filter(Boolean).join(', ');
}
