/** What the pages ask for, as query options: one factory for each thing. */
import { keepPreviousData, queryOptions, skipToken, replaceEqualDeep } from '@tanstack/react-query';
import { call } from './http.js';
import type {
  BulkBody,
  CellStepId,
  CursorBody,
  ListOrder,
  LookUpMode,
  OutcomeKindBody,
  RowPageBody,
  SelectionBody,
  UnitChange,
  UnitFilter,
  UnitSelection,
  UnitSort,
} from './types.js';
import type { UnitPageBody } from '@fair-copy/api/memories.js';

export const clients = queryOptions({ queryKey: ['clients'], queryFn: () => call('GET /clients') });

export const holdings = (client: number | null) =>
  queryOptions({ queryKey: ['holdings', client], queryFn: () => call('GET /holdings', { query: { client } }) });

export const kits = (client: number | null) =>
  queryOptions({
    queryKey: ['rehearsal', 'kits', client],
    queryFn: () => call('GET /kits', { query: { client } }),
  });

export const jobs = queryOptions({ queryKey: ['jobs'], queryFn: () => call('GET /jobs') });

export const ledger = (client: number | null, limit: number) =>
  queryOptions({
    queryKey: ['ledger', client, limit],
    queryFn: () => call('GET /ledger', { query: { client, limit } }),
    placeholderData: keepPreviousData,
  });

export const undoHistory = queryOptions({
  queryKey: ['ledger', 'history'],
  queryFn: () => call('GET /ledger/history'),
});

export const session = queryOptions({
  queryKey: ['session'],
  queryFn: () => call('GET /session'),
  staleTime: Infinity,
});

export const lookUp = (q: string, client: number | null) =>
  queryOptions({
    queryKey: ['look-up', q, client],
    queryFn: () => call('GET /look-up', { query: { q, client } }),
    enabled: q.trim() !== '',
    placeholderData: keepPreviousData,
  });

export const intakeFiles = (client: number | null) =>
  queryOptions({
    queryKey: ['intake', 'files', client],
    queryFn: () => call('GET /intake/files', { query: { client } }),
  });

/** Files that were taken off the desk. */
export const filesAside = (client: number | null) =>
  queryOptions({
    queryKey: ['intake', 'aside', client],
    queryFn: () => call('GET /intake/aside', { query: { client } }),
  });

/** How many units of files a memory has already. */
export const unitsThere = (ids: readonly number[], memoryId: number) =>
  queryOptions({
    queryKey: ['intake', 'there', ids, memoryId],
    queryFn: () => call('POST /intake/units-there', { body: { ids: [...ids], memoryId } }),
    staleTime: 0,
    retry: false,
  });

export const deskPictures = (client: number) =>
  queryOptions({
    queryKey: ['intake', 'pictures', client],
    queryFn: () => call('GET /intake/pictures', { query: { client } }),
  });

export const intakeFile = (id: number) =>
  queryOptions({
    queryKey: ['intake', id],
    queryFn: () => call('GET /intake/files/:id', { params: { id } }),
    placeholderData: keepPreviousData,
  });

export const ROW_PAGE = 100;

/** @param page from 0, of `ROW_PAGE` rows */
export const intakeRows = (id: number, kind: OutcomeKindBody | null, page: number) =>
  queryOptions({
    queryKey: ['intake', id, 'rows', kind, page],
    queryFn: async ({ client, queryKey }): Promise<RowPageBody> => {
      const query = { from: page * ROW_PAGE + 1, limit: ROW_PAGE, kind };
      const rows = await call('GET /intake/files/:id/rows', { params: { id }, query });
      // While it is worked out what becomes of the rows, those of before stay.
      return rows.total === null ? (client.getQueryData<RowPageBody>(queryKey) ?? rows) : rows;
    },
    staleTime: 60_000,
  });

export const firstLines = (id: number) =>
  queryOptions({
    queryKey: ['intake', id, 'lines'],
    queryFn: () => call('GET /intake/files/:id/lines', { params: { id } }),
  });

