import {
  MEASURES,
  normal,
  occasionError,
  QUESTION_IDS,
  seededRandom,
  seedOf,
  type MeasureId,
} from '@zither/core';
import { addDays } from 'date-fns/addDays';
import { format } from 'date-fns/format';
import { givePlan, seedAfter } from './after.ts';
import { seedLook } from './looks.ts';
import type { DemoPast } from './past.ts';
import { seededId } from './random.ts';
import type { DemoClient, DemoDay, SeedTarget, Truth } from './shapes.ts';
import { trialsOf } from './trials.ts';

interface From {
  demo: DemoClient;
  clientId: string;
  target: SeedTarget;
  today: Date;
}

/** The true values of a day: nobody is the same on two days. */
function onTheDay(truth: Truth, random: () => number): Truth {
  const moved = (measure: MeasureId, value: number) =>
    measure === 'heelRise' || measure === 'heelWedge' || MEASURES[measure].unit === 'yesNo'
      ? value
      : value + occasionError(measure) * normal(random);
  return Object.fromEntries(
    Object.entries(truth).map(([measure, value]) => [
      measure,
      typeof value === 'number'
        ? moved(measure as MeasureId, value)
        : {
            left: moved(measure as MeasureId, value.left),
            right: moved(measure as MeasureId, value.right),
          },
    ]),
  );
}

/** The visits before a story’s own days. They draw apart, so that the story itself stays as it was. */
export async function seedPast(
  { days, looks = [] }: DemoPast,
  { demo, clientId, target, today }: From,
): Promise<void> {
  const random = seededRandom(seedOf(`${demo.client.name} past`));
  const put = () => ({
    operationId: seededId(random),
    rowId: seededId(random),
    baseVersion: 0,
    clientId,
  });
  for (const [n, day] of days.entries()) {
    const date = format(addDays(today, -day.daysAgo), 'yyyy-MM-dd');
    await target.send({ kind: 'session.visit', ...put(), day: date, at: 'coach' });
    if (n === 0 && demo.screen)
      await target.send({
        kind: 'screening.put',
        ...put(),
        values: {
          takenOn: date,
          asked: [...QUESTION_IDS],
          answeredAt: {},
          purpose: demo.screen.purpose,
          answers: {},
        },
      });
    const coaches: (string | undefined)[] = [
      undefined,
      ...(day.alsoBy === undefined ? [] : [day.alsoBy]),
    ];
    const that: DemoDay = { ...day, truth: onTheDay(day.truth, random) };
    for (const saidBy of coaches)
      for (const values of trialsOf(demo.client, that, date, random))
        await target.send({
          kind: 'trial.put',
          ...put(),
          values,
          ...(saidBy === undefined ? {} : { saidBy }),
        });
  }
  for (const look of looks)
    await seedLook(
      demo.client.name,
      { seed: seedOf(`${demo.client.name} ${look.view} ${look.daysAgo}`), ...look },
      clientId,
      target,
      today,
      random,
    );
}

/** A plan given in those months, and what came of it. */
export async function seedPastPlan(
  { plan }: DemoPast,
  { demo, clientId, target, today }: From,
): Promise<void> {
  if (!plan) return;
  const random = seededRandom(seedOf(`${demo.client.name} past plan`));
  const id = () => seededId(random);
  const { name } = demo.client;
  await givePlan(name, clientId, plan.daysAgo, target, today, id);
  await seedAfter({ name, ...plan }, clientId, target, today, id);
}
