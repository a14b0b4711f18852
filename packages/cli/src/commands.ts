/**
 * The commands with their arguments and options. What each does is loaded when it is asked for: the rest of the program
 * takes a second to load, and a list of commands should not.
 */
import { CLEANING_STEPS } from '@fair-copy/core/intake/reading.js';
import { Command, Option } from 'commander';
import { FORMATS } from './formats.js';

/** What a command does, loaded first. */
function loaded<A extends unknown[]>(load: () => Promise<(...args: A) => Promise<void>>) {
  return async (...args: unknown[]): Promise<void> => (await load())(...(args as A));
}

/** Options that say how a file is to be read. */
function withSourceOptions(command: Command): Command {
  return command
    .option('--sheet <name>', 'the sheet of a workbook; otherwise every visible one')
    .option('--input-encoding <name>', 'the encoding of the file; otherwise found')
    .option('--input-delimiter <text>', 'the separator of the file ("\\t" for tab); otherwise found')
    .addOption(
      new Option(
        '--quote <mark>',
        'what encloses cells of delimited text; "backslash": marks within stand behind one',
      ).choices(['"', "'", 'backslash', 'none']),
    )
    .option(
      '--column <N=language…>',
      'what column N (from 1) holds: a language tag, "ignore", "id", or a field such as note, definition@en',
      collect,
      [],
    )
    .option('--header-row <N>', 'the row that names the columns; otherwise found')
    .addOption(new Option('--no-header', 'no row names the columns'))
    .option('--hidden', 'take hidden rows as well')
    .option('--doubtful', 'take rows as well of which it is not sure where they begin and end in the text')
    .option('--clean <steps>', `cleaning steps to switch on, of: ${CLEANING_STEPS.join(', ')}`, collect, [])
    .option('--no-clean <steps>', 'cleaning steps to switch off', collectOff)
    .option('--separators <characters>', 'what separates several terms in a cell: "; /"; "none": nothing does')
    .addOption(
      new Option('--grouping <how>', 'how rows make concepts: each one; by the same id; empty cells go on').choices([
        'rows',
        'id',
        'blank',
      ]),
    )
    .option('--reading <file.json>', 'a reading that the page or “read -o” has kept; other options go before it')
    .option('--example <text>', 'one text of a row, once for each, in their order: how a text is cut', gathered, [])
    .option('--cuts <places>', 'where columns aligned by spaces begin: 20,40')
    .addOption(
      new Option('--tables <how>', 'several tables on a sheet: read as one, or one as it stands').choices([
        'several',
        'one',
      ]),
    )
    .option('--sheet-subject', 'the name of the sheet is the subject of its concepts');
}

/** Texts may have commas. */
function gathered(value: string, previous: readonly string[]): string[] {
  return [...previous, value];
}

/** Steps to switch off stand among those to switch on, with a minus before them. */
function collectOff(value: string, previous: readonly string[]): string[] {
  return collect(value.replace(/(^|,)/g, '$1-'), previous);
}

function collect(value: string, previous: readonly string[]): string[] {
  return [...previous, ...value.split(',')];
}

