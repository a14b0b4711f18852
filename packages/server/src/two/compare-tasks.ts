/** What two resources have in common and what not: for the page, and as a file. */
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import type { ComparedRef, ComparePlanBody } from '@fair-copy/api/two.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import { comparedRows, compareMemories, type Compared, type CompareTally } from '@fair-copy/core/memory/compare.js';
import type { Unit } from '@fair-copy/core/memory/unit.js';
import { writeUnitsFile } from '@fair-copy/files/write-units.js';
import { writeWorkbook } from '@fair-copy/files/workbook-write.js';
import { catalogueOf, type Spoken } from '@fair-copy/words/catalogues.js';
import { fileNameOf } from '../hand-over/file-name.js';
import type { TaskContext } from '../jobs/task.js';
import type { Counted } from '../store/kept-plans.js';
import { packed, stagedFile } from '../store/outcome-file.js';
import { pathsOf } from '../store/paths.js';
import { compareBasis } from './plans.js';
import { TwoResources, type OpenResource } from './resources.js';

/** A plan with both its resources chosen. */
export interface CompareToDo {
  readonly clientId: number;
  readonly plan: ComparePlanBody & { readonly a: ComparedRef; readonly b: ComparedRef };
}

function opened({ clientId, plan }: CompareToDo, { dataDir }: TaskContext): TwoResources {
  return TwoResources.open(dataDir, clientId, [plan.a, plan.b], null);
}

function compared(
  { both }: TwoResources,
  { plan }: CompareToDo,
  sink: (compared: Compared) => void,
  progress: (share: number) => void,
): CompareTally {
  const { by, ignore, regions } = plan;
  return compareMemories(both, { by: by as 'all' | LanguageTag[], ignore, regions }, sink, progress);
}

export function countComparison(job: CompareToDo, context: TaskContext): Counted<CompareTally> {
  const two = opened(job, context);
  try {
    const path = pathsOf(context.dataDir).stagedPlan(job.clientId, 'compare');
    const tables =
      'CREATE TABLE text (ordinal INTEGER PRIMARY KEY, what TEXT NOT NULL, a BLOB NOT NULL, b BLOB NOT NULL) STRICT';
    const outcome = stagedFile(path, tables, (staged) => {
      const insert = staged.prepare('INSERT INTO text (what, a, b) VALUES (?, ?, ?)');
      const ids = ({ idOf }: OpenResource, numbers: readonly number[]): Buffer => packed(numbers.map(idOf));
      const [a, b] = two.both;
      const tally = compared(
        two,
        job,
        ({ what, at }) => insert.run(what, ids(a, at.a), ids(b, at.b)),
        (share) => context.checkpoint(share * 0.95),
      );
      staged.exec('CREATE INDEX text_what ON text (what)');
      return tally;
    });
    return { basis: compareBasis(job.plan, two.state), outcome };
  } finally {
    two.close();
  }
}

export interface ComparisonOut extends CompareToDo {
  readonly jobId: number;
  readonly format: 'xlsx' | 'tmx';
  readonly language: Spoken;
}

/** As a sheet all that differs; as TMX what the second has and the first lacks: what a client is sent. */
export async function handOverComparison(job: ComparisonOut, context: TaskContext) {
  const two = opened(job, context);
  try {
    const folder = pathsOf(context.dataDir).outgoing(job.jobId);
    await mkdir(folder, { recursive: true });
    const [a, b] = two.both;
    const fileName = fileNameOf(`${a.name} – ${b.name}`, job.format);
    const path = join(folder, fileName);
    const differing: Compared['at'][] = [];
    const what: Compared['what'][] = [];
    const known = new Set<LanguageTag>();
    compared(
      two,
      job,
      (each) => {
        if (each.what === 'same') return;
        differing.push(each.at);
        what.push(each.what);
        for (const { variants } of [...each.a, ...each.b]) for (const { language } of variants) known.add(language);
      },
      (share) => context.checkpoint(share * 0.6),
    );
    const again = function* (): Generator<Compared> {
      for (const [i, at] of differing.entries()) {
        if (i % 500 === 0) context.checkpoint(0.6 + (i / differing.length) * 0.4);
        yield { what: what[i]!, a: at.a.map(a.unit), b: at.b.map(b.unit), at };
      }
    };
    const units =
      job.format === 'tmx'
        ? await asTmx(path, again, [...known], b.name)
        : await asSheet(path, again, [...known], [a.name, b.name], job.language);
    return { path, fileName, units };
  } finally {
    two.close();
  }
}

async function asTmx(path: string, all: () => Iterable<Compared>, known: LanguageTag[], name: string): Promise<number> {
  let count = 0;
  const units = function* (): Generator<Unit> {
    for (const { b } of all())
      for (const unit of b) {
        count++;
        yield unit;
      }
  };
  const pair = [known[0]!, known[1] ?? known[0]!] as const;
  const about = { languages: null, sourceLanguage: '*all*', pair, known, name, header: null, left: { count: 0 } };
  await writeUnitsFile(path, 'tmx', units, about);
  return count;
}

async function asSheet(
  path: string,
  all: () => Iterable<Compared>,
  known: LanguageTag[],
  names: readonly [string, string],
  language: Spoken,
): Promise<number> {
  const { sheet, ...words } = catalogueOf(language).report.comparison;
  let count = 0;
  const rows = function* (): Generator<string[]> {
    for (const each of all())
      for (const row of comparedRows(each, names, known, words)) {
        count++;
        yield row;
      }
  };
  await writeWorkbook(path, [{ name: sheet, header: [words.what, words.in, ...known], rows: rows() }]);
  return count;
}
