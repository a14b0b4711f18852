/** Scripts and languages that write no spaces between words. */
import { primaryLanguage } from './tags.js';

const SCRIPTS = /[\p{sc=Han}\p{sc=Hira}\p{sc=Kana}\p{sc=Thai}\p{sc=Laoo}\p{sc=Khmr}\p{sc=Mymr}]/u;
const LANGUAGES = new Set(['ja', 'zh', 'yue', 'th', 'lo', 'km', 'my']);

/** Whether anything of a text is in such a script. */
export function isSpaceless(text: string): boolean {
  return SCRIPTS.test(text);
}

/** Whether a language writes its words, and its sentences, one after another without a space. @param tag BCP 47 */
export function isSpacelessLanguage(tag: string): boolean {
  return LANGUAGES.has(primaryLanguage(tag));
}
