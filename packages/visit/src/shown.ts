import type { Dossier } from '@zither/contract';
import {
  beliefAfter,
  changeBetween,
  compareReadings,
  FAULTS,
  foldCapOf,
  intervalsOf,
  keptTrials,
  MEASURES,
  newestReading,
  readingOn,
  resolveBody,
  SIDES,
  solve,
  startBelief,
  uncertaintyOf,
  type Belief,
  type Case,
  type FaultUnit,
  type LikelyCause,
  type MeasureId,
  type MethodProfile,
  type MotionFinding,
  type Reading,
  type SegmentName,
  type Side,
  type Solution,
} from '@zither/core';
import { lengthSource, type Fact } from './facts.ts';
import type { SetupBasis } from './inUse.ts';
import { traceOf, type ShownNumber, type TraceInput, type Unit } from './trace.ts';

const HOUSE = 'house default';

type Setting = Pick<TraceInput, 'id' | 'value' | 'unit' | 'basis'> & Partial<TraceInput>;

const input = (own: Setting): TraceInput => ({
  side: null,
  interval: null,
  on: null,
  by: [],
  rows: [],
  source: null,
  ...own,
});

/** The facts that enter the linkage: lengths, ankles, hip fold. */
const LINKED: readonly Fact['id'][] = [
  'stature',
  'mass',
  'foot',
  'shank',
  'thigh',
  'trunk',
  'ankleHeight',
  'hipSeparation',
  'dorsiflexion',
  'hipFold',
];

/** What a case holds by itself, where no record stands behind it. */
function inputsOfCase(question: Case): TraceInput[] {
  const body = resolveBody(question.body);
  const length = (id: SegmentName) =>
    input({
      id,
      value: body.lengthsMm[id],
      unit: 'mm',
      basis: body.measured[id] ? 'measured' : id === 'hipSeparation' ? 'houseDefault' : 'estimated',
      source: lengthSource(id, body.measured[id]),
    });
  const { hipFold } = question.limits;
  return [
    ...(['foot', 'shank', 'thigh', 'trunk', 'ankleHeight', 'hipSeparation'] as const).map(length),
    ...SIDES.map((side) =>
      input({
        id: 'dorsiflexion',
        side,
        value: question.limits.dorsiflexionDeg[side],
        unit: 'deg',
        basis: 'measured',
      }),
    ),
    ...(hipFold
      ? [
          input({
            id: 'hipFold',
            value: hipFold.atZeroAbductionDeg,
            unit: 'deg',
            basis: 'measured',
          }),
        ]
      : []),
  ];
}

/** The setup and what the method sets, as they enter the linkage. */
function settingsOf({ setup, target, limits }: Case, method: MethodProfile): TraceInput[] {
  const own = (id: TraceInput['id'], value: number, unit: Unit, side: Side | null = null) =>
    input({ id, value, unit, side, basis: 'setup' });
  const set = (id: TraceInput['id'], value: number, unit: Unit) =>
    input({ id, value, unit, basis: 'method', source: method.name });
  return [
    own('stanceWidth', setup.stanceWidthMm, 'mm'),
    ...SIDES.map((side) => own('toeOut', setup.toeOutDeg[side], 'deg', side)),
    ...(setup.support.kind === 'block' ? [own('riseMm', setup.support.riseMm, 'mm')] : []),
    ...(setup.loadKg > 0 ? [own('load', setup.loadKg, 'kg')] : []),
    own('depthAsked', target.thighDepthDeg, 'deg'),
    own('balancePoint', setup.balance, 'share'),
    set('reserve', limits.bufferDeg, 'deg'),
    set('leanMost', limits.trunkLeanDeg, 'deg'),
  ];
}

/** What is believed of a case without a record: its numbers as read once. */
const beliefOfCase = ({ body, limits }: Case): Belief =>
  startBelief({
    dorsiflexionDeg: limits.dorsiflexionDeg,
    hipFold: limits.hipFold,
    uncertainty: uncertaintyOf(body),
  });

/** What is known of a client whose setup is explained; null = a case without a record. */
export interface Ground {
  facts: readonly Fact[];
  basis: SetupBasis;
}

