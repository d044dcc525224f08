import { useState } from 'react';

/** What a button says and allows while its work takes a moment: everywhere the same. */
export const busy = (
  isBusy: boolean,
  title: string,
  doing: string,
): { title: string; disabled: boolean } => ({
  title: isBusy ? `${doing}…` : title,
  disabled: isBusy,
});

/** Runs one piece of work at a time, and tells while it is at it. */
export function useBusy(): [isBusy: boolean, run: (work: () => Promise<void>) => void] {
  const [isBusy, setIsBusy] = useState(false);
  const run = (work: () => Promise<void>) => {
    if (isBusy) return;
    setIsBusy(true);
    void work().finally(() => setIsBusy(false));
  };
  return [isBusy, run];
}
