import ListSubheader from '@mui/material/ListSubheader';
import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { useQuery, type UseQueryOptions } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import type { ComparedRef } from '@fair-copy/api/two.js';
import { m } from '../../messages/index.js';
import { NothingYet } from '../../parts/NothingYet.js';
import { useResources, type Resources } from '../../parts/useResources.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { Failed, failureOf } from '../../ui/Failed.js';
import { moment } from '../../ui/format.js';
import { languageName } from '../../ui/languages.js';
import { Pick } from '../../ui/Pick.js';
import { doneWords } from '../../words.js';
import { mergeTexts as t } from './messages.js';
import { earlierStates } from './queries.js';

export interface Two {
  readonly a: ComparedRef | null;
  readonly b: ComparedRef | null;
}

interface Named extends ComparedRef {
  readonly name: string;
  readonly languages: readonly string[];
}

export function named({ termbases, memories }: Resources): readonly Named[] {
  return [
    ...memories
      .filter(({ damage }) => damage === null)
      .map(({ id, name, languages }) => ({
        kind: 'memory' as const,
        id,
        name,
        languages: languages.map(({ language }) => language),
      })),
    ...termbases.map(({ id, name, languages }) => ({
      kind: 'termbase' as const,
      id,
      name,
      languages: languages.map(({ language }) => language),
    })),
  ];
}

/** The same resource in the same state. */
export const isSame = (a: ComparedRef, b: ComparedRef): boolean =>
  a.kind === b.kind && a.id === b.id && a.before === b.before;

/** The names of the two that are chosen; null: not both, or twice the same. */
export function namesOfTwo({ a, b }: Two, resources: Resources): { readonly a: string; readonly b: string } | null {
  if (!a || !b || isSame(a, b)) return null;
  const nameOf = (ref: ComparedRef): string | undefined =>
    named(resources).find(({ kind, id }) => kind === ref.kind && id === ref.id)?.name;
  const [left, right] = [nameOf(a), nameOf(b)];
  return left !== undefined && right !== undefined ? { a: left, b: right } : null;
}

interface OfTwoProps<T, B> {
  readonly clientId: number;
  /** What the plan is fetched by: says why, where that failed. */
  readonly query: UseQueryOptions<B, Error, B, (string | number)[]>;
  /** A hook; stays the same one. */
  readonly use: (clientId: number) => T | null;
  readonly children: (plan: T, resources: Resources) => ReactNode;
}

/** A plan with two of the client's resources, once both it and they are known. */
export function OfTwo<T, B>({ clientId, query, use: usePlan, children }: OfTwoProps<T, B>) {
  const { resources, failure } = useResources(clientId);
  const planned = failureOf(useQuery(query));
  const plan = usePlan(clientId);
  const failed = failure ?? planned;
  if (failed) return <Failed heading="h1" failure={failed} />;
  if (!resources || !plan) return <EmptyState heading="h1" title={m.common.loading} />;
  if (named(resources).length === 0) return <NothingYet heading="h1" title={t.noResources} />;
  return children(plan, resources);
}

interface Props {
  readonly two: Two;
  readonly resources: Resources;
  readonly onChange: (two: Partial<Two>) => void;
  /** A memory may be seen as it was before an operation, too. */
  readonly earlier?: boolean;
  readonly children?: ReactNode;
}

/** Two resources of the client, one of which may be a termbase; below them what else belongs to the plan. */
export function TwoChosen({ two, resources, onChange, earlier = false, children }: Props) {
  const one = { resources, earlier };
  return (
    <Box
      component="aside"
      aria-label={t.two}
      sx={{
        width: { xs: 320, xl: 420 },
        flex: 'none',
        borderRight: 1,
        borderColor: 'divider',
        overflow: 'auto',
        p: 2,
        display: 'grid',
        gap: 2,
        alignContent: 'start',
      }}
    >
      <OneResource label={t.first} chosen={two.a} {...one} onChange={(a) => onChange({ a })} />
      <OneResource label={t.second} chosen={two.b} {...one} onChange={(b) => onChange({ b })} />
      {children}
    </Box>
  );
}

interface OneProps {
  readonly label: string;
  readonly chosen: ComparedRef | null;
  readonly resources: Resources;
  readonly earlier: boolean;
  readonly onChange: (ref: ComparedRef | null) => void;
}

function OneResource({ label, chosen, resources, earlier, onChange }: OneProps) {
  const all = named(resources);
  const keyOf = ({ kind, id }: ComparedRef): string => `${kind} ${id}`;
  const here = chosen && all.find((one) => keyOf(one) === keyOf(chosen));
  return (
    <Box sx={{ display: 'grid' }}>
      <Pick
        label={label}
        value={here ? keyOf(here) : ''}
        onChange={(value) => {
          const one = all.find((each) => keyOf(each) === value);
          onChange(one ? { kind: one.kind, id: one.id } : null);
        }}
      >
        <MenuItem value="">–</MenuItem>
        {(['memory', 'termbase'] as const).flatMap((kind) => {
          const these = all.filter((one) => one.kind === kind);
          return these.length === 0
            ? []
            : [
                <ListSubheader key={kind}>{t.kinds[kind]}</ListSubheader>,
                ...these.map((one) => (
                  <MenuItem key={keyOf(one)} value={keyOf(one)} sx={{ whiteSpace: 'normal' }}>
                    {one.name}
                  </MenuItem>
                )),
              ];
        })}
      </Pick>
      {here && (
        <Typography variant="body2" color="textSecondary" sx={{ mt: 0.5 }}>
          {here.languages.map((tag) => languageName(tag)).join(', ')}
        </Typography>
      )}
      {earlier && chosen?.kind === 'memory' && (
        <StateOf label={t.compare.stateOf(label)} chosen={chosen} onChange={onChange} />
      )}
    </Box>
  );
}

interface StateProps {
  readonly label: string;
  readonly chosen: ComparedRef;
  readonly onChange: (ref: ComparedRef) => void;
}

/** A memory as it is now, or as it was before one of the operations that the ledger can still take back. */
function StateOf({ label, chosen: { kind, id, before }, onChange }: StateProps) {
  const { data: states = [] } = useQuery(earlierStates(id));
  if (states.length === 0) return null;
  return (
    <Box sx={{ display: 'grid', mt: 1 }}>
      <Pick
        label={label}
        value={states.some(({ ledgerId }) => ledgerId === before) ? String(before) : ''}
        onChange={(value) => onChange({ kind, id, ...(value !== '' && { before: Number(value) }) })}
      >
        <MenuItem value="">{t.compare.now}</MenuItem>
        {states.map((state) => (
          <MenuItem key={state.ledgerId} value={String(state.ledgerId)} sx={{ whiteSpace: 'normal' }}>
            {t.compare.before(doneWords(state), moment(state.at))}
          </MenuItem>
        ))}
      </Pick>
    </Box>
  );
}
