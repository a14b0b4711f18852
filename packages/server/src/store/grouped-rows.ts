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
