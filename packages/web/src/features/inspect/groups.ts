/** The checks in groups, as the page lists them. */
export const GROUPS = ['texts', 'numbers', 'punctuation', 'terms', 'spelling', 'form', 'whole'] as const;
export type Group = (typeof GROUPS)[number];

const IDS: Readonly<Record<Exclude<Group, 'whole'>, string>> = {
  texts:
    'different-targets different-sources duplicate doublette spelling-variants several-concepts homonym-without-subject duplicate-term otherwise-elsewhere',
  numbers: 'number placeholder url code-missing code-added code-order',
  punctuation: 'final-punctuation double-mark space-before-mark brackets quotes spaces invisible',
  terms:
    'term-missing term-forbidden own-pattern term-unused term-otherwise word-without-term forbidden-in-definition status',
  spelling: 'spelling repeated-word capitals all-capitals untranslated other-language',
  form: 'length sentence-missing width broken-encoding form long-term note-in-term several-terms',
};

const BY_ID = new Map(
  Object.entries(IDS).flatMap(([group, ids]) => ids.split(' ').map((id) => [id, group as Group] as const)),
);

export const groupOf = (check: string): Group => BY_ID.get(check) ?? 'whole';
