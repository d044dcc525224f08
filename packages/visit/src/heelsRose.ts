import type { Dossier } from '@zither/contract';
import type { Setup } from '@zither/core';
import { knownOf } from './derive.ts';
import { baselinesOf, isTelling } from './looks.ts';
import { namedIn } from './signs.ts';

/**
 * The unprompted stance where heels were clearly seen to rise in it on the flat floor, without a load, on the newest day of looking; null = they were
 * not, or the stance is not known.
 */
export function heelsRoseIn(dossier: Dossier): Pick<Setup, 'stanceWidthMm' | 'toeOutDeg'> | null {
  const looks = baselinesOf(dossier, null).filter((l) => !isTelling(l));
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
  return rose && stanceWidthMm !== null && left !== null && right !== null
    ? { stanceWidthMm, toeOutDeg: { left, right } }
    : null;
}
