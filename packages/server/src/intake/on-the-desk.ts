/** What the parts of the desk share, and what can be told of a file on it. */
import { fileKind, isExchange } from '@fair-copy/files/formats/registry.js';
import type { FileOfUnits } from '../memories/staged.js';
import type { Context } from '../context.js';
import type { IntakeFile, IntakeFiles } from './files.js';
import type { DeskPictures } from './pictures.js';

export interface OnDesk {
  readonly context: Context;
  readonly files: IntakeFiles;
  readonly pictures: DeskPictures;
  /** A file whose rows can be shown. Throws `ApiError`. */
  ready(fileId: number): IntakeFile;
  /** Tells the pages of a change; 0: of the desk as a whole. */
  told(fileId: number): void;
}

export function fileOfUnits({ id, sha256, name, choices, decisions }: IntakeFile): FileOfUnits {
  const { languages, alternatives } = choices;
  const open = { choices, decisions, ...(languages && { languages }), ...(alternatives && { alternatives }) };
  return { staged: String(id), sha256, name, open };
}

export function namesPictures({ reading }: IntakeFile): boolean {
  return reading?.columns.some(({ role }) => role.value.kind === 'field' && role.value.field === 'xGraphic') ?? false;
}

export async function isArchive(path: string): Promise<boolean> {
  try {
    return (await fileKind(path)) === 'zip';
  } catch {
    return false;
  }
}

/** Damaged files and those of no known kind are told of by what reads them. */
export async function isFileOfUnits(path: string): Promise<boolean> {
  try {
    return isExchange(await fileKind(path));
  } catch {
    return false;
  }
}
