import { nelderMead } from 'fmin';
import {
  analyse,
  BALANCED,
  bestRoutine,
  buildLinkage,
  CAUSE_IDS,
  CAUSES,
  DRILLS,
  HOLDS,
  leverSteps,
  poseAt,
  resolveBody,
  seededRandom,
  simulateCapture,
  smallestOpeningDoses,
  solve,
  USUAL_LENS,
  type Case,
} from '@zither/core';
import { cleanSquatter } from '@zither/core/practice';
import { readCaptureFile, writeLandmarkCsv, writeTrc } from '@zither/formats';
import { benchDiagnosis } from './diagnosis.ts';
import type { BenchLine } from './line.ts';
import type { Capture } from '@zither/contract';

const rad = (deg: number) => (deg * Math.PI) / 180;

/** Different bodies and setups, so that no branch is predicted for free. */
function questions(count: number): Case[] {
  const random = seededRandom(7);
  const between = (low: number, high: number) => low + (high - low) * random();
  return Array.from({ length: count }, (_, i) => ({
    body: { statureMm: between(1550, 1950), massKg: between(50, 110) },
    limits: {
      dorsiflexionDeg: { left: between(20, 40), right: between(20, 40) },
      bufferDeg: 3,
      trunkLeanDeg: 45,
      hipFold: { atZeroAbductionDeg: 120, perAbductionDeg: 0.5 },
    },
    setup: {
      stanceWidthMm: between(320, 560),
      toeOutDeg: { left: between(5, 30), right: between(5, 30) },
      support: { kind: 'block', riseMm: between(0, 30) },
      hold: HOLDS[i % HOLDS.length] ?? 'highBar',
      loadKg: i % HOLDS.length === 0 ? 0 : between(0, 120),
      balance: 0.5,
      trackingOffsetDeg: 0,
    },
    target: { thighDepthDeg: 6 },
    workingPoint: 'parallelLines',
  }));
}

function posesPerSecond(): number {
  const links = questions(64).map((q) => buildLinkage(resolveBody(q.body), q.setup, 'left'));
  const shanks = Array.from({ length: 64 }, (_, i) => rad(18 + (i % 20)));
  const depths = Array.from({ length: 64 }, (_, i) => rad(-30 + i));
  let kept = 0;
  const run = (count: number) => {
    for (let i = 0; i < count; i += 1) {
      const link = links[i & 63];
      if (!link) continue;
      const pose = poseAt(link, shanks[(i * 7) & 63] ?? 0, depths[(i * 13) & 63] ?? 0);
      if (pose.kind === 'pose') kept += pose.trunkDeg;
    }
  };
  run(300_000);
  const count = 3_000_000;
  const start = performance.now();
  run(count);
  const seconds = (performance.now() - start) / 1000;
  if (!Number.isFinite(kept)) throw new Error('a pose was not finite');
  return count / seconds;
}

/**
 * The same balance twice: in closed form, and by a general-purpose optimiser that moves the combined centre of mass over the
 * balance point. Both get the hip's place for free and both answer with the trunk's inclination, nothing more.
 */
function balanceSpeedup(): number {
  const setups = questions(64)
    .map((q) => buildLinkage(resolveBody(q.body), q.setup, 'left'))
    .map((link) => ({ link, pose: poseAt(link, rad(28), 0) }))
    .flatMap(({ link, pose }) => (pose.kind === 'pose' ? [{ link, pose }] : []))
    .map(({ link, pose }) => ({
      link,
      // Mass moment that the part above the hip must supply, kg·mm.
      demand: pose.hipMomentNm / 9.80665e-3,
      trunk: rad(pose.trunkDeg),
    }));
  const closed = ({ link, demand }: (typeof setups)[number]) =>
    Math.asin(demand / link.momentSpan) - link.momentPhase;
  const optimised = ({ link, demand }: (typeof setups)[number]) => {
    const legs = link.totalMassKg * link.balanceX - demand;
    const miss = ([trunk = 0]: number[]) => {
      const upper = link.momentUp * Math.sin(trunk) + link.momentForward * Math.cos(trunk);
      return ((legs + upper) / link.totalMassKg - link.balanceX) ** 2;
    };
    return nelderMead(miss, [0.5], { minErrorDelta: 1e-12, minTolerance: 1e-9 }).x[0] ?? 0;
  };
  const rate = (solveOne: (s: (typeof setups)[number]) => number, count: number) => {
    let worst = 0;
    const run = (times: number) => {
      for (let i = 0; i < times; i += 1) {
        const setup = setups[i % setups.length];
        if (setup) worst = Math.max(worst, Math.abs(solveOne(setup) - setup.trunk));
      }
    };
    run(Math.ceil(count / 5));
    const start = performance.now();
    run(count);
    const seconds = (performance.now() - start) / 1000;
    if (worst > 1e-3) throw new Error(`an answer is off by ${worst} rad`);
    return count / seconds;
  };
  return rate(closed, 2_000_000) / rate(optimised, 20_000);
}

