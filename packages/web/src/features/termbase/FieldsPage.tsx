import { CATEGORIES, categoryNamed, type Level } from '@fair-copy/core/termbase/categories.js';
import { fieldLabel, valueLabel } from '../../parts/field-words.js';
import { definitionOf } from '@fair-copy/core/termbase/definition.js';
import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { X } from 'lucide-react';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { call } from '../../api/http.js';
import { termbase as termbaseQuery } from '../../api/queries.js';
import { useKept } from '../../api/useKept.js';
import type { FieldDefinitionBody, TermbaseBody } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { useToast } from '../../ui/toast-store.js';
import { useUnsaved } from '../../ui/unsaved-store.js';
import { fieldTexts } from './fields-messages.js';
import { SERIF } from '../../ui/typefaces.js';

const t = fieldTexts;
const LEVELS: readonly Level[] = ['concept', 'language', 'term'];

/** What a termbase records: its fields, their lists of values, which are required. */
export function FieldsPage() {
  const id = Number(useParams().id);
  const { data: termbase, error } = useKept(termbaseQuery(id));
  if (error) return <EmptyState heading="h1" title={error.message} />;
  if (!termbase) return <EmptyState heading="h1" title={m.common.loading} />;
  return <Fields key={JSON.stringify(termbase.fields)} termbase={termbase} />;
}

function Fields({ termbase }: { readonly termbase: TermbaseBody }) {
  const [fields, setFields] = useState<readonly FieldDefinitionBody[]>(termbase.fields);
  const { say, fail } = useToast();
  const changed = JSON.stringify(fields) !== JSON.stringify(termbase.fields);
  const set = (index: number, change: Partial<FieldDefinitionBody>): void =>
    setFields(fields.map((field, i) => (i === index ? { ...field, ...change } : field)));
  const save = async (): Promise<boolean> => {
    try {
      await call('PUT /termbases/:id/fields', { params: { id: termbase.id }, body: fields });
      say(t.saved);
      return true;
    } catch (error) {
      fail(error);
      return false;
    }
  };
  useUnsaved(changed ? `${t.title(termbase.name)}: ${t.changed}` : null, save);
  return (
    <Box sx={{ flex: 1, overflow: 'auto', px: 3, py: 2 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 0.5 }}>
        <Typography component="h1" sx={{ fontFamily: SERIF, fontSize: 20, flex: 1 }}>
          {t.title(termbase.name)}
        </Typography>
        {changed && <Typography sx={(theme) => ({ color: theme.inks.doubtText })}>≈ {t.changed}</Typography>}
        <Button component={Link} to={`/termbases/${termbase.id}`}>
          {t.back}
        </Button>
        <Button variant="contained" disabled={!changed} onClick={() => void save()}>
          {t.save}
        </Button>
      </Box>
      <Typography color="textSecondary" sx={{ mb: 2, maxWidth: 760 }}>
        {t.explains}
      </Typography>
      {fields.length === 0 && <Typography>{t.empty}</Typography>}
      <Box
        role="table"
        aria-label={t.title(termbase.name)}
        sx={{ bgcolor: 'background.paper', border: fields.length ? 1 : 0, borderColor: 'divider' }}
      >
        {fields.length > 0 && (
          <Row header>
            <span role="columnheader">{t.name}</span>
            <span role="columnheader">{t.level}</span>
            <span role="columnheader">
              {t.values}: {t.valuesHint}
            </span>
            <span role="columnheader">{t.required}</span>
            <Box component="span" role="columnheader" sx={{ clipPath: 'inset(50%)', overflow: 'hidden', height: 20 }}>
              {m.common.remove}
            </Box>
          </Row>
        )}
        {fields.map((field, i) => (
          <FieldRow
            key={`${field.level} ${field.name}`}
            field={field}
            onChange={(change) => set(i, change)}
            onRemove={() => setFields(fields.filter((_, j) => j !== i))}
          />
        ))}
      </Box>
      <AddField there={fields} onAdd={(field) => setFields([...fields, field])} />
    </Box>
  );
}

