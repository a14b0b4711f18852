/** Units as rows of a table: for review, and for whoever wants a plain file. Codes leave nothing behind. */
import type { LanguageTag } from '../language/tags.js';
import { withoutCodes } from '../text/inline-codes.js';
import type { Unit } from './unit.js';

/** The columns that a set of units needs: looks at all of them once. */
export class UnitColumns {
  private readonly slots = new Map<LanguageTag, number>();
  private readonly props = new Set<string>();
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
    for (const { type } of unit.props ?? []) if (this.props.size < 40) this.props.add(type);
  }

  header(): string[] {
    return [
      ...(this.hasIds ? ['id'] : []),
      ...[...this.slots].flatMap(([language, count]) => Array.from({ length: count }, () => language)),
      ...(this.hasNotes ? ['note'] : []),
      ...this.props,
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
      ...[...this.props].map((type) =>
        (unit.props ?? [])
          .filter((prop) => prop.type === type)
          .map((prop) => prop.text)
          .join('; '),
      ),
    ];
  }
}
