import type { FindingCodes } from '@fair-copy/core/checks/said.js';
import type { Words } from '@fair-copy/core/said.js';
import { fieldLabel, valueLabel } from '@fair-copy/core/termbase/categories.js';
import type { Inspected } from '../catalogue.js';
import { en } from './speech.js';

const { quoted, list, languageName, count } = en;

const INVISIBLE: Readonly<Record<number, string>> = {
  0xad: 'soft hyphen',
  0x200b: 'zero-width space',
  0x200c: 'zero-width non-joiner',
  0x200d: 'zero-width joiner',
  0x200e: 'left-to-right mark',
  0x200f: 'right-to-left mark',
  0x2060: 'word joiner',
  0xfeff: 'byte order mark',
};
const invisible = (code: number): string => INVISIBLE[code] ?? `U+${code.toString(16).toUpperCase().padStart(4, '0')}`;

const SPACES = { begins: 'begins with a space', ends: 'ends with a space', several: 'has several spaces in a row' };

/** Values of a list that are named. */
const NAMED = 8;

const difference = ({
  missing,
  added,
}: {
  readonly missing: readonly string[];
  readonly added: readonly string[];
}): string =>
  [
    ...(missing.length ? [`The target lacks ${list(missing.map(quoted))}.`] : []),
    ...(added.length ? [`The source has no ${list(added.map(quoted))}.`] : []),
  ].join(' ');

const texts = (named: readonly string[], all: number): string =>
  named.map(quoted).join(' / ') + (all > named.length ? ' / …' : '');

