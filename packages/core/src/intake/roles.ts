/** The role of each column: by its header, by its content, and by agreement between the columns. */
import { areClose, identifyPooled, shareOf, type Identified } from '../language/identify.js';
import { canonicalTag, languageName, primaryLanguage, type LanguageTag } from '../language/tags.js';
import { columnLetter, type SheetRow } from '../sheet/model.js';
import { readHeaderCell, type HeaderCell } from './header.js';
import type { ColumnReading, Guess, Role } from './reading.js';

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
  const roles = columns.map((c) =>
    hiddenColumns.includes(c.index) ? ignored(1, 'the column is hidden in the file') : roleOf(c),
  );
  separate(columns, roles);
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
  const named = c.says.languages[0];
  const letter = columnLetter(c.index);
  if (c.cells.length === 0 && !named && !c.says.field) return ignored(0.98, 'the column is empty');
  if (c.says.field === 'note')
    return {
      value: { kind: 'note', language: named?.tag ?? null },
      sureness: 0.9,
      reason: `the header says “${c.header.trim()}”`,
    };
  if (c.says.field === 'other')
    return ignored(0.85, `the header “${c.header.trim()}” names a field that is not taken in yet`);
  if (c.cells.length > 0 && (c.numeric > 0.9 || c.wordless > 0.9)) return ignored(0.95, 'there are no words in it');
  if (named && (named.sureness > 0.5 || shareOf(primaryLanguage(named.tag), c.content) > 0.3))
    return byHeader(c, named.tag, named.sureness);
  if (c.says.field === 'number') return ignored(0.9, `the header says “${c.header.trim()}”`);
  return byContent(c, letter);
}

function byHeader(c: Column, tag: LanguageTag, sureness: number): Guess<Role> {
  const value: Role = { kind: 'term', language: tag };
  const name = languageName(tag);
  const head = `the header says ${name}`;
  if (contradicts(c, tag)) {
    return { value, sureness: 0.5, reason: `${head}, but the text reads as ${languageName(c.content[0]!.language)}` };
  }
  const agrees = shareOf(primaryLanguage(tag), c.content);
  if (agrees > 0.35)
    return { value, sureness: Math.min(0.99, sureness + 0.03), reason: `${head}, and the text agrees` };
  return { value, sureness, reason: head };
}

function byContent(c: Column, letter: string): Guess<Role> {
  const best = c.content[0];
  const tag = best && canonicalTag(best.language);
  if (!best || !tag || best.share < 0.12) return ignored(0.5, 'it cannot be told which language it is in');
  if (c.meanLength > 120)
    return ignored(0.6, `its texts are too long for terms (${Math.round(c.meanLength)} characters on average)`);
  const second = c.content[1]?.share ?? 0;
  const sureness = Math.max(0.35, Math.min(0.97, 0.5 + (best.share - second) * 0.9)) * (c.cells.length < 4 ? 0.8 : 1);
  return {
    value: { kind: 'term', language: tag },
    sureness,
    reason: `the text of column ${letter} reads as ${languageName(tag)}`,
  };
}

function ignored(sureness: number, reason: string): Guess<Role> {
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
  const named = c.says.languages[0];
  if (!named || role.value.kind !== 'term' || !contradicts(c, named.tag)) return {};
  const content = canonicalTag(c.content[0]!.language);
  return content ? { contradiction: { header: named.tag, content } } : {};
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
    reason: `both columns could be ${languageName(languageAt(weakest.index)!)}; the next best for this one is ${languageName(tag)}`,
  };
}

function margin(c: Column): number {
  return (c.content[0]?.share ?? 0) - (c.content[1]?.share ?? 0);
}
