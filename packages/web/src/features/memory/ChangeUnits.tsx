import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useState } from 'react';
import { call } from '../../api/http.js';
import { holdings as holdingsQuery, memories as memoriesQuery, unitsPreview } from '../../api/queries.js';
import type { MemoryBody, UnitChange, UnitSelection } from '../../api/types.js';
import { ClientLanguageField } from '../../parts/ClientLanguageField.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { languageLabel } from '../../ui/languages.js';
import { Pick } from '../../ui/Pick.js';
import { BulkDialog } from '../../parts/BulkDialog.js';
import { shared } from '../../parts/messages.js';
import { memoryTexts } from './messages.js';

const t = memoryTexts.change;
/** Besides changes: concepts made of short units. */
type Kind = UnitChange['kind'] | 'concepts';
const KINDS: readonly Kind[] = ['replace', 'attribute', 'language', 'copy', 'move', 'concepts', 'newest', 'delete'];

interface Props {
  readonly memory: MemoryBody;
  readonly selection: UnitSelection;
  readonly onDone: () => void;
  readonly onClose: () => void;
}

/** One change for many units. */
export function ChangeUnits({ memory, selection, onDone, onClose }: Props) {
  const [kind, setKind] = useState<Kind>('replace');
  const [change, setChange] = useState<UnitChange | null>(null);
  const asked = useDeferredValue(change);
  const [termbaseId, setTermbaseId] = useState('');
  const transfers = kind === 'copy' || kind === 'move' || kind === 'concepts';
  const { data: preview, error } = useQuery(unitsPreview(memory.id, selection, transfers ? null : asked));
  const params = { id: memory.id };
  const ready =
    kind === 'concepts'
      ? termbaseId !== ''
      : change !== null && (transfers || (preview !== undefined && preview.changed > 0));
  return (
    <BulkDialog
      title={t.title}
      of={selection.ids ? t.marked(selection.ids.length) : Object.keys(selection.filter).length ? t.list : t.all}
      kinds={KINDS}
      names={t.kinds}
      kind={kind}
      onKind={(next) => {
        setKind(next);
        setChange(next === 'delete' || next === 'newest' ? { kind: next } : null);
      }}
      form={
        <>
          {kind === 'replace' && <ReplaceForm memory={memory} onChange={setChange} />}
          {kind === 'attribute' && <AttributeForm memory={memory} onChange={setChange} />}
          {kind === 'language' && <LanguageForm memory={memory} onChange={setChange} />}
          {kind === 'concepts' && <TermbaseForm memory={memory} value={termbaseId} onChange={setTermbaseId} />}
          {(kind === 'copy' || kind === 'move') && (
            <TransferForm key={kind} kind={kind} memory={memory} onChange={setChange} />
          )}
        </>
      }
      preview={
        <>
          {kind === 'concepts' && <Typography color="textSecondary">{t.conceptsSay}</Typography>}
          {change && preview && !transfers && (
            <>
              <Typography sx={{ fontWeight: 600 }}>{t.preview(preview.changed, preview.selected)}</Typography>
              {preview.examples.map((example) => (
                <Example key={example.unit} {...example} />
              ))}
            </>
          )}
        </>
      }
      error={error}
      isCounting={change !== null && !transfers && !preview && !error}
      ready={ready}
      isRemoval={kind === 'delete' || kind === 'newest'}
      go={transfers ? t.goTransfer : t.go(preview?.changed ?? 0)}
      start={() =>
        change === null || kind === 'concepts'
          ? call('POST /memories/:id/concepts', { params, body: { ...selection, termbaseId: Number(termbaseId) } })
          : call('POST /memories/:id/bulk', { params, body: { ...selection, change } })
      }
      said={kind === 'concepts' ? t.conceptsDone : t.done}
      onDone={onDone}
      onClose={onClose}
    />
  );
}

/** As proof marks: struck out what goes, underlined what comes. */
function Example({
  language,
  before,
  after,
}: {
  readonly language: string;
  readonly before: string;
  readonly after: string;
}) {
  let start = 0;
  while (start < before.length && before[start] === after[start]) start++;
  let end = 0;
  while (end < before.length - start && end < after.length - start && before.at(-1 - end) === after.at(-1 - end)) end++;
  const tail = before.slice(before.length - end);
  return (
    <Box sx={{ py: 0.75, borderTop: 1, borderColor: 'divider' }}>
      <LanguageText language={language}>
        {before.slice(0, start)}
        {before.length - end > start && (
          <Box component="del" sx={{ color: 'error.main' }}>
            {before.slice(start, before.length - end)}
          </Box>
        )}
        {after.length - end > start && (
          <Box component="ins" sx={{ color: 'success.main' }}>
            {after.slice(start, after.length - end)}
          </Box>
        )}
        {tail}
      </LanguageText>
    </Box>
  );
}

