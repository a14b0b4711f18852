/** Project documents as the segments that would be translated: running text, cells, or the sources of a bilingual file. */
import { DataError, type Diagnostic } from '@fair-copy/core/diagnostic.js';
import { shownText } from '@fair-copy/core/document/blocks.js';
import { AS_SHOWN, type WordReading } from '@fair-copy/core/document/docx.js';
import { withCodes, withoutMarks } from '@fair-copy/core/document/formatting.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { servingFor } from '@fair-copy/core/memory/serving.js';
import { segmenterFor } from '@fair-copy/core/segmentation/segmenter.js';
import { composed } from '@fair-copy/core/text/composed.js';
import { documentsAt, type DocumentAt } from './documents-at.js';
import { formatOf } from './formats/registry.js';
import { named } from './named.js';
import { runningText, type Paragraph } from './running-text.js';
import { UnitFile } from './unit-file.js';

export interface ProjectDocument {
  /** Each has a name of its own. */
  readonly name: string;
  /** NFC, in reading order; an inline code is one character in it. */
  readonly segments: readonly string[];
}

/** Reads what a client hands over, one file, folder or zip after the other. */
export class ProjectDocuments {
  private readonly names = new Set<string>();
  /** Files of folders and zips that are no documents, with the reason. */
  readonly leftOut: { readonly name: string; readonly why: Diagnostic }[] = [];

  /**
   * @param source the language of the documents; by it running text is cut into segments, and the side of a bilingual file
   *   taken
   * @param aside a folder of one's own, where members of zips lie while they are read
   */
  constructor(
    private readonly source: LanguageTag,
    private readonly aside: string,
    private readonly reading: WordReading = AS_SHOWN,
  ) {}

  /**
   * @param isFromMany whether it came with a folder: nobody has asked for just this one
   * @yields its documents. Throws `DataError` for a file without text that is asked for by itself, and for a damaged zip.
   */
  async *in(path: string, name: string, isFromMany = false): AsyncGenerator<ProjectDocument> {
    for await (const file of documentsAt({ path, name, isFromMany }, this.aside))
      try {
        if (file.broken) throw DataError.of(file.broken);
        const segments = await named(file.name, () => segmentsOf(file, this.source, this.reading));
        yield { name: this.free(file.name), segments };
      } catch (error) {
        if (!file.isFromMany || !(error instanceof DataError)) throw error;
        this.leftOut.push({ name: file.name, why: error.diagnostic });
      }
  }

  private free(name: string): string {
    let free = name;
    for (let n = 2; this.names.has(free); n++) free = `${name} (${n})`;
    this.names.add(free);
    return free;
  }
}

async function segmentsOf({ path, name }: DocumentAt, source: LanguageTag, reading: WordReading): Promise<string[]> {
  const { text, units } = await formatOf(path);
  const segments =
    units && !text
      ? await sourcesOf(path, name, source)
      : segmentsIn(await runningText(path, name, { ...reading, codes: true }), source);
  if (segments.length === 0) throw new DataError('file-empty', { file: name });
  return [...segments];
}

/** Cut as for Align, with the inline codes that are within segments. */
function segmentsIn(paragraphs: readonly Paragraph[], source: LanguageTag): string[] {
  const segment = segmenterFor(source);
  return paragraphs.flatMap((paragraph) => {
    const text = composed(paragraph.text);
    return withCodes(text, segment(shownText(withoutMarks(text))));
  });
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
