import { CATEGORIES, categoryNamed, type Level } from '@fair-copy/core/termbase/categories.js';
import { fieldLabel, valueLabel } from '../../parts/field-words.js';
import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { call } from '../../api/http.js';
import { bulkPreview, holdings } from '../../api/queries.js';
import type { BulkBody, SelectionBody, TermbaseBody } from '../../api/types.js';
import { ClientLanguageField } from '../../parts/ClientLanguageField.js';
import { languageLabel } from '../../ui/languages.js';
import { Pick } from '../../ui/Pick.js';
import { fieldTexts } from './fields-messages.js';
import { BulkDialog } from '../../parts/BulkDialog.js';
import { shared } from '../../parts/messages.js';
import { termbaseTexts } from './messages.js';
import { SERIF } from '../../ui/typefaces.js';

const t = { ...shared.bulk, ...termbaseTexts.bulkChange };
type Change = BulkBody['change'];
type Kind = Change['kind'];

interface Props {
  readonly termbase: TermbaseBody;
  readonly selection: SelectionBody;
  readonly onDone: () => void;
  readonly onClose: () => void;
}

/** One change for many concepts. */
export function BulkChange({ termbase, selection, onDone, onClose }: Props) {
  const many = 'concepts' in selection;
  const kinds: readonly Kind[] =
    many && selection.concepts.length > 1
      ? ['set field', 'change language', 'move', 'merge', 'delete']
      : ['set field', 'change language', 'move', 'delete'];
  const [kind, setKind] = useState<Kind>('set field');
  const [change, setChange] = useState<Change | null>(null);
  const { data: preview, error } = useQuery(bulkPreview(termbase.id, selection, change));
  return (
    <BulkDialog
      title={t.title}
      of={many ? t.of.marked(selection.concepts.length) : t.of.list}
      kinds={kinds}
      names={t.kinds}
      kind={kind}
      onKind={(next) => {
        setKind(next);
        setChange(next === 'merge' || next === 'delete' ? { kind: next } : null);
      }}
      form={
        <>
          {kind === 'set field' && <FieldForm termbase={termbase} onChange={setChange} />}
          {kind === 'change language' && <LanguageForm termbase={termbase} onChange={setChange} />}
          {kind === 'move' && <MoveForm termbase={termbase} onChange={setChange} />}
        </>
      }
      preview={
        change &&
        preview && (
          <>
            <Typography sx={{ fontWeight: 600 }}>{t.preview(preview.changed, preview.selected)}</Typography>
            {preview.examples.map((example) => (
              <Example key={example.concept} {...example} />
            ))}
          </>
        )
      }
      error={error}
      isCounting={change !== null && !preview && !error}
      ready={change !== null && preview !== undefined && preview.changed > 0}
      isRemoval={kind === 'delete'}
      go={t.go(preview?.changed ?? 0)}
      start={() =>
        call('POST /termbases/:id/bulk', { params: { id: termbase.id }, body: { selection, change: change! } })
      }
      said={t.done}
      onDone={onDone}
      onClose={onClose}
    />
  );
}

