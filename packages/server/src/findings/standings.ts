/** How it stands with all that can be inspected. */
import type { InspectionStanding } from '@fair-copy/api/inspection.js';
import type { Db } from '../store/database.js';
import { lastInspection, open } from './read.js';
import type { Subject } from './subjects.js';

/** @param client null: of all clients. O(open findings) */
export function standings(db: Db, of: Subject, client: number | null): InspectionStanding[] {
  const resources = db
    .prepare<[{ client: number | null }], { id: number; name: string; client: string; clientId: number }>(
      `SELECT r.id, r.name, c.name AS client, c.id AS clientId FROM ${of.kind} r JOIN client c ON c.id = r.client_id
       WHERE @client IS NULL OR r.client_id = @client ORDER BY c.name, r.name`,
    )
    .all({ client });
  const counts = db.prepare<[{ owner: number }], { severity: string; count: number }>(
    `SELECT f.severity, count(DISTINCT coalesce(f.matter, -f.id)) AS count FROM ${of.findings} f
     WHERE ${open(of)} GROUP BY f.severity`,
  );
  return resources.map((resource) => {
    const last = lastInspection(db, of, resource.id);
    const bySeverity = new Map(last ? counts.all({ owner: resource.id }).map((row) => [row.severity, row.count]) : []);
    return {
      kind: of.kind,
      ...resource,
      inspectedAt: last?.at ?? null,
      errors: bySeverity.get('error') ?? 0,
      doubts: bySeverity.get('warning') ?? 0,
      hints: bySeverity.get('info') ?? 0,
    };
  });
}
