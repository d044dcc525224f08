import { BUILD } from './build.ts';

/** What came back; `unreachable`: nothing did. `isOurs`: false where something else on the way answered, in a form that is not ours. */
export type Came =
  | { kind: 'answer'; status: number; body: unknown; date: number | null; isOurs: boolean }
  | { kind: 'unreachable' };

const TIMEOUT_MS = 15_000;
/** A line so slow is waited for: characters a millisecond. */
const SLOWEST_PER_MS = 16;

/** Asks the server. Never throws: no network is an everyday answer. */
export async function call(
  path: string,
  {
    body,
    signal,
    timeoutMs = TIMEOUT_MS + (body?.length ?? 0) / SLOWEST_PER_MS,
  }: { body?: string; signal?: AbortSignal; timeoutMs?: number } = {},
): Promise<Came> {
  const own = new AbortController();
  const timer = setTimeout(() => own.abort(), timeoutMs);
  const stop = () => own.abort();
  signal?.addEventListener('abort', stop);
  try {
    const answer = await fetch(`/api${path}`, {
      signal: own.signal,
      headers: {
        'x-plumb-build': BUILD,
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
      },
      ...(body === undefined ? {} : { method: 'POST', body }),
    });
    const date = Date.parse(answer.headers.get('date') ?? '');
    const read = await readJson(answer);
    return {
      kind: 'answer',
      status: answer.status,
      ...read,
      // Whoever else answers does not know what time it is here.
      date: read.isOurs && Number.isFinite(date) ? date : null,
    };
  } catch {
    return { kind: 'unreachable' };
  } finally {
    clearTimeout(timer);
    signal?.removeEventListener('abort', stop);
  }
}

async function readJson(answer: Response): Promise<{ body: unknown; isOurs: boolean }> {
  if (answer.status === 304) return { body: null, isOurs: true };
  const text = await answer.text();
  try {
    return { body: JSON.parse(text) as unknown, isOurs: true };
  } catch {
    return { body: null, isOurs: false };
  }
}
