import { lookUpContract } from '@fair-copy/api/look-up.js';
import { foldForSearch } from '@fair-copy/core/text/fold.js';
import { serve, type Api } from '../serve.js';
import type { Context } from '../context.js';

interface TermHit {
  readonly concept_id: number;
  readonly termbase_id: number;
  readonly language: string;
  readonly text: string;
}

const ENOUGH = 12;

export function lookUpRoutes(api: Api, { workspace }: Context): void {
  const ranges = workspace.prepare<[{ client: number | null }], { id: number; name: string; client: string }>(
    `SELECT t.id, t.name, c.name AS client FROM termbase t JOIN client c ON c.id = t.client_id
     WHERE @client IS NULL OR t.client_id = @client ORDER BY t.id`,
  );
  const languages = workspace.prepare<[number], { language: string }>(
    'SELECT DISTINCT language FROM term WHERE termbase_id = ?',
  );
  const beginning = workspace.prepare<[number, string, string, string, number], TermHit>(
    'SELECT concept_id, termbase_id, language, text FROM term WHERE termbase_id = ? AND language = ? AND folded >= ? AND folded < ? ORDER BY folded LIMIT ?',
  );
  const part = workspace.prepare<[number, string, number], TermHit>(
    'SELECT concept_id, termbase_id, language, text FROM term WHERE termbase_id = ? AND instr(folded, ?) > 1 LIMIT ?',
  );
  const others = workspace.prepare<[number, string], { text: string }>(
    'SELECT text FROM term WHERE concept_id = ? AND language <> ? ORDER BY ordinal LIMIT 3',
  );

  serve(api, lookUpContract, 'GET /look-up', async (request) => {
    const q = foldForSearch(request.query.q).trim();
    const all = ranges.all({ client: request.query.client ?? null });
    const named = all.filter((t) => q !== '' && foldForSearch(t.name).includes(q)).slice(0, 5);
    const hits: TermHit[] = [];
    if (q !== '') {
      for (const { id } of all)
        for (const { language } of languages.all(id))
          hits.push(...beginning.all(id, language, q, q + '\u{10FFFF}', ENOUGH));
      for (const { id } of all) if (hits.length < ENOUGH) hits.push(...part.all(id, q, ENOUGH - hits.length));
    }
    const byId = new Map(all.map((t) => [t.id, t]));
    const terms = hits.sort((a, b) => a.text.length - b.text.length).slice(0, ENOUGH);
    return {
      termbases: named,
      terms: terms.map((hit) => ({
        concept: hit.concept_id,
        termbaseId: hit.termbase_id,
        termbase: byId.get(hit.termbase_id)!.name,
        client: byId.get(hit.termbase_id)!.client,
        language: hit.language,
        text: hit.text,
        others: others
          .all(hit.concept_id, hit.language)
          .map((row) => row.text)
          .join(' · '),
      })),
    };
  });
}
