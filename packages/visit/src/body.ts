import type { Client } from '@zither/contract';
import { hipSeparationFromInterAsisMm, type Body } from '@zither/core';

/** The core's body from a client row. A measured inter-ASIS distance gives the hip centres unless they were measured themselves. */
export const bodyOf = (
  client: Pick<Client, 'statureMm' | 'massKg' | 'segmentsMm' | 'shoulderWidthMm' | 'interAsisMm'>,
): Body => ({
  statureMm: client.statureMm,
  massKg: client.massKg,
  segmentsMm: {
    ...(client.interAsisMm === null
      ? {}
      : { hipSeparation: hipSeparationFromInterAsisMm(client.interAsisMm) }),
    ...client.segmentsMm,
  },
  ...(client.shoulderWidthMm === null ? {} : { shoulderWidthMm: client.shoulderWidthMm }),
});
