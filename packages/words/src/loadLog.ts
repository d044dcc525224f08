import type { LoadSet } from '@zither/contract';
import { RUNG_TABLE, type LoadReason, type RungId } from '@zither/core';
import type { FaultAtLoad, LoadAnswer } from '@zither/visit';
import { sayFaulty } from './ladder.ts';
import { count, sayList } from './terms.ts';
import { sayFault } from './watch.ts';
import { sayHeight, sayMass } from './units.ts';

/** What was seen in a set: "not watched", "clean", "knees in, left (clear)". */
export const sayForm = ({ watched, faults }: Pick<LoadSet, 'watched' | 'faults'>): string =>
  watched === null
    ? 'not watched'
    : faults.length === 0
      ? watched === 'camera'
        ? 'clean to the camera'
        : 'clean'
      : faults.map((f) => `${sayFault(f.fault, f.side).toLowerCase()} (${f.severity})`).join(', ');

/** A set in a line: "Front squat · 40 kg × 5 · clean · 2 reps left". */
export function saySet(
  set: Omit<LoadSet, 'id' | 'clientId' | 'version' | 'updatedAt' | 'saidAt' | 'saidBy'>,
): string {
  const { rung, loadKg, reps, descentS, pauseS, repsLeft, pain, heelRiseMm, shod, belt, undone } =
    set;
  return [
    RUNG_TABLE[rung].name,
    `${sayMass(loadKg)} × ${reps}`,
    descentS === null ? null : `${descentS} s down`,
    pauseS ? `${pauseS} s held` : null,
    sayForm(set),
    repsLeft === null ? null : `${repsLeft} left`,
    pain ? `pain ${pain} of 10` : null,
    heelRiseMm > 0 ? `heels ${sayHeight(heelRiseMm)}` : null,
    shod ? 'in shoes' : null,
    belt ? 'belt' : null,
    undone ? 'withdrawn' : null,
  ]
    .filter((part) => part !== null)
    .join(' · ');
}

/** From which load on a fault becomes likely, with its interval; or that there are too few sets. */
export function sayFaultAtLoad({ fault, side, form }: FaultAtLoad): string {
  const what = sayFault(fault, side);
  if (form.kind === 'notEnough')
    return `${what}: not enough sets. It takes 5 watched sets at 2 loads or more; there ${form.watched === 1 ? 'is' : 'are'} ${form.watched} at ${form.loads}.`;
  const { likelyKg, lowKg, highKg, heaviestKg, watched, seen } = form;
  const most =
    highKg > 1.5 * heaviestKg
      ? `above ${sayMass(round(1.5 * heaviestKg))}`
      : sayMass(round(highKg));
  return `${what}: likely from about ${sayMass(round(likelyKg))} (${sayMass(round(lowKg))} to ${most}). Seen in ${seen} of ${count(watched, 'set')} watched.`;
}

/** The same between the last two locked setups. */
export function sayBetween({ between }: FaultAtLoad): string | null {
  if (!between) return null;
  const { now, before, apart } = between;
  return apart.isReal
    ? `Setup version ${now} moves this by ${sayMass(round(apart.byKg))} against version ${before} (${sayMass(round(apart.lowKg))} to ${sayMass(round(apart.highKg))}).`
    : `No difference we can see between setup versions ${before} and ${now}.`;
}

const round = (kg: number): number => Math.round(kg);

const BECAUSE: Record<Exclude<LoadReason, 'faulty'>, string> = {
  none: 'No watched set went clean yet, so no load is advised.',
  pain: 'Pain was told, and no set was clean and painless since. No load until that is seen to.',
  painBefore: 'There was pain at the next step up. That load has to be clean and painless first.',
  clearFault: 'A clear fault was seen above this. That load has to be clean again first.',
  formCap: 'A fault becomes likely above this.',
  easierFailed:
    'An easier variation did not go clean. No load here until it or something harder does.',
  limit: 'The screen allows no load here.',
  position: 'This load position carries no more.',
  inUse: 'The load of the setup in use; no set was seen yet.',
  clean: 'As much as went clean.',
  step: 'One step more than what went clean.',
};

const sayWhy = ({ because, faulty }: Pick<LoadAnswer, 'because' | 'faulty'>): string =>
  because === 'faulty' ? `No load: ${sayFaulty(faulty)} without one.` : BECAUSE[because];

/** The most to load next: "Next: up to 42.5 kg. One step more than what went clean." */
export function sayAdvice({ mostKg, because, capBy, faulty }: LoadAnswer): string {
  const cap = capBy
    ? `${sayFault(capBy.fault, capBy.side)} becomes likely from about ${sayMass(round(capBy.likelyKg))}.`
    : sayWhy({ because, faulty });
  if (mostKg === null) return cap;
  return mostKg === 0 ? cap : `Next: up to ${sayMass(mostKg)}. ${cap}`;
}

/** That a load is more than advised. */
export const sayAbove = ({ mostKg, because, faulty }: LoadAnswer): string =>
  `This is more than advised${mostKg ? ` (${sayMass(mostKg)})` : ''}. ${sayWhy({ because, faulty })}`;

/** Heaviest clean sets now and before, of one client alone. */
export function sayCleanLoads(
  list: readonly { rung: RungId; nowKg: number | null; beforeKg: number | null }[],
): string[] {
  return list.flatMap(({ rung, nowKg, beforeKg }) => {
    if (nowKg === null && beforeKg === null) return [];
    const said = (kg: number | null) => (kg === null ? 'none' : sayMass(kg));
    return [
      `${RUNG_TABLE[rung].name}: ${said(nowKg)} in the last 6 weeks, ${said(beforeKg)} in the 6 before.`,
    ];
  });
}

/** Caution beside the comparison of load positions. */
export const NO_RATIO =
  'This compares the client with themselves. There is no ideal ratio between load positions.';

/** Sets taken in from a file. */
export const sayImported = (n: number, refused: readonly string[]): string =>
  `${count(n, 'set')} read.${refused.length > 0 ? ` Left out: ${sayList(refused.slice(0, 5))}.` : ''}`;
