/** What the pages of several features say of resources. */
import { count, number } from '../ui/format.js';

export const texts = {
  concepts: (n: number) => count(n, 'concept', 'concepts'),
  units: (n: number) => count(n, 'unit', 'units'),
  row: (n: number) => `row ${n}`,
  unitNumber: (n: number) => `unit ${number(n)}`,
  listIn: 'List in',
  filterOn: (n: number) => `Filter (${n})`,
  filterNone: 'No filter',
  filterHas: 'has terms in',
  filterLacks: 'lacks terms in',
  filterSince: 'changed since',
  filterAny: 'any',
  inspect: 'Inspect',
  ahead: {
    open: 'Inspect first',
    running: 'Inspecting …',
    title: 'What Inspect says of it',
    check: 'Show',
    allOf: (n: number) => `all (${number(n)})`,
    sum: {
      memory: (n: number, all: number) =>
        `${number(n)} of ${count(all, 'unit', 'units')} have no finding. Looking writes nothing.`,
      termbase: (n: number, all: number) =>
        `${number(n)} of ${count(all, 'entry', 'entries')} have no finding. Looking writes nothing.`,
    },
    unlisted: (languages: readonly string[]) =>
      `Spelling is not looked at in ${languages.join(', ')}: no word list ships for it.`,
    place: { memory: (n: number) => `unit ${number(n)}`, termbase: (n: number) => `entry ${number(n)}` },
    more: (n: number) => `${number(n)} more are listed by Inspect once it is written.`,
  },
  handOver: 'Hand over',
  findings: 'Findings',
  origin: 'Origin',
  history: 'History',
  undone: 'undone',
  returnTo: 'Return to before this',
  unmark: 'Unmark all',
  more: 'More',
  rename: 'Rename …',
  moveTo: {
    menu: 'Move to another client …',
    title: (name: string) => `Move “${name}” to which client?`,
    none: 'There is no other client yet. Make one in the menu of clients above.',
    client: 'Client',
    go: 'Move',
    done: (name: string, client: string) => `“${name}” now belongs to ${client}.`,
  },
  takenOff: {
    title: (n: number) => `Taken off the desk (${number(n)})`,
    putBack: 'Put back',
    putBackName: (name: string) => `Put back: ${name}`,
    done: (name: string) => `“${name}” was taken off the desk.`,
    askPictures: (n: number) =>
      `${count(n, 'picture came', 'pictures came')} with the files of this client. To have them again, drop them again.`,
    go: 'Take off the desk',
  },
  memoryName: 'Name of the memory',
  ofJob: 'it is the memory of one job',
  subject: 'Subject',
  attribute: 'Attribute',
  lookIn: 'Look in',
  anyLanguage: 'any language',
  noTermbase: 'The client has no termbase yet.',
  pairTo: 'Termbase',
  severity: { error: 'error', warning: 'warning', info: 'hint' },
  newTermbaseName: 'Name of the termbase',
  damaged: (what: string) => `Its file is damaged (${what}).`,
  noResources: 'Drop a client’s glossary on Intake, and it becomes a termbase; bilingual texts become a memory.',
  toIntake: 'Go to Intake',
  memoryFormats: {
    tmx: 'TMX 1.4b',
    xliff: 'XLIFF 2.1',
    docx: 'Word table, for review',
    xlsx: 'XLSX, for review',
    csv: 'CSV',
    tsv: 'Tab-delimited text',
  },
  bulk: {
    what: 'What to do',
    counting: 'Counting …',
    language: 'Language',
    allLanguages: 'all languages',
    value: 'Value',
    from: 'From',
    to: 'To',
  },
  out: {
    title: 'Hand over',
    part: 'What goes out',
    format: 'Format',
    languages: 'Languages',
    writing: 'Writing …',
    ready: (name: string) => `${name} is ready.`,
    go: 'Write the file',
    fetch: 'Download',
  },
  toMemory: {
    where: 'Write to which memory?',
    newMemory: 'a new memory',
    each: 'a new memory for each file, with its name',
    added: 'Add to every unit',
    addClient: 'the client’s name as well',
    skip: 'leave out units that are there already',
    counting: 'Looking for what is there already …',
    there: (all: number, there: number) =>
      there === 0
        ? `None of the ${number(all)} is there yet.`
        : there === all
          ? `All ${number(all)} are there already; none is new.`
          : `${number(there)} of ${number(all)} are there already; ${number(all - there)} new.`,
    done: (n: number, skipped: number, name: string) =>
      `${count(n, 'unit', 'units')} written to “${name}”${skipped ? `, ${number(skipped)} were there already` : ''}.`,
    open: 'Open the memory',
    write: (n: number) => `Write ${count(n, 'unit', 'units')} to …`,
  },
  pair: {
    title: 'Term pair from the selected words',
    add: 'Add to the termbase',
    added: (name: string) => `The pair is in “${name}”.`,
  },
};
