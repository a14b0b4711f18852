/** `--reading R.json`: a reading that the page or `read -o R.json` has kept. */
import { intakeDecisions, sourceChoices } from '@fair-copy/api/intake.js';
import { KEPT_READING } from '@fair-copy/core/intake/kept-reading.js';
import type { Decisions } from '@fair-copy/core/intake/propose.js';
import { canonicalTag } from '@fair-copy/core/language/tags.js';
import type { SourceChoices } from '@fair-copy/files/client/client-file.js';
import { readFileSync } from 'node:fs';
import { basename } from 'node:path';
import { z } from 'zod';
import { UsageError } from './usage.js';

const kept = z.object({
  fairCopy: z.literal(KEPT_READING),
  choices: sourceChoices.optional(),
  decisions: intakeDecisions.optional(),
});

export interface Kept {
  readonly choices: SourceChoices;
  readonly decisions: Decisions;
}

/** Throws `UsageError` for what is no reading, with the place in it. */
export function keptReadingIn(path: string): Kept {
  const name = basename(path);
  let said: unknown;
  try {
    said = JSON.parse(readFileSync(path, 'utf8'));
  } catch (error) {
    if (error instanceof SyntaxError) throw new UsageError(`--reading: ${name} is no JSON: ${error.message}`);
    throw error;
  }
  const found = kept.safeParse(said);
  if (!found.success) {
    const [issue] = found.error.issues;
    const place = issue!.path.length ? ` at “${issue!.path.join('.')}”` : '';
    throw new UsageError(`--reading: ${name} is no reading of Fair Copy${place}: ${issue!.message}`);
  }
  const { choices = {}, decisions = {} } = found.data;
  const tags = [
    ...Object.values(decisions.roles ?? {}).map((role) => ('language' in role ? role.language : null)),
    ...(decisions.join?.languages ?? []),
  ];
  const wrong = tags.find((tag) => tag !== null && canonicalTag(tag) !== tag);
  if (wrong)
    throw new UsageError(
      `--reading: ${name}: “${wrong}” is not a language tag. Use a tag such as de, pt-BR or zh-Hant.`,
    );
  return { choices: choices as SourceChoices, decisions: decisions as Decisions };
}
