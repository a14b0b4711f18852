import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { ArrowDown, ArrowUp, X } from 'lucide-react';
import { useRef, useState, type DragEvent } from 'react';
import type { KitPlan, KitResource, RehearsalBody } from '@fair-copy/api/rehearsals.js';
import { upload } from '../../api/http.js';
import { LanguageField } from '../../ui/LanguageField.js';
import { languageName } from '../../ui/languages.js';
import { Pick } from '../../ui/Pick.js';
import { useBusy } from '../../ui/useBusy.js';
import { rehearseTexts as t } from './messages.js';

interface Props {
  readonly body: RehearsalBody;
  readonly onChange: (part: Partial<KitPlan>) => void;
}

/** What is tried on what: documents, languages, the kit in the order of its ranks, and what does not fit. */
export function Brief({ body, onChange }: Props) {
  const { plan, resources } = body;
  return (
    <Box
      component="aside"
      aria-label={t.brief}
      sx={{ width: 320, flex: 'none', borderRight: 1, borderColor: 'divider', overflow: 'auto', p: 2 }}
    >
      <Documents plan={plan} onChange={onChange} />
      <Heading>{t.languages}</Heading>
      <Box sx={{ display: 'grid', gap: 1.5, mb: 1.5 }}>
        <LanguageField
          key={`source ${plan.source}`}
          label={t.source}
          value={plan.source || null}
          likely={[...new Set(resources.flatMap(({ languages }) => languages))]}
          onChange={(source) => onChange({ source, ...proposed(resources, source, plan.target) })}
        />
        <LanguageField
          key={`target ${plan.target}`}
          label={t.target}
          value={plan.target || null}
          likely={[...new Set(resources.flatMap(({ languages }) => languages))]}
          onChange={(target) => onChange({ target, ...proposed(resources, plan.source, target) })}
        />
        <Pick
          label={t.threshold}
          value={String(plan.threshold)}
          onChange={(value) => onChange({ threshold: Number(value) })}
        >
          {[50, 60, 70, 75, 85, 95, 100].map((points) => (
            <MenuItem key={points} value={String(points)}>
              {t.points(points)}
            </MenuItem>
          ))}
        </Pick>
      </Box>
      <Kit body={body} onChange={onChange} />
    </Box>
  );
}

/** All that has both languages, where nothing was chosen by hand yet: by general languages, since the server knows the rest. */
function proposed(resources: readonly KitResource[], source: string, target: string): Partial<KitPlan> {
  const general = (tag: string): string => tag.split('-')[0]!;
  const fitting = resources.filter(
    ({ languages }) =>
      source !== '' &&
      target !== '' &&
      [source, target].every((tag) => languages.some((one) => general(one) === general(tag))),
  );
  return {
    memories: fitting.filter(({ kind }) => kind === 'memory').map(({ id }) => ({ id, off: 0 })),
    termbases: fitting.filter(({ kind }) => kind === 'termbase').map(({ id }) => id),
  };
}

function Heading({ children }: { readonly children: string }) {
  return (
    <Typography component="h2" sx={{ fontWeight: 600, fontSize: 14, mb: 1, mt: 1 }}>
      {children}
    </Typography>
  );
}

function Documents({ plan: { documents }, onChange }: { readonly plan: KitPlan } & Pick<Props, 'onChange'>) {
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const { busy, run } = useBusy();
  const take = (files: readonly File[]): void => {
    if (files.length === 0) return;
    run(async () => {
      const added: KitPlan['documents'] = [];
      for (const file of files) {
        const { sha256 } = await upload('POST /alignments/files', { file });
        added.push({ sha256, name: file.name });
      }
      onChange({ documents: [...documents, ...added] });
    });
  };
  const drop = (event: DragEvent): void => {
    event.preventDefault();
    setOver(false);
    take([...event.dataTransfer.files]);
  };
  return (
    <>
      <Heading>{t.documents}</Heading>
      <Box
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={drop}
        sx={{
          border: '1px dashed',
          borderColor: over ? 'primary.main' : 'divider',
          p: 1.5,
          mb: 1,
          textAlign: 'center',
          fontSize: 14,
        }}
      >
        {busy ? t.taking : t.drop}
        <Button size="small" disabled={busy} onClick={() => input.current?.click()}>
          {t.choose}
        </Button>
        <input
          ref={input}
          type="file"
          hidden
          multiple
          aria-label={t.documents}
          onChange={(event) => {
            const files = [...(event.target.files ?? [])];
            event.target.value = '';
            take(files);
          }}
        />
      </Box>
      <Box component="ul" aria-label={t.documents} sx={{ listStyle: 'none', m: 0, p: 0, mb: 1.5 }}>
        {documents.map(({ name }, i) => (
          <Box component="li" key={i} sx={{ display: 'flex', alignItems: 'center', fontSize: 14 }}>
            <Box sx={{ flex: 1, minWidth: 0, overflowWrap: 'anywhere' }}>{name}</Box>
            <IconButton
              size="small"
              aria-label={t.remove(name)}
              onClick={() => onChange({ documents: documents.filter((_, at) => at !== i) })}
            >
              <X size={16} />
            </IconButton>
          </Box>
        ))}
      </Box>
    </>
  );
}

