import { languageName } from '../../ui/languages.js';
import type { Role } from '@fair-copy/core/intake/reading.js';
import { fieldLabel, valueLabel } from '../../parts/field-words.js';
import { intakeTexts } from './messages.js';

const t = intakeTexts.role;

/** What a column holds, in a few words. */
export function roleText(role: Role): string {
  switch (role.kind) {
    case 'term':
      return role.type
        ? t.typed(capital(valueLabel('termType', role.type)), languageName(role.language))
        : t.terms(languageName(role.language));
    case 'term of row':
      return t.ofRow;
    case 'language':
      return t.languageOfRow;
    case 'id':
      return t.id;
    case 'answer':
      return role.leaves ? t.leaves : t.answer;
    case 'ignored':
      return t.ignored;
    case 'field': {
      const name = fieldLabel(role.field);
      if (role.language) return t.fieldOf(name, languageName(role.language));
      return role.level === 'term' ? t.fieldOfTerms(name) : name;
    }
  }
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
