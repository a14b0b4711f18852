import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { call } from '../../api/http.js';
import { fetchJobFile, jobResult } from '../../api/jobs.js';
import { writtenTogether } from '../../api/written.js';
import { InspectAhead } from '../../parts/InspectAhead.js';
import { MemoryTarget, type MemoryTargetBody } from '../../parts/MemoryTarget.js';
import { PopoverButton } from '../../ui/PopoverButton.js';
import { useToast } from '../../ui/toast-store.js';
import { WordButton } from '../../ui/WordButton.js';
import { DOUBT } from './pairs.js';
import { alignTexts } from './messages.js';
import { shared } from '../../parts/messages.js';

const t = alignTexts.write;
const FORMATS = ['tmx', 'xliff', 'docx', 'xlsx', 'csv', 'tsv'] as const;
type Format = (typeof FORMATS)[number];

interface Props {
  readonly clientId: number;
  /** The alignments whose pairs go out. */
  readonly ids: readonly number[];
  /** After which a new memory is called. */
  readonly name: string;
  readonly pairs: number;
  /** Pairs among them that are doubtful. */
  readonly doubtful: number;
  readonly written: boolean;
  readonly keepNow?: () => Promise<void>;
}

/** Pairs to a memory or to a file; what is left out of them, as a sheet. */
export function PairsOut({ clientId, ids, name, pairs, doubtful, written, keepNow }: Props) {
  const [onlySure, setOnlySure] = useState(false);
  const [format, setFormat] = useState<Format>('tmx');
  const { say, fail } = useToast();
  const navigate = useNavigate();
  const chosen = { ids, sure: onlySure ? DOUBT : 0 };
  const going = onlySure ? pairs - doubtful : pairs;
  const write = async (body: MemoryTargetBody): Promise<void> => {
    await keepNow?.();
    const started = await call('POST /alignments/write', { body: { ...chosen, ...body } });
    const result = await jobResult(started);
    if (!result) return;
    const { units, skipped, memories } = writtenTogether(result);
    const [memory] = memories;
    say(shared.toMemory.done(units, skipped, memory!.name), {
      label: shared.toMemory.open,
      run: () => void navigate(`/memories/${memory!.id}`),
    });
  };
  const fetchAs = async (as: Format | 'left out'): Promise<void> => {
    await keepNow?.();
    const started = await call('POST /alignments/hand-over', { body: { ...chosen, format: as } });
    const done = await jobResult(started);
    if (!done) return;
    fetchJobFile(started.id);
    say(as === 'left out' ? t.leftListed(done.units, done.fileName) : t.fetched(done.units, done.fileName));
  };
  const sureness = (
    <FormControlLabel
      control={<Checkbox size="small" checked={onlySure} onChange={(_, on) => setOnlySure(on)} />}
      label={t.onlySure(doubtful)}
    />
  );
  const inspect = async () => {
    await keepNow?.();
    return call('POST /alignments/inspect-ahead', { body: chosen });
  };
  return (
    <>
      <InspectAhead disabled={pairs === 0} start={inspect} />
      <PopoverButton variant="outlined" disabled={pairs === 0} label={shared.handOver}>
        {(close) => (
          <Box
            component="form"
            sx={{ p: 2, width: 400 }}
            onSubmit={(event) => {
              event.preventDefault();
              fetchAs(format).then(close, fail);
            }}
          >
            <Typography component="h2" sx={{ fontWeight: 600, mb: 1 }}>
              {t.asFile}
            </Typography>
            <RadioGroup
              aria-label={t.asFile}
              value={format}
              onChange={(event) => setFormat(event.target.value as Format)}
            >
              {FORMATS.map((value) => (
                <FormControlLabel
                  key={value}
                  value={value}
                  control={<Radio size="small" />}
                  label={shared.memoryFormats[value]}
                />
              ))}
            </RadioGroup>
            <Box sx={{ my: 1 }}>{sureness}</Box>
            <Button type="submit" variant="contained" disabled={going === 0}>
              {t.fileOf(going)}
            </Button>
            <Typography variant="body2" sx={{ mt: 1.5 }}>
              <WordButton onClick={() => fetchAs('left out').catch(fail)}>{t.leftOut}</WordButton>
            </Typography>
          </Box>
        )}
      </PopoverButton>
      <PopoverButton variant={written ? 'outlined' : 'contained'} disabled={pairs === 0} label={t.button(pairs)}>
        {(close) => (
          <MemoryTarget
            clientId={clientId}
            file={{ name, sheet: null }}
            submit={t.go(going)}
            onSubmit={(body) => {
              close();
              return write(body);
            }}
          >
            {sureness}
          </MemoryTarget>
        )}
      </PopoverButton>
    </>
  );
}
