import type { Told } from './useSet.ts';

/** Whole answers to the questions asked last, oldest first: the same question on the next page is answered at once. */
const kept = new Map<string, Told>();
export const KEPT_MOST = 12;

/** Keeps an answer with its question. One of which more is to come is not kept; nor are maps, which every step of a drag asks for. */
export function keepAnswer(asked: string, told: Told): void {
  if (!told.isWhole || told.kind === 'map') return;
  kept.delete(asked);
  kept.set(asked, told);
  const [oldest] = kept.keys();
  if (kept.size > KEPT_MOST && oldest !== undefined) kept.delete(oldest);
}

export const knownAnswer = (asked: string): Told | undefined => kept.get(asked);
