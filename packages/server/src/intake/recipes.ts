/**
 * Recipes: a reading and its cleaning steps, kept for the client's next file of the same shape. Kept when a file is
 * written, proposed when the shape fits, applied only when a person says so.
 */
import type { Decisions } from '@fair-copy/core/intake/propose.js';
import type { Reading } from '@fair-copy/core/intake/reading.js';
import type { SourceChoices } from '@fair-copy/files/client/client-file.js';
import { ApiError } from '../errors.js';
import type { Db } from '../store/database.js';

export interface Recipe {
  readonly id: number;
  /** The file that it comes from. */
  readonly name: string;
  readonly at: string;
  readonly choices: SourceChoices;
  readonly decisions: Decisions;
}

interface RecipeRow {
  readonly id: number;
  readonly name: string;
  readonly at: string;
  readonly choices: string;
  readonly decisions: string;
}

export class Recipes {
  constructor(private readonly desk: Db) {}

  /** A newer file of the same shape replaces the recipe. Nothing is kept where a person decided nothing. */
  keep(clientId: number, name: string, reading: Reading, choices: SourceChoices, decisions: Decisions): void {
    const { sheet: _sheet, ...kept } = choices;
    if (Object.keys(kept).length === 0 && !hasContent(decisions)) return;
    this.desk
      .prepare(
        `INSERT INTO recipe (client_id, shape, name, choices, decisions, at) VALUES (?, ?, ?, ?, ?, ?)
         ON CONFLICT (client_id, shape) DO UPDATE SET name = excluded.name, choices = excluded.choices,
           decisions = excluded.decisions, at = excluded.at`,
      )
      .run(clientId, shapeOf(reading), name, JSON.stringify(kept), JSON.stringify(decisions), new Date().toISOString());
  }

  /** The recipe that fits a file, or null. */
  fitting(clientId: number, reading: Reading): Recipe | null {
    const row = this.desk
      .prepare<[number, string], RecipeRow>('SELECT * FROM recipe WHERE client_id = ? AND shape = ?')
      .get(clientId, shapeOf(reading));
    return row ? recipeOf(row) : null;
  }

  /** Of a client: those of others are none of its. */
  get(id: number, clientId: number): Recipe {
    const row = this.desk
      .prepare<[number, number], RecipeRow>('SELECT * FROM recipe WHERE id = ? AND client_id = ?')
      .get(id, clientId);
    if (!row) throw new ApiError('not-found', { what: 'recipe' });
    return recipeOf(row);
  }

  forget(id: number): void {
    this.desk.prepare('DELETE FROM recipe WHERE id = ?').run(id);
  }
}

function recipeOf(row: RecipeRow): Recipe {
  return {
    id: row.id,
    name: row.name,
    at: row.at,
    choices: JSON.parse(row.choices) as SourceChoices,
    decisions: JSON.parse(row.decisions) as Decisions,
  };
}

function hasContent(decisions: Decisions): boolean {
  return Object.values(decisions).some((value) =>
    value !== null && typeof value === 'object' && !Array.isArray(value)
      ? Object.keys(value).length > 0
      : value !== undefined,
  );
}

/** The kind of file and the names of its columns; without a header the number of columns. */
function shapeOf({ source, headerRow, columns }: Reading): string {
  const names =
    headerRow.value === null
      ? `${columns.length} columns`
      : columns.map((column) => column.header.trim().toLowerCase()).join(' | ');
  return `${source.kind}: ${names}`;
}
