import { unitsNow } from '@zither/words/units';
import { startTransition, useCallback, useEffect, useRef, useState } from 'react';
import type { PackedCapture } from '@zither/contract';
import type { Analysis, AnalysisQuestion, Lens, Report, Side, SquatScript } from '@zither/core';
import type { LandmarkMapping, UpAxis } from '@zither/formats';

/** A job for the worker: a file or a capture to read and judge. */
export type Job = { question: AnalysisQuestion } & (
  | { kind: 'file'; file: File; up: UpAxis; landmarks: LandmarkMapping }
  | { kind: 'simulate'; script: SquatScript; lens: Lens; seed: number; name: string }
  | { kind: 'packed'; packed: PackedCapture }
);

export interface NeedsNames {
  kind: 'needsNames';
  names: string[];
  mapping: LandmarkMapping;
  wanted: string[];
  missing: string[];
}

export interface Done {
  kind: 'done';
  report: Report;
  /** null when a capture is read to be kept: handing every channel over would hold the page up for nothing. */
  analysis: Analysis | null;
  packed: PackedCapture;
  /** The leg it was read as. */
  facing: Side | null;
}

export type Answer =
  { kind: 'progress'; share: number } | NeedsNames | Done | { kind: 'problem'; message: string };

export type WorkState =
  { kind: 'idle' } | { kind: 'working'; share: number } | Exclude<Answer, { kind: 'progress' }>;

/**
 * Reads and judges captures away from the page. One job at a time: a new one, `cancel` or leaving the page ends the one under way.
 *
 * @param onDone told once a job is done; what it does belongs to the page that started it
 */
export function useWork(onDone?: (done: Done, job: Job) => void) {
  const [state, setState] = useState<WorkState>({ kind: 'idle' });
  const worker = useRef<Worker | null>(null);
  const told = useRef(onDone);
  useEffect(() => {
    told.current = onDone;
  });
  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
  }, []);
  useEffect(() => stop, [stop]);
  const start = useCallback(
    (job: Job) => {
      stop();
      setState({ kind: 'working', share: 0 });
      const own = new Worker(new URL('./look.worker', import.meta.url));
      worker.current = own;
      own.addEventListener('message', ({ data }: MessageEvent<Answer>) => {
        // Its answer is drawn bit by bit: a page with a whole capture on it takes a while.
        const show = (next: WorkState) => startTransition(() => setState(next));
        if (data.kind === 'progress') return show({ kind: 'working', share: data.share });
        stop();
        // Where the worker's part ends, for the bench.
        performance.mark('look-done');
        show(data);
        if (data.kind === 'done') told.current?.(data, job);
      });
      own.addEventListener('error', () => {
        stop();
        setState({
          kind: 'problem',
          message: 'The part of the app that reads captures could not be started. Reload the page.',
        });
      });
      // A worker says what is the matter with a file itself, in the units of this device.
      own.postMessage({ ...job, units: unitsNow() });
    },
    [stop],
  );
  const cancel = useCallback(() => {
    stop();
    setState({ kind: 'idle' });
  }, [stop]);
  return { state, start, cancel };
}
