/** The report of a rehearsal as tables, in the reader's words. Numbers stay numbers, so that a sheet can add them up. */
import type { LanguageTag } from '../language/tags.js';
import { withoutCodes } from '../text/inline-codes.js';
import { bandOf, contributions, costOf, figuresOf, type Band, type Figures } from './figures.js';
import { lackingIn, type Misfit } from './misfits.js';
import type { Tried } from './tried.js';

export type ReportCell = string | number;

export interface ReportTable {
  readonly name: string;
  readonly header: readonly string[];
  /** Of the columns, in characters. */
  readonly widths: readonly number[];
  readonly rows: readonly (readonly ReportCell[])[];
}

type Headed<Columns extends string> = { readonly sheet: string; readonly columns: Readonly<Record<Columns, string>> };

/** What a reader's language says in the report. */
export interface RehearsalWords {
  /** BCP 47. */
  readonly language: string;
  /** What the report is headed with. */
  title(documents: readonly string[], source: string, target: string): string;
  languageName(tag: string): string;
  readonly bands: Readonly<Record<Band, string>>;
  readonly figures: Headed<'document' | 'band' | 'segments' | 'words' | 'characters' | 'share' | 'weighted'> & {
    /** The price, in this currency. */
    cost(currency: string): string;
    /** Of all documents. */
    readonly all: string;
    readonly sum: string;
    readonly apart: string;
    readonly within: string;
  };
  readonly resources: Headed<'memory' | 'rank' | 'serving' | 'alone' | 'added'>;
  readonly segments: Headed<
    'number' | 'document' | 'source' | 'band' | 'score' | 'words' | 'match' | 'target' | 'from' | 'note'
  > & {
    isIn(language: string): string;
    readonly apart: string;
    from(memory: string, unit: string): string;
  };
  readonly terms: Headed<'term' | 'usable' | 'concept' | 'times' | 'note' | 'segments'> & {
    readonly forbidden: string;
    readonly missing: string;
  };
  readonly missing: Headed<'words' | 'times' | 'counterpart' | 'context'>;
  readonly misfits: Headed<'what' | 'file' | 'segment' | 'reason'> & {
    readonly kinds: Readonly<Record<Misfit['kind'], string>>;
    isIn(language: string): string;
    /** @param has what it has instead; may be nothing */
    lacks(lacking: readonly string[], has: readonly string[]): string;
    apart(source: string, target: string): string;
  };
}

/** What somebody noted on a segment; empty: nothing. */
export type NoteOf = (document: string, text: string) => string;

/** All of it; a table without rows says nothing. */
export function rehearsalTables(tried: Tried, words: RehearsalWords, noteOf: NoteOf = () => ''): ReportTable[] {
  return [figures, resources, segmentsOf, terms, missing, misfits].map((table) => table(tried, words, noteOf));
}

/** What a report of these documents is headed with. */
export function rehearsalTitle({ segments, source, target }: Tried, words: RehearsalWords): string {
  return words.title(documentsOf(segments), words.languageName(source), words.languageName(target));
}

const documentsOf = (segments: Tried['segments']): string[] => [...new Set(segments.map(({ document }) => document))];

function figures({ segments, rehearsed, card }: Tried, { figures: said, bands }: RehearsalWords): ReportTable {
  const documents = documentsOf(segments);
  const { document, band, segments: count, words, characters, share, weighted } = said.columns;
  const rowsOf = (name: string, of: Figures): ReportCell[][] => [
    ...of.bands.map((one) => [
      ...[name, bands[one.band], one.segments, one.words, one.characters],
      ...[Math.round(card.shares[one.band] * 100), one.weighted, costOf(one.weighted, card) ?? ''],
    ]),
    [name, said.sum, of.segments, of.words, of.characters, '', of.weighted, of.cost ?? ''],
    [name, said.apart, of.apart.segments, of.apart.words, '', '', '', ''],
    [name, said.within, of.within.segments, of.within.words, '', '', '', ''],
  ];
  return {
    name: said.sheet,
    header: [document, band, count, words, characters, share, weighted, said.cost(card.currency)],
    widths: [32, 24, 12, 12, 12, 10, 16, 16],
    rows: [
      ...rowsOf(said.all, figuresOf(segments, rehearsed, card)),
      ...(documents.length < 2 ? [] : documents).flatMap((name) =>
        rowsOf(
          name,
          figuresOf(segments, rehearsed, card, (segment) => segment.document === name),
        ),
      ),
    ],
  };
}

