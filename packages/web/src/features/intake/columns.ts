import type { ColumnReading } from '@fair-copy/core/intake/reading.js';

export interface RowGrid {
  readonly template: string;
  /** In pixels: narrower than this the rows scroll sideways. */
  readonly minWidth: number;
}

const NUMBER = 52;
const MARGIN = 250;

/** Row number, the columns, the margin; the same for every row, whatever stands in it. Ignored columns are narrower. */
export function rowGrid(columns: readonly ColumnReading[]): RowGrid {
  const shapes = columns.map(({ role }) =>
    role.value.kind === 'term' || role.value.kind === 'term of row'
      ? ([170, 3] as const)
      : role.value.kind === 'field'
        ? ([130, 2] as const)
        : ([84, 1] as const),
  );
  return {
    template: [`${NUMBER}px`, ...shapes.map(([least, share]) => `minmax(${least}px, ${share}fr)`), `${MARGIN}px`].join(
      ' ',
    ),
    minWidth: NUMBER + MARGIN + shapes.reduce((sum, [least]) => sum + least, 0),
  };
}
