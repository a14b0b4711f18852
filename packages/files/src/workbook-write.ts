/** Rows to XLSX, streamed to a file. Every cell is text, so that nothing is taken for a formula, number or date. */
import exceljs from 'exceljs';

export interface WorkbookSheet {
  readonly name: string;
  readonly header: readonly string[];
  /** In characters; the others get the usual width. */
  readonly widths?: readonly number[];
  readonly rows: AsyncIterable<readonly string[]> | Iterable<readonly string[]>;
}

export async function writeWorkbook(path: string, sheets: readonly WorkbookSheet[]): Promise<void> {
  const workbook = new exceljs.stream.xlsx.WorkbookWriter({ filename: path, useStyles: true, useSharedStrings: false });
  workbook.creator = 'Fair Copy';
  for (const { name, header, rows, widths } of sheets) {
    const sheet = workbook.addWorksheet(name.slice(0, 31), { views: [{ state: 'frozen', ySplit: 1 }] });
    sheet.columns = header.map((_, i) => ({
      width: widths?.[i] ?? 32,
      style: { numFmt: '@', alignment: { wrapText: true, vertical: 'top' } },
    }));
    const head = sheet.addRow([...header]);
    head.font = { bold: true };
    head.commit();
    for await (const cells of rows) sheet.addRow(cells.map((cell) => (cell === '' ? null : cell))).commit();
    sheet.commit();
  }
  await workbook.commit();
}
