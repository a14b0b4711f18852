import { inWords, type Words } from '@fair-copy/core/said.js';
import { fieldLabel, valueLabel } from '@fair-copy/core/termbase/categories.js';
import type { ClosedCodes, DoneCodes, KeptClosed, KeptDone } from '../done.js';
import { readKept } from '../kept.js';
import { en } from './speech.js';

const { count, number, quoted } = en;

const units = (n: number, name: string): string =>
  `${count(n, { one: '# unit', other: '# units' })} of ${quoted(name)}`;
const concepts = (n: number): string => count(n, { one: '# concept', other: '# concepts' });
const findings = (n: number, text: string): string => (n === 1 ? quoted(text) : `${number(n)} findings`);

export const done: Words<DoneCodes> = {
  'client-created': ({ name }) => `Created the client ${quoted(name)}`,
  'client-renamed': ({ from, to }) => `Renamed the client ${quoted(from)} to ${quoted(to)}`,
  'client-erased': () => 'Deleted a client with everything of theirs, for good',
  'termbase-created': ({ name }) => `Created the termbase ${quoted(name)}`,
  'resource-moved': ({ name, from, to }) => `Moved ${quoted(name)} from ${from} to ${to}`,
  'termbase-renamed': ({ from, to }) => `Renamed the termbase ${quoted(from)} to ${quoted(to)}`,
  'termbase-deleted': ({ name }) => `Deleted the termbase ${quoted(name)}`,
  'fields-changed': ({ name }) => `Changed the fields of ${quoted(name)}`,
  'concept-added': ({ text }) => `Added the concept ${quoted(text)}`,
  'concept-deleted': ({ text }) => `Deleted the concept ${quoted(text)}`,
  'concept-split': ({ taken, rest }) => `Split ${quoted(taken)} from ${quoted(rest)}`,
  'concept-returned': ({ text, title }) => `Returned ${quoted(text)} to how it was before: ${whatWasDone(title)}`,
  'term-added': ({ text }) => `Added the term ${quoted(text)}`,
  'term-changed': ({ from, to }) => `Changed the term ${quoted(from)} to ${quoted(to)}`,
  'term-deleted': ({ text }) => `Deleted the term ${quoted(text)}`,
  'form-said': ({ form, term, is }) =>
    is
      ? `Recorded ${quoted(form)} as a form of ${quoted(term)}`
      : `Recorded that ${quoted(form)} is not ${quoted(term)}`,
  'stem-marked': ({ text }) => `Changed the stem mark of ${quoted(text)}`,
  'field-set': ({ field, text }) => `Set ${fieldLabel(field).toLowerCase()} of ${quoted(text)}`,
  'field-cleared': ({ field, text }) => `Deleted ${fieldLabel(field).toLowerCase()} of ${quoted(text)}`,
  'picture-added': ({ name, text }) => `Added the picture ${name} to ${quoted(text)}`,
  'concepts-field-set': ({ count: n, field, value }) =>
    value
      ? `Set ${fieldLabel(field).toLowerCase()} ${quoted(valueLabel(field, value))} in ${concepts(n)}`
      : `Took ${fieldLabel(field).toLowerCase()} out of ${concepts(n)}`,
  'concepts-language': ({ count: n, from, to }) =>
    `Changed ${en.languageName(from)} to ${en.languageName(to)} in ${concepts(n)}`,
  'concepts-moved': ({ count: n, from, to }) => `Moved ${concepts(n)} from ${quoted(from)} to ${quoted(to)}`,
  'concepts-merged': ({ count: n }) => `Merged ${concepts(n)} into one`,
  'concepts-deleted': ({ count: n }) => `Deleted ${concepts(n)}`,
  'concepts-taken': ({ count: n, memory, termbase }) =>
    `Took ${concepts(n)} from ${quoted(memory)} to ${quoted(termbase)}`,
  'entries-taken-in': ({ file, count: n, termbase }) =>
    `Took in ${file}: ${count(n, { one: '# entry', other: '# entries' })} to ${quoted(termbase)}`,
  'units-taken-in': ({ file, files, count: n, memory, memories }) =>
    `Took in ${files === 1 ? file : `${number(files)} files`}: ${count(n, { one: '# unit', other: '# units' })} to ${memories === 1 ? quoted(memory) : `${number(memories)} memories`}`,
  'memory-created': ({ name }) => `Created the memory ${quoted(name)}`,
  'memory-renamed': ({ from, to }) => `Renamed the memory ${quoted(from)} to ${quoted(to)}`,
  'memory-job': ({ name, on }) =>
    on ? `Marked ${quoted(name)} as the memory of a job` : `${quoted(name)} is no longer marked as the memory of a job`,
  'reference-set': ({ name, on }) =>
    on ? `${quoted(name)} is kept for reference: nothing is written to it` : `${quoted(name)} may be written to again`,
  'kit-created': ({ name }) => `Made the kit ${quoted(name)}`,
  'kit-renamed': ({ from, to }) => `Renamed the kit ${quoted(from)} to ${quoted(to)}`,
  'kit-changed': ({ name }) => `Changed the kit ${quoted(name)}`,
  'kit-deleted': ({ name }) => `Deleted the kit ${quoted(name)}`,
  'memory-subject': ({ name }) => `Changed the subject of ${quoted(name)}`,
  'memory-deleted': ({ name }) => `Deleted the memory ${quoted(name)}`,
  'memory-made': ({ name, termbase, count: n }) =>
    `Made the memory ${quoted(name)} of ${quoted(termbase)}: ${count(n, { one: '# unit', other: '# units' })}`,
  'memory-copy': ({ name, count: n }) =>
    `Went back to the copy of ${quoted(name)}: ${count(n, { one: '# unit', other: '# units' })}`,
  'memory-salvaged': ({ name, count: n }) =>
    `Took what could be read out of ${quoted(name)}: ${count(n, { one: '# unit', other: '# units' })}`,
  'memory-taken-apart': ({ name, count: n }) =>
    `Took ${quoted(name)} apart into ${count(n, { one: '# memory', other: '# memories' })}`,
  bridged: ({ name, a, b, count: n }) =>
    `Bridged ${quoted(a)} and ${quoted(b)} to ${quoted(name)}: ${count(n, { one: '# pair', other: '# pairs' })}`,
  'termbases-merged': ({ name, termbases, count: n, deleted }) =>
    `Merged ${count(termbases, { one: '# termbase', other: '# termbases' })} to ${quoted(name)}: ${count(n, { one: '# concept', other: '# concepts' })}${deleted ? `, and deleted ${number(deleted)} of them` : ''}`,
  'memories-merged': ({ name, memories, count: n, deleted }) =>
    `Merged ${count(memories, { one: '# memory', other: '# memories' })} to ${quoted(name)}: ${count(n, { one: '# unit', other: '# units' })}${deleted ? `, and deleted ${number(deleted)} of them` : ''}`,
  'unit-changed': ({ name }) => `Changed a unit of ${quoted(name)}`,
  'unit-text-added': ({ name }) => `Added a text to a unit of ${quoted(name)}`,
  'unit-returned': ({ name }) => `Returned a unit of ${quoted(name)} to an earlier state`,
  'units-replaced': ({ count: n, name, find, by }) => `Replaced ${quoted(find)} by ${quoted(by)} in ${units(n, name)}`,
  'units-deleted': ({ count: n, name }) => `Deleted ${units(n, name)}`,
  'units-attribute': ({ count: n, name, type, value }) =>
    value ? `Set ${type} to ${quoted(value)} in ${units(n, name)}` : `Took away ${type} from ${units(n, name)}`,
  'units-language': ({ count: n, name, from, to }) => `Changed ${from} to ${to} in ${units(n, name)}`,
  'units-newest': ({ count: n, name }) => `Kept the newest of duplicates: deleted ${units(n, name)}`,
  'units-moved': ({ count: n, name, to }) =>
    `Moved ${count(n, { one: '# unit', other: '# units' })} from ${quoted(name)} to ${quoted(to)}`,
  'units-copied': ({ count: n, name, to }) =>
    `Copied ${count(n, { one: '# unit', other: '# units' })} from ${quoted(name)} to ${quoted(to)}`,
  'findings-stet': ({ count: n, text, reason }) => `Let stand: ${findings(n, text)}${reason ? ` (${reason})` : ''}`,
  'stet-rule': ({ text, count: n, reason }) =>
    `A rule of the client: ${quoted(text)}${n > 1 ? ` and ${n - 1} more` : ''} may stand${reason ? ` (${reason})` : ''}`,
  'queries-answered': ({ name, count: n }) =>
    `Took ${count(n, { one: '# answer', other: '# answers' })} from ${quoted(name)}`,
  'stets-called-back': ({ count: n }) =>
    `Called back ${count(n, { one: '# finding', other: '# findings' })} that stood`,
  'findings-put-right': ({ count: n, text }) => `Put right: ${findings(n, text)}`,
  'under-way': () => 'Something is being done',
  'as-it-was': ({ sentence }) => sentence,
};

/** A sentence of what an operation did. */
export const whatWasDone = (kept: KeptDone): string => inWords(done, readKept<DoneCodes>(kept));

export const closed: Words<ClosedCodes> = {
  'for-good': () => 'it was for good',
  cleared: () => 'its undo was cleared',
  'kept-for-days': ({ days }) => `undo is kept for ${count(days, { one: '# day', other: '# days' })}`,
  'memory-damaged': () => 'the file of its memory was damaged',
  'as-it-was': ({ sentence }) => sentence,
};

export const whyClosed = (kept: KeptClosed): string => inWords(closed, readKept<ClosedCodes>(kept));
