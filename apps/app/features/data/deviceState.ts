import { useEffect, useState } from 'react';
import { PRACTICE } from './device.ts';
import { allHeld } from './outbox.ts';
import { useAppSelector, useAppStore } from './store.ts';

/** What this device keeps, and how safely. */
export interface DeviceState {
  storage: 'ok' | 'full' | 'none';
  /** Changes that have not reached the server. */
  waiting: number;
  /** Clients whose records are here. */
  clients: number;
  usedMb: number | null;
  /** Whether the browser promised not to clear it; null = it does not say. */
  isLasting: boolean | null;
  isSecure: boolean;
}

/** Asks the device what it keeps, once a page that shows it is opened. */
export function useDeviceState(): DeviceState | null {
  const { ground } = useAppStore();
  const storage = useAppSelector((s) => s.outbox.storage);
  const waiting = useAppSelector((s) => allHeld(s).length);
  const [found, setFound] = useState<Pick<DeviceState, 'clients' | 'usedMb' | 'isLasting'> | null>(
    null,
  );
  useEffect(() => {
    let isGone = false;
    void (async () => {
      const feeds = await ground
        .device()
        .then((own) => own.feeds())
        .catch(() => []);
      const room = await navigator.storage?.estimate?.().catch(() => null);
      const isLasting = (await navigator.storage?.persisted?.().catch(() => null)) ?? null;
      if (!isGone)
        setFound({
          clients: feeds.filter((f) => f.of !== PRACTICE).length,
          usedMb: room?.usage === undefined ? null : room.usage / 1e6,
          isLasting,
        });
    })();
    return () => {
      isGone = true;
    };
  }, [ground, waiting]);
  return found && { ...found, storage, waiting, isSecure: window.isSecureContext };
}
