/** What workbooks call a sheet by themselves. */
const USUAL_SHEET = /^(sheet|tabelle|feuil|arkusz|hoja|planilha|taul|foglio|blad|ark)\s?\d*$/i;

/**
 * From a file's name to one for the termbase or memory made of it: "brennick_terms-2026.xlsx" → "brennick terms 2026", with the sheet if
 * that says something, made unlike the names that are taken.
 */
export function resourceName(file: string, sheet: string | null, taken: readonly string[]): string {
  const stem = file
    .replace(/\.[^.]+$/, '')
    .replace(/[_-]+/g, ' ')
    .trim();
  const base = sheet && !USUAL_SHEET.test(sheet) ? `${stem} ${sheet}` : stem;
  const there = new Set(taken.map((name) => name.toLowerCase()));
  for (let n = 1; ; n++) {
    const name = n === 1 ? base : `${base} ${n}`;
    if (!there.has(name.toLowerCase())) return name;
  }
}
