/** Names of languages in headers against CLDR's own tables (`cldr-localenames-full`). */
import { expect, test } from '@jest/globals';
import { languagesNamed } from '@fair-copy/core/language/names.js';
import { json } from './outside.js';

const LOCALES = 'en de fr es pt it nl da sv nb fi et lv lt pl cs sk hu ro el ru uk tr ja zh ko bg hr'.split(' ');
const LANGUAGES =
  'en de fr es pt it nl da sv nb fi et lv lt pl cs sk hu ro el ru uk tr ar he ja zh ko bg hr sl ca vi th id hi fa'.split(
    ' ',
  );

test('the names that CLDR gives to 37 languages in 28 languages are understood', () => {
  const wrong: string[] = [];
  let tried = 0;
  for (const locale of LOCALES) {
    const file = json<{ main: Record<string, { localeDisplayNames: { languages: Record<string, string> } }> }>(
      `cldr-localenames-full/main/${locale}/languages.json`,
    );
    const names = Object.values(file.main)[0]!.localeDisplayNames.languages;
    for (const language of LANGUAGES) {
      const name = names[language];
      if (!name) continue;
      tried++;
      const found = languagesNamed(name)[0]?.tag;
      if (found !== language) wrong.push(`${locale}: ${name} should be ${language}, is ${found ?? 'nothing'}`);
    }
  }
  expect(tried).toBeGreaterThan(1000);
  // The platform's own CLDR is of another version than the package: a few spellings may differ.
  expect({ wrong: wrong.slice(0, 20), share: wrong.length / tried < 0.01 }).toEqual({
    wrong: wrong.slice(0, 20),
    share: true,
  });
});

test('a language with a country, as CLDR writes it', () => {
  for (const locale of ['en', 'de', 'fr', 'es', 'it', 'pl', 'sv', 'fi']) {
    const file = json<{ main: Record<string, { localeDisplayNames: { languages: Record<string, string> } }> }>(
      `cldr-localenames-full/main/${locale}/languages.json`,
    );
    const territories = json<{ main: Record<string, { localeDisplayNames: { territories: Record<string, string> } }> }>(
      `cldr-localenames-full/main/${locale}/territories.json`,
    );
    const language = Object.values(file.main)[0]!.localeDisplayNames.languages.pt!;
    const country = Object.values(territories.main)[0]!.localeDisplayNames.territories.BR!;
    expect([locale, languagesNamed(`${language} (${country})`)[0]?.tag]).toEqual([locale, 'pt-BR']);
  }
});
