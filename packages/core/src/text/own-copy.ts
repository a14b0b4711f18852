/**
 * The same text in memory of its own. A piece cut out of a larger text keeps all of that alive (V8); what is kept longer
 * than the text that it stood in has to be copied. Through JSON, which writes a text anew: ten times faster than by characters.
 */
export function ownCopy(text: string): string {
  return JSON.parse(JSON.stringify(text)) as string;
}