function Kit({ body: { plan, resources, outcome, stale }, onChange }: Props) {
  const memories = plan.memories.flatMap(({ id, off }) => {
    const resource = resources.find((one) => one.kind === 'memory' && one.id === id);
    return resource ? [{ ...resource, off }] : [];
  });
  const isIn = ({ kind, id }: KitResource): boolean =>
    kind === 'memory' ? plan.memories.some((one) => one.id === id) : plan.termbases.includes(id);
  const others = resources.filter((one) => one.kind === 'memory' && one.fit !== 'none' && !isIn(one));
  const termbases = resources.filter((one) => one.kind === 'termbase' && (one.fit !== 'none' || isIn(one)));
  const misfits = resources.filter((one) => one.fit === 'none');
  const put = (at: number, to: number): void => {
    const next = [...plan.memories];
    const [one] = next.splice(at, 1);
    next.splice(to, 0, one!);
    onChange({ memories: next });
  };
  const brought = (id: number) => (stale ? undefined : outcome?.memories.find((one) => one.id === id));
  return (
    <>
      <Heading>{t.kit}</Heading>
      {memories.length > 1 && (
        <Typography variant="body2" color="textSecondary" sx={{ mb: 0.5 }}>
          {t.kitHint}
        </Typography>
      )}
      <Box component="ol" aria-label={t.memories} sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {memories.map((one, i) => (
          <Ranked
            key={one.id}
            memory={one}
            rank={i}
            isLast={i === memories.length - 1}
            sums={brought(one.id)}
            onPut={(to) => put(i, to)}
            onOff={(off) => onChange({ memories: plan.memories.map((m) => (m.id === one.id ? { id: m.id, off } : m)) })}
            onRemove={() => onChange({ memories: plan.memories.filter(({ id }) => id !== one.id) })}
          />
        ))}
        {others.map(({ id, name }) => (
          <Box component="li" key={id}>
            <FormControlLabel
              control={
                <Checkbox
                  size="small"
                  checked={false}
                  onChange={() => onChange({ memories: [...plan.memories, { id, off: 0 }] })}
                  slotProps={{ input: { 'aria-label': t.use(name) } }}
                />
              }
              label={name}
            />
          </Box>
        ))}
      </Box>
      <Heading>{t.termbases}</Heading>
      {termbases.map(({ id, name }) => (
        <FormControlLabel
          key={id}
          sx={{ display: 'flex' }}
          control={
            <Checkbox
              size="small"
              checked={plan.termbases.includes(id)}
              onChange={(_, on) =>
                onChange({ termbases: on ? [...plan.termbases, id] : plan.termbases.filter((one) => one !== id) })
              }
              slotProps={{ input: { 'aria-label': t.use(name) } }}
            />
          }
          label={name}
        />
      ))}
      {resources.length === misfits.length && (
        <Typography variant="body2" color="textSecondary">
          {t.noneFits}
        </Typography>
      )}
      {misfits.length > 0 && (
        <>
          <Heading>{t.misfits}</Heading>
          <Box component="ul" aria-label={t.misfits} sx={{ listStyle: 'none', m: 0, p: 0, fontSize: 13 }}>
            {misfits.map(({ kind, id, name, languages }) => (
              <Box component="li" key={`${kind} ${id}`} sx={{ mb: 0.5 }}>
                {name}{' '}
                <Box component="span" sx={{ color: 'text.secondary' }}>
                  {t.lacks([...new Set(languages.map((tag) => languageName(tag)))])}
                </Box>
              </Box>
            ))}
          </Box>
        </>
      )}
    </>
  );
}

interface RankedProps {
  readonly memory: KitResource & { readonly off: number };
  /** From 0. */
  readonly rank: number;
  readonly isLast: boolean;
  /** Undefined: it has not been rehearsed as it is. */
  readonly sums: { readonly alone: number; readonly added: number } | undefined;
  readonly onPut: (rank: number) => void;
  readonly onOff: (points: number) => void;
  readonly onRemove: () => void;
}

/** A memory of the kit with its rank, the points that are taken off, and what it brings. */
function Ranked({ memory: { name, fit, off }, rank, isLast, sums, onPut, onOff, onRemove }: RankedProps) {
  return (
    <Box component="li" sx={{ borderBottom: 1, borderColor: 'divider', pb: 0.75, mb: 0.75 }}>
      <Box sx={{ display: 'flex', alignItems: 'center' }}>
        <FormControlLabel
          sx={{ flex: 1, mr: 0, minWidth: 0 }}
          control={
            <Checkbox size="small" checked onChange={onRemove} slotProps={{ input: { 'aria-label': t.use(name) } }} />
          }
          label={`${rank + 1}. ${name}`}
        />
        <IconButton size="small" disabled={rank === 0} aria-label={t.up(name)} onClick={() => onPut(rank - 1)}>
          <ArrowUp size={16} />
        </IconButton>
        <IconButton size="small" disabled={isLast} aria-label={t.down(name)} onClick={() => onPut(rank + 1)}>
          <ArrowDown size={16} />
        </IconButton>
        <TextField
          type="number"
          value={off}
          label={t.off}
          sx={{ width: 84, flex: 'none', ml: 0.5 }}
          slotProps={{ inputLabel: { shrink: true }, htmlInput: { 'aria-label': t.offOf(name), min: 0, max: 50 } }}
          onChange={({ target: { value } }) => onOff(Math.max(0, Math.min(50, Math.round(Number(value) || 0))))}
        />
      </Box>
      <Box sx={{ fontSize: 12.5, color: 'text.secondary', pl: 4 }}>
        {fit === 'general' && `${t.general}. `}
        {sums && `${rank === 0 ? t.brings(sums.alone) : t.adds(sums.alone, sums.added)}.`}
      </Box>
    </Box>
  );
}
