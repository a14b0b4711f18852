import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import type { InspectionStanding } from '@fair-copy/api/inspection.js';
import { call } from '../../api/http.js';
import { jobResult } from '../../api/jobs.js';
import { inspectedPath } from '../../api/queries.js';
import { PageHead } from '../../parts/resource-page.js';
import { moment, number } from '../../ui/format.js';
import { useToast } from '../../ui/toast-store.js';
import { useBusy } from '../../ui/useBusy.js';
import { inspectTexts } from './messages.js';

const t = inspectTexts.several;

const keyOf = ({ kind, id }: InspectionStanding): string => `${kind} ${id}`;
const isChecked = ({ inspectedAt }: InspectionStanding): boolean => inspectedAt !== null;

interface Props {
  readonly all: readonly InspectionStanding[];
  readonly showsClient: boolean;
}

/** Everything that can be inspected, how it stands with it, and several inspected at once. */
export function Standings({ all, showsClient }: Props) {
  // What was never looked at is what one comes for.
  const [marked, setMarked] = useState<ReadonlySet<string>>(
    () => new Set(all.filter((one) => !isChecked(one)).map(keyOf)),
  );
  const { busy, run } = useBusy();
  const { say } = useToast();
  const queries = useQueryClient();
  const chosen = all.filter((one) => marked.has(keyOf(one)));
  const toggle = (key: string): void =>
    setMarked((now) => {
      const next = new Set(now);
      if (!next.delete(key)) next.add(key);
      return next;
    });
  const inspectAll = async (): Promise<void> => {
    let done = 0;
    for (const one of chosen) {
      const result = await jobResult(await call(`POST ${inspectedPath(one)}/inspection`, { params: { id: one.id } }));
      await queries.invalidateQueries({ queryKey: ['inspections'] });
      await queries.invalidateQueries({ queryKey: ['inspection', { kind: one.kind, id: one.id }] });
      // Stopped: the others are not begun.
      if (!result) break;
      done++;
    }
    say(t.done(done));
  };
  return (
    <>
      <PageHead title={inspectTexts.choose} about={t.hint}>
        <Button variant="contained" disabled={busy || chosen.length === 0} onClick={() => run(inspectAll)}>
          {busy ? inspectTexts.running : t.go(chosen.length)}
        </Button>
      </PageHead>
      <Box sx={{ flex: 1, overflow: 'auto', bgcolor: 'background.paper' }}>
        <Table size="small" stickyHeader aria-label={inspectTexts.choose}>
          <TableHead>
            <TableRow>
              <TableCell padding="checkbox">
                <Checkbox
                  size="small"
                  checked={chosen.length === all.length}
                  indeterminate={chosen.length > 0 && chosen.length < all.length}
                  onChange={(_, on) => setMarked(new Set(on ? all.map(keyOf) : []))}
                  slotProps={{ input: { 'aria-label': t.markAll } }}
                />
              </TableCell>
              <TableCell>{t.name}</TableCell>
              <TableCell>{t.kind}</TableCell>
              {showsClient && <TableCell>{t.client}</TableCell>}
              <TableCell>{inspectTexts.last}</TableCell>
              <TableCell align="right">{inspectTexts.severities.error}</TableCell>
              <TableCell align="right">{inspectTexts.severities.warning}</TableCell>
              <TableCell align="right">{inspectTexts.severities.info}</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {all.map((one) => (
              <TableRow key={keyOf(one)} hover>
                <TableCell padding="checkbox">
                  <Checkbox
                    size="small"
                    checked={marked.has(keyOf(one))}
                    onChange={() => toggle(keyOf(one))}
                    slotProps={{ input: { 'aria-label': t.mark(one.name) } }}
                  />
                </TableCell>
                <TableCell>
                  <Box
                    component={Link}
                    to={one.kind === 'memory' ? `/inspect/memories/${one.id}` : `/inspect/${one.id}`}
                    sx={{ color: 'primary.main', fontWeight: 600 }}
                  >
                    {one.name}
                  </Box>
                </TableCell>
                <TableCell>{t.kinds[one.kind]}</TableCell>
                {showsClient && <TableCell>{one.client}</TableCell>}
                <TableCell>{one.inspectedAt ? moment(one.inspectedAt) : t.never}</TableCell>
                {[one.errors, one.doubts, one.hints].map((count, i) => (
                  <TableCell key={i} align="right" sx={{ fontVariantNumeric: 'tabular-nums' }}>
                    {isChecked(one) ? number(count) : '–'}
                  </TableCell>
                ))}
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
    </>
  );
}
