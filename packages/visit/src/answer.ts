import type { Dossier, Stage, TableChangeRow } from '@zither/contract';
import {
  solve,
  type ChoiceOptions,
  type LikelyCause,
  type Need,
  type SafetyLimit,
  type Solution,
  type Telling,
} from '@zither/core';
import { caseWith, missingOf, type NeededMeasure } from './derive.ts';
import { factsOf, type Fact } from './facts.ts';
import {
  settledSetup,
  setupBasis,
  setupInUse,
  underLimits,
  valuesOf,
  type SetupBasis,
  type SetupUse,
} from './inUse.ts';
import { foresightOf, testsInOrder } from './foresight.ts';
import { opine, type Opinion, type OpinionQuestion } from './opinion.ts';
import { missingForPlan, planFor, type PlanAnswer } from './planning.ts';
import { heelCourse } from './heel.ts';
import { rulesOn } from './practiceRules.ts';
import { recheckOf, type RecheckAnswer } from './recheck.ts';
import { dossierOn } from './record.ts';
import { isHeld, limitsOf, safetyOf, type Safety } from './safety.ts';
import { basisOf, workedOn } from './signs.ts';
import { chanceShown, roomAndDepth, type Ground } from './shown.ts';
import { resumeAt, stageViews, type StageView } from './stages.ts';
import type { ShownNumber } from './trace.ts';
import { answerLoop, loopQuestion, type LoopAnswer } from './trying.ts';

/** Input of the answer: a client's record, the day, and the kit missing on this device. */
export interface AnswerQuestion {
  dossier: Dossier;
  on: string;
  /** The practice's changes of its tables. */
  tables: readonly TableChangeRow[];
  missingKit?: readonly Need[];
  /** Work out what would tell more as well; takes about as long as another search. */
  withTellings?: boolean;
  /** Work out the intervals and traces of room, depth and chance as well. */
  withNumbers?: boolean;
  /** Work out what became of the last plan as well. */
  withRecheck?: boolean;
}

/** The numbers of the setup in use on the side that governs, each with its interval and how it came about. */
export interface AnswerNumbers {
  room: ShownNumber | null;
  depth: ShownNumber | null;
  chance: ShownNumber;
}

/** The one answer on a client: every page shows a side of it. */
export interface Answer {
  on: string;
  safety: Safety;
  limits: readonly SafetyLimit[];
  stages: Record<Stage, StageView>;
  facts: Fact[];
  /** Measurements a setup and a plan still need. */
  missing: NeededMeasure[];
  /** The setup in use solved with what is measured; null until the ankles are known, and while the client is on hold. */
  window: Solution | null;
  opinion: Opinion;
  /** What Probe concluded; null = nothing yet. */
  concluded: ReturnType<typeof workedOn>;
  /** Where the setup search and the trials stand; null until the ankles are known, and while on hold. */
  loop: LoopAnswer | null;
  /** The question of the setup search. */
  basis: SetupBasis | null;
  use: SetupUse | null;
  /** null where they were not asked for, and where there is no setup. */
  numbers: AnswerNumbers | null;
  plan: PlanAnswer | null;
  /** What became of the plan given last, and the causes as they stood when it was given; null before a first plan, or where it was not asked for. */
  recheck: (RecheckAnswer & { causesBefore: LikelyCause[] }) | null;
  /** Readings not taken or weakly known that would tell more of the first choice, the best first. */
  tellMore: Telling[];
  /** Where the visit goes on. */
  next: Stage;
}

/** Works the whole road: record → facts → questions → answers. Deterministic; about as long as one setup search. */
export function answerOf(
  {
    dossier,
    on,
    tables,
    missingKit = [],
    withTellings: isWanted = false,
    withNumbers = false,
    withRecheck = false,
  }: AnswerQuestion,
  options: Omit<ChoiceOptions, 'experience'> = {},
): Answer {
  const safety = safetyOf(dossier, on);
  const limits = limitsOf(safety);
  const held = isHeld(safety);
  const thought = opinionQuestion({ dossier, on, tables, missingKit });
  const opinion = opine(thought);
  const rules = rulesOn(tables);
  const basis = held ? null : setupBasis(dossier, limits, rules);
  const loop =
    basis &&
    answerLoop(
      loopQuestion(dossier, basis.question, basis.method, on, settledSetup(dossier, limits, rules)),
      options,
    );
  const use =
    basis && setupInUse(dossier, limits, rules, loop?.choice ?? null, loop?.method ?? null);
  const facts = factsOf(dossier, rules);
  const given =
    use && missingForPlan(dossier).length === 0
      ? planFor(dossier, use, opinion, limits, loop?.choice ?? null, on)
      : null;
  // A plan without work names the test that would change most; it takes another search, so only then.
  const isEmpty = given !== null && given.cues.length + given.drills.length === 0;
  const isAsked = isWanted || (isEmpty && given.nextTest !== null);
  const tellings = basis && loop && isAsked ? foresightOf(basis, loop, thought, opinion) : [];
  const plan =
    isEmpty && given.nextTest ? { ...given, nextTest: nextTestIn(opinion, tellings) } : given;
  return {
    on,
    safety,
    limits,
    stages: stageViews(dossier, on, rules),
    facts,
    missing: missingOf(dossier),
    window: use && windowOf(dossier, use, limits),
    opinion,
    concluded: workedOn(dossier),
    loop,
    basis,
    use,
    numbers: withNumbers && use && basis ? numbersOf(dossier, use, limits, { facts, basis }) : null,
    plan,
    recheck: withRecheck ? recheckWith({ dossier, on, tables, missingKit }, plan) : null,
    tellMore: isWanted ? tellings : [],
    next: resumeAt(dossier, on, rules),
  };
}

