/** `--example`: how a text is cut, by one row of it. */
import { markedFromExample } from '@fair-copy/core/document/marked/from-example.js';
import { patternFromExample } from '@fair-copy/core/document/pattern.js';
import type { SourceChoices } from '@fair-copy/files/client/client-file.js';
import { openClientFile } from '@fair-copy/files/formats/registry.js';
import { basename } from 'node:path';
import { sourceChoices, type SourceOptions } from './source-options.js';
import { UsageError } from './usage.js';

/** Lines in which the example is looked for; as many as the page shows. */
const LINES = 400;

/** What the options say of how a file is cut; an example is looked up in it. Throws `UsageError` where it is not there. */
export async function choicesFor(path: string, options: SourceOptions): Promise<SourceChoices> {
  const choices = sourceChoices(options);
  const { example = [] } = options;
  if (example.length === 0) return choices;
  const name = basename(path);
  if (example.length < 2)
    throw new UsageError('--example: give it once for each text of a row: --example "lock" --example "Schleuse".');
  const file = await openClientFile(path, name);
  try {
    const { source } = await file.survey(choices);
    const lines = await file.firstLines(source, LINES);
    const [text, translation] = example as [string, string];
    const marked = example.length === 2 ? markedFromExample(lines, [text, translation]) : null;
    if (marked) return { ...choices, marked };
    for (const line of lines) {
      const pattern = patternFromExample(line, example);
      if (pattern) return { ...choices, pattern };
    }
  } finally {
    file.close();
  }
  throw new UsageError(
    `--example: in the first lines of ${name} nothing tells where these texts begin and end. Is each given whole, in its order?`,
  );
}
