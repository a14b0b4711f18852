/** What may change between the words of a term: prepositions that swallow an article, and articles that come in. */

/** "porte d'écluse – portes de l'écluse": the forms of a preposition with and without an article. */
const PREPOSITIONS: Readonly<Record<string, readonly string[]>> = {
  fr: ['de d du des', 'à au aux'],
  it: [
    'di d del dello della dell dei degli delle',
    'a ad al allo alla all ai agli alle',
    'da dal dallo dalla dall dai dagli dalle',
    'in nel nello nella nell nei negli nelle',
    'su sul sullo sulla sull sui sugli sulle',
  ],
  es: ['de del', 'a al'],
  pt: ['de d do da dos das', 'em no na nos nas', 'a à ao às aos', 'por pelo pela pelos pelas'],
};

const ARTICLES: Readonly<Record<string, string>> = {
  fr: 'le la l les',
  it: 'il lo la l i gli le',
  es: 'el la los las',
  pt: 'o a os as',
  el: 'ο η το τον την του της των τους τις τα οι στο στη στην στον στα στις στους',
};

const FORMS = new Map(
  Object.entries(PREPOSITIONS).map(([language, groups]) => [
    language,
    new Map(
      groups.flatMap((group) => {
        const forms = group.split(' ');
        return forms.map((form) => [form, forms] as const);
      }),
    ),
  ]),
);
const SKIPPED = new Map(Object.entries(ARTICLES).map(([language, list]) => [language, new Set(list.split(' '))]));
const NOTHING: ReadonlySet<string> = new Set();

/** The forms of a preposition inside a term; null for other words. */
export function prepositionForms(primary: string, word: string): readonly string[] | null {
  return FORMS.get(primary)?.get(word) ?? null;
}

/** Words that a text may have between the words of a term. */
export function articlesOf(primary: string): ReadonlySet<string> {
  return SKIPPED.get(primary) ?? NOTHING;
}
