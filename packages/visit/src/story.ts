import type { Dossier } from '@zither/contract';
import {
  alikeTrials,
  measuredDays,
  MEASURES,
  MORE_IS_BETTER,
  occasionError,
  readingOn,
  SIDES,
  trendThrough,
  type MeasureId,
  type Side,
  type Trend,
} from '@zither/core';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { parseISO } from 'date-fns/parseISO';
import { setupHistory, type SetupEvent } from './history.ts';
import { loadSetsOf } from './loadLog.ts';
import { looksOf } from './looks.ts';
import { rechecksOf, type Recheck } from './rechecks.ts';

type Plan = Dossier['prescriptions'][number];

/** What happened to a client on a day. */
export type StoryEvent = { on: string; at: string; key: string } & (
  | { kind: 'visit'; readings: number; looks: number; tests: number }
  | { kind: 'setup'; event: SetupEvent }
  | { kind: 'plan'; plan: Plan }
  | { kind: 'recheck'; recheck: Recheck }
  | { kind: 'loads'; sets: number; heaviestKg: number }
  | { kind: 'pain'; level: number; movement: string }
  | { kind: 'stop'; what: Dossier['stops'][number]['what'] }
  | { kind: 'home'; done: number; hurts: number }
);

/** Everything that happened to a client, the newest first: visits, setups, plans, rechecks, loads, pain, what came back from home. */
export function storyOf(dossier: Dossier): StoryEvent[] {
  const days = new Set([
    ...dossier.sessions.map((s) => s.day),
    ...dossier.trials.map((t) => t.takenOn),
    ...looksOf(dossier, null).map((l) => l.look.takenOn),
    ...dossier.tried.map((t) => t.takenOn),
  ]);
  const looks = looksOf(dossier, null);
  const visits = [...days].map((on): StoryEvent => ({
    kind: 'visit',
    key: `visit ${on}`,
    on,
    at: `${on}T00:00:00.000Z`,
    readings: new Set(
      dossier.trials
        .filter((t) => t.takenOn === on && t.struck === null)
        .map((t) => `${t.measure} ${t.side ?? ''}`),
    ).size,
    looks: looks.filter((l) => l.look.takenOn === on).length,
    tests: dossier.tried.filter((t) => t.takenOn === on && !t.undone).length,
  }));
  const sets = loadSetsOf(dossier);
  const loads = [...new Set(sets.map((s) => s.takenOn))].map((on): StoryEvent => {
    const own = sets.filter((s) => s.takenOn === on);
    return {
      kind: 'loads',
      key: `loads ${on}`,
      on,
      at: own[0]!.takenAt,
      sets: own.length,
      heaviestKg: Math.max(...own.map((s) => s.loadKg)),
    };
  });
  const all: StoryEvent[] = [
    ...visits,
    ...loads,
    ...setupHistory(dossier).map((event): StoryEvent => ({
      kind: 'setup',
      key: `setup ${event.id} ${event.kind}`,
      on: event.on,
      at: event.at,
      event,
    })),
    ...dossier.prescriptions.map((plan): StoryEvent => ({
      kind: 'plan',
      key: plan.id,
      on: plan.givenOn,
      at: plan.saidAt > plan.givenOn ? plan.saidAt : `${plan.givenOn}T23:00:00.000Z`,
      plan,
    })),
    ...rechecksOf(dossier).map((recheck): StoryEvent => ({
      kind: 'recheck',
      key: recheck.id,
      on: recheck.on,
      at: recheck.at,
      recheck,
    })),
    ...dossier.pains.map((p): StoryEvent => ({
      kind: 'pain',
      key: p.id,
      on: p.on,
      at: p.saidAt,
      level: p.level,
      movement: p.movement,
    })),
    ...dossier.stops.map((s): StoryEvent => ({
      kind: 'stop',
      key: s.id,
      on: s.on,
      at: s.at,
      what: s.what,
    })),
    ...dossier.homeReports.map((r): StoryEvent => ({
      kind: 'home',
      key: r.id,
      on: r.on,
      at: `${r.on}T20:00:00.000Z`,
      done: r.done.length,
      hurts: r.hurts.length,
    })),
  ];
  return all.sort(
    (a, b) => b.on.localeCompare(a.on) || b.at.localeCompare(a.at) || a.key.localeCompare(b.key),
  );
}

/** A measure over the visits, with its line. */
export interface MeasureTrend {
  measure: MeasureId;
  side: Side | null;
  points: { on: string; week: number; value: number; sem: number }[];
  trend: Trend;
  /** What changed on the way: a plan, a locked setup. This does not claim that it was the reason. */
  marks: { on: string; week: number; kind: 'plan' | 'setup' }[];
}

const weeksFrom = (first: string, day: string): number =>
  differenceInCalendarDays(parseISO(day), parseISO(first)) / 7;

/** Every measure read on two days or more, cold or warm but never after a routine, with a line through all of its readings. */
export function trendsOf(dossier: Dossier): MeasureTrend[] {
  const trials = alikeTrials(dossier.trials, false);
  return MORE_IS_BETTER.flatMap((measure) =>
    (MEASURES[measure].sided ? SIDES : [null]).flatMap((side): MeasureTrend[] => {
      const days = measuredDays(
        trials.filter((t) => t.measure === measure && t.side === side),
      ).reverse();
      const [first] = days;
      if (first === undefined) return [];
      const points = days.flatMap((on) => {
        const reading = readingOn(trials, measure, side, on);
        return reading
          ? [
              {
                on,
                week: weeksFrom(first, on),
                value: reading.mean,
                sem: Math.hypot(reading.sem, occasionError(measure)),
              },
            ]
          : [];
      });
      const trend = trendThrough(points);
      if (!trend) return [];
      const last = days.at(-1)!;
      const locked = dossier.locks.filter((l) => !l.takenBack).map((l) => l.on);
      const marks = [
        ...dossier.prescriptions.map((p) => ({ on: p.givenOn, kind: 'plan' as const })),
        ...locked.map((on) => ({ on, kind: 'setup' as const })),
      ]
        .filter((m) => m.on >= first && m.on <= last)
        .map((m) => ({ ...m, week: weeksFrom(first, m.on) }));
      return [{ measure, side, points, trend, marks }];
    }),
  );
}
