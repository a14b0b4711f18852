import Box from '@mui/material/Box';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { BridgeOutcome } from '@fair-copy/api/two.js';
import type { Resources } from '../../parts/useResources.js';
import { number } from '../../ui/format.js';
import { languageName } from '../../ui/languages.js';
import { SERIF } from '../../ui/typefaces.js';
import { BridgeDoubts } from './BridgeDoubts.js';
import { BridgeFoot } from './BridgeFoot.js';
import { BridgeAlone, BridgePairs } from './BridgePairs.js';
import { LastWritten } from './LastWritten.js';
import { mergeTexts } from './messages.js';
import { OutcomeHead } from './OutcomeHead.js';
import { OfOneClient, PlanFrame } from './PlanFrame.js';
import { Word } from './PlanSentences.js';
import { bridgePlan } from './queries.js';
import { namesOfTwo, OfTwo, TwoChosen } from './TwoChosen.js';
import { useBridge, type Bridging } from './useMerge.js';

const t = mergeTexts.bridge;
const SHOWN = ['waiting', 'certain', 'chosen', 'decided', 'aloneA', 'aloneB'] as const;
type Shown = (typeof SHOWN)[number];

export function BridgePage() {
  return (
    <OfOneClient>
      {(clientId) => (
        <OfTwo key={clientId} clientId={clientId} query={bridgePlan(clientId)} use={useBridge}>
          {(bridging, resources) => <Desk bridging={bridging} resources={resources} />}
        </OfTwo>
      )}
    </OfOneClient>
  );
}

function Desk({ bridging, resources }: { readonly bridging: Bridging; readonly resources: Resources }) {
  const { body, change } = bridging;
  const { plan } = body;
  const names = namesOfTwo(plan, resources);
  const kind = plan.a?.kind === 'termbase' && plan.b?.kind === 'termbase' ? 'termbase' : 'memory';
  return (
    <PlanFrame
      title={t.title}
      aside={
        <TwoChosen two={plan} resources={resources} onChange={(two) => change({ ...two, over: '' })}>
          {names && (
            <TextField
              label={t.newName[kind]}
              value={plan.newName}
              onChange={(event) => change({ newName: event.target.value })}
            />
          )}
        </TwoChosen>
      }
      foot={names && plan.over !== '' && <BridgeFoot bridging={bridging} />}
    >
      {!names ? (
        <Typography color="textSecondary">{plan.a && plan.b ? mergeTexts.sameTwice : mergeTexts.chooseTwo}</Typography>
      ) : body.shared.length === 0 ? (
        <Typography>{t.nothingShared(names.a, names.b)}</Typography>
      ) : (
        <>
          <LastWritten
            written={body.written}
            to={({ memoryId, termbaseId }) =>
              memoryId === undefined ? `/termbases/${termbaseId}` : `/memories/${memoryId}`
            }
            open={t.open}
            name={(last) => last.name}
            says={(last) => t.written(last.units, last.name)}
          />
          <Sentence bridging={bridging} names={names} />
          <Outcome bridging={bridging} names={names} />
        </>
      )}
    </PlanFrame>
  );
}

type Names = NonNullable<ReturnType<typeof namesOfTwo>>;

function Sentence({ bridging: { body, change }, names }: { readonly bridging: Bridging; readonly names: Names }) {
  const { plan, shared } = body;
  return (
    <Box sx={{ fontFamily: SERIF, fontSize: 17, lineHeight: '28px', maxWidth: 900, mb: 2 }}>
      {t.sentence(names.a, names.b)}{' '}
      <Word word={t.over(languageName(plan.over))} legend={t.overLegend}>
        {() => (
          <RadioGroup aria-label={t.overLegend} value={plan.over} onChange={(_, over) => change({ over })}>
            {shared.map((tag) => (
              <FormControlLabel key={tag} value={tag} control={<Radio size="small" />} label={languageName(tag)} />
            ))}
          </RadioGroup>
        )}
      </Word>{' '}
      {t.are}{' '}
      <Word word={plan.near ? t.near : t.equal} legend={t.nearLegend}>
        {() => (
          <RadioGroup
            aria-label={t.nearLegend}
            value={plan.near ? 'near' : 'equal'}
            onChange={(_, value) => change({ near: value === 'near' })}
          >
            <FormControlLabel value="equal" control={<Radio size="small" />} label={t.equal} />
            <FormControlLabel value="near" control={<Radio size="small" />} label={t.near} />
          </RadioGroup>
        )}
      </Word>
      {t.end}
    </Box>
  );
}

function Outcome({ bridging, names }: { readonly bridging: Bridging; readonly names: Names }) {
  const { outcome, clientId } = bridging.body;
  const [asked, setAsked] = useState<Shown | null>(null);
  // What has to be decided first, where there is something.
  const shown = asked ?? (outcome && outcome.waiting + outcome.decided + outcome.none > 0 ? 'waiting' : 'certain');
  return (
    <Box component="section" aria-label={t.outcome}>
      <OutcomeHead title={t.outcome} job="count bridge" plan={bridging} />
      {outcome && (
        <>
          <ToggleButtonGroup
            exclusive
            size="small"
            value={shown}
            aria-label={t.outcome}
            onChange={(_, value) => value && setAsked(value)}
            sx={{ mb: 1, flexWrap: 'wrap' }}
          >
            {SHOWN.map((one) => (
              <ToggleButton key={one} value={one} sx={{ textTransform: 'none' }}>
                {nameOf(one, names)} ({number(countOf(one, outcome))})
              </ToggleButton>
            ))}
          </ToggleButtonGroup>
          <Typography variant="body2" color="textSecondary" sx={{ mb: 1.5, maxWidth: 760 }}>
            {t.explains[shown === 'aloneA' || shown === 'aloneB' ? 'alone' : shown]}
          </Typography>
          {shown === 'waiting' ? (
            <BridgeDoubts bridging={bridging} />
          ) : shown === 'aloneA' || shown === 'aloneB' ? (
            <BridgeAlone key={shown} clientId={clientId} side={shown === 'aloneA' ? 'a' : 'b'} />
          ) : (
            <BridgePairs key={shown} clientId={clientId} how={shown} />
          )}
        </>
      )}
    </Box>
  );
}

function nameOf(shown: Shown, { a, b }: Names): string {
  if (shown === 'aloneA') return t.kinds.aloneA(a);
  if (shown === 'aloneB') return t.kinds.aloneB(b);
  return t.kinds[shown];
}

function countOf(shown: Shown, outcome: BridgeOutcome): number {
  if (shown === 'aloneA') return outcome.alone.a;
  if (shown === 'aloneB') return outcome.alone.b;
  return outcome[shown];
}
