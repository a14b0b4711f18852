import { primaryLanguage } from '@fair-copy/core/language/tags.js';
import { CONCEPT_FATES, FIELD_KEEPING } from '@fair-copy/core/intake/merge-concepts.js';
import Box from '@mui/material/Box';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { call } from '../../api/http.js';
import { jobResult } from '../../api/jobs.js';
import { holdings as holdingsQuery } from '../../api/queries.js';
import type { Holding } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { NothingYet } from '../../parts/NothingYet.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { Failed, failureOf } from '../../ui/Failed.js';
import { number } from '../../ui/format.js';
import { LanguageChecks } from '../../ui/LanguageChecks.js';
import { languageName } from '../../ui/languages.js';
import { SERIF } from '../../ui/typefaces.js';
import { FateUnits } from './FateUnits.js';
import { FieldConflicts } from './FieldConflicts.js';
import { Inputs, type Mergeable } from './Inputs.js';
import { LastWritten } from './LastWritten.js';
import type { Looked } from './MergePage.js';
import { mergeTexts } from './messages.js';
import { Flow } from './Outcome.js';
import { OutcomeHead } from './OutcomeHead.js';
import { OfOneClient, PlanFrame } from './PlanFrame.js';
import { RegionsForm, Word } from './PlanSentences.js';
import { mergedConcepts, termMergePlan } from './queries.js';
import { useTermMerge, type TermMerging } from './useMerge.js';
import { WriteFoot } from './WriteFoot.js';

const t = mergeTexts.terms;

export function TermMergePage() {
  return <OfOneClient>{(clientId) => <OfClient key={clientId} clientId={clientId} />}</OfOneClient>;
}

function OfClient({ clientId }: { readonly clientId: number }) {
  const asked = useQuery(holdingsQuery(clientId));
  const failure = failureOf(asked, useQuery(termMergePlan(clientId)));
  const merging = useTermMerge(clientId);
  if (failure) return <Failed heading="h1" failure={failure} />;
  const { data: termbases } = asked;
  if (!termbases || !merging) return <EmptyState heading="h1" title={m.common.loading} />;
  if (termbases.length === 0) return <NothingYet heading="h1" title={t.noTermbases} />;
  return <Desk merging={merging} termbases={termbases} />;
}

const mergeable = ({ id, name, concepts, languages, changedAt, isReference }: Holding): Mergeable => ({
  id,
  name,
  size: t.concepts(concepts),
  languages,
  changedAt,
  isSound: true,
  isOfJob: false,
  isReference,
});

interface DeskProps {
  readonly merging: TermMerging;
  readonly termbases: readonly Holding[];
}

function Desk({ merging, termbases }: DeskProps) {
  const { body, change } = merging;
  const chosen = body.plan.inputs.flatMap((id) => termbases.find((one) => one.id === id) ?? []);
  return (
    <PlanFrame
      title={t.title}
      aside={<Inputs plan={body.plan} change={change} all={termbases.map(mergeable)} words={t} />}
      foot={chosen.length > 0 && <Foot merging={merging} chosen={chosen} />}
    >
      {chosen.length === 0 ? (
        <Typography color="textSecondary">{t.none}</Typography>
      ) : (
        <>
          <LastWritten
            written={body.written}
            to={(last) => `/termbases/${last.termbaseId}`}
            open={t.open}
            name={(last) => last.termbase}
            says={(last) => t.written(last.concepts, last.termbase)}
          />
          <Sentences merging={merging} chosen={chosen} />
          <Outcome merging={merging} chosen={chosen} />
        </>
      )}
    </PlanFrame>
  );
}

interface PartProps {
  readonly merging: TermMerging;
  readonly chosen: readonly Holding[];
}

