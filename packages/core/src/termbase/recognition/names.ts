/** What is said of finds, by name. */

/** What is known of a form: what the ending says, or how the form was found. */
export const FORM_NAMES = [
  'base',
  'plural',
  'genitive',
  'case',
  'definite',
  'possessive',
  'feminine',
  'agreement',
  'comparison',
  'verb',
  'particle',
  'prefix',
  'separated',
  'shortened',
  'dictionary',
  'said',
  'mark',
  'rule',
] as const;
export type FormName = (typeof FORM_NAMES)[number];

/** What tells the forms of a language. */
export const RECOGNITION_METHODS = ['dictionary', 'rules', 'segmenter', 'stemmer', 'beginnings'] as const;
export type RecognitionMethod = (typeof RECOGNITION_METHODS)[number];
