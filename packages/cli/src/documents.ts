/** Documents that a command is given: files, folders, zips. */
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import type { WordReading } from '@fair-copy/core/document/docx.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { ProjectDocuments, type ProjectDocument } from '@fair-copy/files/project-document.js';
import { lineOf } from './words.js';

/** Names on standard error what is left out of folders and zips. */
export async function* documentsOf(
  paths: readonly string[],
  source: LanguageTag,
  reading?: WordReading,
): AsyncGenerator<ProjectDocument> {
  const aside = await mkdtemp(join(tmpdir(), 'fair-copy-'));
  const documents = new ProjectDocuments(source, aside, reading);
  try {
    for (const path of paths) yield* documents.in(path, basename(path));
    for (const { why } of documents.leftOut) process.stderr.write(`Left out: ${lineOf(why)}\n`);
  } finally {
    await rm(aside, { recursive: true, force: true });
  }
}
