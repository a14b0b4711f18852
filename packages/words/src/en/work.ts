import { inWords, type Words } from '@fair-copy/core/said.js';
import { readKept } from '../kept.js';
import type { KeptWork, WorkCodes } from '../work.js';
import { whatWasDone } from './done.js';
import { en } from './speech.js';

const couple = ({ source, target, more }: { source: string; target: string; more: number }): string =>
  `${source} · ${target}${more ? ` and ${en.number(more)} more` : ''}`;

export const work: Words<WorkCodes> = {
  reading: ({ name }) => `Reading ${name}`,
  writing: ({ name }) => `Writing ${name}`,
  'writing-files': ({ count }) => `Writing ${en.number(count)} files`,
  'writing-pairs': (pairs) => `Writing ${couple(pairs)}`,
  'query-list': ({ name }) => `Query list for ${name}`,
  pairing: ({ source, target }) => `Pairing ${source} and ${target}`,
  'handing-over': ({ format, name }) => `${format} of ${name}`,
  'handing-over-pairs': ({ format, ...pairs }) => `${format} of ${couple(pairs)}`,
  'changing-units': ({ name }) => `Changing units of ${name}`,
  'changing-concepts': ({ name }) => `Changing concepts of ${name}`,
  'taking-terms': ({ name }) => `Terms of ${name}`,
  inspecting: ({ name }) => `Inspecting ${name}`,
  harvesting: ({ name }) => `Looking for terms in ${name}`,
  rehearsing: ({ count: n }) => `Rehearsing ${n === 1 ? 'one document' : `${n} documents`}`,
  reporting: ({ name }) => `Inspection report of ${name}`,
  undoing: ({ title }) => `Undoing: ${whatWasDone(title)}`,
  redoing: ({ title }) => `Doing again: ${whatWasDone(title)}`,
  'clearing-undo': () => 'Clearing undo',
  'backing-up': () => 'Backing up everything',
  'taking-apart': ({ name }) => `Taking ${name} apart into pairs`,
  'counting-merge': ({ count }) =>
    `Looking what becomes of ${en.count(count, { one: '# memory', other: '# memories' })}`,
  'counting-term-merge': ({ count }) =>
    `Looking what becomes of ${en.count(count, { one: '# termbase', other: '# termbases' })}`,
  'counting-bridge': ({ a, b }) => `Looking for pairs between ${a} and ${b}`,
  bridging: ({ name }) => `Bridging to ${name}`,
  comparing: ({ a, b }) => `Comparing ${a} with ${b}`,
  merging: ({ name }) => `Merging to ${name}`,
  mending: ({ name }) => `Mending ${name}`,
  'as-it-was': ({ sentence }) => sentence,
};

/** A few words on what running work does. */
export const whatIsDone = (kept: KeptWork): string => inWords(work, readKept<WorkCodes>(kept));
