/** A memory of many languages as memories of pairs: each other language with the source. The memory itself stays. */
import { fits, primaryLanguage, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { contentOf, type Unit } from '@fair-copy/core/memory/unit.js';
import { did } from '@fair-copy/words/done.js';
import { ApiError } from '../errors.js';
import type { TaskContext } from '../jobs/task.js';
import { recorded } from '../ledger/operation.js';
import { removeDatabase } from '../store/files.js';
import { memoryById, memoryNames } from '../store/memories.js';
import { MemoryBuilder } from '../store/memory-builder.js';
import type { MemoryFile } from '../store/memory-file.js';
import { freeName } from '../store/names.js';
import { pathsOf } from '../store/paths.js';
import { workspaceForWriting } from '../store/workspace.js';
import { insertMemory, newMemoryFile } from './resources.js';
import { InFileOrder } from './staged.js';
import { withMemory } from './with-memory.js';

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
export function buildParts({ memoryId, source }: TakeApart, context: TaskContext): Promise<BuiltParts> {
  return withMemory(memoryId, context.dataDir, async (file, { name }) => {
    const general = [...new Set(file.languages().map(({ language }) => primaryLanguage(language)))];
    const targets = general.filter((language) => language !== source);
    if (targets.length === general.length || targets.length === 0) throw new ApiError('nothing-to-write', { name });
    const parts: Part[] = [];
    let left = 0;
    try {
      file.db.exec('BEGIN');
      for (const [i, target] of targets.entries()) {
        const see = ({ variants }: Unit): void => {
          const languages = new Set(variants.map(({ language }) => primaryLanguage(language)));
          if (i === 0 && (!languages.has(source) || languages.size < 2)) left++;
        };
        const share = (of: number): number => (i + of) / targets.length;
        const part = await partOf(file, name, { source, target }, context, { see, share });
        if (part) parts.push(part);
      }
      return { parts, left };
    } catch (error) {
      removeParts(context.dataDir, parts);
      throw error;
    } finally {
      if (file.db.inTransaction) file.db.exec('COMMIT');
    }
  });
}

interface Followed {
  /** Told of every unit. */
  readonly see: (unit: Unit) => void;
  /** How much of the whole is done when so much of this part is. */
  readonly share: (of: number) => number;
}

async function partOf(
  file: MemoryFile,
  name: string,
  { source, target }: { readonly source: string; readonly target: string },
  context: TaskContext,
  { see, share }: Followed,
): Promise<Part | null> {
  const stored = newMemoryFile(context.dataDir);
  const path = pathsOf(context.dataDir).memory(stored);
  const builder = new MemoryBuilder(path, name);
  const order = new InFileOrder<Unit & { readonly origin: string }>((unit, at) => builder.add(unit, at, unit.origin));
  let [seen, units] = [0, 0];
  try {
    for (const unit of file.units((passed) => context.checkpoint(share(passed) * 0.95))) {
      see(unit);
      const { variants } = unit;
      if (++seen % 1000 === 0) await builder.breathe();
      const both = [source, target].map((range) =>
        variants.filter(({ language }) => fits(range as LanguageTag, language)),
      );
      if (both.some((texts) => texts.length === 0)) continue;
      const origin = file.kept(`origin ${unit.originId}`, () => file.originName(unit.originId));
      order.add({ ...contentOf(unit), variants: both.flat(), origin }, ++units);
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
      return { id: insertMemory(writing, stored, clientId, { name: own, subject }), name: own, units };
    });
    return { ledgerId: writing.entry.id, memories, left: built.left };
  });
}