/** Only what differs, as proof marks: struck out what goes, underlined what comes. */
function Example({ before, after }: { readonly before: string; readonly after: string }) {
  const old = before.split(PART);
  const fresh = after.split(PART);
  const gone = old.filter((part) => !fresh.includes(part));
  const come = after ? fresh.filter((part) => !old.includes(part)) : [];
  const name = old[0]!.replace(/^[^:]*: /, '').replace(/\s*[;[].*$/, '');
  return (
    <Box
      sx={{ display: 'grid', gridTemplateColumns: '200px 1fr', gap: 2, py: 0.75, borderTop: 1, borderColor: 'divider' }}
    >
      <Box sx={{ fontFamily: SERIF, fontSize: 16, overflowWrap: 'anywhere' }}>{name}</Box>
      <Box sx={{ overflowWrap: 'anywhere', minWidth: 0 }}>
        {gone.length > 0 && (
          <Box
            component="del"
            sx={(theme) => ({ color: 'text.secondary', textDecorationColor: theme.inks.vermilion, mr: 1 })}
          >
            {gone.join(PART)}
          </Box>
        )}
        {come.length > 0 && (
          <Box component="ins" sx={(theme) => ({ textDecorationColor: theme.inks.petrol, textUnderlineOffset: '3px' })}>
            ‸ {come.join(PART)}
          </Box>
        )}
        {!after && t.gone}
      </Box>
    </Box>
  );
}

/** What stands between the parts of a concept in a line. */
const PART = ' · ';

interface FormProps {
  readonly termbase: TermbaseBody;
  readonly onChange: (change: Change | null) => void;
}

type FieldChange = Extract<Change, { kind: 'set field' }>;

function FieldForm({ termbase, onChange }: FormProps) {
  const [form, setForm] = useState<Omit<FieldChange, 'kind'>>({
    field: '',
    level: 'concept',
    language: null,
    value: '',
    mode: 'replace',
  });
  const known = [...new Set([...termbase.fields.map((field) => field.name), ...CATEGORIES.map((c) => c.name)])];
  const set = (change: Partial<typeof form>): void => {
    const next = { ...form, ...change };
    setForm(next);
    onChange(next.field ? { kind: 'set field', ...next } : null);
  };
  const values =
    termbase.fields.find((field) => field.name === form.field)?.values ??
    Object.keys(categoryNamed(form.field)?.values ?? {});
  return (
    <>
      <Pick
        label={t.field}
        value={form.field}
        onChange={(field) => {
          const defined = termbase.fields.find((other) => other.name === field);
          set({ field, level: defined?.level ?? categoryNamed(field)?.level ?? 'concept', value: '' });
        }}
      >
        {known.map((name) => (
          <MenuItem key={name} value={name}>
            {fieldLabel(name)}
          </MenuItem>
        ))}
      </Pick>
      <Pick label={t.level} value={form.level} onChange={(level) => set({ level: level as Level })}>
        {(['concept', 'language', 'term'] as const).map((level) => (
          <MenuItem key={level} value={level}>
            {fieldTexts.levels[level]}
          </MenuItem>
        ))}
      </Pick>
      {form.level !== 'concept' && (
        <Pick label={t.language} value={form.language ?? ''} onChange={(tag) => set({ language: tag || null })}>
          <MenuItem value="">{t.allLanguages}</MenuItem>
          {termbase.languages.map(({ language }) => (
            <MenuItem key={language} value={language}>
              {languageLabel(language)}
            </MenuItem>
          ))}
        </Pick>
      )}
      {values.length ? (
        <Pick label={t.value} value={form.value} onChange={(value) => set({ value })}>
          <MenuItem value="">{termbaseTexts.noValue}</MenuItem>
          {values.map((value) => (
            <MenuItem key={value} value={value}>
              {valueLabel(form.field, value)}
            </MenuItem>
          ))}
        </Pick>
      ) : (
        <TextField
          label={t.value}
          helperText={t.valueHint}
          value={form.value}
          onChange={(event) => set({ value: event.target.value })}
        />
      )}
      <Pick label={t.mode} value={form.mode} onChange={(mode) => set({ mode: mode as FieldChange['mode'] })}>
        {(['replace', 'add', 'fill'] as const).map((mode) => (
          <MenuItem key={mode} value={mode}>
            {t.modes[mode]}
          </MenuItem>
        ))}
      </Pick>
    </>
  );
}

function LanguageForm({ termbase, onChange }: FormProps) {
  const [from, setFrom] = useState('');
  const [to, setTo] = useState<string | null>(null);
  const set = (next: { from: string; to: string | null }): void => {
    setFrom(next.from);
    setTo(next.to);
    onChange(next.from && next.to ? { kind: 'change language', from: next.from, to: next.to } : null);
  };
  return (
    <>
      <Pick label={t.from} value={from} onChange={(tag) => set({ from: tag, to })}>
        {termbase.languages.map(({ language }) => (
          <MenuItem key={language} value={language}>
            {languageLabel(language)}
          </MenuItem>
        ))}
      </Pick>
      <ClientLanguageField label={t.to} value={to} onChange={(tag) => set({ from, to: tag })} />
    </>
  );
}

function MoveForm({ termbase, onChange }: FormProps) {
  const { data: all = [] } = useQuery(holdings(termbase.clientId));
  const others = all.filter((holding) => holding.id !== termbase.id);
  const [target, setTarget] = useState('');
  if (others.length === 0) return <Typography color="textSecondary">{t.noTarget}</Typography>;
  return (
    <Pick
      label={t.target}
      value={target}
      onChange={(id) => {
        setTarget(id);
        onChange({ kind: 'move', termbaseId: Number(id) });
      }}
    >
      {others.map((holding) => (
        <MenuItem key={holding.id} value={String(holding.id)}>
          {holding.name}
        </MenuItem>
      ))}
    </Pick>
  );
}
