import type { Clearance, Dossier, Screening, ScreeningValues, SeenEntry } from '@zither/contract';
import { valuesIn } from '@zither/contract/row';
import {
  painVersion,
  QUESTION_IDS,
  SCREEN_QUESTIONS,
  screenOutcome,
  toldByStop,
  type LimitedJoint,
  type QuestionId,
  type SafetyLimit,
  type ScreenOutcome,
  type Side,
  type Told,
} from '@zither/core';

import { pinchesOf } from './pinches.ts';

/** Where a client stands with the screen today. */
export type Safety =
  | { state: 'notScreened' }
  | { state: 'partly'; answered: number; outcome: ScreenOutcome }
  | { state: 'screened'; outcome: ScreenOutcome };

/** Newest said first, whatever order the rows arrived in. */
const bySaid = <T extends { saidAt: string; id: string }>(rows: readonly T[]): T[] =>
  [...rows].sort((a, b) => b.saidAt.localeCompare(a.saidAt) || b.id.localeCompare(a.id));

/** The screen said last; null = none yet. */
export const newestScreening = ({ screenings }: Pick<Dossier, 'screenings'>): Screening | null =>
  bySaid(screenings)[0] ?? null;

/** Clearances of which some day is still to come or in force, newest said first. */
export const clearancesOf = ({ clearances }: Pick<Dossier, 'clearances'>): Clearance[] =>
  bySaid(clearances);

/** A pain or a stop as it is named where it is cleared or corrected: said otherwise, it is another. */
const versionOf = {
  pain: painVersion,
  stop: ({ what, after }: Pick<Dossier['stops'][number], 'what' | 'after'>): string =>
    `${what} ${toldByStop(what, after).fellUnhurt ? 'passed' : 'holds'}`,
};

/**
 * Whether an answer, in this version, was corrected; in another it counts again. Corrections of before versions were named go by when both were
 * said.
 */
const isCorrected = (
  { corrections }: Pick<Dossier, 'corrections'>,
  of: 'screening' | 'pain' | 'stop',
  ofId: string,
  question: QuestionId | null,
  version: string,
  saidAt: string,
): boolean =>
  corrections.some(
    (c) =>
      c.of === of &&
      c.ofId === ofId &&
      c.question === question &&
      (c.saw === undefined ? saidAt <= c.saidAt : c.saw === version),
  );

/** Whether the answer to a question of a screen was corrected. */
export const isAnswerCorrected = (
  dossier: Pick<Dossier, 'corrections'>,
  { id, answeredAt, saidAt }: Screening,
  question: QuestionId,
): boolean => {
  const at = answeredAt[question] ?? saidAt;
  return isCorrected(dossier, 'screening', id, question, at, at);
};

/** The answers of a screen that count. */
const countingAnswers = (
  dossier: Pick<Dossier, 'corrections'>,
  screening: Screening,
): Screening['answers'] =>
  Object.fromEntries(
    Object.entries(screening.answers).filter(
      ([question]) => !isAnswerCorrected(dossier, screening, question as QuestionId),
    ),
  );

/** Pain during work that counts. */
const countingPains = (dossier: Pick<Dossier, 'corrections' | 'pains'>): Dossier['pains'] =>
  dossier.pains.filter(
    (p) => !isCorrected(dossier, 'pain', p.id, null, versionOf.pain(p), p.saidAt),
  );

/** A stop that nobody corrected. */
const isStanding = (dossier: Pick<Dossier, 'corrections'>, s: Dossier['stops'][number]): boolean =>
  !isCorrected(dossier, 'stop', s.id, null, versionOf.stop(s), s.saidAt);

/** Each answer of a question to which devices gave different ones. All of them count until a coach has decided. */
const undecided = (
  dossier: Pick<Dossier, 'corrections'>,
  s: Screening,
  isNewest: boolean,
): Told[] =>
  (s.differs ?? []).flatMap(({ question, said }) =>
    said
      .filter(({ at }) => !isCorrected(dossier, 'screening', s.id, question, at, at))
      .map(({ answers, at }): Told => ({
        answers,
        saidAt: at,
        answeredAt: { [question]: at },
        asked: [question],
        turned: s.turned,
        on: s.takenOn,
        isNewest,
        source: { of: 'screening', ofId: s.id },
      })),
  );

/**
 * Everything told of a client as the rules read it, less what was corrected. Of two screens of one day neither takes back what the other told: they were
 * taken by coaches who did not see each other's. A screen dated ahead tells what it tells; it takes back nothing until its day.
 */
