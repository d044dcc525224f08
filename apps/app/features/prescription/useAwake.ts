import { useEffect } from 'react';

/** Keeps the screen on while it is needed, where the device lets a page ask for that. */
export function useAwake(isNeeded: boolean): void {
  useEffect(() => {
    if (!isNeeded || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let isOver = false;
    const ask = () => {
      if (document.visibilityState !== 'visible') return;
      navigator.wakeLock.request('screen').then(
        (got) => {
          if (isOver) void got.release();
          else lock = got;
        },
        // Refused, as with an empty battery: the screen goes off as it always does.
        () => undefined,
      );
    };
    ask();
    // A page that was hidden has lost it.
    document.addEventListener('visibilitychange', ask);
    return () => {
      isOver = true;
      document.removeEventListener('visibilitychange', ask);
      void lock?.release();
    };
  }, [isNeeded]);
}
