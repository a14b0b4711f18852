import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import Checkbox from '@mui/material/Checkbox';
import { checkWords } from '@fair-copy/words/catalogue.js';
import type { Inspected } from '../../api/queries.js';
import type { InspectionOverview } from '../../api/types.js';
import { number } from '../../ui/format.js';
import { words } from '../../all-words.js';
import { shared } from '../../parts/messages.js';
import { GROUPS, groupOf } from './groups.js';
import { inspectTexts } from './messages.js';

interface Props {
  readonly kind: Inspected['kind'];
  readonly overview: InspectionOverview;
  readonly check: string | null;
  readonly onCheck: (id: string | null) => void;
  /** What is let stand is shown instead of a check. */
  readonly isStanding: boolean;
  readonly onStanding: () => void;
  readonly onSwitch: (check: string, on: boolean) => void;
}

export function CheckList({ kind, overview, check, onCheck, isStanding, onStanding, onSwitch }: Props) {
  const open = overview.checks.reduce((sum, c) => sum + c.open, 0);
  return (
    <Box
      component="nav"
      aria-label={inspectTexts.checks}
      sx={{ width: 272, flex: 'none', borderRight: 1, borderColor: 'divider', overflow: 'auto', py: 1 }}
    >
      <CheckItem
        title={inspectTexts.all}
        count={open}
        fresh={0}
        chosen={check === null && !isStanding}
        onClick={() => onCheck(null)}
      />
      {GROUPS.map((group) => {
        const own = overview.checks.filter((c) => groupOf(c.id) === group);
        if (own.length === 0) return null;
        return (
          <Box component="section" key={group} aria-label={inspectTexts.groups[group]} sx={{ mt: 1 }}>
            <Box component="h2" sx={{ m: 0, px: 2, py: 0.25, fontSize: 12, fontWeight: 400, color: 'text.secondary' }}>
              {inspectTexts.groups[group]}
            </Box>
            {own.map((c) => (
              <CheckItem
                key={c.id}
                {...checkWords(words, c.id, kind)}
                count={c.open}
                fresh={c.fresh}
                chosen={check === c.id}
                onClick={() => onCheck(c.id)}
                isOn={!overview.off.includes(c.id)}
                isIdle={overview.idle.includes(c.id) && c.open === 0}
                onSwitch={(on) => onSwitch(c.id, on)}
              />
            ))}
          </Box>
        );
      })}
      {kind === 'memory' && overview.unlisted.length > 0 && !overview.off.includes('spelling') && (
        <Box sx={{ px: 2, py: 1, fontSize: 12.5, color: 'text.secondary' }}>
          {shared.unlisted(overview.unlisted.map((tag) => words.speech.languageName(tag)))}
        </Box>
      )}
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
  /** Absent: it cannot be left out. */
  readonly isOn?: boolean;
  /** It has nothing to look at beside. */
  readonly isIdle?: boolean;
  readonly onSwitch?: (on: boolean) => void;
}

function CheckItem({
  title,
  explains,
  count,
  fresh,
  chosen,
  onClick,
  isOn = true,
  isIdle = false,
  onSwitch,
}: ItemProps) {
  return (
    <Box
      sx={(theme) => ({
        display: 'flex',
        alignItems: 'center',
        boxShadow: chosen ? `inset 3px 0 ${theme.inks.vermilion}` : undefined,
        bgcolor: chosen ? theme.inks.sheet : undefined,
      })}
    >
      {onSwitch && (
        <Checkbox
          size="small"
          checked={isOn}
          onChange={(_, on) => onSwitch(on)}
          sx={{ p: 0.25, ml: 1, '& svg': { fontSize: 16 } }}
          slotProps={{ input: { 'aria-label': inspectTexts.lookFor(title) } }}
        />
      )}
      <ButtonBase
        onClick={onClick}
        title={explains}
        aria-current={chosen ? 'true' : undefined}
        sx={(theme) => ({
          display: 'flex',
          flex: 1,
          minWidth: 0,
          justifyContent: 'space-between',
          alignItems: 'baseline',
          gap: 1,
          pl: onSwitch ? 0.5 : 2,
          pr: 2,
          py: 0.5,
          textAlign: 'start',
          fontSize: 14,
          fontWeight: chosen ? 600 : 400,
          color: count === 0 || !isOn ? theme.inks.quiet : theme.inks.ink,
        })}
      >
        <span>{title}</span>
        <Box component="span" sx={{ fontVariantNumeric: 'tabular-nums', whiteSpace: 'nowrap' }}>
          {fresh > 0 && fresh < count && (
            <Box component="span" sx={{ color: 'error.main', fontSize: 12, mr: 0.75 }}>
              {number(fresh)} {inspectTexts.isNew}
            </Box>
          )}
          {!isOn ? inspectTexts.off : isIdle ? inspectTexts.idle : number(count)}
        </Box>
      </ButtonBase>
    </Box>
  );
}
