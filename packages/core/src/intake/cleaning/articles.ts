/** Articles before or after a term: "die Schleuse", "Schleuse, die", "l’écluse". Their gender is kept. */
import { primaryLanguage } from '../../language/tags.js';
import { withValue } from '../../termbase/fields.js';
import { mapPieces, type CleaningContext, type CleaningStep, type Piece } from './piece.js';

type Gender = 'masculine' | 'feminine' | 'neuter' | '';

/** Definite articles, then indefinite ones, with the gender they prove (none for plurals and shared forms). */
const ARTICLES: Readonly<
  Record<string, readonly [Readonly<Record<string, Gender>>, Readonly<Record<string, Gender>>]>
> = {
  de: [
    { der: 'masculine', die: 'feminine', das: 'neuter' },
    { ein: '', eine: 'feminine' },
  ],
  en: [{ the: '' }, { a: '', an: '' }],
  fr: [
    { le: 'masculine', la: 'feminine', les: '', 'l’': '', "l'": '' },
    { un: 'masculine', une: 'feminine' },
  ],
  es: [
    { el: 'masculine', la: 'feminine', los: 'masculine', las: 'feminine' },
    { un: 'masculine', una: 'feminine' },
  ],
  it: [
    {
      il: 'masculine',
      lo: 'masculine',
      la: 'feminine',
      i: 'masculine',
      gli: 'masculine',
      le: 'feminine',
      'l’': '',
      "l'": '',
    },
    { un: 'masculine', uno: 'masculine', una: 'feminine' },
  ],
  pt: [
    { o: 'masculine', a: 'feminine', os: 'masculine', as: 'feminine' },
    { um: 'masculine', uma: 'feminine' },
  ],
  nl: [{ de: '', het: 'neuter' }, { een: '' }],
  sv: [{}, { en: '', ett: 'neuter' }],
  da: [{}, { en: '', et: 'neuter' }],
  nb: [{}, { en: '', et: 'neuter', ei: 'feminine' }],
  hu: [{ az: '' }, { egy: '' }],
  el: [
    { ο: 'masculine', η: 'feminine', το: 'neuter' },
    { ένας: 'masculine', μία: 'feminine', ένα: 'neuter' },
  ],
};

/** Words after the article from which on a text is no term with an article. */
const PHRASE = 4;

export const articlesStep: CleaningStep = {
  id: 'articles',
  apply: (pieces, context) => mapPieces(pieces, (piece) => withoutArticle(piece, context)),
};

function withoutArticle(piece: Piece, { language }: CleaningContext): Piece {
  // Either a short word in front, an elided one, or one behind a comma.
  if (!/^\p{L}{1,4}[\s'’]|,\s*\p{L}{1,4}['’]?$/u.test(piece.text)) return piece;
  const own = language && ARTICLES[primaryLanguage(language)];
  if (!own) return piece;
  const found = split(piece.text);
  if (!found) return piece;
  const [article, rest, behind] = found;
  const [definite, indefinite] = own;
  const key = article.toLowerCase();
  const gender = definite[key] ?? indefinite[key];
  if (gender === undefined || !/^\p{L}{3}/u.test(rest)) return piece;
  // A whole sentence or a long phrase begins as it likes.
  if (rest.split(' ').length > PHRASE) return piece;
  // "ein Risiko versichern": the article is part of a phrase.
  if (definite[key] === undefined && rest.includes(' ')) return piece;
  // "La Paz", "The Hague" are names; German writes all nouns large.
  if (!behind && !language.startsWith('de') && /^\p{Lu}/u.test(rest)) return piece;
  return { ...piece, text: rest, fields: gender ? withValue(piece.fields, 'grammaticalGender', gender) : piece.fields };
}

/** Article, rest, and whether the article stood behind. */
function split(text: string): readonly [string, string, boolean] | null {
  const elided = /^(l['’])(\p{L}.*)$/iu.exec(text);
  if (elided) return [elided[1]!, elided[2]!, false];
  const before = /^(\p{L}{1,4})\s+(\S.*)$/u.exec(text);
  const behind = /^(.*\S),\s*(\p{L}{1,4}['’]?)$/u.exec(text);
  if (behind) return [behind[2]!, behind[1]!, true];
  return before ? [before[1]!, before[2]!, false] : null;
}

/** Whether a text begins or ends with an article of the language. */
export function hasArticle(text: string, language: string): boolean {
  const piece: Piece = { text, fields: {} };
  return withoutArticle(piece, { separators: [], language: language as CleaningContext['language'] }) !== piece;
}

/** The text without its article. */
export function withoutArticleText(text: string, language: string): string {
  return withoutArticle({ text, fields: {} }, { separators: [], language: language as CleaningContext['language'] })
    .text;
}
