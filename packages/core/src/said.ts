/**
 * What is to be said to a person leaves the core as a code with values; words are found for it where it is read, in the
 * reader's language.
 */

/** One of the codes of a catalogue `M`, with the values that belong to it. */
export type Said<M> = { readonly [C in keyof M]: { readonly code: C; readonly values: M[C] } }[keyof M];

/** The words of a catalogue in one language. */
export type Words<M> = { readonly [C in keyof M]: (values: M[C]) => string };

export function inWords<M>(words: Words<M>, said: Said<M>): string {
  return words[said.code](said.values as never);
}
