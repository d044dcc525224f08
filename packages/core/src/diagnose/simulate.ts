import type { Random } from '../chance/seeded.ts';
import { FAULT_IDS } from '../faults/table.ts';
import { SIDES, type Side } from '../linkage/setup.ts';
import { CAUSES } from '../causes/causes.ts';
import { testKey, worthTesting } from './nextTests.ts';
import { SIDED_FINDINGS, type FindingId } from '../causes/links.ts';
import { findingChance, posterior, type Evidence } from '../causes/model.ts';
import { NODES } from '../causes/variables.ts';
import { outcomeChances } from '../causes/outcomes.ts';
import { TEST_IDS, type Outcome, type TestId } from '../causes/tests.ts';

/** In which order an examiner tries what may be tried. */
export type Order = 'guided' | 'fixed' | 'random';

/** A client whose causes are known, and what is seen of them before any test. */
export interface KnownClient {
  /** Which of {@link NODES} are true. */
  truth: ReadonlySet<number>;
  seen: Evidence[];
}

/** Chance that a simulated finding is there. */
const SEEN_SURE = 0.93;

/** A client drawn from the network itself: one main cause that can be trained or changed, others as common as they are. */
export function knownClient(random: Random): KnownClient {
  const main = NODES.flatMap((n, i) =>
    ['train', 'change'].includes(CAUSES[n.cause].kind) ? [i] : [],
  );
  for (;;) {
    const truth = new Set([main[Math.floor(random() * main.length)] ?? 0]);
    NODES.forEach(({ cause }, i) => {
      if (random() < 0.4 * CAUSES[cause].prior) truth.add(i);
    });
    const seen: Evidence[] = [];
    for (const fault of FAULT_IDS) {
      if (fault === 'pain') continue;
      const sides: (Side | null)[] = SIDED_FINDINGS.includes(fault as FindingId)
        ? [...SIDES]
        : [null];
      for (const side of sides)
        if (random() < findingChance(fault, side, (n) => truth.has(n)))
          seen.push({ kind: 'finding', finding: fault, side, sure: SEEN_SURE });
    }
    // A client comes because something is seen; nobody comes with everything at once.
    if (seen.length >= 1 && seen.length <= 6) return { truth, seen };
  }
}

function outcomeOf(test: TestId, side: Side | null, truth: ReadonlySet<number>, random: Random) {
  const chances = outcomeChances(test, side, (n) => truth.has(n));
  let left = random();
  for (const [outcome, chance] of Object.entries(chances) as [Outcome, number][]) {
    left -= chance;
    if (left < 0) return outcome;
  }
  return 'same' as const;
}

/**
 * Examines a client test by test.
 *
 * @returns after 0, 1, 2 … tests, whether the leading cause is one of the true ones; repeats the last once nothing is left to try
 */
export function examine(
  { truth, seen }: KnownClient,
  order: Order,
  most: number,
  random: Random,
): boolean[] {
  let evidence = seen;
  const known: string[] = [];
  const right: boolean[] = [];
  const judge = () => {
    const beliefs = posterior(evidence);
    const leading = beliefs.indexOf(Math.max(...beliefs));
    right.push(truth.has(leading));
  };
  judge();
  for (let n = 0; n < most; n += 1) {
    const open = worthTesting(evidence, { known });
    const pick =
      order === 'guided'
        ? open[0]
        : order === 'random'
          ? open[Math.floor(random() * open.length)]
          : [...open].sort((a, b) => TEST_IDS.indexOf(a.test) - TEST_IDS.indexOf(b.test))[0];
    if (!pick) {
      right.push(right.at(-1) ?? false);
      continue;
    }
    known.push(testKey(pick.test, pick.side));
    const outcome = outcomeOf(pick.test, pick.side, truth, random);
    evidence = [...evidence, { kind: 'test', test: pick.test, side: pick.side, outcome }];
    judge();
  }
  return right;
}
