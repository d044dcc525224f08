import type { Dossier } from '@zither/contract';
import type { FootLost, Side } from '@zither/core';
import { knownOf } from './derive.ts';
import { baselinesOf } from './looks.ts';
import { couldSee, namedIn } from './named.ts';

/** A foot looked at in one stance: lost, or kept. */
interface FootSeen extends FootLost {
  at: string;
  side: Side;
  isLost: boolean;
}

/** As near as this it was the same stance and foot angle, mm and degrees (house defaults). */
const SAME = { stanceMm: 10, toeDeg: 2 } as const;

const SIDES = ['left', 'right'] as const;

/** Every squat in which an arch was looked at, oldest first: looks around the unprompted stance, and trials in their own. */
function feetSeen(dossier: Dossier): FootSeen[] {
  const { stanceWidthMm, toeOutDeg } = knownOf(dossier);
  const looks = baselinesOf(dossier, null).flatMap((l): FootSeen[] => {
    const isStraight = l.look.asks.feet === 'straight';
    const named = namedIn(l).filter((f) => f.fault === 'archDrops' && f.severity === 'clear');
    const { asks } = l.look;
    const isHabit = asks.stands === 'habit';
    const stance = isHabit ? stanceWidthMm : (asks.stanceWidthMm ?? stanceWidthMm);
    if (stance === null || (named.length === 0 && !couldSee(l, 'archDrops'))) return [];
    // A slight drop is neither lost nor kept.
    if (named.length === 0 && namedIn(l).some((f) => f.fault === 'archDrops')) return [];
    return SIDES.flatMap((side) => {
      const own = side === 'left' ? asks.toeOutLeftDeg : asks.toeOutRightDeg;
      const toe = isStraight ? 0 : isHabit ? toeOutDeg[side] : (own ?? toeOutDeg[side]);
      const lost = named.filter((f) => f.side === side || f.side === null);
      if (toe === null || (named.length > 0 && lost.length === 0)) return [];
      const depths = lost.flatMap((f) => ('atDepthDeg' in f ? (f.atDepthDeg ?? []) : []));
      return [
        {
          at: l.look.takenAt,
          side,
          isLost: lost.length > 0,
          stanceWidthMm: stance,
          toeOutDeg: toe,
          depthDeg: depths.length > 0 ? Math.min(...depths) : null,
        },
      ];
    });
  });
  const trials = dossier.setupTrials
    .filter((t) => !t.undone)
    .flatMap((t): FootSeen[] => {
      const named = t.faults.filter((f) => f.fault === 'archDrops');
      if (named.length === 0 && !(t.lookedAt ?? []).includes('foot')) return [];
      return SIDES.flatMap((side) => {
        const lost = named.filter((f) => f.side === side || f.side === null);
        if (named.length > 0 && lost.length === 0) return [];
        const depths = lost.flatMap((f) => f.atDepthDeg ?? []);
        return [
          {
            at: t.takenAt,
            side,
            isLost: lost.length > 0,
            stanceWidthMm: t.setup.stanceWidthMm,
            toeOutDeg: t.setup.toeOutDeg[side],
            depthDeg: depths.length > 0 ? Math.min(...depths) : null,
          },
        ];
      });
    });
  return [...looks, ...trials].sort((a, b) => a.at.localeCompare(b.at));
}

/**
 * Where an arch gave way and was not seen to stay since, in that stance or one wider and further out. With the moment it was seen.
 */
export function footLostOf(dossier: Dossier): (FootLost & { at: string })[] {
  const seen = feetSeen(dossier);
  return seen.flatMap((f, i) => {
    if (!f.isLost) return [];
    const isKeptSince = seen
      .slice(i + 1)
      .some(
        (k) =>
          !k.isLost &&
          k.side === f.side &&
          k.stanceWidthMm >= f.stanceWidthMm - SAME.stanceMm &&
          k.toeOutDeg >= f.toeOutDeg - SAME.toeDeg,
      );
    const { at, stanceWidthMm, toeOutDeg, depthDeg } = f;
    return isKeptSince ? [] : [{ at, stanceWidthMm, toeOutDeg, depthDeg }];
  });
}
