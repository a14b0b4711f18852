/** The report of a rehearsal: a workbook, or a page. */
import { contributions, figuresOf } from '@fair-copy/core/rehearsal/figures.js';
import { languageName, meets, type LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Misfit, Tried } from '@fair-copy/core/rehearsal/tried.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { xmlText } from '@fair-copy/core/xml/writer.js';
import { writeText } from './text-write.js';
import { writeWorkbook } from './workbook-write.js';
import { rename, rm } from 'node:fs/promises';

export interface ReportTable {
  readonly name: string;
  readonly header: readonly string[];
  readonly widths: readonly number[];
  readonly rows: readonly (readonly string[])[];
}

/** All of it, or nothing. */
export async function rehearsalReport(output: string, tried: Tried): Promise<void> {
  const part = `${output}.part`;
  const { source, target, segments } = tried;
  const documents = [...new Set(segments.map(({ document }) => document))].join(', ');
  const about = `${documents}: ${languageName(source)}–${languageName(target)}`;
  try {
    await writeReport(part, /\.xlsx$/i.test(output) ? 'xlsx' : 'html', tablesOf(tried), about);
    await rename(part, output);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

/** @param about what the page is headed with */
export async function writeReport(
  path: string,
  format: 'xlsx' | 'html',
  tables: readonly ReportTable[],
  about: string,
): Promise<void> {
  if (format === 'xlsx') await writeWorkbook(path, tables);
  else await writeText(path, pageOf(tables, about));
}

const text = (value: number | null): string => (value === null ? '' : String(value));

export function tablesOf(tried: Tried): ReportTable[] {
  return [figures(tried), resources(tried), segmentsOf(tried), terms(tried), missing(tried), misfitsOf(tried)];
}

function figures({ segments, rehearsed, card }: Tried): ReportTable {
  const documents = [...new Set(segments.map(({ document }) => document))];
  const of = (name: string, isCounted: (document: string) => boolean): string[][] => {
    const found = figuresOf(segments, rehearsed, card, ({ document }) => isCounted(document));
    const rows = found.bands.map((band) => [
      name,
      band.band,
      text(band.segments),
      text(band.words),
      text(band.characters),
      text(card.shares[band.band]),
      text(band.weighted),
      '',
    ]);
    rows.push([
      name,
      'in all',
      text(found.segments),
      text(found.words),
      text(found.characters),
      '',
      text(found.weighted),
      found.cost === null ? '' : `${found.cost.toFixed(2)} ${card.currency}`,
    ]);
    rows.push([name, 'nothing to translate', text(found.apart.segments), text(found.apart.words), '', '', '', '']);
    rows.push([
      name,
      'nearer to an earlier segment than to the kit (in the bands)',
      text(found.within.segments),
      text(found.within.words),
      ...['', '', '', ''],
    ]);
    return rows;
  };
  return {
    name: 'Figures',
    header: ['Document', 'Band', 'Segments', 'Words', 'Characters', 'Share', 'Weighted words', 'Cost'],
    widths: [32, 24, 12, 12, 12, 10, 16, 16],
    rows: [
      ...of('All', () => true),
      ...(documents.length > 1 ? documents.flatMap((name) => of(name, (document) => document === name)) : []),
    ],
  };
}

function resources({ memories, segments, rehearsed, card }: Tried): ReportTable {
  return {
    name: 'Resources',
    header: ['Memory', 'Rank', 'Units that serve', 'Words saved alone', 'Words saved in addition'],
    widths: [40, 8, 16, 18, 22],
    rows: contributions(segments, rehearsed, card, memories.length).map(({ alone, added }, m) => [
      memories[m]!.name,
      text(m + 1),
      text(memories[m]!.size),
      text(alone),
      text(added),
    ]),
  };
}

function segmentsOf({ memories, segments, rehearsed }: Tried): ReportTable {
  return {
    name: 'Segments',
    header: ['Number', 'Document', 'Source', 'Class', 'Score', 'Words', 'Best match', 'Target', 'From'],
    widths: [8, 24, 60, 12, 8, 8, 60, 60, 24],
    rows: segments.map(({ document, text: source, words, language }, i) => {
      const { class: kind, score, matches } = rehearsed[i]!;
      const [best] = matches;
      return [
        text(i + 1),
        document,
        withoutCodes(source),
        language === null ? kind : `in ${languageName(language)}`,
        kind === 'none' ? '' : text(score),
        text(words),
        best ? withoutCodes(best.source) : '',
        best ? withoutCodes(best.target) : '',
        best ? `${memories[best.memory]!.name}, unit ${best.id || best.number}` : '',
      ];
    }),
  };
}

function terms(tried: Tried): ReportTable {
  const found = new Map<string, { segments: number[]; term: string; concept: number; note: string }>();
  for (const { segment, ...hit } of tried.found) {
    const key = `${hit.concept} ${hit.term}`;
    const there = found.get(key);
    if (there) there.segments.push(segment + 1);
    else {
      const note = hit.isForbidden ? 'not to be used' : hit.isMissing ? 'no term in the target language' : '';
      found.set(key, { segments: [segment + 1], term: hit.term, concept: hit.concept, note });
    }
  }
  return {
    name: 'Terms',
    header: ['Term', 'In the target language', 'Concept', 'Times', 'Note', 'Segments'],
    widths: [32, 40, 14, 8, 28, 40],
    rows: [...found.values()].map(({ segments, term, concept, note }) => [
      term,
      tried.usable(concept).join(', '),
      tried.conceptId(concept),
      text(segments.length),
      note,
      segments.slice(0, 50).join(', '),
    ]),
  };
}

function missing(tried: Tried): ReportTable {
  return {
    name: 'In no termbase',
    header: ['Words', 'Times', 'The memories likely say', 'Context'],
    widths: [36, 8, 36, 80],
    rows: tried.missing.map(({ text: words, times, counterpart, contexts }) => [
      words,
      text(times),
      counterpart ?? '',
      contexts[0] ?? '',
    ]),
  };
}

function misfitsOf(tried: Tried): ReportTable {
  return {
    name: 'Does not fit',
    header: ['What', 'File', 'Segment', 'Reason'],
    widths: [12, 36, 10, 80],
    rows: tried.misfits.map((misfit) => [
      misfit.kind,
      misfit.file,
      misfit.segment === undefined ? '' : text(misfit.segment + 1),
      misfitReason(misfit, tried),
    ]),
  };
}

/** Why something does not serve, and what it would serve. */
export function misfitReason(
  { language, has = [] }: Misfit,
  { source, target }: { readonly source: LanguageTag; readonly target: LanguageTag },
): string {
  if (language !== undefined) return `It is in ${languageName(language)}.`;
  const lacks = [source, target].filter((tag) => !has.some((one) => meets(one, tag))).map((tag) => languageName(tag));
  const there = has.map((tag) => languageName(tag)).join(', ') || 'nothing';
  return lacks.length > 0
    ? `It has nothing in ${lacks.join(' and ')}; it has ${there}.`
    : `No unit has both ${languageName(source)} and ${languageName(target)}.`;
}

const STYLE = `body{font:15px/1.5 Georgia,serif;color:#23262F;background:#FAF7F0;max-width:72rem;margin:2rem auto;padding:0 1.5rem}
h1{font-weight:600}h2{margin-top:2rem;color:#155E63}table{border-collapse:collapse;width:100%;background:#fff}
th,td{text-align:start;vertical-align:top;padding:.3rem .6rem;border-bottom:1px solid #E2DCCF}th{font:600 13px sans-serif}
@media print{body{background:#fff;margin:0}}`;

function* pageOf(tables: readonly ReportTable[], about: string): Generator<string> {
  const title = xmlText(`Rehearsal: ${about}`);
  yield `<!doctype html>\n<html lang="en"><head><meta charset="utf-8"><title>${title}</title><style>\n${STYLE}\n</style></head><body>\n<h1>${title}</h1>\n`;
  for (const { name, header, rows } of tables) {
    if (rows.length === 0) continue;
    yield `<h2>${xmlText(name)}</h2>\n<table><thead><tr>${header.map((cell) => `<th>${xmlText(cell)}</th>`).join('')}</tr></thead><tbody>\n`;
    for (const row of rows) yield `<tr>${row.map((cell) => `<td dir="auto">${xmlText(cell)}</td>`).join('')}</tr>\n`;
    yield '</tbody></table>\n';
  }
  yield '</body></html>\n';
}
