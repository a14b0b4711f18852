import { primaryLanguage } from '@fair-copy/core/language/tags.js';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { call } from '../../api/http.js';
import type { Holding, MemoryBody } from '../../api/types.js';
import { m } from '../../messages/index.js';
import { useDesk } from '../../ui/desk-store.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { Failed } from '../../ui/Failed.js';
import { NothingYet } from '../../parts/NothingYet.js';
import { useResources } from '../../parts/useResources.js';
import { moment, number } from '../../ui/format.js';
import { Kits } from './Kits.js';
import { DamagedMemory } from './DamagedMemory.js';
import { LanguageName } from '../../ui/LanguageName.js';
import { NameDialog } from '../../ui/NameDialog.js';
import { useKeyHints, type KeyHint } from '../../ui/key-list.js';
import { useKeys } from '../../ui/useKeys.js';
import { shared } from '../../parts/messages.js';
import { holdingsTexts } from './messages.js';
import { SERIF, MONO } from '../../ui/typefaces.js';
import { chosenLine } from '../../ui/chosen-line.js';

const HINTS: readonly KeyHint[] = [
  ['j k ↓ ↑', m.keys.move],
  ['Enter', m.keys.open],
];
/** More columns than this do not fit on a small screen. */
const SHOWN_LANGUAGES = 7;

export function HoldingsPage() {
  const clientId = useDesk((state) => state.clientId);
  const { resources, failure } = useResources(clientId);
  const holdings: readonly Resource[] = resources
    ? [...resources.termbases.map(termbaseResource), ...resources.memories.map(memoryResource)]
    : [];
  const [naming, setNaming] = useState<'termbase' | 'memory' | null>(null);
  const [chosen, setChosen] = useState(0);
  const navigate = useNavigate();
  useKeyHints(HINTS);
  const move = (by: number) => () => setChosen((now) => Math.max(0, Math.min(holdings.length - 1, now + by)));
  useKeys({
    j: move(1),
    ArrowDown: move(1),
    k: move(-1),
    ArrowUp: move(-1),
    ...(holdings[chosen] && { Enter: () => void navigate(holdings[chosen]!.path) }),
  });
  const languages = languagesOf(holdings);
  const shown = languages.slice(0, SHOWN_LANGUAGES);
  return (
    <Box sx={{ overflow: 'auto', flex: 1 }}>
      <Box sx={{ maxWidth: 1360, mx: 'auto', p: 3 }}>
        <Box sx={{ display: 'flex', alignItems: 'baseline', mb: 2 }}>
          <Typography component="h1" sx={{ fontFamily: SERIF, fontSize: 24, flex: 1 }}>
            {holdingsTexts.title}
          </Typography>
          {clientId !== null && (
            <>
              <Button onClick={() => setNaming('memory')}>{holdingsTexts.newMemory}</Button>
              <Button onClick={() => setNaming('termbase')}>{holdingsTexts.newTermbase}</Button>
            </>
          )}
        </Box>
        {failure && <Failed failure={failure} />}
        {!failure && !resources && <EmptyState title={m.common.loading} />}
        {resources && holdings.length === 0 && <NothingYet title={holdingsTexts.empty} />}
        {holdings.length > 0 && (
          <Table
            size="small"
            aria-label={holdingsTexts.coverage}
            sx={{ bgcolor: 'background.paper', '& td, & th': { borderColor: 'divider' } }}
          >
            <TableHead>
              <TableRow>
                <TableCell>{holdingsTexts.resource}</TableCell>
                <TableCell align="right">{holdingsTexts.concepts}</TableCell>
                {shown.map((language) => (
                  <TableCell key={language} align="right">
                    <LanguageName tag={language} />
                  </TableCell>
                ))}
                {languages.length > shown.length && (
                  <TableCell>{holdingsTexts.more(languages.length - shown.length)}</TableCell>
                )}
                <TableCell>{holdingsTexts.findings}</TableCell>
                <TableCell>{holdingsTexts.changed}</TableCell>
              </TableRow>
            </TableHead>
            <TableBody>
              {holdings.map((holding, i) => (
                <HoldingRow
                  key={holding.path}
                  holding={holding}
                  languages={shown}
                  extra={languages.length > shown.length}
                  withClient={clientId === null}
                  selected={i === chosen}
                />
              ))}
            </TableBody>
          </Table>
        )}
        <Kits clientId={clientId} />
      </Box>
      {naming !== null && clientId !== null && (
        <NameDialog
          title={naming === 'memory' ? holdingsTexts.newMemory : holdingsTexts.newTermbase}
          label={naming === 'memory' ? shared.memoryName : holdingsTexts.newTermbaseName}
          submit={m.client.createButton}
          cancel={m.common.cancel}
          option={naming === 'memory' ? shared.ofJob : undefined}
          onSubmit={async (name, ofJob) => {
            const { id } =
              naming === 'memory'
                ? await call('POST /memories', { body: { clientId, name, ofJob } })
                : await call('POST /termbases', { body: { clientId, name } });
            void navigate(`/${naming === 'memory' ? 'memories' : 'termbases'}/${id}`);
          }}
          onClose={() => setNaming(null)}
        />
      )}
    </Box>
  );
}

