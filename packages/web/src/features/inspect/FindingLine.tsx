import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import { Link } from 'react-router';
import { inWords } from '@fair-copy/core/said.js';
import { checkWords } from '@fair-copy/words/catalogue.js';
import type { Inspected } from '../../api/queries.js';
import type { FoundRow, MatterRow } from '../../api/types.js';
import { LanguageName } from '../../ui/LanguageName.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { MarginNote } from '../../ui/MarginNote.js';
import { MarkedText } from '../../ui/MarkedText.js';
import { WordButton } from '../../ui/WordButton.js';
import { words } from '../../all-words.js';
import { addressOf } from './address.js';
import { inspectTexts } from './messages.js';
import { chosenLine } from '../../ui/chosen-line.js';

interface Props {
  readonly row: MatterRow;
  readonly of: Inspected;
  readonly selected: boolean;
  readonly marked: boolean;
  readonly onSelect: () => void;
  readonly onMark: () => void;
  readonly onPutRight: () => void;
  readonly onStet: () => void;
}

const t = inspectTexts;

export function FindingLine({ row, of, selected, marked, onSelect, onMark, onPutRight, onStet }: Props) {
  return (
    <Box
      role="row"
      {...chosenLine(selected)}
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
        <Texts row={row} of={of} />
        {row.related.length > 0 && <Definition text={row.definition} />}
        <Others row={row} of={of} />
      </Box>
      <Box role="cell" sx={{ py: 1, px: 2, borderLeft: 1, borderColor: 'divider', bgcolor: 'background.default' }}>
        <MarginNote
          tone={row.severity === 'error' ? 'error' : row.severity === 'warning' ? 'doubt' : 'quiet'}
          word={checkWords(words, row.check, of.kind).title}
          actions={
            <>
              {row.correction && (
                <WordButton onClick={onPutRight}>
                  {t.putRight} {correctionWords(row.correction)}
                </WordButton>
              )}
              <WordButton onClick={onStet}>{t.stet}</WordButton>
            </>
          }
        >
          {inWords(words.findings(of.kind), row.said)}
          {row.ids.length < 2 && row.related.length > 0 && (
            <Box sx={{ mt: 0.25, mb: 0.75, color: 'text.secondary' }}>
              {t.see}:{' '}
              {row.related.slice(0, 4).map((other, i) => (
                <span key={other.item}>
                  {i > 0 && ', '}
                  <Link to={addressOf(of, other.item)} style={{ color: 'inherit' }}>
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

/** The other concepts or units of the same matter, under the first. */
function Others({ row: { others, ids }, of }: { readonly row: MatterRow; readonly of: Inspected }) {
  if (ids.length < 2) return null;
  const more = ids.length - 1 - others.length;
  return (
    <Box
      component="ul"
      aria-label={t.alsoIn}
      sx={{ listStyle: 'none', m: 0, mt: 0.75, p: 0, pl: 1.5, borderLeft: 2, borderColor: 'divider' }}
    >
      {others.map(({ item, texts, definition }) => (
        <Box component="li" key={item} sx={{ fontSize: 14, lineHeight: '22px' }}>
          <Box
            component={Link}
            to={addressOf(of, item)}
            sx={{ color: 'inherit', textDecoration: 'none', '&:hover': { textDecoration: 'underline' } }}
          >
            {texts.map(({ language, texts: said }, i) => (
              <span key={i}>
                {i > 0 && ' – '}
                <LanguageText language={language}>{said.join(' · ')}</LanguageText>
              </span>
            ))}
          </Box>
          <Definition text={definition} />
        </Box>
      ))}
      {more > 0 && (
        <Box component="li" sx={{ fontSize: 13, color: 'text.secondary' }}>
          {t.andMore(more)}
        </Box>
      )}
    </Box>
  );
}

/** What a concept is: two with the same term are told apart by it. */
function Definition({ text }: { readonly text: string }) {
  if (text === '') return null;
  return <Box sx={{ fontSize: 13, lineHeight: '20px', color: 'text.secondary', fontStyle: 'italic' }}>{text}</Box>;
}

function correctionWords(correction: NonNullable<FoundRow['correction']>): string {
  switch (correction.kind) {
    case 'text':
      return t.putRightTo(correction.text);
    case 'value':
      return t.putRightTo(correction.instead);
    case 'remove term':
      return `(${t.removeTerm})`;
  }
}

/** All texts of the concept or unit, the evidence in them underlined. */
function Texts({ row, of }: { readonly row: FoundRow; readonly of: Inspected }) {
  // What is said of the whole is about no concept.
  if (row.texts.length === 0) return <LanguageText language={row.language ?? 'und'}>{row.text}</LanguageText>;
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(110px, max-content) minmax(0, 1fr)', columnGap: 2 }}>
      {row.texts.map(({ language, texts }, place) => (
        <Box key={place} sx={{ display: 'contents' }}>
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
                  to={addressOf(of, row.item, language)}
                  sx={{ color: 'inherit', textDecoration: 'none', '&:hover': { textDecoration: 'underline' } }}
                >
                  <LanguageText language={language}>
                    <MarkedText
                      text={text}
                      marks={
                        row.marks.length > 0
                          ? row.marks.filter((mark) => mark.place === place)
                          : language === row.language && text === row.text
                            ? [{ from: 0, to: text.length }]
                            : []
                      }
                    />
                  </LanguageText>
                </Box>
              </Box>
            ))}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