interface FormProps {
  readonly memory: MemoryBody;
  readonly onChange: (change: UnitChange | null) => void;
}

function ReplaceForm({ memory, onChange }: FormProps) {
  const [form, setForm] = useState({ find: '', by: '', language: '', case: false, words: false, pattern: false });
  const set = (change: Partial<typeof form>): void => {
    const next = { ...form, ...change };
    setForm(next);
    const { language, ...rest } = next;
    onChange(next.find ? { kind: 'replace', ...rest, ...(language && { language }) } : null);
  };
  const check = (key: 'case' | 'words' | 'pattern', label: string) => (
    <FormControlLabel
      control={<Checkbox size="small" checked={form[key]} onChange={(_, on) => set({ [key]: on })} />}
      label={label}
    />
  );
  return (
    <>
      <TextField label={t.find} value={form.find} onChange={(event) => set({ find: event.target.value })} autoFocus />
      <TextField label={t.by} value={form.by} onChange={(event) => set({ by: event.target.value })} />
      <Pick label={shared.bulk.language} value={form.language} onChange={(language) => set({ language })}>
        <MenuItem value="">{shared.bulk.allLanguages}</MenuItem>
        {memory.languages.map(({ language }) => (
          <MenuItem key={language} value={language}>
            {languageLabel(language)}
          </MenuItem>
        ))}
      </Pick>
      <Box sx={{ gridColumn: 'span 2' }}>
        {check('case', memoryTexts.exactCase)}
        {check('words', t.words)}
        {check('pattern', t.pattern)}
      </Box>
    </>
  );
}

function AttributeForm({ memory, onChange }: FormProps) {
  const [type, setType] = useState('');
  const [value, setValue] = useState('');
  const tell = (nextType: string, nextValue: string): void => {
    setType(nextType);
    setValue(nextValue);
    onChange(nextType.trim() ? { kind: 'attribute', type: nextType.trim(), value: nextValue } : null);
  };
  return (
    <>
      <TextField
        label={memoryTexts.attribute}
        value={type}
        onChange={(event) => tell(event.target.value, value)}
        slotProps={{ htmlInput: { list: 'unit-attributes' } }}
      />
      <datalist id="unit-attributes">
        {memory.attributes.map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      <TextField
        label={shared.bulk.value}
        value={value}
        helperText={t.valueHint}
        onChange={(event) => tell(type, event.target.value)}
      />
    </>
  );
}

function LanguageForm({ memory, onChange }: FormProps) {
  const [from, setFrom] = useState(memory.languages[0]?.language ?? '');
  const [to, setTo] = useState<string | null>(null);
  const tell = (nextFrom: string, nextTo: string | null): void => {
    setFrom(nextFrom);
    setTo(nextTo);
    onChange(nextTo && nextTo !== nextFrom ? { kind: 'language', from: nextFrom, to: nextTo } : null);
  };
  return (
    <>
      <Pick label={shared.bulk.from} value={from} onChange={(tag) => tell(tag, to)}>
        {memory.languages.map(({ language }) => (
          <MenuItem key={language} value={language}>
            {languageLabel(language)}
          </MenuItem>
        ))}
      </Pick>
      <ClientLanguageField label={shared.bulk.to} value={to} onChange={(tag) => tell(from, tag)} />
    </>
  );
}

function TransferForm({ kind, memory, onChange }: FormProps & { readonly kind: 'copy' | 'move' }) {
  const { data: memories = [] } = useQuery(memoriesQuery(memory.clientId));
  const others = memories.filter(({ id }) => id !== memory.id);
  const [to, setTo] = useState('');
  if (others.length === 0) return <Typography color="textSecondary">{t.noOther}</Typography>;
  return (
    <Pick
      label={memoryTexts.memory}
      value={to}
      onChange={(id) => {
        setTo(id);
        onChange(id ? { kind, memoryId: Number(id) } : null);
      }}
    >
      {others.map(({ id, name }) => (
        <MenuItem key={id} value={String(id)}>
          {name}
        </MenuItem>
      ))}
    </Pick>
  );
}

/** Where concepts of short units go. */
function TermbaseForm({
  memory,
  value,
  onChange,
}: {
  readonly memory: MemoryBody;
  readonly value: string;
  readonly onChange: (id: string) => void;
}) {
  const { data: holdings = [] } = useQuery(holdingsQuery(memory.clientId));
  if (holdings.length === 0) return <Typography color="textSecondary">{memoryTexts.noTermbase}</Typography>;
  return (
    <Pick label={memoryTexts.pairTo} value={value} onChange={onChange}>
      {holdings.map(({ id, name }) => (
        <MenuItem key={id} value={String(id)}>
          {name}
        </MenuItem>
      ))}
    </Pick>
  );
}
