import { readFile, rename, rm } from 'node:fs/promises';
import { basename, extname } from 'node:path';
import { align } from '@fair-copy/core/alignment/align.js';
import type { Alignment, Span } from '@fair-copy/core/alignment/bead.js';
import type { Phrases } from '@fair-copy/core/alignment/known-words.js';
import { cutText, type Layout } from '@fair-copy/core/alignment/layout.js';
import { unitsOfBeads } from '@fair-copy/core/alignment/units.js';
import { fatesOf, type Fate } from '@fair-copy/core/alignment/revision.js';
import type { WordReading } from '@fair-copy/core/document/docx.js';
import { DataError } from '@fair-copy/core/diagnostic.js';
import { primaryLanguage, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { servingFor } from '@fair-copy/core/memory/serving.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { segmenterFor } from '@fair-copy/core/segmentation/segmenter.js';
import { readSrx } from '@fair-copy/core/segmentation/srx.js';
import { UnitFile } from '@fair-copy/files/unit-file.js';
import { knownWordsFor, MOST_TAUGHT } from '@fair-copy/files/phrase-lists.js';
import { runningText } from '@fair-copy/files/running-text.js';
import { writeUnitsFile, type UnitFormat } from '@fair-copy/files/write-units.js';
import { conceptsIn } from '../concepts.js';
import { formatNamed, FORMATS } from '../formats.js';
import { languageOption } from '../language-option.js';
import { decoded } from '../text.js';
import { UsageError } from '../usage.js';

interface AlignCommandOptions {
  readonly source?: string;
  readonly target?: string;
  readonly output?: string;
  readonly segments?: string;
  readonly termbase?: string;
  readonly memory?: readonly string[];
  readonly srx?: string;
  readonly paragraphs?: boolean;
  readonly hidden?: boolean;
  readonly keepHyphens?: boolean;
  readonly changes: string;
  readonly sure?: string;
  readonly json?: boolean;
}

/** Segments of two texts that are to be paired. */
interface Texts {
  readonly sourceLang: LanguageTag;
  readonly targetLang: LanguageTag;
  readonly source: readonly string[];
  readonly target: readonly string[];
  readonly layout?: Layout;
}

export async function run(
  source: string | undefined,
  target: string | undefined,
  options: AlignCommandOptions,
): Promise<void> {
  const sure = Number(options.sure);
  if (!(sure >= 0 && sure <= 1)) throw new UsageError('--sure: give a probability from 0 to 1.');
  const { changes } = options;
  if (changes !== 'accepted' && changes !== 'original') throw new UsageError('--changes: say accepted or original.');
  if (!options.json && !options.output) throw new UsageError('say where to write the pairs (-o FILE.tmx), or --json.');
  if (options.output) unitFormat(options.output);
  const texts = options.segments
    ? await caseTexts(options.segments)
    : await fileTexts(source, target, options, {
        hidden: options.hidden ?? false,
        parted: options.keepHyphens ?? false,
        changes,
      });
  const terms = options.termbase ? await termPairs(options.termbase, texts.sourceLang, texts.targetLang) : [];
  const units = await unitsOf(options.memory ?? [], texts.sourceLang, texts.targetLang);
  const alignment = aligned(texts, terms, units);
  const isRevision = primaryLanguage(texts.sourceLang) === primaryLanguage(texts.targetLang);
  const fates = isRevision ? fatesOf(texts.source, texts.target, alignment) : null;
  if (options.output)
    await writePairs(
      options.output,
      texts,
      alignment,
      sure,
      [source, target].map((path) => basename(path ?? options.segments!)),
    );
  if (options.json) process.stdout.write(JSON.stringify(asJson(alignment, fates)) + '\n');
  else report(texts, alignment, sure, fates);
}

async function termPairs(path: string, source: LanguageTag, target: LanguageTag): Promise<[string, string][]> {
  const pairs: [string, string][] = [];
  for (const { languages } of await conceptsIn(path)) {
    const terms = (tag: LanguageTag): string[] =>
      languages
        .filter(({ language }) => primaryLanguage(language) === primaryLanguage(tag))
        .flatMap((section) => section.terms.map(({ text }) => text));
    for (const left of terms(source)) for (const right of terms(target)) pairs.push([left, right]);
  }
  return pairs;
}

/** The last units of memories in both languages. */
async function unitsOf(paths: readonly string[], source: LanguageTag, target: LanguageTag): Promise<Phrases> {
  const [sourceOf, targetOf] = [servingFor(source), servingFor(target)];
  const pairs: (readonly [string, string])[] = [];
  for (const path of paths) {
    const file = await UnitFile.open(path, basename(path));
    try {
      for await (const batch of file.units())
        for (const { unit } of batch) {
          const [one, other] = [sourceOf(unit.variants).variants[0], targetOf(unit.variants).variants[0]];
          if (one && other) pairs.push([withoutCodes(one.text), withoutCodes(other.text)]);
          // The last ones are kept, however many there are.
          if (pairs.length === 2 * MOST_TAUGHT) pairs.splice(0, MOST_TAUGHT);
        }
    } finally {
      file.close();
    }
  }
  const last = pairs.slice(-MOST_TAUGHT);
  return { source: last.map(([one]) => one), target: last.map(([, other]) => other) };
}

function aligned(
  { source, target, sourceLang, targetLang, layout }: Texts,
  terms: readonly (readonly [string, string])[],
  units: Phrases,
): Alignment {
  const work = align(source, target, {
    sourceLanguage: sourceLang,
    targetLanguage: targetLang,
    terms,
    words: knownWordsFor(sourceLang, targetLang, units),
    layout,
  });
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
  }
}

