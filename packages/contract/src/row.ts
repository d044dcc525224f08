// Without schemas, so that a worker that only computes need not load them.

/** When the server had not been told yet: rows kept before this was recorded. */
export const LONG_AGO = '1970-01-01T00:00:00.000Z';

/** What the place that keeps a row adds to what was said in it. */
type Kept = 'id' | 'clientId' | 'version' | 'updatedAt' | 'saidAt' | 'saidBy';

/** What was said in a row, ready to be said again: without what the place that keeps it added. */
export function valuesIn<T extends { id: string }>(row: T): Omit<T, Kept> {
  const {
    id: _id,
    clientId: _clientId,
    version: _version,
    updatedAt: _updatedAt,
    saidAt: _saidAt,
    saidBy: _saidBy,
    ...values
  } = row as T & Partial<Record<Kept, unknown>>;
  return values as unknown as Omit<T, Kept>;
}
