/** Two documents → their segments and beads, in a reading thread. */
import { nfc } from '@fair-copy/core/text/normal.js';
import { align } from '@fair-copy/core/alignment/align.js';
import { lengthOf, type Bead, type WeighedBead } from '@fair-copy/core/alignment/bead.js';
import { cutText, type Places } from '@fair-copy/core/alignment/layout.js';
import { setAside } from '@fair-copy/core/alignment/set-aside.js';
import { identifyPooled } from '@fair-copy/core/language/identify.js';
import { canonicalTag, UNDETERMINED, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { segmenterFor } from '@fair-copy/core/segmentation/segmenter.js';
import { readSrx, type SrxRules } from '@fair-copy/core/segmentation/srx.js';
import { named } from '@fair-copy/files/named.js';
import { knownWordsFor } from '@fair-copy/files/phrase-lists.js';
import { exchangeText, runningText } from '@fair-copy/files/running-text.js';
import { ApiError, bodyOf, carried } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { withinTime } from '../jobs/within-time.js';
import { pathsOf } from '../store/paths.js';
import type { BeadBody, FileLook, FileReading } from '@fair-copy/api/alignments.js';
import { knownTerms, knownUnits } from './known-of-client.js';
import type { FileOf } from './store.js';
import type { Text } from './text.js';

export interface FileToRead extends FileOf {
  /** Null: as the text shows. */
  readonly language: LanguageTag | null;
}

/** Throws `DataError` where a file has no text. */
export async function readTexts(
  {
    source,
    target,
    reading,
  }: { readonly source: FileToRead; readonly target: FileToRead; readonly reading: FileReading },
  context: TaskContext,
): Promise<{ source: Text; target: Text }> {
  const rules = reading.rules && (await rulesIn(reading.rules, context));
  return {
    source: await textOf(source, reading, rules, context),
    target: await textOf(target, reading, rules, context),
  };
}

async function textOf(
  { sha256, name, language: said }: FileToRead,
  reading: FileReading,
  rules: SrxRules | null,
  context: TaskContext,
): Promise<Text> {
  const paragraphs = await runningText(pathsOf(context.dataDir).original(sha256), name, reading);
  context.checkpoint();
  if (paragraphs.length === 0) throw new ApiError('no-text', { name });
  const language = said ?? identified(paragraphs.map(({ text }) => text));
  const segment = reading.cut === 'paragraphs' ? (text: string): string[] => [text] : segmenterOf(language, rules);
  return { language, ...cutText(paragraphs, segment) };
}

/** Rules of one's own may be such that a text takes them ages: then they are refused. */
function segmenterOf(language: LanguageTag, rules: SrxRules | null): (text: string) => string[] {
  const segment = segmenterFor(language, rules ?? undefined);
  return rules ? (text) => withinTime(RULES_TIME, () => segment(text)) : segment;
}

/** Milliseconds for one paragraph. */
const RULES_TIME = 2000;

/** Throws `DataError` with the file's name for what holds no segmentation rules. */
async function rulesIn({ sha256, name }: FileOf, { dataDir }: TaskContext): Promise<SrxRules> {
  const path = pathsOf(dataDir).original(sha256);
  return named(name, async () => readSrx(await exchangeText(path)));
}

/** What a file is, before it is put opposite another; a file without running text says why. */
export async function lookAtFile({ sha256, name }: FileOf, { dataDir }: TaskContext): Promise<FileLook> {
  try {
    const paragraphs = await runningText(pathsOf(dataDir).original(sha256), name);
    if (paragraphs.length === 0) throw new ApiError('no-text', { name });
    const language = identified(paragraphs.map(({ text }) => text));
    return { name, sha256, language, paragraphs: paragraphs.length, error: null };
  } catch (error) {
    return { name, sha256, language: null, paragraphs: 0, error: bodyOf(carried(error)).body };
  }
}

function identified(paragraphs: readonly string[]): LanguageTag {
  const texts = paragraphs.map((text) => nfc(text));
  const found = identifyPooled(texts.sort((a, b) => b.length - a.length).slice(0, 200))[0];
  return canonicalTag(found?.language ?? '') ?? UNDETERMINED;
}

export interface TextsToAlign {
  readonly clientId: number;
  readonly source: Text;
  readonly target: Text;
  /** Pinned beads in the order of both sides. */
  readonly fixed: readonly Bead[];
  /** Pinned beads that stand elsewhere in the other text. */
  readonly crossing: readonly Bead[];
}

export async function alignTexts(
  { clientId, source, target, fixed, crossing }: TextsToAlign,
  context: TaskContext,
): Promise<BeadBody[]> {
  const terms = knownTerms(context.dataDir, clientId, source.language, target.language);
  const units = knownUnits(context.dataDir, clientId, source.language, target.language);
  const rest = setAside(source.segments, target.segments, crossing);
  const work = align(rest.source, rest.target, {
    sourceLanguage: source.language,
    targetLanguage: target.language,
    fixed: fixed.map(rest.inside).filter((bead) => bead !== null),
    terms,
    words: knownWordsFor(source.language, target.language, units),
    layout: { source: placesIn(source, rest.kept.source), target: placesIn(target, rest.kept.target) },
  });
  for (;;) {
    const step = work.next();
    if (!step.done) {
      context.checkpoint(step.value);
      continue;
    }
    const { beads, moved } = step.value;
    const elsewhere = new Set(moved);
    const found = beads.map((bead, k) => ({ ...bead, moved: elsewhere.has(k) }));
    const linked = crossing.map((bead): Found => ({ ...bead, sureness: 1, moved: true }));
    const pinned = new Set([...fixed, ...crossing].map(keyOf));
    return [...rest.outside<Found>(found), ...linked]
      .sort((a, b) => a.source.from - b.source.from || a.source.to - b.source.to || a.target.from - b.target.from)
      .map((bead) => pairBody(bead, pinned.has(keyOf(bead))));
  }
}

const placesIn = ({ places }: Text, kept: readonly number[]): Places => Uint8Array.from(kept, (at) => places[at] ?? 0);

interface Found extends WeighedBead {
  readonly moved: boolean;
}

function pairBody({ source, target, sureness, together, moved }: Found, isPinned: boolean): BeadBody {
  const rounded = (share: number): number => Number(share.toFixed(3));
  const spans = [source.from, source.to, target.from, target.to] as const;
  const body: BeadBody = [...spans, rounded(sureness), isPinned ? 1 : 0, moved ? 1 : 0];
  // A passage that was left over behind a gap has the bead's figures and no counterpart.
  if (together !== undefined && lengthOf(source) > 0 && lengthOf(target) > 0) body.push(rounded(together));
  return body;
}

const keyOf = ({ source, target }: Bead): string => `${source.from}-${source.to}|${target.from}-${target.to}`;
