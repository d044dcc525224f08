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
