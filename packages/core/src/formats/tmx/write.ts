/** Concepts as TMX 1.4b: one unit for each concept, a variant for each of its terms. */
import type { Concept, Fields } from '../../termbase/concept.js';
import { categoryNamed, IDENTIFIER, OTHER_XML } from '../../termbase/categories.js';
import { isCompanion } from '../../termbase/fields.js';
import { xmlAttribute, xmlText } from '../../xml/writer.js';

export interface TmxOptions {
  /** Only these languages; null: all. */
  readonly languages: readonly string[] | null;
  /** "*all*" where every language can be the source. */
  readonly sourceLanguage: string;
  readonly version: string;
  /** When it is written, in UTC: "20261123T140500Z". */
  readonly date: string;
}

/** The document in pieces. Concepts with fewer than two of the chosen languages make no unit and are counted in `left`. */
export async function* tmxDocument(
  concepts: Iterable<Concept> | AsyncIterable<Concept>,
  options: TmxOptions,
  left: { count: number } = { count: 0 },
): AsyncGenerator<string> {
  yield `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE tmx SYSTEM "tmx14.dtd">
<tmx version="1.4">
<header creationtool="Fair Copy" creationtoolversion="${xmlAttribute(options.version)}" segtype="phrase" o-tmf="termbase" adminlang="en" srclang="${xmlAttribute(options.sourceLanguage)}" datatype="plaintext" creationdate="${options.date}"/>
<body>
`;
  for await (const concept of concepts) {
    const unit = unitOf(concept, options.languages);
    if (unit === '') left.count++;
    else yield unit;
  }
  yield `</body>
</tmx>
`;
}

function unitOf(concept: Concept, languages: readonly string[] | null): string {
  const sections = concept.languages.filter((s) => !languages || languages.includes(s.language));
  if (sections.length < 2) return '';
  const variants = sections.flatMap(({ language, terms }) =>
    terms.map(
      (term) =>
        `<tuv xml:lang="${xmlAttribute(language)}">${said(term.fields)}<seg>${xmlText(term.text)}</seg></tuv>\n`,
    ),
  );
  return `<tu tuid="${xmlAttribute(concept.fields[IDENTIFIER]?.[0] ?? `c${concept.id}`)}">\n${said(concept.fields)}${variants.join('')}</tu>\n`;
}

/** Notes and, as the standard has it, all other fields as properties. */
function said(fields: Fields): string {
  return Object.entries(fields)
    .filter(([name]) => name !== IDENTIFIER && name !== OTHER_XML && !isCompanion(name))
    .flatMap(([name, values]) =>
      values.map((value) =>
        name === 'note'
          ? `<note>${xmlText(value)}</note>`
          : `<prop type="${xmlAttribute(categoryNamed(name) ? name : `x-${name.trim().replace(/\s+/g, '_')}`)}">${xmlText(value)}</prop>`,
      ),
    )
    .join('');
}

/** The form TMX wants a date in (ISO 8601 basic, UTC). */
export function tmxDate(iso: string): string {
  return iso.replace(/[-:]/g, '').replace(/\.\d+/, '');
}
