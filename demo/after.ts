import { dossierSchema, loadSetValuesSchema, painValuesSchema } from '@zither/contract';
import { seededRandom, seedOf } from '@zither/core';
import { answerOf, dossierOn, recheckOf, recheckValues } from '@zither/visit';
import { writePlan } from '@zither/words/plan';
import { addDays } from 'date-fns/addDays';
import { format } from 'date-fns/format';
import { seededId } from './random.ts';
import type { DemoClient, DemoLoad, SeedTarget } from './shapes.ts';

/** A plan as the app works it out on that day, given on that day. */
export async function givePlan(
  name: string,
  clientId: string,
  daysAgo: number,
  target: SeedTarget,
  today: Date,
  id: () => string,
): Promise<void> {
  const known = dossierSchema.parse(await target.get(`/api/clients/${clientId}`));
  const on = format(addDays(today, -daysAgo), 'yyyy-MM-dd');
  const { plan } = answerOf({ dossier: dossierOn(known, on), on, tables: [] });
  if (!plan) throw new Error(`${name} cannot be given a plan yet.`);
  await target.send({
    kind: 'prescription.put',
    operationId: id(),
    rowId: id(),
    baseVersion: 0,
    clientId,
    values: writePlan(plan, on),
  });
}

/** What followed a plan: what came back from home, pain, and rechecks as the app works them out. */
export async function seedAfter(
  {
    name,
    reports,
    pains,
    rechecks,
  }: Pick<DemoClient, 'reports' | 'pains' | 'rechecks'> & { name: string },
  clientId: string,
  target: SeedTarget,
  today: Date,
  id: () => string,
): Promise<void> {
  const known = async () => dossierSchema.parse(await target.get(`/api/clients/${clientId}`));
  const row = () => ({ operationId: id(), rowId: id(), baseVersion: 0, clientId });
  const dayOf = (daysAgo: number) => format(addDays(today, -daysAgo), 'yyyy-MM-dd');
  for (const { daysAgo, done, felt } of reports ?? []) {
    const on = dayOf(daysAgo);
    const plan = (await known()).prescriptions.find((p) => p.givenOn <= on);
    if (!plan) throw new Error(`${name} reports on a plan that is not there.`);
    await target.send({
      kind: 'homeReport.put',
      ...row(),
      values: {
        planId: plan.id,
        on,
        by: 'link',
        done: done.flatMap((place) => plan.drills[place - 1]?.id ?? []),
        hurts: [],
        felt,
      },
    });
  }
  for (const { daysAgo, level, movement } of pains ?? [])
    await target.send({
      kind: 'pain.put',
      ...row(),
      values: painValuesSchema.parse({ on: dayOf(daysAgo), movement, place: 'knee', level }),
    });
  for (const { daysAgo, step } of rechecks ?? []) {
    const on = dayOf(daysAgo);
    const dossier = dossierOn(await known(), on);
    const found = recheckOf(dossier, on);
    if (!found) throw new Error(`${name} has no plan to recheck.`);
    await target.send({
      kind: 'decision.put',
      ...row(),
      values: recheckValues(dossier, found, {
        on,
        at: `${on}T10:20:00.000Z`,
        step,
        nextOn: found.nextOn,
        callOf: () => null,
      }),
    });
  }
}

/** The load log. Its ids are drawn apart, so that the rest of the scenario stays as it was. */
export async function seedLoads(
  name: string,
  sets: readonly DemoLoad[],
  clientId: string,
  target: SeedTarget,
  today: Date,
): Promise<void> {
  const random = seededRandom(seedOf(name));
  const { locks } = dossierSchema.parse(await target.get(`/api/clients/${clientId}`));
  for (const [n, { daysAgo, ...set }] of sets.entries()) {
    const on = format(addDays(today, -daysAgo), 'yyyy-MM-dd');
    const lock = locks.find((l) => l.on <= on && !l.takenBack);
    await target.send({
      kind: 'loadSet.put',
      operationId: seededId(random),
      rowId: seededId(random),
      baseVersion: 0,
      clientId,
      values: loadSetValuesSchema.parse({
        watched: null,
        lockId: lock?.id ?? null,
        ...set,
        takenOn: on,
        takenAt: `${on}T10:${String(30 + (Math.floor(n / 4) % 25)).padStart(2, '0')}:${String((n % 4) * 15).padStart(2, '0')}.000Z`,
      }),
    });
  }
}
