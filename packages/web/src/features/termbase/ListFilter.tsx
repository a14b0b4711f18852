import { fieldLabel, valueLabel } from '../../parts/field-words.js';
import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { ListFilterQuery } from '../../api/queries.js';
import type { ListOrder, TermbaseBody } from '../../api/types.js';
import { number } from '../../ui/format.js';
import { languageLabel } from '../../ui/languages.js';
import { Pick } from '../../ui/Pick.js';
import { WordButton } from '../../ui/WordButton.js';
import { WordPopover } from '../../ui/WordPopover.js';
import { doneWords } from '../../words.js';
import { termbaseTexts } from './messages.js';

const t = termbaseTexts;

interface Props {
  readonly termbase: TermbaseBody;
  readonly filter: ListFilterQuery;
  readonly onFilter: (filter: ListFilterQuery) => void;
  readonly order: ListOrder;
  readonly onOrder: (order: ListOrder) => void;
}

/** What the list is narrowed to, and its order. */
export function ListFilter({ termbase, filter, onFilter, order, onOrder }: Props) {
  const count = Object.keys(filter).filter((key) => key !== 'values').length + (filter.values?.length ?? 0);
  return (
    <Box sx={{ display: 'flex', gap: 2, fontSize: 13 }}>
      <WordPopover word={count ? t.filterOn(count) : t.filter}>
        {() => <FilterForm termbase={termbase} filter={filter} onFilter={onFilter} />}
      </WordPopover>
      {count > 0 && <WordButton onClick={() => onFilter({})}>{t.filterNone}</WordButton>}
      <Box sx={{ flex: 1, textAlign: 'end' }}>
        {t.sort}: <OrderWord order={order} onOrder={onOrder} />
      </Box>
    </Box>
  );
}

const ORDERS: readonly ListOrder[] = ['term', 'changed', 'entry'];

function OrderWord({ order, onOrder }: Pick<Props, 'order' | 'onOrder'>) {
  const next = ORDERS[(ORDERS.indexOf(order) + 1) % ORDERS.length]!;
  return (
    <WordButton aria-label={`${t.sort}: ${t.orders[order]}`} onClick={() => onOrder(next)}>
      {t.orders[order]}
    </WordButton>
  );
}

function FilterForm({ termbase, filter, onFilter }: Pick<Props, 'termbase' | 'filter' | 'onFilter'>) {
  const set = (change: { [K in keyof ListFilterQuery]?: ListFilterQuery[K] | undefined }): void => {
    const next = Object.fromEntries(
      Object.entries({ ...filter, ...change }).filter(([, value]) => value !== undefined),
    );
    onFilter(next);
  };
  const fields = [...new Set(termbase.facets.map((facet) => facet.field))];
  const valueOf = (field: string): string => filter.values?.find((value) => value.field === field)?.value ?? '';
  const setValue = (field: string, value: string): void => {
    const others = (filter.values ?? []).filter((other) => other.field !== field);
    const values = value ? [...others, { field, value }] : others;
    set({ values: values.length ? values : undefined });
  };
  return (
    <Box sx={{ p: 2, width: 340, display: 'grid', gap: 1.5 }}>
      <LanguageChoice label={t.filterHas} termbase={termbase} value={filter.has} onChange={(has) => set({ has })} />
      <LanguageChoice
        label={t.filterLacks}
        termbase={termbase}
        value={filter.lacks}
        onChange={(lacks) => set({ lacks })}
      />
      {fields.map((field) => (
        <PickAny
          key={field}
          label={fieldLabel(field)}
          value={valueOf(field)}
          onChange={(value) => setValue(field, value)}
        >
          {termbase.facets
            .filter((facet) => facet.field === field)
            .map((facet) => (
              <MenuItem key={facet.value} value={facet.value}>
                {valueLabel(field, facet.value)} · {number(facet.concepts)}
              </MenuItem>
            ))}
        </PickAny>
      ))}
      <TextField
        type="date"
        label={t.filterSince}
        value={filter.since?.slice(0, 10) ?? ''}
        onChange={(event) => set({ since: event.target.value || undefined })}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      {termbase.intakes.length > 0 && (
        <PickAny
          label={t.filterIntake}
          value={filter.intake === undefined ? '' : String(filter.intake)}
          onChange={(value) => set({ intake: value ? Number(value) : undefined })}
        >
          {termbase.intakes.map((intake) => (
            <MenuItem key={intake.ledgerId} value={String(intake.ledgerId)}>
              {doneWords(intake)}
            </MenuItem>
          ))}
        </PickAny>
      )}
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            checked={filter.findings ?? false}
            onChange={(_, on) => set({ findings: on || undefined })}
          />
        }
        label={t.filterFindings}
      />
    </Box>
  );
}

function LanguageChoice({
  label,
  termbase,
  value,
  onChange,
}: {
  readonly label: string;
  readonly termbase: TermbaseBody;
  readonly value: string | undefined;
  readonly onChange: (tag: string | undefined) => void;
}) {
  return (
    <PickAny label={label} value={value ?? ''} onChange={(tag) => onChange(tag || undefined)}>
      {termbase.languages.map(({ language }) => (
        <MenuItem key={language} value={language}>
          {languageLabel(language)}
        </MenuItem>
      ))}
    </PickAny>
  );
}

/** With "any" as the first choice. */
function PickAny({ children, ...rest }: Parameters<typeof Pick>[0]) {
  return (
    <Pick {...rest}>
      <MenuItem value="">{t.filterAny}</MenuItem>
      {children}
    </Pick>
  );
}
