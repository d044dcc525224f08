import type {
  Client,
  ClientSetupValues,
  Dossier,
  Measurement,
  MeasurementValues,
} from '@zither/contract';
import {
  BALANCED,
  NAMED_DEPTHS_DEG,
  PUBLISHED_SEM,
  dorsiflexionFromKneeToWallDeg,
  obeying,
  resolveBody,
  type Body,
  type BothSides,
  type Case,
  type PrescriptionInput,
  type SafetyLimit,
  type Side,
} from '@zither/core';

/** The core's body from a client row. */
export const bodyOf = (client: Client): Body => ({
  statureMm: client.statureMm,
  massKg: client.massKg,
  segmentsMm: client.segmentsMm,
  ...(client.shoulderWidthMm === null ? {} : { shoulderWidthMm: client.shoulderWidthMm }),
});

/** Weight-bearing dorsiflexion of one side in degrees, whichever instrument was used; null = not measured. */
export function dorsiflexionDeg(
  body: Body,
  measurement: MeasurementValues,
  side: Side,
): number | null {
  if (measurement.dorsiflexionMethod === 'inclinometer') return measurement.inclinometerDeg[side];
  const mm = measurement.kneeToWallMm[side];
  return mm === null ? null : dorsiflexionFromKneeToWallDeg(resolveBody(body), mm);
}

/** Standard error of the readings in degrees: the tape's is turned into degrees by the geometry where the reading lies. */
export function semDeg(body: Body, measurement: MeasurementValues): number {
  if (measurement.dorsiflexionMethod === 'inclinometer') return PUBLISHED_SEM.inclinometerDeg;
  const mm = measurement.kneeToWallMm.left ?? measurement.kneeToWallMm.right ?? 80;
  const own = resolveBody(body);
  const here = dorsiflexionFromKneeToWallDeg(own, mm);
  const there = dorsiflexionFromKneeToWallDeg(own, mm - PUBLISHED_SEM.kneeToWallMm);
  return here === null || there === null ? PUBLISHED_SEM.inclinometerDeg : here - there;
}

const FIVE = [
  ['stance width', (m: MeasurementValues) => m.stanceWidthMm !== null],
  [
    'foot angles',
    (m: MeasurementValues) => m.toeOutDeg.left !== null && m.toeOutDeg.right !== null,
  ],
  [
    'ankle dorsiflexion, both sides',
    (m: MeasurementValues) => {
      const taken = m.dorsiflexionMethod === 'inclinometer' ? m.inclinometerDeg : m.kneeToWallMm;
      return taken.left !== null && taken.right !== null;
    },
  ],
  ['heel elevation in use', (m: MeasurementValues) => m.heelRiseMm !== null],
  ['knee travel', (m: MeasurementValues) => m.kneeTravelMm !== null],
] as const;

/** Which of the five measurements are still missing, in words. */
export const missingOf = (measurement: MeasurementValues | undefined): string[] =>
  FIVE.filter(([, isTaken]) => !measurement || !isTaken(measurement)).map(([name]) => name);

/** The measurement to build on: the newest whose ankles are both known. */
export function usableMeasurement(dossier: Dossier): Measurement | null {
  const body = bodyOf(dossier.client);
  return (
    dossier.measurements.find(
      (m) =>
        dorsiflexionDeg(body, m, 'left') !== null && dorsiflexionDeg(body, m, 'right') !== null,
    ) ?? null
  );
}

/** Both ankles in degrees; only for a measurement from {@link usableMeasurement}. */
export function ankles(body: Body, measurement: MeasurementValues): BothSides<number> | null {
  const left = dorsiflexionDeg(body, measurement, 'left');
  const right = dorsiflexionDeg(body, measurement, 'right');
  return left === null || right === null ? null : { left, right };
}

/** Where a first setup starts: as the client stands now, unloaded, to the method's depth. */
export function startingSetup(client: Client, measurement: Measurement): ClientSetupValues {
  const shoulder = resolveBody(bodyOf(client)).shoulderWidthMm;
  const rise = measurement.heelRiseMm ?? 0;
  return {
    setup: {
      stanceWidthMm: measurement.stanceWidthMm ?? Math.round(shoulder / 10) * 10,
      toeOutDeg: {
        left: measurement.toeOutDeg.left ?? 15,
        right: measurement.toeOutDeg.right ?? 15,
      },
      support: rise > 0 ? { kind: 'block', riseMm: rise } : { kind: 'floor' },
      hold: 'bodyweight',
      loadKg: 0,
      balance: BALANCED.balance,
      trackingOffsetDeg: 0,
    },
    thighDepthDeg: NAMED_DEPTHS_DEG.crease,
    workingPoint: BALANCED.workingPoint,
  };
}

export type ClientCase =
  { kind: 'ready'; question: Case; measurement: Measurement } | { kind: 'needsAnkle' };

/** The client's current setup as a question to the linkage, under the balanced method and the screen's limits. */
export function clientCase(dossier: Dossier, safety: readonly SafetyLimit[] = []): ClientCase {
  const measurement = usableMeasurement(dossier);
  const body = bodyOf(dossier.client);
  const both = measurement && ankles(body, measurement);
  if (!measurement || !both) return { kind: 'needsAnkle' };
  const values = dossier.setup ?? startingSetup(dossier.client, measurement);
  return {
    kind: 'ready',
    measurement,
    question: obeying(
      {
        body,
        limits: {
          dorsiflexionDeg: both,
          bufferDeg: BALANCED.bufferDeg,
          trunkLeanDeg: BALANCED.leanLimitDeg[values.setup.hold],
        },
        setup: values.setup,
        target: { thighDepthDeg: values.thighDepthDeg },
        workingPoint: values.workingPoint,
      },
      safety,
    ),
  };
}

export type PrescriptionStart =
  | { kind: 'ready'; input: PrescriptionInput; measurement: Measurement }
  | { kind: 'missing'; what: string[] };

/** What a prescription starts from; the newest measurement must have all five. */
export function prescriptionStart(
  dossier: Dossier,
  safety: readonly SafetyLimit[] = [],
): PrescriptionStart {
  const measurement = dossier.measurements[0];
  const missing = missingOf(measurement);
  const body = bodyOf(dossier.client);
  const both = measurement && ankles(body, measurement);
  if (!measurement || missing.length > 0) return { kind: 'missing', what: missing };
  if (!both) return { kind: 'missing', what: ['an ankle reading this shank can reach'] };
  const { stanceWidthMm, toeOutDeg, heelRiseMm } = measurement;
  const values = dossier.setup ?? startingSetup(dossier.client, measurement);
  return {
    kind: 'ready',
    measurement,
    input: {
      body,
      dorsiflexionDeg: both,
      habit: {
        stanceWidthMm: stanceWidthMm ?? 0,
        toeOutDeg: { left: toeOutDeg.left ?? 0, right: toeOutDeg.right ?? 0 },
      },
      heelRiseMm: heelRiseMm ?? 0,
      hold: values.setup.hold,
      loadKg: values.setup.loadKg,
      targetDepthDeg: values.thighDepthDeg,
      kneeTravelMm: measurement.kneeTravelMm,
      dorsiflexionSemDeg: semDeg(body, measurement),
      safety,
    },
  };
}
