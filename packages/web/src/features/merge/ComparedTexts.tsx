import { wordChanges } from '@fair-copy/core/text/word-changes.js';
import { withoutCodes } from '@fair-copy/core/text/inline-codes.js';
import type { Difference } from '@fair-copy/core/memory/compare.js';
import Box from '@mui/material/Box';
import type { ComparedText } from '@fair-copy/api/two.js';
import type { UnitBody } from '../../api/types.js';
import { LanguageName } from '../../ui/LanguageName.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { UnitTexts } from './UnitTexts.js';
import { WordChanges } from '../../parts/WordChanges.js';

interface Props {
  readonly what: Difference;
  readonly texts: readonly ComparedText[];
}

/** What one side alone has as it is; what both have differently one above the other, with what differs marked. */
export function ComparedTexts({ what, texts }: Props) {
  return texts.map(({ ordinal, a, b }) =>
    what === 'different' ? (
      <Different key={ordinal} a={a} b={b} />
    ) : (
      (what === 'onlyB' ? b : a).map((unit) => <UnitTexts key={`${ordinal} ${unit.id}`} unit={unit} />)
    ),
  );
}

function Different({ a, b }: { readonly a: readonly UnitBody[]; readonly b: readonly UnitBody[] }) {
  const languages = [...new Set([...a, ...b].flatMap(({ variants }) => variants.map(({ language }) => language)))];
  return (
    <Box sx={{ mb: 1.5, border: 1, borderColor: 'divider', bgcolor: 'background.paper' }}>
      {languages.map((language) => {
        const [left, right] = [textIn(a, language), textIn(b, language)];
        return (
          <Box
            key={language}
            sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) minmax(0, 1fr)', gap: 2, px: 1, py: 0.5 }}
          >
            <Box>
              <LanguageText language={language}>{left || '–'}</LanguageText>
              <Box sx={{ fontSize: 12 }}>
                <LanguageName tag={language} quiet />
              </Box>
            </Box>
            <LanguageText language={language}>
              {left && right ? <WordChanges changes={wordChanges(left, right)} /> : right || '–'}
            </LanguageText>
          </Box>
        );
      })}
    </Box>
  );
}

/** Several of one side, one under another. */
const textIn = (units: readonly UnitBody[], language: string): string =>
  [
    ...new Set(
      units.flatMap(({ variants }) =>
        variants.filter((variant) => variant.language === language).map(({ text }) => withoutCodes(text)),
      ),
    ),
  ].join('\n');
