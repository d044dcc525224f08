// npm run bench:faults: how surely each fault is named, by size, over a seeded population in front of the simulated camera.
import {
  analyse,
  FAULT_IDS,
  FAULTS,
  seededRandom,
  simulateCapture,
  USUAL_LENS,
  type FaultId,
  type Severity,
} from '@zither/core';
import {
  beyondFor,
  cleanSquatter,
  faultOfSize,
  holdFor,
  viewFor,
  type Size,
} from '@zither/core/practice';

type Made = Exclude<FaultId, 'pain'>;

export interface FaultLine {
  fault: Made;
  /** Share of clear ones named clear, of slight ones named at all, of clean squats not named at all. */
  clear: number;
  slight: number;
  clean: number;
  /** Side right and, where it was asked for, phase right, among the clear ones named. */
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
function look(fault: Made, size: Size, seed: number): Seen {
  const random = seededRandom(seed);
  const { script, subject } = cleanSquatter(random, holdFor(fault));
  const made = faultOfSize(fault, size, random);
  const camera = CAMERAS[seed % CAMERAS.length];
  const view = viewFor(fault);
  const series = simulateCapture(
    {
      ...script,
      targetDepthDeg: script.targetDepthDeg + beyondFor(made),
      faults: made ? [made] : [],
    },
    { ...USUAL_LENS, ...camera, view },
    random,
  );
  const found = analyse(series, { view, subject, scale: 'none' });
  if (found.kind !== 'analysis') throw new Error(`${fault} ${size} ${seed}: ${found.because}`);
  const named = found.findings.filter((f) => f.fault === fault && f.severity !== null);
  const own = made?.side ? named.find((f) => f.side === made.side) : named[0];
  return {
    severity: (own ?? named[0])?.severity ?? null,
    isPlaced: own !== undefined && (made?.phase === undefined || own.phase === made.phase),
  };
}

const share = (list: readonly Seen[], isRight: (seen: Seen) => boolean) =>
  list.filter(isRight).length / list.length;

/** Runs the whole table with so many clients a cell. */
export function faultTable(clients: number): FaultLine[] {
  return FAULT_IDS.filter((id): id is Made => id !== 'pain').map((fault, i) => {
    const run = (size: Size, offset: number) =>
      Array.from({ length: clients }, (_, k) =>
        look(fault, size, 100_000 * (i + 1) + 10_000 * offset + k),
      );
    const clear = run('clear', 2);
    return {
      fault,
      clear: share(clear, (s) => s.severity === 'clear'),
      slight: share(run('slight', 1), (s) => s.severity !== null),
      clean: share(run('none', 0), (s) => s.severity === null),
      placed: share(clear, (s) => s.isPlaced),
    };
  });
}

const clients = Number(process.argv[2] ?? 60);
const lines = faultTable(clients);
const percent = (v: number) => `${Math.round(v * 100)} %`;
process.stdout.write(
  `${clients} invented clients a cell, half at 60 and half at 30 frames a second, 3 mm noise, 1–2° of tilt, marks lost for up to 0.12 s.\n\n`,
);
process.stdout.write(
  '| fault | clear named clear | slight named | clean left alone | clear: side and phase right |\n',
);
process.stdout.write('| --- | --- | --- | --- | --- |\n');
for (const l of lines)
  process.stdout.write(
    `| ${FAULTS[l.fault].name} | ${percent(l.clear)} | ${percent(l.slight)} | ${percent(l.clean)} | ${percent(l.placed)} |\n`,
  );
