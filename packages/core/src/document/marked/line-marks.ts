/** Marks at the beginning of lines. */

/** A mark with its numbers as `#`: "[12]" is "[#]". */
export function generalised(token: string): string {
  return token.replace(/\p{N}+/gu, '#');
}

/** What can begin a line as its mark: "[de]", "<en>", "EN:", "=>". */
export const PREFIX =
  /^(?:\[[\p{L}\p{N}_-]{1,12}\]|<\/?[\p{L}\p{N}_-]{1,12}>|\(?[\p{L}\p{N}_-]{1,12}\)?\s?[:>=|»\]]+|[^\p{L}\p{M}\p{N}\s"“„«'‘(¿¡.…]{1,4}(?=\s))\s*/u;

/** "[12]", "12.", "(12)" before a line. */
export const NUMBER = /^(?:\[\d+\]|\(\d+\)|\d+[.):])\s+/;

/** The text without the mark, if it begins with it. */
export function bare(text: string, prefix: string | undefined): string {
  return prefix && prefixOf(text) === prefix ? text.slice(PREFIX.exec(text)![0].length) : text;
}

/** The mark with which a line begins, or nothing. */
export function prefixOf(line: string): string {
  return generalised(PREFIX.exec(line)?.[0].trim() ?? '');
}
