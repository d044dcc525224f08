import { useCallback, useMemo } from 'react';
import type { Dossier } from '@zither/contract';
import {
  placedOf,
  isSame,
  type Case,
  type MethodProfile,
  type Placed,
  type SafetyLimit,
} from '@zither/core';
import {
  assessSetup,
  beforeEntry,
  factsOf,
  isHeld,
  limitsOf,
  lockOf,
  methodById,
  methodOf,
  newestEntry,
  rulesOn,
  safetyOf,
  settledSetup,
  setupBasis,
  startingCase,
  underLimits,
  valuesOf,
  type Answer,
  type AnswerQuestion,
  type Assessed,
  type Ground,
  type Safety,
  type SetupBasis,
  type SetupUse,
} from '@zither/visit';
import { sayNewest } from '@zither/words/newest';
import { saySetupMoved } from '@zither/words/setup';
import { newId, useChanges, useDraft, useTableChanges, today } from '../data/index.ts';
import { isKept, useAnswer } from './useSet.ts';

/** A setup a coach looks at before it is used, with the method it comes from. */
interface LookedAt extends Placed {
  profile: string;
}

/** What every segment of Set shares: the one answer, the setup in use, and the one looked at instead. */
export interface SetPage {
  dossier: Dossier;
  day: string;
  safety: Safety;
  limits: readonly SafetyLimit[];
  method: MethodProfile;
  /** The search's question; null until both ankles are known. */
  basis: SetupBasis | null;
  /** The inputs of every number on the page; null until both ankles are known. */
  ground: Ground | null;
  answer: Answer | null;
  /** The answer is about the record as it is now. */
  isFresh: boolean;
  hasFailed: boolean;
  use: SetupUse | null;
  /** What the coach picked, also where it is the one in use. */
  picked: Assessed | null;
  /** What the coach looks at instead of the setup in use; null = nothing else. */
  looked: Assessed | null;
  look: (at: Placed | null, method?: MethodProfile) => void;
  /** Keeps a setup as the client's; a lock in force is removed only if the coach asks for that. */
  putInUse: (at: Placed, method?: MethodProfile, unlock?: boolean) => void;
  /** What the newest entry of the day changed in the setup in use; null = none was made, or it is being worked out. */
  moved: string | null;
  /** A setup as the linkage's question, under the limits of the day. */
  caseOf: (at: Placed, method: MethodProfile) => Case | null;
  /** How the client stands unprompted, as the linkage's question. */
  habit: Case | null;
}

/** The state of the page of Set. */
export function useSetPage(dossier: Dossier): SetPage {
  const clientId = dossier.client.id;
  const day = today();
  const { putSetup, takeBackLock } = useChanges();
  const { changes: tables } = useTableChanges();
  const safety = useMemo(() => safetyOf(dossier, day), [dossier, day]);
  const limits = useMemo(() => limitsOf(safety), [safety]);
  const method = useMemo(() => methodOf(dossier), [dossier]);
  const rules = useMemo(() => rulesOn(tables), [tables]);
  const basis = useMemo(() => setupBasis(dossier, limits, rules), [dossier, limits, rules]);
  const ground = useMemo(
    () => basis && { facts: factsOf(dossier, rules), basis },
    [dossier, rules, basis],
  );
  const settled = useMemo(() => settledSetup(dossier, limits, rules), [dossier, limits, rules]);
  const ask = useMemo(
    () =>
      isHeld(safety) || !basis ? null : { dossier, on: day, tables, withTellings: true as const },
    [dossier, day, tables, safety, basis],
  );
  const { answer, isFresh, hasFailed } = useAnswer(ask);
  const use = settled ?? answer?.use ?? null;
  const moved = useSetupMoved(dossier, ask, isFresh ? answer : null);
  // Leaving the page does not lose what was moved and not used yet.
  const {
    value: at,
    set: setAt,
    drop: dropAt,
  } = useDraft<LookedAt | null>(`set/${clientId}`, null);
  const picked = useMemo(
    () => at && assessSetup(dossier, limits, rules, at, methodById(dossier.schools, at.profile)),
    [dossier, limits, rules, at],
  );
  const isOther = picked !== null && !(use && isSame(picked, use));
  const look = useCallback(
    (to: Placed | null, own: MethodProfile = method) =>
      to
        ? setAt({ setup: to.setup, targetDepthDeg: to.targetDepthDeg, profile: own.id })
        : dropAt(),
    [setAt, dropAt, method],
  );
  const putInUse = useCallback(
    (to: Placed, own: MethodProfile = method, unlock = false) => {
      const lock = lockOf(dossier);
      if (lock && unlock) takeBackLock(clientId, lock, true);
      const { setup } = dossier;
      const values = valuesOf(to, own);
      const isKept =
        setup !== null && setup.profile === values.profile && isSame(placedOf(setup), to);
      if (!isKept)
        putSetup(clientId, { id: setup?.id ?? newId(), version: setup?.version ?? 0 }, values);
    },
    [clientId, dossier, method, putSetup, takeBackLock],
  );
  const caseOf = useCallback(
    (to: Placed, own: MethodProfile) => underLimits(dossier, to, own, limits)?.question ?? null,
    [dossier, limits],
  );
  const habit = useMemo(() => {
    const found = startingCase(dossier, limits);
    return found.kind === 'ready' ? found.question : null;
  }, [dossier, limits]);
  const looked = isOther ? picked : null;
  // One object as long as nothing in it changes: the figure is not solved again for every rendering.
  return useMemo(
    () => ({
      dossier,
      day,
      safety,
      limits,
      method,
      basis,
      ground,
      answer,
      isFresh,
      hasFailed,
      use,
      picked,
      looked,
      look,
      putInUse,
      moved,
      caseOf,
      habit,
    }),
    [
      dossier,
      day,
      safety,
      limits,
      method,
      basis,
      ground,
      answer,
      isFresh,
      hasFailed,
      use,
      picked,
      looked,
      look,
      putInUse,
      moved,
      caseOf,
      habit,
    ],
  );
}

/** What the newest entry of the day changed in the setup in use, in a sentence. */
function useSetupMoved(
  dossier: Dossier,
  ask: AnswerQuestion | null,
  now: Answer | null,
): string | null {
  const entry = useMemo(() => ask && newestEntry(dossier, ask.on), [dossier, ask]);
  // On this page it is mostly the question asked a moment ago, whose answer is kept.
  const asked = useMemo(
    () =>
      ask && entry && now ? keptOrBrief({ ...ask, dossier: beforeEntry(dossier, entry) }) : null,
    [dossier, ask, entry, now],
  );
  const { answer: then, isFresh } = useAnswer(asked);
  return entry && isFresh && then?.use && now?.use
    ? saySetupMoved(then.use, now.use, sayNewest(entry))
    : null;
}

/** The question whose answer is kept, else the same without what would tell more: that is not shown here. */
const keptOrBrief = (ask: AnswerQuestion): AnswerQuestion =>
  isKept(ask) ? ask : { ...ask, withTellings: false };
