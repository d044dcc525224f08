import type { Candidate } from './candidates.ts';
import type { SetupChange, SetupWish } from './recommend.ts';

const roundTo = (value: number, grain: number) => Math.round(value / grain) * grain;

/** What bringing the habit into the profile's ranges changed. */
export function changesIntoRange(wish: SetupWish, start: Candidate): SetupChange[] {
  const changes: SetupChange[] = [];
  if (start.stanceWidthMm !== wish.habit.stanceWidthMm)
    changes.push({
      what: 'stance',
      from: wish.habit.stanceWidthMm,
      to: start.stanceWidthMm,
      reason: 'intoRange',
    });
  const { left, right } = wish.habit.toeOutDeg;
  const mean = (left + right) / 2;
  if (start.toeOutDeg !== Math.round(mean))
    changes.push({ what: 'toeOut', from: mean, to: start.toeOutDeg, reason: 'intoRange' });
  else if (left !== right)
    changes.push({ what: 'toeOut', from: mean, to: start.toeOutDeg, reason: 'sameBothSides' });
  if (start.heelRiseMm !== wish.heelRiseMm)
    changes.push({
      what: 'heel',
      from: wish.heelRiseMm,
      to: start.heelRiseMm,
      reason: 'intoRange',
    });
  return changes;
}

/** What a candidate changes from the starting point to open the window. */
export function changesTo(start: Candidate, to: Candidate): SetupChange[] {
  const changes: SetupChange[] = [];
  const reason = 'opensWindow' as const;
  if (to.stanceWidthMm !== start.stanceWidthMm)
    changes.push({ what: 'stance', from: start.stanceWidthMm, to: to.stanceWidthMm, reason });
  if (to.toeOutDeg !== start.toeOutDeg)
    changes.push({ what: 'toeOut', from: start.toeOutDeg, to: to.toeOutDeg, reason });
  if (to.heelRiseMm !== start.heelRiseMm)
    changes.push({ what: 'heel', from: start.heelRiseMm, to: to.heelRiseMm, reason });
  if (to.hold !== start.hold) changes.push({ what: 'hold', from: start.hold, to: to.hold, reason });
  return changes;
}

/** Two changes of the same thing become one, from the first's start to the last's end. */
export function merged(changes: SetupChange[]): SetupChange[] {
  const list: SetupChange[] = [];
  for (const change of changes) {
    const earlier = list.find((c) => c.what === change.what);
    if (earlier) Object.assign(earlier, { to: change.to, reason: change.reason });
    else
      list.push({
        ...change,
        from: typeof change.from === 'number' ? roundTo(change.from, 1) : change.from,
      });
  }
  return list;
}
