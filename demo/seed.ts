import { addDays } from 'date-fns/addDays';
import { sayEvidence } from '@zither/words/evidence';
import { format } from 'date-fns/format';
import { clientListSchema, dossierSchema, type Dossier, type Operation } from '@zither/contract';
import { profileOf, QUESTION_IDS, seededRandom, seedOf, HOUSE_RULES } from '@zither/core';
import {
  methodOf,
  settledSetup,
  setupBasis,
  conclusionOf,
  opine,
  basisOf,
  answerLoop,
  cleanTo,
  loopQuestion,
  copyOf,
  dossierOn,
} from '@zither/visit';
import { lockFor } from '@zither/words/locking';
import { givePlan, seedAfter, seedLoads } from './after.ts';
import { seedLook } from './looks.ts';
import { PASTS } from './past.ts';
import { seedPast, seedPastPlan } from './seedPast.ts';
import { seededId } from './random.ts';
import { SCENARIO } from './scenario.ts';
import { EMERGENCY_STEPS, RACK, OWN_SCHOOL, type DemoClient, type SeedTarget } from './shapes.ts';
import { trialsOf } from './trials.ts';

const SEED = 20_260_105;

/** How many days ago the demo begins. */
const daysOfStory = (): number =>
  Math.max(
    ...SCENARIO.flatMap((c) =>
      [...c.days, ...(PASTS[c.client.name]?.days ?? [])].map((d) => d.daysAgo),
    ),
  );

/** When something in the demo was said: the moment it carries, else the day it is of, else the first day of the story. */
function saidAtOf(operation: Operation, firstDay: string): string {
  const values = 'values' in operation ? (operation.values as Record<string, unknown>) : {};
  const moment = values['takenAt'] ?? values['at'];
  if (typeof moment === 'string') return moment;
  const day =
    operation.kind === 'session.visit'
      ? operation.day
      : (values['takenOn'] ?? values['givenOn'] ?? values['on'] ?? firstDay);
  return `${String(day)}T09:05:00.000Z`;
}

/** Writes the scenario through the same door as the app does. Does nothing when there are clients already. */
export async function seed(door: SeedTarget, today: Date): Promise<number> {
  const firstDay = format(addDays(today, -daysOfStory()), 'yyyy-MM-dd');
  const target: SeedTarget = {
    get: (path) => door.get(path),
    send: (operation) =>
      door.send({
        ...operation,
        saidAt: operation.saidAt ?? saidAtOf(operation, firstDay),
        saidBy: operation.saidBy ?? 'CH',
      }),
  };
  const { clients } = clientListSchema.parse(await target.get('/api/clients'));
  if (clients.length > 0) return 0;
  const random = seededRandom(SEED);
  const schoolId = await seedSchool(target, random);
  const begun = format(addDays(today, -daysOfStory()), 'yyyy-MM-dd');
  const apart = seededRandom(seedOf('rack'));
  await target.send({
    kind: 'rack.put',
    operationId: seededId(apart),
    rowId: seededId(apart),
    baseVersion: 0,
    values: { at: `${begun}T07:50:00.000Z`, by: 'CH', items: RACK },
  });
  for (const demo of SCENARIO) await seedClient(demo, target, today, random, schoolId);
  await target.send({
    kind: 'emergency.put',
    operationId: seededId(random),
    rowId: seededId(random),
    baseVersion: 0,
    values: {
      at: `${begun}T08:00:00.000Z`,
      by: 'CH',
      steps: EMERGENCY_STEPS,
    },
  });
  return SCENARIO.length;
}

async function seedClient(
  demo: DemoClient,
  target: SeedTarget,
  today: Date,
  random: () => number,
  schoolId: string,
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
  const past = PASTS[demo.client.name];
  const from = { demo, clientId, target, today };
  if (past) await seedPast(past, from);
  for (const day of demo.days) {
    const date = format(addDays(today, -day.daysAgo), 'yyyy-MM-dd');
    await target.send({
      kind: 'session.visit',
      operationId: id(),
      rowId: id(),
      baseVersion: 0,
      clientId,
      day: date,
      at: demo.leftAt ?? 'coach',
    });
    for (const values of trialsOf(demo.client, day, date, random))
      await target.send({ kind: 'trial.put', operationId: id(), rowId: id(), ...base, values });
    if (day.alsoBy !== undefined)
      for (const values of trialsOf(
        demo.client,
        day,
        date,
        seededRandom(seedOf(`${date} ${day.alsoBy}`)),
      ))
        await target.send({
          kind: 'trial.put',
          operationId: id(),
          rowId: id(),
          ...base,
          values,
          saidBy: day.alsoBy,
        });
  }
  const lastDay = Math.min(...demo.days.map((day) => day.daysAgo));
  const planDays = demo.planDaysAgo ?? [lastDay];
  if (demo.screen)
    for (const daysAgo of new Set([...(demo.planDaysAgo ?? []), lastDay]))
      await target.send({
        kind: 'screening.put',
        operationId: id(),
        rowId: id(),
        ...base,
        values: {
          takenOn: format(addDays(today, -daysAgo), 'yyyy-MM-dd'),
          asked: [...QUESTION_IDS],
          answeredAt: {},
          ...demo.screen,
        },
      });
  if (demo.setup)
    await target.send({
      saidAt: `${format(addDays(today, -Math.max(...planDays)), 'yyyy-MM-dd')}T09:15:00.000Z`,
      kind: 'setup.put',
      operationId: id(),
      rowId: id(),
      ...base,
      values: demo.followsOwnSchool ? { ...demo.setup, profile: schoolId } : demo.setup,
    });
  for (const look of demo.looks)
    await seedLook(demo.client.name, look, clientId, target, today, random);
  await seedProbe(demo, clientId, target, today, random);
  await seedSet(demo, clientId, target, today, random);
  await seedLoads(
    demo.client.name,
    [...(past?.loads ?? []), ...(demo.loads ?? [])],
    clientId,
    target,
    today,
  );
  if (past) await seedPastPlan(past, from);
  if (!demo.hasPrescription) return;
  for (const daysAgo of planDays)
    await givePlan(demo.client.name, clientId, daysAgo, target, today, id);
  await seedAfter({ name: demo.client.name, ...demo }, clientId, target, today, id);
}

