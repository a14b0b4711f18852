/** "B3" and "A1:C3" as numbers (ECMA-376 part 1, 18.18.62 and 18.18.63); rows from 1, columns from 0. */

export function columnOf(reference: string): number {
  let column = 0;
  for (let i = 0; i < reference.length; i++) {
    const code = reference.charCodeAt(i) & ~32;
    if (code < 65 || code > 90) break;
    column = column * 26 + code - 64;
  }
  return column - 1;
}

export interface Area {
  readonly top: number;
  readonly bottom: number;
  readonly left: number;
  readonly right: number;
}

export function areaOf(reference: string): Area | null {
  const found = /^\$?([A-Za-z]+)\$?(\d+)(?::\$?([A-Za-z]+)\$?(\d+))?$/.exec(reference);
  if (!found) return null;
  const left = columnOf(found[1]!);
  const top = Number(found[2]);
  return {
    top,
    left,
    bottom: found[4] ? Number(found[4]) : top,
    right: found[3] ? columnOf(found[3]) : left,
  };
}
