import type { Decision, Dossier, Judgement } from '@zither/contract';
import {
  alikeTrials,
  changeOfReading,
  eyeChange,
  FAULTS,
  MEASURES,
  readingOn,
  SIDES,
  type CameraView,
  type EyeSeen,
  type FaultId,
  type MeasureId,
  type Side,
} from '@zither/core';
import { comparedFaults } from './looksCompared.ts';
import { baselinesOf, isSameSquat, type Look } from './looks.ts';
import { namedIn } from './signs.ts';

/** What a finding did between the look before the routine and the same look after it. `unknown`: nothing can be said but by the coach. */
export type AfterWord = 'better' | 'same' | 'worse' | 'unknown';
export type CoachCall = 'better' | 'same' | 'worse';

/** One finding before and after, with what can be said of it and the coach's own word. */
export interface AfterFinding {
  fault: FaultId;
  side: Side | null;
  word: AfterWord;
  /** By the camera with its error, or by the rule for eyes; null = neither could tell. */
  by: 'camera' | 'eye' | null;
  /** Of the camera: before, after, and half of the 95 % interval of the difference. */
  measured: { before: number; after: number; unit: string; error: number } | null;
  call: CoachCall | null;
}

/** One look taken before the routine and again after it, of one day. */
export interface AfterLook {
  view: CameraView;
  findings: AfterFinding[];
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

const isOf =
  (fault: string, side: string | null) =>
  (f: { fault: string; side: string | null }): boolean =>
    f.fault === fault && f.side === side;

/** What an eye said of one fault; null where it did not watch that part of the body. */
function eyeOf(judgement: Judgement | null, fault: FaultId, side: Side | null): EyeSeen | null {
  if (!judgement) return null;
  const { seen, lookedAt, reps, saidBy } = judgement;
  const said = seen.find(isOf(fault, side));
  const watched = lookedAt?.some((area) => area === FAULTS[fault].area) ?? false;
  if (!said && !watched) return null;
  return { severity: said?.severity ?? null, reps: said?.reps ?? [], of: reps, by: saidBy };
}

function compared(before: Look, after: Look, calls: Called['calls']): AfterFinding[] {
  const named = [...namedIn(before), ...namedIn(after)] as { fault: FaultId; side: Side | null }[];
  const once = named.filter((f, i) => named.findIndex(isOf(f.fault, f.side)) === i);
  const measured =
    before.capture && after.capture
      ? comparedFaults(after.capture.report, before.capture.report)
      : [];
  return once.map(({ fault, side }): AfterFinding => {
    const call = calls.find(isOf(fault, side))?.call ?? null;
    const camera = measured.find(isOf(fault, side));
    if (
      camera &&
      camera.word !== 'notJudged' &&
      camera.now &&
      camera.before &&
      camera.error !== null
    )
      return {
        fault,
        side,
        word:
          camera.word === 'same'
            ? 'same'
            : camera.word === 'better' || camera.word === 'gone'
              ? 'better'
              : 'worse',
        by: 'camera',
        measured: {
          before: camera.before.value,
          after: camera.now.value,
          unit: camera.now.unit,
          error: camera.error,
        },
        call,
      };
    const [was, is] = [before, after].map((l) => eyeOf(l.judgement, fault, side));
    const word = was && is ? eyeChange(was, is) : 'unknown';
    return {
      fault,
      side,
      word: word === 'noChange' ? 'same' : word,
      by: word === 'unknown' ? null : 'eye',
      measured: null,
      call,
    };
  });
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
    return before ? [{ view, findings: compared(before, after, calls) }] : [];
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
