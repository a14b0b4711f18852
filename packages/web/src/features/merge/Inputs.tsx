import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import IconButton from '@mui/material/IconButton';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { ArrowDown, ArrowUp, X } from 'lucide-react';
import type { KeyboardEvent } from 'react';
import type { MemoryBody } from '../../api/types.js';
import { moment } from '../../ui/format.js';
import { languageName } from '../../ui/languages.js';
import { SERIF } from '../../ui/typefaces.js';
import { mergeTexts as t } from './messages.js';
import type { Merging } from './useMerge.js';

interface Props {
  readonly merging: Merging;
  readonly memories: readonly MemoryBody[];
  readonly chosen: readonly MemoryBody[];
}

/** The memories that become one, in order of rank; below them where the result goes. */
export function Inputs({ merging: { body, change }, memories, chosen }: Props) {
  const { plan } = body;
  const others = memories.filter(({ id, damage }) => !plan.inputs.includes(id) && damage === null);
  const move = (id: number, by: number): void => {
    const at = plan.inputs.indexOf(id);
    const to = at + by;
    if (to < 0 || to >= plan.inputs.length) return;
    const inputs = [...plan.inputs];
    inputs.splice(at, 1);
    inputs.splice(to, 0, id);
    change({ inputs });
  };
  return (
    <Box
      component="aside"
      aria-label={t.inputs}
      sx={{ width: { xs: 320, xl: 420 }, flex: 'none', borderRight: 1, borderColor: 'divider', overflow: 'auto', p: 2 }}
    >
      {chosen.length > 0 && (
        <Typography component="h2" color="textSecondary" sx={{ mb: 1 }}>
          {t.inputs}
        </Typography>
      )}
      <Box component="ol" sx={{ m: 0, p: 0, listStyle: 'none' }}>
        {chosen.map((memory, i) => (
          <ChosenMemory
            key={memory.id}
            memory={memory}
            rank={i}
            last={i === chosen.length - 1}
            deleted={plan.deleted.includes(memory.id)}
            livesOn={plan.into === memory.id}
            onMove={(by) => move(memory.id, by)}
            onTake={() =>
              change({
                inputs: plan.inputs.filter((id) => id !== memory.id),
                deleted: plan.deleted.filter((id) => id !== memory.id),
                ...(plan.into === memory.id && { into: null }),
              })
            }
            onDelete={(on) =>
              change({ deleted: on ? [...plan.deleted, memory.id] : plan.deleted.filter((id) => id !== memory.id) })
            }
          />
        ))}
      </Box>
      {others.length > 0 && (
        <Box sx={{ mt: chosen.length ? 2 : 0 }}>
          <Typography component="h2" color="textSecondary" sx={{ mb: 0.5 }}>
            {t.others}
          </Typography>
          {others.map((memory) => (
            <Box key={memory.id} sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
              <Box sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere', fontSize: 14 }}>{memory.name}</Box>
              <Button
                aria-label={t.addNamed(memory.name)}
                onClick={() => change({ inputs: [...plan.inputs, memory.id] })}
              >
                {t.add}
              </Button>
            </Box>
          ))}
        </Box>
      )}
      {chosen.length > 0 && <Where {...{ plan, chosen, change }} />}
    </Box>
  );
}

interface ChosenProps {
  readonly memory: MemoryBody;
  readonly rank: number;
  readonly last: boolean;
  readonly deleted: boolean;
  readonly livesOn: boolean;
  readonly onMove: (by: number) => void;
  readonly onTake: () => void;
  readonly onDelete: (on: boolean) => void;
}

function ChosenMemory({ memory, rank, last, deleted, livesOn, onMove, onTake, onDelete }: ChosenProps) {
  const { name, units, languages, changedAt } = memory;
  const byKey = (event: KeyboardEvent): void => {
    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    onMove(event.key === 'ArrowUp' ? -1 : 1);
  };
  return (
    <Box
      component="li"
      onKeyDown={byKey}
      sx={{ display: 'flex', gap: 1, py: 1, borderBottom: 1, borderColor: 'divider' }}
    >
      <Box sx={{ color: 'text.secondary', width: 16, textAlign: 'end', lineHeight: '24px' }}>{rank + 1}</Box>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Box sx={{ fontFamily: SERIF, fontSize: 16, lineHeight: '24px', overflowWrap: 'anywhere' }}>{name}</Box>
        <Typography variant="body2" color="textSecondary">
          {t.units(units)} · {languages.map(({ language }) => languageName(language)).join(', ')}
        </Typography>
        <Typography variant="body2" color="textSecondary">
          {t.changed(moment(changedAt))}
        </Typography>
        {!livesOn && (
          <FormControlLabel
            title={t.goesAwayHint}
            sx={{ '& .MuiFormControlLabel-label': { fontSize: 13 } }}
            control={<Checkbox size="small" checked={deleted} onChange={(_, on) => onDelete(on)} />}
            label={t.goesAway}
          />
        )}
      </Box>
      <Box sx={{ display: 'flex', flexDirection: 'column' }}>
        <IconButton size="small" aria-label={t.up(name)} disabled={rank === 0} onClick={() => onMove(-1)}>
          <ArrowUp size={14} />
        </IconButton>
        <IconButton size="small" aria-label={t.down(name)} disabled={last} onClick={() => onMove(1)}>
          <ArrowDown size={14} />
        </IconButton>
        <IconButton size="small" aria-label={t.take(name)} onClick={onTake}>
          <X size={14} />
        </IconButton>
      </Box>
    </Box>
  );
}

interface WhereProps extends Pick<Merging, 'change'> {
  readonly plan: Merging['body']['plan'];
  readonly chosen: readonly MemoryBody[];
}

function Where({ plan, chosen, change }: WhereProps) {
  return (
    <Box sx={{ mt: 2 }}>
      <Typography component="h2" color="textSecondary" id="merge-where">
        {t.where}
      </Typography>
      <RadioGroup
        aria-labelledby="merge-where"
        value={plan.into === null ? 'new' : String(plan.into)}
        onChange={(_, value) => {
          const into = value === 'new' ? null : Number(value);
          change({ into, deleted: plan.deleted.filter((id) => id !== into) });
        }}
      >
        <FormControlLabel value="new" control={<Radio size="small" />} label={t.toNew} />
        {plan.into === null && (
          <TextField
            label={t.newName}
            value={plan.newName}
            onChange={(event) => change({ newName: event.target.value })}
            sx={{ ml: 4, mb: 1 }}
          />
        )}
        {chosen.map(({ id, name }) => (
          <FormControlLabel key={id} value={String(id)} control={<Radio size="small" />} label={t.toOld(name)} />
        ))}
      </RadioGroup>
    </Box>
  );
}
