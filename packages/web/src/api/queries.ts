/** What the pages ask for, as query options: one factory for each thing. */
import { keepPreviousData, queryOptions } from '@tanstack/react-query';
import { get, send } from './http.js';
import type {
  AlignmentBody,
  AlignmentItem,
  AnchorsBody,
  BulkBody,
  BulkPreviewBody,
  ClientBody,
  ConcordanceBody,
  ConceptBodyOf,
  CursorBody,
  HistoryBody,
  Holding,
  InspectionOverview,
  IntakeFileBody,
  JobBody,
  LedgerEntryBody,
  ListOrder,
  LookUpBody,
  LookUpMode,
  MemoryBody,
  OutcomeKindBody,
  RecognizedBody,
  RowPageBody,
  SelectionBody,
  StepPreviewBody,
  TermbaseBody,
  TermItem,
  TermMarks,
  UnitBulkPreview,
  UnitChange,
  UnitDetailBody,
  UnitFilter,
  UnitPageBody,
  UnitSelection,
  UnitSort,
} from './types.js';

export const clients = queryOptions({ queryKey: ['clients'], queryFn: () => get<ClientBody[]>('/clients') });

export const holdings = (client: number | null) =>
  queryOptions({ queryKey: ['holdings', client], queryFn: () => get<Holding[]>('/holdings', { client }) });

export const jobs = queryOptions({ queryKey: ['jobs'], queryFn: () => get<JobBody[]>('/jobs') });

export const ledger = (client: number | null, limit: number) =>
  queryOptions({
    queryKey: ['ledger', client, limit],
    queryFn: () => get<LedgerEntryBody[]>('/ledger', { client, limit }),
    placeholderData: keepPreviousData,
  });

export const undoHistory = queryOptions({
  queryKey: ['ledger', 'history'],
  queryFn: () => get<HistoryBody>('/ledger/history'),
});

export const session = queryOptions({
  queryKey: ['session'],
  queryFn: () => get<{ passphrase: boolean }>('/session'),
  staleTime: Infinity,
});

export const lookUp = (q: string, client: number | null) =>
  queryOptions({
    queryKey: ['look-up', q, client],
    queryFn: () => get<LookUpBody>('/look-up', { q, client }),
    enabled: q.trim() !== '',
    placeholderData: keepPreviousData,
  });

export const intakeFiles = (client: number | null) =>
  queryOptions({
    queryKey: ['intake', 'files', client],
    queryFn: () => get<IntakeFileBody[]>('/intake/files', { client }),
  });

export const deskPictures = (client: number) =>
  queryOptions({
    queryKey: ['intake', 'pictures', client],
    queryFn: () => get<{ name: string; sha256: string; size: number }[]>('/intake/pictures', { client }),
  });

export const intakeFile = (id: number) =>
  queryOptions({
    queryKey: ['intake', id],
    queryFn: () => get<IntakeFileBody>(`/intake/files/${id}`),
    placeholderData: keepPreviousData,
  });

export const ROW_PAGE = 100;

/** @param page from 0, of `ROW_PAGE` rows */
export const intakeRows = (id: number, kind: OutcomeKindBody | null, page: number) =>
  queryOptions({
    queryKey: ['intake', id, 'rows', kind, page],
    queryFn: () => get<RowPageBody>(`/intake/files/${id}/rows`, { from: page * ROW_PAGE + 1, limit: ROW_PAGE, kind }),
    staleTime: 60_000,
  });

export const firstLines = (id: number) =>
  queryOptions({ queryKey: ['intake', id, 'lines'], queryFn: () => get<string[]>(`/intake/files/${id}/lines`) });

export const stepPreview = (id: number, step: string) =>
  queryOptions({
    queryKey: ['intake', id, 'step', step],
    queryFn: () => get<StepPreviewBody>(`/intake/files/${id}/steps/${step}`),
  });

export const termbase = (id: number) =>
  queryOptions({ queryKey: ['termbase', id], queryFn: () => get<TermbaseBody>(`/termbases/${id}`) });

export interface TermListQuery extends ListFilterQuery {
  readonly termbaseId: number;
  readonly language: string;
  readonly q: string;
  readonly mode: LookUpMode;
  readonly order: ListOrder;
}

/** What the list is narrowed to. */
export interface ListFilterQuery {
  readonly has?: string;
  readonly lacks?: string;
  readonly values?: readonly { readonly field: string; readonly value: string }[];
  readonly since?: string;
  readonly findings?: boolean;
  readonly intake?: number;
}

/** As the address of the list has it: values as JSON. */
function listParams({ termbaseId: _, values, findings, ...rest }: TermListQuery) {
  return {
    ...rest,
    ...(values?.length && { values: JSON.stringify(values) }),
    ...(findings && { findings: 'true' }),
  };
}

export const termAnchors = (query: TermListQuery) =>
  queryOptions({
    queryKey: ['termbase', query.termbaseId, 'anchors', query],
    queryFn: () => get<AnchorsBody>(`/termbases/${query.termbaseId}/anchors`, listParams(query)),
    enabled: query.language !== '',
    placeholderData: keepPreviousData,
  });

/** Where a concept stands in the list, from 0. */
export const termPosition = (query: TermListQuery, concept: number) =>
  queryOptions({
    queryKey: ['termbase', query.termbaseId, 'position', query, concept],
    queryFn: () =>
      get<{ position: number | null }>(`/termbases/${query.termbaseId}/position`, { ...listParams(query), concept }),
    enabled: query.language !== '' && concept > 0,
  });

