import { addDays } from 'date-fns/addDays';
import { format } from 'date-fns/format';
import {
  clientListSchema,
  dossierSchema,
  type MeasurementValues,
  type Operation,
} from '@zither/contract';
import { BALANCED, prescribe, QUESTION_IDS } from '@zither/core';
import { prescriptionStart } from '../apps/app/features/measure/derive.ts';
import { writePrescription } from '../apps/app/features/prescription/write.ts';
import { seededId, seededRandom } from './random.ts';
import { SCENARIO, type DemoClient } from './scenario.ts';

const SEED = 20_260_105;

/** Reading noise of a careful coach: about the published standard errors (Konor et al. 2012, from memory). */
const NOISE = { wallMm: 4, angleDeg: 1 } as const;

export interface SeedTarget {
  send: (operation: Operation) => Promise<void>;
  get: (path: string) => Promise<unknown>;
}

/** Writes the scenario through the same door as the app does. Does nothing when there are clients already. */
export async function seed(target: SeedTarget, today: Date): Promise<number> {
  const { clients } = clientListSchema.parse(await target.get('/api/clients'));
  if (clients.length > 0) return 0;
  const random = seededRandom(SEED);
  for (const demo of SCENARIO) await seedClient(demo, target, today, random);
  return SCENARIO.length;
}

async function seedClient(
  demo: DemoClient,
  target: SeedTarget,
  today: Date,
  random: () => number,
): Promise<void> {
  const id = () => seededId(random);
  const clientId = id();
  const base = { baseVersion: 0, clientId };
  await target.send({
    kind: 'client.put',
    operationId: id(),
    rowId: clientId,
    baseVersion: 0,
    values: demo.client,
  });
  for (const day of demo.days)
    await target.send({
      kind: 'measurement.put',
      operationId: id(),
      rowId: id(),
      ...base,
      values: {
        takenOn: format(addDays(today, -day.daysAgo), 'yyyy-MM-dd'),
        ...withNoise(day.values, random),
      },
    });
  const lastDay = Math.min(...demo.days.map((day) => day.daysAgo));
  if (demo.screen)
    await target.send({
      kind: 'screening.put',
      operationId: id(),
      rowId: id(),
      ...base,
      values: {
        takenOn: format(addDays(today, -lastDay), 'yyyy-MM-dd'),
        asked: [...QUESTION_IDS],
        ...demo.screen,
      },
    });
  if (demo.setup)
    await target.send({
      kind: 'setup.put',
      operationId: id(),
      rowId: id(),
      ...base,
      values: demo.setup,
    });
  if (!demo.hasPrescription) return;
  const dossier = dossierSchema.parse(await target.get(`/api/clients/${clientId}`));
  const start = prescriptionStart(dossier);
  if (start.kind !== 'ready') throw new Error(`${demo.client.name} cannot be prescribed for yet.`);
  await target.send({
    kind: 'prescription.put',
    operationId: id(),
    rowId: id(),
    ...base,
    values: writePrescription(
      prescribe(start.input, BALANCED),
      start.measurement.takenOn,
      start.measurement.id,
    ),
  });
}

/** Readings as a coach would write them down: noise, then rounded to what tape and inclinometer show. */
function withNoise(
  values: Omit<MeasurementValues, 'takenOn'>,
  random: () => number,
): Omit<MeasurementValues, 'takenOn'> {
  // Sum of three uniforms: close enough to a bell, and bounded.
  const bell = () => (random() + random() + random() - 1.5) * 1.2;
  const read = (value: number | null, sd: number, grain: number) =>
    value === null ? null : Math.round((value + sd * bell()) / grain) * grain;
  const both = (
    pair: { left: number | null; right: number | null },
    sd: number,
    grain: number,
  ) => ({
    left: read(pair.left, sd, grain),
    right: read(pair.right, sd, grain),
  });
  return {
    ...values,
    kneeToWallMm: both(values.kneeToWallMm, NOISE.wallMm, 5),
    inclinometerDeg: both(values.inclinometerDeg, NOISE.angleDeg, 1),
  };
}
