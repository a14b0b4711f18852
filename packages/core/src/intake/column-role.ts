/** The role of a column by itself: by its header and its content. */
import { because, type Guess, type Reason } from '../guess.js';
import { areClose } from '../language/close.js';
import { shareOf } from '../language/identify.js';
import type { NamedLanguage } from '../language/names.js';
import { canonicalTag, primaryLanguage, type LanguageTag } from '../language/tags.js';
import { columnLetter } from '../sheet/model.js';
import { CATEGORIES, categoryNamed, IDENTIFIER } from '../termbase/categories.js';
import { companion, VALUE_LANGUAGE } from '../termbase/fields.js';
import { isCodes, isKeys, isRunning, namesLanguages, namesPictures, type Column } from './column.js';
import { isPart } from './field-names.js';
import { readHeaderCell } from './header.js';
import type { Role } from './reading.js';
import { fieldOfValues } from './values.js';

const IGNORED: Role = { kind: 'ignored' };

/**
 * "Definition: Source", "de definition: source": what belongs to each value of the field named before the colon, as our own
 * sheets write it.
 */
function companionRole(c: Column): Guess<Role> | null {
  const found = /^(.+): (\p{L}[\p{L} ]*)$/u.exec(c.header.trim());
  const { field, languages } = found ? readHeaderCell(found[1]!) : { field: null, languages: [] };
  const base = field && categoryNamed(field) ? field : null;
  const own = CATEGORIES.find(({ label }) => label.toLowerCase() === found?.[2]!.toLowerCase())?.name ?? found?.[2];
  if (!base || !own || !COMPANIONS.has(own)) return null;
  const of = fieldRole(base, languages[0]?.tag ?? null);
  if (of.kind !== 'field') return null;
  return {
    value: { ...of, field: companion(base, own) },
    sureness: 0.92,
    reason: because('header-says', { header: c.header.trim() }),
  };
}

const COMPANIONS: ReadonlySet<string> = new Set(['source', 'text', 'note', VALUE_LANGUAGE]);

export function roleOf(c: Column): Guess<Role> {
  const named = namedLanguage(c);
  // "Abk" and "Pos" are tags of languages as well: beside a field that the whole header names, they are not meant.
  const beside = named && named.sureness > 0.5 ? named.tag : null;
  const letter = columnLetter(c.index);
  const { field } = c.says;
  const header = c.header.trim();
  const said = because('header-says', { header });
  if (c.cells.length === 0 && !named && !field) return ignored(0.98, because('column-empty'));
  const companionOf = companionRole(c);
  if (companionOf) return companionOf;
  if (field === 'answer') return { value: { kind: 'answer' }, sureness: 0.9, reason: said };
  if (field === 'leave') return { value: { kind: 'answer', leaves: true }, sureness: 0.9, reason: said };
  if (field === 'question') return ignored(0.9, said);
  if (
    namesLanguages(c) &&
    (field === 'language' ? !named : c.cells.length > 3 && new Set(c.cells).size <= c.cells.length / 2)
  )
    return { value: { kind: 'language' }, sureness: 0.95, reason: because('header-says-cells-languages', { header }) };
  if (field === IDENTIFIER && !(named && named.sureness > 0.5) && (isCodes(c) || isKeys(c) || c.cells.length === 0))
    return { value: { kind: 'id' }, sureness: 0.95, reason: said };
  // What the content shows is not a column of terms, whatever the header is called.
  if (field === 'number' && c.cells.length > 0 && isCodes(c) && !isRunning(c) && c.wordless < 0.9)
    return { value: { kind: 'id' }, sureness: 0.8, reason: because('header-says-cells-codes', { header }) };
  if (field === 'abbreviation' && c.cells.length > 0)
    return {
      value: beside
        ? { kind: 'term', language: beside, type: 'abbreviation' }
        : { kind: 'field', field: 'abbreviation', level: 'concept', language: null },
      sureness: 0.85,
      reason: said,
    };
  if (field !== null && !isPart(field) && field !== IDENTIFIER)
    return { value: fieldRole(field, beside), sureness: 0.92, reason: said };
  if (c.cells.length > 0 && field === null && !named) {
    const byValues = fieldOfValues(c.cells.slice(0, 400));
    if (byValues && c.cells.length >= 3 && new Set(c.cells).size <= Math.max(8, c.cells.length / 4))
      return {
        value: fieldRole(byValues.field, null),
        sureness: 0.75,
        reason: because('values-of', { field: byValues.field }),
      };
    if (namesPictures(c)) return { value: fieldRole('xGraphic', null), sureness: 0.9, reason: because('pictures') };
  }
  if (c.cells.length > 0 && (c.numeric > 0.9 || c.wordless > 0.9))
    return c.header.trim() && !isRunning(c) && field === null && c.numeric < 0.9
      ? ownField(c, 0.5)
      : ignored(0.95, because('no-words'));
  if (named && (named.sureness > 0.5 || shareOf(primaryLanguage(named.tag), c.content) > 0.3))
    return byHeader(c, named.tag, named.sureness);
  if (field === 'number' || field === 'language') return ignored(0.9, said);
  return byContent(c, letter);
}

