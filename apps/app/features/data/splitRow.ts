import { valuesIn } from '@zither/contract/row';

/** What a write needs of a kept row, and what was said in it. */
export const splitRow = <T extends { id: string; version: number; clientId: string }>(row: T) => ({
  ref: { id: row.id, version: row.version },
  clientId: row.clientId,
  values: valuesIn(row),
});
