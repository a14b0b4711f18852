/** Languages that a few words cannot tell apart: no contradiction is made of a confusion between them. */
const CLOSE: readonly (readonly string[])[] = [
  ['da', 'nb', 'nn', 'sv'],
  ['hr', 'sr', 'bs', 'sl', 'mk', 'bg'],
  ['cs', 'sk'],
  ['pt', 'gl', 'es', 'ca'],
  ['id', 'ms'],
  ['ru', 'uk', 'be', 'bg'],
  ['ar', 'fa', 'ur', 'ku'],
  ['nl', 'af'],
  ['hi', 'mr', 'ne'],
];

export function areClose(a: string, b: string): boolean {
  return a === b || CLOSE.some((group) => group.includes(a) && group.includes(b));
}
