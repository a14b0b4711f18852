import { primaryLanguage } from '@fair-copy/core/language/tags.js';
import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { MemoryBody, UnitFilter, UnitSort } from '../../api/types.js';
import { languageLabel } from '../../ui/languages.js';
import { LanguageChecks } from '../../ui/LanguageChecks.js';
import { Pick } from '../../ui/Pick.js';
import { useKeys } from '../../ui/useKeys.js';
import { WordButton } from '../../ui/WordButton.js';
import { WordPopover } from '../../ui/WordPopover.js';
import { shared } from '../../parts/messages.js';
import { memoryTexts } from './messages.js';

const t = memoryTexts;
const MODES = ['any', 'word', 'beginning', 'whole', 'pattern'] as const;

interface Props {
  readonly memory: MemoryBody;
  readonly filter: UnitFilter;
  readonly onFilter: (filter: UnitFilter) => void;
  readonly sort: UnitSort;
  readonly onSort: (sort: UnitSort) => void;
  readonly columns: readonly string[];
  readonly onColumns: (columns: readonly string[]) => void;
  readonly total: number | null;
}

/** What the sheet is narrowed to, in one sentence. */
export function FilterLine({ memory, filter, onFilter, sort, onSort, columns, onColumns, total }: Props) {
  const field = useRef<HTMLInputElement>(null);
  const [text, setText] = useState(filter.text ?? '');
  // What is typed waits a moment and must not bring back what was changed meanwhile.
  const latest = useRef(filter);
  useLayoutEffect(() => {
    latest.current = filter;
  });
  const set = (change: { [K in keyof UnitFilter]?: UnitFilter[K] | undefined }): void =>
    onFilter(
      Object.fromEntries(
        Object.entries({ ...latest.current, ...change }).filter(([, value]) => value !== undefined && value !== ''),
      ) as UnitFilter,
    );
  // The list follows a moment after the last key.
  useEffect(() => {
    const wait = window.setTimeout(() => {
      if (text !== (latest.current.text ?? '')) set({ text: text || undefined });
    }, 200);
    return () => window.clearTimeout(wait);
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [text]);
  useKeys({ '/': () => field.current?.focus() });
  const others = Object.keys(filter).filter(
    (key) => !['text', 'mode', 'not', 'case', 'accents', 'language'].includes(key),
  ).length;
  return (
    <Box
      sx={{
        display: 'flex',
        alignItems: 'center',
        flexWrap: 'wrap',
        columnGap: 1.5,
        rowGap: 0.5,
        px: 2,
        py: 0.75,
        borderBottom: 1,
        borderColor: 'divider',
        fontSize: 13,
      }}
    >
      <TextField
        size="small"
        label={t.filterText}
        value={text}
        inputRef={field}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Escape' && event.key !== 'Enter') return;
          if (event.key === 'Escape' && text) setText('');
          else (event.target as HTMLElement).blur();
        }}
        slotProps={{ htmlInput: { autoComplete: 'off', spellCheck: false } }}
        sx={{ width: 240 }}
      />
      <WordPopover word={t.howText(filter)} label={t.how}>
        {() => <TextForm memory={memory} filter={filter} set={set} />}
      </WordPopover>
      <WordPopover word={others ? shared.filterOn(others) : t.further}>
        {() => <FurtherForm memory={memory} filter={filter} set={set} />}
      </WordPopover>
      {Object.keys(filter).length > 0 && (
        <WordButton
          onClick={() => {
            setText('');
            onFilter({});
          }}
        >
          {shared.filterNone}
        </WordButton>
      )}
      <Typography
        component="span"
        variant="body2"
        color="textSecondary"
        aria-live="polite"
        sx={{ flex: 1, textAlign: 'end' }}
      >
        {total === null ? t.counting : t.found(total)}
      </Typography>
      <WordPopover word={t.sorted[sort.by]} label={t.sort}>
        {() => <SortForm memory={memory} sort={sort} onSort={onSort} />}
      </WordPopover>
      <WordPopover word={t.columns(columns.length)} label={t.columnsLabel}>
        {() => <ColumnsForm {...{ memory, columns, onColumns }} />}
      </WordPopover>
    </Box>
  );
}

