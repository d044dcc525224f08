import type { ClientValues, TrialValues } from '@zither/contract';
import {
  HIP_FOLD_AT_DEG,
  HIP_FOLD_MEASURES,
  kneeGapAtAbductionMm,
  MEASURES,
  resolveBody,
  simulatedAngleDeg,
  simulatedTapeMm,
  STATIONS,
  type MeasureId,
  type Side,
} from '@zither/core';
import { bodyOf } from '@zither/visit';
import type { DemoDay } from './shapes.ts';

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
export function trialsOf(
  client: ClientValues,
  day: DemoDay,
  date: string,
  random: () => number,
): TrialValues[] {
  const body = resolveBody(bodyOf(client));
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
