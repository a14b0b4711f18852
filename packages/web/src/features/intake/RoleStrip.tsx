import { reasonOf } from './doubt.js';
import { languageName } from '../../ui/languages.js';
import type { ColumnReading, Reading } from '@fair-copy/core/intake/reading.js';
import { columnLetter } from '@fair-copy/core/sheet/model.js';
import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import Popover from '@mui/material/Popover';
import { useState, type Ref } from 'react';
import { LanguageName } from '../../ui/LanguageName.js';
import { Sureness } from '../../ui/Sureness.js';
import type { RowGrid } from './columns.js';
import { RoleForm } from './RoleForm.js';
import { roleText } from './role-text.js';
import type { ReadingChanges } from './useReadingChanges.js';
import { intakeTexts } from './messages.js';

interface Props {
  readonly ref: Ref<HTMLDivElement>;
  readonly reading: Reading;
  readonly grid: RowGrid;
  readonly changes: ReadingChanges;
}

const t = intakeTexts.role;

/** Above the columns: what each holds, in which language, how sure. */
export function RoleStrip({ ref, reading, grid, changes }: Props) {
  return (
    <Box
      ref={ref}
      sx={{
        overflow: 'hidden',
        scrollbarGutter: 'stable',
        borderTop: 1,
        borderBottom: 1,
        borderColor: 'divider',
        bgcolor: 'background.default',
        flex: 'none',
      }}
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: grid.template, minWidth: grid.minWidth }}>
        <Box sx={{ p: '6px 8px', color: 'text.secondary', fontSize: 12, alignSelf: 'end' }}>
          {intakeTexts.rows.number}
        </Box>
        {reading.columns.map((column) => (
          <ColumnRole key={column.index} column={column} reading={reading} changes={changes} />
        ))}
        {/* Above the margin of the rows: what is wider than the page goes under it, as the rows do. */}
        <Box
          sx={{ position: 'sticky', right: 0, bgcolor: 'background.default', borderLeft: 1, borderColor: 'divider' }}
        />
      </Box>
    </Box>
  );
}

function ColumnRole({
  column,
  reading,
  changes,
}: {
  readonly column: ColumnReading;
  readonly reading: Reading;
  readonly changes: ReadingChanges;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const letter = columnLetter(column.index);
  const { role } = column;
  const sure = reasonOf(role);
  return (
    <>
      <ButtonBase
        aria-haspopup="dialog"
        aria-label={t.change(letter, roleText(column.role.value))}
        title={sure}
        onClick={(event) => setAnchor(event.currentTarget)}
        sx={(theme) => ({
          display: 'block',
          textAlign: 'start',
          p: '6px 10px 5px',
          minWidth: 0,
          borderLeft: 1,
          borderColor: 'divider',
          fontSize: 13,
          lineHeight: '18px',
          '&:hover': { bgcolor: theme.inks.tint },
        })}
      >
        <Box
          sx={{
            color: 'text.secondary',
            fontSize: 12,
            overflow: 'hidden',
            textOverflow: 'ellipsis',
            whiteSpace: 'nowrap',
          }}
        >
          {letter}
          {column.header && ` · ${column.header}`}
        </Box>
        <Box sx={{ fontWeight: 600, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
          <RoleText column={column} />
        </Box>
        {column.contradiction ? (
          <Box sx={(theme) => ({ color: theme.inks.vermilion, fontSize: 12 })}>
            ! {t.contradiction(languageName(column.contradiction.header), languageName(column.contradiction.content))}
          </Box>
        ) : (
          <Box sx={{ color: 'text.secondary', fontSize: 12, mb: '3px' }}>
            {role.set ? t.chosen : t.sure(role.sureness)}
          </Box>
        )}
        <Sureness share={role.set ? 1 : role.sureness} label={sure} />
      </ButtonBase>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => setAnchor(null)}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      >
        <RoleForm column={column} reading={reading} changes={changes} onClose={() => setAnchor(null)} />
      </Popover>
    </>
  );
}

function RoleText({ column }: { readonly column: ColumnReading }) {
  const role = column.role.value;
  if (role.kind === 'term' && !role.type) return <LanguageName tag={role.language} />;
  if (role.kind !== 'ignored') return <>{roleText(role)}</>;
  return (
    <Box component="span" sx={{ color: 'text.secondary', fontWeight: 400 }}>
      {t.ignored}
    </Box>
  );
}
