import type { Words } from '@fair-copy/core/said.js';
import type { ErrorCodes } from '../errors.js';
import { toldDiagnostic } from './diagnostics.js';
import { whatWasDone, whyClosed } from './done.js';

export const errors: Words<ErrorCodes> = {
  'not-found': ({ what, name }) => `There is no such ${what}${name === undefined ? '' : ` ${name}`}.`,
  'invalid-request': ({ what }) => `The request is not as it should be: ${what}.`,
  'rule-unreadable': ({ name, why }) =>
    `The rule “${name}” cannot be read: ${why}. Patterns are regular expressions in the syntax of RE2.`,
  'name-empty': () => 'A name is needed.',
  'name-taken': ({ what }) => `There is a ${what} of that name already.`,
  'file-not-ready': ({ name }) => `“${name}” is still being read. Try again in a moment.`,
  'nothing-to-rehearse': () => 'Add a document first, and say what it is in and what it will be translated to.',
  'not-rehearsed': () => 'There are no figures that could be handed over. Rehearse first.',
  'reference-only': ({ name }) =>
    `“${name}” is kept for reference: it is looked up only, and nothing is written to it. Choose another, or lift that in its menu.`,
  'nothing-chosen': () => 'Nothing is chosen yet. Choose at least one resource.',
  'nothing-to-write': ({ name }) => `No row of “${name}” becomes an entry, so there is nothing to write.`,
  'no-text': ({ name }) => `“${name}” has no running text.`,
  'already-undone': () => 'This has been undone already.',
  'not-undone': () => 'This has not been undone, so it cannot be done again.',
  'changed-since': ({ title }) => `“${whatWasDone(title)}” came later and touches the same entries. Undo that first.`,
  'undone-before': ({ title }) =>
    `“${whatWasDone(title)}” came before, touches the same entries and was undone. Do that again first.`,
  'entry-closed': ({ why }) => `This can no longer be undone or done again: ${whyClosed(why)}.`,
  unfinished: ({ what }) =>
    `Something that was begun could not be brought to an end: ${what}. It is put right before anything else is written; make room on the disk and try again.`,
  'changed-meanwhile': ({ title }) =>
    `This was changed meanwhile: ${title === null ? 'in another window' : whatWasDone(title)}. Look at it as it is now, and decide which text stands.`,
  'file-being-written': ({ name }) => `“${name}” is being written. Wait until that is done, or stop it.`,
  'memory-damaged': ({ name, what }) =>
    `The file of the memory “${name}” is damaged (${what}). Holdings says what can be done.`,
  'file-damaged': ({ name, what }) => `The file ${name} is damaged: ${what}.`,
  'client-at-work': () => 'Work on this client is under way. Wait until it is done, or stop it.',
  'nothing-to-mend': ({ name }) => `The file of “${name}” is sound: there is nothing to mend.`,
  'client-confirm': () => 'To delete a client for good, give its name as it is written here.',
  'term-empty': () => 'A term cannot be empty. Delete it instead.',
  'term-there': () => 'The concept has this term in this language already.',
  'language-unknown': ({ what }) => `“${what}” is not a language tag. Use a tag such as de, pt-BR or zh-Hant.`,
  'split-nothing': () => 'Choose some of the terms, not all of them: both concepts need one.',
  'field-fixed': () => 'This is kept as the file had it and written back; it cannot be edited.',
  'field-twice': () => 'Two fields of the same level have the same name.',
  'no-earlier-state': () => 'The concept was made then; there is no earlier state to return to.',
  'nothing-to-change': () => 'Nothing would change.',
  'two-needed': () => 'Choose two resources first.',
  'two-different': () => 'Choose two different resources.',
  'nothing-shared': ({ a, b }) => `“${a}” and “${b}” share no language over which they could be bridged.`,
  'merge-one': () => 'Mark at least two concepts to merge them.',
  'merge-many': ({ limit }) => `Up to ${limit} concepts can be merged into one at a time.`,
  'not-a-picture': () => 'This is no PNG, JPEG, GIF or WebP picture.',
  'unit-empty': () => 'A text cannot be empty. Delete the unit instead.',
  'codes-broken': () => 'A code was lost, or closes before it opens. Put it back and try again.',
  'pattern-wrong': ({ what }) => `This is no pattern that can be searched for: ${what}.`,
  'pattern-slow': () => 'The pattern takes too long. Make it simpler, or narrow the list first.',
  'encoding-unknown': ({ what }) => `“${what}” is not a known encoding.`,
  'no-query-list': ({ file }) =>
    `${file} is no query list of an inspection: its line of headings is not there. Take the list that was sent out, with the answers in it.`,
  'nothing-answered': ({ count: n }) =>
    n === 0
      ? 'The list has no lines of this resource.'
      : `Of ${n} lines none answers anything that is still open. Answers stand in the last three columns.`,
  'finding-gone': () => 'The text has changed since the inspection. Inspect again.',
  'too-large': ({ limit }) => `The file is larger than ${limit}. Split it, or use the command line.`,
  'archive-deep': ({ name, limit }) =>
    `“${name}” lies in archives more than ${limit} deep. Nothing of it was taken; unpack it and drop its files.`,
  'archive-many': ({ name, limit }) =>
    `“${name}” holds too many files: with the archives around it, more than ${limit}. Nothing of it was taken; send it in parts.`,
  'archive-large': ({ name, limit }) =>
    `“${name}” unpacks to more than the ${limit} that are left for this upload. Nothing of it was taken; send it in parts.`,
  'upload-broken': () => 'The upload broke off. Nothing was kept; drop the file again.',
  'disk-full': () => 'The disk is full. Nothing was kept.',
  'not-allowed': () => 'This address is not allowed to ask.',
  'passphrase-needed': () => 'The passphrase is needed.',
  'too-many-tries': () => 'Too many tries from this address at once. Wait until they are answered.',
  'data-error': (what) => {
    const { message, advice } = toldDiagnostic(what);
    return `${message} ${advice}`;
  },
  internal: ({ what }) => `Something went wrong in the program: ${what}. The ledger shows what was done.`,
  stopped: () => 'Stopped.',
};