function millisecondsEach(count: number, run: (q: Case) => void): number {
  const list = questions(count);
  for (const q of list.slice(0, Math.ceil(count / 4))) run(q);
  const start = performance.now();
  for (const q of list) run(q);
  return (performance.now() - start) / count;
}

/** The first run and the middle of twenty of the same, ms. */
function firstAndMiddle(run: () => void): string {
  const times = Array.from({ length: 20 }, () => {
    const start = performance.now();
    run();
    return performance.now() - start;
  });
  const middle = [...times].sort((a, b) => a - b)[10] ?? NaN;
  return `${middle.toFixed(0)} ms, the first ${(times[0] ?? NaN).toFixed(0)} ms`;
}

/** Five reps at 60 frames a second with 14 landmarks, judged; and a minute of 20 markers at 120 Hz, read. */
function benchMotion(): BenchLine[] {
  const { script, subject } = cleanSquatter(seededRandom(3), 'bodyweight');
  const front = simulateCapture(script, { ...USUAL_LENS, view: 'front' }, seededRandom(5));
  const names = Object.keys(front.tracks).filter((n) => !/Navicular|plumb/.test(n));
  const fourteen = {
    timesS: front.timesS,
    tracks: Object.fromEntries(names.slice(0, 14).map((n) => [n, front.tracks[n]!])),
  };
  const frames = 60 * 120;
  const minute: Capture = {
    timesS: Array.from({ length: frames }, (_, k) => k / 120),
    tracks: Object.fromEntries(
      Array.from({ length: 20 }, (_, m) => {
        const wave = (by: number) =>
          Array.from({ length: frames }, (_u, k) => 500 + 200 * Math.sin(k / 40 + m + by));
        return [`m${m}`, { x: wave(0), y: wave(1), z: wave(2), confidence: wave(0).map(() => 1) }];
      }),
    ),
  };
  const [csv, trc] = [writeLandmarkCsv(minute), writeTrc(minute)];
  const read = (name: string, text: string) => {
    const start = performance.now();
    if (!readCaptureFile(name, text).ok) throw new Error(`${name} was refused`);
    return `${(performance.now() - start).toFixed(0)} ms`;
  };
  return [
    {
      what: `Analysis of 5 reps, 60 frames a second, ${Object.keys(fourteen.tracks).length} landmarks`,
      measured: firstAndMiddle(() => {
        const found = analyse(fourteen, { view: 'front', subject, scale: 'none' });
        if (found.kind !== 'analysis') throw new Error(found.because);
      }),
      goal: '< 50 ms',
    },
    {
      what: 'Reading 60 s × 120 Hz × 20 markers, CSV',
      measured: read('m.csv', csv),
      goal: '≤ 500 ms',
    },
    { what: 'Reading the same as .trc', measured: read('m.trc', trc), goal: '< 1 s' },
  ];
}

/** The best routine for clients with six causes each. */
function routineSpeed(): string {
  const trained = CAUSE_IDS.filter((id) => CAUSES[id].kind === 'train');
  const times = Array.from({ length: 40 }, (_, i) => {
    const causes = Array.from({ length: 6 }, (_c, k) => ({
      cause: trained[(i + 2 * k) % trained.length]!,
      chance: 0.95 - 0.07 * k,
    }));
    const start = performance.now();
    bestRoutine({ causes, drills: DRILLS, minutes: 15, method: BALANCED });
    return performance.now() - start;
  });
  const mean = times.reduce((a, b) => a + b, 0) / times.length;
  return `${mean.toFixed(1)} ms (${Math.max(...times).toFixed(0)} ms)`;
}

/** The core's speed on one thread. */
export function benchCore(): BenchLine[] {
  const poses = posesPerSecond();
  const speedup = balanceSpeedup();
  const levers = millisecondsEach(400, (q) => {
    solve(q);
    leverSteps(q, 'left');
  });
  const doses = millisecondsEach(200, (q) => {
    smallestOpeningDoses(q, (hold) => BALANCED.leanLimitDeg[hold]);
  });
  return [
    ...benchMotion(),
    ...benchDiagnosis(),
    {
      what: 'Routine for six causes in 15 minutes, exact: mean (longest of 40)',
      measured: routineSpeed(),
      goal: '≤ 50 ms',
    },
    {
      what: 'Pose evaluations a second, one core',
      measured: `${(poses / 1e6).toFixed(2)} million`,
      goal: '≥ 1 million',
    },
    {
      what: 'Balance in closed form against a general-purpose optimiser (fmin, Nelder–Mead)',
      measured: `${speedup.toFixed(0)}×`,
      goal: '≥ 50×',
    },
    {
      what: 'One setup solved (both sides) with all lever steps',
      measured: `${levers.toFixed(2)} ms`,
      goal: '< 2 ms',
    },
    {
      what: 'Smallest opening dose of every lever, both sides',
      measured: `${doses.toFixed(1)} ms`,
      goal: 'reported',
    },
  ];
}