function ColumnsForm({ memory, columns, onColumns }: Pick<Props, 'memory' | 'columns' | 'onColumns'>) {
  return (
    <Box role="group" aria-label={t.columnsLabel} sx={{ p: 1.5, display: 'grid', maxHeight: 360, overflow: 'auto' }}>
      <LanguageChecks all={memory.languages.map(({ language }) => language)} chosen={columns} onChange={onColumns} />
    </Box>
  );
}

type Set = (change: { [K in keyof UnitFilter]?: UnitFilter[K] | undefined }) => void;
interface FormProps {
  readonly memory: MemoryBody;
  readonly filter: UnitFilter;
  readonly set: Set;
}

function TextForm({ memory, filter, set }: FormProps) {
  const check = (key: 'not' | 'case' | 'accents', label: string) => (
    <FormControlLabel
      control={
        <Checkbox size="small" checked={filter[key] ?? false} onChange={(_, on) => set({ [key]: on || undefined })} />
      }
      label={label}
    />
  );
  return (
    <Box sx={{ p: 2, width: 320, display: 'grid', gap: 1.25 }}>
      <Pick
        label={t.mode}
        value={filter.mode ?? 'any'}
        onChange={(mode) => set({ mode: mode === 'any' ? undefined : (mode as UnitFilter['mode']) })}
      >
        {MODES.map((mode) => (
          <MenuItem key={mode} value={mode}>
            {t.modes[mode]}
          </MenuItem>
        ))}
      </Pick>
      <Languages
        label={t.lookIn}
        memory={memory}
        value={filter.language ?? ''}
        any={t.anyLanguage}
        onChange={(language) => set({ language: language || undefined })}
      />
      <Box sx={{ display: 'grid' }}>
        {check('not', t.not)}
        {check('case', t.exactCase)}
        {check('accents', t.exactAccents)}
      </Box>
    </Box>
  );
}

function FurtherForm({ memory, filter, set }: FormProps) {
  const date = (key: 'changedSince' | 'changedBefore', label: string) => (
    <TextField
      type="date"
      label={label}
      value={filter[key] ?? ''}
      onChange={(event) => set({ [key]: event.target.value || undefined })}
      slotProps={{ inputLabel: { shrink: true } }}
    />
  );
  const length = (key: 'longer' | 'shorter', label: string) => (
    <TextField
      type="number"
      label={label}
      value={filter[key] ?? ''}
      onChange={(event) =>
        set({ [key]: event.target.value === '' ? undefined : Math.max(0, Math.round(Number(event.target.value))) })
      }
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { min: 0 } }}
    />
  );
  return (
    <Box sx={{ p: 2, width: 420, display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
      <Languages
        label={shared.filterHas}
        memory={memory}
        value={filter.present?.[0] ?? ''}
        any={shared.filterAny}
        onChange={(tag) => set({ present: tag ? [tag] : undefined })}
      />
      <Languages
        label={shared.filterLacks}
        memory={memory}
        value={filter.missing?.[0] ?? ''}
        any={shared.filterAny}
        onChange={(tag) => set({ missing: tag ? [tag] : undefined })}
      />
      {date('changedSince', shared.filterSince)}
      {date('changedBefore', t.before)}
      {length('longer', t.longer)}
      {length('shorter', t.shorter)}
      <TextField
        label={t.author}
        value={filter.author ?? ''}
        onChange={(event) => set({ author: event.target.value || undefined })}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <Pick
        label={t.origin}
        value={filter.origin === undefined ? '' : String(filter.origin)}
        onChange={(id) => set({ origin: id ? Number(id) : undefined })}
      >
        <MenuItem value="">{shared.filterAny}</MenuItem>
        {memory.origins.map(({ id, name }) => (
          <MenuItem key={id} value={String(id)}>
            {name}
          </MenuItem>
        ))}
      </Pick>
      <AttributeFilter {...{ memory, filter, set }} />
      <Pick
        label={t.codes}
        value={filter.codes === undefined ? '' : String(filter.codes)}
        onChange={(value) => set({ codes: value === '' ? undefined : value === 'true' })}
      >
        <MenuItem value="">{shared.filterAny}</MenuItem>
        <MenuItem value="true">{t.withCodes}</MenuItem>
        <MenuItem value="false">{t.withoutCodes}</MenuItem>
      </Pick>
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            checked={filter.duplicate ?? false}
            onChange={(_, on) => set({ duplicate: on || undefined })}
          />
        }
        label={t.duplicates}
      />
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            disabled={memory.openFindings === null}
            checked={filter.findings ?? false}
            onChange={(_, on) => set({ findings: on || undefined })}
          />
        }
        label={memory.openFindings === null ? t.notInspected : t.withFindings}
      />
    </Box>
  );
}

