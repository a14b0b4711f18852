/** White space that is the point of the change is made visible. */
export function visible(text: string): string {
  return text
    .replace(/\u00a0/g, '⍽')
    .replace(/[\u00ad\u200b-\u200f\u2060\ufeff]/g, '¤')
    .replace(/\r?\n/g, '↵')
    .replace(/\t/g, '⇥')
    .replace(/^ +| +$| {2,}/g, (spaces) => '·'.repeat(spaces.length));
}
