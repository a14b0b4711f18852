/** Languages in whose texts a capital within a sentence says noun, not name. */
import { primaryLanguage } from './tags.js';

const LARGE = new Set(['de', 'lb', 'nds', 'gsw']);

/** @param language BCP 47 */
export const writesNounsLarge = (language: string): boolean => LARGE.has(primaryLanguage(language));
