import { resolveBody } from '../body/resolveBody.ts';
import { DRAWS, searchSetups, UNEVEN_GAIN, type FoundSetup } from './finder.ts';
import type { MethodProfile } from './profiles.ts';
import { habitSteps, stancesOf, toesOf, type SetupQuestion } from './question.ts';

/** Why a setup stands among the few that are shown. */
export type SetupKind = 'best' | 'nearHabit' | 'noHeel' | 'mostUpright' | 'deepest' | 'uneven';

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
 * @param onFirst told a first answer, with the hold wished for at every second stance and foot angle, before the full search begins
 */
export function findSetups(
  question: SetupQuestion,
  profile: MethodProfile,
  onProgress?: (share: number) => void,
  onFirst?: (found: Found) => void,
): Found {
  if (onFirst) {
    const everySecond = (list: readonly number[]) => list.filter((_v, i) => i % 2 === 0);
    const wished = { ...question, holds: question.holds.slice(0, 1) };
    const coarse = searchSetups(wished, profile, undefined, {
      stances: everySecond(stancesOf(profile, resolveBody(question.body))),
      toes: everySecond(toesOf(profile)),
    });
    onFirst({ proposals: proposalsOf(coarse, question), searched: coarse.length, draws: DRAWS });
  }
  const all = searchSetups(question, profile, onProgress);
  return { proposals: proposalsOf(all, question), searched: all.length, draws: DRAWS };
}

/** The best, and the best of each kind that is different enough to be worth a look. */
export function proposalsOf(all: readonly FoundSetup[], question: SetupQuestion): Proposal[] {
  const alike = all.filter((s) => !isUneven(s));
  const best = top(alike, (s) => s.score);
  if (!best) return [];
  const least = Math.min(KIND_LEAST.chance, KIND_LEAST.share * best.chance);
  const able = all.filter((s) => s.chance >= least && s.chance > 0);
  const steps = (s: FoundSetup) =>
    habitSteps(question, s.setup.stanceWidthMm, s.setup.toeOutDeg.left);
  const sameDepth = able.filter((s) => s.targetDepthDeg === best.targetDepthDeg);
  const sameAlike = sameDepth.filter((s) => !isUneven(s));
  const kinds: [SetupKind, FoundSetup | null][] = [
    ['best', best],
    // Ties go to the better score, a thousandth of which never outweighs a step.
    ['nearHabit', top(sameAlike, (s) => -steps(s) + s.score / 1e5)],
    [
      'noHeel',
      top(
        sameAlike.filter((s) => s.setup.support.kind === 'floor'),
        (s) => s.score,
      ),
    ],
    ['mostUpright', top(sameAlike, (s) => -(s.bottom?.trunkDeg ?? 90) + s.score / 1e5)],
    [
      'deepest',
      top(
        able.filter((s) => !isUneven(s)),
        (s) => s.targetDepthDeg + s.score / 1e5,
      ),
    ],
    [
      'uneven',
      unevenOf(
        all.filter((s) => s.targetDepthDeg === best.targetDepthDeg && s.chance > 0),
        question,
      ),
    ],
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

const isUneven = ({ setup: { toeOutDeg } }: FoundSetup): boolean =>
  toeOutDeg.left !== toeOutDeg.right;

/**
 * The best with one foot turned further: for a stiffer ankle only where that alone makes a clean rep enough likelier than both feet as the
 * other one stands; for a hip that turns in less, where it costs nothing.
 */
function unevenOf(list: readonly FoundSetup[], { turnFurther }: SetupQuestion): FoundSetup | null {
  if (!turnFurther) return null;
  const { side, because } = turnFurther;
  const other = side === 'left' ? 'right' : 'left';
  const keyOf = ({ setup }: FoundSetup, toe: number) =>
    JSON.stringify([setup.stanceWidthMm, toe, setup.support, setup.hold]);
  const alike = new Map(
    list.filter((s) => !isUneven(s)).map((s) => [keyOf(s, s.setup.toeOutDeg.left), s.chance]),
  );
  const gain = because === 'ankle' ? UNEVEN_GAIN : 0;
  return top(
    list.filter(
      (s) => isUneven(s) && s.chance >= (alike.get(keyOf(s, s.setup.toeOutDeg[other])) ?? 1) + gain,
    ),
    (s) => s.score,
  );
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
