/** The role of each column: by its header, by its content, and by agreement between the columns. */
import { because, type Guess, type Reason } from '../guess.js';
import { areClose } from '../language/close.js';
import { shareOf } from '../language/identify.js';
import type { NamedLanguage } from '../language/names.js';
import { canonicalTag, primaryLanguage, type LanguageTag } from '../language/tags.js';
import { columnLetter, type SheetRow } from '../sheet/model.js';
import { categoryNamed, IDENTIFIER } from '../termbase/categories.js';
import { isPart } from './field-names.js';
import {
  column,
  hasContent,
  isCodes,
  isKeys,
  isRunning,
  namesLanguages,
  namesPictures,
  type Column,
} from './column.js';
import { withLongForm } from './long-form.js';
import type { ColumnReading, Role } from './reading.js';
import { fieldOfValues } from './values.js';

const IGNORED: Role = { kind: 'ignored' };

/**
 * @param data rows below the header (a sample of up to some thousand is enough)
 * @param hiddenColumns indexes from 0
 */
export function columnRoles(
  header: SheetRow | null,
  data: readonly SheetRow[],
  hiddenColumns: readonly number[] = [],
): ColumnReading[] {
  const count = Math.max(header?.cells.length ?? 0, usualWidth(data));
  const seen = Array.from({ length: count }, (_, index) => column(index, header?.cells[index] ?? '', data));
  // "id" among "de", "fr", "it" is Indonesian.
  const tagged = seen.filter((c) => c.says.languages[0]?.how === 'tag').length;
  const columns = tagged >= 3 ? seen : seen.map(withoutWords);
  const roles = columns.map((c) => {
    if (hiddenColumns.includes(c.index)) return ignored(1, because('column-hidden'));
    const [named] = c.says.languages;
    const isTag =
      tagged >= 3 && c.says.field === IDENTIFIER && named?.how === 'tag' && c.cells.length > 0 && !isCodes(c);
    return isTag && !isKeys(c) ? byHeader(c, named.tag, 0.8) : roleOf(c);
  });
  termsAfterAll(columns, roles);
  longTextsAfterAll(columns, roles);
  unnamedAreNotes(columns, roles);
  separate(columns, roles);
  becauseOfOthers(columns, roles);
  return columns.map((c, i) => ({
    index: c.index,
    header: c.header.trim(),
    role: roles[i]!,
    ...contradictionOf(c, roles[i]!),
  }));
}

/** "Concept" over words is a key only beside two columns of terms; otherwise it is one of them. */
function termsAfterAll(columns: readonly Column[], roles: Guess<Role>[]): void {
  const kinds = roles.map(({ value }) => value.kind);
  if (kinds.includes('language') || kinds.filter((kind) => kind === 'term').length >= 2) return;
  for (const c of columns)
    if (kinds[c.index] === 'id' && c.cells.length > 0 && !isCodes(c))
      roles[c.index] = byContent(c, columnLetter(c.index));
}

/** Beside columns whose headers name languages, one without a header that few rows fill holds remarks. */
function unnamedAreNotes(columns: readonly Column[], roles: Guess<Role>[]): void {
  const named = columns.filter((c) => roles[c.index]!.value.kind === 'term' && c.says.languages.length > 0);
  if (named.length < 2) return;
  for (const c of columns)
    if (roles[c.index]!.value.kind === 'term' && c.header.trim() === '' && c.filled < REMARKS)
      roles[c.index] = { value: fieldRole('note', null), sureness: 0.6, reason: because('no-name-few-rows') };
}

/** Share of the rows, below which a column without a name holds remarks. */
const REMARKS = 0.5;

/** Long texts explain terms; where there are no terms for them to explain, they are the texts. */
function longTextsAfterAll(columns: readonly Column[], roles: Guess<Role>[]): void {
  if (roles.some(({ value }) => value.kind === 'term' || value.kind === 'term of row')) return;
  for (const c of columns)
    if (roles[c.index]!.reason.code === 'texts-long') roles[c.index] = byContent(c, columnLetter(c.index), Infinity);
}

