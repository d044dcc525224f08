import type { Dossier, ScreeningValues } from '@zither/contract';
import {
  QUESTION_IDS,
  SCREEN_QUESTIONS,
  screenOutcome,
  type SafetyLimit,
  type ScreenOutcome,
} from '@zither/core';
import { NOT_YET } from './record.ts';

/** Where a client stands with the screen today. */
export type Safety =
  | { state: 'notScreened' }
  | { state: 'partly'; answered: number; outcome: ScreenOutcome }
  | { state: 'screened'; outcome: ScreenOutcome };

/** The screen's word for today: answers, pain since, and a clearance in force. */
export function safetyOf(dossier: Dossier, today: string): Safety {
  const { screening, clearance, pains } = dossier;
  const since = pains
    .filter((p) => !screening || p.on >= screening.takenOn)
    .map(({ place, level, updatedAt }) => ({
      place,
      level,
      // A row the server has not seen yet has no moment of its own: take it for the newest.
      isAfterClearance:
        clearance !== null && (updatedAt > clearance.updatedAt || updatedAt === NOT_YET),
    }));
  const outcome = screenOutcome(screening?.answers ?? {}, clearance, today, since);
  if (!screening)
    return outcome.kind === 'go' ? { state: 'notScreened' } : { state: 'screened', outcome };
  const answered = screening.asked.length;
  return answered < QUESTION_IDS.length
    ? { state: 'partly', answered, outcome }
    : { state: 'screened', outcome };
}

/** Limits that later stages must obey; none when held, since then nothing follows. */
export const limitsOf = (safety: Safety): readonly SafetyLimit[] =>
  safety.state !== 'notScreened' && safety.outcome.kind === 'withinLimits'
    ? safety.outcome.limits
    : [];

export const isHeld = (safety: Safety): boolean =>
  safety.state !== 'notScreened' && safety.outcome.kind === 'hold';

/**
 * Today's screen to go on with: today's own when there is one; else a repeat of the last. A repeat asks only what may have changed,
 * and every earlier answer stands until its question is answered again, the worst pain since included: starting to ask must
 * never loosen a hold.
 */
export function screenToday({ screening, pains }: Dossier, today: string): ScreeningValues {
  if (!screening) return { takenOn: today, purpose: null, asked: [], answers: {} };
  const { takenOn, purpose, asked, answers } = screening;
  if (takenOn === today) return { takenOn, purpose, asked, answers };
  const since = pains.filter((p) => p.on >= takenOn).map(({ place, level }) => ({ place, level }));
  const worst = [...since, ...(answers.pain ? [answers.pain] : [])].sort(
    (a, b) => b.level - a.level,
  )[0];
  return {
    takenOn: today,
    purpose,
    asked: SCREEN_QUESTIONS.filter((q) => !q.changes && asked.includes(q.id)).map((q) => q.id),
    answers: { ...answers, ...(worst ? { pain: worst } : {}) },
  };
}
