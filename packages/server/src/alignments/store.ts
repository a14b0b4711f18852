/** Alignments on the desk, kept as the person left them. */
import { bodyOf, keptError, type ErrorBody } from '../errors.js';
import { placesAfter, type Layout } from '@fair-copy/core/alignment/layout.js';
import { shownName } from '@fair-copy/files/file-names.js';
import { ApiError } from '../errors.js';
import type { Db } from '../store/database.js';
import { latestWriting, withWriting, writingsOf } from '../store/writings.js';
import type { Text } from './text.js';
import type { AllUnitsWritten } from '../memories/take-in.js';
import { NO_PAIRS, tallyOf } from './pairs.js';
import {
  USUAL_READING,
  type AlignmentBody,
  type AlignmentItem,
  type BeadBody,
  type FileReading,
} from '@fair-copy/api/alignments.js';

type Written = Omit<NonNullable<AlignmentItem['written']>, 'standing'>;

interface Row {
  readonly id: number;
  readonly client_id: number;
  readonly source_name: string;
  readonly source_sha256: string;
  readonly source_language: string | null;
  readonly target_name: string;
  readonly target_sha256: string;
  readonly target_language: string | null;
  readonly state: AlignmentItem['state'];
  readonly error: string | null;
  readonly source: string;
  readonly target: string;
  readonly beads: string;
  readonly source_places: Buffer;
  readonly target_places: Buffer;
  readonly reading: string | null;
  readonly written: string | null;
  readonly paired_at: string;
  readonly tally: string | null;
  readonly source_segments: number;
  readonly target_segments: number;
}

export interface FileOf {
  readonly sha256: string;
  readonly name: string;
}

const ITEM = `id, client_id, source_name, source_sha256, source_language, target_name, target_sha256, target_language, state, error,
   written, paired_at, tally, json_array_length(source) AS source_segments, json_array_length(target) AS target_segments`;

export class Alignments {
  /** @param workspace says whether what was written still stands */
  constructor(
    private readonly desk: Db,
    private readonly workspace: Db,
  ) {}

  list(clientId: number | null): AlignmentItem[] {
    const rows = this.desk
      .prepare<{ client: number | null }, Row>(
        `SELECT ${ITEM} FROM alignment WHERE removed_at IS NULL AND ($client IS NULL OR client_id = $client)
         ORDER BY id DESC LIMIT 500`,
      )
      .all({ client: clientId });
    return rows.map((row) => this.itemOf(row.tally === null ? { ...row, tally: this.counted(row.id) } : row));
  }

  /** Alignments of earlier versions were not counted. */
  private counted(id: number): string {
    const { beads } = this.desk
      .prepare<[number], { beads: string }>('SELECT beads FROM alignment WHERE id = ?')
      .get(id)!;
    const tally = JSON.stringify(tallyOf(JSON.parse(beads) as BeadBody[]));
    this.desk.prepare('UPDATE alignment SET tally = ? WHERE id = ?').run(tally, id);
    return tally;
  }

  /** A file was sent, and is in no alignment yet. */
  received(sha256: string): void {
    this.desk
      .prepare('INSERT INTO received (sha256, at) VALUES (?, ?) ON CONFLICT DO UPDATE SET at = excluded.at')
      .run(sha256, new Date().toISOString());
  }

  add(clientId: number, source: FileOf, target: FileOf, reading: FileReading): number {
    const now = new Date().toISOString();
    return Number(
      this.desk
        .prepare(
          `INSERT INTO alignment (client_id, source_name, source_sha256, target_name, target_sha256, reading, state, created_at, paired_at)
           VALUES (?, ?, ?, ?, ?, ?, 'running', ?, ?)`,
        )
        .run(
          clientId,
          shownName(source.name),
          source.sha256,
          shownName(target.name),
          target.sha256,
          JSON.stringify(reading),
          now,
          now,
        ).lastInsertRowid,
    );
  }

  get(id: number): AlignmentBody & {
    readonly files: { readonly source: FileOf; readonly target: FileOf };
    readonly places: Layout;
    readonly reading: FileReading;
  } {
    const row = this.desk
      .prepare<[number], Row>(
        `SELECT ${ITEM}, source, target, beads, source_places, target_places, reading FROM alignment
         WHERE id = ? AND removed_at IS NULL`,
      )
      .get(id);
    if (!row) throw new ApiError('not-found', { what: 'alignment' });
    const beads = JSON.parse(row.beads) as BeadBody[];
    return {
      ...this.itemOf(row),
      tally: tallyOf(beads),
      sourceSegments: JSON.parse(row.source) as string[],
      targetSegments: JSON.parse(row.target) as string[],
      beads,
      places: { source: new Uint8Array(row.source_places), target: new Uint8Array(row.target_places) },
      reading: row.reading === null ? USUAL_READING : (JSON.parse(row.reading) as FileReading),
      files: {
        source: { sha256: row.source_sha256, name: row.source_name },
        target: { sha256: row.target_sha256, name: row.target_name },
      },
    };
  }

  /** Without its texts and pairs. */
  item(id: number): AlignmentItem {
    const row = this.desk
      .prepare<[number], Row>(`SELECT ${ITEM} FROM alignment WHERE id = ? AND removed_at IS NULL`)
      .get(id);
    if (!row) throw new ApiError('not-found', { what: 'alignment' });
    return this.itemOf(row);
  }

