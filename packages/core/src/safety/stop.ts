import type { ToldAnswers } from './screen.ts';

/** What can stop the work at once. */
export const STOPS = ['pain', 'alarm', 'numb', 'gaveWay', 'fell'] as const;
export type StopKind = (typeof STOPS)[number];

/** How it was afterwards: gone, still there, help was called, the pain was said where and how much, or nothing had happened after all. */
export const AFTER_STOP = ['gone', 'persists', 'helpCalled', 'painSaid', 'mistake'] as const;
export type AfterStop = (typeof AFTER_STOP)[number];

/** What only a stop tells, beside what the questions of the screen ask. */
export type StopFact = 'painUnsaid' | 'fell' | 'fellUnhurt';

/** Answers to "how is it now?" that make sense of each stop, in the order of their buttons. */
export const AFTER_OF: Readonly<Record<StopKind, readonly AfterStop[]>> = {
  pain: ['mistake'],
  alarm: ['gone', 'persists', 'helpCalled'],
  numb: ['gone', 'persists', 'helpCalled'],
  gaveWay: ['gone', 'persists', 'helpCalled'],
  fell: ['gone', 'persists', 'helpCalled'],
};

/**
 * What a stop tells the rules of the screen. Dizziness, chest symptoms, numbness and a joint that gave way hold even after they passed; a fall
 * from which nothing was left limits the day. Pain is kept as pain as soon as it is said where and how much; until then it holds.
 */
export function toldByStop(what: StopKind, after: AfterStop | null): ToldAnswers {
  if (after === 'mistake') return {};
  switch (what) {
    case 'pain':
      return after === null ? { painUnsaid: true } : {};
    case 'alarm':
      return { heart: true };
    case 'numb':
      return { nerve: true };
    case 'gaveWay':
      return { jointGives: true };
    case 'fell':
      return after === 'gone' ? { fellUnhurt: true } : { fell: true };
  }
}
