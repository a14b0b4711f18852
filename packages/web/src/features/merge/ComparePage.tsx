import { primaryLanguage } from '@fair-copy/core/language/tags.js';
import type { Difference } from '@fair-copy/core/memory/compare.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useQueries } from '@tanstack/react-query';
import { useState } from 'react';
import { call } from '../../api/http.js';
import { fetchJobFile, jobResult } from '../../api/jobs.js';
import type { Resources } from '../../parts/useResources.js';
import { moment, number } from '../../ui/format.js';
import { languageName } from '../../ui/languages.js';
import { useToast } from '../../ui/toast-store.js';
import { useBusy } from '../../ui/useBusy.js';
import { SERIF } from '../../ui/typefaces.js';
import { words } from '../../all-words.js';
import type { Spoken } from '@fair-copy/words/catalogues.js';
import { ComparedTexts } from './ComparedTexts.js';
import { mergeTexts } from './messages.js';
import { OutcomeHead } from './OutcomeHead.js';
import { OfOneClient, PlanFoot, PlanFrame } from './PlanFrame.js';
import { ByForm, IgnoreForm, RegionsForm, Word } from './PlanSentences.js';
import { comparedTexts, comparePlan, earlierStates, PAGE, pagesUpTo } from './queries.js';
import { named, namesOfTwo, OfTwo, TwoChosen, type Two } from './TwoChosen.js';
import { useCompare, type Comparing } from './useMerge.js';

const t = mergeTexts.compare;
const KINDS = ['onlyA', 'onlyB', 'different', 'same'] as const satisfies readonly Difference[];

export function ComparePage() {
  return (
    <OfOneClient>
      {(clientId) => (
        <OfTwo key={clientId} clientId={clientId} query={comparePlan(clientId)} use={useCompare}>
          {(comparing, resources) => <Desk comparing={comparing} resources={resources} />}
        </OfTwo>
      )}
    </OfOneClient>
  );
}

function Desk({ comparing, resources }: { readonly comparing: Comparing; readonly resources: Resources }) {
  const { body, change } = comparing;
  const { plan, outcome } = body;
  const names = useNames(plan, resources);
  const [shown, setShown] = useState<Difference>('different');
  return (
    <PlanFrame
      title={t.title}
      aside={
        <TwoChosen earlier two={plan} resources={resources} onChange={(two) => change({ ...two, bySet: false })} />
      }
      foot={names && <Foot comparing={comparing} names={names} />}
    >
      {!names ? (
        <Typography color="textSecondary">{plan.a && plan.b ? mergeTexts.sameTwice : mergeTexts.chooseTwo}</Typography>
      ) : (
        <>
          <Sentence comparing={comparing} resources={resources} />
          <Box component="section" aria-label={t.outcome}>
            <OutcomeHead title={t.outcome} job="compare" plan={comparing} />
            {outcome && (
              <>
                <ToggleButtonGroup
                  exclusive
                  size="small"
                  value={shown}
                  aria-label={t.outcome}
                  onChange={(_, value) => value && setShown(value)}
                  sx={{ mb: 1.5, flexWrap: 'wrap' }}
                >
                  {KINDS.map((kind) => (
                    <ToggleButton key={kind} value={kind} sx={{ textTransform: 'none' }}>
                      {kindName(kind, names)} ({number(outcome[kind])})
                    </ToggleButton>
                  ))}
                </ToggleButtonGroup>
                {shown === 'different' && <Sides names={names} />}
                <Texts key={shown} clientId={body.clientId} what={shown} />
              </>
            )}
          </Box>
        </>
      )}
    </PlanFrame>
  );
}

/** An earlier state of a memory is named by the time of the operation before which it was so. */
function useNames({ a, b }: Two, resources: Resources): Names | null {
  const names = namesOfTwo({ a, b }, resources);
  const [ofA, ofB] = useQueries({
    queries: [a, b].map((ref) => ({ ...earlierStates(ref?.id ?? 0), enabled: ref?.before !== undefined })),
  });
  const name = (said: string, ref: Two['a'], states: typeof ofA): string => {
    const at =
      ref?.before === undefined ? undefined : states?.data?.find(({ ledgerId }) => ledgerId === ref.before)?.at;
    return at === undefined ? said : t.nameBefore(said, moment(at));
  };
  return names && { a: name(names.a, a, ofA), b: name(names.b, b, ofB) };
}

