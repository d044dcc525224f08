import { useDraft } from '../data/index.ts';

/** Trials a reading takes in a five-minute look. */
export const QUICK_TRIALS = 1;

/** Whether today's visit is a five-minute look: what a setup needs, once each, and by eye. Said once for the day. */
export const useQuick = (clientId: string, day: string) => {
  const { value, set } = useDraft<boolean>(`quick/${clientId}/${day}`, false);
  return [value, set] as const;
};