function Sentences({ merging: { body, change }, chosen }: PartProps) {
  const { plan } = body;
  const tags = [
    ...new Set(chosen.flatMap(({ languages }) => languages.map(({ language }) => primaryLanguage(language)))),
  ];
  const names = plan.by.map(languageName);
  const said = names.length === 0 ? t.byNone : names.length === 1 ? t.by(names) : t.byEach(names);
  return (
    <Box sx={{ fontFamily: SERIF, fontSize: 17, lineHeight: '28px', maxWidth: 900, mb: 2 }}>
      {t.same}{' '}
      <Word word={said} legend={t.byLegend}>
        {() => <LanguageChecks all={tags} chosen={plan.by} onChange={(by) => change({ by: [...by], bySet: true })} />}
      </Word>
      {'; '}
      <YesNo legend={t.idLegend} on={plan.id} say={t.id} onChange={(id) => change({ id })} />
      {'; '}
      <YesNo legend={t.subjectLegend} on={plan.subject} say={t.subject} onChange={(subject) => change({ subject })} />
      {t.where}{' '}
      <Word word={t.keep[plan.keep]} legend={t.keepLegend}>
        {() => (
          <RadioGroup
            aria-label={t.keepLegend}
            value={plan.keep}
            onChange={(_, keep) => change({ keep: keep as typeof plan.keep })}
          >
            {FIELD_KEEPING.map((one) => (
              <FormControlLabel key={one} value={one} control={<Radio size="small" />} label={t.keep[one]} />
            ))}
          </RadioGroup>
        )}
      </Word>
      {'. '}
      <Word word={mergeTexts.sentence.regions[plan.regions]} legend={mergeTexts.regionsLegend}>
        {() => <RegionsForm regions={plan.regions} onChange={(regions) => change({ regions })} />}
      </Word>
      {'.'}
      <Typography variant="body2" color="textSecondary" sx={{ mt: 0.5 }}>
        {t.apart}
      </Typography>
    </Box>
  );
}

interface YesNoProps {
  readonly legend: string;
  readonly on: boolean;
  readonly say: (on: boolean) => string;
  readonly onChange: (on: boolean) => void;
}

function YesNo({ legend, on, say, onChange }: YesNoProps) {
  return (
    <Word word={say(on)} legend={legend}>
      {() => (
        <RadioGroup aria-label={legend} value={String(on)} onChange={(_, value) => onChange(value === 'true')}>
          {[true, false].map((one) => (
            <FormControlLabel key={String(one)} value={String(one)} control={<Radio size="small" />} label={say(one)} />
          ))}
        </RadioGroup>
      )}
    </Word>
  );
}

function Outcome({ merging, chosen }: PartProps) {
  const { outcome, stale, clientId } = merging.body;
  const [looked, setLooked] = useState<Looked | null>(null);
  const nameOf = (id: number): string => chosen.find((one) => one.id === id)?.name ?? '';
  const rows = (outcome?.inputs ?? [])
    .filter(({ termbaseId }) => chosen.some(({ id }) => id === termbaseId))
    .map(({ termbaseId, tally }) => ({
      memory: { id: termbaseId, name: nameOf(termbaseId) },
      tally: { ...tally, left: 0 },
    }));
  return (
    <>
      <Box component="section" aria-label={t.outcome} sx={{ mb: 3 }}>
        <OutcomeHead title={t.outcome} job="count term merge" plan={merging} />
        {outcome && (
          <Flow rows={rows} all={{ ...outcome.tally, left: 0 }} stale={stale} head={t.termbase} onLook={setLooked} />
        )}
      </Box>
      {looked && looked.fate !== 'left' ? (
        <FateUnits
          key={`${looked.memory} ${looked.fate}`}
          title={mergeTexts.unitsTitle(mergeTexts.fates[looked.fate], nameOf(looked.memory))}
          pageOf={(page) => mergedConcepts(clientId, looked.memory, looked.fate as never, page)}
          said={t.concepts}
          onClose={() => setLooked(null)}
        />
      ) : (
        outcome && <FieldConflicts merging={merging} nameOf={nameOf} />
      )}
    </>
  );
}

function Foot({ merging: { body }, chosen }: PartProps) {
  const { plan, outcome, stale, clientId } = body;
  const name = plan.into === null ? plan.newName.trim() : (chosen.find(({ id }) => id === plan.into)?.name ?? '');
  const written = outcome?.tally.written ?? 0;
  const total = chosen.reduce((sum, { concepts }) => sum + concepts, 0);
  return (
    <WriteFoot
      tally={
        outcome &&
        !stale &&
        `${t.concepts(total)} = ${CONCEPT_FATES.map((fate) => `${number(outcome.tally[fate])} ${mergeTexts.fates[fate]}`).join(' + ')}`
      }
      name={name}
      nameFirst={t.writeFirst}
      label={t.write(written, name)}
      isReady={!stale && written > 0}
      write={async () => {
        const result = await jobResult(await call('POST /term-merges/:id/write', { params: { id: clientId } }));
        return (
          result && {
            said: t.done(result.concepts, result.termbase),
            open: t.open,
            to: `/termbases/${result.termbaseId}`,
          }
        );
      }}
    />
  );
}
