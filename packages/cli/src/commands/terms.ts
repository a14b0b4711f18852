import { basename } from 'node:path';
import { canonicalTag, primaryLanguage } from '@fair-copy/core/language/tags.js';
import { IDENTIFIER } from '@fair-copy/core/termbase/categories.js';
import { markedText } from '@fair-copy/core/termbase/stem.js';
import { Recognizer, type Hit } from '@fair-copy/core/termbase/recognition/recognizer.js';
import { conceptsIn } from '../concepts.js';
import { decoded } from '../text.js';
import { UsageError } from '../usage.js';

interface TermsOptions {
  readonly lang: string;
  readonly json?: boolean;
}

export async function terms(termbase: string, text: string, options: TermsOptions): Promise<void> {
  const language = canonicalTag(options.lang);
  if (!language) throw new UsageError(`--lang: “${options.lang}” is not a language tag.`);
  const recognizer = new Recognizer<string>(language);
  let ordinal = 0;
  for await (const { fields, languages } of conceptsIn(termbase)) {
    const concept = fields[IDENTIFIER]?.[0] ?? String(++ordinal);
    for (const section of languages)
      if (primaryLanguage(section.language) === primaryLanguage(language))
        for (const term of section.terms) recognizer.add(markedText(term), concept);
  }
  if (recognizer.terms === 0) process.stderr.write(`fair-copy: ${basename(termbase)} has no term in ${language}.\n`);
  const lines = (await decoded(text)).replace(/\r?\n$/, '').split(/\r?\n/);
  if (options.json) {
    const segments = lines.map((line) => ({
      text: line,
      hits: recognizer.find(line).map((hit) => inCharacters(line, hit)),
    }));
    process.stdout.write(JSON.stringify({ segments }) + '\n');
    return;
  }
  lines.forEach((line, i) => {
    for (const hit of recognizer.find(line))
      process.stdout.write(`${i + 1}: “${line.slice(hit.start, hit.end)}”: ${hit.term} (${hit.how}, ${hit.concept})\n`);
  });
}

/** Places in characters, as most other programs count them. */
function inCharacters(text: string, hit: Hit<string>): unknown {
  const count = (end: number): number => [...text.slice(0, end)].length;
  return { term: hit.term, concept: hit.concept, start: count(hit.start), end: count(hit.end), how: hit.how };
}
