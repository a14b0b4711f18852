/** Units as entries of a glossary, for those who take a memory's file as one. */
import { EntryBuilder, type ExchangeEntry } from './exchange.js';
import type { ReadUnit } from './read-units.js';
import { shownText } from '../memory/unit.js';

/** The plain text of each variant; properties and notes as fields of the concept. */
export function glossaryEntry({ number, line, unit }: ReadUnit): ExchangeEntry {
  const builder = new EntryBuilder();
  for (const variant of unit.variants) if (shownText(variant)) builder.add(variant.language, shownText(variant));
  for (const { type, text } of unit.props ?? []) if (text.trim()) builder.field('concept', '', type, text.trim());
  for (const { text } of unit.notes ?? []) if (text.trim()) builder.field('concept', '', 'note', text.trim());
  return { number, line, body: builder.body() };
}
