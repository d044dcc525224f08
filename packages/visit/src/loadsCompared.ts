import type { Dossier } from '@zither/contract';
import type { CameraView, FaultId, Severity, Side } from '@zither/core';
import { baselinesOf, isTelling, type Look } from './looks.ts';
import { couldSee, namedIn } from './named.ts';

/** What one set showed of a fault: how much, that it was looked for and not seen, or that nobody looked. */
export type SeenAtLoad = Severity | 'notSeen' | 'notLookedAt';

/** Sets of one day and one view at rising loads, side by side. */
export interface LoadsCompared {
  on: string;
  view: CameraView;
  /** Lightest first; without load 0. */
  sets: { key: string; loadKg: number; belt: boolean }[];
  rows: { fault: FaultId; side: Side | null; at: SeenAtLoad[] }[];
}

const loadOf = ({ look }: Look): number | null =>
  look.condition === 'bodyweight' ? 0 : look.asks.loadKg;

function seenAt(look: Look, fault: FaultId, side: Side | null): SeenAtLoad {
  const named = namedIn(look).filter((f) => f.fault === fault && f.side === side);
  if (named.some((f) => f.severity === 'clear')) return 'clear';
  if (named.length > 0) return 'slight';
  return couldSee(look, fault) ? 'notSeen' : 'notLookedAt';
}

/** The newest day on which a view was looked at with two loads or more; one table a view. Looks that only tell causes apart, and those after the routine, are left out. */
export function loadsCompared(dossier: Dossier): LoadsCompared[] {
  const looks = baselinesOf(dossier, null).filter(
    (l) => !isTelling(l) && l.look.asks.state !== 'after' && loadOf(l) !== null,
  );
  const found: LoadsCompared[] = [];
  for (const view of ['side', 'front', 'rear'] as const) {
    const ofView = looks.filter((l) => l.look.view === view);
    const days = [...new Set(ofView.map((l) => l.look.takenOn))];
    for (const on of days) {
      const sets = new Map<string, Look>();
      // Newest first: of two sets with one load the newer counts.
      for (const l of ofView.filter((o) => o.look.takenOn === on)) {
        const key = `${loadOf(l)} ${l.look.asks.belt}`;
        if (!sets.has(key)) sets.set(key, l);
      }
      const rising = [...sets.values()].sort((a, b) => loadOf(a)! - loadOf(b)!);
      if (new Set(rising.map(loadOf)).size < 2) continue;
      const faults = new Map<string, { fault: FaultId; side: Side | null }>();
      for (const l of rising)
        for (const { fault, side } of namedIn(l))
          faults.set(`${fault} ${side ?? ''}`, { fault: fault as FaultId, side });
      found.push({
        on,
        view,
        sets: rising.map((l) => ({ key: l.key, loadKg: loadOf(l)!, belt: l.look.asks.belt })),
        rows: [...faults.values()].map((f) => ({
          ...f,
          at: rising.map((l) => seenAt(l, f.fault, f.side)),
        })),
      });
      break;
    }
  }
  return found;
}
