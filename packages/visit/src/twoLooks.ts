import type { Judgement } from '@zither/contract';
import { eyeChange, FAULTS, type EyeSeen, type FaultId, type Side } from '@zither/core';
import type { Look } from './looks.ts';
import { comparedFaults } from './looksCompared.ts';
import { namedIn } from './named.ts';

/** What a finding did between two looks at the same squat. `unknown`: nothing can be said but by the coach. */
export type ChangeWord = 'better' | 'same' | 'worse' | 'unknown';
export type CoachCall = 'better' | 'same' | 'worse';

/** One finding in two looks, with what can be said of it and the coach's own word. */
export interface FindingChange {
  fault: FaultId;
  side: Side | null;
  word: ChangeWord;
  /** By the camera with its error, or by the rule for eyes; null = neither could tell. */
  by: 'camera' | 'eye' | null;
  /** Of the camera: before, after, and half of the 95 % interval of the difference. */
  measured: { before: number; after: number; unit: string; error: number } | null;
  call: CoachCall | null;
}

/** The coach's word on findings. */
export type Calls = readonly { fault: string; side: string | null; call: CoachCall }[];

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

/**
 * Every finding that either of two looks named, the camera before the eye.
 *
 * @param togetherOf with how many others a finding is judged together
 */
export function twoLooks(
  before: Look,
  after: Look,
  calls: Calls,
  togetherOf: (fault: FaultId, side: Side | null) => number = () => 1,
): FindingChange[] {
  const named = [...namedIn(before), ...namedIn(after)] as { fault: FaultId; side: Side | null }[];
  const once = named.filter((f, i) => named.findIndex(isOf(f.fault, f.side)) === i);
  const measured =
    before.capture && after.capture
      ? comparedFaults(after.capture.report, before.capture.report, togetherOf)
      : [];
  return once.map(({ fault, side }): FindingChange => {
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
