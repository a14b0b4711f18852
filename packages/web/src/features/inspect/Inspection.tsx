import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useRef, useState } from 'react';
import { Link } from 'react-router';
import { checkWords } from '@fair-copy/words/catalogue.js';
import type { Spoken } from '@fair-copy/words/catalogues.js';
import { call, upload } from '../../api/http.js';
import { fetchJobFile, jobEnded } from '../../api/jobs.js';
import { inspectedPath, memory as memoryQuery, termbase as termbaseQuery, type Inspected } from '../../api/queries.js';
import type { InspectionOverview } from '../../api/types.js';
import { PageHead } from '../../parts/resource-page.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { moment } from '../../ui/format.js';
import { useToast } from '../../ui/toast-store.js';
import { useBusy } from '../../ui/useBusy.js';
import { words } from '../../all-words.js';
import { errorWords } from '../../words.js';
import { CheckList } from './CheckList.js';
import { Findings } from './Findings.js';
import { inspectTexts } from './messages.js';
import { Standing } from './Standing.js';

const t = inspectTexts;

const ProfileDialog = lazy(async () => ({ default: (await import('./ProfileDialog.js')).ProfileDialog }));

/** The checks with their counts, the rows they find something in, and what changed since the last time. */
export function Inspection({ of, overview }: { readonly of: Inspected; readonly overview: InspectionOverview }) {
  const [check, setCheck] = useState<string | null>(null);
  const [standing, setStanding] = useState(false);
  const isStanding = standing && overview.stets + overview.rules > 0;
  const open = overview.checks.reduce((sum, c) => sum + c.open, 0);
  const current = overview.checks.find((c) => c.id === check);
  const said = current && checkWords(words, current.id, of.kind);
  const { off, onSwitch } = useSwitch(of, overview);
  return (
    <>
      <Heading of={of} overview={overview} />
      <Box sx={{ flex: 1, minHeight: 0, display: 'flex' }}>
        <CheckList
          kind={of.kind}
          overview={{ ...overview, off }}
          check={isStanding ? null : check}
          onCheck={(id) => {
            setCheck(id);
            setStanding(false);
          }}
          isStanding={isStanding}
          onStanding={() => setStanding(true)}
          onSwitch={onSwitch}
        />
        <Box
          component="section"
          aria-label={isStanding ? t.standing : (said?.title ?? t.all)}
          sx={{ flex: 1, minWidth: 0, display: 'flex', flexDirection: 'column', bgcolor: 'background.paper' }}
        >
          {overview.inspectedAt === null ? (
            <EmptyState title={t.never[of.kind]} advice={t.neverAdvice[of.kind]}>
              <InspectButton of={of} label={t.run} />
            </EmptyState>
          ) : isStanding ? (
            <Standing of={of} />
          ) : (current?.open ?? open) === 0 ? (
            <EmptyState title={said ? t.cleanCheck : t.clean} {...(said && { advice: said.explains })} />
          ) : (
            <Findings key={check ?? 'all'} of={of} check={current ?? null} overview={overview} />
          )}
        </Box>
      </Box>
    </>
  );
}

/** Leaves a check out of the inspections of the client, or takes it in again: shown at once, and asked for one after another. */
function useSwitch({ kind, id }: Inspected, overview: InspectionOverview) {
  const queries = useQueryClient();
  const { fail } = useToast();
  const [asked, setAsked] = useState<Readonly<Record<string, boolean>>>({});
  const last = useRef<Promise<void>>(Promise.resolve());
  const change = async (check: string, on: boolean): Promise<void> => {
    const { clientId } = overview;
    const profile = await call('GET /inspection-profiles/:id', { params: { id: clientId } });
    const list = kind === 'memory' ? 'without' : 'withoutOfTermbases';
    const left = profile[list].filter((other) => other !== check);
    const body = { ...profile, [list]: on ? left : [...left, check] };
    await call('PUT /inspection-profiles/:id', { params: { id: clientId }, body });
    await queries.invalidateQueries({ queryKey: ['inspection', { kind, id }] });
    await queries.invalidateQueries({ queryKey: ['inspection profile', clientId] });
  };
  const off = overview.off.filter((check) => asked[check] === undefined);
  return {
    off: [...off, ...Object.keys(asked).filter((check) => !asked[check])],
    onSwitch: (check: string, on: boolean): void => {
      setAsked((now) => ({ ...now, [check]: on }));
      const settle = (): void =>
        setAsked(({ [check]: said, ...others }) => (said === on ? others : { ...others, [check]: said! }));
      last.current = last.current.then(() => change(check, on).catch(fail)).then(settle);
    },
  };
}

