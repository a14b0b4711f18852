/** What the options of a command say about how a file is to be read. */
import { canonicalTag } from '@fair-copy/core/language/tags.js';
import { fieldRole } from '@fair-copy/core/intake/column-role.js';
import { categoryNamed } from '@fair-copy/core/termbase/categories.js';
import type { Decisions } from '@fair-copy/core/intake/propose.js';
import { CLEANING_STEPS, type CleaningStepId, type Grouping, type Role } from '@fair-copy/core/intake/reading.js';
import { SEPARATORS } from '@fair-copy/core/intake/cleaning/synonyms.js';
import { ENCODINGS, encodingNamed } from '@fair-copy/core/encoding/names.js';
import type { SourceChoices } from '@fair-copy/files/client/client-file.js';
import { UsageError } from './usage.js';

export interface SourceOptions {
  readonly sheet?: string;
  readonly inputEncoding?: string;
  readonly inputDelimiter?: string;
  readonly column?: readonly string[];
  readonly header?: boolean;
  readonly headerRow?: string;
  readonly hidden?: boolean;
  readonly quote?: '"' | "'" | 'backslash' | 'none';
  /** Cleaning steps; those to switch off with a minus. */
  readonly clean?: readonly string[];
  readonly separators?: string;
  readonly grouping?: Grouping;
}

export function sourceChoices(options: SourceOptions): SourceChoices {
  const encoding = options.inputEncoding === undefined ? undefined : encodingNamed(options.inputEncoding);
  if (encoding === null)
    throw new UsageError(
      `--input-encoding: “${options.inputEncoding}” is not known. Use one of: ${ENCODINGS.join(', ')}.`,
    );
  const { quote } = options;
  return {
    ...(quote && { quote: quote === 'none' ? null : quote === 'backslash' ? '\\"' : quote }),
    ...(options.sheet !== undefined && { sheet: options.sheet }),
    ...(encoding && { encoding }),
    ...(options.inputDelimiter !== undefined && { delimiter: delimiterOption(options.inputDelimiter) }),
  };
}

export function decisionsOf(options: SourceOptions): Decisions {
  const roles: Record<number, Role> = {};
  for (const said of options.column ?? []) {
    const found = /^(\d+)=(.+)$/.exec(said.trim());
    if (!found || Number(found[1]) < 1) throw new UsageError(`--column: “${said}” is not of the form 2=pt.`);
    roles[Number(found[1]) - 1] = roleNamed(found[2]!.trim());
  }
  const headerRow = headerOption(options);
  return {
    roles,
    ...(headerRow !== undefined && { headerRow }),
    ...(options.hidden && { takeHidden: true }),
    ...(options.clean?.length && { steps: stepsNamed(options.clean) }),
    ...(options.separators !== undefined && { separators: separatorsNamed(options.separators) }),
    ...(options.grouping && { grouping: options.grouping }),
  };
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
