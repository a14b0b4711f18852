/** A glossary to print: two columns on a page, a heading for each letter, pictures beside their concepts. */
import { direction, languageName } from '../language/tags.js';
import { fieldLabel, IDENTIFIER, OTHER_XML, valueLabel } from '../termbase/categories.js';
import type { Concept, Fields, Term } from '../termbase/concept.js';
import { isCompanion } from '../termbase/fields.js';
import { xmlAttribute, xmlText } from '../xml/writer.js';

export interface PrintOptions {
  readonly title: string;
  readonly client: string;
  /** In this order; the first is the one that the concepts are sorted by. */
  readonly languages: readonly string[];
  /** Names of pictures → what to show (a data URL). */
  picture(name: string): string | null;
}

/** The letter under which a text stands: its first letter without marks, in capitals. */
export function headingOf(text: string): string {
  const first = /\p{L}|\p{N}/u.exec(text.normalize('NFD'))?.[0] ?? '#';
  return /\p{N}/u.test(first) ? '0–9' : first.toLocaleUpperCase();
}

/** The document in pieces. The concepts come sorted; those without a term in the first language stand at the end. */
export function* glossaryHtml(concepts: Iterable<Concept>, options: PrintOptions): Generator<string> {
  const { languages, title, client } = options;
  const names = languages.map((tag) => languageName(tag)).join(' – ');
  yield `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>${xmlText(title)}</title><style>
@page{size:A4;margin:18mm 16mm}
body{font:10.5pt/1.4 "Source Serif 4","Source Serif Pro",Georgia,serif;color:#23262F;max-width:190mm;margin:2rem auto;padding:0 1rem}
h1{font-weight:600;font-size:20pt;margin:0}p.about{color:#6B6F7A;margin:.2rem 0 1.4rem;font-family:sans-serif;font-size:9pt}
main{columns:2;column-gap:9mm}h2{font-size:13pt;color:#155E63;border-bottom:.6pt solid #155E63;margin:0 0 .5rem;break-after:avoid}
article{break-inside:avoid;margin:0 0 .7rem}article img{float:right;max-width:32mm;max-height:28mm;margin:0 0 .2rem .5rem;border:.4pt solid #E2DCCF}
b{font-weight:600}.tag{font:7.5pt monospace;color:#6B6F7A;margin-right:.35em}.said{color:#6B6F7A;font-size:8.5pt;font-style:italic}
.no{text-decoration:line-through}dl{margin:.1rem 0}dd{margin:0}.field{font-size:9pt}
@media print{body{margin:0;padding:0;max-width:none}}
</style></head><body>
<h1>${xmlText(title)}</h1><p class="about">${xmlText(client)} · ${xmlText(names)}</p><main>
`;
  let letter = '';
  for (const concept of concepts) {
    const first = concept.languages.find((s) => s.language === languages[0])?.terms[0]?.text;
    const heading = first ? headingOf(first) : '—';
    if (heading !== letter) {
      letter = heading;
      yield `<h2>${xmlText(heading)}</h2>\n`;
    }
    yield article(concept, options);
  }
  yield '</main></body></html>\n';
}

function article(concept: Concept, { languages, picture }: PrintOptions): string {
  const pictures = (concept.fields.xGraphic ?? []).flatMap((name) => {
    const source = picture(name);
    return source ? [`<img src="${xmlAttribute(source)}" alt="${xmlAttribute(name)}">`] : [];
  });
  const sections = languages.flatMap((tag, i) => {
    const section = concept.languages.find((s) => s.language === tag);
    if (!section) return [];
    const terms = section.terms.map((term) => shownTerm(term, i === 0)).join('; ');
    return [
      `<dd><span class="tag">${xmlText(tag)}</span><span lang="${xmlAttribute(tag)}" dir="${direction(tag)}">${terms}</span>${fieldsText(section.fields)}</dd>`,
    ];
  });
  return `<article>${pictures.join('')}<dl>${sections.join('')}</dl>${fieldsText(concept.fields)}</article>\n`;
}

function shownTerm({ text, fields }: Term, main: boolean): string {
  const status = fields.administrativeStatus?.[0];
  const struck = status === 'deprecatedTerm-admn-sts' || status === 'supersededTerm-admn-sts';
  const said = ['grammaticalGender', 'grammaticalNumber', 'partOfSpeech', 'administrativeStatus', 'termType'].flatMap(
    (field) => (fields[field] ?? []).map((value) => valueLabel(field, value)),
  );
  const shown = main ? `<b>${xmlText(text)}</b>` : xmlText(text);
  const mark = struck ? `<span class="no">${shown}</span>` : shown;
  const note = fields.note?.length ? ` <span class="said">${xmlText(fields.note.join('; '))}</span>` : '';
  return `${mark}${said.length ? ` <span class="said">${xmlText(said.join(', '))}</span>` : ''}${note}`;
}

function fieldsText(fields: Fields): string {
  return Object.entries(fields)
    .filter(([name]) => name !== IDENTIFIER && name !== 'xGraphic' && name !== OTHER_XML && !isCompanion(name))
    .map(
      ([name, values]) =>
        `<div class="field"><span class="said">${xmlText(fieldLabel(name))}:</span> ${xmlText(values.map((v) => valueLabel(name, v)).join('; '))}</div>`,
    )
    .join('');
}
