import { basename } from 'node:path';
import { MemoryIndex } from '@fair-copy/core/memory/match/memory-index.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { servingFor } from '@fair-copy/core/memory/serving.js';
import { exactKey } from '@fair-copy/core/text/fold.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { languageOption } from '../language-option.js';
import { decoded } from '../text.js';
import { UnitFile } from '@fair-copy/files/unit-file.js';
import { requireTable, writeTable } from '../table.js';
import { UsageError } from '../usage.js';

interface MatchOptions {
  readonly source: string;
  readonly target: string;
  readonly threshold: string;
  readonly json?: boolean;
  readonly output?: string;
}

const BEST = 5;

interface Entry {
  readonly source: string;
  readonly target: string;
  readonly unit: string;
  /** The segment before it in the file. */
  readonly before: string;
}

export async function match(memory: string, queries: string, options: MatchOptions): Promise<void> {
  requireTable(options);
  const source = languageOption(options.source, '--source');
  const target = languageOption(options.target, '--target');
  const threshold = Number(options.threshold);
  if (!(threshold >= 1 && threshold <= 100)) throw new UsageError('--threshold: give points from 1 to 100.');
  const lines = (await decoded(queries)).replace(/\r?\n$/, '').split(/\r?\n/);
  const { index, entries, isGeneral } = await entriesIn(memory, source, target);
  if (entries.length === 0)
    process.stderr.write(`fair-copy: ${basename(memory)} has no unit in ${source} and ${target}.\n`);
  if (isGeneral)
    process.stderr.write(`${basename(memory)} serves ${source}–${target} by a general language or a region of it.\n`);
  const rows: string[][] = [];
  let hits = 0;
  for (const [i, query] of lines.entries()) {
    const before = exactKey(lines[i - 1]?.normalize('NFC') ?? '');
    const matches = index
      .find(query.normalize('NFC'), { threshold, limit: BEST })
      .map(({ id, score }) => {
        const { before: there, ...entry } = entries[id]!;
        // With the same segment before it, an exact match is worth more than without.
        const kind = score < 100 ? 'fuzzy' : i > 0 && before !== '' && before === there ? 'exact in context' : 'exact';
        return { score, kind, ...entry };
      })
      .sort((a, b) => Number(b.kind === 'exact in context') - Number(a.kind === 'exact in context'));
    hits += matches.length;
    if (options.output !== undefined)
      for (const one of matches)
        rows.push([String(i + 1), query, String(one.score), one.kind, one.source, one.target, one.unit]);
    else if (options.json) process.stdout.write(JSON.stringify({ query, matches }) + '\n');
    else {
      process.stdout.write(`${query}\n`);
      for (const found of matches)
        process.stdout.write(`  ${found.score} %  ${found.source}  →  ${found.target}  (${found.unit})\n`);
      if (matches.length === 0) process.stdout.write('  no match\n');
    }
  }
  if (options.output !== undefined) await writeTable(options.output, COLUMNS, rows);
  if (hits === 0) process.stderr.write(`${basename(queries)}: no hits in ${basename(memory)}\n`);
}

/** The sources of a memory, to be searched, with what stands beside each; and whether a language serves by another one's tag. */
async function entriesIn(
  memory: string,
  source: LanguageTag,
  target: LanguageTag,
): Promise<{ readonly index: MemoryIndex; readonly entries: readonly Entry[]; readonly isGeneral: boolean }> {
  const entries: Entry[] = [];
  let before = '';
  let isGeneral = false;
  const [sourceOf, targetOf] = [servingFor(source), servingFor(target)];
  const index = new MemoryIndex();
  const file = await UnitFile.open(memory, basename(memory));
  try {
    for await (const batch of file.units())
      for (const { unit, number } of batch) {
        const { variants: from, fit: fromFit } = sourceOf(unit.variants);
        const { variants: to, fit: toFit } = targetOf(unit.variants);
        if (to.length === 0) continue;
        if (from.length > 0 && (fromFit === 'general' || toFit === 'general')) isGeneral = true;
        for (const variant of from) {
          index.add(variant.text);
          entries.push({
            source: withoutCodes(variant.text),
            target: withoutCodes(to[0]!.text),
            unit: unit.attributes?.tuid ?? String(number),
            before,
          });
        }
        before = exactKey(withoutCodes(from[0]?.text ?? ''));
      }
  } finally {
    file.close();
  }
  return { index, entries, isGeneral };
}

const COLUMNS = ['Line', 'Query', 'Score', 'Kind', 'Source', 'Target', 'Unit'];
