import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import { checkWords } from '@fair-copy/words/catalogue.js';
import type { Inspected } from '../../api/queries.js';
import type { InspectionOverview } from '../../api/types.js';
import { number } from '../../ui/format.js';
import { words } from '../../all-words.js';
import { inspectTexts } from './messages.js';

interface Props {
  readonly kind: Inspected['kind'];
  readonly overview: InspectionOverview;
  readonly check: string | null;
  readonly onCheck: (id: string | null) => void;
  /** What is let stand is shown instead of a check. */
  readonly isStanding: boolean;
  readonly onStanding: () => void;
}

export function CheckList({ kind, overview, check, onCheck, isStanding, onStanding }: Props) {
  const open = overview.checks.reduce((sum, c) => sum + c.open, 0);
  return (
    <Box
      component="nav"
      aria-label={inspectTexts.checks}
      sx={{ width: 250, flex: 'none', borderRight: 1, borderColor: 'divider', overflow: 'auto', py: 1 }}
    >
      <CheckItem
        title={inspectTexts.all}
        count={open}
        fresh={0}
        chosen={check === null && !isStanding}
        onClick={() => onCheck(null)}
      />
      {/* Those that found something come first. */}
      {[...overview.checks]
        .sort((a, b) => Number(b.open > 0) - Number(a.open > 0))
        .map((c) => (
          <CheckItem
            key={c.id}
            {...checkWords(words, c.id, kind)}
            count={c.open}
            fresh={c.fresh}
            chosen={check === c.id}
            onClick={() => onCheck(c.id)}
          />
        ))}
      {overview.stets + overview.rules > 0 && (
        <CheckItem
          title={inspectTexts.standing}
          count={overview.stets + overview.rules}
          fresh={0}
          chosen={isStanding}
          onClick={onStanding}
        />
      )}
    </Box>
  );
}

interface ItemProps {
  readonly title: string;
  readonly explains?: string;
  readonly count: number;
  readonly fresh: number;
  readonly chosen: boolean;
  readonly onClick: () => void;
}

function CheckItem({ title, explains, count, fresh, chosen, onClick }: ItemProps) {
  return (
    <ButtonBase
      onClick={onClick}
      title={explains}
      aria-current={chosen ? 'true' : undefined}
      sx={(theme) => ({
        display: 'flex',
        width: '100%',
        justifyContent: 'space-between',
        alignItems: 'baseline',
        gap: 1,
        px: 2,
        py: 0.75,
        textAlign: 'start',
        fontSize: 14,
        fontWeight: chosen ? 600 : 400,
        color: count === 0 ? theme.inks.quiet : theme.inks.ink,
        boxShadow: chosen ? `inset 3px 0 ${theme.inks.vermilion}` : undefined,
        bgcolor: chosen ? theme.inks.sheet : undefined,
      })}
    >
      <span>{title}</span>
      <Box component="span" sx={{ fontVariantNumeric: 'tabular-nums', whiteSpace: 'nowrap' }}>
        {fresh > 0 && fresh < count && (
          <Box component="span" sx={{ color: 'error.main', fontSize: 12, mr: 0.75 }}>
            {number(fresh)} {inspectTexts.isNew}
          </Box>
        )}
        {number(count)}
      </Box>
    </ButtonBase>
  );
}