function Row({ children, header = false }: { readonly children: React.ReactNode; readonly header?: boolean }) {
  return (
    <Box
      role="row"
      sx={{
        display: 'grid',
        gridTemplateColumns: 'minmax(160px, 1fr) 150px minmax(260px, 2fr) 90px 44px',
        gap: 2,
        px: 2,
        py: 0.75,
        alignItems: 'start',
        borderTop: header ? 0 : 1,
        borderColor: 'divider',
        ...(header && { color: 'text.secondary', fontSize: 12.5 }),
      }}
    >
      {children}
    </Box>
  );
}

interface FieldRowProps {
  readonly field: FieldDefinitionBody;
  readonly onChange: (change: Partial<FieldDefinitionBody>) => void;
  readonly onRemove: () => void;
}

function FieldRow({ field, onChange, onRemove }: FieldRowProps) {
  const standard = categoryNamed(field.name);
  const shown = (field.values ?? []).map((value) => valueLabel(field.name, value)).join('\n');
  return (
    <Row>
      <Box role="cell">
        <Box sx={{ fontWeight: 600 }}>{fieldLabel(field.name)}</Box>
        <Typography variant="body2" color="textSecondary">
          {standard ? `${field.name}, ${t.standard}` : t.own}
        </Typography>
      </Box>
      <Box role="cell">{t.levels[field.level]}</Box>
      <Box role="cell">
        <TextField
          fullWidth
          multiline
          maxRows={5}
          placeholder={t.anyText}
          value={shown}
          onChange={(event) => onChange({ values: valuesOf(event.target.value, field.name) })}
          slotProps={{ htmlInput: { 'aria-label': `${t.values}: ${fieldLabel(field.name)}` } }}
        />
      </Box>
      <Box role="cell">
        <Checkbox
          size="small"
          checked={field.required}
          onChange={(_, required) => onChange({ required })}
          slotProps={{ input: { 'aria-label': `${t.required}: ${fieldLabel(field.name)}` } }}
        />
      </Box>
      <Box role="cell">
        <IconButton
          size="small"
          aria-label={t.remove(fieldLabel(field.name))}
          title={`${t.remove(fieldLabel(field.name))}. ${t.removeHint}`}
          onClick={onRemove}
        >
          <X size={14} />
        </IconButton>
      </Box>
    </Row>
  );
}

/** What people read goes back to the standard's values. */
function valuesOf(text: string, field: string): string[] | null {
  const lines = text.split('\n');
  if (lines.every((line) => line.trim() === '')) return null;
  const standard = Object.entries(categoryNamed(field)?.values ?? {});
  return lines.map((line) => standard.find(([, label]) => label === line.trim())?.[0] ?? line.trimStart());
}

function AddField({
  there,
  onAdd,
}: {
  readonly there: readonly FieldDefinitionBody[];
  readonly onAdd: (field: FieldDefinitionBody) => void;
}) {
  const [name, setName] = useState('');
  const [level, setLevel] = useState<Level>('concept');
  const clean = name.trim();
  const standard = CATEGORIES.find((category) => fieldLabel(category.name).toLowerCase() === clean.toLowerCase());
  const field = standard?.name ?? clean;
  const taken = there.some((other) => other.name === field && other.level === level);
  return (
    <Box
      component="form"
      sx={{ display: 'flex', gap: 1.5, mt: 2, alignItems: 'flex-start', maxWidth: 640 }}
      onSubmit={(event) => {
        event.preventDefault();
        if (!field || taken) return;
        const made = definitionOf(field, level);
        onAdd({ ...made, values: made.values && [...made.values] });
        setName('');
      }}
    >
      <Autocomplete
        freeSolo
        size="small"
        sx={{ flex: 1 }}
        options={CATEGORIES.map((category) => fieldLabel(category.name))}
        inputValue={name}
        onInputChange={(_, value) => {
          setName(value);
          const found = CATEGORIES.find((category) => fieldLabel(category.name) === value);
          if (found) setLevel(found.level);
        }}
        renderInput={(params) => <TextField {...params} label={t.add} />}
      />
      <TextField select label={t.level} value={level} onChange={(event) => setLevel(event.target.value as Level)}>
        {LEVELS.map((value) => (
          <MenuItem key={value} value={value}>
            {t.levels[value]}
          </MenuItem>
        ))}
      </TextField>
      <Button type="submit" variant="outlined" disabled={!field || taken}>
        {t.add}
      </Button>
    </Box>
  );
}
