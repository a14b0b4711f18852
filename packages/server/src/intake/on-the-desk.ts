/** What can be told of a file on the desk. */
import { fileKind, isExchange } from '@fair-copy/files/formats/registry.js';
import type { FileOfUnits } from '../memories/staged.js';
import type { IntakeFile } from './files.js';

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
