import { sayNoAnalysis } from '@zither/words/noAnalysis';
import { addDays } from 'date-fns/addDays';
import { PLAIN_LOOK } from '@zither/contract/row';
import { sayEvidence } from '@zither/words/evidence';
import { format } from 'date-fns/format';
import {
  clientListSchema,
  dossierSchema,
  loadSetValuesSchema,
  painValuesSchema,
  type Dossier,
  type Operation,
  type TrialValues,
} from '@zither/contract';
import {
  faultsOf,
  analyse,
  FAULTS,
  HIP_FOLD_AT_DEG,
  HIP_FOLD_MEASURES,
  kneeGapAtAbductionMm,
  MEASURES,
  profileOf,
  QUESTION_IDS,
  reportOf,
  resolveBody,
  seededRandom,
  seedOf,
  simulatedAngleDeg,
  simulateCapture,
  simulatedTapeMm,
  STATIONS,
  USUAL_LENS,
  type MeasureId,
  type Side,
  HOUSE_RULES,
} from '@zither/core';
import { packCapture } from '@zither/formats';
import {
  bodyOf,
  methodOf,
  thresholdsFor,
  settledSetup,
  conclusionOf,
  opine,
  basisOf,
  finderQuestion,
  answerLoop,
  answerOf,
  cleanTo,
  loopQuestion,
  copyOf,
  dossierOn,
  keptCapture,
  recheckOf,
  recheckValues,
  scriptFor,
  subjectFor,
} from '@zither/visit';
import { writePlan } from '@zither/words/plan';
import { lockFor } from '@zither/words/locking';
import { seededId } from './random.ts';
import { SCENARIO } from './scenario.ts';
import {
  EMERGENCY_STEPS,
  OWN_SCHOOL,
  type DemoClient,
  type DemoDay,
  type DemoLook,
} from './shapes.ts';

const SEED = 20_260_105;

