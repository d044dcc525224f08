import type { Client, ClientValues } from '@zither/contract';

/** The coach's part of a client row, to be written back with a change. */
export function clientValuesOf(client: Client): ClientValues {
  const { name, statureMm, massKg, segmentsMm, shoulderWidthMm, interAsisMm, kit, notes } = client;
  return { name, statureMm, massKg, segmentsMm, shoulderWidthMm, interAsisMm, kit, notes };
}
