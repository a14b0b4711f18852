/** What must be known of all entries before the first is written: the dialect, and which entries others refer to. */
import { categoryNamed, IDENTIFIER, OTHER_XML, type Level } from '../../termbase/categories.js';
import type { Concept, Fields } from '../../termbase/concept.js';
import { isCompanion, VALUE_LANGUAGE } from '../../termbase/fields.js';
import { STEM } from '../../termbase/stem.js';
import { exactKey } from '../../text/fold.js';

/** The field whose values are terms of other entries, or their ids. */
export const REFERENCE = 'crossReference';

/** Where TBX-Basic has a data category other than at every level; from memory of its 2019 definition. */
const BASIC_LEVELS: Readonly<Record<string, readonly Level[]>> = {
  subjectField: ['concept'],
  definition: ['concept', 'language'],
  xGraphic: ['concept'],
  crossReference: ['concept', 'term'],
  externalCrossReference: ['concept', 'term'],
  customerSubset: ['term'],
  projectSubset: ['term'],
  context: ['term'],
  partOfSpeech: ['term'],
  grammaticalGender: ['term'],
  administrativeStatus: ['term'],
  termType: ['term'],
  geographicalUsage: ['term'],
  termLocation: ['term'],
};
/** What may belong to a value there: its source, a note; the text of a reference and a language are attributes. */
const BASIC_COMPANIONS = ['source', 'note', 'text', VALUE_LANGUAGE];

/** Whether a concept says something that TBX-Basic has no place for. */
export function isBeyondBasic({ fields, languages }: Pick<Concept, 'fields' | 'languages'>): boolean {
  return (
    beyond(fields, 'concept') ||
    languages.some((s) => beyond(s.fields, 'language') || s.terms.some((term) => beyond(term.fields, 'term')))
  );
}

function beyond(fields: Fields, level: Level): boolean {
  return Object.entries(fields).some(([name, values]) => {
    if (name === IDENTIFIER || name === STEM) return false;
    if (name === OTHER_XML) return values.some((xml) => !/^<(?:transacGrp|transac|date)\b/.test(xml));
    if (isCompanion(name)) return !BASIC_COMPANIONS.includes(name.slice(name.indexOf(':') + 1));
    if (!categoryNamed(name)?.inBasic) return true;
    return BASIC_LEVELS[name]?.includes(level) === false;
  });
}

/** Ids are unique in the document: the client's own where it can be one (XML 1.0, NCName), otherwise ours. */
export class EntryIds {
  private readonly used = new Set<string>();

  of(concept: Concept): string {
    const own = concept.fields[IDENTIFIER]?.[0] ?? '';
    const id = /^[\p{L}_][\p{L}\p{N}._-]*$/u.test(own) && !this.used.has(own) ? own : this.free(concept.id);
    this.used.add(id);
    return id;
  }

  private free(number: number): string {
    let id = `c${number}`;
    while (this.used.has(id)) id += '_';
    return id;
  }
}

/** See all concepts once; then, if some refer to others, look once more for the ids of those. */
export class TbxSurvey {
  beyondBasic = false;
  private readonly wanted = new Set<string>();

  see(concept: Pick<Concept, 'fields' | 'languages'>): void {
    this.beyondBasic ||= isBeyondBasic(concept);
    const all = [concept.fields, ...concept.languages.flatMap((s) => [s.fields, ...s.terms.map((t) => t.fields)])];
    for (const fields of all) for (const value of fields[REFERENCE] ?? []) this.wanted.add(exactKey(value));
  }

  /**
   * @param concepts the same as will be written, in the same order; not looked at where nothing refers to anything
   * @returns what is referred to (as `exactKey`) → the id of its entry
   */
  async targets(
    concepts: () => Iterable<Concept> | AsyncIterable<Concept>,
    languages: readonly string[] | null,
  ): Promise<ReadonlyMap<string, string>> {
    const found = new Map<string, string>();
    if (this.wanted.size === 0) return found;
    const ids = new EntryIds();
    for await (const concept of concepts()) {
      const sections = concept.languages.filter((s) => !languages || languages.includes(s.language));
      if (sections.length === 0) continue;
      const id = ids.of(concept);
      const keys = [id, concept.fields[IDENTIFIER]?.[0] ?? id, ...sections.flatMap((s) => s.terms.map((t) => t.text))];
      for (const key of keys.map(exactKey)) if (this.wanted.has(key) && !found.has(key)) found.set(key, id);
    }
    return found;
  }
}
