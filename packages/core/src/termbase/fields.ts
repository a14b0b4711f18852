/** Fields of a concept, a language or a term: added to, joined, and kept in step with what belongs to single values. */
import { NO_FIELDS, type Fields } from './concept.js';

/**
 * What belongs to one value of a field (the source of a definition, the visible text of a reference) stands in a field
 * of its own, "definition:source", value by value in the same order, empty where there is none.
 */
export function companion(field: string, of: string): string {
  return `${field}:${of}`;
}

/** The companion that says in which language a value is, where its place does not: a definition without a term. */
export const VALUE_LANGUAGE = 'lang';

export function isCompanion(field: string): boolean {
  return field.includes(':');
}

/** Adds a value, once; its companions only with it. */
export function withValue(
  fields: Fields,
  field: string,
  value: string,
  companions: Readonly<Record<string, string>> = {},
): Fields {
  const values = fields[field] ?? [];
  if (values.includes(value) && Object.keys(companions).length === 0) return fields;
  const next: Record<string, readonly string[]> = { ...fields, [field]: [...values, value] };
  for (const [of, text] of Object.entries(companions)) {
    const name = companion(field, of);
    const there = [...(fields[name] ?? [])];
    while (there.length < values.length) there.push('');
    next[name] = [...there, text];
  }
  return next;
}

/** Replaces all values of a field; without values the field and what belongs to it is gone. */
export function withValues(fields: Fields, field: string, values: readonly string[]): Fields {
  const kept = Object.entries(fields).filter(([name]) => name !== field && !name.startsWith(`${field}:`));
  const clean = values.filter((value) => value.trim() !== '');
  if (clean.length === 0) return Object.fromEntries(kept);
  const before = fields[field] ?? [];
  // Companions follow their value to its new place.
  const moved = Object.entries(fields)
    .filter(([name]) => name.startsWith(`${field}:`))
    .map(
      ([name, texts]) =>
        [name, clean.map((value, i) => texts[before[i] === value ? i : before.indexOf(value)] ?? '')] as const,
    )
    .filter(([, texts]) => texts.some(Boolean));
  return Object.fromEntries([...kept, [field, clean], ...moved]);
}

/** All values of both, each once. */
export function joinedFields(a: Fields, b: Fields): Fields {
  if (Object.keys(b).length === 0) return a;
  if (Object.keys(a).length === 0) return b;
  let joined = a;
  for (const [field, values] of Object.entries(b)) {
    if (isCompanion(field)) {
      // What belongs to the term itself, such as its stem, has no field above it.
      const above = field.slice(0, field.indexOf(':'));
      if (!(above in b) && !(field in joined)) joined = { ...joined, [field]: values };
      continue;
    }
    values.forEach((value, i) => {
      if ((joined[field] ?? []).includes(value)) return;
      const companions: Record<string, string> = {};
      for (const [name, texts] of Object.entries(b))
        if (name.startsWith(`${field}:`) && texts[i]) companions[name.slice(field.length + 1)] = texts[i];
      joined = withValue(joined, field, value, companions);
    });
  }
  return joined;
}

/** The fields without any that is not wanted. */
export function pickFields(fields: Fields, wanted: (name: string) => boolean): Fields {
  const kept = Object.entries(fields).filter(([name]) => wanted(name));
  return kept.length === 0 ? NO_FIELDS : Object.fromEntries(kept);
}
