export const LANGUAGES: readonly string[];
export function paragraphs(language: string): string[];
export function judged(
  language: string,
  recognizer: unknown,
  dictionary: unknown,
): { readonly places: number; readonly found: number; readonly missed: string[]; readonly wrong: string[] };
