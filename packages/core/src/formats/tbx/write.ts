/**
 * Concepts as TBX: ISO 30042:2019, style DCA. The dialect is TBX-Basic as long as all data categories are in it;
 * otherwise a private one, as the standard provides. What was read as XML without a place is written back as it was.
 */
import { categoryNamed, IDENTIFIER, OTHER_XML, type DataCategory } from '../../termbase/categories.js';
import type { Concept, Fields, Origin } from '../../termbase/concept.js';
import { isCompanion, VALUE_LANGUAGE } from '../../termbase/fields.js';
import { STEM, stemNote } from '../../termbase/stem.js';
import { XmlReader } from '../../xml/reader.js';
import { exactKey } from '../../text/fold.js';
import { xmlAttribute, xmlText } from '../../xml/writer.js';
import { EntryIds } from './survey.js';

export interface TbxOptions {
  readonly title: string;
  /** Of the descriptive texts. */
  readonly language?: string;
  /** Only these languages; null: all. */
  readonly languages: readonly string[] | null;
  /** Whether fields beyond TBX-Basic are used. */
  readonly beyondBasic?: boolean;
  /** Where a picture lies in the package, by the name that the concept gives it. */
  readonly pictures?: ReadonlyMap<string, string>;
  /** What is referred to (as `exactKey`) → the id of its entry. */
  readonly targets?: ReadonlyMap<string, string>;
}

/** The document in pieces. Concepts without a term in the chosen languages are left out. */
export async function* tbxDocument(
  concepts: Iterable<Concept> | AsyncIterable<Concept>,
  options: TbxOptions,
): AsyncGenerator<string> {
  const dialect = options.beyondBasic ? 'TBX-FairCopy' : 'TBX-Basic';
  yield `<?xml version="1.0" encoding="UTF-8"?>
<tbx style="dca" type="${dialect}" xml:lang="${xmlAttribute(options.language ?? 'en')}" xmlns="urn:iso:std:iso:30042:ed-2">
<tbxHeader>
<fileDesc>
<titleStmt><title>${xmlText(options.title)}</title></titleStmt>
<sourceDesc><p>Written by Fair Copy</p></sourceDesc>
</fileDesc>
</tbxHeader>
<text>
<body>
`;
  const ids = new EntryIds();
  for await (const concept of concepts) yield entry(concept, options, ids);
  yield `</body>
</text>
</tbx>
`;
}

function entry(concept: Concept, options: TbxOptions, ids: EntryIds): string {
  const { languages } = options;
  const sections = concept.languages.filter((s) => !languages || languages.includes(s.language));
  if (sections.length === 0) return '';
  const body = sections
    .map(
      (section) =>
        `<langSec xml:lang="${xmlAttribute(section.language)}">\n` +
        elements(section.fields, options) +
        section.terms
          .map((term) => `<termSec><term>${xmlText(term.text)}</term>${elements(term.fields, options, '')}</termSec>\n`)
          .join('') +
        `</langSec>\n`,
    )
    .join('');
  return `<conceptEntry id="${xmlAttribute(ids.of(concept))}">\n${sourceOf(concept)}${elements(concept.fields, options)}${body}</conceptEntry>\n`;
}

function elements(fields: Fields, options: TbxOptions, end = '\n'): string {
  const names = Object.keys(fields);
  if (names.length === 0) return '';
  let text = '';
  for (const name of names) {
    if (name === STEM) text += `<note>${xmlText(stemNote(fields[name]![0]!))}</note>${end}`;
    if (isCompanion(name) || name === IDENTIFIER) continue;
    fields[name]!.forEach((value, i) => {
      if (name === OTHER_XML) {
        text += (isWellFormed(value) ? value : `<note>${xmlText(value)}</note>`) + end;
        return;
      }
      const extras: [string, string][] = [];
      for (const other of names)
        if (other.startsWith(`${name}:`) && fields[other]![i])
          extras.push([other.slice(name.length + 1), fields[other]![i]!]);
      text += element(name, value, new Map(extras), options) + end;
    });
  }
  return text;
}

function element(name: string, value: string, extras: Map<string, string>, { pictures, targets }: TbxOptions): string {
  const category: Pick<DataCategory, 'element'> = categoryNamed(name) ?? { element: 'admin' };
  const said = extras.get('text');
  const language = extras.get(VALUE_LANGUAGE);
  extras.delete('text');
  extras.delete(VALUE_LANGUAGE);
  const lang = language ? ` xml:lang="${xmlAttribute(language)}"` : '';
  const type = xmlAttribute(categoryNamed(name) ? name : privateName(name));
  const simple = ((): string => {
    switch (category.element) {
      case 'note':
        return `<note${lang}>${xmlText(value)}</note>`;
      case 'xref': {
        const target = xmlAttribute(pictures?.get(value) ?? value);
        return `<xref type="${type}" target="${target}">${xmlText(said ?? value)}</xref>`;
      }
      case 'ref': {
        // To an entry that is in the document, or to what was referred to before; words alone have no target.
        const target = targets?.get(exactKey(value)) ?? (said ? value : undefined);
        return `<ref type="${type}"${target ? ` target="${xmlAttribute(target)}"` : ''}>${xmlText(said ?? value)}</ref>`;
      }
      default:
        return `<${category.element} type="${type}"${lang}>${xmlText(value)}</${category.element}>`;
    }
  })();
  if (extras.size === 0) return simple;
  const group = category.element === 'note' || category.element.endsWith('ref') ? 'admin' : category.element;
  const nested = [...extras].map(([of, text]) =>
    of === 'note' ? `<note>${xmlText(text)}</note>` : `<admin type="${xmlAttribute(of)}">${xmlText(text)}</admin>`,
  );
  return `<${group}Grp>${simple}${nested.join('')}</${group}Grp>`;
}

/** A field is only a text: nothing that would break the document goes in unescaped. */
function isWellFormed(xml: string): boolean {
  try {
    const reader = new XmlReader();
    reader.write(`<kept>${xml}</kept>`);
    reader.end();
    return true;
  } catch {
    return false;
  }
}

/** "Prüfer" → "x-Prüfer": names of a client's own fields are marked as such. */
function privateName(name: string): string {
  const plain = name.trim().replace(/\s+/g, '_');
  return /^x-/i.test(plain) || /^[a-z][A-Za-z]+$/.test(plain) ? plain : `x-${plain}`;
}

/** Where the concept came from, unless it states a source of its own. */
function sourceOf(concept: Concept): string {
  if (concept.fields.source?.length || concept.fields['definition:source']?.length) return '';
  const said = concept.origins.map(originText);
  return said.map((text) => `<admin type="source">${xmlText(text)}</admin>\n`).join('');
}

/** "glossary.xlsx, Terms, row 12". */
export function originText(origin: Origin): string {
  return [origin.file, origin.sheet, origin.row && `row ${origin.row}`].filter(Boolean).join(', ');
}
