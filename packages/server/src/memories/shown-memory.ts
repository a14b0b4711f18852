/** A memory as the pages get it. */
import type { MemoryBody } from '@fair-copy/api/memories.js';
import type { Context } from '../context.js';
import { lastInspection, openTotal } from '../findings/read.js';
import { MEMORIES } from '../findings/subjects.js';
import { copiedAt } from '../store/copies.js';
import type { MemoryRow } from '../store/memories.js';

/** What the commonest of the first units say. */
const LOOKED_AT = 500;

export function shownMemory(row: MemoryRow, { workspace, memories, paths }: Context): MemoryBody {
  const what = memories.damageOf(row);
  const client = workspace
    .prepare<[number], { name: string }>('SELECT name FROM client WHERE id = ?')
    .get(row.client_id)!.name;
  const last = workspace
    .prepare<[number], { at: string | null }>(
      "SELECT max(l.at) AS at FROM touched t JOIN ledger l ON l.id = t.ledger_id WHERE t.kind = 'memory' AND t.resource_id = ?",
    )
    .get(row.id)!.at;
  const about = {
    id: row.id,
    clientId: row.client_id,
    client,
    name: row.name,
    subject: row.subject,
    ofJob: row.of_job === 1,
    isReference: row.reference === 1,
    changedAt: last ?? row.created_at,
  };
  if (what !== null)
    return {
      ...about,
      units: 0,
      languages: [],
      origins: [],
      attributes: [],
      openFindings: null,
      damage: { what, copiedAt: copiedAt(paths.root, row.file) },
    };
  const file = memories.file(row.id);
  const types = file.db
    .prepare<[number], { type: string }>(
      `SELECT json_extract(p.value, '$.type') AS type FROM (SELECT said FROM unit WHERE said IS NOT NULL LIMIT ?) u, json_each(u.said, '$.props') p
       GROUP BY 1 ORDER BY count(*) DESC LIMIT 40`,
    )
    .all(LOOKED_AT);
  return {
    ...about,
    units: file.countUnits(),
    languages: file.languages(),
    origins: file.db
      .prepare<[], { id: number; name: string; at: string }>('SELECT id, name, at FROM origin ORDER BY id LIMIT 200')
      .all(),
    attributes: types.map((found) => found.type),
    damage: null,
    openFindings: lastInspection(workspace, MEMORIES, row.id) ? openTotal(workspace, MEMORIES, row.id) : null,
  };
}
