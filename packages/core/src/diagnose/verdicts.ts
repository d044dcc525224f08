import type { CauseId } from '../causes/causes.ts';
import type { Signs } from './evidence.ts';
import type { FindingId } from '../causes/links.ts';
import { type Evidence } from '../causes/model.ts';
import { NODES } from '../causes/variables.ts';

/** What must not be cued with this client. */
export type BannedCue = 'kneesOut' | 'chestUp' | 'forcedTuck' | 'stretchAnkle';

/** Where the knees were seen to go; of knees nobody looked at nothing is said. */
export type KneesSeen = 'notLookedAt' | 'in' | 'inAndOut' | 'notIn';

export function kneesSeen(
  { lookedAt = [], findings = [] }: Signs,
  isIn: boolean,
  isOut: boolean,
): KneesSeen {
  if (isIn) return isOut ? 'inAndOut' : 'in';
  const isLookedAt = (['kneesIn', 'kneesOut'] as const).some(
    (fault) => lookedAt.some((f) => f === fault) || findings.some((f) => f.fault === fault),
  );
  return isLookedAt || isOut ? 'notIn' : 'notLookedAt';
}

export interface NotFault {
  what: CauseId | FindingId;
  because:
    | { kind: 'build'; leanDeg: number }
    /** The knees are further out than the feet; `isCued`: a cue on record may have gone too far. */
    | { kind: 'overCued'; isCued: boolean }
    /** Slight, and the only thing seen. */
    | { kind: 'slightAlone' };
}

/** Findings that look like faults and are not: the build, cues that went too far, differences too small to matter. */
export function notFaultsOf(
  { findings = [], leanBudget, isKneesOutCued }: Signs,
  there: readonly Extract<Evidence, { kind: 'finding' }>[],
): NotFault[] {
  const list: NotFault[] = [];
  if (leanBudget) {
    const { proportionsDeg, ankleDeg, unusedAnkleDeg, offBalanceDeg } = leanBudget;
    const rest = Math.max(ankleDeg, unusedAnkleDeg, offBalanceDeg);
    if (proportionsDeg >= 25 && rest < 8)
      list.push({
        what: 'proportions',
        because: { kind: 'build', leanDeg: proportionsDeg },
      });
  }
  if (there.some((e) => e.finding === 'kneesOut') && !there.some((e) => e.finding === 'kneesIn'))
    list.push({
      what: 'overCuedKneesOut',
      because: { kind: 'overCued', isCued: isKneesOutCued === true },
    });
  const small = findings.filter((f) => f.severity === 'slight' && f.fault !== 'pain');
  const [only] = small;
  if (only && findings.length === 1)
    list.push({
      what: only.fault as FindingId,
      because: { kind: 'slightAlone' },
    });
  return list;
}

/** Cues that must not be used with this client. */
export function bannedCues(
  there: readonly Extract<Evidence, { kind: 'finding' }>[],
  comesIn: boolean,
  probabilities: readonly number[],
): BannedCue[] {
  const likely = (cause: CauseId) =>
    NODES.some((n, i) => n.cause === cause && (probabilities[i] ?? 0) >= 0.4);
  const list: (BannedCue | false)[] = [
    !comesIn && 'kneesOut',
    likely('proportions') && 'chestUp',
    there.some((e) => e.finding === 'lowBackArch' || e.finding === 'pelvisTuck') && 'forcedTuck',
    likely('ankleBlock') && 'stretchAnkle',
  ];
  return list.filter((cue) => cue !== false);
}
