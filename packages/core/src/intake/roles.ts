/** The role of each column: by its header, by its content, and by agreement between the columns. */
import { because, type Guess, type Reason } from '../guess.js';
import { areClose } from '../language/close.js';
import { identifyPooled, shareOf, type Identified } from '../language/identify.js';
import type { NamedLanguage } from '../language/names.js';
import { canonicalTag, primaryLanguage, type LanguageTag } from '../language/tags.js';
import { columnLetter, type SheetRow } from '../sheet/model.js';
import { categoryNamed, IDENTIFIER } from '../termbase/categories.js';
import { isPart } from './field-names.js';
import { readHeaderCell, type HeaderCell } from './header.js';
import type { ColumnReading, Role } from './reading.js';
import { languageIn } from './rows-to-draft.js';
import { fieldOfValues } from './values.js';

interface Column {
  readonly index: number;
  readonly header: string;
  readonly says: HeaderCell;
  readonly cells: readonly string[];
  readonly filled: number;
  readonly numeric: number;
  readonly wordless: number;
  readonly meanLength: number;
  readonly content: readonly Identified[];
}

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
  const columns = Array.from({ length: count }, (_, index) => column(index, header?.cells[index] ?? '', data));
  // "id" among "de", "fr", "it" is Indonesian.
  const tagged = columns.filter((c) => c.says.languages[0]?.how === 'tag').length;
  const roles = columns.map((c) =>
    tagged >= 3 &&
    c.says.field === IDENTIFIER &&
    c.says.languages[0]?.how === 'tag' &&
    c.cells.length > 0 &&
    !isCodes(c)
      ? byHeader(c, c.says.languages[0].tag, 0.8)
      : hiddenColumns.includes(c.index)
        ? ignored(1, because('column-hidden'))
        : roleOf(c),
  );
  separate(columns, roles);
  becauseOfOthers(columns, roles);
  return columns.map((c, i) => ({
    index: c.index,
    header: c.header.trim(),
    role: roles[i]!,
    ...contradictionOf(c, roles[i]!),
  }));
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

function column(index: number, header: string, data: readonly SheetRow[]): Column {
  const cells = data.map((row) => row.cells[index] ?? '').filter((cell) => cell.trim() !== '');
  const share = (test: (cell: string) => boolean): number =>
    cells.length ? cells.filter(test).length / cells.length : 0;
  const words = cells.filter((cell) => /\p{L}{2}|\p{sc=Han}/u.test(cell));
  return {
    index,
    header,
    says: readHeaderCell(header),
    cells,
    filled: data.length ? cells.length / data.length : 0,
    numeric: share((cell) => /^[\s\d.,:/#%()+-]+$/.test(cell)),
    wordless: share((cell) => !/\p{L}/u.test(cell)),
    meanLength: cells.length ? cells.reduce((sum, cell) => sum + cell.length, 0) / cells.length : 0,
    content: identifyPooled(words),
  };
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
  if (field === 'language' && !named && namesLanguages(c))
    return { value: { kind: 'language' }, sureness: 0.95, reason: because('header-says-cells-languages', { header }) };
  if (field === IDENTIFIER && !(named && named.sureness > 0.5) && (isCodes(c) || c.cells.length === 0))
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
  'to',
  'ad',
  'na',
]);

/** Of the languages that a header may mean, the one that the content speaks; of a tag that is a word too, only such. */
function namedLanguage({ says, content, cells }: Column): NamedLanguage | undefined {
  const best = content[0];
  if (!best) return says.languages[0];
  const spoken = says.languages.find(
    ({ tag }) => shareOf(primaryLanguage(tag), content) > Math.max(0.3, best.share * 0.5),
  );
  if (spoken) return spoken;
  const [first] = says.languages;
  if (!first || first.how !== 'tag' || !WORDS_TOO.has(first.tag)) return first;
  const letters = cells.slice(0, 240).reduce((sum, cell) => sum + cell.length, 0);
  return enough(letters, best.share) && !areClose(first.tag, best.language) ? undefined : first;
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

function namesLanguages(c: Column): boolean {
  const some = c.cells.slice(0, 100);
  return some.length > 0 && some.filter((cell) => languageIn(cell) !== null).length > some.length * 0.9;
}

function namesPictures(c: Column): boolean {
  const some = c.cells.slice(0, 200);
  return some.filter((cell) => /\.(?:png|jpe?g|gif|webp|svg|bmp|tiff?)\s*$/i.test(cell)).length > some.length * 0.6;
}

/** Short and without spaces: "c01", "FC-0012", "17.3". */
function isCodes(c: Column): boolean {
  const some = c.cells.slice(0, 200);
  return (
    some.filter((cell) => /^[\p{L}\d._:/#-]{1,40}$/u.test(cell.trim()) && /\d/.test(cell)).length > some.length * 0.8
  );
}

/** 1, 2, 3, …: says where the row stands, not what it is. */
function isRunning(c: Column): boolean {
  const numbers = c.cells.slice(0, 200).map((cell) => Number(cell.replace(/[.)\s]/g, '')));
  return numbers.length > 1 && numbers.every((n, i) => i === 0 || n === numbers[i - 1]! + 1);
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

function byContent(c: Column, letter: string): Guess<Role> {
  const best = c.content[0];
  const tag = best && canonicalTag(best.language);
  if (!best || !tag || best.share < 0.12) return ignored(0.5, because('no-language'));
  if (c.meanLength > 120) return ignored(0.6, because('texts-long', { characters: Math.round(c.meanLength) }));
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
  const languageRow = roles.some((role) => role.value.kind === 'language');
  const namedTerms = columns.filter((c, i) => c.says.languages[0] && roles[i]!.value.kind === 'term').length;
  columns.forEach((c, i) => {
    const role = roles[i]!;
    const { value } = role;
    const leftTerm = roles.slice(0, i).findLast((r) => r.value.kind === 'term')?.value;
    // Long form: the one column of terms holds all the languages that the rows name.
    if (languageRow && (value.kind === 'term' || c.says.field === 'term') && !c.says.languages[0] && namedTerms === 0) {
      roles[i] = { value: { kind: 'term of row' }, sureness: 0.92, reason: because('row-names-language') };
      return;
    }
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

function hasContent(c: Column): boolean {
  return c.cells.length > 0 && c.wordless <= 0.9 && !isRunning(c);
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
