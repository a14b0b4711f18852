/** What the options of a command say about how a file is to be read. */
import { canonicalTag } from '@fair-copy/core/language/tags.js';
import { fieldRole } from '@fair-copy/core/intake/column-role.js';
import { categoryNamed } from '@fair-copy/core/termbase/categories.js';
import type { Decisions } from '@fair-copy/core/intake/propose.js';
import { CLEANING_STEPS, type CleaningStepId, type Grouping, type Role } from '@fair-copy/core/intake/reading.js';
import { SEPARATORS } from '@fair-copy/core/intake/cleaning/synonyms.js';
import { ENCODINGS, encodingNamed } from '@fair-copy/core/encoding/names.js';
import type { LinePattern } from '@fair-copy/core/document/pattern.js';
import type { SourceChoices } from '@fair-copy/files/client/client-file.js';
import { joinRule } from './joined.js';
import { keptReadingIn } from './kept-reading.js';
import { UsageError } from './usage.js';

export interface SourceOptions {
  readonly sheet?: string;
  readonly inputEncoding?: string;
  readonly inputDelimiter?: string;
  readonly column?: readonly string[];
  readonly header?: boolean;
  readonly headerRow?: string;
  readonly hidden?: boolean;
  readonly doubtful?: boolean;
  readonly quote?: '"' | "'" | 'backslash' | 'none';
  /** Cleaning steps; those to switch off with a minus. */
  readonly clean?: readonly string[];
  readonly separators?: string;
  readonly grouping?: Grouping;
  /** The path of a reading that was kept. */
  readonly reading?: string;
  /** The texts of one row. */
  readonly example?: readonly string[];
  readonly cuts?: string;
  readonly tables?: 'one' | 'several';
  readonly sheetSubject?: boolean;
  readonly joinBy?: string;
}

/** Throws `UsageError` for what cannot be meant together. */
function refuseContradictions(options: SourceOptions): void {
  const cut = (['inputDelimiter', 'cuts', 'example'] as const).filter((name) => options[name]?.length);
  const written = { inputDelimiter: '--input-delimiter', cuts: '--cuts', example: '--example' } as const;
  if (cut.length > 1) throw new UsageError(`${cut.map((name) => written[name]).join(' and ')} contradict one another.`);
  if (options.header === false && options.headerRow !== undefined)
    throw new UsageError('--no-header and --header-row contradict one another.');
}

/** What the options say; what they leave open is as in the reading that was kept, or found. */
export function sourceChoices(options: SourceOptions): SourceChoices {
  refuseContradictions(options);
  const encoding = options.inputEncoding === undefined ? undefined : encodingNamed(options.inputEncoding);
  if (encoding === null)
    throw new UsageError(
      `--input-encoding: “${options.inputEncoding}” is not known. Use one of: ${ENCODINGS.join(', ')}.`,
    );
  const { quote } = options;
  const base = options.reading === undefined ? {} : keptReadingIn(options.reading).choices;
  // Another way of cutting takes the place of the one that was kept.
  const { delimiter: _delimiter, pattern: _pattern, marked: _marked, ...uncut } = base;
  const recut = [options.inputDelimiter, options.cuts, options.example?.length || undefined].some(
    (one) => one !== undefined,
  );
  return {
    ...(recut ? uncut : base),
    ...(options.cuts !== undefined && { pattern: cutsNamed(options.cuts) }),
    ...(options.tables && { tables: options.tables }),
    ...(quote && { quote: quote === 'none' ? null : quote === 'backslash' ? '\\"' : quote }),
    ...(options.sheet !== undefined && { sheet: options.sheet }),
    ...(encoding && { encoding }),
    ...(options.inputDelimiter !== undefined && { delimiter: delimiterOption(options.inputDelimiter) }),
  };
}

