/** What is said about the data of a client, and what to do about it. `{name}` stands for a detail. */
import { diagnosticTeller, type DiagnosticWords } from '../diagnostics.js';
import type { PluralForms } from '../speech.js';
import { en } from './speech.js';

const counted = (n: string | number, forms: PluralForms): string[] => (n ? [en.count(Number(n), forms)] : []);

const words: DiagnosticWords = {
  'file-empty': {
    message: 'The file is empty.',
    advice: 'Ask the client to send it again.',
  },
  'file-binary': {
    message: 'This is {what}, not a table or text.',
    advice: 'Ask for the glossary as a spreadsheet or as delimited text.',
  },
  'rules-unreadable': {
    message: 'The file of segmentation rules cannot be used: {what}.',
    advice: 'Choose a file of segmentation rules (SRX 2.0), or the rules that come with Fair Copy.',
  },
  'file-kind-unknown': {
    message: 'The file is of a kind that Fair Copy does not read yet ({what}).',
    advice: 'Save it as XLSX, CSV or tab-delimited text and drop it again.',
  },
  'workbook-encrypted': {
    message: 'The workbook is protected with a password, or is in the binary format used before 2007.',
    advice: 'Open it with its password in a spreadsheet program and save it as XLSX without one.',
  },
  'workbook-damaged': {
    message: 'The workbook is damaged: {what}.',
    advice: 'Open it in a spreadsheet program, let it repair the file, save it again, or ask for a new copy.',
  },
  'archive-damaged': {
    message: 'The archive is damaged: {what}.',
    advice: 'Ask for the file again; it was probably cut off on the way.',
  },
  'archive-encrypted': {
    message: 'The archive is protected with a password.',
    advice: 'Unpack it with its password and drop the files themselves.',
  },
  'archive-unsafe-path': {
    message: 'The archive holds a path that leads outside it ({what}).',
    advice: 'It was not unpacked. Ask the sender to pack it again.',
  },
  'too-many-columns': {
    message: 'Row {row} has {count} columns; up to {limit} are read.',
    advice: 'Delete the columns that are not part of the glossary, or choose another separator.',
  },
  'row-too-long': {
    message: 'Row {row} is longer than {limit} characters without an end.',
    advice:
      'The file is not a table in lines, or a quotation mark is never closed. Check the separator and the quotes.',
  },
  'quote-open': {
    message: 'The quotation mark opened in row {row} is never closed.',
    advice: 'Quotation marks are read as ordinary characters. Look at that row.',
  },
  'no-rows': {
    message: 'There is not a single row with text in it.',
    advice: 'Check whether the right file was sent.',
  },
  'header-only': {
    message: 'There is a header and nothing below it.',
    advice: 'Ask the client for the file with its contents.',
  },
  'one-column': {
    message: 'Only one column was found, so there are no pairs.',
    advice: 'Choose the separator above, or ask for the other language.',
  },
  'one-language': {
    message: 'Only one language was found.',
    advice: 'Give the column of the other language its role above.',
  },
  'no-entries': {
    message: 'No row became an entry: {heldBack} held back, {notData} not data.',
    advice: 'Nothing was written. “read” says what the file is taken for, “--questions” what is asked.',
  },
  'no-units': {
    message: 'No unit was found; what could have been one and is left out: {left}.',
    advice: 'Nothing was written. “read” says what the file is taken for.',
  },
  'no-pairs': {
    message: 'There is one language only ({language}), so no row became a pair.',
    advice: 'Nothing was written. Ask for the other language, or take the rows as they are with “--keep-incomplete”.',
  },
  'sheet-missing': {
    message: 'The workbook has no sheet called “{what}”. It has: {have}.',
    advice: 'Choose one of these.',
  },
  'hidden-rows': {
    message: 'Hidden rows: {count}. They are left out.',
    advice: 'Switch them on if the client meant them to count.',
  },
  'hidden-columns': {
    message: 'Hidden columns: {what}. They are ignored.',
    advice: 'Give them a role if the client meant them to count.',
  },
  'hidden-sheet': {
    message: 'The sheet “{what}” is hidden and is left out.',
    advice: 'Take it as well if the client meant it to count.',
  },
  'merged-cells': {
    message: 'Merged cells: {count}. A value merged down over rows is read in each of them.',
    advice: 'Look whether the rows below mean the same.',
  },
  'cell-error': {
    message: 'Cells that show a spreadsheet error such as #N/A: {count}, the first in row {row}.',
    advice: 'They are read as empty. Ask the client what belongs there.',
  },
  'language-mixed': {
    message: 'Column {column} holds {count} rows that read as {otherLanguage} among those in {language}.',
    advice: 'Look at them: the column may hold several languages, or parts of two lists.',
  },
  'languages-exchanged': {
    message:
      'The headers of columns {column} and {other} say {headerLanguage} and {textLanguage}, but the texts read the other way round.',
    advice: 'Decide which is right.',
  },
  'language-contradiction': {
    message: 'The header of column {column} says {headerLanguage}, but the text reads as {textLanguage}.',
    advice: 'Decide which is right.',
  },
  'encoding-guess': {
    message: 'The encoding is a guess: {encoding}. {other} is nearly as likely.',
    advice: 'Look at the letters with accents and choose the other one if they are wrong.',
  },
  'encoding-mixed': {
    message: 'The text is in two encodings. Lines that are not {encoding} were read as {other}: {count} ({lines}).',
    advice: 'Look at these lines, and choose another encoding for them if their letters are wrong.',
  },
  'broken-letters': {
    message: 'Characters that cannot be read in {encoding}: {count}, the first in row {row}.',
    advice: 'Choose another encoding, or ask for the file again.',
  },
  'xml-malformed': {
    message: 'The XML breaks off: {what}.',
    advice: 'Nothing was taken in. Ask for the file again or export it anew.',
  },
  'xml-too-deep': {
    message: 'The XML is nested more than {limit} levels deep.',
    advice: 'This is no exchange file; nothing was taken in.',
  },
  'xml-entities': {
    message: 'The XML defines entities of its own, which can be used to attack the program that reads them.',
    advice: 'Nothing was taken in. Export the file anew; exchange files need no entities.',
  },
  'units-cut-off': {
    message: 'The file is cut off at line {line}.',
    advice: 'What stands before is taken. Ask for the file again.',
  },
  'row-number-wrong': {
    message: 'A row of the sheet is numbered {what}, after row {row}.',
    advice: 'No program writes a workbook like that: open it in a spreadsheet program and save it again.',
  },
  'text-too-large': {
    message: 'The running text is longer than {limit} characters.',
    advice: 'Split it into chapters, and align these.',
  },
  'markup-dropped': {
    message: 'Markup inside texts ({what}): {count} of them, the first in line {line}.',
    advice: 'Their text is kept, the markup within it is not.',
  },
  'empty-parts': {
    message: ({ terms = 0, languages = 0, line }) =>
      `Without a text: ${en.list([
        ...counted(terms, { one: '# term', other: '# terms' }),
        ...counted(languages, { one: '# language', other: '# languages' }),
      ])}, the first in line ${String(line)}.`,
    advice: 'They say nothing and are not taken over. Ask whether something was meant to stand there.',
  },
  'about-file-left': {
    message: ({ title, sources = 0, revisions = 0, publications = 0, people = 0 }) =>
      `The file says something of itself: ${en.list([
        ...(title ? [`its title ${en.quoted(String(title))}`] : []),
        ...counted(sources, { one: '# source statement', other: '# source statements' }),
        ...counted(revisions, { one: '# revision statement', other: '# revision statements' }),
        ...counted(publications, { one: '# publication statement', other: '# publication statements' }),
        ...counted(people, { one: '# description of people or sources', other: '# descriptions of people or sources' }),
      ])}.`,
    advice: 'That is about the file and not about its entries; it is not taken over.',
  },
  'units-mended': {
    message:
      'Units with control characters, unknown entities or a bare “&”, which XML does not allow: {count}, the first in line {line}.',
    advice: 'They were put right while reading. Look at them.',
  },
  'encoding-declared-wrong': {
    message: 'The file declares the encoding {what}, but its bytes are {encoding}.',
    advice: 'It was read as {encoding}. Look at the letters with accents.',
  },
  'encoding-unknown': {
    message: 'The encoding “{what}” is not known.',
    advice: 'Use one of: {have}.',
  },
  'encoding-cannot': {
    message: 'Row {row} holds “{what}”, which {encoding} cannot write.',
    advice: 'Choose UTF-8, which can write everything.',
  },
  'language-unknown': {
    message: '“{what}” is not a language tag.',
    advice: 'Use a tag such as de, pt-BR or zh-Hant.',
  },
  'workbook-empty': {
    message: 'The workbook lists no sheet.',
    advice: 'Open it in a spreadsheet program and save it again, or ask for a new copy.',
  },
  'workbook-part-missing': {
    message: 'The workbook is damaged: its part {name} is missing.',
    advice: 'Open it in a spreadsheet program, let it repair the file, save it again, or ask for a new copy.',
  },
  'archive-member-missing': {
    message: 'The archive is damaged: {name} is missing or cannot be unpacked.',
    advice: 'Ask for the file again; it was probably cut off on the way.',
  },
  'archive-checksum': {
    message: 'The archive is damaged: the checksum of {name} is wrong.',
    advice: 'Ask for the file again; it was probably cut off on the way.',
  },
  'archive-too-large': {
    message: 'The archive unpacks to more than is allowed ({name}: over 1 GB).',
    advice: 'It was not unpacked. If the file is genuine, split it into smaller ones.',
  },
  'archive-ratio': {
    message: 'The archive unpacks to more than is allowed ({name}: {count} times its packed size).',
    advice: 'It was not unpacked. If the file is genuine, split it into smaller ones.',
  },
  'archive-too-many': {
    message: 'The archive unpacks to more than is allowed (over {limit} files).',
    advice: 'It was not unpacked. If the file is genuine, split it into smaller ones.',
  },
  'rules-no-srx': {
    message: 'The file of segmentation rules is no SRX file.',
    advice: 'Choose a file of segmentation rules (SRX 2.0), or the rules that come with Fair Copy.',
  },
  'rules-pattern': {
    message: 'The file of segmentation rules cannot be used: one of them is no regular expression: {what}.',
    advice: 'Choose a file of segmentation rules (SRX 2.0), or the rules that come with Fair Copy.',
  },
  'xml-no-unit': {
    message: 'There is no unit in the first {limit} characters.',
    advice: 'Nothing was taken in. Ask for the file again or export it anew.',
  },
  'in-words': {
    message: '{message}',
    advice: '{advice}',
  },
};

const things: Readonly<Record<string, string>> = {
  png: 'a PNG picture',
  jpeg: 'a JPEG picture',
  gif: 'a GIF picture',
  tiff: 'a TIFF picture',
  webp: 'a WebP picture',
  bmp: 'a bitmap picture',
  pdf: 'a PDF document',
  gzip: 'a gzip archive',
  '7z': 'a 7z archive',
  rar: 'a RAR archive',
  sqlite: 'an SQLite database',
  program: 'a program',
  binary: 'a binary file',
  rtf: 'a rich text document',
  xlsb: 'a workbook in binary form',
  odt: 'an OpenDocument file that is no spreadsheet',
  zip: 'an archive',
  xml: 'an XML file that is neither TBX, TMX nor XLIFF',
  entries: 'a file of entries or units, which needs no alignment',
};

export const toldDiagnostic = diagnosticTeller(words, things, en);
