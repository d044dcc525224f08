import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import { newestOf } from './overlay.ts';
import {
  clientListSchema,
  dossierSchema,
  operationResultSchema,
  type ClientLine,
  type Dossier,
  type Operation,
  type OperationResult,
} from '@zither/contract';

/** Reads from the server. Writes go through the outbox, which alone uses `operate`. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: fetchBaseQuery({ baseUrl: '/api', timeout: 15_000 }),
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
    operate: build.mutation<OperationResult, Operation>({
      query: (operation) => ({ url: '/operations', method: 'POST', body: operation }),
      transformResponse: (body: unknown) => operationResultSchema.parse(body),
      invalidatesTags: ['ClientList'],
    }),
  }),
});

export const { useClientsQuery, useDossierQuery } = api;
