import type { Inspected } from '../../api/queries.js';

/** Where a concept or unit is opened. */
export function addressOf(of: Inspected, item: number, language?: string): string {
  if (of.kind === 'memory') return `/memories/${of.id}?unit=${item}`;
  return `/termbases/${of.id}?${language ? `language=${language}&` : ''}concept=${item}`;
}
