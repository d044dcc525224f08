import { startTransition, useEffect, useMemo, useRef, useState } from 'react';
import type { ChanceMap, SafetyLimit, SetupChoice } from '@zither/core';
import type {
  Answer,
  AnswerQuestion,
  LeftOut,
  LeftOutQuestion,
  MapQuestion,
  MethodQuestion,
  SetupUse,
} from '@zither/visit';
import { rulesOn, settledSetup } from '@zither/visit';
import { workersOf } from '../../ui/workers.ts';
import { keepAnswer, knownAnswer } from './keptAnswers.ts';

/** What the worker of Set is asked, and what it answers. */
export type SetAsked = { id: number } & (
  | { kind: 'map'; ask: MapQuestion }
  | { kind: 'answer'; ask: AnswerQuestion }
  | { kind: 'method'; ask: MethodQuestion }
  | { kind: 'leftOut'; ask: LeftOutQuestion }
);
export type SetTold = { id: number } & (
  | ({
      /** Nothing more comes for this question. */
      isWhole: boolean;
    } & (
      | { kind: 'map'; answer: ChanceMap }
      | { kind: 'answer'; answer: Answer }
      | { kind: 'method'; answer: SetupChoice }
      | { kind: 'leftOut'; answer: LeftOut[] }
    ))
  | { kind: 'progress'; share: number }
);

type Unasked<T = SetAsked> = T extends SetAsked ? Omit<T, 'id'> : never;

/** What came back so far of the question asked last. */
export interface SetState {
  told: Told | null;
  /** The question this answers, so that an answer to an older question is not shown as this one's. */
  of: string | null;
  /** How far the search for what was asked last has come. */
  share: number;
  shareOf: string | null;
  hasFailed: boolean;
}

export type Told = Exclude<SetTold, { kind: 'progress' }>;

const workers = workersOf(() => new Worker(new URL('./set.worker', import.meta.url)));

/** Of the question asked last on any page: a worker goes from page to page. */
let lastId = 0;

const NOTHING: SetState = { told: null, of: null, share: 0, shareOf: null, hasFailed: false };

/**
 * One worker for as long as the page is open, asked whenever the question changes; answers to older questions are passed over. Until the new
 * answer comes the old one stands, with `of` saying what it was about.
 */
export function useSet(question: Unasked | null): SetState & { asked: string | null } {
  const [state, setState] = useState<SetState>(NOTHING);
  const worker = useRef<Worker | null>(null);
  const isDone = useRef(true);
  const asked = useMemo(() => (question ? JSON.stringify(question) : null), [question]);
  useEffect(() => {
    const own = workers.take();
    worker.current = own;
    const fail = () => {
      isDone.current = false;
      setState((s) => ({ ...s, hasFailed: true }));
    };
    own.addEventListener('error', fail);
    return () => {
      own.removeEventListener('error', fail);
      workers.leave(own, isDone.current);
      worker.current = null;
    };
  }, []);
  useEffect(() => {
    const own = worker.current;
    if (asked === null || !own) return undefined;
    if (knownAnswer(asked)) return undefined;
    lastId += 1;
    const id = lastId;
    isDone.current = false;
    const listen = ({ data }: MessageEvent<SetTold>) => {
      if (data.id !== id) return;
      if (data.kind === 'progress') setState((s) => ({ ...s, share: data.share, shareOf: asked }));
      else {
        isDone.current ||= data.isWhole;
        keepAnswer(asked, data);
        // Drawn bit by bit: most of a page hangs on it.
        startTransition(() => setState((s) => ({ ...s, told: data, of: asked })));
      }
    };
    own.addEventListener('message', listen);
    own.postMessage({ ...(JSON.parse(asked) as Unasked), id });
    return () => own.removeEventListener('message', listen);
  }, [asked]);
  const known = asked === null ? undefined : knownAnswer(asked);
  return known ? { ...state, told: known, of: asked, asked } : { ...state, asked };
}

/** The map of chances; the one before stays until the next is there. */
export function useChanceMap(ask: MapQuestion | null): {
  map: ChanceMap | null;
  hasFailed: boolean;
} {
  const { told, hasFailed } = useSet(useMemo(() => ask && { kind: 'map' as const, ask }, [ask]));
  return { map: told?.kind === 'map' ? told.answer : null, hasFailed };
}

export type MethodState =
  | { kind: 'searching'; share: number }
  | { kind: 'answer'; answer: SetupChoice; isWhole: boolean; share: number }
  | { kind: 'failed' };

/** What a method would propose: a first answer at once, the whole one as soon as it is there; null = not asked. */
export function useMethod(ask: MethodQuestion | null): MethodState {
  const {
    told,
    of,
    asked,
    share: done,
    shareOf,
    hasFailed,
  } = useSet(useMemo(() => ask && { kind: 'method' as const, ask }, [ask]));
  const share = shareOf === asked ? done : 0;
  if (hasFailed) return { kind: 'failed' };
  return told?.kind === 'method' && of === asked
    ? { kind: 'answer', answer: told.answer, isWhole: told.isWhole, share }
    : { kind: 'searching', share };
}

/** The one answer on a client, worked out beside the page; the one before stays until the next is there. */
export function useAnswer(ask: AnswerQuestion | null): {
  answer: Answer | null;
  isFresh: boolean;
  hasFailed: boolean;
} {
  const { told, of, asked, hasFailed } = useSet(
    useMemo(() => ask && { kind: 'answer' as const, ask }, [ask]),
  );
  return {
    answer: told?.kind === 'answer' ? told.answer : null,
    isFresh: of !== null && of === asked,
    hasFailed,
  };
}

/** The setup in use: at once when a coach locked or chose one, from the worker when it is the search's proposal. */
export function useInUse(
  ask: AnswerQuestion | null,
  limits: readonly SafetyLimit[],
): SetupUse | null {
  const settled = useMemo(
    () => ask && settledSetup(ask.dossier, limits, rulesOn(ask.tables)),
    [ask, limits],
  );
  const { answer } = useAnswer(settled ? null : ask);
  return settled ?? answer?.use ?? null;
}

/** How a chance would be without each entry; null until it is worked out. */
export function useLeftOut(ask: LeftOutQuestion): {
  list: readonly LeftOut[] | null;
  hasFailed: boolean;
} {
  const { told, of, asked, hasFailed } = useSet(
    useMemo(() => ({ kind: 'leftOut' as const, ask }), [ask]),
  );
  return { list: told?.kind === 'leftOut' && of === asked ? told.answer : null, hasFailed };
}

/** Whether the answer to a question about a client was worked out before and is kept. */
export const isKept = (ask: AnswerQuestion): boolean =>
  knownAnswer(JSON.stringify({ kind: 'answer', ask })) !== undefined;