function Heading({ of, overview }: { readonly of: Inspected; readonly overview: InspectionOverview }) {
  const { data: termbase } = useQuery({ ...termbaseQuery(of.id), enabled: of.kind === 'termbase' });
  const { data: memory } = useQuery({ ...memoryQuery(of.id), enabled: of.kind === 'memory' });
  const { counts, inspectedAt } = overview;
  return (
    <PageHead
      title={
        <>
          {t.title}:{' '}
          <Box
            component={Link}
            to={`/${of.kind === 'memory' ? 'memories' : 'termbases'}/${of.id}`}
            sx={{ color: 'primary.main' }}
          >
            {(termbase ?? memory)?.name}
          </Box>
        </>
      }
      about={
        inspectedAt &&
        counts && (
          <>
            {t.last} <time dateTime={inspectedAt}>{moment(inspectedAt)}</time>:{' '}
            {t.since(counts.new, counts.settled, counts.standing, counts.stet)}
          </>
        )
      }
    >
      {(memory ?? termbase) && <ProfileButton clientId={(memory ?? termbase)!.clientId} kind={of.kind} />}
      {inspectedAt && <ReportButton of={of} />}
      {inspectedAt && <InspectButton of={of} label={t.again} />}
    </PageHead>
  );
}

function ProfileButton({ clientId, kind }: { readonly clientId: number; readonly kind: Inspected['kind'] }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button aria-haspopup="dialog" onClick={() => setOpen(true)}>
        {t.profile.open}
      </Button>
      {open && (
        <Suspense>
          <ProfileDialog clientId={clientId} kind={kind} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}

function InspectButton({ of, label }: { readonly of: Inspected; readonly label: string }) {
  const { busy, run } = useBusy();
  const queries = useQueryClient();
  const inspect = async (): Promise<void> => {
    const job = await jobEnded(await call(`POST ${inspectedPath(of)}/inspection`, { params: { id: of.id } }));
    await queries.invalidateQueries({ queryKey: ['inspection', of] });
    if (job.error) throw new Error(errorWords(job.error));
  };
  return (
    <Button variant="contained" disabled={busy} onClick={() => run(inspect)}>
      {busy ? t.running : label}
    </Button>
  );
}

function ReportButton({ of }: { readonly of: Inspected }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { say, fail } = useToast();
  const input = useRef<HTMLInputElement>(null);
  const queries = useQueryClient();
  const answer = async (file: File): Promise<void> => {
    const key = `POST ${inspectedPath(of)}/findings/answers` as const;
    const done = await upload(key, { params: { id: of.id }, query: { name: file.name }, file });
    await queries.invalidateQueries({ queryKey: ['inspection', of] });
    say(t.answersTaken(done.changed, done.stet, done.unanswered, done.left));
  };
  const write = async (format: 'html' | 'xlsx' | 'queries'): Promise<void> => {
    setAnchor(null);
    const body = { format, language: words.speech.language as Spoken };
    const job = await jobEnded(
      await call(`POST ${inspectedPath(of)}/inspection/report`, { params: { id: of.id }, body }),
    );
    if (job.state !== 'done') throw new Error(job.error ? errorWords(job.error) : undefined);
    fetchJobFile(job.id);
    say(t.reportReady);
  };
  return (
    <>
      <Button aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
        {t.report}
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        <MenuItem onClick={() => void write('html').catch(fail)}>{t.reportHtml}</MenuItem>
        <MenuItem onClick={() => void write('xlsx').catch(fail)}>{t.reportXlsx}</MenuItem>
        <MenuItem onClick={() => void write('queries').catch(fail)}>{t.queryList}</MenuItem>
        <MenuItem
          onClick={() => {
            setAnchor(null);
            input.current?.click();
          }}
        >
          {t.takeAnswers}
        </MenuItem>
      </Menu>
      <input
        ref={input}
        type="file"
        hidden
        aria-label={t.takeAnswers}
        accept=".xlsx,.ods,.csv"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (file) void answer(file).catch(fail);
        }}
      />
    </>
  );
}
