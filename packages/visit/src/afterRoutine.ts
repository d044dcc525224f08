import type { Decision, Dossier } from '@zither/contract';
import {
  alikeTrials,
  changeOfReading,
  MEASURES,
  readingOn,
  SIDES,
  type CameraView,
  type MeasureId,
  type Side,
} from '@zither/core';
import { baselinesOf, isSameSquat, type Look } from './looks.ts';
import { twoLooks, type FindingChange } from './twoLooks.ts';

/** One look taken before the routine and again after it, of one day. */
export interface AfterLook {
  view: CameraView;
  findings: FindingChange[];
}

/** A measure read before the routine and again after it, of one day. */
export interface AfterMeasure {
  measure: MeasureId;
  side: Side | null;
  before: number;
  after: number;
  /** Less than this is no change we can see. */
  mdc: number;
  kind: 'more' | 'less' | 'noChange';
}

export interface AfterRoutine {
  looks: AfterLook[];
  measures: AfterMeasure[];
}

type Called = Extract<Decision, { kind: 'afterRoutine' }>;

/** The coach's newest word on each finding of a day. */
function callsOn({ decisions }: Pick<Dossier, 'decisions'>, day: string): Called['calls'] {
  const newest = decisions
    .flatMap((d) => (d.kind === 'afterRoutine' && !d.takenBack && d.on === day ? [d] : []))
    .sort((a, b) => b.at.localeCompare(a.at))[0];
  return newest?.calls ?? [];
}

/**
 * What the routine did today: each look taken again after it beside the same look from before, and each measure read again. null where nothing was
 * taken after a routine that day. It is of today and does not show whether anything lasts.
 */
export function afterRoutine(dossier: Dossier, day: string): AfterRoutine | null {
  const calls = callsOn(dossier, day);
  const ofDay = baselinesOf(dossier, day);
  const isAfter = ({ look }: Look) => look.asks.state === 'after';
  const looks = ofDay.filter(isAfter).flatMap((after): AfterLook[] => {
    const { view, condition, asks } = after.look;
    const before = ofDay.find(
      (l) =>
        !isAfter(l) &&
        l.look.view === view &&
        isSameSquat({ condition, asks: { ...asks, state: l.look.asks.state } }, l.look),
    );
    return before ? [{ view, findings: twoLooks(before, after, calls) }] : [];
  });
  const [before, after] = [false, true].map((is) => alikeTrials(dossier.trials, is));
  const measures = (Object.keys(MEASURES) as MeasureId[])
    .filter((measure) => MEASURES[measure].unit !== 'yesNo')
    .flatMap((measure) =>
      (MEASURES[measure].sided ? SIDES : [null]).map((side) => ({ measure, side })),
    )
    .flatMap(({ measure, side }): AfterMeasure[] => {
      const was = readingOn(before!, measure, side, day);
      const is = readingOn(after!, measure, side, day);
      if (!was || !is) return [];
      const change = changeOfReading(measure, was, is);
      return [
        {
          measure,
          side,
          before: was.mean,
          after: is.mean,
          mdc: change.mdc,
          kind: change.kind === 'noChangeWeCanSee' ? 'noChange' : change.kind,
        },
      ];
    });
  return looks.length + measures.length > 0 ? { looks, measures } : null;
}
