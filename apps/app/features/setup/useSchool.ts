import { useEffect, useRef, useState } from 'react';
import type { SetupQuestion } from '@zither/core';
import type { SchoolAnswer } from './schools.ts';

export interface SchoolAsked {
  id: number;
  question: SetupQuestion;
  profile: string;
}

export type SchoolTold = { id: number } & (
  { kind: 'progress'; share: number } | { kind: 'answer'; answer: SchoolAnswer }
);

export type SchoolState =
  | { kind: 'searching'; share: number }
  | { kind: 'answer'; answer: SchoolAnswer }
  | { kind: 'failed' };

/** What a school would prescribe, searched for beside the page; null profile = not asked. A new question takes the old one's place. */
export function useSchool(question: SetupQuestion | null, profile: string | null): SchoolState {
  const [state, setState] = useState<SchoolState>({ kind: 'searching', share: 0 });
  const asked = useRef(0);
  const said = question && profile ? JSON.stringify({ question, profile }) : null;
  useEffect(() => {
    if (said === null) return undefined;
    asked.current += 1;
    const id = asked.current;
    const worker = new Worker(new URL('./school.worker', import.meta.url));
    worker.addEventListener('message', ({ data }: MessageEvent<SchoolTold>) => {
      if (data.id !== id) return;
      setState(
        data.kind === 'answer'
          ? { kind: 'answer', answer: data.answer }
          : { kind: 'searching', share: data.share },
      );
    });
    worker.addEventListener('error', () => setState({ kind: 'failed' }));
    worker.postMessage({ id, ...(JSON.parse(said) as Omit<SchoolAsked, 'id'>) });
    return () => {
      worker.terminate();
      setState({ kind: 'searching', share: 0 });
    };
  }, [said]);
  return state;
}
