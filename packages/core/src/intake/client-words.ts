/** What a client wrote where Intake took a standard's value or a language tag, so that the same words can go back. */
import type { SheetRow } from '../sheet/model.js';
import type { ColumnReading, Reading } from './reading.js';
import { languageIn } from './rows-to-draft.js';
import { hasValues, standardValue } from './values.js';

/** Column (from 0) → standard value or language tag → the word of the client. */
export type WordsOfColumns = Readonly<Record<number, Readonly<Record<string, string>>>>;

/** See the rows one by one; of several words for the same value the commonest is kept. */
export class ClientWords {
  private readonly columns: readonly ColumnReading[];
  private readonly counts = new Map<number, Map<string, Map<string, number>>>();

  constructor(reading: Reading) {
    this.columns = reading.columns.filter(
      ({ role: { value } }) => value.kind === 'language' || (value.kind === 'field' && hasValues(value.field)),
    );
  }

  /** Whether there is any column whose words can be replaced. */
  get isNeeded(): boolean {
    return this.columns.length > 0;
  }

  see(row: SheetRow): void {
    for (const { index, role } of this.columns) {
      const cell = (row.cells[index] ?? '').trim();
      if (cell === '') continue;
      const { value } = role;
      if (value.kind === 'language') this.count(index, languageIn(cell), cell);
      else if (value.kind === 'field') {
        const whole = standardValue(value.field, cell);
        if (whole) this.count(index, whole, cell);
        else for (const part of cell.split(/\s*[;,/]\s*/)) this.count(index, standardValue(value.field, part), part);
      }
    }
  }

  get words(): WordsOfColumns {
    return Object.fromEntries(
      [...this.counts].map(([column, values]) => [
        column,
        Object.fromEntries([...values].map(([value, words]) => [value, commonest(words)])),
      ]),
    );
  }

  private count(column: number, value: string | null, word: string): void {
    if (value === null) return;
    let values = this.counts.get(column);
    if (!values) this.counts.set(column, (values = new Map()));
    let words = values.get(value);
    if (!words) values.set(value, (words = new Map()));
    words.set(word, (words.get(word) ?? 0) + 1);
  }
}

function commonest(words: ReadonlyMap<string, number>): string {
  return [...words].reduce((best, one) => (one[1] > best[1] ? one : best))[0];
}
