/** A memory of many languages as memories of pairs: each other language with the source. The memory itself stays. */
import { fits, primaryLanguage, type LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { did } from '@fair-copy/words/done.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { recorded } from '../ledger/operation.js';
import { openForReading } from '../store/database.js';
import { removeDatabase } from '../store/files.js';
import { memoryById, memoryNames } from '../store/memories.js';
import { MemoryBuilder } from '../store/memory-builder.js';
import { MemoryFile } from '../store/memory-file.js';
import { freeName } from '../store/names.js';
import { pathsOf } from '../store/paths.js';
import { workspaceForWriting } from '../store/workspace.js';
import { insertMemory, newMemoryFile } from './resources.js';
import { InFileOrder } from './staged.js';

export interface TakeApart {
  readonly memoryId: number;
  /** A general language. */
  readonly source: LanguageTag;
}

/** A memory that nobody owns yet. */
interface Part {
  readonly target: string;
  readonly stored: string;
  readonly units: number;
}

export interface BuiltParts {
  readonly parts: readonly Part[];
  /** Units that are in no pair: they have no text in the source, or in nothing else. */
  readonly left: number;
}

/** Goes through the units once for each language. */
export async function buildParts({ memoryId, source }: TakeApart, context: TaskContext): Promise<BuiltParts> {
  const paths = pathsOf(context.dataDir);
  const db = openForReading(paths.workspace);
  const row = memoryById(db, memoryId);
  db.close();
  const file = MemoryFile.openForReading(paths.memory(row.file));
  const parts: Part[] = [];
  try {
    file.db.exec('BEGIN');
    const general = [...new Set(file.languages().map(({ language }) => primaryLanguage(language)))];
    const targets = general.filter((language) => language !== source);
    if (targets.length === general.length || targets.length === 0)
      throw new ApiError('nothing-to-write', { name: row.name });
    for (const [i, target] of targets.entries()) {
      const part = await partOf(file, row.name, { source, target }, context, (share) => (i + share) / targets.length);
      if (part) parts.push(part);
    }
    let left = 0;
    for (const { variants } of file.units()) {
      const languages = new Set(variants.map(({ language }) => primaryLanguage(language)));
      if (!languages.has(source) || languages.size < 2) left++;
    }
    return { parts, left };
  } catch (error) {
    removeParts(context.dataDir, parts);
    throw error;
  } finally {
    if (file.db.inTransaction) file.db.exec('COMMIT');
    file.close();
  }
}

async function partOf(
  file: MemoryFile,
  name: string,
  { source, target }: { readonly source: string; readonly target: string },
  context: TaskContext,
  share: (of: number) => number,
): Promise<Part | null> {
  const stored = newMemoryFile(context.dataDir);
  const path = pathsOf(context.dataDir).memory(stored);
  const builder = new MemoryBuilder(path, name);
  const order = new InFileOrder<Unit & { readonly origin: string }>((unit, at) => builder.add(unit, at, unit.origin));
  let [seen, units] = [0, 0];
  try {
    for (const { id: _id, place: _place, originId, variants, ...said } of file.units()) {
      if (++seen % 1000 === 0) {
        context.checkpoint(share(seen / file.count) * 0.95);
        await builder.breathe();
      }
      const both = [source, target].map((range) =>
        variants.filter(({ language }) => fits(range as LanguageTag, language)),
      );
      if (both.some((texts) => texts.length === 0)) continue;
      const origin = file.kept(`origin ${originId}`, () => file.originName(originId));
      order.add({ ...said, variants: both.flat(), origin }, ++units);
    }
    order.end();
    if (units === 0) {
      await builder.abandon();
      return null;
    }
    await builder.finish({});
    return { target, stored, units };
  } catch (error) {
    await builder.abandon();
    removeDatabase(path);
    throw error;
  }
}

export function removeParts(dataDir: string, parts: readonly { readonly stored: string }[]): void {
  for (const { stored } of parts) removeDatabase(pathsOf(dataDir).memory(stored));
}

export interface PublishedParts {
  readonly ledgerId: number;
  readonly memories: readonly { readonly id: number; readonly name: string; readonly units: number }[];
  readonly left: number;
}

/** All of them, as one operation. */
export function publishParts(
  { memoryId, source, built }: TakeApart & { readonly built: BuiltParts },
  context: TaskContext,
): PublishedParts {
  const db = workspaceForWriting(context.dataDir);
  const { name, client_id: clientId, subject } = memoryById(db, memoryId);
  if (built.parts.length === 0) throw new ApiError('nothing-to-write', { name });
  const title = did('memory-taken-apart', { name, count: built.parts.length });
  return recorded(context, { clientId, termbaseId: null, kind: 'memory', title }, (writing) => {
    const memories = built.parts.map(({ target, stored, units }) => {
      const own = freeName(`${name} ${source}-${target}`, memoryNames(db, clientId), 'memory');
      return { id: insertMemory(writing, stored, clientId, own, subject), name: own, units };
    });
    return { ledgerId: writing.entry.id, memories, left: built.left };
  });
}
