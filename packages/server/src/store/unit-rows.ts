/** Rows of units with their segments, as a memory's file is read. */

/** Columns, not fields: rows are read by the million, and so they come in half the time. */
export type SegmentColumns = [language: number, text: string, more: string | null];
export type UnitColumns = [
  id: number,
  said: string | null,
  originId: number,
  place: number,
  before: number | null,
  after: number | null,
];
export type JoinedRow = [...UnitColumns, ...SegmentColumns];
/** Where the columns of the segment begin. */
export const SEGMENT = 6;
export const JOINED = `SELECT u.id, u.said, u.origin, u.place, u.before, u.after, s.language, s.text, s.more
  FROM unit u JOIN segment s ON s.unit_id = u.id`;
export const IN_ORDER = 'ORDER BY u.id, s.ordinal';

/** Rows of the same id together; the last group of a full batch may go on in the next, so it is read again. */
export function* groupedById<R extends readonly [id: number, ...more: unknown[]]>(
  read: (last: number) => R[],
  limit: number,
): Generator<R[]> {
  let last = 0;
  for (;;) {
    const rows = read(last);
    const whole = rows.length < limit;
    let from = 0;
    for (let i = 1; i <= rows.length; i++) {
      if (i < rows.length && rows[i]![0] === rows[from]![0]) continue;
      if (i === rows.length && !whole && from > 0) break;
      yield rows.slice(from, i);
      last = rows[from]![0];
      from = i;
    }
    if (whole) return;
  }
}
