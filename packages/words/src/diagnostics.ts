/** Messages about a client's data, put into words. */
import type { Diagnostic, DiagnosticCode, Details } from '@fair-copy/core/diagnostic.js';
import type { Speech } from './speech.js';

/** What is said, and what to do about it; `{name}` stands for a detail. */
export type DiagnosticWords = Readonly<
  Record<DiagnosticCode, { readonly message: string | ((details: Details) => string); readonly advice: string }>
>;

export interface ToldDiagnostic {
  readonly message: string;
  readonly advice: string;
}

export type Told = Pick<Diagnostic, 'code' | 'details'>;

/** @param things words for details that are codes themselves, such as kinds of files */
export function diagnosticTeller(
  words: DiagnosticWords,
  things: Readonly<Record<string, string>>,
  speech: Speech,
): (diagnostic: Told) => ToldDiagnostic {
  const filled = (text: string, details: Details): string =>
    text.replace(/\{(\w+)\}/g, (whole, name: string) => {
      const value = details[name];
      if (value === undefined) return whole;
      if (typeof value === 'number') return speech.number(value);
      return LANGUAGES.has(name) ? speech.languageName(value) : (things[value] ?? value);
    });
  return ({ code, details }) => {
    const { message, advice } = words[code];
    return {
      message: typeof message === 'string' ? filled(message, details) : message(details),
      advice: filled(advice, details),
    };
  };
}

/** Details that are tags of languages. */
const LANGUAGES = new Set(['language', 'otherLanguage', 'headerLanguage', 'textLanguage']);
