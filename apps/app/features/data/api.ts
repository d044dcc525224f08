import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import { clockActions } from './clock.ts';
import { newestOf } from './overlay.ts';
import {
  captureSchema,
  clientListSchema,
  dossierSchema,
  idSchema,
  operationResultSchema,
  recordSchema,
  schoolsSchema,
  tableHistorySchema,
  type CaptureRow,
  type ClientLine,
  type ClientRecord,
  type Dossier,
  type Operation,
  type OperationResult,
  type Schools,
  type TableChangeRow,
} from '@zither/contract';

const fetchQuery = fetchBaseQuery({ baseUrl: '/api', timeout: 15_000 });

/** Reads from the server. Writes go through the outbox, which alone uses `operate`. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: async (args, tools, extra) => {
    const answer = await fetchQuery(args, tools, extra);
    const said = answer.meta?.response?.headers.get('date');
    const server = said ? Date.parse(said) : NaN;
    if (Number.isFinite(server)) tools.dispatch(clockActions.told({ server, device: Date.now() }));
    return answer;
  },
  tagTypes: ['ClientList'],
  refetchOnReconnect: true,
  endpoints: (build) => ({
    clients: build.query<ClientLine[], void>({
      query: () => '/clients',
      transformResponse: (body: unknown) => clientListSchema.parse(body).clients,
      providesTags: ['ClientList'],
    }),
    dossier: build.query<Dossier, string>({
      query: (id) => `/clients/${id}`,
      transformResponse: (body: unknown) => dossierSchema.parse(body),
      keepUnusedDataFor: 600,
      merge: (held, fetched) => newestOf(held, fetched),
    }),
    record: build.query<ClientRecord, string>({
      query: (id) => `/clients/${id}/record`,
      transformResponse: (body: unknown) => recordSchema.parse(body),
      // Large, and asked for only to be put into a file.
      keepUnusedDataFor: 0,
    }),
    importRecord: build.mutation<string, ClientRecord>({
      query: (body) => ({ url: '/records', method: 'POST', body }),
      transformResponse: (body: unknown) =>
        idSchema.parse((body as { clientId?: unknown }).clientId),
      invalidatesTags: ['ClientList'],
    }),
    capture: build.query<CaptureRow, string>({
      query: (id) => `/captures/${id}`,
      transformResponse: (body: unknown) => captureSchema.parse(body),
      keepUnusedDataFor: 600,
    }),
    tables: build.query<TableChangeRow[], void>({
      query: () => '/tables',
      transformResponse: (body: unknown) => tableHistorySchema.parse(body).changes,
      keepUnusedDataFor: 600,
    }),
    schools: build.query<Schools, void>({
      query: () => '/schools',
      transformResponse: (body: unknown) => schoolsSchema.parse(body),
      keepUnusedDataFor: 600,
    }),
    operate: build.mutation<OperationResult, Operation>({
      query: (operation) => ({ url: '/operations', method: 'POST', body: operation }),
      transformResponse: (body: unknown) => operationResultSchema.parse(body),
      invalidatesTags: ['ClientList'],
    }),
  }),
});

export const {
  useCaptureQuery,
  useClientsQuery,
  useDossierQuery,
  useImportRecordMutation,
  useLazyRecordQuery,
  useSchoolsQuery,
  useTablesQuery,
} = api;
