import type { CountedDrillValues, Dossier, Learned } from '@zither/contract';
import {
  agreementOf,
  apartOf,
  isAimOf,
  MEASURE_IDS,
  MEASURES,
  repeatsOf,
  shareOf,
  SIDES,
  singleReadingError,
  type Aim,
  type CauseId,
  type DoubleReading,
  type FaultId,
} from '@zither/core';
import { looksOf } from './looks.ts';
import { causesOfPlan } from './recheck.ts';
import { rechecksOf } from './rechecks.ts';

const meanOf = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;

/** Double readings of a practice: two coaches, or two instruments, at one side on one day in one state. */
function doublesOf(
  dossiers: readonly Dossier[],
  by: 'saidBy' | 'instrument',
): { measure: (typeof MEASURE_IDS)[number]; names: [string, string]; pair: DoubleReading }[] {
  return dossiers.flatMap(({ trials }) =>
    MEASURE_IDS.filter((m) => MEASURES[m].unit !== 'yesNo').flatMap((measure) =>
      (MEASURES[measure].sided ? SIDES : [null]).flatMap((side) => {
        const own = trials.filter(
          (t) => t.measure === measure && t.side === side && t.struck === null && t[by] !== '',
        );
        const keys = new Set(own.map((t) => `${t.takenOn} ${t.state ?? ''} ${t.kneeGapMm ?? ''}`));
        return [...keys].flatMap((key) => {
          const same = own.filter(
            (t) => `${t.takenOn} ${t.state ?? ''} ${t.kneeGapMm ?? ''}` === key,
          );
          const names = [...new Set(same.map((t) => t[by]))].sort();
          const of = (name: string) =>
            meanOf(same.filter((t) => t[by] === name).map((t) => t.value));
          // Three who read the same are three pairs.
          return names.flatMap((one, i) =>
            names.slice(i + 1).map((other) => ({
              measure,
              names: [one, other] as [string, string],
              pair: { one: of(one), other: of(other) },
            })),
          );
        });
      }),
    ),
  );
}

/** Error between two readers beside the error within one, measure by measure. */
function readersApart(
  dossiers: readonly Dossier[],
  by: 'saidBy' | 'instrument',
): Learned['coaches'] {
  const doubles = doublesOf(dossiers, by);
  const keys = new Map(doubles.map((d) => [`${d.measure} ${d.names.join(' ')}`, d]));
  const within = (measure: (typeof MEASURE_IDS)[number]) => {
    const { sem } = MEASURES[measure];
    // Sets of one client each: two clients of one day are no repeats.
    const sets = dossiers.flatMap((d) => repeatsOf(d.trials, measure));
    return sem === null ? null : singleReadingError(sets, sem).sem;
  };
  return [...keys.values()].map(({ measure, names }) => {
    const own = doubles.filter((d) => d.measure === measure && d.names.join() === names.join());
    return {
      measure,
      one: names[0],
      other: names[1],
      pairs: own.length,
      apart: apartOf(own.map((d) => d.pair)),
      within: within(measure),
    };
  });
}

/** How often camera and eye agree, by coach and month. */
function eyesOf(dossiers: readonly Dossier[]): Learned['eyes'] {
  const found = new Map<string, { by: string; month: string; alike: number; of: number }>();
  for (const dossier of dossiers)
    for (const { look, capture, judgement } of looksOf(dossier, null)) {
      if (!capture || !judgement || judgement.saidBy === '') continue;
      const { alike, of } = agreementOf(
        look.view,
        capture.report.findings as never,
        judgement.seen as never,
        capture.report.quality.notJudged.map((n) => n.fault as FaultId),
        judgement.lookedAt as never,
      );
      const key = `${judgement.saidBy} ${look.takenOn.slice(0, 7)}`;
      const known = found.get(key) ?? {
        by: judgement.saidBy,
        month: look.takenOn.slice(0, 7),
        alike: 0,
        of: 0,
      };
      found.set(key, { ...known, alike: known.alike + alike, of: known.of + of });
    }
  return [...found.values()].sort(
    (a, b) => a.month.localeCompare(b.month) || a.by.localeCompare(b.by),
  );
}

interface Outcome {
  cause: CauseId;
  /** What the plan held, by kind and id. */
  had: Set<string>;
  isRetained: boolean;
}

/** One line for each kept recheck and cause of its plan: what the plan held, and whether what shows the cause was better and nothing of it worse. */
function outcomesOf(dossier: Dossier): Outcome[] {
  // One outcome a client and cause, the first: later plans of one client are not independent of it.
  const seen = new Set<CauseId>();
  return [...rechecksOf(dossier)].reverse().flatMap((recheck) => {
    const plan = dossier.prescriptions.find((p) => p.id === recheck.plan);
    if (!plan) return [];
    return [...new Set(causesOfPlan(plan).map((c) => c.cause))].flatMap((cause): Outcome[] => {
      if (seen.has(cause)) return [];
      const words = recheck.results
        .filter((r) => r.isAim && isAimOf(cause, r.aim as Aim) && r.word !== 'unknown')
        .map((r) => r.word);
      if (words.length === 0) return [];
      seen.add(cause);
      return [
        {
          cause,
          had: new Set([
            ...plan.drills.map((d) => `drill ${d.id}`),
            ...plan.cues.map((c) => `cue ${c.id}`),
            ...(plan.setup.support.kind === 'floor' ? [] : ['heel lift']),
          ]),
          isRetained: words.includes('better') && !words.includes('worse'),
        },
      ];
    });
  });
}

/** What was followed by retained change, cause by cause: of the clients with it in their plan, and of those with the same cause without it. */
function workedOf(dossiers: readonly Dossier[]): Learned['worked'] {
  const all = dossiers.flatMap(outcomesOf);
  const causes = [...new Set(all.map((o) => o.cause))];
  return causes.flatMap((cause) => {
    const own = all.filter((o) => o.cause === cause);
    const items = [...new Set(own.flatMap((o) => [...o.had]))].sort();
    return items.map((item) => {
      const [kind = '', id = ''] = item.split(' ');
      const counts = (list: readonly Outcome[]) => {
        const k = list.filter((o) => o.isRetained).length;
        const { low, high } = shareOf(k, list.length);
        return { k, n: list.length, low, high };
      };
      return {
        cause,
        kind: kind as 'drill' | 'cue' | 'heel',
        id,
        with: counts(own.filter((o) => o.had.has(item))),
        without: counts(own.filter((o) => !o.had.has(item))),
      };
    });
  });
}

/** What the plan may use of it: the drills. */
export const countsOf = ({ worked }: Pick<Learned, 'worked'>): CountedDrillValues[] =>
  worked.flatMap(({ cause, kind, id, with: own, without }) =>
    kind === 'drill'
      ? [
          {
            drill: id,
            cause,
            with: { k: own.k, n: own.n },
            without: { k: without.k, n: without.n },
          },
        ]
      : [],
  );

/** What a practice's own records say: who measures how far apart, and what was followed by retained change. Never across practices. */
export const learnedFrom = (dossiers: readonly Dossier[]): Learned => ({
  clients: dossiers.length,
  coaches: readersApart(dossiers, 'saidBy'),
  instruments: readersApart(dossiers, 'instrument'),
  eyes: eyesOf(dossiers),
  worked: workedOf(dossiers),
});
