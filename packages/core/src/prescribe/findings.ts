import { LENGTH_PER_STATURE } from '../body/anthropometry.ts';
import { resolveBody } from '../body/resolveBody.ts';
import { toRad } from '../geometry/angles.ts';
import { footTilt } from '../linkage/foot.ts';
import { buildLinkage } from '../linkage/linkage.ts';
import { poseAt } from '../linkage/pose.ts';
import { SIDES, type Side, type Support } from '../linkage/setup.ts';
import type { Asymmetry } from '../measure/error.ts';
import { OPEN_FROM_SLOPE } from '../measure/hipFold.ts';
import { shankFromKneeTravelDeg } from '../measure/kneeTravel.ts';
import type { MethodProfile } from '../setup/profiles.ts';
import type { Recommendation } from '../setup/recommend.ts';
import { FREE_ANKLE_DEG } from '../window/leanBudget.ts';
import { solve } from '../window/solve.ts';
import type { Finding, PrescriptionInput, SideSet } from './types.ts';

const whole = (value: number) => Math.round(value);

/** Average thigh-to-trunk ratio, the yardstick for "long thighs" (Winter 2009, from memory). */
const AVERAGE_THIGH_PER_TRUNK = LENGTH_PER_STATURE.thigh / LENGTH_PER_STATURE.trunk;

/** How much longer than average before proportions are worth a sentence (house default). */
const LONG_THIGHS_FROM = 1.05;

/** Ankle left unused, or used beyond its measure, before it is called a habit, degrees (house default). */
const HABIT_FROM_DEG = 6;

/** Difference of habitual toe-out between the feet worth acting on, degrees (house default). */
const TOE_DIFFERENCE_DEG = 6;

/** What the five measurements point at, strongest first; never empty. */
export function findingsOf(
  input: PrescriptionInput,
  profile: MethodProfile,
  recommendation: Recommendation,
  difference: Asymmetry,
): Finding[] {
  const findings: Finding[] = [];
  const fold = foldFinding(input, profile, recommendation);
  const ankle = ankleFinding(input, profile, recommendation, difference);
  const habit = habitFinding(input, profile);
  const proportions = proportionsFinding(input, profile);
  // An ankle that stops the squat comes first; one that is merely close to it, after what shapes the squat more.
  const stops = ankle?.stops === true;
  if (fold) findings.push(fold);
  if (ankle && stops) findings.push(ankle.finding);
  if (habit) findings.push(habit);
  if (proportions) findings.push(proportions);
  if (ankle && !stops) findings.push(ankle.finding);
  const { left, right } = input.habit.toeOutDeg;
  if (Math.abs(left - right) >= TOE_DIFFERENCE_DEG) {
    const side: Side = left > right ? 'left' : 'right';
    findings.push({
      cause: 'hipInwardRotation',
      side,
      because: `The ${side} foot turns out ${whole(Math.abs(left - right))}° more than the other; the hip or calf on that side may be looking for room.`,
    });
  }
  const moved = recommendation.changes.filter(
    (c) => c.reason === 'intoRange' && (c.what === 'stance' || c.what === 'toeOut'),
  );
  if (moved.length > 0)
    findings.push({
      cause: 'stanceOutOfRange',
      side: 'both',
      because: `The habitual ${moved.map((c) => (c.what === 'stance' ? 'stance width' : 'toe-out')).join(' and ')} lies outside the ${profile.name.toLowerCase()} range and has to be practised.`,
    });
  if (findings.length === 0)
    findings.push({
      cause: 'control',
      side: 'both',
      because: 'No limit stands in the way at this depth; what is left is to own the shape.',
    });
  return findings;
}

/** The hip's room, where it and nothing else asks for the most shank: read in the habitual feet, since an open stance may cure it. */
function foldFinding(
  input: PrescriptionInput,
  profile: MethodProfile,
  recommendation: Recommendation,
): Finding | null {
  const { hipFold } = input;
  if (!hipFold) return null;
  const { question } = recommendation;
  const flat = solve({
    ...question,
    setup: { ...question.setup, ...input.habit, support: { kind: 'floor' } },
    target: { thighDepthDeg: input.targetDepthDeg },
  });
  const { window, bottom } = flat.sides[flat.governingSide];
  if (window.kind === 'stanceTooWide' || window.floorBy !== 'hipFold' || bottom.kind !== 'pose')
    return null;
  if (window.kind === 'open' && window.widthDeg >= profile.bufferDeg) return null;
  const room = hipFold.atZeroAbductionDeg + hipFold.perAbductionDeg * bottom.hipAbductionDeg;
  const asked = whole(bottom.hipFoldDeg);
  const opens =
    hipFold.perAbductionDeg >= OPEN_FROM_SLOPE ? ' An open stance gives this hip more room.' : '';
  return {
    cause: 'hipFoldRoom',
    side: 'both',
    because:
      window.kind === 'shut'
        ? `In the habitual feet the back rounds from ${whole(room)}° of fold, and this depth folds about ${asked}°.${opens}`
        : `In the habitual feet the back rounds from ${whole(room)}° of fold, hardly more than the ${asked}° of this depth.${opens}`,
  };
}

