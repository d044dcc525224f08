import {
  BALANCED,
  CUES,
  DRILLS,
  easierFor,
  goesBeyond,
  prescribe,
  repAfter,
  routineKey,
  runSteps,
  secondsOf,
  stepsFrom,
  USUAL_LIMITS,
  withInstead,
  withoutBarred,
  type PrescriptionInput,
} from '../src/index.ts';

const input = (change: Partial<PrescriptionInput> = {}): PrescriptionInput => ({
  causes: [
    { cause: 'ankleJoint', side: 'right', chance: 0.9, because: [] },
    { cause: 'ankleJoint', side: 'left', chance: 0.5, because: [] },
    { cause: 'habitSitsBack', side: null, chance: 0.7, because: [] },
  ],
  limits: [],
  fills: [],
  findings: [],
  sparesKnees: false,
  feetDiffer: true,
  referred: [],
  banned: [],
  stifferSide: 'left',
  method: BALANCED,
  wishes: { minutes: 15, kit: null, pinned: [], banned: [] },
  hurt: [],
  drills: DRILLS,
  cues: CUES,
  counted: [],
  cleared: [],
  ...change,
});
const drillOf = (id: string) => DRILLS.find((d) => d.id === id)!;

describe('a routine as it is run', () => {
  it('goes through every set and side, the worse side first, a doubled one once more', () => {
    const { drills } = prescribe(input());
    const steps = runSteps(drills);
    for (const { drill, sides } of drills) {
      const own = steps.filter((s) => s.drill === drill);
      const times = drill.sides === 'together' ? 1 : sides.doubled ? 3 : 2;
      expect(own).toHaveLength(drill.dose.sets * times);
      if (drill.sides === 'perSide') {
        expect(own[0]!.side).toBe('right');
        expect(own.filter((s) => s.side === 'right').length).toBe(drill.dose.sets * 2);
      }
      // What the plan reckons with is what is run.
      const run = own.reduce((sum, s) => sum + (s.seconds ?? 0), 0);
      if (drill.dose.unit !== 'reps')
        expect(secondsOf(drill, sides.doubled !== null) - 20).toBe(run);
    }
    expect(steps.map((s) => drills.findIndex((d) => d.drill === s.drill))).toEqual(
      [...steps.map((s) => drills.findIndex((d) => d.drill === s.drill))].sort((a, b) => a - b),
    );
  });

  it('what is sore goes on as the easier one, on the sides that are left; without one it is left out', () => {
    const [rock] = prescribe(
      input({ wishes: { minutes: 15, kit: null, pinned: ['loaded-ankle-rock'], banned: [] } }),
    ).drills.filter((d) => d.drill.id === 'loaded-ankle-rock');
    const other = prescribe(input()).drills.filter((d) => d.drill.part === 'useIt');
    const steps = runSteps([rock!, ...other]);
    const easier = easierFor(input(), rock!.drill);
    expect(easier?.id).toBe('knee-over-toe-rock');
    const after = withInstead(steps, 1, easier);
    expect(after[0]).toBe(steps[0]);
    expect(after.slice(1).some((s) => s.drill === rock!.drill)).toBe(false);
    expect(after[1]).toMatchObject({ drill: easier, side: 'left', reps: 10 });
    expect(after.slice(-1)).toEqual(steps.slice(-1));
    const without = withInstead(steps, 0, null);
    expect(without).toEqual(steps.filter((s) => s.drill !== rock!.drill));
    // From one done together to one done side by side: both sides.
    const together = { ...steps.at(-1)!, side: 'both' as const };
    const apart = withInstead([together], 0, drillOf('split-knee-bend'));
    expect(apart.map((s) => s.side)).toEqual(['left', 'right']);
    expect(withInstead(steps, 99, null)).toEqual(steps);
  });

  it('an easier one that the screen rules out is none', () => {
    const shins = input({ limits: USUAL_LIMITS.filter((l) => l.kind === 'verticalShins') });
    expect(easierFor(shins, drillOf('loaded-ankle-rock'))).toBeNull();
    expect(easierFor(input(), drillOf('squat-snacks'))).toBeNull();
  });

  it('is gone on with where it was left, with what was done instead; another routine begins at its start', () => {
    const { drills } = prescribe(input());
    const of = routineKey(drills);
    const all = runSteps(drills);
    expect(stepsFrom(drills, null, DRILLS)).toEqual({ steps: all, at: 0 });
    expect(stepsFrom(drills, { of, at: 2, instead: [] }, DRILLS)).toEqual({ steps: all, at: 2 });
    expect(stepsFrom(drills, { of: 'other', at: 2, instead: [] }, DRILLS).at).toBe(0);
    const first = all[0]!.drill;
    const left = stepsFrom(drills, { of, at: 0, instead: [{ at: 0, drill: null }] }, DRILLS);
    expect(left.steps).toEqual(all.filter((s) => s.drill !== first));
    expect(stepsFrom(drills, { of, at: 99, instead: [] }, DRILLS).at).toBe(all.length);
  });

  it('counts reps and sets of a dose, and ends after the last', () => {
    const dose = { sets: 2, reps: { least: 3, most: 5 } };
    expect(repAfter(0, dose)).toEqual({ set: 1, rep: 1 });
    expect(repAfter(4, dose)).toEqual({ set: 1, rep: 5 });
    expect(repAfter(5, dose)).toEqual({ set: 2, rep: 1 });
    expect(repAfter(10, dose)).toBeNull();
  });

  it('a limit said on the way counts at once: no step from there on is barred, what is behind stays', () => {
    const { drills } = prescribe(input());
    for (const limit of USUAL_LIMITS) {
      const now = input({ limits: [limit] });
      for (let at = 0; at < runSteps(drills).length; at += 1) {
        const whole = runSteps(drills);
        const { steps, instead, leftOut } = withoutBarred(whole, at, now);
        expect(steps.slice(0, at)).toEqual(whole.slice(0, at));
        expect(steps[at] ? goesBeyond(steps[at]!.drill.asks, limit) : false).toBe(false);
        expect(leftOut.every((d) => goesBeyond(d.asks, limit))).toBe(true);
        // Kept with the place, the same steps come again; then on to the end without a barred one.
        let place = { of: routineKey(drills), at, instead };
        for (let guard = 0; guard < 200; guard += 1) {
          const from = stepsFrom(drills, place, DRILLS);
          const open = withoutBarred(from.steps, from.at, now);
          const step = open.steps[from.at];
          if (!step) break;
          expect(goesBeyond(step.drill.asks, limit)).toBe(false);
          place = { ...place, at: from.at + 1, instead: [...place.instead, ...open.instead] };
        }
      }
    }
  });
});