export function decisionsOf(options: SourceOptions): Decisions {
  const base = options.reading === undefined ? {} : keptReadingIn(options.reading).decisions;
  const roles: Record<number, Role> = { ...base.roles };
  for (const said of options.column ?? []) {
    const found = /^(\d+)=(.+)$/.exec(said.trim());
    if (!found || Number(found[1]) < 1) throw new UsageError(`--column: “${said}” is not of the form 2=pt.`);
    roles[Number(found[1]) - 1] = roleNamed(found[2]!.trim());
  }
  const headerRow = headerOption(options);
  return {
    ...base,
    roles,
    ...(headerRow !== undefined && { headerRow }),
    ...(options.hidden && { takeHidden: true }),
    ...(options.doubtful && { takeDoubtful: true }),
    ...(options.clean?.length && { steps: { ...base.steps, ...stepsNamed(options.clean) } }),
    ...(options.sheetSubject && { sheetSubject: true }),
    ...(options.joinBy !== undefined && { join: joinRule(options.joinBy) }),
    ...(options.separators !== undefined && { separators: separatorsNamed(options.separators) }),
    ...(options.grouping && { grouping: options.grouping }),
  };
}

/** "20,40": where columns begin, the line from 0. */
function cutsNamed(said: string): LinePattern {
  const cuts = said.split(',').map((part) => Number(part.trim()));
  if (cuts.some((cut, i) => !Number.isInteger(cut) || cut <= (cuts[i - 1] ?? 0)))
    throw new UsageError(`--cuts: “${said}” are no places in ascending order, such as 20,40.`);
  return { cuts, measure: 'places' };
}

function stepsNamed(said: readonly string[]): Partial<Record<CleaningStepId, boolean>> {
  const steps: Partial<Record<CleaningStepId, boolean>> = {};
  for (const one of said) {
    const off = one.startsWith('-');
    const name = one.replace(/^-/, '').trim();
    const id = CLEANING_STEPS.find((step) => step === name);
    const option = off ? '--no-clean' : '--clean';
    if (!id)
      throw new UsageError(`${option}: “${name}” is no cleaning step. Use some of: ${CLEANING_STEPS.join(', ')}.`);
    if (steps[id] === off)
      throw new UsageError(`“${id}” cannot be switched on and off: --clean and --no-clean name it.`);
    steps[id] = !off;
  }
  return steps;
}

/** "; /" or ";,": each character is one; "none": there are none. */
function separatorsNamed(said: string): string[] {
  if (said.trim() === 'none') return [];
  const marks = [...new Set(said.replaceAll('\\n', '\n').replace(/[ \t]+/g, ''))];
  return marks.flatMap((mark) => {
    const found = SEPARATORS.filter((separator) => separator === mark || separator.trim() === mark);
    if (found.length) return found;
    const known = [...new Set(SEPARATORS.map((separator) => separator.trim() || '\\n'))];
    throw new UsageError(`--separators: “${mark}” is not known. Use some of: ${known.join(' ')}, or none.`);
  });
}

function headerOption({ header, headerRow }: SourceOptions): number | null | undefined {
  if (header === false) return null;
  if (headerRow === undefined) return undefined;
  if (!/^[1-9]\d*$/.test(headerRow)) throw new UsageError(`--header-row: “${headerRow}” is not a row number.`);
  return Number(headerRow);
}

function roleNamed(name: string): Role {
  if (/^ignored?$/i.test(name)) return { kind: 'ignored' };
  if (/^id$/i.test(name) && !canonicalTag(name)?.includes('-')) return { kind: 'id' };
  const field = /^([A-Za-z]+)(?:@(.+))?$/.exec(name);
  const category = field && categoryNamed(field[1]!);
  if (category) return fieldRole(category.name, field[2] === undefined ? null : canonicalTag(field[2]));
  const language = canonicalTag(name);
  if (!language)
    throw new UsageError(`--column: “${name}” is not a language tag. Use a tag such as de, pt-BR or zh-Hant.`);
  return { kind: 'term', language };
}

export function delimiterOption(text: string): string {
  const named: Readonly<Record<string, string>> = { '\\t': '\t', tab: '\t', comma: ',', semicolon: ';', pipe: '|' };
  const delimiter = named[text.toLowerCase()] ?? text;
  if (delimiter === '') throw new UsageError('the separator is empty.');
  return delimiter;
}
