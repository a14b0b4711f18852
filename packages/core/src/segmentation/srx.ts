/** Segmentation rules as SRX 2.0 (LISA OSCAR, 2008) has them, and the reader of such files. */
import { DataError } from '../diagnostic.js';
import { XmlReader } from '../xml/reader.js';

/** Between what matches `before` and what matches `after` there is a break, or there is none. */
export interface SrxRule {
  readonly breaks: boolean;
  /** Regular expressions; empty: anything. */
  readonly before: string;
  readonly after: string;
}

export interface SrxRules {
  /** Named lists of rules; of all that apply to a place the first one counts. */
  readonly lists: ReadonlyMap<string, readonly SrxRule[]>;
  /** Which lists hold for which languages: a pattern for the whole language tag, in the order of the file. */
  readonly maps: readonly { readonly pattern: string; readonly list: string }[];
  /** Whether all maps that fit count, one after another, or only the first. */
  readonly cascade: boolean;
}

/** Rules in force for a language. */
export function rulesFor({ lists, maps, cascade }: SrxRules, language: string): SrxRule[] {
  const fitting = maps.filter(({ pattern }) => expression(`^(?:${pattern})$`, 'iu').test(language));
  return (cascade ? fitting : fitting.slice(0, 1)).flatMap(({ list }) => lists.get(list) ?? []);
}

/** The rules of an SRX file. Throws `DataError` where it is no SRX or a rule is no regular expression. */
export function readSrx(text: string): SrxRules {
  const lists = new Map<string, SrxRule[]>();
  const maps: { pattern: string; list: string }[] = [];
  let cascade = false;
  let list: SrxRule[] = [];
  let rule = { breaks: true, before: '', after: '' };
  let into: 'before' | 'after' | null = null;
  let isSrx = false;
  const reader = new XmlReader();
  for (const event of [...reader.write(text), ...reader.end()]) {
    if (event.type === 'text') {
      if (into) rule[into] += event.text;
      continue;
    }
    const { name } = event;
    if (event.type === 'close') {
      into = null;
      if (name === 'rule') {
        for (const side of ['before', 'after'] as const) expression(rule[side], 'u');
        list.push({ ...rule });
      }
      continue;
    }
    const { attributes } = event;
    if (name === 'srx') isSrx = true;
    else if (name === 'header') cascade = attributes.cascade === 'yes';
    else if (name === 'languagerule') lists.set(attributes.languagerulename ?? '', (list = []));
    else if (name === 'rule') rule = { breaks: attributes.break !== 'no', before: '', after: '' };
    else if (name === 'beforebreak') into = 'before';
    else if (name === 'afterbreak') into = 'after';
    else if (name === 'languagemap')
      maps.push({ pattern: attributes.languagepattern ?? '', list: attributes.languagerulename ?? '' });
  }
  if (!isSrx) throw new DataError('rules-no-srx');
  return { lists, maps, cascade };
}

/** SRX uses the expressions of ICU; what differs from ours and is common is translated. */
export function expression(pattern: string, flags: string): RegExp {
  const translated = pattern
    .replace(/\\x\{([0-9A-Fa-f]+)\}/g, '\\u{$1}')
    // A sign that need not be escaped: by its number, which says the same inside a class and outside.
    .replace(/\\([ "'#%&,:;<=>@`~_-])/g, (_, sign: string) => `\\x${sign.charCodeAt(0).toString(16)}`)
    .replace(/(?<!\\)([*+?}])\+/g, '$1')
    .replace(/\\h/g, '[\\t\\p{Zs}]');
  const plain = translated.replaceAll('(?i)', '');
  try {
    return new RegExp(plain, plain === translated || flags.includes('i') ? flags : `${flags}i`);
  } catch {
    throw new DataError('rules-pattern', { what: pattern });
  }
}
