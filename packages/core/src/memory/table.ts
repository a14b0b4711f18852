/** Units as rows of a table: for review, and for whoever wants a plain file. Codes leave nothing behind. */
import type { LanguageTag } from '../language/tags.js';
import { withoutCodes } from '../text/inline-codes.js';
import type { Unit } from './unit.js';

/** Kinds of attributes that get a column of their own; what is said by further ones stands in one column together. */
const PROP_COLUMNS = 60;
const OTHERS = 'other attributes';

/** The columns that a set of units needs: looks at all of them once. */
export class UnitColumns {
  private readonly slots = new Map<LanguageTag, number>();
  /** Those that get a column. */
  private readonly props = new Set<string>();
  private hasOthers = false;
  private hasIds = false;
  private hasNotes = false;

  /** @param languages only these, in this order; null: all in order of appearance */
  constructor(private readonly languages: readonly LanguageTag[] | null = null) {
    for (const language of languages ?? []) this.slots.set(language, 1);
  }

  see(unit: Unit): void {
    const counts = new Map<LanguageTag, number>();
    for (const { language } of unit.variants) counts.set(language, (counts.get(language) ?? 0) + 1);
    for (const [language, count] of counts)
      if (!this.languages || this.slots.has(language))
        this.slots.set(language, Math.max(count, this.slots.get(language) ?? 0));
    if (unit.attributes?.tuid) this.hasIds = true;
    if (unit.notes?.length) this.hasNotes = true;
    for (const { type } of unit.props ?? []) {
      if (this.props.size < PROP_COLUMNS) this.props.add(type);
      else if (!this.props.has(type)) this.hasOthers = true;
    }
  }

  header(): string[] {
    return [
      ...(this.hasIds ? ['id'] : []),
      ...[...this.slots].flatMap(([language, count]) => Array.from({ length: count }, () => language)),
      ...(this.hasNotes ? ['note'] : []),
      ...this.props,
      ...(this.hasOthers ? [OTHERS] : []),
    ];
  }

  row(unit: Unit): string[] {
    return [
      ...(this.hasIds ? [unit.attributes?.tuid ?? ''] : []),
      ...[...this.slots].flatMap(([language, count]) => {
        const texts = unit.variants
          .filter((variant) => variant.language === language)
          .map((variant) => withoutCodes(variant.text));
        return Array.from({ length: count }, (_, i) => texts[i] ?? '');
      }),
      ...(this.hasNotes ? [(unit.notes ?? []).map((note) => note.text).join('\n')] : []),
      ...this.propCells(unit),
    ];
  }

  private propCells({ props = [] }: Unit): string[] {
    const byType = new Map<string, string[]>();
    const others: string[] = [];
    for (const { type, text } of props) {
      const there = byType.get(type);
      if (!this.props.has(type)) others.push(`${type}: ${text}`);
      else if (there) there.push(text);
      else byType.set(type, [text]);
    }
    const cells = [...this.props].map((type) => (byType.get(type) ?? []).join('; '));
    return this.hasOthers ? [...cells, others.join('\n')] : cells;
  }
}
