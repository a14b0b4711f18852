import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { InspectionProfile } from '@fair-copy/api/inspection.js';
import { call } from '../../api/http.js';
import { holdings, memories as memoriesQuery, type Inspected } from '../../api/queries.js';
import { m } from '../../messages/index.js';
import { Pick } from '../../ui/Pick.js';
import { useBusy } from '../../ui/useBusy.js';
import { inspectTexts } from './messages.js';

const t = inspectTexts.profile;

const profileOf = (client: number) =>
  queryOptions({
    queryKey: ['inspection profile', client],
    queryFn: () => call('GET /inspection-profiles/:id', { params: { id: client } }),
  });

interface Props {
  readonly clientId: number;
  readonly kind: Inspected['kind'];
  readonly onClose: () => void;
}

/** What a client's inspections look at besides: termbases, memories, the client's own rules. */
export function ProfileDialog(props: Props) {
  const { data } = useQuery(profileOf(props.clientId));
  return data ? <ProfileForm {...props} kept={data} /> : null;
}

function ProfileForm({ clientId, kind, onClose, kept }: Props & { readonly kept: InspectionProfile }) {
  const [profile, setProfile] = useState(kept);
  const { data: termbases = [] } = useQuery(holdings(clientId));
  const { data: memories = [] } = useQuery(memoriesQuery(clientId));
  const { busy, run } = useBusy();
  const queries = useQueryClient();
  const change = (part: Partial<InspectionProfile>): void => setProfile((now) => ({ ...now, ...part }));
  const save = async (): Promise<void> => {
    const patterns = profile.patterns.filter(({ name, pattern }) => name.trim() !== '' && pattern !== '');
    await call('PUT /inspection-profiles/:id', { params: { id: clientId }, body: { ...profile, patterns } });
    await queries.invalidateQueries({ queryKey: profileOf(clientId).queryKey });
    onClose();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md">
      <DialogTitle>{t.title}</DialogTitle>
      <DialogContent>
        <Typography color="textSecondary" sx={{ mb: 1 }}>
          {t.hint[kind]}
        </Typography>
        {kind === 'memory' ? (
          <>
            <Tick label={t.bridged} on={profile.bridged} onChange={(bridged) => change({ bridged })} />
            <Resources
              title={t.termbases}
              none={t.noTermbases}
              all={termbases}
              chosen={profile.termbases}
              onChange={(chosen) => change({ termbases: chosen })}
            />
            <Rules patterns={profile.patterns} onChange={(patterns) => change({ patterns })} />
          </>
        ) : (
          <>
            <Resources
              title={t.besideMemories}
              none={t.noMemories}
              all={memories}
              chosen={profile.besideMemories}
              onChange={(besideMemories) => change({ besideMemories })}
            />
            <Resources
              title={t.besideTermbases}
              none={t.noTermbases}
              all={termbases}
              chosen={profile.besideTermbases}
              onChange={(besideTermbases) => change({ besideTermbases })}
            />
          </>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{m.common.cancel}</Button>
        <Button variant="contained" disabled={busy} onClick={() => run(save)}>
          {t.save}
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** The list with, or without, one of its members. */
const withOr = <T,>(list: readonly T[], one: T, isIn: boolean): T[] => [
  ...list.filter((other) => other !== one),
  ...(isIn ? [one] : []),
];

interface ResourcesProps {
  readonly title: string;
  /** Said where there are none. */
  readonly none: string;
  readonly all: readonly { readonly id: number; readonly name: string }[];
  readonly chosen: readonly number[];
  readonly onChange: (chosen: number[]) => void;
}

function Resources({ title, none, all, chosen, onChange }: ResourcesProps) {
  return (
    <Box role="group" aria-label={title}>
      <Typography component="h3" sx={{ fontWeight: 600, mt: 2 }}>
        {title}
      </Typography>
      {all.length === 0 && <Typography color="textSecondary">{none}</Typography>}
      {all.map(({ id, name }) => (
        <Tick key={id} label={name} on={chosen.includes(id)} onChange={(on) => onChange(withOr(chosen, id, on))} />
      ))}
    </Box>
  );
}

interface TickProps {
  readonly label: string;
  readonly on: boolean;
  readonly onChange: (on: boolean) => void;
}

function Tick({ label, on, onChange }: TickProps) {
  const box = <Checkbox size="small" checked={on} onChange={(_, isOn) => onChange(isOn)} />;
  return <FormControlLabel sx={{ display: 'flex' }} control={box} label={label} />;
}

type Pattern = InspectionProfile['patterns'][number];

interface RulesProps {
  readonly patterns: readonly Pattern[];
  readonly onChange: (patterns: Pattern[]) => void;
}

/** Patterns that must, or must not, stand in the target. */
function Rules({ patterns, onChange }: RulesProps) {
  const change = (at: number, part: Partial<Pattern>): void =>
    onChange(patterns.map((one, i) => (i === at ? { ...one, ...part } : one)));
  return (
    <>
      <Typography component="h3" sx={{ fontWeight: 600, mt: 2 }}>
        {t.rules}
      </Typography>
      <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
        {t.rulesHint}
      </Typography>
      {patterns.map(({ name, pattern, must, whereSource = '' }, i) => (
        <Box
          key={i}
          role="group"
          aria-label={t.rule(i + 1)}
          sx={{
            display: 'grid',
            gridTemplateColumns: '1.2fr 1fr 1.2fr 1.2fr auto',
            gap: 1,
            mb: 1,
            alignItems: 'center',
          }}
        >
          <TextField label={t.name} value={name} onChange={(event) => change(i, { name: event.target.value })} />
          <Pick label={t.must} value={must} onChange={(value) => change(i, { must: value as Pattern['must'] })}>
            <MenuItem value="stand">{t.stand}</MenuItem>
            <MenuItem value="not stand">{t.notStand}</MenuItem>
          </Pick>
          <TextField
            label={t.pattern}
            value={pattern}
            onChange={(event) => change(i, { pattern: event.target.value })}
          />
          <TextField
            label={t.whereSource}
            value={whereSource}
            onChange={(event) => change(i, { whereSource: event.target.value === '' ? undefined : event.target.value })}
          />
          <Button aria-label={t.removeRule(i + 1)} onClick={() => onChange(patterns.filter((_, at) => at !== i))}>
            {t.remove}
          </Button>
        </Box>
      ))}
      <Button onClick={() => onChange([...patterns, { name: '', pattern: '', must: 'not stand' }])}>{t.add}</Button>
    </>
  );
}
