/** What the pages ask for, as query options: one factory for each thing. */
import { keepPreviousData, queryOptions } from '@tanstack/react-query';
import { get } from './http.js';
import type {
  AnchorsBody,
  ClientBody,
  ConceptBodyOf,
  CursorBody,
  FoundRow,
  Holding,
  InspectionOverview,
  IntakeFileBody,
  JobBody,
  LedgerEntryBody,
  LookUpBody,
  LookUpMode,
  OutcomeKindBody,
  RowPageBody,
  StepPreviewBody,
  TermbaseBody,
  TermItem,
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

export const stepPreview = (id: number, step: string) =>
  queryOptions({
    queryKey: ['intake', id, 'step', step],
    queryFn: () => get<StepPreviewBody>(`/intake/files/${id}/steps/${step}`),
  });

export const termbase = (id: number) =>
  queryOptions({ queryKey: ['termbase', id], queryFn: () => get<TermbaseBody>(`/termbases/${id}`) });

export interface TermListQuery {
  readonly termbaseId: number;
  readonly language: string;
  readonly q: string;
  readonly mode: LookUpMode;
}

export const termAnchors = ({ termbaseId, ...query }: TermListQuery) =>
  queryOptions({
    queryKey: ['termbase', termbaseId, 'anchors', query],
    queryFn: () => get<AnchorsBody>(`/termbases/${termbaseId}/anchors`, { ...query }),
    enabled: query.language !== '',
    placeholderData: keepPreviousData,
  });

/** Where a concept stands in the list, from 0. */
export const termPosition = ({ termbaseId, ...query }: TermListQuery, concept: number) =>
  queryOptions({
    queryKey: ['termbase', termbaseId, 'position', query, concept],
    queryFn: () => get<{ position: number | null }>(`/termbases/${termbaseId}/position`, { ...query, concept }),
    enabled: query.language !== '' && concept > 0,
  });

/** The page after a key; null: the first. */
export const termPage = ({ termbaseId, ...query }: TermListQuery, after: CursorBody | null) =>
  queryOptions({
    queryKey: ['termbase', termbaseId, 'terms', query, after],
    queryFn: () =>
      get<TermItem[]>(`/termbases/${termbaseId}/terms`, { ...query, after: after && JSON.stringify(after) }),
    enabled: query.language !== '',
    staleTime: 60_000,
  });

export const concept = (id: number) =>
  queryOptions({ queryKey: ['concept', id], queryFn: () => get<ConceptBodyOf>(`/concepts/${id}`), retry: false });

export const inspection = (termbaseId: number) =>
  queryOptions({
    queryKey: ['inspection', termbaseId],
    queryFn: () => get<InspectionOverview>(`/termbases/${termbaseId}/inspection`),
  });

export const findings = (termbaseId: number, check: string | null, after: number) =>
  queryOptions({
    queryKey: ['inspection', termbaseId, 'findings', check, after],
    queryFn: () => get<FoundRow[]>(`/termbases/${termbaseId}/findings`, { check, after }),
  });
