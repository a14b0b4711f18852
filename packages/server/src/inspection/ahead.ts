/** What Inspect would say of units or entries that are not written yet. Nothing is kept. */
import type { LookedAhead } from '@fair-copy/api/ahead.js';
import type { InspectionProfile } from '@fair-copy/api/inspection.js';
import { inspect, type Finding } from '@fair-copy/core/checks/check.js';
import { CONCEPTS } from '@fair-copy/core/checks/looked-at.js';
import { TERMBASE_CHECKS } from '@fair-copy/core/checks/termbase-checks.js';
import type { LanguageTag } from '@fair-copy/core/language/tags.js';
import type { Concept, ConceptBody, ConceptId } from '@fair-copy/core/termbase/concept.js';
import { UsedFields } from '@fair-copy/core/termbase/definition.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import { hasWordList } from '@fair-copy/files/word-lists.js';
import type { TaskContext } from '../jobs/task.js';
import { stagedUnits, type FileOfUnits } from '../memories/staged.js';
import { openForReading } from '../store/database.js';
import { MemoryFile } from '../store/memory-file.js';
import { pathsOf } from '../store/paths.js';
import { Staging } from '../store/staging.js';
import { findingsInUnits } from './memory.js';

export interface ToLookAhead {
  readonly clientId: number;
  readonly profile: InspectionProfile;
  readonly of:
    | { readonly kind: 'units'; readonly file: FileOfUnits }
    /** Entries of a glossary, worked out on the desk. */
    | { readonly kind: 'entries'; readonly fileId: number };
}

/** Findings that are shown, and of one check. */
const [SHOWN, OF_A_CHECK] = [300, 40];
const WEIGHT = { error: 0, warning: 1, info: 2 } as const;

export async function inspectAhead({ clientId, profile, of }: ToLookAhead, context: TaskContext): Promise<LookedAhead> {
  return of.kind === 'units'
    ? inUnits(await stagedUnits(of.file, context), clientId, profile, context)
    : inEntries(of.fileId, profile, context);
}

/** Counts all, keeps the first of each check. */
class Gathered {
  private readonly counts = new Map<string, number>();
  private readonly found = new Set<number>();
  private readonly kept: Finding[] = [];

  /** @param detailed the finding with all that is shown of it; worked out for those that are kept */
  see(finding: Finding, detailed: () => Finding = () => finding): void {
    const count = (this.counts.get(finding.check) ?? 0) + 1;
    this.counts.set(finding.check, count);
    this.found.add(finding.item);
    if (count <= OF_A_CHECK) this.kept.push(detailed());
  }

  looked(
    kind: LookedAhead['kind'],
    items: number,
    languages: readonly string[],
    textsOf: (item: number) => LookedAhead['findings'][number]['texts'],
    placeOf: (finding: Finding) => number | null,
  ): LookedAhead {
    const worst = [...this.kept].sort((a, b) => WEIGHT[a.severity] - WEIGHT[b.severity]).slice(0, SHOWN);
    return {
      kind,
      items,
      itemsFound: this.found.size,
      checks: [...this.counts].map(([id, count]) => ({ id, count })).sort((a, b) => b.count - a.count),
      findings: worst.map((finding) => ({
        check: finding.check,
        severity: finding.severity,
        number: finding.item,
        place: placeOf(finding),
        said: finding.said,
        texts: textsOf(finding.item),
        marks: (finding.marks ?? []).flatMap((mark) =>
          typeof mark.place === 'number' ? [{ place: mark.place, from: mark.from, to: mark.to }] : [],
        ),
      })),
      unlisted: languages.filter((language) => !hasWordList(language)),
    };
  }
}

function inUnits(path: string, clientId: number, profile: InspectionProfile, context: TaskContext): LookedAhead {
  const db = openForReading(pathsOf(context.dataDir).workspace);
  const gathered = new Gathered();
  try {
    for (const { finding, detailed } of findingsInUnits(db, { path, clientId, profile }, context))
      gathered.see(finding, detailed);
  } finally {
    db.close();
  }
  const file = MemoryFile.openForReading(path);
  try {
    const textsOf = (unit: number) =>
      (file.unit(unit)?.variants ?? []).map(({ language, text }) => ({ language, text: withoutCodes(text) }));
    const languages = file.languages().map(({ language }) => language);
    return gathered.looked('memory', file.countUnits(), languages, textsOf, ({ place }) =>
      typeof place === 'number' ? place : null,
    );
  } finally {
    file.close();
  }
}

/** Entries to read from the desk at once. */
const BLOCK = 1000;

function inEntries(fileId: number, { withoutOfTermbases }: InspectionProfile, context: TaskContext): LookedAhead {
  const staging = Staging.openForReading(pathsOf(context.dataDir).staging(fileId));
  try {
    const total = staging.countOf('entry');
    const bodyOf = (content: string): ConceptBody => JSON.parse(content) as ConceptBody;
    const entries = function* (): Generator<Concept> {
      for (let from = 1; from <= total; from += BLOCK) {
        context.checkpoint(from / (2 * total));
        for (const { rank, content } of staging.entries(from, BLOCK))
          yield { id: rank as ConceptId, ...bodyOf(content) };
      }
    };
    const used = new UsedFields();
    const languages = new Map<LanguageTag, number>();
    for (const concept of entries()) {
      used.see(concept);
      for (const { language } of concept.languages) languages.set(language, (languages.get(language) ?? 0) + 1);
    }
    const entry = (id: number): Concept | undefined => {
      const [found] = staging.entries(id, 1);
      return found?.rank === id ? { id: id as ConceptId, ...bodyOf(found.content) } : undefined;
    };
    const gathered = new Gathered();
    const facts = {
      of: CONCEPTS,
      languages: [...languages].sort((a, b) => b[1] - a[1]).map(([language]) => language),
      item: entry,
      fields: used.definitions(),
    };
    let seen = 0;
    for (const finding of inspect(
      entries(),
      TERMBASE_CHECKS.filter(({ id }) => !withoutOfTermbases.includes(id)),
      facts,
    )) {
      if (++seen % 100 === 0) context.checkpoint();
      gathered.see(finding);
    }
    const termsOf = (id: number) =>
      (entry(id)?.languages ?? []).flatMap(({ language, terms }) =>
        terms.map(({ id: term, text }) => ({ language, text, term })),
      );
    return gathered.looked(
      'termbase',
      total,
      [],
      (id) => termsOf(id).map(({ language, text }) => ({ language, text })),
      ({ item, language, place }) => {
        const at = termsOf(item).findIndex((one) => one.language === language && one.term === place);
        return at < 0 ? null : at;
      },
    );
  } finally {
    staging.close();
  }
}
