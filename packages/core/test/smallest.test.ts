/** The smallest change that should work: judged against every setup of the grid, worked out one by one. */
import fc from 'fast-check';
import {
  BALANCED,
  CHANCE,
  chooseSetup,
  equivalentRiseMm,
  placed,
  resolveBody,
  SIDES,
  startBelief,
  type FoundSetup,
  type SetupQuestion,
} from '../src/index.ts';
import { habitSteps, stancesFor, supportsOf, toesFor } from '../src/setup/question.ts';
import { client } from './setupClients.ts';

const question: fc.Arbitrary<SetupQuestion> = fc
  .record({
    ankle: fc.integer({ min: 20, max: 40 }),
    fold: fc.integer({ min: 112, max: 135 }),
    stance: fc.integer({ min: 360, max: 460 }),
    left: fc.integer({ min: 8, max: 24 }),
    apart: fc.integer({ min: 0, max: 7 }),
  })
  .map(({ ankle, fold, stance, left, apart }) =>
    client({
      body: { statureMm: 1830, massKg: 82 },
      dorsiflexionDeg: { left: ankle, right: ankle },
      hipFold: { atZeroAbductionDeg: fold, perAbductionDeg: 0.5 },
      habit: { stanceWidthMm: stance, toeOutDeg: { left, right: left + apart } },
      kit: [10, 20, 30, 40].map((riseMm) => ({ kind: 'block' as const, riseMm })),
    }),
  );

const changeOf = (q: SetupQuestion, { setup }: Pick<FoundSetup, 'setup'>) => ({
  stance: Math.abs(setup.stanceWidthMm - q.habit.stanceWidthMm),
  toes: SIDES.reduce((sum, s) => sum + Math.abs(setup.toeOutDeg[s] - q.habit.toeOutDeg[s]), 0),
  lift: equivalentRiseMm(resolveBody(q.body), setup.support),
});

/** Every symmetric setup of the method at a depth and load position, with its exact chance. */
function grid(q: SetupQuestion, like: FoundSetup): FoundSetup[] {
  const body = resolveBody(q.body);
  const belief = startBelief(q);
  return supportsOf(q.kit, BALANCED, body).flatMap((support) =>
    stancesFor(q, BALANCED, body).flatMap((stanceWidthMm) =>
      toesFor(q, BALANCED).flatMap((toe) => {
        const setup = {
          ...like.setup,
          stanceWidthMm,
          toeOutDeg: { left: toe, right: toe },
          support,
        };
        const found = placed(q, BALANCED, belief, { setup, targetDepthDeg: like.targetDepthDeg });
        return found ? [found] : [];
      }),
    ),
  );
}

describe('the smallest change', () => {
  it('no setup of the grid that is no bigger in stance, feet and heel, and smaller in one, is likely enough', () => {
    fc.assert(
      fc.property(question, (q) => {
        const choice = chooseSetup(q, BALANCED, startBelief(q), { withoutNeeded: true });
        if (choice.kind !== 'tryFirst') return;
        const first = choice.proposals[0]!;
        const own = changeOf(q, first);
        const smaller = grid(q, first).filter((s) => {
          const { stance, toes, lift } = changeOf(q, s);
          return (
            stance <= own.stance &&
            toes <= own.toes &&
            lift <= own.lift + 1e-9 &&
            (stance < own.stance - 1 || toes < own.toes - 1 || lift < own.lift - 1)
          );
        });
        for (const s of smaller) expect(s.chance).toBeLessThan(CHANCE.try);
      }),
      { numRuns: 12, seed: 51 },
    );
  });

  it('is none at all where the unprompted stance is likely enough: no 10° instead of 12°', () => {
    const q = client({
      dorsiflexionDeg: { left: 38, right: 38 },
      hipFold: { atZeroAbductionDeg: 135, perAbductionDeg: 0.5 },
      habit: { stanceWidthMm: 413, toeOutDeg: { left: 12, right: 12 } },
    });
    const [first] = chooseSetup(q, BALANCED, startBelief(q), { withoutNeeded: true }).proposals;
    expect(first!.setup).toMatchObject({
      stanceWidthMm: 413,
      toeOutDeg: { left: 12, right: 12 },
      support: { kind: 'floor' },
    });
  });

  it('counts each foot from its own angle, worked by hand', () => {
    const habit = { stanceWidthMm: 400, toeOutDeg: { left: 17.5, right: 24.5 } };
    const at = (toe: number) =>
      habitSteps({ habit }, { stanceWidthMm: 420, toeOutDeg: { left: toe, right: toe } });
    // One step of stance; the feet 3.5° and 3.5° from 21°, 7.5° and 0.5° from 25°, in steps of 5°, each foot half.
    expect(at(21)).toBeCloseTo(1 + (3.5 + 3.5) / 10, 12);
    expect(at(25)).toBeCloseTo(1 + (7.5 + 0.5) / 10, 12);
  });
});

describe('after heels that clearly rose', () => {
  it('the first choice is the lowest heel within two steps of that stance that is likely enough; flat and wider stays beside it', () => {
    let seen = 0;
    fc.assert(
      fc.property(question, (plain) => {
        const q = { ...plain, heelsRoseIn: plain.habit };
        const choice = chooseSetup(q, BALANCED, startBelief(q), { withoutNeeded: true });
        const [first] = choice.proposals;
        if (choice.kind !== 'tryFirst' || first!.setup.support.kind === 'floor') return;
        const steps = ({ setup }: FoundSetup) =>
          Math.abs(setup.stanceWidthMm - q.habit.stanceWidthMm) / 20 +
          Math.max(...SIDES.map((s) => Math.abs(setup.toeOutDeg[s] - q.habit.toeOutDeg[s]))) / 5;
        const { lift } = changeOf(q, first!);
        const isNear = steps(first!) <= 2;
        const near = grid(q, first!).filter((s) => steps(s) <= 2 && changeOf(q, s).lift > 0);
        if (near.some((s) => s.chance >= CHANCE.try)) {
          seen += 1;
          expect(isNear).toBe(true);
          for (const s of near)
            if (changeOf(q, s).lift < lift - 1e-9) expect(s.chance).toBeLessThan(CHANCE.try);
        }
      }),
      { numRuns: 15, seed: 52 },
    );
    expect(seen).toBeGreaterThan(3);
  });
});
