/** What the words of a language are put together with. */

export type PluralForms = Readonly<Partial<Record<Intl.LDMLPluralRule, string>> & { other: string }>;

export interface Speech {
  /** BCP 47. */
  readonly language: string;
  /** A number as it is written there. */
  number(value: number): string;
  /** "# units" with the number in place of "#", in the form that the number asks for. */
  count(value: number, forms: PluralForms): string;
  /** "a, b and c". */
  list(items: readonly string[]): string;
  /** The name of a language. */
  languageName(tag: string): string;
  /** In quotation marks. */
  quoted(text: string): string;
}

export function speechOf(language: string, quotes: readonly [string, string]): Speech {
  const numbers = new Intl.NumberFormat(language);
  const plurals = new Intl.PluralRules(language);
  const lists = new Intl.ListFormat(language, { type: 'conjunction' });
  const names = new Intl.DisplayNames([language], { type: 'language', languageDisplay: 'standard' });
  const number = (value: number): string => numbers.format(value);
  return {
    language,
    number,
    count: (value, forms) => (forms[plurals.select(value)] ?? forms.other).replace('#', number(value)),
    list: (items) => lists.format(items),
    languageName: (tag) => {
      try {
        return names.of(tag) ?? tag;
      } catch {
        return tag;
      }
    },
    quoted: (text) => `${quotes[0]}${text}${quotes[1]}`,
  };
}