/**
 * Room at the depth asked for, and how deep the setup goes, each with its interval and how it came about.
 *
 * @returns room null where the stance is too wide, depth null where the top of the descent is already shut
 */
export function roomAndDepth(
  question: Case,
  method: MethodProfile,
  ground: Ground | null,
  side: Side,
  solution: Solution = solve(question),
): { room: ShownNumber | null; depth: ShownNumber | null } {
  const { window, deepestThighDepthDeg } = solution.sides[side];
  const belief = ground
    ? beliefAfter(ground.basis.question, ground.basis.tried)
    : beliefOfCase(question);
  const { roomDeg, depthDeg } = intervalsOf(
    question,
    belief,
    side,
    ground ? foldCapOf(ground.basis.question) : Infinity,
  );
  const inputs = [
    ...(ground ? ground.facts.filter((f) => LINKED.includes(f.id)) : inputsOfCase(question)),
    ...settingsOf(question, method),
    ...(ground ? trialsOf(ground) : []),
  ];
  return {
    room:
      window.kind === 'stanceTooWide'
        ? null
        : {
            value: window.widthDeg,
            unit: 'deg',
            interval: roomDeg,
            trace: traceOf('room', inputs),
          },
    depth:
      deepestThighDepthDeg === null
        ? null
        : {
            value: deepestThighDepthDeg,
            unit: 'deg',
            interval: depthDeg,
            trace: traceOf('depth', inputs),
          },
  };
}

/** The trials that weighed the belief. */
function trialsOf({ basis }: Ground): TraceInput[] {
  const { tried } = basis;
  if (tried.length === 0) return [];
  return [input({ id: 'setupTrials', value: tried.length, unit: 'count', basis: 'measured' })];
}

/** What every chance of a client rests on: both ankles, fold, the three lengths, the balance point, and the trials. */
export function chanceShown(chance: number, ground: Ground): ShownNumber {
  const facts = ground.facts.filter((f) =>
    (['dorsiflexion', 'hipFold', 'thigh', 'trunk', 'shank'] as Fact['id'][]).includes(f.id),
  );
  const { balance } = ground.basis.method;
  const sd = ground.basis.question.uncertainty.balance;
  return {
    value: chance,
    unit: 'share',
    interval: null,
    trace: traceOf('chance', [
      ...facts,
      input({
        id: 'balancePoint',
        value: balance,
        unit: 'share',
        interval: { low: balance - 1.96 * sd, high: balance + 1.96 * sd },
        basis: 'practice',
        source: HOUSE,
      }),
      ...trialsOf(ground),
    ]),
  };
}

/** A cause's chance and what it rests on. */
export const causeShown = ({
  probability,
  because,
}: Pick<LikelyCause, 'probability' | 'because'>): ShownNumber => ({
  value: probability,
  unit: 'share',
  interval: null,
  trace: traceOf(
    'cause',
    [],
    because.map((w) => w.evidence),
  ),
});

const readingInput = (
  { trials }: Pick<Dossier, 'trials'>,
  measure: MeasureId,
  side: Side | null,
  reading: Reading,
): TraceInput => {
  const rows = keptTrials(trials, measure, side, reading.day);
  const { unit, semSource } = MEASURES[measure];
  return input({
    id: measure,
    side,
    value: reading.mean,
    unit,
    interval:
      reading.sem > 0
        ? { low: reading.mean - 1.96 * reading.sem, high: reading.mean + 1.96 * reading.sem }
        : null,
    on: reading.day,
    by: [...new Set(rows.map((t) => t.instrument))],
    basis: 'measured',
    rows: rows.map((t) => t.id),
    source: reading.own ? 'own repeats' : semSource,
  });
};

/** A difference of two readings with its 95 % interval: as far as the smallest one that counts, to either side. */
const apart = (
  by: number,
  counts: number,
  measure: MeasureId,
  inputs: TraceInput[],
): ShownNumber => ({
  value: by,
  unit: MEASURES[measure].unit,
  interval: { low: by - counts, high: by + counts },
  trace: traceOf(measure === 'kneeToWall' ? 'ankleChange' : 'change', inputs),
});

