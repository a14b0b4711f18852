import { VERSION } from '@fair-copy/core/version.js';
import { basename, extname } from 'node:path';
import { rename, rm } from 'node:fs/promises';
import { conceptOf, withDraft, type Draft } from '@fair-copy/core/intake/draft.js';
import { Evaluation } from '@fair-copy/core/intake/evaluate.js';
import type { Placed, Tally } from '@fair-copy/core/intake/outcome.js';
import { PictureFinder } from '@fair-copy/core/intake/pictures.js';
import { intake } from '@fair-copy/words/en/intake.js';
import { cellsBeyond, languagesOf, type Reading } from '@fair-copy/core/intake/reading.js';
import { Layout, layoutRow } from '@fair-copy/core/formats/layout.js';
import { TbxSurvey } from '@fair-copy/core/formats/tbx/survey.js';
import { tbxDocument } from '@fair-copy/core/formats/tbx/write.js';
import { tmxDate, tmxDocument } from '@fair-copy/core/formats/tmx/write.js';
import { canonicalTag, UNDETERMINED, type LanguageTag } from '@fair-copy/core/language/tags.js';
import type { SheetRow } from '@fair-copy/core/sheet/model.js';
import { delimitedLine, type DelimitedStyle } from '@fair-copy/core/sheet/delimited-write.js';
import type { Concept, ConceptId } from '@fair-copy/core/termbase/concept.js';
import { ENCODINGS, encodingNamed, type EncodingName } from '@fair-copy/core/encoding/names.js';
import { looksLikeUnits } from '@fair-copy/core/intake/unit-rows.js';
import { fileKind, openClientFile } from '@fair-copy/files/formats/registry.js';
import { isExchange } from '@fair-copy/files/formats/registry.js';
import type { ClientFile } from '@fair-copy/files/client/client-file.js';
import { DataError } from '@fair-copy/core/diagnostic.js';
import { named } from '@fair-copy/files/named.js';
import { writeText } from '@fair-copy/files/text-write.js';
import { writeWorkbook } from '@fair-copy/files/workbook-write.js';
import { formatNamed, FORMATS, type Format } from '../formats.js';
import { picturesBeside, PictureUse, withPictures } from '../pictures.js';
import { evaluationOf, readingOf, readingsOf, type FileReading } from '../readings.js';
import { choicesFor } from '../by-example.js';
import { JoinedTermbase } from '../joined.js';
import { decisionsOf, delimiterOption, type SourceOptions } from '../source-options.js';
import { tallyLine } from '../tally-text.js';
import { UsageError } from '../usage.js';
import type { UnitFormat } from '@fair-copy/files/write-units.js';
import type { UnitFileOptions } from '@fair-copy/files/unit-file.js';
import { convertUnits, type UnitConversion } from './units.js';

interface ConvertOptions extends SourceOptions {
  readonly output: string;
  readonly to?: string;
  readonly languages?: string;
  readonly encoding?: string;
  readonly delimiter?: string;
  readonly bom?: boolean;
  readonly keepIncomplete?: boolean;
  readonly questions?: boolean;
  readonly as?: string;
  readonly alternatives?: boolean;
  readonly join?: string;
}

interface Input extends FileReading {
  readonly file: ClientFile;
  readonly outcomes: Outcomes;
  readonly pictures: PictureFinder;
  /** What later rows add to the entry of an earlier one, by its row. */
  readonly additions: Map<number, Draft[]>;
  readonly joined: JoinedTermbase | null;
}

export async function convert(paths: readonly string[], said: ConvertOptions): Promise<void> {
  const format = formatOf(said);
  if (said.joinBy !== undefined && said.join === undefined)
    throw new UsageError('--join-by says how a termbase is joined: name it with --join.');
  const languages = languagesOption(said.languages);
  const encoding = encodingOption(said.encoding);
  const decisions = decisionsOf(said);
  const choices = await choicesFor(paths[0]!, said);
  // A reading that was kept says what the files hold.
  const options: ConvertOptions = said.as === undefined && choices.as ? { ...said, as: choices.as } : said;
  if (await holdUnits(paths, format, options)) {
    if (options.join !== undefined)
      throw new UsageError('--join is for terms; these files are read as units. Say --as terms if they hold terms.');
    await convertUnits(paths, unitsOf(options, format as UnitFormat, { languages, encoding, choices, decisions }));
    return;
  }
  const files: ClientFile[] = [];
  const part = `${options.output}.part`;
  try {
    const inputs: Input[] = [];
    const joined = options.join === undefined ? null : await JoinedTermbase.open(options.join);
    for (const path of paths) {
      const file = await openClientFile(path, basename(path));
      files.push(file);
      const pictures = new PictureFinder(await picturesBeside(path));
      for (const found of await readingsOf(file, choices, decisions))
        inputs.push(inputOf(found, file, pictures, joined, options));
    }
    const layout = new Layout(languages);
    const tallies: Tally[] = [];
    const survey = new TbxSurvey();
    await gatherAdditions(inputs);
    const pictures = new PictureUse();
    let [entries, pairs] = [0, 0];
    for await (const concept of concepts(inputs, tallies, pictures)) {
      entries++;
      if (concept.languages.length > 1) pairs++;
      layout.see(concept);
      survey.see(concept);
    }
    if (entries === 0) throw nothingIn(inputs, tallies);
    if (pairs === 0 && !options.keepIncomplete && inputs.every(({ reading }) => isTable(reading)))
      throw noPairsIn(inputs);
    await write(part, format, { inputs, options, languages, encoding, layout, survey });
    await rename(part, options.output);
    inputs.forEach((input, i) => report(input, tallies[i]!));
    pictures.report(inputs);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  } finally {
    for (const file of files) file.close();
  }
}

