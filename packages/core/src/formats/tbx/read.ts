/**
 * TBX entries from XML events: ISO 30042:2019 (`conceptEntry`, `langSec`, `termSec`) in both styles, DCA
 * (`<descrip type="definition">`) and DCT (`<basic:definition>`), and the form of 2008 (`termEntry`, `langSet`, `tig`
 * or `ntig`). What has no place in the model (transactions and the like) is kept as it stands, to be written back.
 */
import { IDENTIFIER, OTHER_XML } from '../../termbase/categories.js';
import { NO_FIELDS, type Fields } from '../../termbase/concept.js';
import { VALUE_LANGUAGE, withValue, withValues } from '../../termbase/fields.js';
import { stemOfNote, withStem } from '../../termbase/stem.js';
import type { XmlEvent } from '../../xml/reader.js';
import { xmlAttribute, xmlText } from '../../xml/writer.js';
import { diagnostic, type Diagnostic } from '../../diagnostic.js';
import {
  EntryBuilder,
  InnerMarkup,
  type EmptyPart,
  type EntryReader,
  type ExchangeEntry,
  type Place,
} from '../exchange.js';
import { canonicalTag } from '../../language/tags.js';

const CONCEPT = new Set(['conceptEntry', 'termEntry']);
const LANGUAGE = new Set(['langSec', 'langSet']);
const TERM = new Set(['termSec', 'tig', 'ntig']);
const GROUPS = new Set(['descripGrp', 'adminGrp', 'termNoteGrp', 'termGrp']);
const DCA = new Set(['descrip', 'admin', 'termNote', 'ref', 'xref', 'note']);

interface OpenField {
  readonly name: string;
  readonly target: string;
  /** Of the value itself, where it says so. */
  readonly lang: string;
  text: string;
}

export class TbxReader implements EntryReader {
  private builder: EntryBuilder | null = null;
  private number = 0;
  private begun = 0;
  private languageBegun = 0;
  private termBegun = 0;
  private readonly emptyParts = new EmptyParts();
  private language = '';
  private place: Place = 'concept';
  private term: string | null = null;
  private termFields: Fields = NO_FIELDS;
  private readingTerm = false;
  private field: OpenField | null = null;
  /** Depth inside the open field or kept element, for inline elements such as `hi`. */
  private depth = 0;
  /** The group that is open, and the field that it is about. */
  private group: {
    main: (Omit<OpenField, 'text'> & { readonly text: string }) | null;
    extras: Record<string, string>;
  } | null = null;
  /** XML of an element that is kept as it is. */
  private kept: string | null = null;
  private readonly markup = new InnerMarkup();
  private readonly about = new AboutFile();

  notes(): readonly Diagnostic[] {
    return [...this.about.notes(), ...this.markup.notes(), ...this.emptyParts.notes()];
  }

  take(event: XmlEvent): ExchangeEntry | null {
    if (this.kept !== null) return this.keep(event);
    if (event.type === 'text') {
      if (!this.builder) this.about.text(event.text);
      else if (this.field) this.field.text += event.text;
      else if (this.readingTerm) this.term = (this.term ?? '') + event.text;
      return null;
    }
    return event.type === 'open' ? this.open(event) : this.close(event.name);
  }

  private open(event: Extract<XmlEvent, { type: 'open' }>): null {
    const { name, attributes } = event;
    if (this.field || this.readingTerm) {
      this.depth++;
      this.markup.see(name, event.line);
      return null;
    }
    if (CONCEPT.has(name)) {
      this.builder = new EntryBuilder();
      this.begun = event.line;
      this.place = 'concept';
      if (attributes.id) this.builder.field('concept', '', IDENTIFIER, attributes.id);
      return null;
    }
    if (!this.builder) {
      this.about.open(name);
      return null;
    }
    if (LANGUAGE.has(name)) {
      this.language = attributes['xml:lang'] ?? attributes.lang ?? '';
      this.languageBegun = event.line;
      this.place = 'language';
    } else if (TERM.has(name)) {
      this.place = 'term';
      this.term = null;
      this.termBegun = event.line;
      this.termFields = NO_FIELDS;
    } else if (name === 'term') {
      this.readingTerm = true;
      this.markup.begin();
      this.depth = 0;
    } else if (GROUPS.has(name)) {
      if (name !== 'termGrp') this.group = { main: null, extras: {} };
    } else if (DCA.has(name) || isDataCategory(name)) {
      const field = DCA.has(name) ? (name === 'note' ? 'note' : (attributes.type ?? name)) : name;
      this.field = { name: field, target: attributes.target ?? '', lang: attributes['xml:lang'] ?? '', text: '' };
      this.markup.begin();
      this.depth = 0;
    } else {
      this.kept = opened(name, attributes);
      this.depth = 1;
    }
    return null;
  }

  private close(name: string): ExchangeEntry | null {
    const { builder } = this;
    if (!builder) {
      this.about.close(name);
      return null;
    }
    if ((this.field || this.readingTerm) && this.depth > 0) {
      this.depth--;
      return null;
    }
    if (this.field) this.endField();
    else if (name === 'term') this.readingTerm = false;
    else if (GROUPS.has(name)) this.endGroup();
    else if (TERM.has(name)) {
      if (this.term?.trim()) {
        const term = withoutLayout(this.term);
        builder.add(this.language, term, withStemOfNotes(this.termFields, term));
      } else {
        this.keepOrphans();
        builder.empty('term', this.language, this.termBegun);
      }
      this.place = 'language';
    } else if (LANGUAGE.has(name)) {
      this.place = 'concept';
      const said = builder.empties.at(-1)?.language;
      if (!builder.hasTerm(this.language) && said !== canonicalTag(this.language))
        builder.empty('language', this.language, this.languageBegun);
    } else if (CONCEPT.has(name)) {
      this.builder = null;
      this.emptyParts.see(builder.empties);
      const empty = builder.empties;
      return { number: ++this.number, line: this.begun, body: builder.body(), ...(empty.length > 0 && { empty }) };
    }
    return null;
  }

