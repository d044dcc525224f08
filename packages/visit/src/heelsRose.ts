import type { Dossier } from '@zither/contract';
import { FAULTS, type Setup } from '@zither/core';
import { knownOf } from './derive.ts';
import { baselinesOf, isUnprompted } from './looks.ts';
import { namedIn } from './named.ts';

/** As near as this it is the stance that was looked at, mm and degrees: two steps of the search (house defaults). */
const NEAR = { stanceMm: 40, toeDeg: 10 } as const;

/**
 * The unprompted stance where heels were clearly seen to rise in it on the flat floor, without a load, on the newest day of looking; null = they were
 * not, or the stance is not known.
 */
export function heelsRoseIn(dossier: Dossier): Pick<Setup, 'stanceWidthMm' | 'toeOutDeg'> | null {
  const looks = baselinesOf(dossier, null).filter(isUnprompted);
  const ofDay = looks.filter((l) => l.look.takenOn === looks[0]?.look.takenOn);
  const rose = ofDay.some(
    (l) =>
      l.look.condition === 'bodyweight' &&
      l.look.asks.heelRiseMm === 0 &&
      l.look.asks.feet !== 'straight' &&
      l.look.asks.state !== 'after' &&
      namedIn(l).some((f) => f.fault === 'heelsRise' && f.severity === 'clear'),
  );
  const { stanceWidthMm, toeOutDeg } = knownOf(dossier);
  const { left, right } = toeOutDeg;
  if (!rose || stanceWidthMm === null || left === null || right === null) return null;
  // Heels that stayed down there in a trial since, at the depth it was for, say more.
  const stayed = dossier.setupTrials.some(
    ({ undone, takenAt, setup, heelRose, lookedAt, depthDeg, thighDepthDeg }) =>
      !undone &&
      takenAt > (ofDay[0]?.look.takenAt ?? '') &&
      setup.support.kind === 'floor' &&
      Math.abs(setup.stanceWidthMm - stanceWidthMm) <= NEAR.stanceMm &&
      Math.abs(setup.toeOutDeg.left - left) <= NEAR.toeDeg &&
      (lookedAt?.includes('heels') ?? true) &&
      !heelRose.left &&
      !heelRose.right &&
      depthDeg >= thighDepthDeg - FAULTS.depthShort.slight,
  );
  return stayed ? null : { stanceWidthMm, toeOutDeg: { left, right } };
}
