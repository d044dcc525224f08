import { setTimeout as sleep } from 'node:timers/promises';
import { isBusy } from './db/open.ts';
import { Refusal } from './errors.ts';

const PATIENCE_MS = 3000;

/**
 * Asks the database again while another process holds it. Between tries everybody else is served.
 *
 * @throws Refusal `busy` when it is still held after some seconds
 */
export async function eventually<T>(does: () => T): Promise<T> {
  for (const end = Date.now() + PATIENCE_MS; ;) {
    try {
      return does();
    } catch (error) {
      if (!isBusy(error)) throw error;
      if (Date.now() > end) throw new Refusal('busy');
      await sleep(30);
    }
  }
}
