import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { openDevice } from '../features/data/device.ts';
import { makeStore, type Store } from '../features/data/store.ts';
import { boot } from '../features/data/start.ts';
import type { Said, Tabs } from '../features/data/tabs.ts';

/** A device: its storage, and the tabs of its browser. */
export interface TestDevice {
  factory: IDBFactory;
  tabs: Set<{ heard: (said: Said) => void; onSender: () => void; self: Tabs }>;
}

export const newDevice = (): TestDevice => ({ factory: new IDBFactory(), tabs: new Set() });

/** The tabs of a device as the browser's lock and channel join them, in this process. */
function joinOn(device: TestDevice) {
  return (onSender: () => void): Tabs => {
    const own = { heard: (_said: Said) => {}, onSender, self: null as unknown as Tabs };
    const first = () => [...device.tabs][0];
    own.self = {
      say: (said) => {
        for (const tab of device.tabs)
          if (tab !== own) queueMicrotask(() => tab.heard(structuredClone(said)));
      },
      listen: (heard) => {
        own.heard = heard;
      },
      isSender: () => first() === own,
      close: () => {
        const wasFirst = first() === own;
        device.tabs.delete(own);
        if (wasFirst) first()?.onSender();
      },
    };
    device.tabs.add(own);
    return own.self;
  };
}

/** Opens the app on a device, as a tab or after a reload. */
export async function openTab(device: TestDevice): Promise<Store> {
  const store = makeStore({
    open: (onLost) => {
      globalThis.indexedDB = device.factory;
      return openDevice(onLost);
    },
    join: joinOn(device),
  });
  await store.dispatch(boot(null));
  return store;
}

/** The page goes away, as when its phone dies: nothing of it is told to anybody. */
export function kill(store: Store): void {
  clearTimeout(store.ground.sending.timer);
  store.ground.sending.isBusy = true;
  store.ground.tabs.close();
}

/** Everything the device's disk has of the line. */
export const rawLine = (device: TestDevice): Promise<Record<string, unknown>[]> =>
  new Promise((resolve, reject) => {
    const opening = device.factory.open('zither-plumb');
    opening.onerror = () => reject(opening.error ?? new Error('no database'));
    opening.onsuccess = () => {
      const all = opening.result.transaction('operations').objectStore('operations').getAll();
      all.onsuccess = () => {
        resolve(all.result as Record<string, unknown>[]);
        opening.result.close();
      };
    };
  });

/** Writes into the device's line what this version did not. */
export const putRaw = (device: TestDevice, value: object): Promise<void> =>
  new Promise((resolve, reject) => {
    const opening = device.factory.open('zither-plumb');
    opening.onerror = () => reject(opening.error ?? new Error('no database'));
    opening.onsuccess = () => {
      const tx = opening.result.transaction('operations', 'readwrite');
      tx.objectStore('operations').put(value);
      tx.oncomplete = () => {
        opening.result.close();
        resolve();
      };
    };
  });