// eslint-disable-next-line max-lines-per-function -- a table: one line for each finding
export function findings(of: Inspected): Words<FindingCodes> {
  const term = of === 'memory' ? 'text' : 'term';
  return {
    'not-closed': ({ mark }) => `${quoted(mark)} is opened and never closed.`,
    'not-opened': ({ mark }) => `${quoted(mark)} closes nothing that was opened before it.`,
    'straight-quotes-odd': () => 'There is an odd number of straight quotation marks.',
    'marks-odd': ({ mark }) => `There is an odd number of quotation marks ${mark}.`,
    'marks-unpaired': ({ open, close }) => `Quotation marks ${open}…${close} are not in pairs.`,
    'german-noun-small': () => 'German writes nouns with a capital.',
    'mostly-small': ({ share }) => `${share} % of the terms in this language begin with a small letter.`,
    'mostly-large': ({ share }) => `${share} % of the terms in this language begin with a capital.`,
    'definition-is-term': ({ definition }) => `The definition ${quoted(definition)} says nothing beyond the term.`,
    'definition-shared': ({ definition, concepts }) => `${concepts} concepts are defined as ${quoted(definition)}.`,
    'shares-terms': ({ shared }) =>
      `Shares ${list(shared.map(({ language, text }) => `${quoted(text)} (${languageName(language)})`))} with another concept.`,
    'same-there': () => 'The same term stands in this concept already.',
    'nearly-same-there': ({ text }) => `${quoted(text)} stands in this concept already.`,
    'stands-for-nothing': ({ text, language }) =>
      `${quoted(text)} stands where a ${term} in ${languageName(language)} is missing.`,
    'field-missing': ({ field, level, text, language }) => {
      const label = fieldLabel(field).toLowerCase();
      if (level === 'concept') return `The concept has no ${label}.`;
      return level === 'language'
        ? `There is no ${label} in ${languageName(language ?? '')}.`
        : `${quoted(text)} has no ${label}.`;
    },
    'value-not-listed': ({ field, value, list: all, meant }) => {
      if (meant !== undefined)
        return `${quoted(value)} is no value of ${quoted(fieldLabel(field))}; ${quoted(meant)} is.`;
      const named = all.slice(0, NAMED).map((one) => valueLabel(field, one));
      const more = all.length > NAMED ? ' …' : '';
      return `${quoted(valueLabel(field, value))} is no value of ${fieldLabel(field).toLowerCase()}: ${named.join(', ')}${more}.`;
    },
    'ends-with': ({ mark }) => `The term ends with ${quoted(mark)}.`,
    'has-article': ({ text }) => `${quoted(text)} carries an article.`,
    'form-of': ({ text, base }) => `${quoted(text)} looks like a form of ${quoted(base)}.`,
    'subject-missing': ({ text, language, concepts }) =>
      `${quoted(text)} stands in ${concepts} concepts in ${languageName(language)}; this one names no subject.`,
    'different-targets': ({ text, count: n, language, texts: named }) =>
      `${quoted(text)} has ${n} different ${term}s in ${languageName(language)}: ${texts(named, n)}.`,
    'different-sources': ({ text, count: n, language, texts: named }) =>
      `${quoted(text)} stands for ${n} different ${term}s in ${languageName(language)}: ${texts(named, n)}.`,
    'targets-nearly-same': ({ text, count: n, language, texts: named }) =>
      `The targets of ${quoted(text)} in ${languageName(language)} differ in codes, capitals or marks at the end: ${texts(named, n)}.`,
    'sources-nearly-same': ({ text, count: n, language, texts: named }) =>
      `${quoted(text)}, written with other codes, capitals or marks at the end, has other targets in ${languageName(language)}: ${texts(named, n)}.`,
    'several-concepts': ({ text, concepts }) => `${quoted(text)} stands in ${concepts} concepts.`,
    'many-words': ({ words }) => `It has ${count(words, { one: '# word', other: '# words' })}.`,
    'many-characters': ({ characters }) =>
      `It has ${count(characters, { one: '# character', other: '# characters' })}.`,
    'id-shared': ({ name, concepts }) => `${concepts} concepts have the id ${quoted(name)}.`,
    'subject-otherwise': ({ subject, usual, concepts }) =>
      `The subject is ${quoted(subject)}; ${count(concepts, { one: '# concept has', other: '# concepts have' })} ${quoted(usual)}.`,
    'picture-shared': ({ name, concepts }) => `${concepts} concepts have the picture ${quoted(name)}.`,
    'spelled-otherwise': ({ text, other }) => `${quoted(text)} is ${quoted(other)} in another concept.`,
    'definition-missing': ({ share }) => `There is no definition; ${share} % of the concepts have one.`,
    'terms-in-one': ({ texts: all }) => `These are ${all.length} terms: ${all.map(quoted).join(', ')}.`,
    'note-there': ({ note }) => `${quoted(note)} is a note, and no part of the term.`,
    'term-all-capitals': () => 'The term is all in capitals.',
    'no-text': () => 'There is no text in any language.',
    'language-missing': ({ language }) => `There is no ${term} in ${languageName(language)}.`,
    'looks-like': ({ text, language }) => `${quoted(text)} looks like ${languageName(language)}.`,
    'picture-otherwise': ({ name, there }) => `The picture ${quoted(name)} is called ${quoted(there)}.`,
    'refers-to-itself': ({ name }) => `Refers to itself: ${quoted(name)}.`,
    'refers-in-circle': ({ texts }) =>
      `Refers in a circle, and none of these says what it means: ${texts.map(quoted).join(' → ')}.`,
    'term-empty': ({ language }) => `A term in ${languageName(language)} is there without a text.`,
    'language-empty': ({ language }) => `${languageName(language)} is there without a term.`,
    'definition-forbidden': ({ term: used, instead }) =>
      `The definition uses ${quoted(used)}, which should not be used${instead.length ? `; instead: ${list(instead.map(quoted))}` : ''}.`,
    'never-used': () => 'None of its terms occurs in the memories.',
    'used-otherwise': ({ language, expected, said, meant, example }) =>
      `Of ${said} texts in ${languageName(language)} beside it, ${meant} have ${list(expected.map(quoted))}; another is ${quoted(example)}.`,
    'called-otherwise': ({ text, language, own, theirs }) =>
      `${quoted(text)} is ${list(own.map(quoted))} here and ${list(theirs.map(quoted))} in the other termbase (${languageName(language)}).`,
    'picture-missing': ({ name }) => `The picture ${quoted(name)} is not there.`,
    'reference-broken': ({ name }) => `Refers to ${quoted(name)}, which is no entry of this termbase.`,
    spaces: ({ problems, invisible: code }) => {
      const all = [
        ...problems.map((problem) => SPACES[problem]),
        ...(code === null ? [] : [`holds an invisible character (${invisible(code)})`]),
      ];
      return `The ${term} ${all.join(' and ')}.`;
    },
    'both-preferred': ({ texts: all, language }) =>
      `${list(all.map(quoted))} are both preferred in ${languageName(language)}.`,
    'none-usable': ({ texts: all, language }) =>
      `No term in ${languageName(language)} may be used: ${all.map(quoted).join(', ')}.`,
    'preferred-elsewhere': ({ text, subject }) =>
      `${quoted(text)} is deprecated here and preferred in another concept${subject ? ' of the same subject' : ''}.`,
    'ends-otherwise': ({ source, target }) =>
      target === ''
        ? `The source ends with ${quoted(source)}, the target with no mark.`
        : source === ''
          ? `The target ends with ${quoted(target)}, the source with no mark.`
          : `The source ends with ${quoted(source)}, the target with ${quoted(target)}.`,
    'codes-missing': ({ codes }) => `The target lacks ${list(codes.map(quoted))}.`,
    'codes-added': ({ codes }) => `The source has no ${list(codes.map(quoted))}.`,
    'codes-crossed': () => 'Codes close before they open, or cross each other, and do not in the source.',
    placeholders: (values) => difference(values),
    accelerator: ({ sign, count: n }) =>
      `The source marks a key with ${quoted(sign)}; the target ${n === 0 ? 'does not' : `does so ${n} times`}.`,
    numbers: (values) => difference(values),
    addresses: (values) => difference(values),
    'mark-doubled': ({ mark }) =>
      `${quoted(mark)} stands twice or beside another mark; the source has nothing like it.`,
    'space-before': ({ mark }) => `There is a space before ${quoted(mark)}.`,
    'space-behind': ({ mark }) => `There is no space behind ${quoted(mark)}.`,
    'space-missing': ({ mark }) => `There is no space before ${quoted(mark)}, as there is elsewhere in this memory.`,
    'word-repeated': ({ word }) => `${quoted(word)} stands twice in a row.`,
    'all-capitals': () => 'The target is all in capitals and the source is not.',
    'begins-small': ({ word }) => `${quoted(word)} begins with a small letter and the source with a capital.`,
    'begins-large': ({ word }) => `${quoted(word)} begins with a capital and the source with a small letter.`,
    untranslated: ({ word }) =>
      word === ''
        ? 'The target is the same as the source.'
        : `The target is the same as the source; elsewhere ${quoted(word)} is translated.`,
    'length-ratio': ({ percent }) => `The target has ${percent} % of the length that is usual for such a source.`,
    'sentences-missing': ({ wanted, there }) =>
      `The source has ${count(wanted, { one: '# sentence', other: '# sentences' })}, the target ${there}, and is shorter by as much.`,
    'letters-broken': ({ text }) => `${quoted(text)} are letters read in the wrong encoding, or lost ones.`,
    'full-width': ({ text }) => `${quoted(text)} is full-width; elsewhere in this memory it is half-width.`,
    'half-width': ({ text }) => `${quoted(text)} is half-width; elsewhere in this memory it is full-width.`,
    'said-twice': ({ units }) => `${count(units, { one: '# unit says', other: '# units say' })} the very same.`,
    'term-missing': ({ term, expected }) => `${quoted(term)} should be ${expected.map(quoted).join(' or ')}.`,
    'term-forbidden': ({ term, text, instead }) =>
      `${quoted(text)}${text === term ? '' : ` (${quoted(term)})`} is not to be used${instead.length ? `; ${instead.map(quoted).join(' or ')} is` : ''}.`,
    'no-term-for': ({ text, times, example }) =>
      `${quoted(text)} stands in ${count(times, { one: '# text', other: '# texts' })} of the memories, and the termbase has no term for it: ${quoted(example)}`,
    spelling: ({ word, instead }) =>
      `${quoted(word)} stands in no word list of its language${instead.length ? `; ${instead.map(quoted).join(' or ')} does` : ''}.`,
    'own-pattern': ({ name, must }) =>
      must === 'stand' ? `What this rule wants is not there: ${name}.` : `What this rule forbids is there: ${name}.`,
    'as-it-was': ({ sentence }) => sentence,
  };
}
