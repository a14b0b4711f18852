/** Data of an earlier version: brought up to date in one transaction, after a whole copy was made. */
import { expect, test } from '@jest/globals';
import { mkdirSync, mkdtempSync, renameSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { migrateTo } from '@fair-copy/server/store/database.js';
import { MemoryFile } from '@fair-copy/server/store/memory-file.js';
import { Application } from './application.js';

const CONCEPT = JSON.stringify({
  fields: {},
  languages: [{ language: 'de', fields: {}, terms: [{ id: 't1', text: 'Schleuse', fields: {} }] }],
  origins: [],
});

/** A workspace as version 0.2 left it: a move of units as two entries, the second a part of the first. */
function oldFolder(): string {
  const dataDir = mkdtempSync(join(tmpdir(), 'fair-copy-old-'));
  mkdirSync(join(dataDir, 'memories'));
  const db = new Database(join(dataDir, 'workspace.db'));
  migrateTo(db, 'workspace', 5);
  db.pragma('foreign_keys = ON');
  db.exec(`
    INSERT INTO client VALUES (1, 'Brennick Waterways', '2026-01-01');
    INSERT INTO termbase (id, client_id, name, created_at) VALUES (7, 1, 'Locks', '2026-01-01');
    INSERT INTO memory (id, client_id, name, created_at, file) VALUES (1, 1, 'A', '2026-01-01', 'a.db'), (2, 1, 'B', '2026-01-01', 'b.db');
    INSERT INTO ledger (id, at, client_id, termbase_id, kind, title, memory_id, part_of, undone_at) VALUES
      (1, '2026-01-01', 1, NULL, 'client', 'Created the client', NULL, NULL, NULL),
      (2, '2026-01-02', 1, 7, 'termbase', 'Renamed the termbase “Gates” to “Locks”', NULL, NULL, NULL),
      (3, '2026-01-03', 1, NULL, 'bulk', 'Moved one unit', 2, NULL, NULL),
      (4, '2026-01-03', 1, NULL, 'bulk', 'Moved one unit', 1, 3, NULL),
      (5, '2026-01-04', 1, NULL, 'termbase', 'Deleted the termbase “Canals”', NULL, NULL, NULL),
      (6, '2026-01-05', 1, 7, 'edit', 'Added the concept “Wehr”', NULL, NULL, '2026-01-06');
    INSERT INTO concept VALUES (3, 7, '${CONCEPT}', '2026-01-01');
    INSERT INTO term VALUES (7, 'de', 'schleuse', 3, 0, 'Schleuse');
    INSERT INTO change VALUES (2, 'termbase', 7, '{"client_id":1,"name":"Gates","created_at":"2026-01-01","fields":"[]","shape":null}', NULL);
    INSERT INTO change VALUES (5, 'termbase', 9, '{"client_id":1,"name":"Canals","created_at":"2026-01-01","fields":"[]","shape":null}', NULL);
    INSERT INTO change VALUES (5, 'concept', 12, '{"termbaseId":9,"body":${CONCEPT.replaceAll("'", "''")}}', NULL);
    INSERT INTO change VALUES (6, 'concept', 13, NULL, '{"termbaseId":7,"body":${CONCEPT}}');
  `);
  db.close();
  const unit = (file: MemoryFile, text: string): number =>
    file.write.add(
      { variants: [{ language: 'en' as never, text, codes: [] }] },
      { originId: file.addOrigin('x.tmx', ''), place: 1, before: null, after: null },
    );
  for (const name of ['a', 'b']) {
    const path = join(dataDir, 'memories', `${name}.db`);
    const file = MemoryFile.build(`${path}.part`);
    if (name === 'b') unit(file, 'gate');
    file.finishBuilding();
    renameSync(`${path}.part`, path);
    // As the version before made them: without the journal's table.
    const old = new Database(path);
    old.exec('DROP TABLE applied; DROP TABLE edited; PRAGMA user_version = 2;');
    if (name === 'b') old.exec('INSERT INTO change VALUES (3, 1, NULL, NULL)');
    else
      old.exec(`INSERT INTO change VALUES (4, 1, '{"originId":1,"place":1,"before":null,"after":null,"variants":[{"language":"en","text":"gate","codes":[]}]}', NULL);
        INSERT INTO origin VALUES (1, 'x.tmx', '')`);
    old.close();
  }
  return dataDir;
}

test('nothing is lost, and everything can still be undone', async () => {
  const dataDir = oldFolder();
  const server = await Application.start(dataDir);
  const before = new Database(join(dataDir, 'workspace.db.before-6'), { readonly: true });
  expect(before.pragma('user_version', { simple: true })).toBe(5);
  expect(before.pragma('integrity_check', { simple: true })).toBe('ok');
  before.close();
  // Both parts of the move are one entry.
  const entries = await server.ask<{ id: number; title: string }[]>('GET', '/ledger');
  expect(entries.map(({ id }) => id)).toEqual([6, 5, 3, 2, 1]);
  await server.ask('POST', '/ledger/3/undo');
  expect(await server.ask('GET', '/memories/1')).toMatchObject({ units: 1 });
  expect(await server.ask('GET', '/memories/2')).toMatchObject({ units: 0 });
  await server.ask('POST', '/ledger/3/redo');
  expect(await server.ask('GET', '/memories/2')).toMatchObject({ units: 1 });
  // What was deleted in the old way comes back; what was undone is done again; new numbers are above all old ones.
  await server.ask('POST', '/ledger/5/undo');
  expect(await server.count(9)).toBe(1);
  await server.ask('POST', '/ledger/6/redo');
  expect(await server.count(7)).toBe(2);
  const { id } = await server.ask<{ id: number }>('POST', '/termbases', { clientId: 1, name: 'New' });
  expect(id).toBeGreaterThan(9);
  const { id: concept } = await server.ask<{ id: number }>('POST', `/termbases/${id}/concepts`, {
    language: 'de',
    text: 'Damm',
  });
  expect(concept).toBeGreaterThan(13);
  await server.ask('POST', '/ledger/2/undo');
  expect(await server.ask('GET', '/termbases/7')).toMatchObject({ name: 'Gates' });
  await server.stop();
});
