import { primaryLanguage } from '@fair-copy/core/language/tags.js';
import { IGNORABLE, KEEPING, type Ignorable } from '@fair-copy/core/memory/merge/plan.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import FormGroup from '@mui/material/FormGroup';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState, type ReactNode } from 'react';
import type { MergePlanBody } from '@fair-copy/api/merges.js';
import { saveText } from '../../api/save.js';
import type { MemoryBody } from '../../api/types.js';
import { LanguageChecks } from '../../ui/LanguageChecks.js';
import { languageName } from '../../ui/languages.js';
import { WordPopover } from '../../ui/WordPopover.js';
import { SERIF } from '../../ui/typefaces.js';
import { mergeTexts as t } from './messages.js';
import type { Merging } from './useMerge.js';

const s = t.sentence;

/** How memories are merged, in sentences; each underlined word opens what can stand there. */
export function PlanSentences({
  merging,
  chosen,
}: {
  readonly merging: Merging;
  readonly chosen: readonly MemoryBody[];
}) {
  const { change } = merging;
  const { plan } = merging.body;
  const tags = [
    ...new Set(chosen.flatMap(({ languages }) => languages.map(({ language }) => primaryLanguage(language)))),
  ];
  return (
    <Box sx={{ fontFamily: SERIF, fontSize: 17, lineHeight: '28px', maxWidth: 900, mb: 2 }}>
      {s.same}{' '}
      <Word word={plan.by === 'all' ? s.byAll : s.by(plan.by.map(languageName))} legend={t.by.legend}>
        {() => <ByForm by={plan.by} tags={tags} onChange={(by) => change({ by, bySet: true })} />}
      </Word>
      {s.ignoring}{' '}
      <Word word={plan.ignore.length ? s.ignored(plan.ignore) : s.nothing} legend={t.ignore.legend}>
        {() => <IgnoreForm ignore={plan.ignore} onChange={(ignore) => change({ ignore })} />}
      </Word>
      {s.where}{' '}
      <Word word={t.keep.labels[plan.keep]} legend={t.keep.legend}>
        {() => (
          <RadioGroup
            aria-label={t.keep.legend}
            value={plan.keep}
            onChange={(_, keep) => change({ keep: keep as MergePlanBody['keep'] })}
          >
            {KEEPING.map((one) => (
              <FormControlLabel key={one} value={one} control={<Radio size="small" />} label={t.keep.labels[one]} />
            ))}
          </RadioGroup>
        )}
      </Word>
      {s.regionsBefore}{' '}
      <Word word={s.regions[plan.regions]} legend={t.regionsLegend}>
        {() => <RegionsForm regions={plan.regions} onChange={(regions) => change({ regions })} />}
      </Word>
      {'. '}
      <Word word={filterSays(plan.filter)} legend={t.filter.legend}>
        {(close) => (
          <FilterForm
            filter={plan.filter}
            onApply={(filter) => {
              change({ filter });
              close();
            }}
          />
        )}
      </Word>
      .
      {t.keepHint[plan.keep] && (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 0.5 }}>
          {t.keepHint[plan.keep]}
        </Typography>
      )}
      <Button title={t.planFileHint} onClick={() => savePlan(plan)} sx={{ ml: -0.5 }}>
        {t.planFile}
      </Button>
    </Box>
  );
}

/** What `fair-copy merge --plan` takes. */
function savePlan({ by, ignore, keep, regions, filter, decisions }: MergePlanBody): void {
  const plan = { by, ignore, keep, regions, ...(filter && { filter }), decisions };
  saveText('plan.json', JSON.stringify(plan, null, 2), 'application/json');
}

interface WordProps {
  readonly word: string;
  readonly legend: string;
  readonly children: (close: () => void) => ReactNode;
}

export function Word({ word, legend, children }: WordProps) {
  return (
    <WordPopover word={word} label={s.change(word)}>
      {(close) => (
        <Box role="group" aria-label={legend} sx={{ p: 2, maxWidth: 380 }}>
          <Typography sx={{ fontWeight: 600, mb: 1 }}>{legend}</Typography>
          {children(close)}
        </Box>
      )}
    </WordPopover>
  );
}

interface ByFormProps {
  readonly by: MergePlanBody['by'];
  readonly tags: readonly string[];
  readonly onChange: (by: MergePlanBody['by']) => void;
}

export function ByForm({ by, tags, onChange }: ByFormProps) {
  return (
    <FormGroup>
      <LanguageChecks
        all={tags}
        chosen={by === 'all' ? [] : by}
        onChange={(next) => onChange(next.length > 0 ? [...next] : 'all')}
      />
      <FormControlLabel
        control={<Checkbox size="small" checked={by === 'all'} onChange={(_, on) => on && onChange('all')} />}
        label={t.by.all}
      />
    </FormGroup>
  );
}

