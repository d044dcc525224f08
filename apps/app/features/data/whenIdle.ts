/**
 * Does what no page waits for, once the page has drawn what it has.
 *
 * @param mostMs how long the page may stay busy before it is done all the same, ms
 */
export function whenIdle(then: () => void, mostMs: number): void {
  // Not every browser says when it is idle.
  if (globalThis.requestIdleCallback) globalThis.requestIdleCallback(then, { timeout: mostMs });
  else then();
}
