import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { memories as memoriesQuery, unitsThere } from '../api/queries.js';
import { resourceName } from '../ui/resource-name.js';
import { useToast } from '../ui/toast-store.js';
import { shared } from './messages.js';

const t = shared.toMemory;

/** Where units go, and what is said of each of them. */
export interface MemoryTargetBody {
  readonly newName?: string;
  readonly memoryId?: number;
  /** A new memory for each file. */
  readonly each?: boolean;
  readonly subject: string;
  readonly addClient: boolean;
  readonly attributes: readonly { readonly type: string; readonly text: string }[];
  readonly duplicates: 'keep' | 'skip';
  /** A new memory is that of one job. */
  readonly ofJob: boolean;
}

interface Props {
  readonly clientId: number;
  /** The file after which a new memory is called, and its sheet if it has one. */
  readonly file: { readonly name: string; readonly sheet: string | null };
  /** There are several files, which may become a memory each. */
  readonly several?: boolean;
  /** Files on the desk that the units come from: what a memory has of them already is said before. */
  readonly files?: readonly number[];
  readonly submit: string;
  readonly disabled?: boolean;
  readonly onSubmit: (body: MemoryTargetBody) => Promise<void>;
  /** Further choices above the button. */
  readonly children?: ReactNode;
}

export function MemoryTarget({
  clientId,
  file,
  several = false,
  files,
  submit,
  disabled = false,
  onSubmit,
  children,
}: Props) {
  const { data: memories = [] } = useQuery(memoriesQuery(clientId));
  const [target, setTarget] = useState('new');
  const [name, setName] = useState<string | null>(null);
  const [subject, setSubject] = useState('');
  const [addClient, setAddClient] = useState(false);
  const [ofJob, setOfJob] = useState(false);
  const isNew = target === 'new' || target === 'each';
  const [attribute, setAttribute] = useState<AddedProps['attribute']>({ type: '', text: '' });
  // The same file twice adds nothing to a memory that is there, unless somebody says so.
  const [skipSaid, setSkip] = useState<boolean | null>(null);
  const skip = skipSaid ?? !isNew;
  const fail = useToast((state) => state.fail);
  const proposed = resourceName(
    file.name,
    file.sheet,
    memories.map((memory) => memory.name),
  );
  return (
    <Box
      component="form"
      sx={{ p: 2, width: 400 }}
      onSubmit={(event) => {
        event.preventDefault();
        onSubmit({
          ...targetOf(target, name ?? proposed),
          subject,
          addClient,
          attributes: attribute.type.trim() ? [{ type: attribute.type.trim(), text: attribute.text }] : [],
          duplicates: skip ? 'skip' : 'keep',
          ofJob: isNew && ofJob,
        }).catch(fail);
      }}
    >
      <Typography component="h2" sx={{ fontWeight: 600, mb: 1 }}>
        {t.where}
      </Typography>
      <RadioGroup aria-label={t.where} value={target} onChange={(event) => setTarget(event.target.value)}>
        <FormControlLabel value="new" control={<Radio size="small" />} label={t.newMemory} />
        {target === 'new' && (
          <TextField
            sx={{ ml: 4, mb: 1 }}
            label={shared.memoryName}
            value={name ?? proposed}
            onChange={(event) => setName(event.target.value)}
            autoFocus
          />
        )}
        {several && <FormControlLabel value="each" control={<Radio size="small" />} label={t.each} />}
        {memories.map((memory) => (
          <FormControlLabel
            key={memory.id}
            value={String(memory.id)}
            control={<Radio size="small" disabled={memory.isReference} />}
            label={`${memory.name} (${memory.isReference ? shared.forReference : shared.units(memory.units)})`}
          />
        ))}
      </RadioGroup>
      <AddedFields subject={subject} onSubject={setSubject} attribute={attribute} onAttribute={setAttribute} />
      <Box sx={{ display: 'grid', my: 1 }}>
        <FormControlLabel
          control={<Checkbox size="small" checked={addClient} onChange={(_, on) => setAddClient(on)} />}
          label={t.addClient}
        />
        <FormControlLabel
          control={<Checkbox size="small" checked={skip} onChange={(_, on) => setSkip(on)} />}
          label={t.skip}
        />
        {skip && files && files.length > 0 && Number(target) > 0 && <There files={files} memoryId={Number(target)} />}
        {isNew && (
          <FormControlLabel
            control={<Checkbox size="small" checked={ofJob} onChange={(_, on) => setOfJob(on)} />}
            label={shared.ofJob}
          />
        )}
        {children}
      </Box>
      <Button
        type="submit"
        variant="contained"
        disabled={disabled || (target === 'new' && (name ?? proposed).trim() === '')}
      >
        {submit}
      </Button>
    </Box>
  );
}

interface AddedProps {
  readonly subject: string;
  readonly onSubject: (subject: string) => void;
  readonly attribute: { readonly type: string; readonly text: string };
  readonly onAttribute: (attribute: { readonly type: string; readonly text: string }) => void;
}

/** What is added to every unit. */
function AddedFields({ subject, onSubject, attribute, onAttribute }: AddedProps) {
  return (
    <>
      <Typography component="h3" color="textSecondary" sx={{ mt: 1, mb: 1 }}>
        {t.added}
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25 }}>
        <TextField
          label={shared.subject}
          value={subject}
          onChange={(event) => onSubject(event.target.value)}
          sx={{ gridColumn: 'span 2' }}
        />
        <TextField
          label={shared.attribute}
          value={attribute.type}
          onChange={(event) => onAttribute({ ...attribute, type: event.target.value })}
        />
        <TextField
          label={shared.bulk.value}
          value={attribute.text}
          onChange={(event) => onAttribute({ ...attribute, text: event.target.value })}
        />
      </Box>
    </>
  );
}

function There({ files, memoryId }: { readonly files: readonly number[]; readonly memoryId: number }) {
  const { data } = useQuery(unitsThere(files, memoryId));
  return (
    <Typography variant="body2" color="textSecondary" role="status" sx={{ ml: 4 }}>
      {data ? t.there(data.units, data.there) : t.counting}
    </Typography>
  );
}

function targetOf(target: string, newName: string): Pick<MemoryTargetBody, 'newName' | 'memoryId' | 'each'> {
  if (target === 'each') return { each: true };
  return target === 'new' ? { newName } : { memoryId: Number(target) };
}