/** Change of a measure since the visit before; null where it was read on one day only, or is a yes or no. */
export function changeShown(
  dossier: Pick<Dossier, 'trials'>,
  measure: MeasureId,
  side: Side | null,
  day: string,
): ShownNumber | null {
  if (MEASURES[measure].unit === 'yesNo') return null;
  const now = readingOn(dossier.trials, measure, side, day);
  const before = newestReading(dossier.trials, measure, side, day);
  if (!now || !before) return null;
  const { by, mdc } = changeBetween(before, now);
  return apart(by, mdc, measure, [
    readingInput(dossier, measure, side, before),
    readingInput(dossier, measure, side, now),
  ]);
}

/** Left less right of a measure on a day; null until both sides are read. */
export function differenceShown(
  dossier: Pick<Dossier, 'trials'>,
  measure: MeasureId,
  day: string,
): ShownNumber | null {
  if (!MEASURES[measure].sided || MEASURES[measure].unit === 'yesNo') return null;
  const left = readingOn(dossier.trials, measure, 'left', day);
  const right = readingOn(dossier.trials, measure, 'right', day);
  if (!left || !right) return null;
  const { differenceDeg, mdcDeg } = compareReadings(
    { value: left.mean, sem: left.sem },
    { value: right.mean, sem: right.sem },
  );
  return apart(differenceDeg, mdcDeg, measure, [
    readingInput(dossier, measure, 'left', left),
    readingInput(dossier, measure, 'right', right),
  ]);
}

/** A measure of one day against another day or the other side. */
export interface Comparison {
  measure: MeasureId;
  /** `since`: against the visit before, of one side or of what has none; `sides`: left less right. */
  kind: 'since' | 'sides';
  side: Side | null;
  shown: ShownNumber;
}

/** Everything a day's readings of a measure can be compared with. */
export function comparisonsOf(
  dossier: Pick<Dossier, 'trials'>,
  measure: MeasureId,
  day: string,
): Comparison[] {
  const own = (MEASURES[measure].sided ? SIDES : [null]).flatMap((side): Comparison[] => {
    const shown = changeShown(dossier, measure, side, day);
    return shown ? [{ measure, kind: 'since', side, shown }] : [];
  });
  const apartNow = differenceShown(dossier, measure, day);
  return apartNow ? [...own, { measure, kind: 'sides', side: null, shown: apartNow }] : own;
}

const FAULT_UNITS: Record<FaultUnit, Unit> = {
  '°': 'deg',
  mm: 'mm',
  '%': 'percent',
  '×': 'times',
  '0–10': 'count',
};

/** The size of a fault over the reps it showed in, and from where the method names it. */
export function severityShown(
  finding: Pick<
    MotionFinding,
    'fault' | 'side' | 'value' | 'unit' | 'thresholds' | 'reps' | 'perRep'
  >,
  method: MethodProfile | null,
): ShownNumber {
  const unit = FAULT_UNITS[finding.unit];
  const { slight, clear } = finding.thresholds;
  const house = FAULTS[finding.fault];
  const isHouse = slight === house.slight && clear === house.clear;
  const source = isHouse || !method ? HOUSE : method.name;
  const shown = finding.perRep.filter(({ rep }) => finding.reps.includes(rep));
  const spread = sdOf(shown.map((r) => r.value));
  const half = spread === null ? null : (1.96 * spread) / Math.sqrt(shown.length);
  return {
    value: finding.value,
    unit,
    interval: half === null ? null : { low: finding.value - half, high: finding.value + half },
    trace: traceOf('severity', [
      input({ id: 'slightFrom', value: slight, unit, basis: 'method', source }),
      input({ id: 'clearFrom', value: clear, unit, basis: 'method', source }),
      input({ id: 'repsShown', value: finding.reps.length, unit: 'count', basis: 'measured' }),
      input({ id: 'repsSeen', value: finding.perRep.length, unit: 'count', basis: 'measured' }),
    ]),
  };
}

/** Standard deviation of a sample; null of fewer than two. */
function sdOf(values: readonly number[]): number | null {
  if (values.length < 2) return null;
  const mean = values.reduce((sum, v) => sum + v, 0) / values.length;
  return Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (values.length - 1));
}
