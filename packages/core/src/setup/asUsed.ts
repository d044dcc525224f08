import { cleanByUse, priorOfUse } from '../causes/model.ts';
import { USE_KINDS, type UseKind } from '../causes/variables.ts';
import { HOUSE_TABLES } from '../causes/tables.ts';
import { neverCertain } from '../chance/certain.ts';
import { getsDownFor, type Belief } from './belief.ts';
import { likeness } from './choice.ts';
import type { MethodProfile } from './profiles.ts';
import type { SetupQuestion } from './question.ts';
import type { Placed } from './search.ts';
import { reachOf } from './setupReach.ts';
import { keptForm, verdictOf, type SetupTried } from './tried.ts';

/** The second part of a chance: given that the client has the range for a setup, how likely the squat is clean all the same, as it was seen so far. */
export interface AsUsed {
  chance: number;
  /** What gets in the way, where one thing is likely to; null = nothing is, yet. */
  mostly: UseKind | null;
}

/** All that was watched beside the trials counts as so many of them (house default). */
const BEFORE_TRIALS = 4;
/** From here a way of use is named as what gets in the way, and only where what was watched at least doubled its odds (house defaults): control is common to begin with. */
const NAMED = { from: 0.5, odds: 2 } as const;

/** How likely a squat in a setup is clean, given the range for it, by what was watched. */
function cleanUnder(
  question: SetupQuestion,
  method: MethodProfile,
  belief: Belief,
  at: Placed,
): number {
  const { use, weight: weights } = belief;
  const tables = question.tables ?? HOUSE_TABLES;
  const prior = priorOfUse(tables);
  const clean = cleanByUse([...method.decides, 'depthShort', 'heelsRise', 'pelvisTuck'], tables);
  const usual = prior.reduce((sum, p, u) => sum + p * clean[u]!, 0);
  if (!use) return usual;
  const reach = reachOf(question, method, at);
  let [sum, all] = [0, 0];
  weights.forEach((weight, i) => {
    const w = weight * getsDownFor(belief, reach, i);
    all += w;
    for (let u = 0; u < prior.length; u += 1) sum += w * use[i * prior.length + u]! * clean[u]!;
  });
  return all > 0 ? sum / all : usual;
}

const oddsOf = (p: number): number => p / (1 - p);

/** The way of use that most likely gets in the way, under a belief. */
function mostlyOf({ use, weight }: Belief, prior: readonly number[]): UseKind | null {
  if (!use) return null;
  const uses = prior.length;
  const kinds = USE_KINDS.map((kind, bit) => {
    const shareIn = (of: (u: number) => number): number => {
      let sum = 0;
      for (let u = 0; u < uses; u += 1) if ((u >> bit) & 1) sum += of(u);
      return sum;
    };
    const share = weight.reduce((sum, w, i) => sum + w * shareIn((u) => use[i * uses + u]!), 0);
    return { kind, share, usual: shareIn((u) => prior[u]!) };
  });
  const [most] = kinds
    .filter((k) => k.share >= NAMED.from && oddsOf(k.share) >= NAMED.odds * oddsOf(k.usual))
    .sort((a, b) => b.share - a.share);
  return most?.kind ?? null;
}

/**
 * How a client uses a range that is there, in a setup: by looks, tests and other squats; trials of setups like it are counted on top. null
 * until anything that tells of it was watched.
 *
 * @param before the belief after all but the trials, which are counted here
 * @param after the belief after the trials too
 */
export function asUsedBy(
  question: SetupQuestion,
  method: MethodProfile,
  tried: readonly SetupTried[],
  { before, after }: { before: Belief; after: Belief },
  at: Placed,
): AsUsed | null {
  const telling = tried.filter(
    (t) => !keptForm(t, method) || verdictOf(t, method).kind !== 'notSeen',
  );
  if (telling.length === 0 && !before.use) return null;
  let of: number = BEFORE_TRIALS;
  let clean = BEFORE_TRIALS * cleanUnder(question, method, before, at);
  for (const t of telling) {
    const weight = likeness(at.setup, t.setup);
    of += weight;
    if (keptForm(t, method)) clean += weight;
  }
  const mostly = mostlyOf(after, priorOfUse(question.tables ?? HOUSE_TABLES));
  return { chance: neverCertain(clean / of), mostly };
}
