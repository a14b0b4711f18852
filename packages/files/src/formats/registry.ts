/**
 * The formats that Fair Copy reads, in the order in which a file is tried. The command line, the server and Align follow
 * from this list; what a format needs is loaded when a file of it is opened.
 */
import { stat } from 'node:fs/promises';
import { DataError } from '@fair-copy/core/diagnostic.js';
import type { ClientFile } from '../client/client-file.js';
import { named } from '../named.js';
import { beginningOf, type Beginning } from './beginning.js';
import type { FileKind, Format } from './format.js';
import { refuseBinary, refuseKnown } from './refused.js';

const hasMember =
  (pattern: RegExp) =>
  ({ members }: Beginning): boolean =>
    members?.some((name) => pattern.test(name)) ?? false;
const hasMarkup =
  (pattern: RegExp) =>
  ({ markup }: Beginning): boolean =>
    pattern.test(markup);
const isOpenDocument =
  (type: string) =>
  ({ members, mimeType }: Beginning): boolean =>
    (members?.includes('content.xml') ?? false) && mimeType.startsWith(`application/vnd.oasis.opendocument.${type}`);

export const FORMATS: readonly Format[] = [
  {
    kind: 'workbook',
    detect: hasMember(/^xl\/(workbook\.xml$|worksheets\/)/i),
    rows: async (at) => (await import('../client/workbook.js')).WorkbookFile.open(at),
    text: async function* (at) {
      yield* (await import('../running-text.js')).sheetBlocks(at);
    },
  },
  {
    kind: 'docx',
    detect: hasMember(/^word\/document\.xml$/),
    rows: async (at) => (await import('../client/document.js')).WordFile.open(at),
    text: async function* (at, reading) {
      yield* (await import('../running-text.js')).docxBlocks(at.path, reading);
    },
  },
  {
    kind: 'ods',
    detect: isOpenDocument('spreadsheet'),
    rows: async (at) => (await import('../client/workbook.js')).OpenSheetFile.open(at),
    text: async function* (at) {
      yield* (await import('../running-text.js')).sheetBlocks(at);
    },
  },
  {
    kind: 'odt',
    detect: isOpenDocument('text'),
    text: async function* (at, reading) {
      yield* (await import('../running-text.js')).odtBlocks(at.path, reading);
    },
  },
  { kind: 'zip', detect: ({ members }) => members !== null },
  {
    kind: 'tmx',
    detect: hasMarkup(/<(\w+:)?tmx[\s>]/i),
    rows: async (at) => {
      const { ExchangeFile, xmlEntries } = await import('../client/exchange.js');
      const { TmxReader } = await import('@fair-copy/core/formats/tmx/read.js');
      return new ExchangeFile(
        at,
        'tmx',
        xmlEntries(() => new TmxReader()),
      );
    },
    units: async (at, options) => (await import('./unit-source.js')).tmxUnits(at, options),
  },
  {
    kind: 'tbx',
    detect: hasMarkup(/<(\w+:)?(tbx|martif)[\s>]/i),
    rows: async (at) => {
      const { ExchangeFile, xmlEntries } = await import('../client/exchange.js');
      const { TbxReader } = await import('@fair-copy/core/formats/tbx/read.js');
      return new ExchangeFile(
        at,
        'tbx',
        xmlEntries(() => new TbxReader()),
      );
    },
  },
  {
    kind: 'xliff',
    detect: hasMarkup(/<(\w+:)?xliff[\s>]/i),
    rows: async (at) => {
      const { ExchangeFile, xmlEntries } = await import('../client/exchange.js');
      const { XliffReader } = await import('@fair-copy/core/formats/xliff/read.js');
      return new ExchangeFile(
        at,
        'xliff',
        xmlEntries(() => new XliffReader()),
      );
    },
    units: async (at, options) => (await import('./unit-source.js')).xliffUnits(at, options),
  },
  {
    kind: 'html',
    detect: hasMarkup(/<!doctype html|<html[\s>]|^<(table|body|head|meta|p|h1|ul|dl|div)[\s>]/i),
    rows: async (at) => new (await import('../client/document.js')).WebPageFile(at),
    text: async function* (at, reading) {
      yield* (await import('../running-text.js')).pageBlocks(at, reading);
    },
  },
  {
    kind: 'po',
    detect: isCatalogue,
    rows: async (at) => {
      const { catalogueEntries, ExchangeFile } = await import('../client/exchange.js');
      return new ExchangeFile(at, 'po', catalogueEntries);
    },
    units: async (at, options) => (await import('./unit-source.js')).catalogueUnits(at, options),
  },
  // Whatever text there is.
  {
    kind: 'delimited',
    detect(beginning) {
      refuseBinary(beginning);
      return true;
    },
    rows: async (at) => new (await import('../client/delimited.js')).DelimitedFile(at),
    text: async function* (at, reading) {
      yield* (await import('../running-text.js')).plainBlocks(at, reading);
    },
  },
];

/** A message catalogue: comments, then a quoted `msgid` or `msgctxt`. */
function isCatalogue({ latin }: Beginning): boolean {
  const first = latin
    .replace(/^ï»¿/, '')
    .split(/\r?\n/)
    .find((line) => line.trim() !== '' && !line.startsWith('#'));
  const isComment = /^(#[,:.|~ ]?.*\r?\n)+/.test(latin) && first === undefined;
  return (first !== undefined && /^(msgid|msgctxt)\s+"/.test(first)) || (isComment && /^#~ msgid "/m.test(latin));
}

/** By its content, whatever its name says. Throws `DataError` for what is no table, text or exchange file. */
export async function formatOf(path: string): Promise<Format> {
  const beginning = await beginningOf(path);
  refuseKnown(beginning);
  return FORMATS.find((format) => format.detect(beginning))!;
}

export async function fileKind(path: string): Promise<FileKind> {
  return (await formatOf(path)).kind;
}

/** Kinds of files of translation units, unless somebody takes them as terms. */
const UNIT_KINDS: ReadonlySet<FileKind> = new Set(FORMATS.flatMap(({ kind, units }) => (units ? [kind] : [])));

export function isExchange(kind: FileKind): boolean {
  return UNIT_KINDS.has(kind);
}

/** What a file without rows is, for the one who dropped it. */
/** Opens a client's file for its rows. Throws `DataError` with the file's name in its place. */
export function openClientFile(path: string, name: string): Promise<ClientFile & { readonly kind: FileKind }> {
  return named(name, async () => {
    const { kind, rows } = await formatOf(path);
    if (!rows) throw new DataError('file-kind-unknown', { what: kind });
    const file = await rows({ path, name, size: (await stat(path)).size });
    return Object.assign(file, { kind });
  });
}