/** Tags that are words of headers, numbers or signs as well. */
const WORDS_TOO: ReadonlySet<string> = new Set([
  'id',
  'no',
  'it',
  'is',
  'se',
  'to',
  'as',
  'br',
  'am',
  'or',
  'so',
  'an',
  'my',
  'ad',
  'na',
]);

/** A tag that is a word too names no language where the content clearly speaks another one. */
export function withoutWords(c: Column): Column {
  const [first] = c.says.languages;
  const best = c.content[0];
  if (!best || first?.how !== 'tag' || !WORDS_TOO.has(first.tag) || namedLanguage(c) !== first) return c;
  const letters = c.cells.slice(0, 240).reduce((sum, cell) => sum + cell.length, 0);
  const another =
    best.share > 0.2 && shareOf(first.tag, c.content) < best.share * 0.3 && !areClose(first.tag, best.language);
  return letters >= 40 && another ? { ...c, says: { ...c.says, languages: [] } } : c;
}

/** Of the languages that a header may mean, the one that the content speaks. */
export function namedLanguage({ says, content }: Column): NamedLanguage | undefined {
  const best = content[0]?.share ?? 0;
  return (
    says.languages.find(({ tag }) => shareOf(primaryLanguage(tag), content) > Math.max(0.3, best * 0.5)) ??
    says.languages[0]
  );
}

/** A field at its usual level; with a language, definitions belong to the language and the rest to its terms. */
export function fieldRole(field: string, language: LanguageTag | null): Role {
  const category = categoryNamed(field);
  const level = category?.level ?? 'concept';
  if (level === 'term') {
    // Gender and number are of one word, so of the nearest column; status and part of speech of the whole row.
    return { kind: 'field', field, level: 'term', language };
  }
  if (!language) return { kind: 'field', field, level: 'concept', language: null };
  const own = field === 'definition' ? 'language' : field === 'subjectField' ? 'concept' : 'term';
  return { kind: 'field', field, level: own, language: own === 'concept' ? null : language };
}

/** A column with a header of its own that is neither terms nor a field of the standard: kept under its name. */
export function ownField(c: Column, sureness: number): Guess<Role> {
  return {
    value: { kind: 'field', field: c.header.trim(), level: 'concept', language: null },
    sureness,
    reason: because('own-field', { header: c.header.trim() }),
  };
}

export function byHeader(c: Column, tag: LanguageTag, sureness: number): Guess<Role> {
  const value: Role = { kind: 'term', language: tag };
  if (contradicts(c, tag)) {
    return {
      value,
      sureness: 0.5,
      reason: because('header-language-contradicts', { language: tag, text: c.content[0]!.language }),
    };
  }
  const agrees = shareOf(primaryLanguage(tag), c.content);
  if (agrees > 0.35)
    return {
      value,
      sureness: Math.min(0.99, sureness + 0.03),
      reason: because('header-language-agrees', { language: tag }),
    };
  return { value, sureness, reason: because('header-language', { language: tag }) };
}

/** Characters of a term on average; longer texts explain. */
const TERM_LENGTH = 120;

export function byContent(c: Column, letter: string, longest = TERM_LENGTH): Guess<Role> {
  const best = c.content[0];
  const tag = best && canonicalTag(best.language);
  if (!best || !tag || best.share < 0.12) return ignored(0.5, because('no-language'));
  if (c.meanLength > longest) return ignored(0.6, because('texts-long', { characters: Math.round(c.meanLength) }));
  const second = c.content[1]?.share ?? 0;
  const sureness = Math.max(0.35, Math.min(0.97, 0.5 + (best.share - second) * 0.9)) * (c.cells.length < 4 ? 0.8 : 1);
  return {
    value: { kind: 'term', language: tag },
    sureness,
    reason: because('text-language', { letter, language: tag }),
  };
}

export function ignored(sureness: number, reason: Reason): Guess<Role> {
  return { value: IGNORED, sureness, reason };
}

export function contradicts(c: Column, tag: LanguageTag): boolean {
  const best = c.content[0];
  if (!best) return false;
  const primary = primaryLanguage(tag);
  const letters = c.cells.slice(0, 240).reduce((sum, cell) => sum + cell.length, 0);
  return (
    enough(letters, best.share) && !areClose(primary, best.language) && shareOf(primary, c.content) < best.share * 0.4
  );
}

/** The weaker the evidence, the more of it is wanted. */
function enough(letters: number, share: number): boolean {
  return (letters >= 60 && share > 0.45) || (letters >= 100 && share > 0.35);
}
