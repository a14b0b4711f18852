import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import Checkbox from '@mui/material/Checkbox';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { useQueries, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useEffect, useRef, useState, type RefObject } from 'react';
import { Virtuoso, type VirtuosoHandle } from 'react-virtuoso';
import { termAnchors, termPage, termPosition, type ListFilterQuery, type TermListQuery } from '../../api/queries.js';
import type { ListOrder, LookUpMode, SelectionBody, TermbaseBody, TermItem } from '../../api/types.js';
import { EmptyState } from '../../ui/EmptyState.js';
import { LanguageName } from '../../ui/LanguageName.js';
import { LanguageText } from '../../ui/LanguageText.js';
import { languageLabel } from '../../ui/languages.js';
import { useKeys } from '../../ui/useKeys.js';
import { useMarks } from '../../ui/useMarks.js';
import { WordButton } from '../../ui/WordButton.js';
import { BulkChange } from './BulkChange.js';
import { ListFilter } from './ListFilter.js';
import { TermsElsewhere } from './TermsElsewhere.js';
import { termbaseTexts } from './messages.js';

interface Props {
  readonly termbase: TermbaseBody;
  readonly language: string;
  readonly conceptId: number;
  readonly onLanguage: (tag: string) => void;
  readonly onConcept: (id: number) => void;
  /** Told what is marked, or else what a look-up or filter lists. */
  readonly onListed: (listed: Listed | null) => void;
}

/** A part of the termbase. */
export interface Listed {
  readonly selection: SelectionBody;
  readonly how: 'marked' | 'listed';
  /** Marked concepts, or listed terms; null: not known yet. */
  readonly count: number | null;
}

const t = termbaseTexts;