function toldOf(dossier: Dossier, today: string): Told[] {
  const newest = newestScreening({
    screenings: dossier.screenings.filter((s) => s.takenOn <= today),
  });
  const screens = bySaid(dossier.screenings).flatMap((s): Told[] => {
    const isNewest = !newest || s.takenOn >= newest.takenOn;
    return [
      {
        answers: countingAnswers(dossier, s),
        saidAt: s.answeredAt.pain ?? s.saidAt,
        answeredAt: s.answeredAt,
        // A corrected answer was never given: its question says nothing here.
        asked: s.asked.filter((q) => !isAnswerCorrected(dossier, s, q)),
        turned: s.turned,
        on: s.takenOn,
        isNewest,
        source: { of: 'screening', ofId: s.id },
      },
      ...undecided(dossier, s, isNewest),
    ];
  });
  const hurt = bySaid(countingPains(dossier)).map((p): Told => ({
    answers: { pain: { place: p.place, level: p.level, side: p.side } },
    saidAt: p.saidAt,
    on: p.on,
    isNewest: !newest || p.on >= newest.takenOn,
    source: { of: 'pain', ofId: p.id },
    version: versionOf.pain(p),
  }));
  const stopped = bySaid(dossier.stops)
    .filter((s) => isStanding(dossier, s))
    .map((s): Told => ({
      answers: toldByStop(s.what, s.after),
      saidAt: s.at,
      on: s.on,
      isNewest: !newest || s.on >= newest.takenOn,
      source: { of: 'stop', ofId: s.id },
      version: versionOf.stop(s),
      isOpen: s.after === null,
    }));
  return [...screens, ...hurt, ...stopped, ...pinchesOf(dossier)];
}

/** The joint and side a screen told of, where it is one joint of one side: of an injury, else of pain. */
export function toldJoint(dossier: Dossier): { joint: LimitedJoint; side: Side } | null {
  const newest = newestScreening(dossier);
  if (!newest) return null;
  const { recentInjury, pain } = countingAnswers(dossier, newest);
  for (const told of [recentInjury, pain]) {
    const { place, side } = told ?? {};
    if ((place === 'ankle' || place === 'knee' || place === 'hip') && side && side !== 'both')
      return { joint: place, side };
  }
  return null;
}

/** Stops that nobody has answered yet, the newest first: asked about until answered. */
export const openStops = (dossier: Pick<Dossier, 'stops' | 'corrections'>): Dossier['stops'] =>
  bySaid(dossier.stops).filter((s) => s.after === null && isStanding(dossier, s));

/** Everything told that a clearance or a correction recorded here and now has seen, by entry, question and version. */
export function allTold(dossier: Pick<Dossier, 'screenings' | 'pains' | 'stops'>): SeenEntry[] {
  const answers = dossier.screenings.flatMap((s) => [
    // A “no” that was seen comes before the answer that was cleared.
    ...[...new Set([...s.asked, ...(Object.keys(s.answers) as QuestionId[])])].map((q) => ({
      id: s.id,
      question: q,
      version: s.answeredAt[q] ?? s.saidAt,
    })),
    ...(s.differs ?? []).flatMap(({ question, said }) =>
      said.map(({ at }) => ({ id: s.id, question, version: at })),
    ),
  ]);
  return [
    ...dossier.pains.map((p) => ({
      of: 'pain' as const,
      id: p.id,
      question: null,
      version: versionOf.pain(p),
    })),
    ...dossier.stops.map((s) => ({
      of: 'stop' as const,
      id: s.id,
      question: null,
      version: versionOf.stop(s),
    })),
    ...answers.map((a) => ({ of: 'screening' as const, ...a })),
  ];
}

/** The versions of a thing told, each of which a correction has to name; of a question that devices answered apart there are several. */
export const versionsNow = (
  dossier: Pick<Dossier, 'screenings' | 'pains' | 'stops'>,
  of: SeenEntry['of'],
  id: string,
  question: QuestionId | null,
): string[] => [
  ...new Set(
    allTold(dossier)
      .filter((s) => s.of === of && s.id === id && s.question === question)
      .map((s) => s.version),
  ),
];

/** The screen's word for a day: everything told, and every clearance in force. The order in which rows arrived does not matter. */
export function safetyOf(dossier: Dossier, today: string): Safety {
  const screening = newestScreening(dossier);
  const outcome = screenOutcome(toldOf(dossier, today), clearancesOf(dossier), today);
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
 * never loosen a hold. Corrected values are not carried over.
 */
export function screenToday(dossier: Dossier, today: string): ScreeningValues {
  const screening = newestScreening(dossier);
  if (!screening) return { takenOn: today, purpose: null, asked: [], answers: {}, answeredAt: {} };
  const { takenOn, purpose, asked, answeredAt } = screening;
  if (takenOn === today) return valuesIn(screening);
  const answers = countingAnswers(dossier, screening);
  const said = [
    ...countingPains(dossier)
      .filter((p) => p.on >= takenOn)
      .map(({ place, level, side, saidAt }) => ({
        pain: { place, level, ...(side ? { side } : {}) },
        at: saidAt,
      })),
    ...(answers.pain ? [{ pain: answers.pain, at: answeredAt.pain ?? screening.saidAt }] : []),
  ];
  const worst = said.sort((a, b) => b.pain.level - a.pain.level)[0];
  return {
    takenOn: today,
    purpose,
    asked: SCREEN_QUESTIONS.filter((q) => !q.changes && asked.includes(q.id)).map((q) => q.id),
    answers: { ...answers, ...(worst ? { pain: worst.pain } : {}) },
    answeredAt: { ...answeredAt, ...(worst ? { pain: worst.at } : {}) },
  };
}
