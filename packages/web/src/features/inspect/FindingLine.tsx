import { TERMBASE_CHECK_TITLES } from './check-titles.js';
import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import { Link } from 'react-router';
import type { FoundRow } from '../../api/types.js';
import { m } from '../../messages/en.js';
import { LanguageName } from '../../ui/LanguageName.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { MarginNote } from '../../ui/MarginNote.js';
import { WordButton } from '../../ui/WordButton.js';

interface Props {
  readonly row: FoundRow;
  readonly termbaseId: number;
  readonly selected: boolean;
  readonly marked: boolean;
  readonly onSelect: () => void;
  readonly onMark: () => void;
  readonly onPutRight: () => void;
  readonly onStet: () => void;
}

const t = m.inspect;

export function FindingLine({ row, termbaseId, selected, marked, onSelect, onMark, onPutRight, onStet }: Props) {
  return (
    <Box
      role="row"
      onClick={onSelect}
      sx={(theme) => ({
        display: 'grid',
        gridTemplateColumns: '40px minmax(0, 1fr) minmax(300px, 380px)',
        borderBottom: 1,
        borderColor: 'divider',
        bgcolor: selected ? theme.inks.tint : theme.inks.sheet,
        boxShadow: selected ? `inset 3px 0 ${theme.inks.petrol}` : undefined,
      })}
    >
      <Box role="cell" sx={{ pt: 0.5 }}>
        <Checkbox
          size="small"
          checked={marked}
          onChange={onMark}
          slotProps={{ input: { 'aria-label': `${t.marked}: ${row.text}` } }}
        />
      </Box>
      <Box role="cell" sx={{ py: 1, pr: 2, minWidth: 0 }}>
        <ConceptTerms row={row} termbaseId={termbaseId} />
      </Box>
      <Box role="cell" sx={{ py: 1, px: 2, borderLeft: 1, borderColor: 'divider', bgcolor: 'background.default' }}>
        <MarginNote
          tone={row.severity === 'error' ? 'error' : row.severity === 'warning' ? 'doubt' : 'quiet'}
          word={TERMBASE_CHECK_TITLES[row.check] ?? row.check}
          actions={
            <>
              {row.correction && (
                <WordButton onClick={onPutRight}>
                  {t.putRight}{' '}
                  {row.correction.kind === 'text' ? t.putRightTo(row.correction.text) : `(${t.removeTerm})`}
                </WordButton>
              )}
              <WordButton onClick={onStet}>{t.stet}</WordButton>
            </>
          }
        >
          {row.message}
          {row.related.length > 0 && (
            <Box sx={{ mt: 0.25, color: 'text.secondary' }}>
              {t.see}:{' '}
              {row.related.slice(0, 4).map((other, i) => (
                <span key={other.concept}>
                  {i > 0 && ', '}
                  <Link to={`/termbases/${termbaseId}?concept=${other.concept}`} style={{ color: 'inherit' }}>
                    {other.text}
                  </Link>
                </span>
              ))}
            </Box>
          )}
        </MarginNote>
      </Box>
    </Box>
  );
}

function ConceptTerms({ row, termbaseId }: { readonly row: FoundRow; readonly termbaseId: number }) {
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(110px, max-content) minmax(0, 1fr)', columnGap: 2 }}>
      {row.terms.map(({ language, texts }) => (
        <Box key={language} sx={{ display: 'contents' }}>
          <Box sx={{ color: 'text.secondary', fontSize: 12.5, lineHeight: '24px' }}>
            <LanguageName tag={language} quiet />
          </Box>
          <Box>
            {texts.map((text, i) => (
              <Box key={i} component="span">
                {i > 0 && (
                  <Box component="span" sx={{ color: 'text.secondary' }}>
                    {' '}
                    ·{' '}
                  </Box>
                )}
                <Box
                  component={Link}
                  to={`/termbases/${termbaseId}?language=${language}&concept=${row.concept}`}
                  sx={(theme) => ({
                    color: 'inherit',
                    textDecoration: language === row.language && text === row.text ? 'underline wavy' : 'none',
                    textDecorationColor: theme.inks.vermilion,
                    textUnderlineOffset: '4px',
                    '&:hover': { textDecorationLine: 'underline' },
                  })}
                >
                  <LanguageText language={language}>{text}</LanguageText>
                </Box>
              </Box>
            ))}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
