import { createHash } from 'node:crypto';
import { linkValuesSchema, valuesIn } from '@zither/contract';
import type { Db } from '../db/open.ts';
import { prepared } from '../db/prepared.ts';

/** Where a link leads: the client whose newest plan it opens. */
export interface Opened {
  practiceId: string;
  clientId: string;
}

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/**
 * The client a token opens on the gym's day; null for a link that has ended, was withdrawn, or never existed. The only query without a practice: the token
 * is all that is known, and it says which one. By the hash, so that how long it takes says nothing about the token.
 */
export function opened(
  db: Db,
  token: string,
  dayOf: (practiceId: string) => string,
): Opened | null {
  const found = prepared<[string], { practice_id: string; client_id: string; values_json: string }>(
    db,
    `SELECT practice_id, client_id, values_json FROM document
      WHERE kind = 'link' AND values_json ->> '$.tokenHash' = ?`,
  ).get(hashOf(token));
  if (!found) return null;
  // Without what the place that keeps it added, such as the moment by a device's own clock.
  const said = valuesIn(JSON.parse(found.values_json) as { id: string });
  const { expiresOn, revoked } = linkValuesSchema.parse(said);
  if (revoked || expiresOn < dayOf(found.practice_id)) return null;
  return { practiceId: found.practice_id, clientId: found.client_id };
}
