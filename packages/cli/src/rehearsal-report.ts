/** The report of a rehearsal: a workbook, or a page. */
import { contributions, figuresOf } from '@fair-copy/core/rehearsal/figures.js';
import { languageName } from '@fair-copy/core/language/tags.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { xmlText } from '@fair-copy/core/xml/writer.js';
import { writeText } from '@fair-copy/files/text-write.js';
import { writeWorkbook } from '@fair-copy/files/workbook-write.js';
import { rename, rm } from 'node:fs/promises';
import { missingTerms, termsOfSegments } from './rehearsal-terms.js';
import type { Tried } from './rehearsed.js';

interface Table {
  readonly name: string;
  readonly header: readonly string[];
  readonly widths: readonly number[];
  readonly rows: readonly (readonly string[])[];
}

/** All of it, or nothing. */
export async function rehearsalReport(output: string, tried: Tried): Promise<void> {
  const part = `${output}.part`;
  try {
    if (/\.xlsx$/i.test(output)) await writeWorkbook(part, tablesOf(tried));
    else await writeText(part, pageOf(tried));
    await rename(part, output);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

const text = (value: number | null): string => (value === null ? '' : String(value));

export function tablesOf(tried: Tried): Table[] {
  return [figures(tried), resources(tried), segmentsOf(tried), terms(tried), missing(tried), misfitsOf(tried)];
}

function figures({ segments, rehearsed, card }: Tried): Table {
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

function resources({ kit, segments, rehearsed, card }: Tried): Table {
  return {
    name: 'Resources',
    header: ['Memory', 'Rank', 'Units that serve', 'Words saved alone', 'Words saved in addition'],
    widths: [40, 8, 16, 18, 22],
    rows: contributions(segments, rehearsed, card, kit.memories.length).map(({ alone, added }, m) => [
      kit.memories[m]!.name,
      text(m + 1),
      text(kit.memories[m]!.size),
      text(alone),
      text(added),
    ]),
  };
}

function segmentsOf({ kit, segments, rehearsed }: Tried): Table {
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
        best ? `${kit.memories[best.memory]!.name}, unit ${best.id || best.number}` : '',
      ];
    }),
  };
}

function terms(tried: Tried): Table {
  const { kit } = tried;
  const found = new Map<string, { segments: number[]; term: string; concept: number; note: string }>();
  for (const { segment, hit } of termsOfSegments(tried)) {
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
      kit.terms.usable(concept).join(', '),
      kit.concepts[concept]!.id,
      text(segments.length),
      note,
      segments.slice(0, 50).join(', '),
    ]),
  };
}

function missing(tried: Tried): Table {
  return {
    name: 'In no termbase',
    header: ['Words', 'Times', 'The memories likely say', 'Context'],
    widths: [36, 8, 36, 80],
    rows: missingTerms(tried).map(({ text: words, times, counterpart, contexts }) => [
      words,
      text(times),
      counterpart ?? '',
      contexts[0] ?? '',
    ]),
  };
}

function misfitsOf({ misfits }: Tried): Table {
  return {
    name: 'Does not fit',
    header: ['What', 'File', 'Segment', 'Reason'],
    widths: [12, 36, 10, 80],
    rows: misfits.map(({ kind, file, segment, reason }) => [
      kind,
      file,
      segment === undefined ? '' : text(segment + 1),
      reason,
    ]),
  };
}

const STYLE = `body{font:15px/1.5 Georgia,serif;color:#23262F;background:#FAF7F0;max-width:72rem;margin:2rem auto;padding:0 1.5rem}
h1{font-weight:600}h2{margin-top:2rem;color:#155E63}table{border-collapse:collapse;width:100%;background:#fff}
th,td{text-align:start;vertical-align:top;padding:.3rem .6rem;border-bottom:1px solid #E2DCCF}th{font:600 13px sans-serif}
@media print{body{background:#fff;margin:0}}`;

function* pageOf(tried: Tried): Generator<string> {
  const { source, target, segments } = tried;
  const documents = [...new Set(segments.map(({ document }) => document))].join(', ');
  const title = xmlText(`Rehearsal: ${documents}`);
  yield `<!doctype html>\n<html lang="en"><head><meta charset="utf-8"><title>${title}</title><style>\n${STYLE}\n</style></head><body>\n<h1>${title}</h1>\n<p>${xmlText(`${languageName(source)}–${languageName(target)}, ${segments.length} segments`)}</p>\n`;
  for (const { name, header, rows } of tablesOf(tried)) {
    if (rows.length === 0) continue;
    yield `<h2>${xmlText(name)}</h2>\n<table><thead><tr>${header.map((cell) => `<th>${xmlText(cell)}</th>`).join('')}</tr></thead><tbody>\n`;
    for (const row of rows) yield `<tr>${row.map((cell) => `<td dir="auto">${xmlText(cell)}</td>`).join('')}</tr>\n`;
    yield '</tbody></table>\n';
  }
  yield '</body></html>\n';
}