function ankleFinding(
  input: PrescriptionInput,
  profile: MethodProfile,
  recommendation: Recommendation,
  difference: Asymmetry,
): { finding: Finding; stops: boolean } | null {
  // Asked on the flat in the recommended feet: a heel hides a stiff ankle but does not cure it. Asked without the hip's fold, since what
  // the fold wants of the shank is the hip's doing.
  const flat = solve({
    ...recommendation.question,
    limits: { ...recommendation.question.limits, hipFold: null },
    setup: { ...recommendation.question.setup, support: { kind: 'floor' } },
    target: { thighDepthDeg: input.targetDepthDeg },
  });
  const { window, deepestThighDepthDeg } = flat.sides[flat.governingSide];
  const side: SideSet = difference.kind === 'different' ? difference.lower : 'both';
  const whose = side === 'both' ? 'The ankles stop' : `The ${side} ankle stops`;
  if (window.kind !== 'stanceTooWide' && window.ceilingBy === 'dorsiflexion') {
    const stop = whole(window.ceilingDeg);
    const need = whole(window.floorDeg);
    if (window.kind === 'shut')
      return {
        stops: true,
        finding: {
          cause: 'ankleJoint',
          side,
          because: `${whose} the shank at ${stop}° on the flat; this depth needs ${need}°.`,
        },
      };
    if (deepestThighDepthDeg !== null && deepestThighDepthDeg < input.targetDepthDeg)
      return {
        stops: true,
        finding: {
          cause: 'ankleJoint',
          side,
          because: `${whose} the shank at ${stop}° on the flat, and on the way down near parallel more is needed.`,
        },
      };
    if (window.widthDeg < profile.bufferDeg)
      return {
        stops: false,
        finding: {
          cause: 'ankleJoint',
          side,
          because: `${whose} the shank at ${stop}°, only ${whole(window.widthDeg)}° more than this depth needs.`,
        },
      };
  }
  if (difference.kind === 'different')
    return {
      stops: false,
      finding: {
        cause: 'ankleJoint',
        side: difference.lower,
        because: `The ${difference.lower} ankle bends ${whole(Math.abs(difference.differenceDeg))}° less than the other, more than the measurement's own error of ${whole(difference.mdcDeg)}°.`,
      },
    };
  return null;
}

function habitFinding(input: PrescriptionInput, profile: MethodProfile): Finding | null {
  if (input.kneeTravelMm === null) return null;
  const body = resolveBody(input.body);
  const support: Support =
    input.heelRiseMm > 0 ? { kind: 'block', riseMm: input.heelRiseMm } : { kind: 'floor' };
  const spare = SIDES.map((side) => {
    const shank = shankFromKneeTravelDeg(
      body,
      support,
      input.habit.toeOutDeg[side],
      input.kneeTravelMm ?? 0,
    );
    if (shank === null) return null;
    const { pitchDeg } = footTilt(body, support, input.habit.toeOutDeg[side]);
    return { used: shank - pitchDeg, has: input.dorsiflexionDeg[side] };
  }).filter((s) => s !== null);
  const tightest = spare.sort((a, b) => a.has - b.has)[0];
  if (!tightest) return null;
  const left = tightest.has - profile.bufferDeg - tightest.used;
  if (left >= HABIT_FROM_DEG)
    return {
      cause: 'habitSitsBack',
      side: 'both',
      because: `The squat uses ${whole(tightest.used)}° of ${whole(tightest.has)}° of ankle; it sits back with range to spare.`,
    };
  if (tightest.used - tightest.has >= HABIT_FROM_DEG)
    return {
      cause: 'habitDives',
      side: 'both',
      because: `The knees go further forward than the measured ankle allows with the heel down (${whole(tightest.used)}° against ${whole(tightest.has)}°); the weight is probably rolling to the toes.`,
    };
  return null;
}

function proportionsFinding(input: PrescriptionInput, profile: MethodProfile): Finding | null {
  const body = resolveBody(input.body);
  const { thigh, trunk } = body.lengthsMm;
  const ratio = thigh / trunk / AVERAGE_THIGH_PER_TRUNK;
  if (ratio < LONG_THIGHS_FROM) return null;
  const link = buildLinkage(
    body,
    {
      stanceWidthMm: input.habit.stanceWidthMm,
      toeOutDeg: input.habit.toeOutDeg,
      support: { kind: 'floor' },
      hold: input.hold,
      loadKg: input.loadKg,
      balance: profile.balance,
      trackingOffsetDeg: 0,
    },
    'left',
  );
  const free = poseAt(link, toRad(FREE_ANKLE_DEG), 0);
  if (free.kind !== 'pose') return null;
  return {
    cause: 'proportions',
    side: 'both',
    because: `The thighs are ${whole((ratio - 1) * 100)} % longer for this trunk than average: even a free ankle leaves ${whole(free.trunkDeg)}° of lean at parallel. That is build, not a fault.`,
  };
}
