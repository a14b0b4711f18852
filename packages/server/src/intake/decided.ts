/** What a person decided, with its languages as canonical tags. */
import type { IntakeDecisions, RoleBody } from '@fair-copy/api/intake.js';
import type { Decisions } from '@fair-copy/core/intake/propose.js';
import type { Role } from '@fair-copy/core/intake/reading.js';
import { canonicalTag, type LanguageTag } from '@fair-copy/core/language/tags.js';
import { ApiError } from '../errors.js';

/** Throws `ApiError` ("language-unknown"). */
export function canonicalDecisions(body: IntakeDecisions): Decisions {
  const { roles, join, ...rest } = body;
  const checked = Object.entries(roles ?? {}).map(([index, role]) => [index, canonicalRole(role)] as const);
  return {
    ...rest,
    ...(roles && { roles: Object.fromEntries(checked) }),
    ...(join && { join: { ...join, languages: join.languages.map(canonicalLanguage) } }),
  } as Decisions;
}

/** Spelling in the file → tag. Throws `ApiError` ("language-unknown"). */
export function canonicalLanguages(said: Readonly<Record<string, string>>): Record<string, LanguageTag> {
  return Object.fromEntries(Object.entries(said).map(([spelling, tag]) => [spelling, canonicalLanguage(tag)]));
}

function canonicalRole(role: RoleBody): Role {
  switch (role.kind) {
    case 'term': {
      const { type, language } = role;
      return { kind: 'term', language: canonicalLanguage(language), ...(type && { type }) };
    }
    case 'field':
      return { ...role, language: role.language === null ? null : canonicalLanguage(role.language) };
    default:
      return role;
  }
}

function canonicalLanguage(said: string): LanguageTag {
  const language = canonicalTag(said);
  if (!language) throw new ApiError('language-unknown', { what: said });
  return language;
}
