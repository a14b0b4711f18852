/** The ledger as its page shows it; undo and redo. */
import type { DoneCodes, KeptClosed, KeptDone } from '@fair-copy/words/done.js';
import { toldClosed, toldDone, type Told } from '../said.js';
import { doing } from '@fair-copy/words/work.js';
import { ledgerContract } from '@fair-copy/api/ledger.js';
import type { Context } from '../context.js';
import { ApiError } from '../errors.js';
import { serve, type Api } from '../serve.js';
import { historyTasks } from './tasks.js';

interface Row {
  readonly id: number;
  readonly at: string;
  readonly client_id: number | null;
  readonly client: string | null;
  readonly termbase_id: number | null;
  readonly memory_id: number | null;
  readonly kind: string;
  readonly title: KeptDone;
  readonly counts: string;
  readonly undone_at: string | null;
  readonly closed: KeptClosed | null;
  readonly page: string | null;
}

export function historyRoutes(api: Api, { workspace, workers, jobs }: Context): void {
  const page = workspace.prepare<[{ client: number | null; before: number; limit: number }], Row>(
    `SELECT l.*, c.name AS client FROM ledger l LEFT JOIN client c ON c.id = l.client_id
     WHERE l.id < @before AND (@client IS NULL OR l.client_id = @client) ORDER BY l.id DESC LIMIT @limit`,
  );

  serve(api, ledgerContract, 'GET /ledger', async ({ query }) => {
    const { client = null, before, limit } = query;
    return page.all({ client, before, limit }).map((row) => ({
      id: row.id,
      at: row.at,
      clientId: row.client_id,
      client: row.client,
      termbaseId: row.termbase_id,
      memoryId: row.memory_id,
      kind: row.kind,
      ...toldDone(row.title),
      counts: JSON.parse(row.counts) as Record<string, number>,
      undoneAt: row.undone_at,
      closed: row.closed && toldClosed(row.closed),
      page: row.page,
    }));
  });

  const entryTitle = workspace.prepare<[number], KeptDone>('SELECT title FROM ledger WHERE id = ?').pluck();

  /** As a job too, so that a large one shows as running work; refusals are answered at once. */
  const turn = async (kind: 'undo' | 'redo', id: number): Promise<Told<DoneCodes>> => {
    const known = entryTitle.get(id);
    if (known === undefined) throw new ApiError('not-found', { what: 'entry' });
    const title = doing(kind === 'undo' ? 'undoing' : 'redoing', { title: known });
    const task = kind === 'undo' ? historyTasks.undoEntry : historyTasks.redoEntry;
    let failure: unknown;
    const job = jobs.start({ kind, title, clientId: null }, async (controls) => {
      try {
        return await workers.run(task, { id }, controls);
      } catch (error) {
        failure = error;
        throw error;
      }
    });
    const { result } = await jobs.ended(job);
    if (!result) throw failure;
    return result;
  };

  serve(api, ledgerContract, 'POST /ledger/:id/undo', ({ params }) => turn('undo', params.id));
  serve(api, ledgerContract, 'POST /ledger/:id/redo', ({ params }) => turn('redo', params.id));
}
