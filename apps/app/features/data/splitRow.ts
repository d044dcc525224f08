import { valuesIn } from '@zither/contract/row';

/** Splits a kept row into what a write refers to and the row's values. */
export const splitRow = <T extends { id: string; version: number; clientId: string }>(row: T) => ({
  ref: { id: row.id, version: row.version },
  clientId: row.clientId,
  values: valuesIn(row),
});
