/** Pictures that lie on a worksheet: the row of the cell they are anchored to (ECMA-376 part 1, 20.5). */
import type { Archive, PartText } from '../archive.js';
import { partEvents, partRelations, type SheetEntry } from './workbook.js';

/** Row number (from 1) → parts of the package that hold its pictures. */
export async function rowPictures(archive: Archive, text: PartText, sheet: SheetEntry): Promise<Map<number, string[]>> {
  const found = new Map<number, string[]>();
  for (const drawing of await partRelations(archive, text, sheet.part)) {
    if (!drawing.type.endsWith('/drawing') || !archive.names.includes(drawing.part)) continue;
    const media = new Map((await partRelations(archive, text, drawing.part)).map((r) => [r.id, r.part]));
    let inFrom = false;
    let inRow = false;
    let row: number | null = null;
    for await (const event of partEvents(archive, text, drawing.part)) {
      if (event.type === 'open') {
        if (event.name === 'from') inFrom = true;
        else if (event.name === 'row' && inFrom) inRow = true;
        else if (event.name === 'blip' && row !== null) {
          const part = media.get(event.attributes.embed ?? '');
          if (part && archive.names.includes(part)) found.set(row, [...(found.get(row) ?? []), part]);
        }
      } else if (event.type === 'text') {
        if (inRow) row = Number(event.text) + 1;
      } else {
        if (event.name === 'from') inFrom = false;
        if (event.name === 'row') inRow = false;
        if (event.name.endsWith('Anchor')) row = null;
      }
    }
  }
  return found;
}
