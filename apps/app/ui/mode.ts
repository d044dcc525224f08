import { useEffect } from 'react';
import { useThemeMode } from './elements.ts';

const KEY = 'zither-plumb.colours';

/** Remembers the coach's choice of colours on this device. */
export function keepMode(mode: 'light' | 'dark'): void {
  try {
    localStorage.setItem(KEY, mode);
  } catch {
    // Forbidden storage: the choice lasts until the page is closed.
  }
}

/** The remembered colours; light until one is chosen. */
export function readMode(): 'light' | 'dark' {
  try {
    return localStorage.getItem(KEY) === 'dark' ? 'dark' : 'light';
  } catch {
    return 'light';
  }
}

/** Takes over the colours chosen in another tab of this browser. */
export function SharedColours(): null {
  const { setMode } = useThemeMode();
  useEffect(() => {
    const look = ({ key }: StorageEvent) => {
      if (key === KEY) setMode(readMode());
    };
    globalThis.addEventListener?.('storage', look);
    return () => globalThis.removeEventListener?.('storage', look);
  }, [setMode]);
  return null;
}