async function caseTexts(path: string): Promise<Texts> {
  let given: Record<string, unknown>;
  try {
    given = JSON.parse(await readFile(path, 'utf8')) as Record<string, unknown>;
  } catch (error) {
    if (error instanceof SyntaxError) throw new UsageError(`${basename(path)} is no JSON: ${error.message}`);
    throw error;
  }
  const texts = (side: string): string[] => {
    const list = given[side];
    if (!Array.isArray(list) || list.some((text) => typeof text !== 'string'))
      throw new UsageError(`${basename(path)}: “${side}” must be a list of texts.`);
    return (list as string[]).map((text) => text.normalize('NFC'));
  };
  return {
    sourceLang: languageOption(given.sourceLang, 'sourceLang'),
    targetLang: languageOption(given.targetLang, 'targetLang'),
    source: texts('source'),
    target: texts('target'),
  };
}

async function fileTexts(
  source: string | undefined,
  target: string | undefined,
  options: AlignCommandOptions,
  reading: WordReading,
): Promise<Texts> {
  if (!source || !target) throw new UsageError('give a source file and its translation, or --segments CASE.json.');
  const sourceLang = languageOption(options.source, '--source');
  const targetLang = languageOption(options.target, '--target');
  const rules = options.srx ? readSrx(await decoded(options.srx)) : undefined;
  const whole = options.paragraphs ?? false;
  const cut = async (path: string, language: LanguageTag) => {
    const segment = whole ? (text: string): string[] => [text] : segmenterFor(language, rules);
    const found = cutText(await runningText(path, basename(path), reading), segment);
    if (found.segments.length === 0) throw new DataError('file-empty', { file: basename(path) });
    return found;
  };
  const [left, right] = [await cut(source, sourceLang), await cut(target, targetLang)];
  return {
    sourceLang,
    targetLang,
    source: left.segments,
    target: right.segments,
    layout: { source: left.places, target: right.places },
  };
}

function asJson({ beads, moved }: Alignment, fates: readonly Fate[] | null): object {
  return {
    beads: beads.map(({ source, target }, k) =>
      fates ? [indexes(source), indexes(target), fates[k]!] : [indexes(source), indexes(target)],
    ),
    sureness: beads.map(({ sureness }) => Number(sureness.toFixed(4))),
    together: beads.map(({ together }) => (together === undefined ? null : Number(together.toFixed(4)))),
    moved,
    ...(fates ? { fates } : {}),
  };
}

const indexes = ({ from, to }: Span): number[] => Array.from({ length: to - from }, (_, k) => from + k);

async function writePairs(
  output: string,
  texts: Texts,
  alignment: Alignment,
  sure: number,
  files: readonly string[],
): Promise<void> {
  const part = `${output}.part`;
  try {
    const units = [
      ...unitsOfBeads(
        { name: files[0]!, language: texts.sourceLang, segments: texts.source },
        { name: files[1]!, language: texts.targetLang, segments: texts.target },
        alignment.beads.filter(({ sureness }) => sureness >= sure),
      ),
    ];
    const pair = [texts.sourceLang, texts.targetLang] as const;
    await writeUnitsFile(part, unitFormat(output), () => units, {
      languages: null,
      sourceLanguage: texts.sourceLang,
      pair,
      known: pair,
      name: basename(output),
      header: null,
      left: { count: 0 },
      delimiter: unitFormat(output) === 'csv' ? ',' : '\t',
    });
    await rename(part, output);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

function unitFormat(output: string): UnitFormat {
  const format = formatNamed(extname(output));
  if (format && format !== 'tbx') return format;
  const all = FORMATS.filter((one) => one !== 'tbx').join(', ');
  throw new UsageError(`-o: “${extname(output)}” is no format of pairs. Use one of: ${all}.`);
}

/** The tally: where each segment went. */
function report(
  { source, target }: Texts,
  { beads, moved }: Alignment,
  sure: number,
  fates: readonly Fate[] | null,
): void {
  const kinds = new Map<string, number>();
  let written = 0;
  for (const [k, bead] of beads.entries()) {
    const [a, b] = [bead.source.to - bead.source.from, bead.target.to - bead.target.from];
    const kind = fates ? fates[k]! : `${a}–${b}`;
    kinds.set(kind, (kinds.get(kind) ?? 0) + (a === 0 ? b : b === 0 ? a : 1));
    if (a > 0 && b > 0 && bead.sureness >= sure) written++;
  }
  const parts = [...kinds].sort((a, b) => b[1] - a[1]).map(([kind, count]) => `${count} ${kind}`);
  process.stdout.write(`${source.length} segments and ${target.length} segments = ${parts.join(' + ')}\n`);
  if (moved.length > 0) process.stdout.write(`${moved.length} of the pairs stand elsewhere in the translation\n`);
  process.stdout.write(`${written} pairs written\n`);
}
