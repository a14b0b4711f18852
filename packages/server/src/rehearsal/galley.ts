/** The galley: segments as they were rehearsed, with what has become of their matches and what was noted since. */
import type { GalleyMatch, GalleyQuery, GalleySegment, KeptSegment } from '@fair-copy/api/rehearsals.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { servingFor } from '@fair-copy/core/memory/serving.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import type { Context } from '../context.js';
import type { Db } from '../store/database.js';
import { rowsOf, withStaged } from '../store/outcome-file.js';
import { noteKey, notesOf } from './notes.js';

const ORDERS: Readonly<Record<GalleyQuery['order'], string>> = {
  text: 'ordinal',
  best: 'score DESC, ordinal',
  worst: 'score, ordinal',
  longest: 'words DESC, ordinal',
};

type Condition = readonly [condition: string, ...values: (string | number)[]];

/** A piece of the galley of a kit; nothing where it was not rehearsed yet. */
export function galleyOf(
  { paths, desk, memories }: Pick<Context, 'paths' | 'desk' | 'memories'>,
  kitId: number,
  query: GalleyQuery,
): { readonly total: number; readonly segments: GalleySegment[] } {
  const notes = notesOf(desk, kitId);
  return withStaged(paths.rehearsal(kitId), { total: 0, segments: [] as GalleySegment[] }, (db) => {
    const { total, rows } = rowsOf<{ body: string }>(db, 'segment', asked(query, notes), query, ORDERS[query.order]);
    const target = targetOf(db);
    const serving = servingFor(target);
    const nowOf = (match: KeptSegment['matches'][number]) => standing(match, memories, target, serving);
    const segments = rows.map(({ body }): GalleySegment => {
      const kept = JSON.parse(body) as KeptSegment;
      const matches = kept.matches.map((match) => ({ ...match, ...nowOf(match) }));
      return { ...kept, matches, note: notes.get(noteKey(kept.document, kept.text)) ?? '' };
    });
    return { total, segments };
  });
}

function asked({ band, show }: GalleyQuery, notes: ReadonlyMap<string, string>): Condition {
  if (band) return ['band = ?', band];
  if (show === 'terms') return ['has_terms = 1'];
  if (show === 'doubts') return ['has_doubts = 1'];
  if (show === 'notes')
    return ['document || char(0) || text IN (SELECT value FROM json_each(?))', JSON.stringify([...notes.keys()])];
  return [''];
}

const targetOf = (db: Db): LanguageTag =>
  (
    JSON.parse(db.prepare<[], string>("SELECT body FROM about WHERE name = 'plan'").pluck().get()!) as {
      target: string;
    }
  ).target as LanguageTag;

/** What the unit says by now: it may have been corrected, or be gone. */
function standing(
  { memoryId, unit: number, source, target }: KeptSegment['matches'][number],
  memories: Context['memories'],
  language: LanguageTag,
  serving: ReturnType<typeof servingFor>,
): Pick<GalleyMatch, 'standing' | 'target' | 'targetLanguage'> {
  let unit;
  try {
    unit = memories.file(memoryId).unit(number);
  } catch {
    // The memory is deleted or damaged.
    unit = null;
  }
  const [now] = unit ? serving(unit.variants).variants : [];
  if (!unit || !now) return { standing: 'gone', target, targetLanguage: language };
  const isSame = unit.variants.some(({ text }) => withoutCodes(text) === source) && withoutCodes(now.text) === target;
  return { standing: isSame ? 'same' : 'changed', target: withoutCodes(now.text), targetLanguage: now.language };
}