export const COMMANDS: readonly Command[] = [
  withSourceOptions(new Command('read'))
    .description('say what a file is: its encoding, separator, header, columns, and where each row would go')
    .argument('<file>')
    .option('--as <what>', 'what the file holds: terms or units; otherwise found')
    .option('-o, --output <file>', 'the columns as a table (.csv, .tsv, .xlsx), or the reading for --reading (.json)')
    .option('--json', 'as JSON')
    .action(loaded(async () => (await import('./commands/read.js')).read)),

  withSourceOptions(new Command('convert'))
    .description(
      'turn glossaries into one TBX, TMX, CSV, tab-delimited or XLSX file, bilingual texts and memories into TMX, XLIFF, DOCX, XLSX, CSV or tab-delimited text; the tally goes to standard error',
    )
    .argument('<file...>')
    .requiredOption('-o, --output <file>', 'where to write; its ending says the format')
    .option('--to <format>', FORMATS.join(', '))
    .option('--languages <tags>', 'only these languages, in this order: de,pt')
    .option('--encoding <name>', 'the encoding of delimited text that is written', 'UTF-8')
    .option('--delimiter <text>', 'the separator of delimited text that is written')
    .option('--bom', 'begin delimited text with a byte order mark')
    .option('--keep-incomplete', 'rows with one language only become entries instead of being held back')
    .option('--join <termbase>', 'a TBX that the rows join: all of it is written, with what they add')
    .option('--join-by <what>', 'what is the same in both: language tags, id, subject (within the same subject): de,id')
    .option('--as <what>', 'what the files hold: terms or units; otherwise found')
    .option('--alternatives', 'fuzzy and obsolete messages and alternative translations become units too')
    .option('--questions', 'list the held-back rows with their questions on standard error')
    .action(loaded(async () => (await import('./commands/convert.js')).convert)),

  withSourceOptions(new Command('inspect'))
    .description('check glossaries and memories for what is wrong with them')
    .argument('<files...>')
    .option('--termbase <file...>', 'terms that a memory should use, and those that it should not')
    .option('--memory <file...>', 'memories that a glossary is compared with: what they never use, and say otherwise')
    .option('--beside <file...>', 'other termbases that a glossary is compared with')
    .option('--source <tag>', 'the language that is translated from; otherwise what the file says')
    .option('--target <tag>', 'look only at this language beside it')
    .option('--checks <ids>', 'only these, with commas')
    .option('--without <ids>', 'all but these, with commas')
    .option('--profile <file.json>', 'checks, without, and patterns: the rules of a client')
    .option('--fail-on <severity>', 'end with 1 where something of this severity is found: error, warning')
    .option('-o, --output <file>', 'the findings as a table: .csv, .tsv, .xlsx')
    .option('--json', 'as JSON')
    .action(loaded(async () => (await import('./commands/inspect.js')).inspectFiles)),

  new Command('terms')
    .description('find the terms of a glossary in a text, inflected ones included; each line of the text is a segment')
    .argument('<termbase>', 'a TBX, or any glossary that can be read')
    .argument('<text>', 'a plain text')
    .requiredOption('--lang <tag>', 'the language of the text')
    .option('-o, --output <file>', 'the hits as a table: .csv, .tsv, .xlsx')
    .option('--json', 'as JSON; places count characters (Unicode code points), the end is behind the last')
    .action(loaded(async () => (await import('./commands/terms.js')).terms)),

  new Command('rehearse')
    .description('what memories and termbases are worth for documents: matches, words by band, terms, what is missing')
    .argument('<documents...>', 'DOCX, ODT, HTML, Markdown, text, XLSX, PO, XLIFF, TMX; or folders and zips of them')
    .requiredOption('--source <tag>', 'the language of the documents')
    .requiredOption('--target <tag>', 'the language that they will be translated to')
    .option('--memory <file...>', 'memories, the first with the highest rank')
    .option('--termbase <file...>', 'termbases')
    .option('--threshold <points>', 'nothing below this is a match', '50')
    .option('--rates <card.json>', 'currency, perWord, and shares by band')
    .option('--headers', 'headers and footers of DOCX and ODT files as well')
    .option('--hidden', 'hidden text of DOCX files as well')
    .option('--keep-hyphens', 'leaves words parted at the end of a line as they are')
    .option('-o, --output <file>', 'the report: .xlsx, .html')
    .option('--pack <kit.zip>', 'the units that match and the concepts that occur, with the report, in one zip')
    .option('--json', 'as JSON; segments count from 0 over all documents')
    .action(loaded(async () => (await import('./commands/rehearse.js')).rehearse)),

  new Command('harvest')
    .description('words and phrases that look like terms, with what a memory likely says for them')
    .argument('<files...>', 'memories or documents')
    .requiredOption('--source <tag>', 'the language of the candidates')
    .option('--target <tag>', 'the language of their counterparts')
    .option('--termbase <file...>', 'what these have is no candidate')
    .option('--least <times>', 'what occurs less often is left out', '2')
    .option('--limit <number>', 'how many, the best first', '200')
    .option('-o, --output <file>', 'as a table or termbase: .csv, .tsv, .xlsx, .tbx')
    .option('--json', 'as JSON')
    .action(loaded(async () => (await import('./commands/harvest.js')).harvest)),

  new Command('match')
    .description('the best matches of each line of a text in a memory')
    .argument('<memory>', 'a TMX, or anything else that holds units')
    .argument('<queries>', 'a text; each line is a segment')
    .requiredOption('--source <tag>', 'the language of the text')
    .requiredOption('--target <tag>', 'the language of the matches')
    .option('--threshold <points>', 'nothing below this is given', '70')
    .option('-o, --output <file>', 'the matches as a table: .csv, .tsv, .xlsx')
    .option('--json', 'one line of JSON for each query: score, kind, source, target, and the ordinal or id of the unit')
    .action(loaded(async () => (await import('./commands/match.js')).match)),

  withSourceOptions(new Command('count'))
    .description('units, and words (UAX #29) and characters without white space in each language')
    .argument('<file...>')
    .option('-o, --output <file>', 'the counts as a table: .csv, .tsv, .xlsx')
    .option('--json', 'as JSON')
    .action(loaded(async () => (await import('./commands/count.js')).count)),

  new Command('align')
    .description('pairs a text with its translation, or with its own revision')
    .argument('[source]', 'DOCX, ODT, HTML, Markdown, XLSX or plain text')
    .argument('[target]', 'its translation')
    .option('--source <tag>', 'the language of the source')
    .option('--target <tag>', 'the language of the translation')
    .option('-o, --output <file>', 'the pairs; the ending says the format: .tmx, .csv, .tsv, .xlsx, .xliff, .docx')
    .option('--segments <case>', 'texts already cut: JSON with sourceLang, targetLang, source and target')
    .option('--termbase <file>', 'a termbase of the client (TBX, TMX, CSV …) whose terms help to find the pairs')
    .option('--memory <file...>', 'memories of the client (TMX …) whose units teach words of the two languages')
    .option('--srx <file>', 'segmentation rules of your own (SRX 2.0)')
    .option('--paragraphs', 'pairs paragraphs instead of sentences')
    .option('--hidden', 'reads hidden text of DOCX files as well')
    .option('--keep-hyphens', 'leaves words parted at the end of a line as they are')
    .option('--changes <how>', 'tracked changes of DOCX files: accepted or original', 'accepted')
    .option('--sure <probability>', 'writes only pairs at least so sure (0 to 1)', '0')
    .option(
      '--json',
      'the pairs as JSON: beads, sureness, together (how probable it is that something of both does belong together), moved; fates where both languages are one',
    )
    .action(loaded(async () => (await import('./commands/align.js')).run)),

  new Command('merge')
    .description('many memories, or many termbases, become one; those named first go before the others in rank')
    .argument('<file...>', 'TMX, XLIFF, PO or anything else that holds units; TBX or glossaries for a termbase')
    .requiredOption('-o, --output <file>', 'the merged memory: .tmx; the merged termbase: .tbx')
    .option('--source <tag>', 'units are the same by their text in this language, in several (en,de), or in "all"')
    .option('--ignore <what>', 'spaces, case, punctuation, codes, digits do not make texts different')
    .addOption(
      new Option(
        '--keep <which>',
        'of different translations, or of fields that contradict each other (rank, all, ask); ask: none, they are listed',
      ).choices(['newest', 'rank', 'used', 'all', 'ask']),
    )
    .addOption(new Option('--regions <how>', 'fold: en-GB and en-US are one language').choices(['keep', 'fold']))
    .option(
      '--plan <file.json>',
      'a plan with by, ignore, keep, regions, filter, decisions; other options go before it',
    )
    .option('--json', 'counts, conflicts and near-duplicates as JSON')
    .action(loaded(async () => (await import('./commands/merge.js')).merge)),

  new Command('bridge')
    .description('two memories, or termbases, that share a language become one of their other languages')
    .argument('<a>', 'of the shared and one other language')
    .argument('<b>', 'of the shared and another language')
    .requiredOption('--over <tag>', 'the shared language')
    .requiredOption('-o, --output <file>', 'the new memory: .tmx; of termbases the new termbase: .tbx')
    .option('--near', 'texts that are alike but for case, spaces and punctuation join too, and are marked')
    .option('--json', 'counts, and what waits with its candidates, as JSON')
    .action(loaded(async () => (await import('./commands/bridge.js')).bridge)),

  new Command('compare')
    .description('what only one of two memories has, what both have, what differs')
    .argument('<a>')
    .argument('<b>')
    .option('--source <tag>', 'units are the same by their text in this language')
    .option('-o, --output <file>', 'what differs as a table (.xlsx, .csv, .tsv), or what is new in the second (.tmx)')
    .option('--json', 'counts and units as JSON')
    .action(loaded(async () => (await import('./commands/compare.js')).compare)),

  new Command('backup')
    .description('everything of a data folder in one zip, also while the server runs')
    .argument('<folder>', 'the data folder')
    .requiredOption('-o, --output <file>', 'the zip to write')
    .option('--force', 'write over a file that is there')
    .action(loaded(async () => (await import('./commands/backup.js')).backup)),

  new Command('restore')
    .description('a backup into a folder of its own; checked before anything is put there')
    .argument('<zip>', 'what “backup” has written')
    .argument('<folder>', 'a data folder that is not there yet, or empty')
    .action(loaded(async () => (await import('./commands/backup.js')).restore)),
];
