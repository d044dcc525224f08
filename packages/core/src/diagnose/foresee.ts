import { END_STATES } from '../causes/variables.ts';
import { causesByRange, outcomesByRange, posterior, type Evidence } from '../causes/model.ts';
import type { Tables } from '../causes/tables.ts';
import type { Belief } from '../setup/belief.ts';
import type { MethodProfile } from '../setup/profiles.ts';
import type { SetupQuestion } from '../setup/question.ts';
import type { FoundSetup } from '../setup/search.ts';
import { tellMore, type Telling, type TestToTell } from '../setup/tellMore.ts';
import { afterSeen, endsIn } from '../setup/watched.ts';
import type { WeighedTest } from './diagnose.ts';
import { isOtherWork, planOf } from './foresight.ts';

type EndsInto = ReturnType<typeof endsIn>;

/** All that is thought of a client, as a question about what to do next. */
export interface ForesightQuestion {
  question: SetupQuestion;
  profile: MethodProfile;
  belief: Belief;
  /** The setup that is tried or kept first. */
  first: FoundSetup;
  evidence: readonly Evidence[];
  tables: Tables;
  /** Tests that could be done. */
  tests: readonly WeighedTest[];
}

/**
 * Readings, trials and short tests in one list, by how much of what is done they would change a minute: the setup, and the causes for which cues, drills and load
 * are chosen. A test moves the setup through the squat that was looked at, a reading the causes through the ends of range in it.
 */
export function foresee({
  question,
  profile,
  belief,
  first,
  evidence,
  tables,
  tests,
}: ForesightQuestion): Telling[] {
  const look = question.watched?.find((w) => w.isLook);
  if (!look) return tellMore(question, profile, belief, first);
  const joint = afterSeen(question, belief, look);
  const size = look.fits.length;
  const likelihoodOf = (list: readonly number[], endsInto: EndsInto | null) => {
    const chances = Float64Array.from(list);
    const inTest = new Float64Array(END_STATES).fill(1);
    const states = list.length / size;
    return (i: number) => {
      const from = i * size;
      endsInto?.(i, inTest);
      let sum = 0;
      for (let state = 0; state < states; state += 1) {
        let own = 0;
        for (let at = 0; at < size; at += 1) own += joint[from + at]! * chances[state * size + at]!;
        sum += inTest[state]! * own;
      }
      return sum;
    };
  };
  // Asked for every way a reading may turn out: by ends alone, whatever the use.
  const ends = new Float64Array((joint.length / size) * END_STATES);
  for (let at = 0; at < joint.length; at += 1) {
    const own = Math.floor(at / size) * END_STATES + (at % END_STATES);
    ends[own] = ends[own]! + joint[at]!;
  }
  const now = planOf(posterior(evidence, tables));
  const byRange = causesByRange(evidence, tables);
  const changesWork = (weight: Float64Array): boolean => {
    const states = new Array<number>(END_STATES).fill(0);
    for (let i = 0; i < weight.length; i += 1) {
      const w = weight[i]!;
      for (let state = 0; state < END_STATES; state += 1)
        states[state] = states[state]! + w * ends[i * END_STATES + state]!;
    }
    const then = byRange[0]!.map((_, node) =>
      states.reduce((sum, p, state) => sum + p * byRange[state]![node]!, 0),
    );
    return isOtherWork(now, planOf(then));
  };
  const toTell = tests.map(({ next, ahead }): TestToTell => {
    const { test, side, minutes } = next;
    const squat = look.inTest?.[test];
    const endsInto = squat ? endsIn(question, belief, squat) : null;
    return {
      test,
      side,
      minutes,
      // That something may hurt is no reason to do a test.
      ways: outcomesByRange(evidence, test, side, tables, squat !== undefined)
        .filter(({ outcome }) => outcome !== 'pain')
        .map(({ outcome, chances }) => {
          const own = ahead.find((a) => a.outcome === outcome);
          return {
            share: own?.chance ?? 0,
            likelihoodOf: likelihoodOf(chances, endsInto),
            changesWork: own !== undefined && isOtherWork(now, own.plan),
          };
        }),
    };
  });
  return tellMore(question, profile, belief, first, toTell, changesWork);
}
