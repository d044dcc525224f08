import type { Dossier } from '@zither/contract';
import {
  kneeToWallFromDorsiflexionMm,
  MEASURES,
  newestDorsiflexion,
  newestReading,
  normal,
  resolveBody,
  seededRandom,
  seedOf,
  type MeasureId,
  type Side,
} from '@zither/core';
import { bodyOf } from '@zither/visit';

/**
 * What the stand-ins find on this client: what was measured before today, or else a value made up from the client's own id, so that the
 * same client always has the same body.
 */
export function truthOf(
  { client, trials }: Dossier,
  measure: MeasureId,
  side: Side | null,
  today: string,
): number {
  const before = newestReading(trials, measure, side, today);
  if (before) return before.mean;
  // An ankle is one ankle, whichever way it was read before.
  if (side !== null && (measure === 'shinAngle' || measure === 'kneeToWall')) {
    const body = resolveBody(bodyOf(client));
    const ankle = newestDorsiflexion(body, trials, side, today);
    if (ankle)
      return measure === 'shinAngle' ? ankle.deg : kneeToWallFromDorsiflexionMm(body, ankle.deg);
  }
  const { startAt, usual } = MEASURES[measure];
  const random = seededRandom(seedOf(`${client.id} ${measure} ${side ?? ''}`));
  const spread = (usual.most - usual.least) / 8;
  return Math.min(usual.most, Math.max(usual.least, startAt + spread * normal(random)));
}
