/**
 * The families of letters, with what every script of the world needs behind them: without it a heading in Japanese is a row
 * of boxes. Nothing names a family elsewhere (ESLint).
 */
const OTHER_SCRIPTS =
  "'Noto Sans JP Variable', 'Noto Sans SC Variable', 'Noto Sans KR Variable', 'Noto Sans Arabic Variable', 'Noto Sans Hebrew Variable', 'Noto Sans Devanagari Variable', 'Noto Sans Thai Variable'";

/** Of texts, terms and headings. */
export const SERIF = `'Source Serif 4 Variable', ${OTHER_SCRIPTS}, Georgia, serif`;
/** Of the interface. */
export const SANS = `'Source Sans 3 Variable', ${OTHER_SCRIPTS}, sans-serif`;
/** Of tags, keys and codes. */
export const MONO = `'Source Code Pro', ${OTHER_SCRIPTS}, monospace`;