  running(id: number): void {
    this.desk.prepare("UPDATE alignment SET state = 'running' WHERE id = ?").run(id);
  }

  /** A pairing that came to no end: what was there before is there still; if nothing was, it says why. */
  givenUp(id: number, why: ErrorBody): void {
    this.desk
      .prepare(
        `UPDATE alignment SET state = CASE beads WHEN '[]' THEN 'failed' ELSE 'ready' END,
           error = CASE beads WHEN '[]' THEN ? END WHERE id = ?`,
      )
      .run(JSON.stringify(why), id);
  }

  /** At the start of the program nothing is running. */
  giveUpAll(): void {
    const rows = this.desk.prepare<[], { id: number }>("SELECT id FROM alignment WHERE state = 'running'").all();
    for (const { id } of rows) this.givenUp(id, bodyOf({ kind: 'stopped' }).body);
  }

  /** All that a pairing finds, at once. */
  keepPairing(id: number, source: Text, target: Text, beads: readonly BeadBody[]): void {
    this.desk
      .prepare(
        `UPDATE alignment SET source_language = ?, source = ?, source_places = ?,
           target_language = ?, target = ?, target_places = ?, beads = ?, tally = ?, state = 'ready', error = NULL, paired_at = ? WHERE id = ?`,
      )
      .run(
        source.language,
        JSON.stringify(source.segments),
        Buffer.from(source.places),
        target.language,
        JSON.stringify(target.segments),
        Buffer.from(target.places),
        JSON.stringify(beads),
        JSON.stringify(tallyOf(beads)),
        new Date().toISOString(),
        id,
      );
  }

  /** @param segments where they were corrected or cut; null: as they are */
  keepBeads(
    id: number,
    beads: readonly BeadBody[],
    segments: { readonly source: readonly string[] | null; readonly target: readonly string[] | null },
  ): void {
    const before = segments.source || segments.target ? this.get(id) : null;
    this.desk
      .prepare(
        `UPDATE alignment SET beads = ?, tally = ?, source = coalesce(?, source), target = coalesce(?, target),
           source_places = coalesce(?, source_places), target_places = coalesce(?, target_places) WHERE id = ?`,
      )
      .run(
        JSON.stringify(beads),
        JSON.stringify(tallyOf(beads)),
        segments.source && JSON.stringify(segments.source),
        segments.target && JSON.stringify(segments.target),
        before &&
          segments.source &&
          Buffer.from(placesAfter(before.places.source, before.sourceSegments, segments.source)),
        before &&
          segments.target &&
          Buffer.from(placesAfter(before.places.target, before.targetSegments, segments.target)),
        id,
      );
  }

  /** What was written stands in the ledger; where the desk cannot note it, the next start does. */
  noteWritten({ ledgerId, files, alignments = [] }: AllUnitsWritten): void {
    const { memoryId, memory } = files[0]!.written;
    try {
      for (const { id, units } of alignments) this.keepWritten(id, { memoryId, memory, units, ledgerId });
    } catch (error) {
      process.stderr.write(`The desk could not note what was written: ${(error as Error).message}\n`);
    }
  }

  private keepWritten(id: number, written: Written): void {
    const before = this.desk.prepare<[number], string | null>('SELECT written FROM alignment WHERE id = ?').pluck();
    const all = withWriting(writingsOf<Written>(before.get(id) ?? null), written);
    this.desk.prepare('UPDATE alignment SET written = ? WHERE id = ?').run(JSON.stringify(all), id);
  }

  /** Takes it off the desk with all that was done in it, until it is put back or forgotten. */
  setAside(id: number): void {
    this.desk.prepare('UPDATE alignment SET removed_at = ? WHERE id = ?').run(new Date().toISOString(), id);
  }

  putBack(id: number): void {
    const { changes } = this.desk
      .prepare('UPDATE alignment SET removed_at = NULL WHERE id = ? AND removed_at NOTNULL')
      .run(id);
    if (changes === 0) throw new ApiError('not-found', { what: 'alignment' });
  }

  /** What was taken off the desk, the last first. */
  aside(clientId: number | null): { readonly id: number; readonly name: string; readonly removedAt: string }[] {
    return this.desk
      .prepare<[{ clientId: number | null }], { id: number; name: string; removedAt: string }>(
        `SELECT id, source_name || ' · ' || target_name AS name, removed_at AS removedAt FROM alignment
         WHERE removed_at NOTNULL AND (@clientId IS NULL OR client_id = @clientId) ORDER BY removed_at DESC LIMIT 100`,
      )
      .all({ clientId });
  }

  private itemOf(row: Row): AlignmentItem {
    return {
      id: row.id,
      clientId: row.client_id,
      source: { name: row.source_name, language: row.source_language, segments: row.source_segments },
      target: { name: row.target_name, language: row.target_language, segments: row.target_segments },
      state: row.state,
      error: keptError(row.error),
      written: latestWriting(this.workspace, writingsOf<Written>(row.written)),
      tally: row.tally === null ? NO_PAIRS : (JSON.parse(row.tally) as AlignmentItem['tally']),
      pairedAt: row.paired_at,
    };
  }
}
