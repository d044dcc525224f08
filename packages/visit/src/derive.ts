import type { Client, ClientSetupValues, Dossier, KitItem, Lock } from '@zither/contract';
import {
  NAMED_DEPTHS_DEG,
  foldLimitOf,
  foldLine,
  keptTrials,
  limitsUnder,
  measuredDays,
  newestDorsiflexion,
  newestReading,
  obeying,
  resolveBody,
  type AnkleReading,
  type BothSides,
  type Case,
  type FoldLine,
  type MethodProfile,
  type SafetyLimit,
  type Support,
} from '@zither/core';
import { bodyOf } from './body.ts';
import { methodOf, methodUnder } from './method.ts';

/** What is known of a client today: of every measure the newest reading, whatever visit it came from. */
export interface Known {
  stanceWidthMm: number | null;
  toeOutDeg: BothSides<number | null>;
  ankle: BothSides<AnkleReading | null>;
  /** What stands under the feet now; null = not said. */
  support: Support | null;
  kneeTravelMm: number | null;
  fold: FoldLine | null;
}

/** What stands in the practice's rack. */
export const rackOf = ({ schools }: Pick<Dossier, 'schools'>): readonly KitItem[] =>
  schools.rack ?? [];

/** What is there to stand on and sit to: the rack, and what the client brings; each piece once. */
export function kitHere(of: Pick<Dossier, 'client' | 'schools'>): KitItem[] {
  const all = [...rackOf(of), ...of.client.kit];
  return all.filter(
    (item, i) => all.findIndex((o) => JSON.stringify(o) === JSON.stringify(item)) === i,
  );
}

/** Whether anything for the heels was named; boxes are for sitting to. */
export const isHeelSaid = (of: Pick<Dossier, 'client' | 'schools'>): boolean =>
  kitHere(of).some((k) => k.kind !== 'box');

/** A wedge of about this angle that is a board in the kit, and no pair, lies straight; else it is taken to be turned with the foot. */
function azimuthOf(kit: readonly KitItem[], angleDeg: number): 'foot' | 'straight' {
  const near = kit.filter((k) => k.kind === 'ramp' && Math.abs(k.angleDeg - angleDeg) <= 1);
  return near.length > 0 && near.every((k) => k.kind === 'ramp' && !k.pair) ? 'straight' : 'foot';
}

/** The heel in use: block or wedge, whichever was read last. */
function supportOf(dossier: Dossier): Support | null {
  const { trials } = dossier;
  const rise = keptTrials(trials, 'heelRise', null).at(-1);
  const wedge = keptTrials(trials, 'heelWedge', null).at(-1);
  if (!rise && !wedge) return null;
  if (wedge && wedge.takenAt > (rise?.takenAt ?? ''))
    return wedge.value > 0
      ? { kind: 'ramp', angleDeg: wedge.value, azimuth: azimuthOf(kitHere(dossier), wedge.value) }
      : { kind: 'floor' };
  return rise && rise.value > 0 ? { kind: 'block', riseMm: rise.value } : { kind: 'floor' };
}

/** What is known of a client, by the newest reading of each. */
export function knownOf(dossier: Dossier): Known {
  const { trials } = dossier;
  const body = resolveBody(bodyOf(dossier.client));
  const mean = (measure: 'stanceWidth' | 'kneeTravel') =>
    newestReading(trials, measure, null)?.mean ?? null;
  return {
    stanceWidthMm: mean('stanceWidth'),
    toeOutDeg: {
      left: newestReading(trials, 'toeOut', 'left')?.mean ?? null,
      right: newestReading(trials, 'toeOut', 'right')?.mean ?? null,
    },
    ankle: {
      left: newestDorsiflexion(body, trials, 'left'),
      right: newestDorsiflexion(body, trials, 'right'),
    },
    support: supportOf(dossier),
    kneeTravelMm: mean('kneeTravel'),
    fold: foldLine(body, trials),
  };
}

/** The newest day on which anything was measured; null = nothing yet. */
export const lastMeasuredDay = ({ trials }: Dossier): string | null =>
  measuredDays(trials)[0] ?? null;

