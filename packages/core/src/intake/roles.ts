/** The role of each column: by its header, by its content, and by agreement between the columns. */
import { because, type Guess } from '../guess.js';
import { canonicalTag, primaryLanguage } from '../language/tags.js';
import { columnLetter, type SheetRow } from '../sheet/model.js';
import { IDENTIFIER } from '../termbase/categories.js';
import { isCompanion } from '../termbase/fields.js';
import {
  byContent,
  byHeader,
  contradicts,
  fieldRole,
  ignored,
  namedLanguage,
  ownField,
  roleOf,
  withoutWords,
} from './column-role.js';
import { column, hasContent, isCodes, isKeys, type Column } from './column.js';
import { withLongForm } from './long-form.js';
import type { ColumnReading, Role } from './reading.js';

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

/** What belongs to values stands where their field does. */
function companionsFollow(roles: Guess<Role>[]): void {
  roles.forEach((role, i) => {
    const { value } = role;
    if (value.kind !== 'field' || !isCompanion(value.field)) return;
    const of = roles
      .slice(0, i)
      .findLast((r) => r.value.kind === 'field' && value.field.startsWith(`${r.value.field}:`));
    if (of?.value.kind === 'field') roles[i] = { ...role, value: { ...of.value, field: value.field } };
  });
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
  companionsFollow(roles);
}

/** One column of definitions defines the concept, in whatever language; several define it in each language. */
function loneDefinition(roles: Guess<Role>[]): void {
  const at = roles.flatMap(({ value }, i) => (value.kind === 'field' && value.field === 'definition' ? [i] : []));
  const role = at.length === 1 ? roles[at[0]!]! : null;
  if (role?.value.kind === 'field' && role.value.level === 'language')
    roles[at[0]!] = { ...role, value: { ...role.value, level: 'concept' } };
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