/** The terms of one language in order, as many as there are; looked up as one types. */
export function TermList({ termbase, language, conceptId, onLanguage, onConcept, onListed }: Props) {
  const [text, setText] = useState('');
  const [mode, setMode] = useState<LookUpMode>('beginning');
  const [order, setOrder] = useState<ListOrder>('term');
  const [narrowed, setNarrowed] = useState<ListFilterQuery>({});
  const { marked, mark, unmark } = useMarks();
  const [changing, setChanging] = useState<SelectionBody | null>(null);
  /** Enter was pressed in the look-up: the first that is found is wanted. */
  const [wanted, setWanted] = useState(false);
  const q = useDeferredValue(text);
  const field = useRef<HTMLInputElement>(null);
  const query: TermListQuery = { termbaseId: termbase.id, language, q, mode, order, ...narrowed };
  const { data: anchors } = useQuery(termAnchors(query));
  const isNarrowed = q.trim() !== '' || Object.keys(narrowed).length > 0;
  const key = JSON.stringify([[...marked], query, isNarrowed, anchors?.count]);
  useEffect(() => {
    if (marked.size > 0) onListed({ selection: { concepts: [...marked] }, how: 'marked', count: marked.size });
    else
      onListed(
        isNarrowed ? { selection: { list: listOf(query) }, how: 'listed', count: anchors?.count ?? null } : null,
      );
    // `key` stands for all that it says.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  useKeys({ '/': () => field.current?.focus(), x: () => conceptId && mark(conceptId) });
  return (
    <Box
      component="aside"
      aria-label={t.termsLabel}
      sx={{
        width: { xs: 330, xl: 440 },
        flex: 'none',
        borderRight: 1,
        borderColor: 'divider',
        display: 'flex',
        flexDirection: 'column',
      }}
    >
      <Box sx={{ p: 1.5, display: 'grid', gap: 1 }}>
        <TextField select label={t.listIn} value={language} onChange={(event) => onLanguage(event.target.value)}>
          {termbase.languages.map((entry) => (
            <MenuItem key={entry.language} value={entry.language}>
              {languageLabel(entry.language)} · {t.found(entry.terms)}
            </MenuItem>
          ))}
        </TextField>
        <LookUpField
          {...{ text, mode, language, field }}
          onText={setText}
          onMode={setMode}
          onEnter={() => setWanted(true)}
          found={anchors?.count}
        />
        <ListFilter termbase={termbase} filter={narrowed} onFilter={setNarrowed} order={order} onOrder={setOrder} />
      </Box>
      {anchors?.count === 0 ? (
        <EmptyState title={q ? t.emptyFilter(q) : t.empty} />
      ) : (
        anchors && (
          <Terms
            key={`${language} ${mode} ${q} ${order} ${JSON.stringify(narrowed)}`}
            query={query}
            anchors={anchors}
            conceptId={conceptId}
            onConcept={onConcept}
            marked={marked}
            onMark={mark}
            wanted={wanted && q === text}
            onShown={() => setWanted(false)}
          />
        )
      )}
      {q.trim() !== '' && (
        <TermsElsewhere
          query={query}
          languages={termbase.languages.map((entry) => entry.language).filter((tag) => tag !== language)}
          conceptId={conceptId}
          onConcept={onConcept}
        />
      )}
      {anchors && anchors.count > 0 && (
        <Foot
          marked={marked.size}
          count={anchors.count}
          onMarked={() => setChanging({ concepts: [...marked] })}
          onUnmark={unmark}
          onAll={() => setChanging({ list: listOf(query) })}
        />
      )}
      {changing && (
        <BulkChange termbase={termbase} selection={changing} onDone={unmark} onClose={() => setChanging(null)} />
      )}
    </Box>
  );
}

interface LookUpFieldProps {
  readonly text: string;
  readonly onText: (text: string) => void;
  readonly mode: LookUpMode;
  readonly onMode: (mode: LookUpMode) => void;
  readonly onEnter: () => void;
  readonly language: string;
  readonly field: RefObject<HTMLInputElement | null>;
  /** Terms; undefined: not yet known. */
  readonly found: number | undefined;
}

function LookUpField({ text, onText, mode, onMode, onEnter, language, field, found }: LookUpFieldProps) {
  return (
    <>
      <TextField
        label={t.lookUp}
        value={text}
        inputRef={field}
        onChange={(event) => onText(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') {
            if (text) onText('');
            else (event.target as HTMLElement).blur();
          }
          if (event.key === 'Enter') {
            (event.target as HTMLElement).blur();
            onEnter();
          }
        }}
        slotProps={{ htmlInput: { lang: language, autoComplete: 'off', spellCheck: false } }}
      />
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={mode}
          aria-label={t.modeLabel}
          onChange={(_, value: LookUpMode | null) => value && onMode(value)}
        >
          {(['beginning', 'part', 'word'] as const).map((value) => (
            <ToggleButton key={value} value={value} sx={{ textTransform: 'none', py: 0.25, px: 1 }}>
              {t.mode[value]}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <Typography variant="body2" color="textSecondary" aria-live="polite" sx={{ flex: 1, textAlign: 'end' }}>
          {found !== undefined && t.found(found)}
        </Typography>
      </Box>
    </>
  );
}

interface FootProps {
  readonly marked: number;
  readonly count: number;
  readonly onMarked: () => void;
  readonly onUnmark: () => void;
  readonly onAll: () => void;
}

/** What can be changed at once: the marked concepts, or all of the list. */
function Foot({ marked, count, onMarked, onUnmark, onAll }: FootProps) {
  return (
    <Box
      sx={{
        borderTop: 1,
        borderColor: 'divider',
        px: 2,
        py: 0.75,
        display: 'flex',
        gap: 1.5,
        flexWrap: 'wrap',
        fontSize: 13,
      }}
    >
      {marked > 0 ? (
        <>
          <span>{t.marked(marked)}</span>
          <WordButton onClick={onMarked}>{t.changeMarked}</WordButton>
          <WordButton onClick={onUnmark}>{t.unmark}</WordButton>
        </>
      ) : (
        <WordButton onClick={onAll}>{t.changeAll(count)}</WordButton>
      )}
    </Box>
  );
}

/** The list as the server is to select it. */
function listOf({ termbaseId: _, values, ...query }: TermListQuery): Extract<SelectionBody, { list: unknown }>['list'] {
  return { ...query, ...(values && { values: [...values] }) };
}

interface TermsProps {
  readonly query: TermListQuery;
  readonly anchors: {
    readonly count: number;
    readonly pageSize: number;
    readonly anchors: readonly { key: string; concept: number; ordinal: number }[];
  };
  readonly conceptId: number;
  readonly onConcept: (id: number) => void;
  readonly marked: ReadonlySet<number>;
  readonly onMark: (concept: number) => void;
  /** The first is to be shown, unless what is shown is listed. */
  readonly wanted: boolean;
  readonly onShown: () => void;
}

function Terms({ query, anchors, conceptId, onConcept, marked, onMark, wanted, onShown }: TermsProps) {
  const list = useRef<VirtuosoHandle>(null);
  const [range, setRange] = useState({ startIndex: 0, endIndex: 30 });
  const { count, pageSize } = anchors;
  const first = Math.floor(range.startIndex / pageSize);
  const last = Math.floor(Math.min(range.endIndex, count - 1) / pageSize);
  const pages = Array.from({ length: last - first + 1 }, (_, i) => first + i);
  const results = useQueries({
    queries: pages.map((page) => termPage(query, page === 0 ? null : (anchors.anchors[page - 1] ?? null))),
  });
  const itemAt = (index: number): TermItem | undefined =>
    results[Math.floor(index / pageSize) - first]?.data?.[index % pageSize];
  const { data: place } = useQuery(termPosition(query, conceptId));
  /** Where the keys went last: known before the server has found the concept in the list. */
  const [stepped, setStepped] = useState({ concept: 0, index: -1 });
  const here = place?.position ?? (stepped.concept === conceptId ? stepped.index : -1);
  // Opened from elsewhere, the list goes to where the concept stands; chosen in the list, it stays as it is.
  useEffect(() => {
    if (here >= 0) list.current?.scrollIntoView({ index: here, behavior: 'auto' });
  }, [here]);
  const choose = (item: TermItem, index: number): void => {
    setStepped({ concept: item.concept, index });
    onConcept(item.concept);
  };
  const go = (by: number) => () => {
    // Where the concept stands is still asked for.
    if (here < 0 && place === undefined) return;
    const next = Math.max(0, Math.min(count - 1, here + by));
    const item = itemAt(next);
    if (item) choose(item, next);
    list.current?.scrollIntoView({ index: next, behavior: 'auto' });
  };
  const firstListed = itemAt(0)?.concept;
  useEffect(() => {
    if (!wanted || place === undefined || firstListed === undefined) return;
    if (place.position === null) onConcept(firstListed);
    onShown();
  }, [wanted, place, firstListed, onConcept, onShown]);
  useKeys({ j: go(1), ArrowDown: go(1), k: go(-1), ArrowUp: go(-1) });
  return (
    <Virtuoso
      ref={list}
      style={{ flex: 1 }}
      totalCount={count}
      defaultItemHeight={47}
      increaseViewportBy={300}
      rangeChanged={setRange}
      itemContent={(index) => (
        <TermLine
          item={itemAt(index)}
          language={query.language}
          chosen={index === here}
          marked={marked.has(itemAt(index)?.concept ?? -1)}
          onMark={onMark}
          onChoose={(item) => choose(item, index)}
        />
      )}
    />
  );
}

interface LineProps {
  readonly item: TermItem | undefined;
  readonly language: string;
  readonly chosen: boolean;
  readonly marked: boolean;
  readonly onMark: (concept: number) => void;
  readonly onChoose: (item: TermItem) => void;
}

function TermLine({ item, language, chosen, marked, onMark, onChoose }: LineProps) {
  return (
    <Box
      sx={(theme) => ({
        display: 'flex',
        alignItems: 'stretch',
        borderBottom: 1,
        borderColor: 'divider',
        bgcolor: chosen ? theme.inks.tint : theme.inks.sheet,
        boxShadow: chosen ? `inset 3px 0 ${theme.inks.petrol}` : undefined,
      })}
    >
      <ButtonBase
        onClick={() => item && onChoose(item)}
        aria-current={chosen ? 'true' : undefined}
        sx={{ display: 'block', flex: 1, minWidth: 0, textAlign: 'start', pl: 2, py: '3px', minHeight: 47 }}
      >
        <LanguageText language={language}>{item?.text ?? ' '}</LanguageText>
        <Box
          sx={{
            color: 'text.secondary',
            fontSize: 12.5,
            lineHeight: '16px',
            overflow: 'hidden',
            textOverflow: 'ellipsis',
            whiteSpace: 'nowrap',
          }}
        >
          {item?.others || ' '}
        </Box>
      </ButtonBase>
      {item && (
        <Checkbox
          size="small"
          checked={marked}
          onChange={() => onMark(item.concept)}
          sx={{ p: 0.5, alignSelf: 'center', opacity: marked ? 1 : 0.45, '&:hover, &:focus-within': { opacity: 1 } }}
          slotProps={{ input: { 'aria-label': t.mark(item.text) } }}
        />
      )}
    </Box>
  );
}

export function LanguageHeading({ tag }: { readonly tag: string }) {
  return (
    <Typography
      component="h3"
      color="textSecondary"
      sx={{ fontSize: 13, mt: 2, mb: 0.25, borderBottom: 1, borderColor: 'divider' }}
    >
      <LanguageName tag={tag} />
    </Typography>
  );
}
