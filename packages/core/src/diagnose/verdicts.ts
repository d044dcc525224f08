import type { CauseId } from './causes.ts';
import type { Signs } from './evidence.ts';
import type { FindingId } from './links.ts';
import { NODES, type Evidence } from './model.ts';

/** What must not be cued with this client. */
export type BannedCue = 'kneesOut' | 'chestUp' | 'forcedTuck' | 'stretchAnkle';

export interface NotFault {
  what: CauseId | FindingId;
  because: string;
}

/** What looks like a fault and is none: the build, cues that went too far, what is too small to matter. */
export function notFaultsOf(
  { findings = [], leanBudget }: Signs,
  there: readonly Extract<Evidence, { kind: 'finding' }>[],
): NotFault[] {
  const list: NotFault[] = [];
  if (leanBudget) {
    const { proportionsDeg, ankleDeg, unusedAnkleDeg, offBalanceDeg } = leanBudget;
    const rest = Math.max(ankleDeg, unusedAnkleDeg, offBalanceDeg);
    if (proportionsDeg >= 25 && rest < 8)
      list.push({
        what: 'proportions',
        because: `${proportionsDeg.toFixed(0)}° of the lean is build; no other part is large.`,
      });
  }
  if (there.some((e) => e.finding === 'kneesOut') && !there.some((e) => e.finding === 'kneesIn'))
    list.push({
      what: 'overCuedKneesOut',
      because: 'The knees are outside the feet already: less cue, not more.',
    });
  const small = findings.filter((f) => f.severity === 'slight' && f.fault !== 'pain');
  const [only] = small;
  if (only && findings.length === 1)
    list.push({
      what: only.fault as FindingId,
      because: 'Slight, and nothing else was seen: it may be left alone.',
    });
  return list;
}

export function bannedCues(
  there: readonly Extract<Evidence, { kind: 'finding' }>[],
  comesIn: boolean,
  probabilities: readonly number[],
): { cue: BannedCue; because: string }[] {
  const list: { cue: BannedCue; because: string }[] = [];
  const likely = (cause: CauseId) =>
    NODES.some((n, i) => n.cause === cause && (probabilities[i] ?? 0) >= 0.4);
  if (!comesIn)
    list.push({ cue: 'kneesOut', because: 'Only for knees that come in; these do not.' });
  if (likely('proportions'))
    list.push({
      cue: 'chestUp',
      because: 'The lean is build; pulling the chest up only arches the back.',
    });
  if (there.some((e) => e.finding === 'lowBackArch' || e.finding === 'pelvisTuck'))
    list.push({
      cue: 'forcedTuck',
      because: 'The back keeps its standing shape; a forced tuck rounds it.',
    });
  if (likely('ankleBlock'))
    list.push({
      cue: 'stretchAnkle',
      because: 'A pinch in front of the ankle is referred, not stretched.',
    });
  return list;
}
