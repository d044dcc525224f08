import { parentPort } from 'node:worker_threads';
import { answerHere, type Asked } from './answering.ts';

parentPort?.on('message', ({ id, asked }: { id: number; asked: Asked }) => {
  try {
    parentPort?.postMessage({ id, answer: answerHere(asked) });
  } catch (error) {
    parentPort?.postMessage({ id, error: error instanceof Error ? error.message : String(error) });
  }
});