type Filter = MergePlanBody['filter'];

/** What Fair Copy adds to units under these names. */
const PROPS = ['client', 'subject'] as const;

function filterSays(filter: Filter): string {
  const { props, author, from, to, longest } = filter ?? {};
  const parts = [
    ...PROPS.flatMap((type) => (props?.[type]?.[0] ? [s.props[type](props[type][0])] : [])),
    ...(author ? [s.author(author)] : []),
    ...(from ? [s.from(shownDay(from))] : []),
    ...(to ? [s.to(shownDay(to))] : []),
    ...(longest ? [s.longest(longest)] : []),
  ];
  return parts.length ? s.filter(parts) : s.filterNone;
}

const shownDay = (day: string): string => `${day.slice(0, 4)}-${day.slice(4, 6)}-${day.slice(6)}`;

function FilterForm({
  filter = {},
  onApply,
}: {
  readonly filter?: Filter;
  readonly onApply: (filter: Filter) => void;
}) {
  const [props, setProps] = useState<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(PROPS.map((type) => [type, filter.props?.[type]?.[0] ?? ''])),
  );
  const [author, setAuthor] = useState(filter.author ?? '');
  const [from, setFrom] = useState(filter.from ? shownDay(filter.from) : '');
  const [to, setTo] = useState(filter.to ? shownDay(filter.to) : '');
  const [longest, setLongest] = useState(filter.longest ? String(filter.longest) : '');
  const day = (text: string): string => text.replaceAll('-', '');
  const characters = Number(longest);
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        const said = PROPS.flatMap((type) => {
          const value = props[type]?.trim();
          return value ? [[type, [value]] as [string, string[]]] : [];
        });
        const next = {
          ...(said.length > 0 && { props: Object.fromEntries(said) }),
          ...(author.trim() && { author: author.trim() }),
          ...(from && { from: day(from) }),
          ...(to && { to: day(to) }),
          ...(characters > 0 && Number.isInteger(characters) && { longest: characters }),
        };
        onApply(Object.keys(next).length > 0 ? next : undefined);
      }}
      sx={{ display: 'grid', gap: 1.5, width: 300 }}
    >
      {PROPS.map((type) => (
        <TextField
          key={type}
          label={t.filter[type]}
          value={props[type] ?? ''}
          onChange={(event) => setProps({ ...props, [type]: event.target.value })}
        />
      ))}
      <TextField label={t.filter.author} value={author} onChange={(event) => setAuthor(event.target.value)} />
      {(
        [
          [t.filter.from, from, setFrom],
          [t.filter.to, to, setTo],
        ] as const
      ).map(([label, value, set]) => (
        <TextField
          key={label}
          type="date"
          label={label}
          value={value}
          onChange={(event) => set(event.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
        />
      ))}
      <TextField
        type="number"
        label={t.filter.longest}
        value={longest}
        onChange={(event) => setLongest(event.target.value)}
        slotProps={{ htmlInput: { min: 1 } }}
      />
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button type="submit" variant="outlined">
          {t.filter.apply}
        </Button>
        <Button onClick={() => onApply(undefined)}>{t.filter.clear}</Button>
      </Box>
    </Box>
  );
}

/** What makes no difference between two texts. */
export function IgnoreForm({
  ignore,
  onChange,
}: {
  readonly ignore: readonly Ignorable[];
  readonly onChange: (ignore: Ignorable[]) => void;
}) {
  return (
    <FormGroup>
      {IGNORABLE.map((one) => (
        <FormControlLabel
          key={one}
          control={
            <Checkbox
              size="small"
              checked={ignore.includes(one)}
              onChange={(_, on) => onChange(IGNORABLE.filter((other) => (other === one ? on : ignore.includes(other))))}
            />
          }
          label={t.ignore.labels[one]}
        />
      ))}
    </FormGroup>
  );
}

export function RegionsForm({
  regions,
  onChange,
}: {
  readonly regions: MergePlanBody['regions'];
  readonly onChange: (regions: MergePlanBody['regions']) => void;
}) {
  return (
    <RadioGroup
      aria-label={t.regionsLegend}
      value={regions}
      onChange={(_, value) => onChange(value as MergePlanBody['regions'])}
    >
      {(['fold', 'keep'] as const).map((one) => (
        <FormControlLabel key={one} value={one} control={<Radio size="small" />} label={s.regions[one]} />
      ))}
    </RadioGroup>
  );
}
