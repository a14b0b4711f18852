import ListSubheader from '@mui/material/ListSubheader';
import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import type { ResourceRef } from '@fair-copy/api/two.js';
import type { Resources } from '../../parts/useResources.js';
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
      aria-label={t.compare.title}
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