interface RowProps {
  readonly holding: Resource;
  readonly languages: readonly string[];
  readonly extra: boolean;
  readonly withClient: boolean;
  readonly selected: boolean;
}

function HoldingRow({ holding, languages, extra, withClient, selected }: RowProps) {
  const inLanguage = (language: string) => holding.languages.filter((l) => primaryLanguage(l.language) === language);
  const countOf = (language: string): number =>
    inLanguage(language).reduce((most, { count }) => Math.max(most, count), 0);
  /** Which regions stand behind the general language. */
  const regions = (language: string): string =>
    inLanguage(language)
      .map((l) => l.language)
      .filter((tag) => tag !== language)
      .join(', ');
  return (
    <TableRow hover selected={selected} {...chosenLine(selected)}>
      <TableCell sx={{ minWidth: 200 }}>
        <Box
          {...(holding.damage ? { component: 'span' } : { component: Link, to: holding.path })}
          sx={{
            fontFamily: SERIF,
            fontSize: 17,
            ...(!holding.damage && { color: 'primary.main', '&:hover': { textDecoration: 'underline' } }),
            textDecoration: 'none',
          }}
        >
          {holding.name}
        </Box>
        <Box sx={{ color: 'text.secondary', fontSize: 12.5 }}>
          {holding.kind}
          {withClient && ` · ${holding.client}`}
        </Box>
        {holding.damage && <DamagedMemory id={holding.id} damage={holding.damage} />}
      </TableCell>
      <TableCell align="right">{holding.damage ? '' : number(holding.count)}</TableCell>
      {languages.map((language) => (
        <TableCell key={language} align="right">
          {countOf(language) ? (
            <>
              {number(countOf(language))}
              {regions(language) && (
                <Box sx={{ fontFamily: MONO, fontSize: 11, color: 'text.secondary' }}>{regions(language)}</Box>
              )}
            </>
          ) : (
            <Box component="span" sx={{ color: 'text.secondary' }}>
              –
            </Box>
          )}
        </TableCell>
      ))}
      {extra && <TableCell />}
      <TableCell>
        {holding.damage ? null : holding.findings === null ? (
          <Box component="span" sx={{ color: 'text.secondary' }}>
            {holdingsTexts.notInspected}
          </Box>
        ) : holding.findings ? (
          <Box component={Link} to={holding.inspectPath} sx={{ color: 'error.main' }}>
            {number(holding.findings)}
          </Box>
        ) : (
          <Box component="span" sx={{ color: 'success.main' }}>
            {holdingsTexts.none}
          </Box>
        )}
      </TableCell>
      <TableCell sx={{ whiteSpace: 'nowrap' }}>
        <time dateTime={holding.changedAt}>{moment(holding.changedAt)}</time>
      </TableCell>
    </TableRow>
  );
}

/** A termbase or a memory, as the table shows it. */
interface Resource {
  readonly id: number;
  readonly path: string;
  readonly kind: string;
  readonly name: string;
  readonly client: string;
  readonly count: number;
  readonly languages: readonly { readonly language: string; readonly count: number }[];
  readonly inspectPath: string;
  /** Open findings; null: not inspected. */
  readonly findings: number | null;
  readonly changedAt: string;
  /** Its file cannot be read. */
  readonly damage: MemoryBody['damage'];
}

function termbaseResource({
  id,
  name,
  client,
  concepts,
  isReference,
  languages,
  inspected,
  openFindings,
  changedAt,
}: Holding): Resource {
  return {
    id,
    path: `/termbases/${id}`,
    inspectPath: `/inspect/${id}`,
    kind: [holdingsTexts.kind, ...(isReference ? [shared.forReference] : [])].join(', '),
    name,
    client,
    count: concepts,
    languages: languages.map(({ language, terms }) => ({ language, count: terms })),
    findings: inspected ? openFindings : null,
    changedAt,
    damage: null,
  };
}

function memoryResource({
  id,
  name,
  client,
  units,
  languages,
  subject,
  ofJob,
  isReference,
  openFindings,
  changedAt,
  damage,
}: MemoryBody): Resource {
  return {
    id,
    path: `/memories/${id}`,
    inspectPath: `/inspect/memories/${id}`,
    kind: [ofJob ? holdingsTexts.jobKind : holdingsTexts.memoryKind, subject, isReference ? shared.forReference : '']
      .filter(Boolean)
      .join(', '),
    name,
    client,
    count: units,
    languages: languages.map(({ language, units: count }) => ({ language, count })),
    findings: openFindings,
    changedAt,
    damage,
  };
}

/** General languages, a region under its own; by how many there are, the most first. */
function languagesOf(holdings: readonly Resource[]): string[] {
  const sums = new Map<string, number>();
  for (const { languages } of holdings)
    for (const { language, count } of languages) {
      const general = primaryLanguage(language);
      sums.set(general, (sums.get(general) ?? 0) + count);
    }
  return [...sums].sort((a, b) => b[1] - a[1]).map(([language]) => language);
}
