/** Words and phrases that look like terms, out of memories and documents. */
import { basename } from 'node:path';
import { Counterparts } from '@fair-copy/core/harvest/counterparts.js';
import { Harvest, type Candidate } from '@fair-copy/core/harvest/harvest.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { servingFor } from '@fair-copy/core/memory/serving.js';
import { KitTerms } from '@fair-copy/core/rehearsal/kit-terms.js';
import { otherLanguage } from '@fair-copy/core/rehearsal/segment.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { dictionaryFor } from '@fair-copy/files/dictionaries.js';
import { isExchange, openClientFile } from '@fair-copy/files/formats/registry.js';
import { UnitFile } from '@fair-copy/files/unit-file.js';
import { writeConcepts } from '../candidates-out.js';
import { conceptsIn } from '../concepts.js';
import { documentsOf } from '../documents.js';
import { languageOption } from '../language-option.js';
import { requireTable, writeTable } from '../table.js';
import { UsageError } from '../usage.js';

interface HarvestOptions {
  readonly source: string;
  readonly target?: string;
  readonly termbase?: readonly string[];
  readonly least: string;
  readonly limit: string;
  readonly json?: boolean;
  readonly output?: string;
}

/** A candidate with what the memory says for it. */
export interface Harvested extends Candidate {
  readonly counterpart: string | null;
  /** Texts that it stands in. */
  readonly contexts: readonly string[];
}

const COLUMNS = ['Term', 'Times', 'Score', 'Counterpart', 'Context'];

export async function harvest(paths: readonly string[], options: HarvestOptions): Promise<void> {
  requireTable(options, ['.tbx']);
  const source = languageOption(options.source, '--source');
  const target = options.target === undefined ? null : languageOption(options.target, '--target');
  const [least, limit] = [whole(options.least, '--least'), whole(options.limit, '--limit')];
  const texts: { source: string; target: string | null }[] = [];
  for (const path of paths) texts.push(...(await textsIn(path, source, target)));
  const concepts = [];
  for (const path of options.termbase ?? []) concepts.push(...(await conceptsIn(path, true)));
  const terms = concepts.length > 0 ? new KitTerms(concepts, source, target ?? source, dictionaryFor) : null;
  const found = harvested(texts, { source, target, terms, least, limit });
  if (options.output !== undefined) {
    if (/\.tbx$/i.test(options.output)) await writeConcepts(options.output, found, source, target);
    else await writeTable(options.output, COLUMNS, found.map(asRow));
  } else process.stdout.write(options.json ? JSON.stringify({ candidates: found }) + '\n' : asText(found));
}

interface Asked {
  readonly source: LanguageTag;
  readonly target: LanguageTag | null;
  /** What they cover is no candidate. */
  readonly terms: Pick<KitTerms, 'covers'> | null;
  readonly least: number;
  readonly limit: number;
}

/** The candidates of texts, with their counterparts where the texts have targets. */
export function harvested(
  texts: readonly { readonly source: string; readonly target: string | null }[],
  { source, target, terms, least, limit }: Asked,
): Harvested[] {
  const all = new Harvest(source, { least });
  for (const text of texts) all.see(text.source);
  const found = all.candidates(limit, (text) => terms?.covers(text) ?? false);
  const counterparts =
    target &&
    new Counterparts(
      found.map(({ text }) => text),
      source,
      target,
    );
  if (counterparts) for (const text of texts) if (text.target !== null) counterparts.see(text.source, text.target);
  return found.map((one) => ({
    ...one,
    counterpart: counterparts?.of(one.text) ?? null,
    contexts: one.examples.map((i) => withoutCodes(texts[i]!.source)),
  }));
}

async function textsIn(
  path: string,
  source: LanguageTag,
  target: LanguageTag | null,
): Promise<{ source: string; target: string | null }[]> {
  const client = await openClientFile(path, basename(path)).catch(() => null);
  const isUnits = client !== null && isExchange(client.kind);
  client?.close();
  if (!isUnits) {
    const texts: { source: string; target: null }[] = [];
    for await (const { segments } of documentsOf([path], source))
      for (const text of segments)
        if (otherLanguage(withoutCodes(text), source) === null) texts.push({ source: text, target: null });
    return texts;
  }
  const [sourceOf, targetOf] = [servingFor(source), target && servingFor(target)];
  const texts: { source: string; target: string | null }[] = [];
  const file = await UnitFile.open(path, basename(path), target === null ? { keepIncomplete: true } : {});
  try {
    for await (const batch of file.units())
      for (const { unit } of batch) {
        const [from] = sourceOf(unit.variants).variants;
        const to = targetOf?.(unit.variants).variants[0];
        if (from) texts.push({ source: from.text, target: to?.text ?? null });
      }
  } finally {
    file.close();
  }
  return texts;
}

function whole(said: string, option: string): number {
  const value = Number(said);
  if (!Number.isInteger(value) || value < 1) throw new UsageError(`${option}: give a whole number from 1.`);
  return value;
}

const asRow = ({ text, times, score, counterpart, contexts }: Harvested): string[] => [
  text,
  String(times),
  String(score),
  counterpart ?? '',
  contexts[0] ?? '',
];

function asText(found: readonly Harvested[]): string {
  if (found.length === 0) return 'No candidates.\n';
  return found
    .map(({ text, times, counterpart }) => `${text} (${times} ×)${counterpart === null ? '' : `: ${counterpart}`}\n`)
    .join('');
}
