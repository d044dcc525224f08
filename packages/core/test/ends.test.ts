import {
  ABDUCTION_MOST_DEG,
  BALANCED,
  buildLinkage,
  caseFor,
  chanceOf,
  deepestThighDepthDeg,
  limitsForSide,
  normal,
  profileOf,
  reachOf,
  resolveBody,
  seededRandom,
  SIDES,
  startBelief,
  type MethodProfile,
  type Placed,
  type Random,
  type SetupQuestion,
} from '../src/index.ts';
import { unreadFoldOf } from '../src/setup/unreadFold.ts';
import { client } from './setupClients.ts';

/** How many setups of each kind; the longer command asks for more. */
const SETUPS = Number(process.env['SETUPS'] ?? 20);
const DRAWS = 300;

type Ended = 'ankle' | 'shin' | 'travel' | 'spread' | 'knee bend' | 'fold';

/** A setup whose way down may be ended by one kind of ceiling, somewhere near where it is needed. */
function ended(
  by: Ended,
  random: Random,
): { question: SetupQuestion; profile: MethodProfile; at: Placed } {
  const within = (least: number, most: number) => least + (most - least) * random();
  const free = by === 'ankle' ? within(20, 38) : 50;
  const question = client({
    body: { statureMm: within(1550, 1950), massKg: 75 },
    dorsiflexionDeg: { left: free, right: free + (by === 'ankle' ? within(-4, 4) : 0) },
    hipFold:
      by === 'fold'
        ? { atZeroAbductionDeg: within(95, 130), perAbductionDeg: within(0, 0.5) }
        : null,
    holds: ['highBar'],
    loadKg: 40,
    kit: [],
    limits: {
      shankDeg: by === 'shin' ? within(18, 36) : null,
      kneePastToeMm: by === 'travel' ? within(-60, 90) : null,
      kneeFlexionDeg: by === 'knee bend' ? within(95, 130) : null,
      hipAbductionDeg: by === 'spread' ? within(22, ABDUCTION_MOST_DEG) : null,
    },
  });
  const shoulder = resolveBody(question.body).shoulderWidthMm;
  const toe = by === 'spread' ? within(0, 35) : within(0, 25);
  return {
    question,
    profile: { ...(by === 'spread' ? profileOf('openHip')! : BALANCED), bufferDeg: 0 },
    at: {
      setup: {
        stanceWidthMm: shoulder * (by === 'spread' ? within(1.1, 1.9) : within(0.7, 1.2)),
        toeOutDeg: { left: toe, right: toe },
        support: { kind: 'floor' },
        hold: 'highBar',
        loadKg: 40,
        balance: 0.5,
        trackingOffsetDeg: 0,
      },
      targetDepthDeg: within(-10, 15),
    },
  };
}

/** The share of bodies drawn anew that get down: each with its own lengths, balance point, ankles and fold, each linkage solved whole. */
function share({ question, profile, at }: ReturnType<typeof ended>, random: Random): number {
  const body = resolveBody(question.body);
  const u = question.uncertainty;
  const unread = unreadFoldOf(profile);
  let good = 0;
  for (let n = 0; n < DRAWS; n += 1) {
    const [thigh, trunk, shank, balance] = [0, 1, 2, 3].map(() => normal(random)) as [
      number,
      number,
      number,
      number,
    ];
    const rest = Math.sqrt(1 - u.thighTrunk ** 2);
    const lengthsMm = {
      ...body.lengthsMm,
      thigh: body.lengthsMm.thigh * (1 + u.thigh * thigh),
      trunk: body.lengthsMm.trunk * (1 + u.trunk * (u.thighTrunk * thigh + rest * trunk)),
      shank: body.lengthsMm.shank * (1 + u.shank * shank),
    };
    const setup = { ...at.setup, balance: at.setup.balance + u.balance * balance };
    const base = caseFor(question, profile, setup, at.targetDepthDeg);
    const fold = normal(random);
    const getsDown = SIDES.every((side) => {
      const limits = limitsForSide(base.limits, side);
      const deepest = deepestThighDepthDeg(buildLinkage({ ...body, lengthsMm }, setup, side), {
        ...limits,
        dorsiflexionDeg: question.dorsiflexionDeg[side] + u.dorsiflexionDeg[side] * normal(random),
        // One that was not read is drawn from what is thought of unread folds.
        hipFold: limits.hipFold
          ? {
              ...limits.hipFold,
              atZeroAbductionDeg: limits.hipFold.atZeroAbductionDeg + u.hipFoldDeg * fold,
            }
          : unread && {
              atZeroAbductionDeg: unread.meanDeg + unread.sdDeg * fold,
              perAbductionDeg: 0,
            },
      });
      return deepest !== null && deepest >= at.targetDepthDeg - 1e-6;
    });
    if (getsDown) good += 1;
  }
  return good / DRAWS;
}

describe('the chance where something other than the ankle ends the squat', () => {
  it.each(['ankle', 'shin', 'travel', 'spread', 'knee bend', 'fold'] as const)(
    'ended by the %s is the share of bodies drawn anew and solved whole',
    (by) => {
      const random = seededRandom(9 + by.length);
      const off: number[] = [];
      let tried = 0;
      while (off.length < SETUPS && tried < 60 * SETUPS) {
        tried += 1;
        const setup = ended(by, random);
        const said = chanceOf(
          startBelief(setup.question),
          reachOf(setup.question, setup.profile, setup.at),
        );
        // Near 0 and 1 there is nothing to tell apart.
        if (said < 0.08 || said > 0.92) continue;
        const true_ = share(setup, random);
        const error = Math.sqrt((true_ * (1 - true_)) / DRAWS);
        off.push(said - true_);
        expect({
          by,
          said,
          true_,
          isNear: Math.abs(said - true_) <= 0.06 + 3 * error,
        }).toMatchObject({ isNear: true });
      }
      expect(off.length).toBe(SETUPS);
      // Off in neither direction on the whole.
      expect(Math.abs(off.reduce((a, b) => a + b, 0) / off.length)).toBeLessThan(0.03);
    },
  );
});
