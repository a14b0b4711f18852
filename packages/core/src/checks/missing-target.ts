import { onItem, perItem } from './check.js';

const about = { id: 'missing-target', severity: 'error' } as const;

/** An item has no text in a language that the others have. */
export const missingTargetCheck = perItem(about, function* (texts, item, languages) {
  for (const language of languages) {
    if (texts.some((text) => text.language === language)) continue;
    const there = texts[0]?.text ?? '';
    const said = { code: 'language-missing', values: { language } } as const;
    yield onItem(about, item, there, said, { language, basis: `${language}\0${there}` });
  }
});
