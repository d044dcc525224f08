import type { Workbox } from 'workbox-window';
import { whenIdle } from '../data/index.ts';

/** How often a newer version is looked for while the app is open, ms. */
const LOOK_MS = 30 * 60_000;

/** How long the page may stay busy before the app is kept on the device all the same, ms. */
const IDLE_MOST_MS = 5000;

/** What the app's own worker is about, for whoever shows it. */
export interface Versions {
  /** A newer version is on the device and waits to be taken. */
  isWaiting: boolean;
  /** Everything the app needs is on the device. */
  isInstalled: boolean;
}

let state: Versions = { isWaiting: false, isInstalled: false };
const listeners = new Set<() => void>();
const set = (part: Partial<Versions>) => {
  state = { ...state, ...part };
  for (const tell of listeners) tell();
};

export const versions = {
  read: () => state,
  listen: (tell: () => void) => {
    listeners.add(tell);
    return () => void listeners.delete(tell);
  },
};

let workbox: Workbox | null = null;

/** Starts the app's own worker and looks for newer versions from then on. */
async function begin(): Promise<void> {
  const own = new (await import('workbox-window')).Workbox('/sw.js');
  workbox = own;
  own.addEventListener('waiting', () => set({ isWaiting: true }));
  own.addEventListener('activated', () => set({ isInstalled: true }));
  setInterval(() => {
    if (!document.hidden) void own.update().catch(() => {});
  }, LOOK_MS);
  const registration = await own.register();
  if (registration?.active) set({ isInstalled: true });
  if (registration?.waiting) set({ isWaiting: true });
}

let hasBegun = false;

/** Has the browser keep the app on the device. A page that is not secure, or a browser without workers, goes on without. */
export function keepApp(): void {
  if (!('serviceWorker' in navigator) || !window.isSecureContext || hasBegun) return;
  hasBegun = true;
  // Only once the page has all it needs: the rest comes along quietly. A server without the built app has no worker; the page works without.
  const quietly = () => whenIdle(() => void begin().catch(() => {}), IDLE_MOST_MS);
  if (document.readyState === 'complete') quietly();
  else window.addEventListener('load', quietly, { once: true });
}

/** Takes the newer version: what was entered and begun is on the device, and is there again in a moment. */
export function takeUpdate(): void {
  if (!workbox) return;
  workbox.addEventListener('controlling', () => window.location.reload());
  workbox.messageSkipWaiting();
}
