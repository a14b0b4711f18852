import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableFooter from '@mui/material/TableFooter';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { lazy, Suspense, useState } from 'react';
import type { FiguresBody, KitPlan, RehearsalBody, RehearsalOutcome } from '@fair-copy/api/rehearsals.js';
import { BANDS, costOf, type Band } from '@fair-copy/core/rehearsal/figures.js';
import { words } from '../../all-words.js';
import { money, number, percent } from '../../ui/format.js';
import { languageName } from '../../ui/languages.js';
import { WordButton } from '../../ui/WordButton.js';
import { rehearseTexts as t } from './messages.js';

const NewKit = lazy(async () => ({ default: (await import('./NewKit.js')).NewKit }));
const BandChart = lazy(async () => ({ default: (await import('./BandChart.js')).BandChart }));

interface Props {
  readonly body: RehearsalBody;
  readonly outcome: RehearsalOutcome;
  readonly onChange: (part: Partial<KitPlan>) => void;
}

type Rates = KitPlan['rates'];

/** Words by band with their price, what each memory brings, terms, and how it was the last time. */
export function Figures({ body, outcome, onChange }: Props) {
  const { all, documents, memories, terms, others, rates: card } = outcome;
  const { rates } = body.plan;
  return (
    <Box sx={{ flex: 1, overflow: 'auto', bgcolor: 'background.paper', p: 3 }}>
      <Suspense>
        <BandChart documents={documents.length > 1 ? [{ name: t.all, figures: all }, ...documents] : documents} />
      </Suspense>
      <BandTable name={t.all} figures={all} rates={card} />
      {documents.length > 1 &&
        documents.map(({ name, figures }) => <BandTable key={name} name={name} figures={figures} rates={card} />)}
      <Box sx={{ mt: 2, fontSize: 14 }}>
        {all.apart.segments > 0 && <p>{t.nothingTo(all.apart.segments, all.apart.words)}</p>}
        {all.within.segments > 0 && <p>{t.within(all.within.segments, all.within.words)}</p>}
        <p>{t.coverage(terms.found, terms.concepts, terms.forbidden, terms.untranslated)}</p>
        <Others body={body} others={others} />
        {body.before && <p>{t.before(body.before.weighted)}</p>}
      </Box>
      {memories.length > 0 && <Contributions memories={memories} />}
      <Card key={JSON.stringify(rates)} rates={rates} onKeep={(next) => onChange({ rates: next })} />
    </Box>
  );
}

/** What the documents have in other languages: each is rehearsed with a kit of its own. */
function Others({ body, others }: Pick<Props, 'body'> & Pick<RehearsalOutcome, 'others'>) {
  const [chosen, setChosen] = useState<string | null>(null);
  const { clientId, plan } = body;
  return (
    <>
      {others.map(({ document, language, segments }) => (
        <p key={`${document} ${language}`}>
          {t.others(document, languageName(language), segments)}{' '}
          <WordButton onClick={() => setChosen(language)}>{t.rehearseOther(languageName(language))}</WordButton>
        </p>
      ))}
      {chosen && (
        <Suspense>
          <NewKit clientId={clientId} beside={{ plan, source: chosen }} onClose={() => setChosen(null)} />
        </Suspense>
      )}
    </>
  );
}