/** What became of the last plan: what is open by the ladder and by the heel as they stand now, and the causes as they stood then. */
function recheckWith(
  question: Required<Pick<AnswerQuestion, 'dossier' | 'on' | 'tables' | 'missingKit'>>,
  now: PlanAnswer | null,
): Answer['recheck'] {
  const { dossier, on } = question;
  const at = now && underLimits(dossier, now.use, now.use.method, now.asked.limits);
  const course = at && now && heelCourse(dossier, at.question, now.use.method, false);
  const answer = recheckOf(dossier, on, {
    isHeelReached: course?.kind === 'weaned' && course.steps[0]?.isReached === true,
    isRungOpen: now?.ladder.next?.missing.length === 0,
  });
  if (!answer) return null;
  const then = answer.plan.givenOn;
  const before = opinionOn({ ...question, dossier: dossierOn(dossier, then), on: then });
  return { ...answer, causesBefore: before.diagnosis.causes };
}

/** An answer with what would tell more, for whoever shows the rest of it first. */
export const withTellings = (answer: Answer, asked: AnswerQuestion): Answer =>
  answer.basis && answer.loop
    ? {
        ...answer,
        tellMore: foresightOf(answer.basis, answer.loop, opinionQuestion(asked), answer.opinion),
      }
    : answer;

/** The short test to do next: the one that would change most of what is done a minute. */
function nextTestIn({ tests }: Opinion, tellings: readonly Telling[]): PlanAnswer['nextTest'] {
  const next = testsInOrder(tests, tellings).find((t) => t.isWorth)?.next;
  return next ? { test: next.test, side: next.side } : null;
}

/** What is thought of the causes, with what would tell more in the order of what it would change. */
export interface Thought {
  opinion: Opinion;
  tellMore: Telling[];
}

/**
 * The opinion and what would tell more, without the rest of the answer.
 *
 * @param onFirst told the opinion by itself, before the setup was searched
 */
export function thoughtOn(
  asked: AnswerQuestion,
  onFirst: (opinion: Opinion) => void = () => undefined,
): Thought {
  const { dossier, on, tables } = asked;
  const safety = safetyOf(dossier, on);
  const limits = limitsOf(safety);
  const rules = rulesOn(tables);
  const thought = opinionQuestion(asked);
  const opinion = opine(thought);
  onFirst(opinion);
  const basis = isHeld(safety) ? null : setupBasis(dossier, limits, rules);
  if (!basis || opinion.diagnosis.stop) return { opinion, tellMore: [] };
  const loop = answerLoop(
    loopQuestion(dossier, basis.question, basis.method, on, settledSetup(dossier, limits, rules)),
    { withoutNeeded: true },
  );
  const tellMore = foresightOf(basis, loop, thought, opinion);
  return { opinion: { ...opinion, tests: testsInOrder(opinion.tests, tellMore) }, tellMore };
}

/** What is thought of the causes on a day. */
export const opinionOn = (asked: AnswerQuestion): Opinion => opine(opinionQuestion(asked));

/** The question of the opinion: all that is known on a day, and the practice's own tables. */
function opinionQuestion({
  dossier,
  on,
  tables,
  missingKit = [],
}: AnswerQuestion): OpinionQuestion {
  const limits = limitsOf(safetyOf(dossier, on));
  const { signs, circumstances } = basisOf(dossier, on, limits, missingKit, rulesOn(tables));
  return { signs, circumstances, changes: tables.flatMap((t) => t.changes) };
}

/** Room, depth and chance of the setup in use. */
function numbersOf(
  dossier: Dossier,
  use: SetupUse,
  limits: readonly SafetyLimit[],
  ground: Ground,
): AnswerNumbers | null {
  const found = caseWith(dossier, valuesOf(use, use.method), limits);
  if (found.kind !== 'ready') return null;
  const solution = solve(found.question);
  return {
    ...roomAndDepth(found.question, use.method, ground, solution.governingSide, solution),
    chance: chanceShown(use.chance, use.method, ground),
  };
}

/** The setup in use solved with what is measured. */
function windowOf(
  dossier: Dossier,
  use: SetupUse,
  limits: readonly SafetyLimit[],
): Solution | null {
  const found = caseWith(dossier, valuesOf(use, use.method), limits);
  return found.kind === 'ready' ? solve(found.question) : null;
}

/** The causes worth naming: likely ones first, each with its evidence. */
export const causesNamed = ({ opinion }: Pick<Answer, 'opinion'>, from = 0.2): LikelyCause[] =>
  opinion.diagnosis.causes.filter((c) => c.probability >= from);