export const stepPreview = (id: number, step: CellStepId) =>
  queryOptions({
    queryKey: ['intake', id, 'step', step],
    queryFn: () => call('GET /intake/files/:id/steps/:step', { params: { id, step } }),
  });

export const termbase = (id: number) =>
  queryOptions({ queryKey: ['termbase', id], queryFn: () => call('GET /termbases/:id', { params: { id } }) });

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
    ...(findings && ({ findings: 'true' } as const)),
  };
}

export const termAnchors = (query: TermListQuery) =>
  queryOptions({
    queryKey: ['termbase', query.termbaseId, 'anchors', query],
    queryFn: () => call('GET /termbases/:id/anchors', { params: { id: query.termbaseId }, query: listParams(query) }),
    enabled: query.language !== '',
    placeholderData: keepPreviousData,
  });

/** Where a concept stands in the list, from 0. */
export const termPosition = (query: TermListQuery, concept: number) =>
  queryOptions({
    queryKey: ['termbase', query.termbaseId, 'position', query, concept],
    queryFn: () =>
      call('GET /termbases/:id/position', {
        params: { id: query.termbaseId },
        query: { ...listParams(query), concept },
      }),
    enabled: query.language !== '' && concept > 0,
  });

/** The page after a key; null: the first. */
export const termPage = (query: TermListQuery, after: CursorBody | null) =>
  queryOptions({
    queryKey: ['termbase', query.termbaseId, 'terms', query, after],
    queryFn: () =>
      call('GET /termbases/:id/terms', {
        params: { id: query.termbaseId },
        query: {
          ...listParams(query),
          after: after && JSON.stringify(after),
        },
      }),
    enabled: query.language !== '',
    staleTime: 60_000,
  });

export const concept = (id: number) =>
  queryOptions({
    queryKey: ['concept', id],
    queryFn: () => call('GET /concepts/:id', { params: { id } }),
    retry: false,
  });

/** A termbase or a memory that is inspected. */
export interface Inspected {
  readonly kind: 'termbase' | 'memory';
  readonly id: number;
}

/** The routes of what is inspected: "/termbases/:id" or "/memories/:id". */
export const inspectedPath = ({ kind }: Inspected): '/memories/:id' | '/termbases/:id' =>
  kind === 'memory' ? '/memories/:id' : '/termbases/:id';

export const inspections = (client: number | null) =>
  queryOptions({
    queryKey: ['inspections', client],
    queryFn: () => call('GET /inspections', { query: client === null ? {} : { client } }),
  });

export const inspection = (of: Inspected) =>
  queryOptions({
    queryKey: ['inspection', of],
    queryFn: () => call(`GET ${inspectedPath(of)}/inspection`, { params: { id: of.id } }),
    retry: false,
  });

export const bulkPreview = (termbaseId: number, selection: SelectionBody, change: BulkBody['change'] | null) =>
  queryOptions({
    queryKey: ['termbase', termbaseId, 'bulk', selection, change],
    queryFn:
      change === null
        ? skipToken
        : () => call('POST /termbases/:id/bulk/preview', { params: { id: termbaseId }, body: { selection, change } }),
    retry: false,
  });

export const recognizedIn = (termbaseId: number, language: string, text: string) =>
  queryOptions({
    queryKey: ['termbase', termbaseId, 'recognized', language, text],
    queryFn: () => call('POST /termbases/:id/recognize', { params: { id: termbaseId }, body: { language, text } }),
    enabled: text.trim() !== '' && language !== '',
    placeholderData: keepPreviousData,
    retry: false,
  });

export const memories = (client: number | null) =>
  queryOptions({ queryKey: ['memory', 'all', client], queryFn: () => call('GET /memories', { query: { client } }) });

export const memory = (id: number) =>
  queryOptions({ queryKey: ['memory', id], queryFn: () => call('GET /memories/:id', { params: { id } }) });