  private endField(): void {
    const { name, target, lang, text } = this.field!;
    this.field = null;
    const said = { name, text: unwrapped(text), target, lang };
    if (!this.group) this.add(said, {});
    else if (!this.group.main) this.group.main = said;
    else if (said.text || target) this.group.extras[name] = said.text || target;
  }

  private endGroup(): void {
    const { group } = this;
    this.group = null;
    if (group?.main) this.add(group.main, group.extras);
  }

  /** A reference is kept by its target, with its text beside it. */
  private add({ name, text, target, lang }: Readonly<OpenField>, extras: Readonly<Record<string, string>>): void {
    const value = target || text;
    if (!value) return;
    const isOther = lang !== '' && (this.place === 'concept' || lang !== this.language);
    const companions = {
      ...extras,
      ...(target && text && text !== target && { text }),
      ...(isOther && { [VALUE_LANGUAGE]: lang }),
    };
    if (this.place === 'term') this.termFields = withValue(this.termFields, name, value, companions);
    else this.builder!.field(this.place, this.language, name, value, companions);
  }

  /** A term section without a term: what it says stays with the language. */
  private keepOrphans(): void {
    for (const [name, values] of Object.entries(this.termFields))
      if (!name.includes(':')) for (const value of values) this.builder!.field('language', this.language, name, value);
  }

  private keep(event: XmlEvent): null {
    if (event.type === 'text') this.kept += xmlText(event.text);
    else if (event.type === 'open') {
      this.depth++;
      this.kept += opened(event.name, event.attributes);
    } else {
      this.depth--;
      this.kept += `</${event.name}>`;
      if (this.depth === 0) {
        const xml = this.kept!;
        this.kept = null;
        if (this.place === 'term') this.termFields = withValue(this.termFields, OTHER_XML, xml);
        else this.builder?.field(this.place, this.language, OTHER_XML, xml);
      }
    }
    return null;
  }
}

/** A note that holds the stem marks of the term is none. */
function withStemOfNotes(fields: Fields, term: string): Fields {
  const notes = fields.note ?? [];
  const stem = notes.map((note) => stemOfNote(note, term)).find((one) => one !== null);
  if (!stem) return fields;
  const rest = notes.filter((note) => stemOfNote(note, term) === null);
  return withStem(withValues(fields, 'note', rest), stem);
}

/** What a file says about itself, before and behind its entries: its title, its source, its history, its people. */
class AboutFile {
  private title = '';
  private inTitle = false;
  private readonly counts = new Map<string, number>();

  open(name: string): void {
    if (name === 'title') this.inTitle = true;
    const kind = ABOUT.get(name);
    if (!kind) return;
    this.counts.set(kind, (this.counts.get(kind) ?? 0) + 1);
  }

  text(text: string): void {
    if (this.inTitle && this.title.length < 300) this.title += text;
  }

  close(name: string): void {
    if (name === 'title') this.inTitle = false;
  }

  notes(): readonly Diagnostic[] {
    const title = unwrapped(this.title).slice(0, 200);
    return title || this.counts.size
      ? [diagnostic('about-file-left', { ...(title && { title }), ...Object.fromEntries(this.counts) })]
      : [];
  }
}

/** Elements of the header and of the back matter (ISO 30042:2008 and 2019), by the details of the message. */
const ABOUT = new Map([
  ['sourceDesc', 'sources'],
  ['change', 'revisions'],
  ['publicationStmt', 'publications'],
  ['refObject', 'people'],
]);

/** Terms and languages of which nothing stands there: they are said, not silently left. */
class EmptyParts {
  private terms = 0;
  private languages = 0;
  private line = 0;

  see(parts: readonly EmptyPart[]): void {
    for (const { what, line } of parts) {
      if (what === 'term') this.terms++;
      else this.languages++;
      this.line ||= line;
    }
  }

  notes(): readonly Diagnostic[] {
    const { terms, languages, line } = this;
    return terms + languages === 0 ? [] : [diagnostic('empty-parts', { terms, languages, line }, { line })];
  }
}

/** Without the line breaks and indents around it; spaces on its own line are part of it, and for a person to see. */
function withoutLayout(term: string): string {
  return term.replace(/^\s*\n\s*|\s*\n\s*$/g, '');
}

/** A line that was broken and indented to be read goes on; a line feed alone is part of the text. */
function unwrapped(text: string): string {
  const [first, ...others] = text.trim().split('\n');
  let whole = first!;
  for (const line of others)
    whole = /^[ \t]/.test(line) ? `${whole.trimEnd()} ${line.trimStart()}` : `${whole.replace(/\r$/, '')}\n${line}`;
  return whole;
}

function opened(name: string, attributes: Readonly<Record<string, string>>): string {
  const said = Object.entries(attributes).filter(([key]) => key !== 'xmlns' && !key.startsWith('xmlns:'));
  return `<${name}${said.map(([key, value]) => ` ${key}="${xmlAttribute(value)}"`).join('')}>`;
}

/** Elements of the structure that are no data categories. */
const STRUCTURE = new Set([
  'transacGrp',
  'transac',
  'transacNote',
  'date',
  'hi',
  'foreign',
  'ec',
  'sc',
  'ph',
  'termCompList',
]);

/** In DCT each data category is an element of its own (`<min:partOfSpeech>`); namespaces are gone by now. */
function isDataCategory(name: string): boolean {
  return !STRUCTURE.has(name);
}