/** The page after a key; null: the first. */
export const termPage = (query: TermListQuery, after: CursorBody | null) =>
  queryOptions({
    queryKey: ['termbase', query.termbaseId, 'terms', query, after],
    queryFn: () =>
      get<TermItem[]>(`/termbases/${query.termbaseId}/terms`, {
        ...listParams(query),
        after: after && JSON.stringify(after),
      }),
    enabled: query.language !== '',
    staleTime: 60_000,
  });

export const concept = (id: number) =>
  queryOptions({ queryKey: ['concept', id], queryFn: () => get<ConceptBodyOf>(`/concepts/${id}`), retry: false });

/** A termbase or a memory that is inspected. */
export interface Inspected {
  readonly kind: 'termbase' | 'memory';
  readonly id: number;
}

export const inspectedPath = ({ kind, id }: Inspected): string =>
  `/${kind === 'memory' ? 'memories' : 'termbases'}/${id}`;

export const inspection = (of: Inspected) =>
  queryOptions({
    queryKey: ['inspection', of],
    queryFn: () => get<InspectionOverview>(`${inspectedPath(of)}/inspection`),
    retry: false,
  });

export const bulkPreview = (termbaseId: number, selection: SelectionBody, change: BulkBody['change'] | null) =>
  queryOptions({
    queryKey: ['termbase', termbaseId, 'bulk', selection, change],
    queryFn: () => send<BulkPreviewBody>('POST', `/termbases/${termbaseId}/bulk/preview`, { selection, change }),
    enabled: change !== null,
    retry: false,
  });

export const recognizedIn = (termbaseId: number, language: string, text: string) =>
  queryOptions({
    queryKey: ['termbase', termbaseId, 'recognized', language, text],
    queryFn: () => send<RecognizedBody>('POST', `/termbases/${termbaseId}/recognize`, { language, text }),
    enabled: text.trim() !== '' && language !== '',
    placeholderData: keepPreviousData,
    retry: false,
  });

export const memories = (client: number | null) =>
  queryOptions({ queryKey: ['memory', 'all', client], queryFn: () => get<MemoryBody[]>('/memories', { client }) });

export const memory = (id: number) =>
  queryOptions({ queryKey: ['memory', id], queryFn: () => get<MemoryBody>(`/memories/${id}`) });

export const alignments = (client: number | null) =>
  queryOptions({
    queryKey: ['alignment', 'all', client],
    queryFn: () => get<AlignmentItem[]>('/alignments', { client }),
  });

export const alignment = (id: number) =>
  queryOptions({
    queryKey: ['alignment', id],
    queryFn: () => get<AlignmentBody>(`/alignments/${id}`),
    staleTime: Infinity,
  });

/** Where the client's terms stand in some texts of an alignment. */
export const termMarks = (id: number, source: readonly string[], target: readonly string[]) =>
  queryOptions({
    queryKey: ['termbase', 'terms of alignment', id, source, target],
    queryFn: () => send<TermMarks>('POST', `/alignments/${id}/terms`, { source, target }),
    staleTime: Infinity,
    retry: false,
  });

export const UNIT_PAGE = 60;

/** @param page from 0, of `UNIT_PAGE` units; asked again until everything has been counted */
export const unitPage = (id: number, filter: UnitFilter, sort: UnitSort, page: number) =>
  queryOptions({
    queryKey: ['memory', id, 'units', filter, sort, page],
    queryFn: () =>
      send<UnitPageBody>('POST', `/memories/${id}/units`, {
        filter,
        sort,
        from: page * UNIT_PAGE,
        limit: UNIT_PAGE,
      }),
    staleTime: 60_000,
    retry: false,
    refetchInterval: ({ state }) => (state.data && state.data.total === null ? 300 : false),
  });

export const unitPosition = (id: number, filter: UnitFilter, sort: UnitSort, unit: number) =>
  queryOptions({
    queryKey: ['memory', id, 'position', filter, sort, unit],
    queryFn: () => send<{ position: number | null }>('POST', `/memories/${id}/position`, { filter, sort, unit }),
    enabled: unit > 0,
    staleTime: 60_000,
    retry: false,
  });

export const unitDetail = (memoryId: number, unit: number) =>
  queryOptions({
    queryKey: ['memory', memoryId, 'unit', unit],
    queryFn: () => get<UnitDetailBody>(`/memories/${memoryId}/units/${unit}`),
    enabled: unit > 0,
    retry: false,
  });

export const unitsPreview = (memoryId: number, selection: UnitSelection, change: UnitChange | null) =>
  queryOptions({
    queryKey: ['memory', memoryId, 'preview', selection, change],
    queryFn: () => send<UnitBulkPreview>('POST', `/memories/${memoryId}/preview`, { ...selection, change }),
    enabled: change !== null,
    retry: false,
  });

export const concordance = (q: string, client: number | null, inflected: boolean, language: string) =>
  queryOptions({
    queryKey: ['memory', 'concordance', q, client, inflected, language],
    queryFn: () =>
      get<ConcordanceBody>('/concordance', {
        q,
        client,
        ...(inflected && { inflected: 'true' }),
        ...(language && { language }),
      }),
    enabled: q.trim() !== '',
    placeholderData: keepPreviousData,
    retry: false,
  });