type Names = NonNullable<ReturnType<typeof namesOfTwo>>;

const kindName = (kind: Difference, { a, b }: Names): string =>
  kind === 'onlyA' ? t.kinds.onlyA(a) : kind === 'onlyB' ? t.kinds.onlyB(b) : t.kinds[kind];

function Sentence({ comparing, resources }: { readonly comparing: Comparing; readonly resources: Resources }) {
  const { change } = comparing;
  const { plan } = comparing.body;
  const s = mergeTexts.sentence;
  const both = named(resources).filter(({ kind, id }) =>
    [plan.a, plan.b].some((ref) => ref?.kind === kind && ref.id === id),
  );
  const tags = [...new Set(both.flatMap(({ languages }) => languages.map((tag) => primaryLanguage(tag))))];
  return (
    <Box sx={{ fontFamily: SERIF, fontSize: 17, lineHeight: '28px', maxWidth: 900, mb: 2 }}>
      {t.same}{' '}
      <Word word={plan.by === 'all' ? s.byAll : s.by(plan.by.map(languageName))} legend={mergeTexts.by.legend}>
        {() => <ByForm by={plan.by} tags={tags} onChange={(by) => change({ by, bySet: true })} />}
      </Word>
      {s.ignoring}{' '}
      <Word word={plan.ignore.length ? s.ignored(plan.ignore) : s.nothing} legend={mergeTexts.ignore.legend}>
        {() => <IgnoreForm ignore={plan.ignore} onChange={(ignore) => change({ ignore })} />}
      </Word>
      {s.regionsBefore}{' '}
      <Word word={s.regions[plan.regions]} legend={mergeTexts.regionsLegend}>
        {() => <RegionsForm regions={plan.regions} onChange={(regions) => change({ regions })} />}
      </Word>
      .
    </Box>
  );
}

/** Which side is which. */
function Sides({ names }: { readonly names: Names }) {
  return (
    <Box
      role="group"
      aria-label={t.sides}
      sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)', gap: 2, px: 1, mb: 0.5 }}
    >
      {[names.a, names.b].map((name, i) => (
        <Typography key={i} variant="body2" color="textSecondary">
          {name}
        </Typography>
      ))}
    </Box>
  );
}

function Texts({ clientId, what }: { readonly clientId: number; readonly what: Difference }) {
  const [pages, setPages] = useState(1);
  const results = useQueries({ queries: pagesUpTo(pages).map((page) => comparedTexts(clientId, what, page)) });
  const total = results[0]?.data?.total ?? 0;
  return (
    <>
      {results[0]?.data && total === 0 && <Typography color="textSecondary">{t.nothing}</Typography>}
      <ComparedTexts what={what} texts={results.flatMap(({ data }) => data?.texts ?? [])} />
      {total > pages * PAGE && <Button onClick={() => setPages(pages + 1)}>{mergeTexts.more}</Button>}
    </>
  );
}

function Foot({ comparing: { body }, names }: { readonly comparing: Comparing; readonly names: Names }) {
  const { outcome, stale, clientId } = body;
  const { busy, run } = useBusy();
  const say = useToast((state) => state.say);
  const handOver = async (format: 'xlsx' | 'tmx'): Promise<void> => {
    const language = words.speech.language as Spoken;
    const job = await call('POST /comparisons/:id/hand-over', { params: { id: clientId }, body: { format, language } });
    const made = await jobResult(job);
    if (!made) return;
    fetchJobFile(job.id);
    say(t.handedOver(made.units, made.fileName));
  };
  const total = outcome ? KINDS.reduce((sum, kind) => sum + outcome[kind], 0) : 0;
  const parts = (all: NonNullable<typeof outcome>): string =>
    KINDS.map((kind) => `${number(all[kind])} ${kindName(kind, names)}`).join(' + ');
  const isReady = outcome !== null && !stale && !busy;
  return (
    <PlanFoot tally={outcome && !stale && t.tally(number(total), parts(outcome))}>
      <Button disabled={!isReady || outcome.onlyB + outcome.different === 0} onClick={() => run(() => handOver('tmx'))}>
        {t.news(names.b)}
      </Button>
      <Button
        variant="contained"
        disabled={!isReady || total === outcome.same}
        onClick={() => run(() => handOver('xlsx'))}
      >
        {t.sheet}
      </Button>
    </PlanFoot>
  );
}
