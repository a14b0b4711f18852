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
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { KitPlan } from '@fair-copy/api/rehearsals.js';
import { meets } from '@fair-copy/core/language/tags.js';
import { call } from '../../api/http.js';
import { kits as kitsOf } from '../../api/queries.js';
import { m } from '../../messages/index.js';
import { useResources } from '../../parts/useResources.js';
import { LanguageField } from '../../ui/LanguageField.js';
import { languageName } from '../../ui/languages.js';
import { Pick } from '../../ui/Pick.js';
import { fitting } from './fitting.js';
import { rehearseTexts as t } from './messages.js';

interface Props {
  readonly clientId: number;
  /** The plan whose documents it is tried on as well, and what of them it is for; left out: it is for none yet. */
  readonly beside?: { readonly plan: KitPlan; readonly source: string };
  readonly onClose: () => void;
}

/** A kit by hand, of all that fits, or after the pattern of another. */
export function NewKit({ clientId, beside, onClose }: Props) {
  const { data: kits = [] } = useQuery(kitsOf(null));
  const navigate = useNavigate();
  const [said, setName] = useState<string | null>(null);
  const [source, setSource] = useState(beside?.source ?? '');
  const [target, setTarget] = useState(() => (beside && !meets(beside.plan.target, source) ? beside.plan.target : ''));
  const [like, setLike] = useState('');
  const [isFilled, setIsFilled] = useState(true);
  const [withLasting, setWithLasting] = useState(false);
  const [error, setError] = useState('');
  const pattern = kits.find(({ id }) => String(id) === like);
  const hasOwn = pattern?.clientId === clientId;
  const proposed = source && target ? `${languageName(source)}–${languageName(target)}` : '';
  const name = said ?? proposed;
  const likely = useLikely(clientId);
  const take = (value: string): void => {
    setLike(value);
    const kit = kits.find(({ id }) => String(id) === value);
    if (!kit) return;
    setSource(kit.source);
    setTarget(kit.target);
  };
  const make = async (): Promise<void> => {
    const body = { clientId, name, source, target, like: pattern?.id ?? null, withLasting };
    const { id } = await call('POST /kits', { body });
    if (isFilled && !hasOwn) await fill(id);
    if (beside) await takeDocuments(id, beside.plan);
    onClose();
    void navigate(`/rehearse?kit=${id}`);
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          make().catch((failure: unknown) => setError(failure instanceof Error ? failure.message : String(failure)));
        }}
      >
        <DialogTitle>{t.newKit}</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 2, '&&': { pt: 1 } }}>
          <Typography color="textSecondary">
            {t.kitIs} {beside && t.sameDocuments(beside.plan.documents.length)}
          </Typography>
          {kits.length > 0 && (
            <Pick label={t.pattern} value={like} onChange={take}>
              <MenuItem value="">{t.noPattern}</MenuItem>
              {kits.map((kit) => (
                <MenuItem key={kit.id} value={String(kit.id)}>
                  {kit.clientId === clientId ? kit.name : `${kit.name} (${kit.client})`}
                </MenuItem>
              ))}
            </Pick>
          )}
          <LanguageField
            key={`s${source}`}
            label={t.source}
            value={source || null}
            likely={likely}
            onChange={setSource}
          />
          <LanguageField
            key={`t${target}`}
            label={t.target}
            value={target || null}
            likely={likely}
            onChange={setTarget}
          />
          <TextField
            label={t.kitName}
            value={name}
            error={error !== ''}
            helperText={error}
            onChange={(event) => {
              setError('');
              setName(event.target.value);
            }}
          />
          <div>
            {!hasOwn && (
              <FormControlLabel
                control={<Checkbox size="small" checked={isFilled} onChange={(_, on) => setIsFilled(on)} />}
                label={t.filled}
              />
            )}
            <FormControlLabel
              control={<Checkbox size="small" checked={withLasting} onChange={(_, on) => setWithLasting(on)} />}
              label={t.withLasting}
            />
          </div>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>{m.common.cancel}</Button>
          <Button type="submit" variant="contained" disabled={name.trim() === '' || !source || !target}>
            {m.client.createButton}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

/** Languages of the client's resources. */
function useLikely(clientId: number): readonly string[] {
  const { resources } = useResources(clientId);
  const all = [...(resources?.memories ?? []), ...(resources?.termbases ?? [])];
  return [...new Set(all.flatMap(({ languages }) => languages.map(({ language }) => language)))];
}

/** The documents of a plan, with how they are read and what they cost. */
async function takeDocuments(id: number, { documents, reading, rates }: KitPlan): Promise<void> {
  const { plan } = await call('GET /rehearsals/:id', { params: { id } });
  const { noTerms: _, ...kept } = plan;
  await call('PUT /rehearsals/:id', { params: { id }, body: { ...kept, documents, reading, rates } });
}

/** All that has both languages goes into a kit, behind what is in it. */
async function fill(id: number): Promise<void> {
  const { plan, resources } = await call('GET /rehearsals/:id', { params: { id } });
  const { memories, termbases } = fitting(resources, plan.source, plan.target);
  const { noTerms: _, ...kept } = plan;
  const isIn = (memory: { readonly id: number }): boolean => plan.memories.some((one) => one.id === memory.id);
  const body = {
    ...kept,
    memories: [...plan.memories, ...memories.filter((one) => !isIn(one))],
    termbases: [...new Set([...plan.termbases, ...termbases])],
  };
  await call('PUT /rehearsals/:id', { params: { id }, body });
}
