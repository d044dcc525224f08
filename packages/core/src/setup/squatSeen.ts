import type { FaultId } from '../faults/table.ts';
import { SIDES, type Side } from '../linkage/setup.ts';
import { PART_OF_FAULT, partsLookedAt, seenOf, type SquatShowed, type TrialSeen } from './tried.ts';
import { missedBy, together } from '../causes/observers.ts';
import { SIDED_FINDINGS } from '../causes/links.ts';
import { rangeFits, type CleanPart, type Evidence } from '../causes/model.ts';
import type { Tables } from '../causes/tables.ts';

/** Faults by which a squat of a setup tells of the client, beside the depth it reached. */
type ToldFault = keyof typeof PART_OF_FAULT | 'heelsRise' | 'pelvisTuck';
const TOLD_BY: Readonly<
  Record<ToldFault, (typeof PART_OF_FAULT)[keyof typeof PART_OF_FAULT] | 'heels' | 'tuck'>
> = {
  ...PART_OF_FAULT,
  heelsRise: 'heels',
  pelvisTuck: 'tuck',
};
const TOLD = Object.keys(TOLD_BY) as ToldFault[];

interface Observed {
  fault: Exclude<FaultId, 'pain'>;
  side: Side | null;
  /** How likely it is there, by the error of who looked. */
  sure: number;
}

/** Faults that one squat showed, with their sides. */
function named(t: SquatShowed): { fault: Observed['fault']; side: Side | null }[] {
  const knees = SIDES.flatMap((side) =>
    t.knees[side] === 'over'
      ? []
      : [{ fault: t.knees[side] === 'in' ? ('kneesIn' as const) : ('kneesOut' as const), side }],
  );
  const heels = SIDES.filter((side) => t.heelRose[side]).map((side) => ({
    fault: 'heelsRise' as const,
    side,
  }));
  const seen = seenOf(t);
  return [
    ...(seen.reached ? [] : [{ fault: 'depthShort' as const, side: null }]),
    ...(seen.heelRose ? heels : []),
    ...(seen.tucked ? [{ fault: 'pelvisTuck' as const, side: null }] : []),
    ...knees,
    ...t.faults,
  ];
}

/** All that one squat showed, part by part. Below its own depth nothing was seen. */
function observed(t: SquatShowed, tables: Tables): Observed[] {
  const measured = t.measured ?? [];
  const by = (fault: Observed['fault']) =>
    measured.includes(fault === 'depthShort' ? 'depth' : TOLD_BY[fault as ToldFault])
      ? ('measured' as const)
      : ('eye' as const);
  const seen = named(t).map((f): Observed => ({
    ...f,
    sure: tables.sure[by(f.fault)].clear,
  }));
  const looked = partsLookedAt(t);
  const isDown = !seen.some((f) => f.fault === 'depthShort');
  const clean = (fault: Observed['fault']) =>
    (SIDED_FINDINGS.includes(fault) ? SIDES : [null])
      .filter(
        (side) => !seen.some((f) => f.fault === fault && (f.side === null || f.side === side)),
      )
      .map((side): Observed => ({ fault, side, sure: missedBy(tables, by(fault)) }));
  return isDown
    ? [
        ...seen,
        ...clean('depthShort'),
        ...TOLD.filter((fault) => looked.includes(TOLD_BY[fault])).flatMap(clean),
      ]
    : seen;
}

