/** The documents that a kit is tried on, out of the files as they came. */
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { KitPlan } from '@fair-copy/api/rehearsals.js';
import { AS_SHOWN } from '@fair-copy/core/document/docx.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { ProjectDocuments, type ProjectDocument } from '@fair-copy/files/project-document.js';
import type { TaskContext } from '../jobs/task.js';
import { pathsOf } from '../store/paths.js';

/**
 * One after the other. @param share is told the share of the files that are read, 0 to 1
 * @returns what is left out of zips and folders
 */
export async function* documentsOf(
  { documents, reading }: Pick<KitPlan, 'documents' | 'reading'>,
  source: LanguageTag,
  { dataDir, jobId }: Pick<TaskContext, 'dataDir' | 'jobId'>,
  share: (share: number) => void,
): AsyncGenerator<ProjectDocument, ProjectDocuments['leftOut']> {
  const paths = pathsOf(dataDir);
  const aside = join(paths.incoming, `documents-${process.pid}-${jobId ?? 0}-${++readings}`);
  const reader = new ProjectDocuments(source, aside, { ...AS_SHOWN, ...reading });
  try {
    for (const [i, { sha256, name }] of documents.entries()) {
      yield* reader.in(paths.original(sha256), name, name.includes('/'));
      share((i + 1) / documents.length);
    }
    return reader.leftOut;
  } finally {
    await rm(aside, { recursive: true, force: true });
  }
}

let readings = 0;
