import { Worker } from 'node:worker_threads';
import { problemOf, recordSchema, asWrittenNow } from '@zither/contract';
import { answerOf, dossierAt } from '@zither/visit';
import { writeAnswer } from '@zither/words/answer';
import type { Db } from './db/open.ts';
import { rowsOf } from './db/rows.ts';
import { Refusal, type ErrorCode } from './errors.ts';
import { importRecord } from './importing.ts';
import { recordOf } from './reading.ts';

/** Work that takes long enough to hold others up. */
export type Job =
  | { kind: 'answer'; practiceId: string; clientId: string; on: string }
  | { kind: 'import'; practiceId: string; text: string; at: string };

/** Does such work; what it answers is JSON already made to be sent. */
export type Beside = (job: Job) => Promise<unknown>;

/** A job on this thread; in tests, and inside the worker. */
export function doJob(db: Db, job: Job): unknown {
  if (job.kind === 'answer') {
    const record = recordOf(rowsOf(db, job.practiceId), job.clientId);
    if (!record) throw new Refusal('noSuchClient', { path: 'id' });
    const { on } = job;
    return writeAnswer(
      answerOf({ ...dossierAt(record, on), on, withTellings: true, withNumbers: true }),
    );
  }
  const read = recordSchema.safeParse(asWrittenNow(jsonIn(job.text)), { reportInput: true });
  if (!read.success) {
    const { message, path } = problemOf(read.error);
    throw new Refusal('invalid', path ? { message, path } : { message });
  }
  return { clientId: importRecord(db, job.practiceId, read.data, job.at) };
}

function jsonIn(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new Refusal('notJson');
  }
}

/** What a worker answers: the result, or why there is none. */
export interface Told {
  id: number;
  result?: unknown;
  refusal?: { code: ErrorCode; message: string; path?: string };
  error?: string;
}

/** The same beside the server's own thread, on a connection of its own: a search takes some hundred milliseconds in which others would wait. */
export function besideInThread(
  file: URL,
  databaseFile: string,
): Beside & { close: () => Promise<void> } {
  const waiting = new Map<number, { resolve: (v: unknown) => void; reject: (e: Error) => void }>();
  let worker: Worker | null = null;
  let last = 0;
  const fail = (error: Error) => {
    for (const { reject } of waiting.values()) reject(error);
    waiting.clear();
    worker = null;
  };
  const start = (): Worker => {
    const own = new Worker(file, { workerData: { databaseFile } });
    own.unref();
    own.on('message', ({ id, result, refusal, error }: Told) => {
      const held = waiting.get(id);
      waiting.delete(id);
      if (refusal) held?.reject(new Refusal(refusal.code, refusal));
      else if (error !== undefined) held?.reject(new Error(error));
      else held?.resolve(result);
    });
    own.on('error', fail);
    return own;
  };
  const ask = (job: Job) =>
    new Promise<unknown>((resolve, reject) => {
      worker ??= start();
      last += 1;
      waiting.set(last, { resolve, reject });
      worker.postMessage({ id: last, job });
    });
  return Object.assign(ask, {
    close: async () => {
      await worker?.terminate();
    },
  });
}
