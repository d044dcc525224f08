// npm run bench:faults: how surely each fault is named, by size, over a seeded population in front of the simulated camera in a gym.
import {
  analyse,
  FAULT_IDS,
  FAULTS,
  GYM_ROOM,
  seededRandom,
  simulateCapture,
  USUAL_LENS,
  type FaultId,
  type Severity,
} from '@zither/core';
import { beyondFor, cleanSquatter, faultAt, holdFor, viewFor } from '@zither/core/practice';

type Made = Exclude<FaultId, 'pain'>;

/** Sizes that are made, from slight (0) to clear (1): from clean over both thresholds to well beyond. */
const SIZES = [null, -0.5, 0, 0.5, 1, 1.5, 2.5] as const;
type SizeAt = (typeof SIZES)[number];

/** Of one fault at one size: share named at all, and named clear. */
export interface CurvePoint {
  at: SizeAt;
  named: number;
  clear: number;
}

export interface FaultLine {
  fault: Made;
  curve: CurvePoint[];
  /** Side right and, where it was asked for, phase right, among the largest that were named. */
  placed: number;
}

const CAMERAS = [
  { framesPerSecond: 60, noiseMm: 3, tiltDeg: 1, lossChance: 0.004 },
  { framesPerSecond: 30, noiseMm: 3, tiltDeg: -2, lossChance: 0.008 },
];

interface Seen {
  severity: Severity | null;
  isPlaced: boolean;
}

/** One client in front of one camera: what was made of the fault asked for. */
function look(fault: Made, at: SizeAt, seed: number): Seen {
  const random = seededRandom(seed);
  const { script, subject } = cleanSquatter(random, holdFor(fault));
  const made = at === null ? null : faultAt(fault, at, random);
  const camera = CAMERAS[seed % CAMERAS.length];
  const series = simulateCapture(
    {
      ...script,
      targetDepthDeg: script.targetDepthDeg + beyondFor(made),
      faults: made ? [made] : [],
    },
    { ...USUAL_LENS, ...GYM_ROOM, ...camera, view: viewFor(fault) },
    random,
  );
  const found = analyse(series, { view: viewFor(fault), subject, scale: 'none' });
  if (found.kind !== 'analysis') return { severity: null, isPlaced: false };
  const named = found.findings.filter((f) => f.fault === fault && f.severity !== null);
  const own = made?.side ? named.find((f) => f.side === made.side) : named[0];
  return {
    severity: (own ?? named[0])?.severity ?? null,
    isPlaced: own !== undefined && (made?.phase === undefined || own.phase === made.phase),
  };
}

const share = <T>(list: readonly T[], isRight: (item: T) => boolean) =>
  list.length === 0 ? NaN : list.filter(isRight).length / list.length;

/** Runs the whole table with so many clients a point. */
export function faultTable(clients: number): FaultLine[] {
  return FAULT_IDS.filter((id): id is Made => id !== 'pain').map((fault, i) => {
    const runs = SIZES.map((at, n) => ({
      at,
      seen: Array.from({ length: clients }, (_, k) =>
        look(fault, at, 100_000 * (i + 1) + 10_000 * n + k),
      ),
    }));
    return {
      fault,
      curve: runs.map(({ at, seen }) => ({
        at,
        named: share(seen, (s) => s.severity !== null),
        clear: share(seen, (s) => s.severity === 'clear'),
      })),
      placed: share(
        runs.at(-1)!.seen.filter((s) => s.severity !== null),
        (s) => s.isPlaced,
      ),
    };
  });
}

const clients = Number(process.argv[2] ?? 40);
const percent = (v: number) => (Number.isNaN(v) ? '–' : `${Math.round(v * 100)} %`);
const sizeName = (at: SizeAt) =>
  at === null
    ? 'clean'
    : at === 0
      ? 'slight'
      : at === 1
        ? 'clear'
        : `${at < 0 ? '−' : ''}${Math.abs(at)}`;
process.stdout.write(
  `${clients} invented clients a point, half at 60 and half at 30 frames a second, 3 mm noise, 1–2° of tilt, marks lost for up to 0.12 s; ${GYM_ROOM.distanceMm! / 1000} m away with perspective, marks up to ${GYM_ROOM.skinMm} mm off the joints, cloth of ${GYM_ROOM.clothMm} mm, ${GYM_ROOM.idleS} s of standing about before and after. Each cell: named at all / named clear.\n\n`,
);
process.stdout.write(`| fault | ${SIZES.map(sizeName).join(' | ')} | side and phase right |\n`);
process.stdout.write(`| --- |${SIZES.map(() => ' --- |').join('')} --- |\n`);
for (const { fault, curve, placed } of faultTable(clients))
  process.stdout.write(
    `| ${FAULTS[fault].name} | ${curve.map((p) => `${percent(p.named)} / ${percent(p.clear)}`).join(' | ')} | ${percent(placed)} |\n`,
  );