export const alignments = (client: number | null) =>
  queryOptions({
    queryKey: ['alignment', 'all', client],
    queryFn: () => call('GET /alignments', { query: { client } }),
  });

/** Alignments that were taken off the desk. */
export const alignmentsAside = (client: number | null) =>
  queryOptions({
    queryKey: ['alignment', 'aside', client],
    queryFn: () => call('GET /alignments/aside', { query: { client } }),
  });

export const alignment = (id: number) =>
  queryOptions({
    queryKey: ['alignment', id],
    queryFn: () => call('GET /alignments/:id', { params: { id } }),
    staleTime: Infinity,
  });

/** Where the client's terms stand in some texts of an alignment. */
export const termMarks = (id: number, source: readonly string[], target: readonly string[]) =>
  queryOptions({
    queryKey: ['termbase', 'terms of alignment', id, source, target],
    queryFn: () => call('POST /alignments/:id/terms', { params: { id }, body: { source, target } }),
    staleTime: Infinity,
    retry: false,
  });

export const UNIT_PAGE = 60;

/** @param page from 0, of `UNIT_PAGE` units; asked again until everything has been counted */
export const unitPage = (id: number, filter: UnitFilter, sort: UnitSort, page: number) =>
  queryOptions({
    queryKey: ['memory', id, 'units', filter, sort, page],
    queryFn: (): Promise<ShownUnits> =>
      call('POST /memories/:id/units', {
        params: { id },
        body: {
          filter,
          sort,
          from: page * UNIT_PAGE,
          limit: UNIT_PAGE,
        },
      }),
    staleTime: 60_000,
    retry: false,
    structuralSharing: (old, young) => untilKnown(old as ShownUnits | undefined, young as ShownUnits),
    refetchInterval: ({ state: { data } }) => (data && (data.total === null || data.isOld) ? 300 : false),
  });

/** A page of units; `isOld`: what takes its place is still being looked for. */
export type ShownUnits = UnitPageBody & { readonly isOld?: boolean };

/**
 * A list that is looked through anew, because something in the memory has changed, stays as it is until all of it is known: a
 * row in which somebody types must not go away meanwhile.
 */
export function untilKnown(old: ShownUnits | undefined, young: ShownUnits): ShownUnits {
  if (old && old.total !== null && young.total === null) return { ...old, isOld: true };
  return replaceEqualDeep(old, young) as ShownUnits;
}

export const unitPosition = (id: number, filter: UnitFilter, sort: UnitSort, unit: number) =>
  queryOptions({
    queryKey: ['memory', id, 'position', filter, sort, unit],
    queryFn: () => call('POST /memories/:id/position', { params: { id }, body: { filter, sort, unit } }),
    enabled: unit > 0,
    staleTime: 60_000,
    retry: false,
  });

export const unitDetail = (memoryId: number, unit: number) =>
  queryOptions({
    queryKey: ['memory', memoryId, 'unit', unit],
    queryFn: () => call('GET /memories/:id/units/:unit', { params: { id: memoryId, unit } }),
    enabled: unit > 0,
    retry: false,
  });

export const unitsPreview = (memoryId: number, selection: UnitSelection, change: UnitChange | null) =>
  queryOptions({
    queryKey: ['memory', memoryId, 'preview', selection, change],
    queryFn:
      change === null
        ? skipToken
        : () => call('POST /memories/:id/preview', { params: { id: memoryId }, body: { ...selection, change } }),
    retry: false,
  });

export const concordance = (q: string, client: number | null, inflected: boolean, language: string) =>
  queryOptions({
    queryKey: ['memory', 'concordance', q, client, inflected, language],
    queryFn: () =>
      call('GET /concordance', {
        query: {
          q,
          client,
          ...(inflected && { inflected: 'true' }),
          ...(language && { language }),
        },
      }),
    enabled: q.trim() !== '',
    placeholderData: keepPreviousData,
    retry: false,
  });
