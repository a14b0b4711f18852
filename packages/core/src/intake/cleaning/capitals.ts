/** "Lock gate", "LOCK GATE" → "lock gate", in languages that do not write nouns large. */
import { writesNounsLarge } from '../../language/large-nouns.js';
import { intlLocale } from '../../language/tags.js';
import { mapPieces, withText, type CleaningStep } from './piece.js';

export const capitalsStep: CleaningStep = {
  id: 'capitals',
  apply: (pieces, { language }) =>
    language === null || writesNounsLarge(language)
      ? pieces
      : mapPieces(pieces, (piece) => withText(piece, lowered(piece.text, language))),
};

function lowered(text: string, tag: string): string {
  const language = intlLocale(tag);
  const begin = text.charAt(0);
  if (begin >= 'a' && begin <= 'z') return text;
  const words = text.split(' ');
  const first = words[0]!;
  // All of it in capitals, several words or one long one: a habit of typing. Short ones are abbreviations.
  if (text === text.toLocaleUpperCase(language) && text !== text.toLocaleLowerCase(language))
    return text.replace(/[^\p{L}]/gu, '').length > 5 ? text.toLocaleLowerCase(language) : text;
  // "Lock gate", not "Lock Gate" (a name), "T-bar", "pH" or "Na".
  if (!/^\p{Lu}\p{Ll}{2,}$/u.test(first.replace(/[-’'].*$/u, ''))) return text;
  if (words.slice(1).some((word) => /\p{Lu}/u.test(word))) return text;
  return first.charAt(0).toLocaleLowerCase(language) + text.slice(1);
}