/** Rare longer rows do not widen the table: what sticks out is a question about that row. */
function usualWidth(data: readonly SheetRow[]): number {
  if (data.length === 0) return 0;
  const widths = new Map<number, number>();
  for (const row of data) {
    let last = row.cells.length;
    while (last > 0 && row.cells[last - 1]!.trim() === '') last--;
    widths.set(last, (widths.get(last) ?? 0) + 1);
  }
  const enough = data.length < 4 ? 1 : Math.max(2, data.length * 0.05);
  return Math.max(0, ...[...widths].filter(([, n]) => n >= enough).map(([w]) => w));
}

function roleOf(c: Column): Guess<Role> {
  const named = namedLanguage(c);
  // "Abk" and "Pos" are tags of languages as well: beside a field that the whole header names, they are not meant.
  const beside = named && named.sureness > 0.5 ? named.tag : null;
  const letter = columnLetter(c.index);
  const { field } = c.says;
  const header = c.header.trim();
  const said = because('header-says', { header });
  if (c.cells.length === 0 && !named && !field) return ignored(0.98, because('column-empty'));
  if (field === 'answer') return { value: { kind: 'answer' }, sureness: 0.9, reason: said };
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
function withoutWords(c: Column): Column {
  const [first] = c.says.languages;
  const best = c.content[0];
  if (!best || first?.how !== 'tag' || !WORDS_TOO.has(first.tag) || namedLanguage(c) !== first) return c;
  const letters = c.cells.slice(0, 240).reduce((sum, cell) => sum + cell.length, 0);
  const another =
    best.share > 0.2 && shareOf(first.tag, c.content) < best.share * 0.3 && !areClose(first.tag, best.language);
  return letters >= 40 && another ? { ...c, says: { ...c.says, languages: [] } } : c;
}

/** Of the languages that a header may mean, the one that the content speaks. */
function namedLanguage({ says, content }: Column): NamedLanguage | undefined {
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
function ownField(c: Column, sureness: number): Guess<Role> {
  return {
    value: { kind: 'field', field: c.header.trim(), level: 'concept', language: null },
    sureness,
    reason: because('own-field', { header: c.header.trim() }),
  };
}

function byHeader(c: Column, tag: LanguageTag, sureness: number): Guess<Role> {
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

function byContent(c: Column, letter: string, longest = TERM_LENGTH): Guess<Role> {
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

function ignored(sureness: number, reason: Reason): Guess<Role> {
  return { value: IGNORED, sureness, reason };
}

function contradicts(c: Column, tag: LanguageTag): boolean {
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

function contradictionOf(c: Column, role: Guess<Role>): Pick<ColumnReading, 'contradiction'> {
  const named = namedLanguage(c);
  if (!named || role.value.kind !== 'term' || !contradicts(c, named.tag)) return {};
  const content = canonicalTag(c.content[0]!.language);
  return content ? { contradiction: { header: named.tag, content } } : {};
}

/** What a column is because of the others. */
function becauseOfOthers(columns: readonly Column[], roles: Guess<Role>[]): void {
  withLongForm(columns, roles);
  const languageRow = roles.some((role) => role.value.kind === 'language');
  const namedTerms = columns.filter((c, i) => c.says.languages[0] && roles[i]!.value.kind === 'term').length;
  columns.forEach((c, i) => {
    const role = roles[i]!;
    const { value } = role;
    const leftTerm = roles.slice(0, i).findLast((r) => r.value.kind === 'term')?.value;
    if (value.kind === 'field' && value.field === 'abbreviation') {
      roles[i] =
        leftTerm?.kind === 'term'
          ? { ...role, value: { kind: 'term', language: leftTerm.language, type: 'abbreviation' } }
          : { ...role, value: fieldRole('note', null) };
      return;
    }
    // "Source" beside columns that name their languages is where something was found, not a column of terms.
    if (value.kind === 'term' && !c.says.languages[0] && namedTerms >= 2) {
      if (c.says.field === 'term' && /^(?:source|quelle|fonte|fuente)n?$/i.test(c.header.trim()))
        roles[i] = {
          value: fieldRole('source', null),
          sureness: 0.8,
          reason: because('header-says', { header: c.header.trim() }),
        };
      else if (c.says.field === 'term' && leftTerm?.kind === 'term')
        roles[i] = {
          value: { kind: 'term', language: leftTerm.language },
          sureness: 0.75,
          reason: because('beside', {
            reason: because('header-says', { header: c.header.trim() }),
            language: leftTerm.language,
          }),
        };
      else if (c.says.field === null && c.header.trim() !== '') roles[i] = ownField(c, 0.6);
    } else if (
      value.kind === 'ignored' &&
      role.reason.code !== 'column-hidden' &&
      namedTerms >= 2 &&
      c.header.trim() &&
      c.says.field === null &&
      hasContent(c)
    )
      roles[i] = ownField(c, 0.6);
    // Gender and number stand beside their word.
    else if (
      value.kind === 'field' &&
      value.level === 'term' &&
      value.language === null &&
      ['grammaticalGender', 'grammaticalNumber', 'context', 'termType'].includes(value.field) &&
      leftTerm?.kind === 'term' &&
      !languageRow
    )
      roles[i] = { ...role, value: { ...value, language: leftTerm.language } };
  });
  repeatedFields(roles);
  loneDefinition(roles);
}

/** One column of definitions, whatever its language, defines the concept; several define it in each language. */
function loneDefinition(roles: Guess<Role>[]): void {
  const at = roles.flatMap(({ value }, i) => (value.kind === 'field' && value.field === 'definition' ? [i] : []));
  const role = at.length === 1 ? roles[at[0]!]! : null;
  if (role?.value.kind === 'field' && role.value.level === 'language')
    roles[at[0]!] = { ...role, value: fieldRole('definition', null) };
}

/** "Deutsch | Anmerkung | English | Note": fields that come once for each language belong to the one on their left. */
function repeatedFields(roles: Guess<Role>[]): void {
  const terms = roles.flatMap((role, i) => (role.value.kind === 'term' ? [i] : []));
  if (terms.length < 2) return;
  const byField = new Map<string, number[]>();
  roles.forEach(({ value }, i) => {
    if (value.kind === 'field' && value.language === null)
      byField.set(value.field, [...(byField.get(value.field) ?? []), i]);
  });
  for (const [field, places] of byField) {
    if (places.length < 2) continue;
    const owners = places.map((i) => terms.filter((t) => t < i).at(-1));
    if (owners.some((owner) => owner === undefined) || new Set(owners).size < places.length) continue;
    places.forEach((i, n) => {
      const owner = roles[owners[n]!]!.value;
      if (owner.kind === 'term')
        roles[i] = {
          ...roles[i]!,
          value: fieldRole(field, owner.language),
          reason: because('beside', { reason: roles[i]!.reason, language: owner.language }),
        };
    });
  }
}

/** Two columns that content alone gave the same language: the less likely one takes its next best. */
function separate(columns: readonly Column[], roles: Guess<Role>[]): void {
  const unnamed = columns.filter((c, i) => !c.says.languages[0] && roles[i]!.value.kind === 'term');
  if (unnamed.length === 0) return;
  const languageAt = (i: number): string | null => {
    const value = roles[i]!.value;
    return value.kind === 'term' ? primaryLanguage(value.language) : null;
  };
  const distinct = new Set(roles.map((_, i) => languageAt(i)).filter(Boolean));
  if (distinct.size > 1) return;
  const weakest = [...unnamed].sort((a, b) => margin(a) - margin(b))[0]!;
  const terms = roles.filter((role) => role.value.kind === 'term').length;
  const next = weakest.content.find((l) => l.language !== languageAt(weakest.index) && l.share > 0.08);
  const tag = next && canonicalTag(next.language);
  if (terms < 2 || !tag) return;
  roles[weakest.index] = {
    value: { kind: 'term', language: tag },
    sureness: 0.4,
    reason: because('could-be-both', { language: languageAt(weakest.index)!, next: tag }),
  };
}

function margin(c: Column): number {
  return (c.content[0]?.share ?? 0) - (c.content[1]?.share ?? 0);
}