/** The five measurements that a setup and a plan need. */
export type NeededMeasure =
  'stanceWidth' | 'toeOut' | 'dorsiflexion' | 'heelElevation' | 'kneeTravel';

/** Which of the five measurements that a setup and plan need are still missing. */
export function missingOf(dossier: Dossier): NeededMeasure[] {
  const known = knownOf(dossier);
  const { toeOutDeg, ankle } = known;
  const list: (NeededMeasure | false)[] = [
    known.stanceWidthMm === null && 'stanceWidth',
    (toeOutDeg.left === null || toeOutDeg.right === null) && 'toeOut',
    (ankle.left === null || ankle.right === null) && 'dorsiflexion',
    known.support === null && 'heelElevation',
    known.kneeTravelMm === null && 'kneeTravel',
  ];
  return list.filter((what) => what !== false);
}

/** Both ankles, once both are known. */
const bothAnkles = ({ ankle }: Known): BothSides<AnkleReading> | null =>
  ankle.left && ankle.right ? { left: ankle.left, right: ankle.right } : null;

/** Where a first setup starts: as the client stands now, unloaded, to the method's depth. */
export function startingSetup(
  client: Client,
  known: Known,
  method: MethodProfile,
): ClientSetupValues {
  const shoulder = resolveBody(bodyOf(client)).shoulderWidthMm;
  return {
    setup: {
      stanceWidthMm: Math.round(known.stanceWidthMm ?? Math.round(shoulder / 10) * 10),
      toeOutDeg: {
        left: known.toeOutDeg.left ?? 15,
        right: known.toeOutDeg.right ?? 15,
      },
      support: known.support ?? { kind: 'floor' },
      hold: 'bodyweight',
      loadKg: 0,
      balance: method.balance,
      trackingOffsetDeg: 0,
    },
    thighDepthDeg: Math.min(NAMED_DEPTHS_DEG.crease, method.targetDepthDeg),
    workingPoint: method.workingPoint,
    profile: method.id,
  };
}

export type ClientCase =
  { kind: 'ready'; question: Case; ankles: BothSides<AnkleReading> } | { kind: 'needsAnkle' };

/** A setup as a question to the linkage, with what is measured, under its method's limits, the usual hip's and the screen's. */
export function caseWith(
  dossier: Dossier,
  values: ClientSetupValues,
  safety: readonly SafetyLimit[] = [],
): ClientCase {
  const known = knownOf(dossier);
  const ankles = bothAnkles(known);
  if (!ankles) return { kind: 'needsAnkle' };
  const method = methodUnder(dossier, values.profile, values.setup.loadKg);
  const { fold } = known;
  return {
    kind: 'ready',
    ankles,
    question: obeying(
      {
        body: bodyOf(dossier.client),
        limits: limitsUnder(
          method,
          {
            dorsiflexionDeg: { left: ankles.left.deg, right: ankles.right.deg },
            hipFold: fold ? foldLimitOf(fold) : null,
          },
          values.setup,
        ),
        setup: values.setup,
        target: { thighDepthDeg: values.thighDepthDeg },
        workingPoint: values.workingPoint,
      },
      safety,
    ),
  };
}

/** The client's current setup as a question to the linkage; where none was chosen, as the client stands now. */
export const clientCase = (dossier: Dossier, safety: readonly SafetyLimit[] = []): ClientCase =>
  dossier.setup ? caseWith(dossier, dossier.setup, safety) : startingCase(dossier, safety);

/** How the client stands unprompted, as a question to the linkage. */
export const startingCase = (dossier: Dossier, safety: readonly SafetyLimit[] = []): ClientCase =>
  caseWith(dossier, startingSetup(dossier.client, knownOf(dossier), methodOf(dossier)), safety);

/** The settled setup in force: the newest still in force. */
export const lockOf = ({ locks }: Pick<Dossier, 'locks'>): Lock | null =>
  locks.filter((l) => !l.takenBack).sort((a, b) => b.at.localeCompare(a.at))[0] ?? null;
