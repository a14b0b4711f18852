import { basename, extname } from 'node:path';
import { rename, rm } from 'node:fs/promises';
import { Command } from 'commander';
import { conceptOf } from '@fair-copy/core/intake/draft.js';
import { Evaluation, questionText, type Tally } from '@fair-copy/core/intake/evaluate.js';
import type { Reading } from '@fair-copy/core/intake/reading.js';
import { Layout, layoutRow } from '@fair-copy/core/formats/layout.js';
import { tbxDocument } from '@fair-copy/core/formats/tbx/write.js';
import { tmxDate, tmxDocument } from '@fair-copy/core/formats/tmx/write.js';
import { canonicalTag, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { delimitedLine, type DelimitedStyle } from '@fair-copy/core/sheet/delimited-write.js';
import type { Concept, ConceptId } from '@fair-copy/core/termbase/concept.js';
import { ENCODINGS, encodingNamed, type EncodingName } from '@fair-copy/core/text/encodings-list.js';
import { ClientFile } from '@fair-copy/files/client-file.js';
import { writeText } from '@fair-copy/files/text-write.js';
import { writeWorkbook } from '@fair-copy/files/workbook-write.js';
import { readingsOf } from '../readings.js';
import {
  decisionsOf,
  delimiterOption,
  sourceChoices,
  withSourceOptions,
  type SourceOptions,
} from '../source-options.js';
import { tallyLine } from '../tally-text.js';
import { UsageError } from '../usage.js';

const FORMATS = ['tbx', 'tmx', 'csv', 'tsv', 'xlsx'] as const;
type Format = (typeof FORMATS)[number];

interface ConvertOptions extends SourceOptions {
  readonly output: string;
  readonly to?: string;
  readonly languages?: string;
  readonly encoding?: string;
  readonly delimiter?: string;
  readonly bom?: boolean;
  readonly keepIncomplete?: boolean;
  readonly questions?: boolean;
}

export function convertCommand(): Command {
  return withSourceOptions(new Command('convert'))
    .description('turn glossaries into one TBX, TMX, CSV, tab-delimited or XLSX file; the tally goes to standard error')
    .argument('<file...>')
    .requiredOption('-o, --output <file>', 'where to write; its ending says the format')
    .option('--to <format>', FORMATS.join(', '))
    .option('--languages <tags>', 'only these languages, in this order: de,pt')
    .option('--encoding <name>', 'the encoding of delimited text that is written', 'UTF-8')
    .option('--delimiter <text>', 'the separator of delimited text that is written')
    .option('--bom', 'begin delimited text with a byte order mark')
    .option('--keep-incomplete', 'rows with one language only become entries instead of being held back')
    .option('--questions', 'list the held-back rows with their questions on standard error')
    .action(convert);
}

interface Input {
  readonly file: ClientFile;
  readonly reading: Reading;
}

async function convert(paths: readonly string[], options: ConvertOptions): Promise<void> {
  const format = formatOf(options);
  const languages = languagesOption(options.languages);
  const encoding = encodingOption(options.encoding);
  const choices = sourceChoices(options);
  const decisions = decisionsOf(options);
  const files: ClientFile[] = [];
  const part = `${options.output}.part`;
  try {
    const inputs: Input[] = [];
    for (const path of paths) {
      const file = await ClientFile.open(path, basename(path));
      files.push(file);
      for (const reading of await readingsOf(file, choices, decisions)) inputs.push({ file, reading });
    }
    const layout = new Layout(languages);
    const tallies: Tally[] = [];
    for await (const concept of concepts(inputs, options, tallies)) layout.see(concept);
    await write(part, format, { inputs, options, languages, encoding, layout });
    await rename(part, options.output);
    inputs.forEach(({ file, reading }, i) => report(file, reading, tallies[i]!));
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  } finally {
    for (const file of files) file.close();
  }
}

/** The entries of all inputs in order, numbered through. Runs through the files again each time it is asked. */
async function* concepts(
  inputs: readonly Input[],
  options: ConvertOptions,
  tallies: Tally[] = [],
  say = false,
): AsyncGenerator<Concept> {
  let id = 0;
  for (const { file, reading } of inputs) {
    const evaluation = new Evaluation(reading, undefined, undefined, options.keepIncomplete);
    const sheet = reading.source.kind === 'workbook' ? { sheet: reading.source.sheet } : {};
    for await (const row of file.rows(reading.source)) {
      const outcome = evaluation.see(row);
      if (outcome.kind === 'entry')
        yield { id: ++id as ConceptId, ...conceptOf(outcome.draft, { file: file.name, ...sheet, row: row.number }) };
      else if (say && outcome.kind === 'held back')
        process.stderr.write(`${file.name}, row ${row.number}: ${questionText(outcome.question)}\n`);
    }
    tallies.push(evaluation.tally);
  }
}

interface Job {
  readonly inputs: readonly Input[];
  readonly options: ConvertOptions;
  readonly languages: readonly LanguageTag[] | null;
  readonly encoding: EncodingName;
  readonly layout: Layout;
}

async function write(
  path: string,
  format: Format,
  { inputs, options, languages, encoding, layout }: Job,
): Promise<void> {
  const all = concepts(inputs, options, [], options.questions);
  switch (format) {
    case 'tbx':
      return writeText(path, tbxDocument(all, { title: basename(options.output), languages }));
    case 'tmx': {
      const date = tmxDate(new Date().toISOString());
      return writeText(path, tmxDocument(all, { languages, sourceLanguage: '*all*', version: '0.1.0', date }));
    }
    case 'xlsx': {
      const columns = layout.columns();
      const rows = mapped(all, (concept) => layoutRow(concept, columns));
      return writeWorkbook(path, [{ name: 'Terms', header: columns.map((c) => c.header), rows }]);
    }
    default: {
      const delimiter =
        options.delimiter !== undefined ? delimiterOption(options.delimiter) : format === 'csv' ? ',' : '\t';
      return writeText(
        path,
        lines(all, layout, { delimiter, lineEnd: '\r\n', guardFormulas: true }),
        encoding,
        options.bom,
      );
    }
  }
}

async function* lines(all: AsyncIterable<Concept>, layout: Layout, style: DelimitedStyle): AsyncGenerator<string> {
  const columns = layout.columns();
  yield delimitedLine(
    columns.map((c) => c.header),
    style,
  );
  for await (const concept of all) {
    const cells = layoutRow(concept, columns);
    if (cells.some(Boolean)) yield delimitedLine(cells, style);
  }
}

async function* mapped<A, B>(items: AsyncIterable<A>, map: (item: A) => B): AsyncGenerator<B> {
  for await (const item of items) yield map(item);
}

function report(file: ClientFile, reading: Reading, tally: Tally): void {
  const sheet = reading.source.kind === 'workbook' ? `, ${reading.source.sheet}` : '';
  process.stderr.write(`${file.name}${sheet}: ${tallyLine(tally)}\n`);
}

function formatOf(options: ConvertOptions): Format {
  const said = (options.to ?? extname(options.output).slice(1)).toLowerCase();
  const format = said === 'txt' || said === 'tab' ? 'tsv' : said;
  if ((FORMATS as readonly string[]).includes(format)) return format as Format;
  throw new UsageError(`“${said}” is not a format to write. Use one of: ${FORMATS.join(', ')}.`);
}

function languagesOption(said: string | undefined): LanguageTag[] | null {
  if (said === undefined) return null;
  return said.split(',').map((text) => {
    const tag = canonicalTag(text);
    if (!tag) throw new UsageError(`--languages: “${text}” is not a language tag.`);
    return tag;
  });
}

function encodingOption(said: string | undefined): EncodingName {
  const encoding = encodingNamed(said ?? 'UTF-8');
  if (!encoding) throw new UsageError(`--encoding: “${said}” is not known. Use one of: ${ENCODINGS.join(', ')}.`);
  return encoding;
}