function resources(
  { memories, segments, rehearsed, card }: Tried,
  { resources: { sheet, columns } }: RehearsalWords,
): ReportTable {
  return {
    name: sheet,
    header: [columns.memory, columns.rank, columns.serving, columns.alone, columns.added],
    widths: [40, 8, 16, 18, 22],
    rows: contributions(segments, rehearsed, card, memories.length).map(({ alone, added }, m) => [
      ...[memories[m]!.name, m + 1, memories[m]!.size, alone, added],
    ]),
  };
}

function segmentsOf({ memories, segments, rehearsed }: Tried, words: RehearsalWords, noteOf: NoteOf): ReportTable {
  const { sheet, columns, isIn, apart, from } = words.segments;
  return {
    name: sheet,
    header: [
      ...[columns.number, columns.document, columns.source, columns.band, columns.score, columns.words],
      ...[columns.match, columns.target, columns.from, columns.note],
    ],
    widths: [8, 24, 60, 20, 8, 8, 60, 60, 24, 40],
    rows: segments.map(({ document, text, words: count, language, isApart }, i): ReportCell[] => {
      const { class: kind, score, matches } = rehearsed[i]!;
      const [best] = matches;
      const band = language !== null ? isIn(words.languageName(language)) : isApart ? apart : null;
      return [
        ...[i + 1, document, withoutCodes(text), band ?? words.bands[bandOf(kind, score)]],
        ...[kind === 'none' ? '' : score, count],
        ...(best
          ? [
              ...[withoutCodes(best.source), withoutCodes(best.target)],
              from(memories[best.memory]!.name, best.id || String(best.number)),
            ]
          : ['', '', '']),
        noteOf(document, withoutCodes(text)),
      ];
    }),
  };
}

/** Segments that a term stands in are named up to here. */
const NAMED = 50;

function terms(tried: Tried, { terms: said }: RehearsalWords): ReportTable {
  const found = new Map<string, { segments: number[]; term: string; concept: number; note: string }>();
  for (const { segment, term, concept, isForbidden, isMissing } of tried.found) {
    const key = `${concept} ${term}`;
    const there = found.get(key);
    if (there) there.segments.push(segment + 1);
    else {
      const note = isForbidden ? said.forbidden : isMissing ? said.missing : '';
      found.set(key, { segments: [segment + 1], term, concept, note });
    }
  }
  const { term: name, usable, concept: id, times, note, segments } = said.columns;
  return {
    name: said.sheet,
    header: [name, usable, id, times, note, segments],
    widths: [32, 40, 14, 8, 28, 40],
    rows: [...found.values()].map((one) => [
      ...[one.term, tried.usable(one.concept).join(', '), tried.conceptId(one.concept), one.segments.length, one.note],
      one.segments.slice(0, NAMED).join(', ') + (one.segments.length > NAMED ? ', …' : ''),
    ]),
  };
}

function missing(tried: Tried, { missing: { sheet, columns } }: RehearsalWords): ReportTable {
  return {
    name: sheet,
    header: [columns.words, columns.times, columns.counterpart, columns.context],
    widths: [36, 8, 36, 80],
    rows: tried.missing.map(({ text, times, counterpart, contexts }) => [
      ...[text, times, counterpart ?? '', contexts[0] ?? ''],
    ]),
  };
}

function misfits(tried: Tried, words: RehearsalWords): ReportTable {
  const { sheet, columns, kinds } = words.misfits;
  return {
    name: sheet,
    header: [columns.what, columns.file, columns.segment, columns.reason],
    widths: [16, 36, 10, 80],
    rows: tried.misfits.map((misfit) => [
      ...[kinds[misfit.kind], misfit.file, misfit.segment === undefined ? '' : misfit.segment + 1],
      misfitReason(misfit, tried, words),
    ]),
  };
}

/** Why something does not serve, and what it would serve. */
export function misfitReason(
  misfit: Misfit,
  pair: { readonly source: LanguageTag; readonly target: LanguageTag },
  words: Pick<RehearsalWords, 'languageName' | 'misfits'>,
): string {
  const name = (tag: string): string => words.languageName(tag);
  if (misfit.language !== undefined) return words.misfits.isIn(name(misfit.language));
  const lacking = lackingIn(misfit, pair);
  return lacking.length > 0
    ? words.misfits.lacks(lacking.map(name), (misfit.has ?? []).map(name))
    : words.misfits.apart(name(pair.source), name(pair.target));
}
