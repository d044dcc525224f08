import {
  beliefAfter,
  ankleCapOf,
  foldCapOf,
  HOUSE_RULES,
  intervalsOf,
  roundingIn,
  resolveBody,
  SIDES,
  solve,
  unreadFoldOf,
  SPREADS,
  startBelief,
  uncertaintyOf,
  type Belief,
  type Case,
  type LikelyCause,
  type MethodProfile,
  type SegmentName,
  type Side,
  type Solution,
} from '@zither/core';
import { around, HOUSE, lengthFrom, type Fact } from './facts.ts';
import type { SetupBasis } from './inUse.ts';
import { input, traceOf, type ShownNumber, type TraceInput, type Unit } from './trace.ts';

/** Set by the practice on the Shelf. */
const OWN_TABLES = 'your practice, on the Shelf';

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
      ...lengthFrom(id, body.measured[id]),
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

/** The client's data behind an explained setup; null = a case without a record. */
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
    ground
      ? {
          foldCapDeg: foldCapOf(ground.basis.question),
          ankleCapDeg: ankleCapOf(ground.basis.question),
          roundedDeg: roundingIn(method, question.setup),
        }
      : undefined,
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
export function chanceShown(chance: number, method: MethodProfile, ground: Ground): ShownNumber {
  const { balance } = method;
  const unread = ground.basis.question.hipFold ? null : unreadFoldOf(method);
  const facts = ground.facts.filter((f) =>
    (['dorsiflexion', 'hipFold', 'thigh', 'trunk', 'shank'] as Fact['id'][]).includes(f.id),
  );
  const { spreads } = ground.basis.question.rules ?? HOUSE_RULES;
  const spread = (id: 'balance' | 'carriedOverDeg') => ({
    basis: 'practice' as const,
    source: spreads[id] === SPREADS[id] ? HOUSE : OWN_TABLES,
  });
  return {
    value: chance,
    unit: 'share',
    interval: null,
    trace: traceOf('chance', [
      ...facts,
      input({
        id: 'carriedOver',
        value: 0,
        unit: 'deg',
        interval: around(0, spreads.carriedOverDeg),
        ...spread('carriedOverDeg'),
      }),
      input({
        id: 'balancePoint',
        value: balance,
        unit: 'share',
        interval: around(balance, spreads.balance),
        ...spread('balance'),
      }),
      ...(unread
        ? [
            input({
              id: 'foldUnread',
              value: unread.meanDeg,
              unit: 'deg',
              interval: around(unread.meanDeg, unread.sdDeg),
              basis: 'houseDefault',
              source: HOUSE,
            }),
          ]
        : []),
      ...trialsOf(ground),
      ...looksOfGround(ground),
    ]),
  };
}

/** How many looks and tests weigh on the body; none where nothing was seen or tested. */
function looksOfGround({ basis }: Ground): TraceInput[] {
  const pieces = (basis.question.watched ?? []).reduce((sum, w) => sum + w.pieces, 0);
  return pieces > 0
    ? [input({ id: 'looksAndTests', value: pieces, unit: 'count', basis: 'measured' })]
    : [];
}

/** A cause's chance and what it rests on. */
export const causeShown = ({
  probability,
  because,
}: Pick<LikelyCause, 'probability' | 'because'>): ShownNumber => ({
  value: probability,
  unit: 'share',
  interval: null,
  trace: traceOf('cause', [], because),
});
