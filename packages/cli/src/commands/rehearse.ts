/** What a kit is worth for documents: classes, figures, terms, what is missing, what does not fit; and the kit packed. */
import { contributions, figuresOf } from '@fair-copy/core/rehearsal/figures.js';
import { languageName } from '@fair-copy/core/language/tags.js';
import { misfitReason } from '@fair-copy/core/rehearsal/report.js';
import { writeRehearsalReport } from '@fair-copy/files/rehearsal-report.js';
import { rehearsal as said } from '@fair-copy/words/en/rehearsal.js';
import { plainPlace, withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { packKit } from '../kit-pack.js';
import { rehearsedFrom, reportOf, type RehearseOptions, type TriedFiles } from '../rehearsed.js';
import { UsageError } from '../usage.js';

export async function rehearse(paths: readonly string[], options: RehearseOptions): Promise<void> {
  const { output, pack, json } = options;
  if (output !== undefined && !/\.(?:xlsx|html?)$/i.test(output))
    throw new UsageError('-o: the report is .xlsx or .html.');
  if (pack !== undefined && !/\.zip$/i.test(pack)) throw new UsageError('--pack: the kit is packed as .zip.');
  const tried = await rehearsedFrom(paths, options);
  const { memories, source, target } = tried;
  for (const { name, fitting } of memories)
    if (fitting === 'general')
      process.stderr.write(
        `${name} serves ${languageName(source)}–${languageName(target)} by a general language or another region.\n`,
      );
  if (output !== undefined)
    await writeRehearsalReport(output, /\.xlsx$/i.test(output) ? 'xlsx' : 'html', reportOf(tried));
  if (pack !== undefined) await packKit(pack, tried);
  if (json) process.stdout.write(JSON.stringify(asJson(tried)) + '\n');
  else process.stdout.write(asText(tried));
}

function asJson(tried: TriedFiles): object {
  const { memories, segments, rehearsed, card, misfits } = tried;
  const figures = figuresOf(segments, rehearsed, card);
  return {
    segments: segments.map(({ document, text, words, characters, isApart }, i) => {
      const { class: kind, score, matches, like } = rehearsed[i]!;
      const [best] = kind === 'none' ? [] : matches;
      return {
        document,
        text: withoutCodes(text),
        class: kind,
        score,
        words,
        characters,
        ...(best && {
          target: withoutCodes(best.target),
          from: { memory: memories[best.memory]!.name, unit: best.id || best.number },
        }),
        ...(like && { like }),
        ...(isApart && { apart: true }),
      };
    }),
    bands: figures.bands,
    totals: { ...figures, bands: undefined },
    terms: tried.found.map(({ segment, ...hit }) => ({
      segment,
      term: hit.term,
      concept: tried.conceptId(hit.concept),
      start: plainPlace(segments[segment]!.text, hit.start),
      end: plainPlace(segments[segment]!.text, hit.end),
      forbidden: hit.isForbidden,
      missing: hit.isMissing,
    })),
    candidates: tried.missing.map(({ text, times, counterpart }) => ({ text, times, counterpart })),
    misfits: misfits.map(({ has: _, ...misfit }, i) => ({ ...misfit, reason: misfitReason(misfits[i]!, tried, said) })),
    contribution: contributions(segments, rehearsed, card, memories.length).map((sum, m) => ({
      resource: memories[m]!.name,
      ...sum,
    })),
  };
}

function asText(tried: TriedFiles): string {
  const { memories, segments, rehearsed, card, misfits } = tried;
  const { bands, words, weighted, cost, apart } = figuresOf(segments, rehearsed, card);
  const lines = bands
    .filter((band) => band.segments > 0)
    .map((band) => `${band.band.padEnd(11)} ${band.segments} segments, ${band.words} words, weighted ${band.weighted}`);
  lines.push(
    `In all      ${words} words, weighted ${weighted}${cost === null ? '' : `, ${money(cost, card.currency)}`}`,
  );
  if (apart.segments > 0) lines.push(`Apart       ${apart.segments} segments with nothing to translate`);
  for (const [m, { alone, added }] of contributions(segments, rehearsed, card, memories.length).entries())
    lines.push(`${memories[m]!.name}: saves ${alone} words alone, ${added} in addition to those before it`);
  const { missing } = tried;
  if (missing.length > 0)
    lines.push(
      `In no termbase: ${missing
        .slice(0, 20)
        .map(({ text, times }) => `${text} (${times} ×)`)
        .join(', ')}`,
    );
  for (const misfit of misfits)
    lines.push(
      `${misfit.file}${misfit.segment === undefined ? '' : `, segment ${misfit.segment + 1}`}: ${misfitReason(misfit, tried, said)}`,
    );
  return lines.join('\n') + '\n';
}

/** "EUR 36.46", "JPY 36". */
const money = (value: number, currency: string): string =>
  new Intl.NumberFormat('en', { style: 'currency', currency, currencyDisplay: 'code' })
    .format(value)
    .replace('\u00a0', ' ');
