import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { infiniteQueryOptions, queryOptions, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { inWords } from '@fair-copy/core/said.js';
import { checkWords } from '@fair-copy/words/catalogue.js';
import { words } from '../../all-words.js';
import { call } from '../../api/http.js';
import { inspectedPath, type Inspected } from '../../api/queries.js';
import type { StetRow, StetRule } from '../../api/types.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { moment } from '../../ui/format.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { useToast } from '../../ui/toast-store.js';
import { addressOf } from './address.js';
import { inspectTexts } from './messages.js';

const t = inspectTexts;

const page = (of: Inspected) =>
  infiniteQueryOptions({
    queryKey: ['inspection', of, 'stets'],
    queryFn: ({ pageParam }) =>
      call(`GET ${inspectedPath(of)}/stets`, { params: { id: of.id }, query: { after: pageParam } }),
    initialPageParam: 0,
    getNextPageParam: (last) => (last.length === 100 ? last.at(-1)!.stet : undefined),
  });

const rulesOf = (of: Inspected) =>
  queryOptions({
    queryKey: ['inspection', of, 'rules'],
    queryFn: () => call(`GET ${inspectedPath(of)}/stet-rules`, { params: { id: of.id } }),
  });

/** What somebody let stand, with the reason; each can be called back. */
export function Standing({ of }: { readonly of: Inspected }) {
  const { data, hasNextPage, fetchNextPage } = useInfiniteQuery(page(of));
  const { say, fail } = useToast();
  const { data: rules } = useQuery(rulesOf(of));
  const rows = data?.pages.flat();
  if (rows?.length === 0 && rules?.length === 0) return <EmptyState title={t.standingNone} />;
  const callBack = (row: StetRow): void => {
    call(`POST ${inspectedPath(of)}/stets/call-back`, { params: { id: of.id }, body: { ids: [row.stet] } }).then(
      () => say(t.calledBack),
      fail,
    );
  };
  return (
    <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, flex: 1, overflow: 'auto' }}>
      {rules?.map((rule) => (
        <Rule key={`rule ${rule.id}`} of={of} rule={rule} />
      ))}
      {rows?.map((row) => (
        <Line
          key={row.stet}
          {...row}
          named={row.text}
          explains={`${checkWords(words, row.check, of.kind).title}: ${inWords(words.findings(of.kind), row.said)}`}
          onCallBack={() => callBack(row)}
        >
          <Box component={Link} to={addressOf(of, row.item, row.language ?? undefined)} sx={{ color: 'inherit' }}>
            <LanguageText language={row.language ?? 'und'}>{row.text}</LanguageText>
          </Box>
        </Line>
      ))}
      {hasNextPage && (
        <li>
          <Button onClick={() => void fetchNextPage()}>{t.more}</Button>
        </li>
      )}
    </Box>
  );
}

interface RuleProps {
  readonly of: Inspected;
  readonly rule: StetRule;
}

/** What the client says is right wherever it stands. */
function Rule({ of, rule }: RuleProps) {
  const { say, fail } = useToast();
  const callBack = (): void => {
    call(`POST ${inspectedPath(of)}/stet-rules/call-back`, { params: { id: of.id }, body: { ids: [rule.id] } }).then(
      () => say(t.ruleCalledBack),
      fail,
    );
  };
  return (
    <Line
      {...rule}
      named={rule.evidence}
      explains={t.ruleOf(checkWords(words, rule.check, of.kind).title)}
      onCallBack={callBack}
    >
      <LanguageText language={rule.language ?? 'und'}>{rule.evidence}</LanguageText>
    </Line>
  );
}

interface LineProps {
  readonly children: ReactNode;
  readonly named: string;
  readonly explains: string;
  readonly reason: string;
  readonly at: string;
  readonly onCallBack: () => void;
}

/** What stands, why and since when, and the way to call it back. */
function Line({ children, named, explains, reason, at, onCallBack }: LineProps) {
  return (
    <Box
      component="li"
      sx={{ display: 'flex', gap: 2, alignItems: 'baseline', px: 2, py: 1, borderBottom: 1, borderColor: 'divider' }}
    >
      <Box sx={{ flex: 1, minWidth: 0 }}>
        {children}
        <Typography variant="body2" color="textSecondary">
          {explains}
        </Typography>
      </Box>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Typography>{reason}</Typography>
        <Typography variant="body2" color="textSecondary">
          <time dateTime={at}>{moment(at)}</time>
        </Typography>
      </Box>
      <Button aria-label={t.callBackOf(named)} onClick={onCallBack}>
        {t.callBack}
      </Button>
    </Box>
  );
}
