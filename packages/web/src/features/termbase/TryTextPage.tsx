import { direction } from '@fair-copy/core/language/tags.js';
import { languageName } from '../../ui/languages.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { recognizedIn, termbase as termbaseQuery } from '../../api/queries.js';
import { useKept } from '../../api/useKept.js';
import type { RecognizedBody, TermbaseBody } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { howFound } from '@fair-copy/words/recognition.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { languageLabel } from '../../ui/languages.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { WordButton } from '../../ui/WordButton.js';
import { MissedForm, useSayForm } from './MissedForm.js';
import { tryTexts } from './try-messages.js';
import { SERIF } from '../../ui/typefaces.js';

const t = tryTexts;

/** A passage with the terms of the termbase marked in it, as it is typed or pasted. */
export function TryTextPage() {
  const id = Number(useParams().id);
  const { data: termbase, error } = useKept(termbaseQuery(id));
  if (error) return <EmptyState heading="h1" title={error.message} />;
  if (!termbase) return <EmptyState heading="h1" title={m.common.loading} />;
  return <TryText termbase={termbase} />;
}

/** What was tried last, by the termbase: there again when one comes back. */
const TRIED = new Map<number, { readonly language: string; readonly text: string }>();

function TryText({ termbase }: { readonly termbase: TermbaseBody }) {
  const kept = TRIED.get(termbase.id);
  const [language, setLanguage] = useState(kept?.language ?? termbase.languages[0]?.language ?? '');
  const [text, setText] = useState(kept?.text ?? '');
  useEffect(() => {
    TRIED.set(termbase.id, { language, text });
  }, [termbase.id, language, text]);
  const asked = useDeferredValue(text);
  const { data, error } = useQuery(recognizedIn(termbase.id, language, asked));
  const current = asked.trim() && data ? data : null;
  return (
    <Box sx={{ flex: 1, overflow: 'auto', px: 3, py: 2 }}>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 2, mb: 0.5 }}>
        <Typography component="h1" sx={{ fontFamily: SERIF, fontSize: 20, flex: 1 }}>
          {t.title(termbase.name)}
        </Typography>
        <Button component={Link} to={`/termbases/${termbase.id}`}>
          {t.back}
        </Button>
      </Box>
      <Typography color="textSecondary" sx={{ mb: 2 }}>
        {t.explains}
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 3, alignItems: 'start' }}>
        <Box sx={{ display: 'grid', gap: 1.5 }}>
          <TextField select label={t.language} value={language} onChange={(event) => setLanguage(event.target.value)}>
            {termbase.languages.map((entry) => (
              <MenuItem key={entry.language} value={entry.language}>
                {languageLabel(entry.language)}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            label={t.text}
            placeholder={t.placeholder}
            multiline
            minRows={14}
            maxRows={26}
            value={text}
            onChange={(event) => setText(event.target.value)}
            slotProps={{
              htmlInput: {
                lang: language,
                dir: language ? direction(language) : 'auto',
                spellCheck: false,
                maxLength: 500_000,
              },
              input: { sx: { fontFamily: SERIF, fontSize: 16, lineHeight: '24px' } },
            }}
          />
        </Box>
        <Box component="section" aria-label={t.hits} aria-live="polite">
          {error && <Typography color="error">{error.message}</Typography>}
          {current && (
            <>
              <Typography sx={{ fontWeight: 600 }}>
                {t.found(
                  new Set(current.hits.map(({ start, end }) => `${start} ${end}`)).size,
                  new Set(current.hits.map((hit) => hit.term)).size,
                )}
              </Typography>
              <Typography variant="body2" color="textSecondary" sx={{ mb: 1 }}>
                {t.words(current.words)} · {t.method(current.method, languageName(language))}
              </Typography>
              {current.hits.length === 0 && t.nothing}
              <Marked text={asked} language={language} hits={current.hits} />
              <HitList hits={current.hits} language={language} termbase={termbase} text={asked} />
              <MissedForm language={language} termbase={termbase} />
            </>
          )}
        </Box>
      </Box>
    </Box>
  );
}

type Hit = RecognizedBody['hits'][number];

/** The text with each hit underlined: solid as it stands, dashed inflected, dotted as part of a compound. */
function Marked({
  text,
  language,
  hits,
}: {
  readonly text: string;
  readonly language: string;
  readonly hits: readonly Hit[];
}) {
  const pieces: React.ReactNode[] = [];
  let at = 0;
  for (const hit of hits) {
    if (hit.start < at) continue;
    pieces.push(text.slice(at, hit.start));
    pieces.push(
      <Box
        key={hit.start}
        component="mark"
        title={`${hit.term}: ${howFound(t.recognition, hit)}`}
        sx={(theme) => ({
          bgcolor: theme.inks.tint,
          color: 'inherit',
          textDecoration: 'underline',
          textDecorationColor: theme.inks.petrol,
          textDecorationThickness: 2,
          textUnderlineOffset: 3,
          textDecorationStyle: hit.how === 'exact' ? 'solid' : hit.how === 'inflected' ? 'dashed' : 'dotted',
        })}
      >
        {text.slice(hit.start, hit.end)}
      </Box>,
    );
    at = hit.end;
  }
  pieces.push(text.slice(at));
  return (
    <Box
      lang={language}
      dir={direction(language)}
      sx={{
        whiteSpace: 'pre-wrap',
        overflowWrap: 'anywhere',
        fontFamily: SERIF,
        fontSize: 16,
        lineHeight: '26px',
        bgcolor: 'background.paper',
        border: 1,
        borderColor: 'divider',
        p: 2,
        maxHeight: 360,
        overflow: 'auto',
      }}
      tabIndex={0}
      role="region"
      aria-label={t.text}
    >
      {pieces}
    </Box>
  );
}

/** The text of a hit; of a part of a compound, the whole compound, since that is what it may be no form in. */
function formIn(text: string, { start, end, how }: Hit): string {
  if (how !== 'compound') return text.slice(start, end);
  const before = /[\p{L}\p{M}]*$/u.exec(text.slice(0, start))![0];
  const after = /^[\p{L}\p{M}]*/u.exec(text.slice(end))![0];
  return before + text.slice(start, end) + after;
}

/** A form of a term in the text: how it was found, how often. */
interface FormSeen {
  readonly hit: Hit;
  readonly form: string;
  count: number;
}

/** Each term with the forms in which it stands in the text; a wrong one can be said to be none. */
function HitList({
  hits,
  language,
  termbase,
  text,
}: {
  readonly hits: readonly Hit[];
  readonly language: string;
  readonly termbase: TermbaseBody;
  readonly text: string;
}) {
  const say = useSayForm(termbase.id);
  const terms = new Map<string, { readonly hit: Hit; readonly forms: Map<string, FormSeen> }>();
  for (const hit of hits) {
    const key = `${hit.concept} ${hit.term}`;
    const term = terms.get(key) ?? { hit, forms: new Map<string, FormSeen>() };
    const form = formIn(text, hit);
    const there = term.forms.get(`${hit.how} ${form}`) ?? { hit, form, count: 0 };
    there.count++;
    term.forms.set(`${hit.how} ${form}`, there);
    terms.set(key, term);
  }
  return (
    <Box component="ul" sx={{ listStyle: 'none', p: 0, mt: 2 }}>
      {[...terms.values()].map(({ hit, forms }) => (
        <Box
          component="li"
          key={`${hit.concept} ${hit.term}`}
          sx={{
            display: 'grid',
            gridTemplateColumns: '150px 1fr',
            gap: 1.5,
            py: 0.5,
            borderTop: 1,
            borderColor: 'divider',
          }}
        >
          <WordButton as={Link} {...{ to: `/termbases/${termbase.id}?concept=${hit.concept}` }}>
            <LanguageText language={language}>{hit.term}</LanguageText>
            {hit.other && ` (${hit.other})`}
          </WordButton>
          <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
            {[...forms.values()].map((seen) => (
              <Box
                component="li"
                key={`${seen.hit.how} ${seen.form}`}
                sx={{ display: 'flex', gap: 1, alignItems: 'baseline', flexWrap: 'wrap' }}
              >
                <LanguageText language={language}>{seen.form}</LanguageText>
                <Typography variant="body2" color="textSecondary" sx={{ flex: 1 }}>
                  {t.seen(seen.count, howFound(t.recognition, seen.hit))}
                </Typography>
                {seen.hit.how !== 'exact' && (
                  <WordButton
                    aria-label={t.notThisOf(seen.form, hit.term)}
                    onClick={() =>
                      say.mutate({ concept: hit.concept, language, term: hit.term, form: seen.form, is: false })
                    }
                  >
                    {t.notThis}
                  </WordButton>
                )}
              </Box>
            ))}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
