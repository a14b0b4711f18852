import { basename } from 'node:path';
import { canonicalTag, primaryLanguage } from '@fair-copy/core/language/tags.js';
import { IDENTIFIER } from '@fair-copy/core/termbase/categories.js';
import { saidForms } from '@fair-copy/core/termbase/forms.js';
import { markedText } from '@fair-copy/core/termbase/stem.js';
import { dictionaryFor } from '@fair-copy/files/dictionaries.js';
import { Recognizer, type Hit } from '@fair-copy/core/termbase/recognition/recognizer.js';
import { howFound } from '@fair-copy/words/recognition.js';
import { recognition } from '@fair-copy/words/en/recognition.js';
import { conceptsIn } from '../concepts.js';
import { decoded } from '../text.js';
import { requireTable, writeTable } from '../table.js';
import { UsageError } from '../usage.js';

interface TermsOptions {
  readonly lang: string;
  readonly json?: boolean;
  readonly output?: string;
}

export async function terms(termbase: string, text: string, options: TermsOptions): Promise<void> {
  requireTable(options);
  const language = canonicalTag(options.lang);
  if (!language) throw new UsageError(`--lang: “${options.lang}” is not a language tag.`);
  const recognizer = new Recognizer<string>(language, dictionaryFor(language));
  let ordinal = 0;
  for (const { fields, languages } of await conceptsIn(termbase)) {
    const concept = fields[IDENTIFIER]?.[0] ?? String(++ordinal);
    for (const section of languages)
      if (primaryLanguage(section.language) === primaryLanguage(language))
        for (const term of section.terms) recognizer.add(markedText(term), concept, saidForms(term));
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
  const hits = lines.flatMap((line, i) => recognizer.find(line).map((hit) => ({ line, number: i + 1, ...hit })));
  if (options.output !== undefined) {
    const rows = hits.map((hit) => [
      String(hit.number),
      hit.line.slice(hit.start, hit.end),
      hit.term,
      howFound(recognition, hit),
      hit.concept,
    ]);
    await writeTable(options.output, ['Line', 'Text', 'Term', 'How', 'Concept'], rows);
  }
  if (hits.length === 0) process.stderr.write(`${basename(text)}: no hits\n`);
  else if (options.output === undefined)
    for (const { number, line, start, end, term, how, form, concept } of hits)
      process.stdout.write(
        `${number}: “${line.slice(start, end)}”: ${term} (${howFound(recognition, { how, form })}, ${concept})\n`,
      );
}

/** Places in characters, as most other programs count them. */
function inCharacters(text: string, hit: Hit<string>): unknown {
  const count = (end: number): number => [...text.slice(0, end)].length;
  return {
    term: hit.term,
    concept: hit.concept,
    start: count(hit.start),
    end: count(hit.end),
    how: hit.how,
    form: hit.form,
  };
}
