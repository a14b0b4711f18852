import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import Typography from '@mui/material/Typography';
import { useQueries } from '@tanstack/react-query';
import { termPage, type TermListQuery } from '../../api/queries.js';
import { LanguageName } from '../../ui/LanguageName.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { termbaseTexts as t } from './messages.js';

interface Props {
  readonly query: TermListQuery;
  /** Of the termbase, without that of the list. */
  readonly languages: readonly string[];
  readonly conceptId: number;
  readonly onConcept: (id: number) => void;
}

/** Terms of each language that are shown. */
const SHOWN = 5;
/** So many languages are asked at once. */
const ASKED = 20;

/** What is looked up stands in other languages of the termbase, too: said below the list, with the language. */
export function TermsElsewhere({ query, languages, conceptId, onConcept }: Props) {
  const asked = languages.slice(0, ASKED);
  const found = useQueries({
    queries: asked.map((language) => termPage({ ...query, language, order: 'term' }, null)),
    combine: (results) =>
      results.flatMap(({ data = [] }, i) => data.slice(0, SHOWN).map((item) => ({ ...item, language: asked[i]! }))),
  });
  if (found.length === 0) return null;
  return (
    <Box
      component="section"
      aria-label={t.elsewhere}
      sx={{ borderTop: 1, borderColor: 'divider', maxHeight: '42%', overflow: 'auto', flex: 'none' }}
    >
      <Typography component="h3" color="textSecondary" sx={{ fontSize: 13, px: 2, pt: 1 }}>
        {t.elsewhere}
      </Typography>
      {found.map(({ language, concept, ordinal, text, others }) => (
        <ButtonBase
          key={`${language} ${concept} ${ordinal}`}
          onClick={() => onConcept(concept)}
          aria-current={concept === conceptId ? 'true' : undefined}
          sx={(theme) => ({
            display: 'block',
            width: '100%',
            textAlign: 'start',
            px: 2,
            py: 0.5,
            bgcolor: concept === conceptId ? theme.inks.tint : undefined,
          })}
        >
          <LanguageText language={language}>{text}</LanguageText>{' '}
          <Box component="span" sx={{ fontSize: 12.5, color: 'text.secondary' }}>
            <LanguageName tag={language} quiet /> {others && `· ${others}`}
          </Box>
        </ButtonBase>
      ))}
    </Box>
  );
}
