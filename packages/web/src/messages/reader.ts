/** The language of the interface: chosen by the reader, or that of the browser, or English. */

export const LANGUAGES = { en: 'English', de: 'Deutsch' } as const;
export type InterfaceLanguage = keyof typeof LANGUAGES;

/** For tests: English with other letters, so that whatever does not come from a catalogue of texts is seen. */
export const PSEUDO = 'en-XA';

const KEPT = 'fair-copy-language';

interface Reader {
  readonly language: InterfaceLanguage;
  readonly isPseudo: boolean;
  /** By which numbers, dates and names of languages are written: with its region, where the browser knows one. */
  readonly locale: string;
}

function theReader(): Reader {
  const chosen = keptChoice();
  // Dates and names of languages come from the platform: in another script nobody takes them for English.
  if (chosen === PSEUDO) return { language: 'en', isPseudo: true, locale: 'uk' };
  const browser = globalThis.navigator?.languages ?? [];
  const known = (tag: string): tag is InterfaceLanguage => tag in LANGUAGES;
  const language = [chosen, ...browser].map((tag) => tag?.split('-')[0] ?? '').find(known) ?? 'en';
  return { language, isPseudo: false, locale: browser.find((tag) => tag.split('-')[0] === language) ?? language };
}

/** Null as well where the browser keeps nothing for this page. */
function keptChoice(): string | null {
  try {
    return globalThis.localStorage?.getItem(KEPT) ?? null;
  } catch {
    return null;
  }
}

export const reader = theReader();

/** Everything is drawn anew in it. */
export function readIn(language: InterfaceLanguage): void {
  localStorage.setItem(KEPT, language);
  location.reload();
}
