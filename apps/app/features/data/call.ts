/** What came back from the server; `unreachable`: nothing did, or nothing that could be read. */
export type Came =
  { kind: 'answer'; status: number; body: unknown; date: number | null } | { kind: 'unreachable' };

const TIMEOUT_MS = 15_000;

/** Asks the server. Never throws: no network is an everyday answer. */
export async function call(
  path: string,
  {
    body,
    signal,
    timeoutMs = TIMEOUT_MS,
  }: { body?: string; signal?: AbortSignal; timeoutMs?: number } = {},
): Promise<Came> {
  const own = new AbortController();
  const timer = setTimeout(() => own.abort(), timeoutMs);
  const stop = () => own.abort();
  signal?.addEventListener('abort', stop);
  try {
    const answer = await fetch(`/api${path}`, {
      signal: own.signal,
      ...(body === undefined
        ? {}
        : { method: 'POST', headers: { 'content-type': 'application/json' }, body }),
    });
    const date = Date.parse(answer.headers.get('date') ?? '');
    return {
      kind: 'answer',
      status: answer.status,
      body: answer.status === 304 ? null : ((await answer.json()) as unknown),
      date: Number.isFinite(date) ? date : null,
    };
  } catch {
    return { kind: 'unreachable' };
  } finally {
    clearTimeout(timer);
    signal?.removeEventListener('abort', stop);
  }
}
