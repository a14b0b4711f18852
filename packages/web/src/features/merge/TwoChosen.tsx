import ListSubheader from '@mui/material/ListSubheader';
import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import { useQuery, type UseQueryOptions } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import type { ResourceRef } from '@fair-copy/api/two.js';
import { m } from '../../messages/index.js';
import { NothingYet } from '../../parts/NothingYet.js';
import { useResources, type Resources } from '../../parts/useResources.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { Failed, failureOf } from '../../ui/Failed.js';
import { languageName } from '../../ui/languages.js';
import { Pick } from '../../ui/Pick.js';
import { mergeTexts as t } from './messages.js';

export interface Two {
  readonly a: ResourceRef | null;
  readonly b: ResourceRef | null;
}

interface Named extends ResourceRef {
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

/** The names of the two that are chosen; null: not both, or twice the same. */
export function namesOfTwo({ a, b }: Two, resources: Resources): { readonly a: string; readonly b: string } | null {
  if (!a || !b || (a.kind === b.kind && a.id === b.id)) return null;
  const nameOf = (ref: ResourceRef): string | undefined =>
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
  readonly children?: ReactNode;
}

/** Two resources of the client, one of which may be a termbase; below them what else belongs to the plan. */
export function TwoChosen({ two, resources, onChange, children }: Props) {
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
      <OneResource label={t.first} chosen={two.a} resources={resources} onChange={(a) => onChange({ a })} />
      <OneResource label={t.second} chosen={two.b} resources={resources} onChange={(b) => onChange({ b })} />
      {children}
    </Box>
  );
}

interface OneProps {
  readonly label: string;
  readonly chosen: ResourceRef | null;
  readonly resources: Resources;
  readonly onChange: (ref: ResourceRef | null) => void;
}

function OneResource({ label, chosen, resources, onChange }: OneProps) {
  const all = named(resources);
  const keyOf = ({ kind, id }: ResourceRef): string => `${kind} ${id}`;
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
    </Box>
  );
}