function unitsOf(
  options: ConvertOptions,
  format: UnitFormat,
  {
    languages,
    encoding,
    choices,
    decisions,
  }: Pick<UnitConversion, 'languages' | 'encoding'> & Pick<UnitFileOptions, 'choices' | 'decisions'>,
): UnitConversion {
  return {
    output: options.output,
    format,
    languages,
    encoding,
    bom: options.bom ?? false,
    delimiter: delimiterOption(options.delimiter ?? (format === 'csv' ? ',' : '\t')),
    open: {
      ...(choices && { choices }),
      ...(decisions && { decisions }),
      keepIncomplete: options.keepIncomplete ?? false,
      alternatives: options.alternatives ?? false,
    },
  };
}

/** Why nothing is written. */
function nothingIn(inputs: readonly Input[], tallies: readonly Tally[]): DataError {
  const file = inputs.map((input) => input.file.name).join(', ');
  const said = inputs.length === 1 ? inputs[0]!.reading.notes.find(({ code }) => code === 'header-only') : undefined;
  if (said) return DataError.of({ ...said, severity: 'error', place: { ...said.place, file } });
  const sum = (of: (tally: Tally) => number): number => tallies.reduce((all, tally) => all + of(tally), 0);
  const counts = { heldBack: sum((tally) => tally.heldBack), notData: sum((tally) => tally.notData) };
  return new DataError('no-entries', counts, { file });
}

function noPairsIn(inputs: readonly Input[]): DataError {
  const [language = UNDETERMINED] = inputs.flatMap(({ reading }) => languagesOf(reading));
  return new DataError('no-pairs', { language }, { file: inputs.map(({ file }) => file.name).join(', ') });
}

/** Memories and bilingual texts by what the files are and what is to be written; a person may say it. */
async function holdUnits(paths: readonly string[], format: Format, options: ConvertOptions): Promise<boolean> {
  if (options.as !== undefined && options.as !== 'terms' && options.as !== 'units')
    throw new UsageError(`--as: “${options.as}” is neither “terms” nor “units”.`);
  const only = format === 'tbx' ? 'terms' : format === 'xliff' || format === 'docx' ? 'units' : null;
  if (options.as !== undefined) {
    if (only && only !== options.as)
      throw new UsageError(`${format.toUpperCase()} is written of ${only}, not of ${options.as}.`);
    return options.as === 'units';
  }
  if (only) return only === 'units';
  for (const path of paths) {
    const kind = await named(basename(path), () => fileKind(path));
    if (isExchange(kind)) continue;
    if (kind === 'tbx' || kind === 'zip') return false;
    const file = await openClientFile(path, basename(path));
    try {
      const { reading, sample } = await readingOf(file, await choicesFor(path, options), decisionsOf(options));
      if (!looksLikeUnits(reading, sample.rows)) return false;
    } finally {
      file.close();
    }
  }
  return true;
}

/** Rows that add to an entry far above them are kept, so that the entry can be written whole when its turn comes. */
async function gatherAdditions(inputs: readonly Input[]): Promise<void> {
  for (const input of inputs) {
    const { reading, joined } = input;
    if (!joined && reading.grouping.value === 'rows' && !reading.steps.duplicates) continue;
    for await (const { outcome } of input.outcomes.each())
      if (outcome.kind === 'joined existing' && outcome.how === 'adds') joined!.join(outcome.concept, outcome.draft);
      else if (outcome.kind === 'joined' && outcome.how === 'adds')
        input.additions.set(outcome.row, [...(input.additions.get(outcome.row) ?? []), outcome.draft]);
  }
}

function inputOf(
  found: FileReading,
  file: ClientFile,
  pictures: PictureFinder,
  joined: JoinedTermbase | null,
  options: ConvertOptions,
): Input {
  const input = { ...found, file, pictures, joined, additions: new Map<number, Draft[]>() };
  return Object.assign(input, { outcomes: new Outcomes(input, options) });
}

