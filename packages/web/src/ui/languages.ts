/** The languages to choose from: the most used ones first, then all that have a name. */
import { languageName as nameOf, UNDETERMINED } from '@fair-copy/core/language/tags.js';
import { m } from '../messages/index.js';
import { reader } from '../messages/reader.js';

const COMMON =
  'en en-GB en-US de de-AT de-CH fr fr-CA es es-419 pt pt-BR pt-PT it nl da sv nb fi et lv lt pl cs sk hu ro bg el hr sl sr ru uk tr ar he fa hi th vi id ja ko zh zh-Hans zh-Hant';

export const LANGUAGE_CHOICES: readonly string[] = COMMON.split(' ');

/** The name of a language as the reader calls it. */
export function languageName(tag: string): string {
  return tag === UNDETERMINED ? m.noLanguage : nameOf(tag, reader.locale);
}

export function languageLabel(tag: string): string {
  return `${languageName(tag)} (${tag})`;
}
