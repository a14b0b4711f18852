import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import type { AlignmentBody } from '../../api/types.js';
import { number } from '../../ui/format.js';
import { ClientLanguageField } from '../../parts/ClientLanguageField.js';
import { SERIF } from '../../ui/typefaces.js';
import { WordButton } from '../../ui/WordButton.js';
import { alignTexts } from './messages.js';
import { FILTERS, type PairFilter, type SideName } from './pairs.js';

const t = alignTexts;

interface SheetHeadProps {
  readonly alignment: AlignmentBody;
  readonly filter: PairFilter;
  readonly doubts: number;
  readonly onFilter: (filter: PairFilter) => void;
  readonly onLanguage: (side: SideName, tag: string) => void;
  readonly onAgain: () => void;
}

/** Above the pairs: the two files, their languages, and what is shown. */
export function SheetHead({ alignment, filter, doubts, onFilter, onLanguage, onAgain }: SheetHeadProps) {
  const { source, target } = alignment;
  return (
    <Box sx={{ px: 3, pt: 1.25, pb: 1, borderBottom: 1, borderColor: 'divider' }}>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', mb: 1 }}>
        <Typography component="h1" sx={{ fontFamily: SERIF, fontSize: 20, flex: 1 }}>
          {t.heading(source.name, target.name)}
        </Typography>
        <Box component={Link} to="/align" sx={{ color: 'primary.main', whiteSpace: 'nowrap' }}>
          {t.toOverview}
        </Box>
      </Box>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
        <Box sx={{ width: 190 }}>
          <ClientLanguageField
            label={t.sourceLanguage}
            value={source.language}
            onChange={(tag) => onLanguage('source', tag)}
          />
        </Box>
        <Box sx={{ width: 190 }}>
          <ClientLanguageField
            label={t.targetLanguage}
            value={target.language}
            onChange={(tag) => onLanguage('target', tag)}
          />
        </Box>
        <Button variant="outlined" onClick={onAgain} title={t.againHint}>
          {t.again}
        </Button>
        <Filters filter={filter} doubts={doubts} onFilter={onFilter} />
      </Box>
    </Box>
  );
}

function Filters({ filter, doubts, onFilter }: Pick<SheetHeadProps, 'filter' | 'doubts' | 'onFilter'>) {
  return (
    <Box role="group" aria-label={t.show} sx={{ display: 'flex', gap: 1.25, flexWrap: 'wrap' }}>
      {FILTERS.map((one) => (
        <WordButton
          key={one}
          aria-pressed={filter === one}
          onClick={() => onFilter(one)}
          sx={filter === one ? { fontWeight: 600, textDecorationStyle: 'solid' } : {}}
        >
          {one === 'doubtful' ? `${t.filters[one]} (${number(doubts)})` : t.filters[one]}
        </WordButton>
      ))}
    </Box>
  );
}
