/** A project document as the segments that would be translated: running text, cells, or the sources of a bilingual file. */
import { cutText } from '@fair-copy/core/alignment/layout.js';
import { DataError } from '@fair-copy/core/diagnostic.js';
import { AS_SHOWN, type WordReading } from '@fair-copy/core/document/docx.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { servingFor } from '@fair-copy/core/memory/serving.js';
import { segmenterFor } from '@fair-copy/core/segmentation/segmenter.js';
import { formatOf } from './formats/registry.js';
import { runningText } from './running-text.js';
import { UnitFile } from './unit-file.js';

export interface ProjectDocument {
  /** NFC, in reading order. */
  readonly segments: readonly string[];
}

/**
 * Throws `DataError` for what holds no text.
 * @param source the language of the document; by it running text is cut into segments, and the side of a bilingual file taken
 */
export async function projectDocument(
  path: string,
  name: string,
  source: LanguageTag,
  reading: WordReading = AS_SHOWN,
): Promise<ProjectDocument> {
  const { text, units } = await formatOf(path);
  const segments =
    units && !text
      ? await sourcesOf(path, name, source)
      : cutText(await runningText(path, name, reading), segmenterFor(source)).segments;
  if (segments.length === 0) throw new DataError('file-empty', { file: name });
  return { segments };
}

async function sourcesOf(path: string, name: string, source: LanguageTag): Promise<string[]> {
  const file = await UnitFile.open(path, name, { keepIncomplete: true });
  const sourceOf = servingFor(source);
  const found: string[] = [];
  try {
    for await (const batch of file.units())
      for (const { unit } of batch) {
        const [variant] = sourceOf(unit.variants).variants;
        if (variant && variant.text.trim() !== '') found.push(variant.text);
      }
  } finally {
    file.close();
  }
  return found;
}
