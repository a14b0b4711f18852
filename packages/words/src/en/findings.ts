import type { FindingCodes } from '@fair-copy/core/checks/said.js';
import type { Words } from '@fair-copy/core/said.js';
import { fieldLabel, valueLabel } from '@fair-copy/core/termbase/categories.js';
import type { CheckWords, Inspected } from '../catalogue.js';
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
    'own-pattern': ({ name, must }) =>
      must === 'stand' ? `What this rule wants is not there: ${name}.` : `What this rule forbids is there: ${name}.`,
    'as-it-was': ({ sentence }) => sentence,
  };
}

export const checks: Readonly<Record<string, CheckWords & { readonly ofMemory?: Partial<CheckWords> }>> = {
  'different-targets': {
    title: 'Same source, different targets',
    explains:
      'The same term of the first language stands in several concepts that have different terms in another language.',
    ofMemory: { explains: 'The same text of the first language has different texts in another language.' },
  },
  'different-sources': {
    title: 'Same target, different sources',
    explains: 'The same text of another language stands for different texts of the first: one of them may be wrong.',
  },
  doublette: {
    title: 'Recorded twice',
    explains: 'Two concepts share terms in two languages: they may be one concept.',
  },
  'several-concepts': {
    title: 'Same term in several concepts',
    explains: 'A term stands in several concepts: it may have several meanings, or the concepts may be one.',
  },
  'homonym-without-subject': {
    title: 'Homonym without subject',
    explains: 'A term stands in several concepts, and not all of them say which subject they belong to.',
  },
  'missing-target': {
    title: 'Missing language',
    explains: 'A concept has no term in a language that the termbase covers.',
    ofMemory: { explains: 'A unit has no text in a language that nearly all others have.' },
  },
  'empty-language': {
    title: 'Language without a real term',
    explains: 'In place of a term there is a dash, “n/a” or the like.',
    ofMemory: {
      title: 'Language without a real text',
      explains: 'In place of a text there is a dash, “n/a” or the like.',
    },
  },
  'other-language': {
    title: 'Looks like another language',
    explains: 'A term reads like one of another language of this termbase.',
    ofMemory: { explains: 'A text reads like one of another language of this memory.' },
  },
  'contradictory-status': {
    title: 'Contradictory status',
    explains:
      'Two terms of one language are both preferred, all are deprecated, or the same term is preferred in one concept and deprecated in another of the same subject.',
  },
  'missing-field': { title: 'Missing required field', explains: 'A field that the termbase requires is empty.' },
  'forbidden-in-definition': {
    title: 'Definition uses a term that should not be used',
    explains: 'A definition uses a term that the termbase itself marks as deprecated or superseded.',
  },
  'value-outside-list': {
    title: 'Value outside its list',
    explains: 'A field has a value that is not in the list that the termbase, or the standard, defines for it.',
  },
  'broken-reference': {
    title: 'Broken picture or reference',
    explains:
      'A picture that is named is not there, or is called otherwise; a reference leads to no entry, to itself, or round in a circle.',
  },
  'duplicate-in-concept': {
    title: 'Twice in a concept',
    explains: 'A concept has the same term twice in one language, perhaps with other capitals.',
  },
  'definition-twice': {
    title: 'Same definition twice',
    explains: 'Two concepts have the very same definition: they may be one, or one was copied and not changed.',
  },
  'definition-is-term': {
    title: 'Definition says only the term',
    explains: 'A definition consists of nothing but words of the term that it should define.',
  },
  'term-form': {
    title: 'Inflected or with an article',
    explains: 'A term carries an article, or looks like an inflected form of another term.',
  },
  'duplicate-id': { title: 'Id given twice', explains: 'Several concepts have the same id of the client.' },
  'subject-spelling': {
    title: 'Subject written otherwise',
    explains: 'A subject is written in several ways that differ in capitals, plural, spaces or hyphens.',
  },
  'same-picture': { title: 'Same picture', explains: 'Different concepts have the same picture.' },
  'spelling-variants': {
    title: 'Spelled in two ways',
    explains: 'Terms of different concepts differ only in a hyphen, a space or an accent.',
  },
  'missing-definition': {
    title: 'Definition missing',
    explains: 'A concept has no definition, though nearly all others have one.',
  },
  'several-terms': { title: 'Several terms in one', explains: 'In the place of a term there are several.' },
  'note-in-term': {
    title: 'Note in the term',
    explains: 'Grammar or a hint stands in brackets in the text of the term.',
  },
  'all-capitals': {
    title: 'All in capitals',
    explains: 'A term is all in capitals, though most terms of its language are not.',
  },
  duplicate: {
    title: 'Said twice',
    explains: 'Two units have the same source and the same target.',
  },
  untranslated: {
    title: 'Not translated',
    explains: 'The target is the same as the source, though its words are translated in other units. Names stay.',
  },
  'sentence-missing': {
    title: 'Sentence missing',
    explains: 'The target has fewer sentences than the source and is shorter by as much.',
  },
  length: {
    title: 'Length out of line',
    explains: 'The target is much longer or shorter than those of sources of its length in this memory.',
  },
  number: {
    title: 'Numbers',
    explains:
      'A number of one text is not in the other, however each language writes numbers; those up to twelve may be words.',
  },
  placeholder: {
    title: 'Placeholders',
    explains:
      'A place that a program fills in is missing, is another one or one too many; a key to press is not marked.',
  },
  url: {
    title: 'Addresses and paths',
    explains: 'An address on the net, an e-mail address or the path of a file differs.',
  },
  'code-missing': { title: 'Code missing', explains: 'An inline code or a tag of the source is not in the target.' },
  'code-added': { title: 'Code added', explains: 'The target has an inline code or a tag that the source has not.' },
  'code-order': {
    title: 'Codes cross',
    explains: 'Inline codes close before they open, or cross each other, and do not in the source.',
  },
  'double-mark': {
    title: 'Mark doubled',
    explains: 'A mark stands twice, or a point beside another mark, and the source has nothing like it.',
  },
  'space-before-mark': {
    title: 'Spaces beside marks',
    explains:
      'There is a space before a mark, none behind it, or none before a mark in French though the memory has them.',
  },
  quotes: {
    title: 'Quotation marks',
    explains: 'A quotation mark is opened and not closed, or the other way round, and the source has them in pairs.',
  },
  invisible: {
    title: 'Invisible characters',
    explains: 'A text holds a character that cannot be seen and that its language does not need.',
  },
  'repeated-word': {
    title: 'Word repeated',
    explains: 'A word stands twice in a row. Words that a language rightly says twice are left alone.',
  },
  'broken-encoding': {
    title: 'Broken letters',
    explains: 'Letters were read in another encoding than they were written in, or got lost.',
  },
  width: {
    title: 'Half- and full-width',
    explains: 'Letters, digits or marks have another width than nearly always in this memory.',
  },
  'term-missing': {
    title: 'Term not used',
    explains: 'A term of the termbase stands in the source and none of its terms in the target, inflected or not.',
  },
  'term-forbidden': {
    title: 'Forbidden term used',
    explains: 'The target has a term that the termbase says is not to be used.',
  },
  'own-pattern': {
    title: 'Rules of the client',
    explains: 'A pattern that must stand in the target does not, or one that must not does.',
  },
  'long-term': {
    title: 'Much longer than a term',
    explains: 'A term has more than ten words or is as long as a sentence: it may be a definition.',
  },
  spaces: {
    title: 'Spaces and invisible characters',
    explains: 'A term begins or ends with a space, has two in a row, or holds a character that cannot be seen.',
    ofMemory: {
      title: 'Spaces',
      explains: 'A text begins or ends with a space or has two in a row, and the other one does not.',
    },
  },
  'final-punctuation': {
    title: 'Final punctuation',
    explains:
      'Terms are recorded without a point, comma, colon or semicolon at the end; abbreviations keep their point.',
    ofMemory: {
      explains:
        'The target ends with another mark than the source, each as its language writes it, against the habit of this memory.',
    },
  },
  capitals: {
    title: 'Capitals out of line',
    explains:
      'Nearly all terms of a language begin with a small letter and this one does not, or the other way round. German writes nouns large and is judged by the endings of its nouns only.',
    ofMemory: {
      explains:
        'The target begins with a small letter where the source has a capital, or the reverse, against the habit of this memory; or it is all in capitals.',
    },
  },
  brackets: {
    title: 'Brackets and quotation marks',
    explains: 'A bracket or quotation mark is opened and not closed, or closed and not opened.',
    ofMemory: {
      title: 'Brackets',
      explains: 'A bracket is opened and not closed, or closed and not opened, and the source has them in pairs.',
    },
  },
};
