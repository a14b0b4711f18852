import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import type { GalleyMatch, GalleySegment, RehearsalOutcome } from '@fair-copy/api/rehearsals.js';
import { wordChanges } from '@fair-copy/core/text/word-changes.js';
import { call } from '../../api/http.js';
import { unitDetail } from '../../api/queries.js';
import { VariantEditor } from '../../parts/VariantEditor.js';
import { WordChanges } from '../../parts/WordChanges.js';
import { number } from '../../ui/format.js';
import { languageName } from '../../ui/languages.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { useToast } from '../../ui/toast-store.js';
import { WordButton } from '../../ui/WordButton.js';
import { rehearseTexts as t } from './messages.js';

interface Props extends Pick<RehearsalOutcome, 'source' | 'target'> {
  readonly kit: number;
  readonly row: GalleySegment;
  /** The match whose unit is being corrected, from 0; null: none. */
  readonly correcting: number | null;
  readonly onCorrect: (match: number | null) => void;
}

/** What the kit has for a segment: matches, terms, doubts; a note on it. */
export function GalleyMargin({ kit, row, source, target, correcting, onCorrect }: Props) {
  const { matches, language, isApart, doubts } = row;
  if (language !== null) return <Typography>{t.inLanguage(languageName(language))}</Typography>;
  if (isApart) return <Typography>{t.apart}</Typography>;
  return (
    <>
      <Typography component="h2" sx={{ fontWeight: 600, mb: 1 }}>
        {t.matches}
      </Typography>
      {row.class === 'repetition' && <Typography sx={{ mb: 1, fontSize: 14 }}>{t.repeated}</Typography>}
      {doubts.map((doubt) => (
        <Typography key={doubt} sx={(theme) => ({ mb: 1, fontSize: 14, color: theme.inks.doubtText })}>
          {t.doubts[doubt]}
        </Typography>
      ))}
      {matches.length === 0 && <Typography color="textSecondary">{t.noMatch}</Typography>}
      <Box component="ol" aria-label={t.matches} sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {matches.map((match, i) => (
          <MatchItem
            key={`${match.memoryId} ${match.unit} ${i}`}
            match={match}
            text={row.text}
            source={source}
            isCorrecting={correcting === i}
            onCorrect={(on) => onCorrect(on ? i : null)}
          />
        ))}
      </Box>
      <Terms row={row} source={source} target={target} />
      <Note key={`${row.document} ${row.ordinal} ${row.note}`} kit={kit} row={row} />
    </>
  );
}

interface MatchProps {
  readonly match: GalleyMatch;
  /** Of the segment. */
  readonly text: string;
  readonly source: string;
  readonly isCorrecting: boolean;
  readonly onCorrect: (on: boolean) => void;
}

function MatchItem({ match, text, source, isCorrecting, onCorrect }: MatchProps) {
  const { score, inContext, memory, memoryId, unit, standing, target, targetLanguage, forbidden } = match;
  return (
    <Box component="li" sx={{ borderBottom: 1, borderColor: 'divider', pb: 1, mb: 1, fontSize: 14 }}>
      <Box sx={{ color: 'text.secondary', fontSize: 12.5 }}>
        {number(Math.floor(score))}
        {inContext && `, ${t.inContext}`} · {t.from(memory)}
        {standing !== 'gone' && (
          <>
            {' · '}
            <Box component={Link} to={`/memories/${memoryId}?unit=${unit}`} sx={{ color: 'primary.main' }}>
              {t.openUnit}
            </Box>
          </>
        )}
      </Box>
      <div>
        <LanguageText language={source}>
          <WordChanges changes={wordChanges(match.source, text)} />
        </LanguageText>
      </div>
      {isCorrecting ? (
        <Correction memoryId={memoryId} unit={unit} language={targetLanguage} onClose={() => onCorrect(false)} />
      ) : (
        <Box sx={{ mt: 0.5 }}>
          <LanguageText language={targetLanguage}>{target}</LanguageText>
        </Box>
      )}
      {standing !== 'same' && (
        <Box sx={(theme) => ({ color: theme.inks.doubtText, fontSize: 13, mt: 0.5 })}>{t.standing[standing]}</Box>
      )}
      {forbidden.length > 0 && <Box sx={{ color: 'error.main', fontSize: 13, mt: 0.5 }}>{t.uses(forbidden)}</Box>}
      {standing !== 'gone' && !isCorrecting && (
        <Box sx={{ mt: 0.5, fontSize: 13 }}>
          <WordButton onClick={() => onCorrect(true)}>{t.correct}</WordButton>
        </Box>
      )}
    </Box>
  );
}

interface CorrectionProps {
  readonly memoryId: number;
  readonly unit: number;
  readonly language: string;
  readonly onClose: () => void;
}

/** The unit itself, in its memory: undone as any other edit. */
function Correction({ memoryId, unit, language, onClose }: CorrectionProps) {
  const { data } = useQuery(unitDetail(memoryId, unit));
  return (
    <Box sx={{ mt: 1 }}>
      {data && <VariantEditor memoryId={memoryId} unit={data} language={language} onClose={onClose} onNext={onClose} />}
    </Box>
  );
}

function Terms({
  row: { terms },
  source,
  target,
}: { readonly row: GalleySegment } & Pick<RehearsalOutcome, 'source' | 'target'>) {
  if (terms.length === 0) return null;
  return (
    <>
      <Typography component="h2" sx={{ fontWeight: 600, mb: 1, mt: 2 }}>
        {t.terms}
      </Typography>
      <Box component="ul" aria-label={t.terms} sx={{ listStyle: 'none', m: 0, p: 0, fontSize: 14 }}>
        {terms.map(({ term, termbaseId, concept, usable, isForbidden }, i) => (
          <Box component="li" key={i} sx={{ mb: 0.5 }}>
            <Box component={Link} to={`/termbases/${termbaseId}?concept=${concept}`} sx={{ color: 'primary.main' }}>
              <LanguageText language={source}>{term}</LanguageText>
            </Box>
            {isForbidden ? ` (${t.forbidden})` : ''}:{' '}
            {usable.length > 0 ? <LanguageText language={target}>{usable.join(', ')}</LanguageText> : t.noTerm}
          </Box>
        ))}
      </Box>
    </>
  );
}

/** Kept when one leaves the field; it goes into the report. */
function Note({ kit, row: { document, text, note } }: { readonly kit: number; readonly row: GalleySegment }) {
  const [typed, setTyped] = useState(note);
  const fail = useToast((state) => state.fail);
  const keep = (): void => {
    if (typed.trim() === note) return;
    call('PUT /rehearsals/:id/note', { params: { id: kit }, body: { document, text, note: typed } }).catch(fail);
  };
  return (
    <TextField
      fullWidth
      multiline
      label={t.note}
      helperText={t.noteHint}
      value={typed}
      sx={{ mt: 3 }}
      onChange={({ target: { value } }) => setTyped(value)}
      onBlur={keep}
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        setTyped(note);
        event.stopPropagation();
      }}
    />
  );
}
