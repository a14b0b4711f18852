import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { KitItem } from '@fair-copy/api/kits.js';
import type { CountedBody, KitPlan, RehearsalBody } from '@fair-copy/api/rehearsals.js';
import { costOf } from '@fair-copy/core/rehearsal/figures.js';
import type { Spoken } from '@fair-copy/words/catalogues.js';
import { words } from '../../all-words.js';
import { call } from '../../api/http.js';
import { kits as kitsOf } from '../../api/queries.js';
import { fetchJobFile, jobEnded } from '../../api/jobs.js';
import { m } from '../../messages/index.js';
import { ClientChoice } from '../../parts/ClientChoice.js';
import { PageHead } from '../../parts/resource-page.js';
import { useDesk } from '../../ui/desk-store.js';
import { money } from '../../ui/format.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { Failed, failureOf } from '../../ui/Failed.js';
import { useToast } from '../../ui/toast-store.js';
import { errorWords } from '../../words.js';
import { Brief } from './Brief.js';
import { Figures } from './Figures.js';
import { Galley } from './Galley.js';
import { rehearseTexts as t } from './messages.js';
import { Missing } from './Missing.js';
import { kitOf } from './queries.js';
import { useKit } from './useKit.js';

const NewKit = lazy(async () => ({ default: (await import('./NewKit.js')).NewKit }));

export function RehearsePage() {
  const clientId = useDesk((state) => state.clientId);
  if (clientId !== null) return <OfClient key={clientId} clientId={clientId} />;
  return (
    <Box sx={{ p: 3, overflow: 'auto' }}>
      <Typography component="h1" variant="h1" sx={{ mb: 2 }}>
        {t.title}
      </Typography>
      <ClientChoice />
    </Box>
  );
}

function OfClient({ clientId }: { readonly clientId: number }) {
  const asked = useQuery(kitsOf(clientId));
  const [params] = useSearchParams();
  const failure = failureOf(asked);
  if (failure) return <Failed heading="h1" failure={failure} />;
  if (!asked.data) return <EmptyState heading="h1" title={m.common.loading} />;
  const chosen = asked.data.find(({ id }) => String(id) === params.get('kit')) ?? asked.data[0];
  if (!chosen) return <FirstKit clientId={clientId} />;
  return <OfKit key={chosen.id} kit={chosen.id} all={asked.data} />;
}

function OfKit({ kit, all }: { readonly kit: number; readonly all: readonly KitItem[] }) {
  const asked = useQuery(kitOf(kit));
  const failure = failureOf(asked);
  if (failure) return <Failed heading="h1" failure={failure} />;
  if (!asked.data) return <EmptyState heading="h1" title={m.common.loading} />;
  return <Desk body={asked.data} kits={all} />;
}

function FirstKit({ clientId }: { readonly clientId: number }) {
  const [isNaming, setIsNaming] = useState(false);
  return (
    <Box sx={{ p: 3, maxWidth: 640 }}>
      <Typography component="h1" variant="h1" sx={{ mb: 1 }}>
        {t.noKit}
      </Typography>
      <Typography sx={{ mb: 2 }}>{t.noKitAdvice}</Typography>
      <Button variant="contained" onClick={() => setIsNaming(true)}>
        {t.newKit}
      </Button>
      {isNaming && (
        <Suspense>
          <NewKit clientId={clientId} onClose={() => setIsNaming(false)} />
        </Suspense>
      )}
    </Box>
  );
}

const TABS = ['galley', 'figures', 'missing'] as const;

function Desk({ body: asked, kits }: { readonly body: RehearsalBody; readonly kits: readonly KitItem[] }) {
  const { body, change, run, busy } = useKit(asked);
  const { kitId, plan, outcome, stale } = body;
  const [tab, setTab] = useState<(typeof TABS)[number]>('galley');
  const isReady = plan.documents.length > 0 && plan.source !== '' && plan.target !== '';
  return (
    <>
      <PageHead title={t.title} about={stale ? t.stale : t.about}>
        {outcome && <HandOver kit={kitId} />}
        <Button variant="contained" disabled={busy || !isReady} onClick={run}>
          {busy ? t.running : outcome ? t.again : t.go}
        </Button>
      </PageHead>
      <Box sx={{ flex: 1, minHeight: 0, display: 'flex' }}>
        <Brief body={body} kits={kits} onChange={change} />
        <Box
          component="section"
          aria-label={t.tabs[tab]}
          sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column' }}
        >
          {body.counted && <Counted documents={body.counted} rates={plan.rates} />}
          {outcome ? (
            <>
              <Tabs
                value={tab}
                onChange={(_, value: (typeof TABS)[number]) => setTab(value)}
                aria-label={t.tabsLabel}
                sx={{ borderBottom: 1, borderColor: 'divider', px: 2, minHeight: 40 }}
              >
                {TABS.map((value) => (
                  <Tab key={value} value={value} label={t.tabs[value]} sx={{ minHeight: 40, textTransform: 'none' }} />
                ))}
              </Tabs>
              {tab === 'galley' && <Galley kit={kitId} outcome={outcome} />}
              {tab === 'figures' && <Figures body={body} outcome={outcome} onChange={change} />}
              {tab === 'missing' && <Missing body={body} outcome={outcome} />}
            </>
          ) : (
            !body.counted && <EmptyState title={t.empty} advice={t.emptyAdvice} />
          )}
        </Box>
      </Box>
    </>
  );
}

/** While a kit is rehearsed: what the documents are, and what they cost if nothing matches. */
function Counted({ documents, rates }: { readonly documents: CountedBody; readonly rates: KitPlan['rates'] }) {
  const sum = (of: 'words' | 'repeated'): number => documents.reduce((all, one) => all + one[of], 0);
  const [all, repeated] = [sum('words'), sum('repeated')];
  const cost = costOf(all * Math.max(...Object.values(rates.shares)), rates);
  return (
    <Typography role="status" sx={{ px: 3, py: 2, borderBottom: 1, borderColor: 'divider' }}>
      {t.counted(documents.length, all, repeated, cost === null ? null : money(cost, rates.currency))}
    </Typography>
  );
}

function HandOver({ kit }: { readonly kit: number }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { say, fail } = useToast();
  const write = async (what: 'xlsx' | 'html' | 'pack'): Promise<void> => {
    setAnchor(null);
    const body = { what, language: words.speech.language as Spoken };
    const job = await jobEnded(await call('POST /rehearsals/:id/hand-over', { params: { id: kit }, body }));
    if (job.state !== 'done') throw new Error(job.error ? errorWords(job.error) : undefined);
    fetchJobFile(job.id);
    say(what === 'pack' ? t.packed : t.ready);
  };
  return (
    <>
      <Button aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
        {t.report}
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem onClick={() => void write('xlsx').catch(fail)}>{t.asXlsx}</MenuItem>
        <MenuItem onClick={() => void write('html').catch(fail)}>{t.asHtml}</MenuItem>
      </Menu>
      <Button variant="outlined" onClick={() => void write('pack').catch(fail)}>
        {t.pack}
      </Button>
    </>
  );
}
