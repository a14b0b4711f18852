/** What a format of files is to Fair Copy: one entry of the registry. */
import type { Block } from '@fair-copy/core/document/blocks.js';
import type { WordReading } from '@fair-copy/core/document/docx.js';
import type { ClientFile, FileAt } from '../client/client-file.js';
import type { Beginning } from './beginning.js';
import type { UnitSource, UnitFileOptions } from './unit-source.js';

export type FileKind =
  'workbook' | 'ods' | 'docx' | 'odt' | 'html' | 'delimited' | 'tbx' | 'tmx' | 'xliff' | 'po' | 'zip';

export interface Format {
  readonly kind: FileKind;
  /** Whether a file is of this kind, by its beginning and its members; the first format that says so has it. */
  detect(beginning: Beginning): boolean;
  /** As rows, for Intake. */
  readonly rows?: (at: FileAt) => ClientFile | Promise<ClientFile>;
  /** As translation units, in a form of its own: other files become units by their rows. */
  readonly units?: (at: FileAt, options: UnitFileOptions) => Promise<UnitSource>;
  /** As running text, for Align. */
  readonly text?: (at: FileAt, reading: WordReading) => AsyncIterable<Block>;
}
