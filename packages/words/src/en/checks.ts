/** What each check is called and what it looks for. */
import type { CheckWords } from '../catalogue.js';

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
  'term-unused': {
    title: 'Never used',
    explains: 'No term of the concept occurs in the memories.',
  },
  'term-otherwise': {
    title: 'Mostly said otherwise',
    explains: 'Where the memories have the term, most of their other texts do not have the one that belongs to it.',
  },
  'otherwise-elsewhere': {
    title: 'Called otherwise in another termbase',
    explains: 'Another termbase has the same term with other terms in another language.',
  },
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
  'word-without-term': {
    title: 'Without a term',
    explains: 'Words and phrases that memories often have and the termbase has no term for, the likeliest first.',
  },
  spelling: {
    title: 'Spelling',
    explains:
      'A word stands in no word list of its language. Left alone: words of the client’s termbases, names, what stands in the other text too, and what stands in five units or more.',
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
