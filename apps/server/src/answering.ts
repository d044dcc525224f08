import { Worker } from 'node:worker_threads';
import type { ClientRecord } from '@zither/contract';
import { answerOf, dossierAt } from '@zither/visit';
import { writeAnswer } from '@zither/words/answer';

/** What is asked: a record, and the day to answer for. */
export interface Asked {
  record: ClientRecord;
  on: string;
}

export type Answering = (asked: Asked) => Promise<unknown>;

/** The answer on a client, on this thread; in tests, and inside the worker. */
export const answerHere = ({ record, on }: Asked): unknown =>
  writeAnswer(answerOf({ ...dossierAt(record, on), on, withTellings: true, withNumbers: true }));

/** The same beside the server's own thread: a search takes some hundred milliseconds in which others would wait. */
export function answerInThread(file: URL): Answering & { close: () => Promise<void> } {
  const waiting = new Map<number, { resolve: (v: unknown) => void; reject: (e: Error) => void }>();
  let worker: Worker | null = null;
  let last = 0;
  const fail = (error: Error) => {
    for (const { reject } of waiting.values()) reject(error);
    waiting.clear();
    worker = null;
  };
  const start = (): Worker => {
    const own = new Worker(file);
    own.unref();
    own.on('message', ({ id, answer, error }: { id: number; answer?: unknown; error?: string }) => {
      const held = waiting.get(id);
      waiting.delete(id);
      if (error === undefined) held?.resolve(answer);
      else held?.reject(new Error(error));
    });
    own.on('error', fail);
    return own;
  };
  const answer = (asked: Asked) =>
    new Promise<unknown>((resolve, reject) => {
      worker ??= start();
      last += 1;
      waiting.set(last, { resolve, reject });
      worker.postMessage({ id: last, asked });
    });
  return Object.assign(answer, {
    close: async () => {
      await worker?.terminate();
    },
  });
}