/** Rows whose outcomes are kept from one pass to the next; those of longer files are worked out each time. */
const KEPT = 100_000;

/** What becomes of the rows of an input. */
class Outcomes {
  tally: Tally | null = null;
  /** Rows with more cells than their table has columns. */
  beyond: { readonly row: number; readonly texts: readonly string[] }[] = [];
  private kept: Placed<SheetRow>[] | null = null;

  constructor(
    private readonly input: FileReading & { readonly file: ClientFile; readonly joined: JoinedTermbase | null },
    private readonly options: ConvertOptions,
  ) {}

  /** All of them, in order; the tally is there afterwards. */
  async *each(): AsyncGenerator<Placed<SheetRow>> {
    if (this.kept) {
      yield* this.kept;
      return;
    }
    const { input, options } = this;
    const evaluation = evaluationOf(input, {
      ...(options.keepIncomplete && { keepIncomplete: true }),
      ...(input.joined && { existing: input.joined }),
    });
    let all: Placed<SheetRow>[] | null = [];
    this.beyond = [];
    for await (const placed of Evaluation.ofAsync(evaluation, input.file.rows(input.reading.source))) {
      if (all && all.push(placed) > KEPT) all = null;
      const texts = placed.outcome.kind === 'entry' ? cellsBeyond(placed.row, input.reading) : [];
      if (texts.length > 0) this.beyond.push({ row: placed.row.line ?? placed.row.number, texts });
      yield placed;
    }
    this.kept = all;
    this.tally = evaluation.tally;
  }
}

/** The entries of all inputs in order, numbered through. Runs through the files again each time it is asked. */
async function* concepts(
  inputs: readonly Input[],
  tallies: Tally[] = [],
  pictures: PictureUse | null = null,
  say = false,
): AsyncGenerator<Concept> {
  let id = 0;
  for (const body of inputs[0]?.joined?.bodies() ?? []) yield { id: ++id as ConceptId, ...body };
  for (const input of inputs) {
    const { file, reading, additions, outcomes } = input;
    const sheet = reading.source.kind === 'workbook' ? { sheet: reading.source.sheet } : {};
    for await (const { row, outcome } of outcomes.each()) {
      if (outcome.kind === 'entry') {
        const origin = { file: file.name, ...sheet, row: row.line ?? row.number };
        const body = (additions.get(row.number) ?? []).reduce(withDraft, conceptOf(outcome.draft, origin));
        // An exchange file names its pictures by their place already.
        const placed = isTable(reading) ? withPictures(body, input.pictures, pictures, row.number) : body;
        yield { id: ++id as ConceptId, ...placed };
      } else if (say && outcome.kind === 'held back' && outcome.question.kind !== 'part')
        process.stderr.write(`${file.name}, row ${row.number}: ${intake.question(outcome.question)}\n`);
    }
    tallies.push(outcomes.tally!);
  }
}

function isTable({ source }: Reading): boolean {
  return source.kind === 'workbook' || source.kind === 'delimited' || source.kind === 'document';
}

interface Job {
  readonly inputs: readonly Input[];
  readonly options: ConvertOptions;
  readonly languages: readonly LanguageTag[] | null;
  readonly encoding: EncodingName;
  readonly layout: Layout;
  readonly survey: TbxSurvey;
}

async function write(
  path: string,
  format: Format,
  { inputs, options, languages, encoding, layout, survey }: Job,
): Promise<void> {
  const all = concepts(inputs, [], null, options.questions);
  switch (format) {
    case 'tbx': {
      const targets = await survey.targets(() => concepts(inputs, [], null), languages);
      const said = { title: basename(options.output), languages, beyondBasic: survey.beyondBasic, targets };
      return writeText(path, tbxDocument(all, said));
    }
    case 'tmx': {
      const date = tmxDate(new Date().toISOString());
      return writeText(path, tmxDocument(all, { languages, sourceLanguage: '*all*', version: VERSION, date }));
    }
    case 'xliff':
    case 'docx':
      throw new UsageError(`${format.toUpperCase()} is written of units, not of terms.`);
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

/** Rows beyond the table that are named one by one. */
const NAMED = 5;

function report({ file, reading, outcomes: { beyond } }: Input, tally: Tally): void {
  const sheet = reading.source.kind === 'workbook' ? `, ${reading.source.sheet}` : '';
  process.stderr.write(`${file.name}${sheet}: ${tallyLine(tally)}\n`);
  for (const { row, texts } of beyond.slice(0, NAMED))
    process.stderr.write(`  row ${row} has more cells than the table: “${texts.join('”, “')}”, kept as a note\n`);
  if (beyond.length > NAMED) process.stderr.write(`  … and ${beyond.length - NAMED} more such rows\n`);
}

function formatOf(options: ConvertOptions): Format {
  const said = options.to ?? extname(options.output).slice(1);
  const format = formatNamed(said);
  if (format) return format;
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