export interface SeedTarget {
  send: (operation: Operation) => Promise<void>;
  get: (path: string) => Promise<unknown>;
}

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
  const most = Math.max(...SCENARIO.flatMap((c) => c.days.map((d) => d.daysAgo)));
  const firstDay = format(addDays(today, -most), 'yyyy-MM-dd');
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
  for (const demo of SCENARIO) await seedClient(demo, target, today, random, schoolId);
  const begun = Math.max(...SCENARIO.flatMap((demo) => demo.days.map((day) => day.daysAgo)));
  await target.send({
    kind: 'emergency.put',
    operationId: seededId(random),
    rowId: seededId(random),
    baseVersion: 0,
    values: {
      at: `${format(addDays(today, -begun), 'yyyy-MM-dd')}T08:00:00.000Z`,
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
    for (const values of trialsOf(demo, day, date, random))
      await target.send({ kind: 'trial.put', operationId: id(), rowId: id(), ...base, values });
    if (day.alsoBy !== undefined)
      for (const values of trialsOf(demo, day, date, seededRandom(seedOf(`${date} ${day.alsoBy}`))))
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
  for (const look of demo.looks) await seedLook(demo, look, clientId, target, today, random);
  await seedProbe(demo, clientId, target, today, random);
  await seedSet(demo, clientId, target, today, random);
  await seedLoads(demo, clientId, target, today);
  if (!demo.hasPrescription) return;
  for (const daysAgo of planDays) {
    const known = dossierSchema.parse(await target.get(`/api/clients/${clientId}`));
    const on = format(addDays(today, -daysAgo), 'yyyy-MM-dd');
    const { plan } = answerOf({ dossier: dossierOn(known, on), on, tables: [] });
    if (!plan) throw new Error(`${demo.client.name} cannot be given a plan yet.`);
    await target.send({
      kind: 'prescription.put',
      operationId: id(),
      rowId: id(),
      ...base,
      values: writePlan(plan, on),
    });
  }
  await seedAfter(demo, clientId, target, today, id);
}

/** What followed a plan: what came back from home, pain, and rechecks as the app works them out. */
async function seedAfter(
  demo: DemoClient,
  clientId: string,
  target: SeedTarget,
  today: Date,
  id: () => string,
): Promise<void> {
  const known = async () => dossierSchema.parse(await target.get(`/api/clients/${clientId}`));
  const row = () => ({ operationId: id(), rowId: id(), baseVersion: 0, clientId });
  const dayOf = (daysAgo: number) => format(addDays(today, -daysAgo), 'yyyy-MM-dd');
  for (const { daysAgo, done, felt } of demo.reports ?? []) {
    const on = dayOf(daysAgo);
    const plan = (await known()).prescriptions.find((p) => p.givenOn <= on);
    if (!plan) throw new Error(`${demo.client.name} reports on a plan that is not there.`);
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
  for (const { daysAgo, level, movement } of demo.pains ?? [])
    await target.send({
      kind: 'pain.put',
      ...row(),
      values: painValuesSchema.parse({ on: dayOf(daysAgo), movement, place: 'knee', level }),
    });
  for (const { daysAgo, step } of demo.rechecks ?? []) {
    const on = dayOf(daysAgo);
    const dossier = dossierOn(await known(), on);
    const found = recheckOf(dossier, on);
    if (!found) throw new Error(`${demo.client.name} has no plan to recheck.`);
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

const REPS = 5;

/** Films a set with the simulated camera, judges it as the app does, and keeps what the eye said beside it. */
async function seedLook(
  demo: DemoClient,
  look: DemoLook,
  clientId: string,
  target: SeedTarget,
  today: Date,
  shared: () => number,
): Promise<void> {
  const random = look.seed === undefined ? shared : seededRandom(look.seed);
  const day = format(addDays(today, -look.daysAgo), 'yyyy-MM-dd');
  const minute = { side: '20', front: '25', rear: '30' }[look.view];
  // Heavier sets come later.
  const second = String(Math.round((look.loadKg ?? 0) / 2)).padStart(2, '0');
  const at = `${day}T09:${minute}:${second}.000Z`;
  const put = { baseVersion: 0, clientId };
  const known = dossierSchema.parse(await target.get(`/api/clients/${clientId}`));
  // What was measured later was not known that day.
  const dossier = { ...known, trials: known.trials.filter((t) => t.takenOn <= day) };
  const { view, condition, faults } = look;
  const asks = { ...PLAIN_LOOK, loadKg: look.loadKg ?? null };
  const subject = subjectFor(dossier, condition, asks, []);
  if (!subject)
    throw new Error(`${demo.client.name} cannot be filmed before the ankles are measured.`);
  const script = scriptFor(subject, faults, REPS);
  const question = {
    view,
    subject,
    scale: 'none' as const,
    thresholds: thresholdsFor(dossier, subject),
    facing: view === 'side' ? ('left' as const) : null,
  };
  const lens = { ...USUAL_LENS, view };
  const series = simulateCapture(script, lens, random);
  const analysis = analyse(series, question);
  if (analysis.kind !== 'analysis') throw new Error(sayNoAnalysis(analysis));
  const name =
    faults.length === 0
      ? 'Simulated: a squat as built'
      : `Simulated: ${faults.map((f) => FAULTS[f.fault].name.toLowerCase()).join(', ')}`;
  const packed = packCapture({
    timesS: [...series.timesS],
    tracks: Object.fromEntries(
      Object.entries(series.tracks).map(([mark, t]) => [
        mark,
        { x: [...t.x], y: [...t.y], z: [...t.z], confidence: [...t.confidence] },
      ]),
    ),
  });
  await target.send({
    kind: 'capture.put',
    operationId: seededId(random),
    rowId: seededId(random),
    ...put,
    values: keptCapture(
      { report: reportOf(analysis), packed },
      { question, source: 'simulated', name },
      { condition, asks, day, at },
    ),
  });
  if (!look.byEye) return;
  await target.send({
    kind: 'judgement.put',
    operationId: seededId(random),
    rowId: seededId(random),
    ...put,
    values: {
      takenOn: day,
      takenAt: at,
      view,
      condition,
      asks,
      discarded: false,
      reps: REPS,
      loadKg: condition === 'load' ? subject.setup.loadKg : 0,
      lookedAt: [...new Set(faultsOf(view).flatMap((f) => (f.id === 'pain' ? [] : [f.area])))],
      seen: look.byEye,
    },
  });
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
    const question = finderQuestion(dossier, [], HOUSE_RULES);
    if (!question)
      throw new Error(`${demo.client.name} cannot try setups before the ankles are measured.`);
    return answerLoop(
      loopQuestion(
        dossier,
        question,
        methodOf(dossier),
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

/** The load log. Its ids are drawn apart, so that the rest of the scenario stays as it was. */
async function seedLoads(
  demo: DemoClient,
  clientId: string,
  target: SeedTarget,
  today: Date,
): Promise<void> {
  const random = seededRandom(seedOf(demo.client.name));
  const { locks } = dossierSchema.parse(await target.get(`/api/clients/${clientId}`));
  for (const [n, { daysAgo, ...set }] of (demo.loads ?? []).entries()) {
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

const isFold = (measure: MeasureId): measure is (typeof HIP_FOLD_MEASURES)[number] =>
  (HIP_FOLD_MEASURES as readonly MeasureId[]).includes(measure);

/** One reading of a true value with the simulated instruments, as they show it. */
function read(measure: MeasureId, truth: number, random: () => number): number {
  const { unit, grain, possible } = MEASURES[measure];
  // What stands under the heel is read off the kit, and a yes is a yes.
  if (measure === 'heelRise' || unit === 'yesNo') return truth;
  const raw =
    unit === 'mm'
      ? // A ruler at the foot is steadier than a tape across the floor.
        grain === 1
        ? Math.round(truth + simulatedTapeMm(0, 0.1, random) / 4)
        : simulatedTapeMm(truth, grain, random)
      : simulatedAngleDeg(truth, random);
  return Math.min(possible.most, Math.max(possible.least, raw));
}

/** Every trial of one visit: station by station, left and right in turn, two minutes apart at most. */
function trialsOf(
  demo: DemoClient,
  day: DemoDay,
  date: string,
  random: () => number,
): TrialValues[] {
  const body = resolveBody(bodyOf(demo.client));
  const list: TrialValues[] = [];
  const put = (measure: MeasureId, side: Side | null, truth: number) => {
    const { unit } = MEASURES[measure];
    const at = new Date(`${date}T09:00:00.000Z`).getTime() + list.length * 20_000;
    list.push({
      takenOn: date,
      takenAt: new Date(at).toISOString(),
      measure,
      side,
      value: read(measure, truth, random),
      instrument:
        measure === 'heelRise' || unit === 'yesNo' || unit === 'reps'
          ? 'byHand'
          : unit === 'mm'
            ? 'simulatedTape'
            : 'simulatedInclinometer',
      kneeGapMm: isFold(measure)
        ? Math.round(kneeGapAtAbductionMm(body, HIP_FOLD_AT_DEG[measure]) / 10) * 10
        : null,
      pinch: false,
      state: 'cold',
      struck: null,
    });
  };
  for (const measure of STATIONS.flatMap((s) => s.measures)) {
    const truth = day.truth[measure];
    if (truth === undefined) continue;
    const { strikes } = day;
    if (strikes?.measure === measure && typeof truth === 'object') {
      // A lifted heel gives centimetres that are not there.
      put(measure, strikes.side, truth[strikes.side] + 35);
      const lifted = list.at(-1);
      if (lifted) lifted.struck = { reason: strikes.reason, at: lifted.takenAt };
    }
    for (let n = 0; n < MEASURES[measure].trials; n += 1) {
      if (typeof truth === 'number') put(measure, null, truth);
      else {
        put(measure, 'left', truth.left);
        put(measure, 'right', truth.right);
      }
    }
  }
  return list;
}
