/** What of a client's resources is proposed for a kit. */
import type { KitPlan, KitResource } from '@fair-copy/api/rehearsals.js';
import { primaryLanguage } from '@fair-copy/core/language/tags.js';

/** All that has both languages, by general languages: which region it is, the server says. */
export function fitting(
  resources: readonly KitResource[],
  source: string,
  target: string,
): Pick<KitPlan, 'memories' | 'termbases'> {
  const fit =
    source === '' || target === ''
      ? []
      : resources.filter(({ languages }) =>
          [source, target].every((tag) => languages.some((one) => primaryLanguage(one) === primaryLanguage(tag))),
        );
  const ids = (wanted: KitResource['kind']): number[] => fit.filter(({ kind }) => kind === wanted).map(({ id }) => id);
  return { memories: ids('memory').map((id) => ({ id, off: 0 })), termbases: ids('termbase') };
}