function BandTable({
  name,
  figures,
  rates,
}: {
  readonly name: string;
  readonly figures: FiguresBody;
  /** By which they were weighed. */
  readonly rates: Rates;
}) {
  const { bands, segments, words: all, characters, weighted, cost } = figures;
  const { perWord, currency } = rates;
  return (
    <Table size="small" aria-label={name} sx={{ mt: 2, maxWidth: 860 }}>
      <caption style={{ captionSide: 'top', fontWeight: 600 }}>{name}</caption>
      <TableHead>
        <TableRow>
          <TableCell>{t.band}</TableCell>
          <TableCell align="right">{t.segments}</TableCell>
          <TableCell align="right">{t.words}</TableCell>
          <TableCell align="right">{t.characters}</TableCell>
          <TableCell align="right">{t.share}</TableCell>
          <TableCell align="right">{t.weighted}</TableCell>
          {perWord !== null && <TableCell align="right">{t.cost}</TableCell>}
        </TableRow>
      </TableHead>
      <TableBody>
        {bands.map((one) => (
          <TableRow key={one.band}>
            <TableCell component="th" scope="row">
              {words.rehearsal.bands[one.band]}
            </TableCell>
            {[one.segments, one.words, one.characters].map((value, i) => (
              <TableCell key={i} align="right">
                {number(value)}
              </TableCell>
            ))}
            <TableCell align="right">{percent(rates.shares[one.band])}</TableCell>
            <TableCell align="right">{number(one.weighted)}</TableCell>
            {perWord !== null && (
              <TableCell align="right">{money(costOf(one.weighted, rates) ?? 0, currency)}</TableCell>
            )}
          </TableRow>
        ))}
      </TableBody>
      <TableFooter>
        <TableRow sx={{ '& td, & th': { color: 'text.primary', fontSize: 14, fontWeight: 600 } }}>
          <TableCell component="th" scope="row">
            {t.all}
          </TableCell>
          <TableCell align="right">{number(segments)}</TableCell>
          <TableCell align="right">{number(all)}</TableCell>
          <TableCell align="right">{number(characters)}</TableCell>
          <TableCell />
          <TableCell align="right">{number(weighted)}</TableCell>
          {cost !== null && <TableCell align="right">{money(cost, currency)}</TableCell>}
        </TableRow>
      </TableFooter>
    </Table>
  );
}

function Contributions({ memories }: { readonly memories: RehearsalOutcome['memories'] }) {
  return (
    <Table size="small" aria-label={t.contributions} sx={{ mt: 3, maxWidth: 860 }}>
      <caption style={{ captionSide: 'top', fontWeight: 600 }}>{t.contributions}</caption>
      <TableHead>
        <TableRow>
          <TableCell>{t.memories}</TableCell>
          <TableCell align="right">{t.serving}</TableCell>
          <TableCell align="right">{t.alone}</TableCell>
          <TableCell align="right">{t.added}</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {memories.map(({ id, name, serving, alone, added }) => (
          <TableRow key={id}>
            <TableCell component="th" scope="row">
              {name}
            </TableCell>
            <TableCell align="right">{number(serving)}</TableCell>
            <TableCell align="right">{number(Math.round(alone))}</TableCell>
            <TableCell align="right">{number(Math.round(added))}</TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}

/** What a word costs in each band; kept for the client, and true from the next rehearsal on. */
function Card({ rates, onKeep }: { readonly rates: Rates; readonly onKeep: (rates: Rates) => void }) {
  const [draft, setDraft] = useState(rates);
  const set = (band: Band, said: string): void => {
    const share = Math.max(1, Math.min(100, Math.round(Number(said) || 0))) / 100;
    setDraft({ ...draft, shares: { ...draft.shares, [band]: share } });
  };
  return (
    <Box
      component="form"
      aria-label={t.rates}
      sx={{ mt: 3, maxWidth: 860 }}
      onSubmit={(event) => event.preventDefault()}
    >
      <Typography component="h2" sx={{ fontWeight: 600, mb: 1.5 }}>
        {t.rates}
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, mb: 1.5 }}>
        <TextField
          label={t.perWord}
          type="number"
          sx={{ width: 150 }}
          value={draft.perWord ?? ''}
          slotProps={{ htmlInput: { min: 0, step: 0.01 }, inputLabel: { shrink: true } }}
          onChange={({ target: { value } }) =>
            setDraft({ ...draft, perWord: Number(value) > 0 ? Number(value) : null })
          }
        />
        <TextField
          label={t.currency}
          sx={{ width: 110 }}
          value={draft.currency}
          onChange={({ target: { value } }) => setDraft({ ...draft, currency: value.toUpperCase().slice(0, 3) })}
        />
        {BANDS.map((band) => (
          <TextField
            key={band}
            label={`${words.rehearsal.bands[band]} (%)`}
            type="number"
            sx={{ width: 150 }}
            value={Math.round(draft.shares[band] * 100)}
            slotProps={{ htmlInput: { min: 1, max: 100, 'aria-label': t.rateOf(words.rehearsal.bands[band]) } }}
            onChange={({ target: { value } }) => set(band, value)}
          />
        ))}
      </Box>
      <Button
        variant="outlined"
        disabled={!/^[A-Z]{3}$/.test(draft.currency) || JSON.stringify(draft) === JSON.stringify(rates)}
        onClick={() => onKeep(draft)}
      >
        {t.keepRates}
      </Button>
    </Box>
  );
}