/** Short tests and conclusions, weighed as the app weighs them on that day. */
async function seedProbe(
  demo: DemoClient,
  clientId: string,
  target: SeedTarget,
  today: Date,
  random: () => number,
): Promise<void> {
  const row = () => ({
    operationId: seededId(random),
    rowId: seededId(random),
    baseVersion: 0,
    clientId,
  });
  const dayOf = (daysAgo: number) => format(addDays(today, -daysAgo), 'yyyy-MM-dd');
  for (const [n, { daysAgo, ...tried }] of (demo.tried ?? []).entries())
    await target.send({
      kind: 'tried.put',
      ...row(),
      values: {
        felt: null,
        cue: null,
        results: [],
        ...tried,
        takenOn: dayOf(daysAgo),
        takenAt: `${dayOf(daysAgo)}T09:4${n}:00.000Z`,
        undone: false,
      },
    });
  for (const { daysAgo, ...decision } of demo.decisions ?? []) {
    const on = dayOf(daysAgo);
    const base = { on, at: `${on}T09:50:00.000Z`, takenBack: false };
    if (decision.kind === 'leaveAlone') {
      await target.send({ kind: 'decision.put', ...row(), values: { ...base, ...decision } });
      continue;
    }
    const dossier = dossierSchema.parse(await target.get(`/api/clients/${clientId}`));
    const { signs, circumstances } = basisOf(dossierOn(dossier, on), on, [], []);
    const causes = conclusionOf(opine({ signs, circumstances, changes: [] }), sayEvidence);
    // Where no group is likely enough there is nothing to conclude: the plan serves what was seen.
    if (causes.length === 0) continue;
    await target.send({
      kind: 'decision.put',
      ...row(),
      values: { ...base, kind: 'workOn', causes },
    });
  }
}

/** The practice's own school. */
async function seedSchool(target: SeedTarget, random: () => number): Promise<string> {
  const id = seededId(random);
  const from = profileOf(OWN_SCHOOL.from);
  if (!from) throw new Error(`There is no school ${OWN_SCHOOL.from}.`);
  await target.send({
    kind: 'school.put',
    operationId: seededId(random),
    rowId: id,
    baseVersion: 0,
    values: { ...copyOf(from, []), ...OWN_SCHOOL.change },
  });
  return id;
}

/** Setups tried one after the other, each foretold as the app foretells it, and the last one locked. */
async function seedSet(
  demo: DemoClient,
  clientId: string,
  target: SeedTarget,
  today: Date,
  random: () => number,
): Promise<void> {
  const row = () => ({
    operationId: seededId(random),
    rowId: seededId(random),
    baseVersion: 0,
    clientId,
  });
  const dayOf = (daysAgo: number) => format(addDays(today, -daysAgo), 'yyyy-MM-dd');
  const known = async () => dossierSchema.parse(await target.get(`/api/clients/${clientId}`));
  const foretold = (dossier: Dossier, day: string) => {
    const basis = setupBasis(dossier, [], HOUSE_RULES);
    if (!basis)
      throw new Error(`${demo.client.name} cannot try setups before the ankles are measured.`);
    return answerLoop(
      loopQuestion(
        dossier,
        basis.question,
        basis.method,
        day,
        settledSetup(dossier, [], HOUSE_RULES),
      ),
    );
  };
  for (const [n, attempt] of (demo.tries ?? []).entries()) {
    const day = dayOf(attempt.daysAgo);
    const before = await known();
    if (!before.setup) throw new Error(`${demo.client.name} has no setup to try from.`);
    const { id, version, setup, thighDepthDeg, workingPoint, profile } = before.setup;
    const values = { setup: { ...setup, ...attempt.setup }, thighDepthDeg, workingPoint, profile };
    await target.send({
      ...row(),
      saidAt: `${day}T10:0${n}:00.000Z`,
      kind: 'setup.put',
      rowId: id,
      baseVersion: version,
      values,
    });
    const dossier = await known();
    await target.send({
      kind: 'setupTrial.put',
      ...row(),
      values: {
        takenOn: day,
        takenAt: `${day}T10:0${n}:00.000Z`,
        setup: values.setup,
        thighDepthDeg,
        profile,
        why: 'own',
        chance: foretold(dossier, day).now?.chance ?? null,
        ...cleanTo(thighDepthDeg, methodOf(dossier)),
        ...attempt.showed,
        comfort: attempt.comfort,
        pain: false,
        captureIds: [],
        undone: false,
      },
    });
  }
  if (!demo.lock) return;
  const day = dayOf(demo.lock.daysAgo);
  const dossier = await known();
  if (!dossier.setup) return;
  const answer = foretold(dossier, day);
  await target.send({
    kind: 'lock.put',
    ...row(),
    values: lockFor(
      dossier,
      { setup: dossier.setup.setup, targetDepthDeg: dossier.setup.thighDepthDeg },
      { day, at: `${day}T10:15:00.000Z`, initials: 'CH', why: demo.lock.why },
      methodOf(dossier),
      answer,
      answer.now?.chance ?? null,
    ),
  });
}
