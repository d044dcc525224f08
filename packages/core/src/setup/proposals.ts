import { DRAWS, searchSetups, type FoundSetup } from './finder.ts';
import type { MethodProfile } from './profiles.ts';
import { habitSteps, type SetupQuestion } from './question.ts';

/** Why a setup stands among the few that are shown. */
export type SetupKind = 'best' | 'nearHabit' | 'noHeel' | 'mostUpright' | 'deepest';

export interface Proposal extends FoundSetup {
  kinds: SetupKind[];
}

export interface Found {
  /** The best first, then others that differ in kind. */
  proposals: Proposal[];
  /** How many setups were looked at. */
  searched: number;
  draws: number;
}

/** A proposal of another kind must have at least this chance, or this share of the best's (house defaults). */
const KIND_LEAST = { chance: 0.5, share: 0.8 } as const;

/**
 * Searches stance × toe-out × support × hold × depth within a school's ranges and the screen's limits, and says of each setup with what
 * chance this client, known only so well, gets down with the heels on the ground. Left and right stand alike.
 *
 * The chance is of a physical rep: limits as they may truly be, no buffer. The window shown keeps the school's buffer.
 *
 * @param onProgress told the share done, 0 to 1
 */
export function findSetups(
  question: SetupQuestion,
  profile: MethodProfile,
  onProgress?: (share: number) => void,
): Found {
  const all = searchSetups(question, profile, onProgress);
  return { proposals: proposalsOf(all, question), searched: all.length, draws: DRAWS };
}

/** The best, and the best of each kind that is different enough to be worth a look. */
export function proposalsOf(all: readonly FoundSetup[], question: SetupQuestion): Proposal[] {
  const best = top(all, (s) => s.score);
  if (!best) return [];
  const least = Math.min(KIND_LEAST.chance, KIND_LEAST.share * best.chance);
  const able = all.filter((s) => s.chance >= least && s.chance > 0);
  const steps = (s: FoundSetup) =>
    habitSteps(question, s.setup.stanceWidthMm, s.setup.toeOutDeg.left);
  const sameDepth = able.filter((s) => s.targetDepthDeg === best.targetDepthDeg);
  const kinds: [SetupKind, FoundSetup | null][] = [
    ['best', best],
    // Ties go to the better score, a thousandth of which never outweighs a step.
    ['nearHabit', top(sameDepth, (s) => -steps(s) + s.score / 1e5)],
    [
      'noHeel',
      top(
        sameDepth.filter((s) => s.setup.support.kind === 'floor'),
        (s) => s.score,
      ),
    ],
    ['mostUpright', top(sameDepth, (s) => -(s.bottom?.trunkDeg ?? 90) + s.score / 1e5)],
    ['deepest', top(able, (s) => s.targetDepthDeg + s.score / 1e5)],
  ];
  const proposals: Proposal[] = [];
  for (const [kind, found] of kinds) {
    if (!found) continue;
    const held = proposals.find((p) => isSame(p, found));
    if (held) held.kinds.push(kind);
    else proposals.push({ ...found, kinds: [kind] });
  }
  return proposals;
}

const isSame = (a: FoundSetup, b: FoundSetup): boolean =>
  a.targetDepthDeg === b.targetDepthDeg && JSON.stringify(a.setup) === JSON.stringify(b.setup);

/** The entry with the highest value; the first of equals. */
function top<T>(list: readonly T[], value: (entry: T) => number): T | null {
  let best: T | null = null;
  let most = -Infinity;
  for (const entry of list) {
    const v = value(entry);
    if (v > most) [best, most] = [entry, v];
  }
  return best;
}