function AttributeFilter({ memory, filter, set }: FormProps) {
  return (
    <>
      <Pick
        label={t.attribute}
        value={filter.attribute?.type ?? ''}
        onChange={(type) => set({ attribute: type ? { type, value: filter.attribute?.value ?? '' } : undefined })}
      >
        <MenuItem value="">{shared.filterAny}</MenuItem>
        {memory.attributes.map((type) => (
          <MenuItem key={type} value={type}>
            {type}
          </MenuItem>
        ))}
      </Pick>
      <TextField
        label={t.attributeHolds}
        disabled={!filter.attribute}
        value={filter.attribute?.value ?? ''}
        onChange={(event) => filter.attribute && set({ attribute: { ...filter.attribute, value: event.target.value } })}
        slotProps={{ inputLabel: { shrink: true } }}
      />
    </>
  );
}

const ORDERS: readonly UnitSort['by'][] = ['file', 'text', 'changed', 'length', 'origin'];

function SortForm({
  memory,
  sort,
  onSort,
}: {
  readonly memory: MemoryBody;
  readonly sort: UnitSort;
  readonly onSort: (sort: UnitSort) => void;
}) {
  const language = sort.language ?? memory.languages[0]?.language ?? '';
  return (
    <Box sx={{ p: 2, width: 280, display: 'grid', gap: 1.25 }}>
      <Pick
        label={t.sort}
        value={sort.by}
        onChange={(by) => onSort({ ...sort, by: by as UnitSort['by'], ...(by === 'text' && { language }) })}
      >
        {ORDERS.map((by) => (
          <MenuItem key={by} value={by}>
            {t.sorted[by]}
          </MenuItem>
        ))}
      </Pick>
      {sort.by === 'text' && (
        <Languages
          label={shared.listIn}
          memory={memory}
          value={language}
          onChange={(tag) => onSort({ ...sort, language: tag })}
        />
      )}
      <FormControlLabel
        control={
          <Checkbox size="small" checked={sort.descending} onChange={(_, on) => onSort({ ...sort, descending: on })} />
        }
        label={t.descending}
      />
    </Box>
  );
}

interface LanguagesProps {
  readonly label: string;
  readonly memory: MemoryBody;
  readonly value: string;
  readonly any?: string;
  readonly onChange: (tag: string) => void;
}

/** The languages of the memory, and the general ones that stand for several. */
function Languages({ label, memory, value, any, onChange }: LanguagesProps) {
  const tags = memory.languages.map(({ language }) => language);
  const general = [...new Set(tags.map(primaryLanguage))].filter(
    (tag) => !tags.includes(tag) && tags.filter((other) => other.startsWith(`${tag}-`)).length > 1,
  );
  return (
    <Pick label={label} value={value} onChange={onChange}>
      {any !== undefined && <MenuItem value="">{any}</MenuItem>}
      {[...general, ...tags].map((tag) => (
        <MenuItem key={tag} value={tag}>
          {languageLabel(tag)}
        </MenuItem>
      ))}
    </Pick>
  );
}
