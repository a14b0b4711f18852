/** What a filter asks of units besides their texts: as sets from the index where it knows, as SQL where it does not. */
import type { MemoryFile } from '../../store/memory-file.js';
import { authorFact, dayFact, FACT_LENGTH, languageFact, propFact } from '../../store/unit-columns.js';
import { UnitSet } from '../../store/unit-set.js';
import { FACTS } from '../../store/word-index.js';
import type { UnitFilter } from '@fair-copy/api/memories.js';
import { unitsWithFindings } from './with-findings.js';

export interface Conditions {
  /** On a unit `u`; empty: none. */
  readonly where: string;
  readonly values: readonly unknown[];
  /** Units that can pass; null: any. */
  readonly among: UnitSet | null;
  /** Whether all of those pass that were not edited since they came. */
  readonly decided: boolean;
}

export function conditionsOf(file: MemoryFile, filter: UnitFilter): Conditions {
  const gathered = new Gathered(file);
  gathered.languages(filter);
  gathered.author(filter);
  gathered.attribute(filter);
  gathered.numbers(filter);
  gathered.dates(filter);
  gathered.duplicates(filter);
  gathered.findings(filter);
  return gathered;
}

class Gathered implements Conditions {
  private readonly parts: string[] = [];
  readonly values: unknown[] = [];
  among: UnitSet | null = null;
  decided = true;

  constructor(private readonly file: MemoryFile) {}

  get where(): string {
    return this.parts.map((part) => `(${part})`).join(' AND ');
  }

  languages({ present = [], missing = [] }: UnitFilter): void {
    const { file } = this;
    const has = 'EXISTS (SELECT 1 FROM segment s WHERE s.unit_id = u.id AND s.language IN';
    for (const range of present) {
      const ids = file.languageIds(range);
      this.add(`${has} (${listed(ids)}))`, [], () => this.withLanguages(ids));
    }
    for (const range of missing) {
      const ids = file.languageIds(range);
      this.add(`NOT ${has} (${listed(ids)}))`, [], () =>
        file.all().copy().without(this.withLanguages(ids).without(file.edited())),
      );
    }
  }

  private withLanguages(ids: readonly number[]): UnitSet {
    const set = this.empty();
    for (const id of ids) this.file.words.unitsWith(FACTS, { kind: 'equal', text: languageFact(id) }, set);
    return set;
  }

  author({ author }: UnitFilter): void {
    if (!author) return;
    this.add('instr(lower(u.author), lower(?)) > 0', [author], () =>
      this.facts(authorFact(''), (said) => said.includes(author.toLowerCase())),
    );
  }

  attribute({ attribute }: UnitFilter): void {
    if (!attribute) return;
    const { type, value } = attribute;
    const prop = `json_extract(p.value, '$.type') = ?${value ? " AND instr(lower(json_extract(p.value, '$.text')), lower(?)) > 0" : ''}`;
    this.add(
      `u.said IS NOT NULL AND EXISTS (SELECT 1 FROM json_each(u.said, '$.props') p WHERE ${prop})`,
      value ? [type, value] : [type],
      () => {
        const wanted = value.toLowerCase().replace(/\n/g, ' ');
        return this.facts(propFact(type, ''), (said) => {
          // Of a long value only the beginning is known.
          if (said.length >= FACT_LENGTH && !said.includes(wanted)) {
            this.decided = false;
            return true;
          }
          return said.includes(wanted);
        });
      },
    );
  }

  /** Units that have a fact with this beginning and a rest that passes. */
  private facts(beginning: string, test: (rest: string) => boolean): UnitSet {
    const { words } = this.file;
    const found = words.beginning(FACTS, beginning).filter(({ text }) => test(text.slice(beginning.length)));
    return words.unitsOf(
      found.map(({ id }) => id),
      this.empty(),
    );
  }

  numbers({ origin, codes, longer, shorter }: UnitFilter): void {
    if (origin !== undefined) this.ask('u.origin = ?', origin);
    if (codes !== undefined) this.ask('u.codes = ?', codes ? 1 : 0);
    if (longer !== undefined) this.ask('u.length >= ?', longer);
    if (shorter !== undefined) this.ask('u.length <= ?', shorter);
  }

  dates({ changedSince, changedBefore }: UnitFilter): void {
    if (!changedSince && !changedBefore) return;
    const since = changedSince ? tmxDay(changedSince) : '';
    const before = changedBefore ? tmxDay(changedBefore) : '~';
    this.add("u.changed >= ? AND u.changed < ? AND u.changed <> ''", [since, before], () =>
      this.facts(dayFact(''), (day) => day >= since && day < before),
    );
  }

  duplicates({ duplicate }: UnitFilter): void {
    if (!duplicate) return;
    this.narrow(
      this.file.kept('duplicates', () =>
        UnitSet.of(
          this.file.db
            .prepare<[], number>(
              'SELECT id FROM unit WHERE key IN (SELECT key FROM unit GROUP BY key HAVING count(*) > 1)',
            )
            .pluck()
            .iterate(),
          this.file.highest,
        ),
      ),
    );
  }

  findings({ findings }: UnitFilter): void {
    if (findings) this.narrow(UnitSet.of(unitsWithFindings(this.file.db.name), this.file.highest));
  }

  /** The index knows it of units that were not edited; SQL decides for the others. */
  private add(part: string, values: readonly unknown[], set: () => UnitSet): void {
    this.parts.push(part);
    this.values.push(...values);
    if (this.file.hasFacts) this.narrow(set());
    else this.decided = false;
  }

  private ask(part: string, value: unknown): void {
    this.parts.push(part);
    this.values.push(value);
    this.decided = false;
  }

  private narrow(set: UnitSet): void {
    this.among = this.among ? this.among.and(set) : set.copy();
  }

  private empty(): UnitSet {
    return new UnitSet(this.file.highest);
  }
}

const listed = (ids: readonly number[]): string => ids.join(', ') || '-1';

/** "2026-11-23" in the form of TMX. */
function tmxDay(date: string): string {
  return date.replace(/-/g, '');
}
