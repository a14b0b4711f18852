import Box from '@mui/material/Box';
import { call } from '../../api/http.js';
import { jobResult } from '../../api/jobs.js';
import type { MemoryBody } from '../../api/types.js';
import { moment } from '../../ui/format.js';
import { useToast } from '../../ui/toast-store.js';
import { useBusy } from '../../ui/useBusy.js';
import { WordButton } from '../../ui/WordButton.js';
import { holdingsTexts } from './messages.js';

const t = holdingsTexts;

interface Props {
  readonly id: number;
  readonly damage: NonNullable<MemoryBody['damage']>;
}

/** A memory whose file cannot be read: what is wrong, and what can be done. All of it stands in the ledger. */
export function DamagedMemory({ id, damage: { what, copiedAt } }: Props) {
  const { busy, run } = useBusy();
  const say = useToast((state) => state.say);
  const during = (work: () => Promise<void>) => (): void => run(work);
  const mend = (how: 'copy' | 'read') =>
    during(async () => {
      const mended = await jobResult(await call('POST /memories/:id/mend', { params: { id }, body: { how } }));
      if (mended) say(t.mended(mended.units));
    });
  const remove = during(async () => {
    await call('DELETE /memories/:id', { params: { id } });
    say(t.removed);
  });
  return (
    <Box sx={{ fontSize: 13, maxWidth: 420 }} aria-busy={busy}>
      <Box sx={{ color: 'error.main' }}>{t.damaged(what)}</Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 1.5 }}>
        {copiedAt ? (
          <WordButton onClick={mend('copy')} disabled={busy}>
            {t.toCopy(moment(copiedAt))}
          </WordButton>
        ) : (
          <Box component="span" sx={{ color: 'text.secondary' }}>
            {t.noCopy}
          </Box>
        )}
        <WordButton onClick={mend('read')} disabled={busy}>
          {t.readOut}
        </WordButton>
        <WordButton onClick={remove} disabled={busy}>
          {t.remove}
        </WordButton>
      </Box>
    </Box>
  );
}
