import { parentPort, workerData } from 'node:worker_threads';
import { doJob, type Job, type Told } from './beside.ts';
import { openBeside, type Db } from './db/open.ts';
import { Refusal } from './errors.ts';

const { databaseFile } = workerData as { databaseFile: string };
let db: Db | null = null;

parentPort?.on('message', ({ id, job }: { id: number; job: Job }) => {
  const tell = (told: Omit<Told, 'id'>) => parentPort?.postMessage({ id, ...told });
  try {
    db ??= openBeside(databaseFile);
    tell({ result: doJob(db, job) });
  } catch (error) {
    if (error instanceof Refusal) {
      const { code, message, path } = error;
      tell({ refusal: { code, message, ...(path ? { path } : {}) } });
    } else tell({ error: error instanceof Error ? (error.stack ?? error.message) : String(error) });
  }
});
