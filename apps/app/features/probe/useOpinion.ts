import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import type { Dossier, TableChangeRow } from '@zither/contract';
import type { Need } from '@zither/core';
import type {
  AnswerQuestion,
  Opinion,
  OpinionQuestion,
  Reasons,
  Stand,
  Thought,
} from '@zither/visit';
import { workersOf } from '../../ui/workers.ts';

/** A question to the worker and its answer; answers to older questions are ignored. */
export type Asked = { id: number } & (
  | { kind: 'opinion'; ask: AnswerQuestion }
  | { kind: 'reasons'; question: OpinionQuestion; node: number }
  | ({ kind: 'moved' } & MovedAsked)
);
export interface MovedAsked {
  dossier: Dossier;
  day: string;
  missing: readonly Need[];
  tables: readonly TableChangeRow[];
}
export type Told = { id: number } & (
  | { kind: 'opinion'; opinion: Opinion }
  | { kind: 'thought'; thought: Thought }
  | { kind: 'reasons'; reasons: Reasons }
  | { kind: 'moved'; before: Stand[]; after: Stand[] }
);

type Unasked<T = Asked> = T extends Asked ? Omit<T, 'id'> : never;

const workers = workersOf(() => new Worker(new URL('./opinion.worker', import.meta.url)));

/** Of the question asked last on any page: a worker goes from page to page. */
let lastId = 0;

/** One worker for as long as the page is open: each question is short, starting a worker is not. */
function useEngine(onTold: (told: Told) => void) {
  const [hasFailed, setHasFailed] = useState(false);
  const worker = useRef<Worker | null>(null);
  const asked = useRef(0);
  const isDone = useRef(true);
  const listener = useRef(onTold);
  useEffect(() => {
    listener.current = onTold;
  });
  useEffect(() => {
    const own = workers.take();
    worker.current = own;
    const listen = ({ data }: MessageEvent<Told>) => {
      if (data.id !== asked.current) return;
      // An opinion by itself is not the last word of its question.
      isDone.current = data.kind !== 'opinion';
      // Drawn bit by bit: most of the page hangs on it.
      startTransition(() => listener.current(data));
    };
    const fail = () => {
      isDone.current = false;
      setHasFailed(true);
    };
    own.addEventListener('message', listen);
    own.addEventListener('error', fail);
    return () => {
      own.removeEventListener('message', listen);
      own.removeEventListener('error', fail);
      workers.leave(own, isDone.current);
      worker.current = null;
    };
  }, []);
  const ask = useCallback((question: Unasked) => {
    lastId += 1;
    asked.current = lastId;
    isDone.current = false;
    worker.current?.postMessage({ ...question, id: lastId });
  }, []);
  return { ask, hasFailed };
}

const isAlike = (a: readonly number[], b: readonly number[]) =>
  a.length === b.length && a.every((p, i) => Math.abs(p - (b[i] ?? p)) < 0.005);

/**
 * The opinion on what is known, worked out beside the page; `before` are the beliefs it moved from.
 *
 * @param asked the record it is on
 * @param question what is said in it: only when that changes it is asked again
 */
export function useOpinion(
  asked: AnswerQuestion,
  question: OpinionQuestion,
): {
  now: Opinion | null;
  /** The same with what would tell more; comes after it. null = not yet. */
  thought: Thought | null;
  before: readonly number[] | null;
  /** Whether the opinion is on the question as it is now. */
  isFresh: boolean;
  hasFailed: boolean;
} {
  const [state, setState] = useState<{
    now: Opinion | null;
    thought: Thought | null;
    before: readonly number[] | null;
    of: string | null;
  }>({ now: null, thought: null, before: null, of: null });
  // The record is read again every few seconds: only what is said in it matters, not that it was read.
  const said = JSON.stringify(question);
  const { ask, hasFailed } = useEngine((told) => {
    if (told.kind === 'thought')
      setState((state) => ({ ...state, thought: told.thought, of: said }));
    if (told.kind !== 'opinion') return;
    setState(({ now, before, ...rest }) => ({
      ...rest,
      now: told.opinion,
      // The ghost stays where the last move started until there is another move.
      before: now && !isAlike(now.beliefs, told.opinion.beliefs) ? now.beliefs : before,
    }));
  });
  const newest = useRef(asked);
  useEffect(() => {
    newest.current = asked;
  });
  useEffect(() => {
    ask({ kind: 'opinion', ask: newest.current });
  }, [ask, said]);
  const { now, thought, before, of } = state;
  return { now, thought, before, isFresh: of === said, hasFailed };
}

/** Why one cause is as likely as it is, worked out beside the page. */
export function useReasons(
  question: OpinionQuestion,
  node: number,
): { reasons: Reasons | null; hasFailed: boolean } {
  const [reasons, setReasons] = useState<Reasons | null>(null);
  const { ask, hasFailed } = useEngine((told) => {
    if (told.kind === 'reasons') setReasons(told.reasons);
  });
  const said = JSON.stringify(question);
  useEffect(() => {
    ask({ kind: 'reasons', node, question: JSON.parse(said) as OpinionQuestion });
  }, [ask, said, node]);
  return { reasons, hasFailed };
}

/**
 * What the plan does with the groups of causes without the newest entry and with it, worked out beside the page; null until then.
 *
 * @param entry which entry, as one word; asked again only when it changes. null = there is none
 */
export function useMovedGroups(
  entry: string | null,
  asked: MovedAsked,
): { before: Stand[]; after: Stand[] } | null {
  const [state, setState] = useState<{
    of: string;
    before: Stand[];
    after: Stand[];
  } | null>(null);
  const { ask } = useEngine((told) => {
    if (told.kind === 'moved' && entry !== null)
      setState({ of: entry, before: told.before, after: told.after });
  });
  const newest = useRef(asked);
  useEffect(() => {
    newest.current = asked;
  });
  useEffect(() => {
    if (entry !== null) ask({ kind: 'moved', ...newest.current });
  }, [ask, entry]);
  return state?.of === entry ? state : null;
}
