/** Texts of the interface in the reader's language: only that language is loaded. */
import { pseudo } from './pseudo.js';
import { reader, type InterfaceLanguage } from './reader.js';

type Load<T> = () => Promise<{ readonly texts: T }>;

/** @param modules of each language, of one shape. Modules that await it wait until the texts are there. */
export async function textsOf<T>(modules: Readonly<Record<InterfaceLanguage, Load<T>>>): Promise<T> {
  const { texts } = await modules[reader.language]();
  return reader.isPseudo ? pseudo(texts) : texts;
}
