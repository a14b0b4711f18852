import { DndContext, PointerSensor, useDraggable, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
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
import { QUIET } from '../../ui/dragging.js';
import { moment } from '../../ui/format.js';
import { languageName } from '../../ui/languages.js';
import { SERIF } from '../../ui/typefaces.js';
import { mergeTexts as t } from './messages.js';

/** What can be merged, as the list of inputs shows it. */
export interface Mergeable {
  readonly id: number;
  readonly name: string;
  /** "403 units". */
  readonly size: string;
  readonly languages: readonly { readonly language: string }[];
  readonly changedAt: string;
  /** Not damaged. */
  readonly isSound: boolean;
  /** Of one job: it is proposed that it goes away with the merging. */
  readonly isOfJob: boolean;
  /** It is only looked up: nothing is written to it. */
  readonly isReference: boolean;
}

/** The part of a plan that says what becomes one, and where it goes. */
export interface InputPlan {
  readonly inputs: number[];
  readonly into: number | null;
  readonly newName: string;
  readonly deleted: number[];
}

interface Props {
  readonly plan: InputPlan;
  readonly change: (plan: Partial<InputPlan>) => void;
  readonly all: readonly Mergeable[];
  readonly words: InputWords;
}

export interface InputWords {
  readonly inputs: string;
  readonly others: string;
  readonly toNew: string;
  readonly newName: string;
}

/** Pixels that the pointer moves before it drags. */
const SLACK = 5;

/** The resources that become one, in order of rank (dragged, or by keys); below them where the result goes. */
export function Inputs({ plan, change, all, words }: Props) {
  const chosen = plan.inputs.flatMap((id) => all.find((one) => one.id === id) ?? []);
  const others = all.filter(({ id, isSound }) => !plan.inputs.includes(id) && isSound);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: SLACK } }));
  const put = (id: number, to: number): void => {
    const at = plan.inputs.indexOf(id);
    if (at < 0 || to < 0 || to >= plan.inputs.length || to === at) return;
    const inputs = [...plan.inputs];
    inputs.splice(at, 1);
    inputs.splice(to, 0, id);
    change({ inputs });
  };
  return (
    <Box
      component="aside"
      aria-label={words.inputs}
      sx={{ width: { xs: 320, xl: 420 }, flex: 'none', borderRight: 1, borderColor: 'divider', overflow: 'auto', p: 2 }}
    >
      {chosen.length > 0 && (
        <Typography component="h2" color="textSecondary" sx={{ mb: 1 }}>
          {words.inputs}
        </Typography>
      )}
      <DndContext
        sensors={sensors}
        accessibility={{ ...QUIET, screenReaderInstructions: { draggable: t.drag } }}
        onDragEnd={({ active, over }) => over && put(Number(active.id), plan.inputs.indexOf(Number(over.id)))}
      >
        <Box component="ol" sx={{ m: 0, p: 0, listStyle: 'none' }}>
          {chosen.map((memory, i) => (
            <ChosenMemory
              key={memory.id}
              memory={memory}
              rank={i}
              last={i === chosen.length - 1}
              deleted={plan.deleted.includes(memory.id)}
              livesOn={plan.into === memory.id}
              onMove={(by) => put(memory.id, i + by)}
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
      </DndContext>
      {others.length > 0 && (
        <Box sx={{ mt: chosen.length ? 2 : 0 }}>
          <Typography component="h2" color="textSecondary" sx={{ mb: 0.5 }}>
            {words.others}
          </Typography>
          {others.map((memory) => (
            <Box key={memory.id} sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
              <Box sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere', fontSize: 14 }}>{memory.name}</Box>
              <Button
                aria-label={t.addNamed(memory.name)}
                onClick={() =>
                  change({
                    inputs: [...plan.inputs, memory.id],
                    ...(memory.isOfJob && { deleted: [...plan.deleted, memory.id] }),
                  })
                }
              >
                {t.add}
              </Button>
            </Box>
          ))}
        </Box>
      )}
      {chosen.length > 0 && <Where {...{ plan, chosen, change, words }} />}
    </Box>
  );
}

interface ChosenProps {
  readonly memory: Mergeable;
  readonly rank: number;
  readonly last: boolean;
  readonly deleted: boolean;
  readonly livesOn: boolean;
  readonly onMove: (by: number) => void;
  readonly onTake: () => void;
  readonly onDelete: (on: boolean) => void;
}

function ChosenMemory({ memory, rank, last, deleted, livesOn, onMove, onTake, onDelete }: ChosenProps) {
  const { id, name, size, languages, changedAt, isOfJob } = memory;
  const { setNodeRef: setHandle, listeners, transform } = useDraggable({ id });
  const { setNodeRef, isOver, active } = useDroppable({ id });
  const byKey = (event: KeyboardEvent): void => {
    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    onMove(event.key === 'ArrowUp' ? -1 : 1);
  };
  return (
    <Box
      component="li"
      ref={setNodeRef}
      onKeyDown={byKey}
      sx={(theme) => ({
        display: 'flex',
        gap: 1,
        py: 1,
        borderBottom: 1,
        borderColor: 'divider',
        ...(transform && { position: 'relative', zIndex: 1, opacity: 0.7, bgcolor: theme.inks.tint }),
        ...(isOver && active?.id !== id && { boxShadow: `inset 0 2px ${theme.inks.petrol}` }),
      })}
      style={transform ? { transform: `translateY(${transform.y}px)` } : undefined}
    >
      <Box
        ref={setHandle}
        {...listeners}
        title={t.drag}
        sx={{
          color: 'text.secondary',
          width: 16,
          textAlign: 'end',
          lineHeight: '24px',
          cursor: 'grab',
          touchAction: 'none',
        }}
      >
        {rank + 1}
      </Box>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Box sx={{ fontFamily: SERIF, fontSize: 16, lineHeight: '24px', overflowWrap: 'anywhere' }}>{name}</Box>
        <Typography variant="body2" color="textSecondary">
          {size} · {languages.map(({ language }) => languageName(language)).join(', ')}
        </Typography>
        <Typography variant="body2" color="textSecondary">
          {t.changed(moment(changedAt))}
          {isOfJob && ` · ${t.ofJob}`}
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

interface WhereProps extends Pick<Props, 'plan' | 'change' | 'words'> {
  readonly chosen: readonly Mergeable[];
}

function Where({ plan, chosen, change, words }: WhereProps) {
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
        <FormControlLabel value="new" control={<Radio size="small" />} label={words.toNew} />
        {plan.into === null && (
          <TextField
            label={words.newName}
            value={plan.newName}
            onChange={(event) => change({ newName: event.target.value })}
            sx={{ ml: 4, mb: 1 }}
          />
        )}
        {chosen.map(({ id, name, isReference }) => (
          <FormControlLabel
            key={id}
            value={String(id)}
            control={<Radio size="small" disabled={isReference} />}
            label={isReference ? t.toReference(name) : t.toOld(name)}
            sx={{ my: 0.5 }}
          />
        ))}
      </RadioGroup>
    </Box>
  );
}
