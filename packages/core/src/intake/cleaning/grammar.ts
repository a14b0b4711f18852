/** Grammar marks beside a term ("Schleuse {f}", "Tore (pl.)", "écluse, f.") into the fields of the standard. */
import { NO_FIELDS, type Fields } from '../../termbase/concept.js';
import { withValue } from '../../termbase/fields.js';
import { mapPieces, type CleaningStep, type Piece } from './piece.js';

/** Marks as dictionaries print them: common practice. */
const MARKS: Readonly<Record<string, readonly (readonly [string, string])[]>> = {
  m: [['grammaticalGender', 'masculine']],
  f: [['grammaticalGender', 'feminine']],
  n: [['grammaticalGender', 'neuter']],
  nt: [['grammaticalGender', 'neuter']],
  masc: [['grammaticalGender', 'masculine']],
  fem: [['grammaticalGender', 'feminine']],
  neut: [['grammaticalGender', 'neuter']],
  pl: [['grammaticalNumber', 'plural']],
  plur: [['grammaticalNumber', 'plural']],
  sg: [['grammaticalNumber', 'singular']],
  sing: [['grammaticalNumber', 'singular']],
  adj: [['partOfSpeech', 'adjective']],
  adv: [['partOfSpeech', 'adverb']],
  v: [['partOfSpeech', 'verb']],
  vb: [['partOfSpeech', 'verb']],
  vt: [['partOfSpeech', 'verb']],
  vi: [['partOfSpeech', 'verb']],
  vr: [['partOfSpeech', 'verb']],
  noun: [['partOfSpeech', 'noun']],
  verb: [['partOfSpeech', 'verb']],
  subst: [['partOfSpeech', 'noun']],
  mpl: [
    ['grammaticalGender', 'masculine'],
    ['grammaticalNumber', 'plural'],
  ],
  fpl: [
    ['grammaticalGender', 'feminine'],
    ['grammaticalNumber', 'plural'],
  ],
  npl: [
    ['grammaticalGender', 'neuter'],
    ['grammaticalNumber', 'plural'],
  ],
  abbr: [['termType', 'abbreviation']],
  abk: [['termType', 'abbreviation']],
};

const BRACED = /^(.*?\S)\s*\{([^{}]+)\}\s*(.*)$/u;
const BRACKETED = /^(.*\S)\s+[([]([\p{L}.,;/ ]{1,14})[)\]]$/u;
const AFTER_COMMA = /^(.*\S),\s*([\p{L}.]{1,6})$/u;
/** "lock /n/", as word lists print the part of speech. */
const SLASHED = /^(.*\S)\s+\/([\p{L}.]{1,5})\/$/u;
const POINTED = /^(.*\p{L}{2})\s+((?:m|f|n|pl|adj|adv|v)\.(?:\s?pl\.)?)$/u;

export const grammarStep: CleaningStep = { id: 'grammar', apply: (pieces) => mapPieces(pieces, unmarked) };

function unmarked(piece: Piece): Piece {
  if (!/\{|[)\]./]$|,/.test(piece.text)) return piece;
  const inBraces = BRACED.exec(piece.text);
  // The mark may stand inside: "Hindernisrennen {n} mit Katzen", "Xylomarimba {n} [mus.]".
  if (inBraces)
    return {
      ...piece,
      text: [inBraces[1]!, inBraces[3]!].filter(Boolean).join(' '),
      fields: braced(piece.fields, inBraces[2]!),
    };
  const slashed = SLASHED.exec(piece.text);
  const part = slashed && marked(piece.fields, slashed[2]!.toLowerCase() === 'n' ? 'noun' : slashed[2]!);
  if (slashed && part) return { ...piece, text: slashed[1]!, fields: part };
  for (const pattern of [BRACKETED, AFTER_COMMA, POINTED]) {
    const found = pattern.exec(piece.text);
    const fields = found && marked(piece.fields, found[2]!);
    if (found && fields) return { ...piece, text: found[1]!, fields };
  }
  return piece;
}

/** The text of a term without its marks. */
export const withoutGrammar = (text: string): string => unmarked({ text, fields: NO_FIELDS }).text;

/** Braces hold marks and nothing else; what is not known is kept as a note. */
function braced(fields: Fields, content: string): Fields {
  return marked(fields, content) ?? withValue(fields, 'note', content.trim());
}

/** The fields with the marks, or null if one of them is none. */
function marked(fields: Fields, content: string): Fields | null {
  const marks = content
    .toLowerCase()
    .split(/[\s,;/.]+/)
    .filter(Boolean);
  if (marks.length === 0) return null;
  let result = fields;
  for (const mark of marks) {
    const known = MARKS[mark];
    if (!known) return null;
    for (const [field, value] of known) result = withValue(result, field, value);
  }
  return result;
}
