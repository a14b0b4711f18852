/** How terms were found in a text. */
import type { FormName, RecognitionMethod } from '@fair-copy/core/termbase/recognition/names.js';

export interface RecognitionWords {
  readonly exact: string;
  readonly compound: string;
  /** What the form of an inflected hit is. */
  readonly forms: Readonly<Record<FormName, string>>;
  /** What tells the forms of a language. */
  readonly methods: Readonly<Record<RecognitionMethod, string>>;
}

/** @returns "plural", "part of a compound", "as it stands" */
export function howFound(
  words: RecognitionWords,
  { how, form }: { readonly how: 'exact' | 'inflected' | 'compound'; readonly form?: FormName | undefined },
): string {
  return how === 'inflected' ? words.forms[form ?? 'rule'] : words[how];
}
