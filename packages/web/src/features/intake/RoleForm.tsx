import { reasonOf } from './doubt.js';
import type { ColumnReading, Reading, Role } from '@fair-copy/core/intake/reading.js';
import { languageOfRole } from '@fair-copy/core/intake/reading.js';
import { columnLetter } from '@fair-copy/core/sheet/model.js';
import { CATEGORIES, categoryNamed, type Level } from '@fair-copy/core/termbase/categories.js';
import { fieldLabel, valueLabel } from '../../parts/field-words.js';
import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { ClientLanguageField } from '../../parts/ClientLanguageField.js';
import type { ReadingChanges } from './useReadingChanges.js';
import { intakeTexts } from './messages.js';

interface Props {
  readonly column: ColumnReading;
  readonly reading: Reading;
  readonly changes: ReadingChanges;
  readonly onClose: () => void;
}

const t = intakeTexts.role;
type Kind = Role['kind'];
const KINDS: readonly Kind[] = ['term', 'field', 'id', 'language', 'term of row', 'ignored'];
const KIND_NAMES: Readonly<Record<Kind, string>> = {
  term: t.term,
  field: t.field,
  id: t.id,
  language: t.languageOfRow,
  'term of row': t.ofRow,
  answer: t.answer,
  ignored: t.ignored,
};
const FIELDS = CATEGORIES.map((category) => category.name);
const TERM_TYPES = ['', ...Object.keys(categoryNamed('termType')!.values!)];

/** What a column holds; each choice takes effect at once, where it needs nothing more. */
export function RoleForm({ column, reading, changes, onClose }: Props) {
  const role = column.role.value;
  const [kind, setKind] = useState<Kind>(role.kind);
  const used = reading.columns.flatMap((c) => (c.role.value.kind === 'term' ? [c.role.value.language] : []));
  const likely = column.contradiction ? [column.contradiction.content, column.contradiction.header, ...used] : used;
  const choose = (next: RoleChoice): void => changes.decide({ roles: { [column.index]: next } });
  const setWhat = (value: Kind): void => {
    setKind(value);
    const language = languageOfRole(role);
    if (value === 'term') {
      if (language) choose({ kind: 'term', language });
    } else if (value !== 'field') {
      choose({ kind: value } as RoleChoice);
      onClose();
    }
  };
  return (
    <Box sx={{ p: 2, width: 320, display: 'grid', gap: 1.5 }}>
      <Typography variant="body2" color="textSecondary">
        {reasonOf(column.role)}
      </Typography>
      <TextField
        select
        label={t.column(columnLetter(column.index))}
        value={kind}
        onChange={(event) => setWhat(event.target.value as Kind)}
      >
        {(kind === 'answer' ? [...KINDS, 'answer' as const] : KINDS).map((value) => (
          <MenuItem key={value} value={value}>
            {KIND_NAMES[value]}
          </MenuItem>
        ))}
      </TextField>
      {kind === 'term' && <TermChoice role={role} likely={likely} onChoose={choose} onClose={onClose} />}
      {kind === 'field' && <FieldChoice role={role} header={column.header} likely={likely} onChoose={choose} />}
    </Box>
  );
}

type RoleChoice = NonNullable<NonNullable<Parameters<ReadingChanges['decide']>[0]['roles']>[string]>;

interface PartProps {
  readonly role: Role;
  readonly likely: readonly string[];
  readonly onChoose: (role: RoleChoice) => void;
}

function TermChoice({ role, likely, onChoose, onClose }: PartProps & { readonly onClose: () => void }) {
  const language = languageOfRole(role);
  const type = role.kind === 'term' ? (role.type ?? '') : '';
  const typed = (value: string): { type?: string } => (value ? { type: value } : {});
  return (
    <>
      <ClientLanguageField
        label={t.language}
        value={language}
        likely={likely}
        autoFocus={language === null}
        onChange={(tag) => {
          onChoose({ kind: 'term', language: tag, ...typed(type) });
          onClose();
        }}
      />
      {language && (
        <TextField
          select
          label={t.termTypes}
          value={type}
          onChange={(event) => onChoose({ kind: 'term', language, ...typed(event.target.value) })}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
        >
          {TERM_TYPES.map((value) => (
            <MenuItem key={value} value={value}>
              {value ? valueLabel('termType', value) : t.anyTerm}
            </MenuItem>
          ))}
        </TextField>
      )}
    </>
  );
}

const LEVELS: readonly Level[] = ['concept', 'language', 'term'];

function FieldChoice({ role, header, likely, onChoose }: PartProps & { readonly header: string }) {
  const now = role.kind === 'field' ? role : null;
  const set = (change: { field?: string; level?: Level; language?: string | null }): void => {
    const field = change.field ?? now?.field ?? '';
    const level =
      change.level ?? (change.field ? (categoryNamed(field)?.level ?? 'concept') : (now?.level ?? 'concept'));
    const language =
      level === 'concept' ? null : change.language !== undefined ? change.language : (now?.language ?? null);
    if (field) onChoose({ kind: 'field', field, level, language });
  };
  return (
    <>
      <Autocomplete
        freeSolo
        size="small"
        options={[...FIELDS, ...(header.trim() && !FIELDS.includes(header.trim()) ? [header.trim()] : [])]}
        value={now?.field ?? null}
        getOptionLabel={fieldLabel}
        onChange={(_, value) => value && set({ field: named(value) })}
        renderInput={(params) => (
          <TextField {...params} label={t.fieldName} helperText={t.ownField} autoFocus={now === null} />
        )}
      />
      {now && (
        <TextField
          select
          label={t.level}
          value={now.level}
          onChange={(event) => set({ level: event.target.value as Level })}
        >
          {LEVELS.map((level) => (
            <MenuItem key={level} value={level}>
              {t.levels[level]}
            </MenuItem>
          ))}
        </TextField>
      )}
      {now && now.level !== 'concept' && (
        <ClientLanguageField
          label={now.level === 'term' ? `${t.language} (${t.allTerms})` : t.language}
          value={now.language}
          likely={likely}
          onChange={(tag) => set({ language: tag })}
        />
      )}
    </>
  );
}

/** A label that was typed is the field of that name. */
function named(text: string): string {
  return FIELDS.find((field) => fieldLabel(field).toLowerCase() === text.trim().toLowerCase()) ?? text.trim();
}