/** Squats of one setup as evidence. Looking at the same parts again makes the error of looking smaller, and no more. */
export function evidenceOfSquats(squats: readonly SquatShowed[], tables: Tables): Evidence[] {
  const parts = new Map<string, Observed>();
  for (const o of squats.flatMap((t) => observed(t, tables))) {
    const key = `${o.fault} ${o.side ?? ''}`;
    const known = parts.get(key);
    parts.set(key, known ? { ...known, sure: together(known.sure, o.sure) } : o);
  }
  const all = [...parts.values()];
  // Seen once and not again and again, it is more likely not there.
  const seen = all.filter((o) => o.sure > 0.5);
  const of = all
    .filter((o) => o.sure <= 0.5)
    .map(({ fault, side, sure }): CleanPart => ({ finding: fault, side, missed: sure }));
  return [
    ...seen.map(({ fault, side, sure }): Evidence => ({
      kind: 'finding',
      finding: fault,
      side,
      sure,
    })),
    ...(of.length > 0
      ? [
          {
            kind: 'clean' as const,
            side: null,
            of,
            seen: seen.map(({ fault, side }) => ({ finding: fault, side })),
          },
        ]
      : []),
  ];
}

/** How well each combination of short ends and use explains squats of one setup; worked out once for all that show the same. */
export function fitsOfSquats(squats: readonly SquatShowed[], tables: Tables): readonly number[] {
  const evidence = evidenceOfSquats(squats, tables);
  const key = JSON.stringify(evidence);
  const known = fits.get(tables) ?? new Map<string, readonly number[]>();
  fits.set(tables, known);
  const held = known.get(key);
  if (held) return held;
  const made = rangeFits(evidence, tables);
  if (known.size >= KEPT_MOST) known.clear();
  known.set(key, made);
  return made;
}

const KEPT_MOST = 500;
const fits = new WeakMap<Tables, Map<string, readonly number[]>>();

/** A way a trial may turn out in which heels, tuck and depth are looked at by eye, and how likely it is by short ends and use. */
export interface TrialOutcome {
  seen: TrialSeen;
  /** Over ends and use as in {@link rangeFits}; of all outcomes together 1 for each. */
  chances: readonly number[];
}

/** How often an eye names what is there, and what is not, from how far it is believed when it names something and when it does not. */
function eyeOf(tables: Tables): { there: number; absent: number } {
  const clear = tables.sure.eye.clear / (1 - tables.sure.eye.clear);
  const missed = missedBy(tables, 'eye');
  const left = missed / (1 - missed);
  const absent = clear - left > 1e-9 ? (1 - left) / (clear - left) : 0.5;
  return { there: clear * absent, absent };
}

const outcomes = new WeakMap<Tables, readonly TrialOutcome[]>();

/** All that a trial may show of heels, tuck and depth, each as likely as the tables make it. The same for every client. */
export function trialOutcomes(tables: Tables): readonly TrialOutcome[] {
  const known = outcomes.get(tables);
  if (known) return known;
  const eye = eyeOf(tables);
  const each = [true, false].flatMap((reached) =>
    [false, true].flatMap((tucked) =>
      [false, true].flatMap((left) =>
        [false, true].map((right): TrialSeen => ({ reached, heelRose: { left, right }, tucked })),
      ),
    ),
  );
  const raw = each.map((seen) => {
    const parts = [!seen.reached, seen.heelRose!.left, seen.heelRose!.right, seen.tucked === true];
    const usual = parts.reduce(
      (product, isNamed) => product * (isNamed ? eye.there + eye.absent : 1 - eye.absent),
      1,
    );
    return fitsOfSquats([asTried(seen)], tables).map((fit) => fit * usual);
  });
  const sums = raw[0]!.map((_, at) => raw.reduce((sum, own) => sum + own[at]!, 0));
  const made = each.map((seen, k) => ({
    seen,
    chances: raw[k]!.map((p, at) => (sums[at]! > 0 ? p / sums[at]! : 0)),
  }));
  outcomes.set(tables, made);
  return made;
}

/** A record of a trial that showed this and looked at nothing else. */
const asTried = ({ reached, heelRose, tucked }: TrialSeen): SquatShowed => ({
  targetDepthDeg: 0,
  depthDeg: reached ? 0 : -20,
  heelRose: heelRose ?? { left: false, right: false },
  knees: { left: 'over', right: 'over' },
  tuckFromDeg: tucked ? -20 : null,
  faults: [],
  lookedAt: ['heels', 'tuck'],
  comfort: null,
  pain: false,
});
