import { useEffect, useState } from 'react';

const TICK_MS = 200;

/** A short tone and a short buzz, where the device has them: a set is over. */
function signal(): void {
  navigator.vibrate?.(250);
  try {
    const sound = new AudioContext();
    const tone = sound.createOscillator();
    const loudness = sound.createGain();
    loudness.gain.value = 0.15;
    tone.frequency.value = 660;
    tone.connect(loudness).connect(sound.destination);
    tone.start();
    tone.stop(sound.currentTime + 0.25);
    tone.onended = () => void sound.close();
  } catch {
    // Without sound the clock and the buzz say it.
  }
}

/** Counts down by the clock, not by ticks: a phone that slept for a moment is right again at once. */
export function useCountdown(seconds: number) {
  const [left, setLeft] = useState(seconds);
  /** When it will be over, ms; null while it stands. */
  const [endsAt, setEndsAt] = useState<number | null>(null);
  useEffect(() => {
    if (endsAt === null) return;
    const tick = () => {
      const now = (endsAt - Date.now()) / 1000;
      setLeft(Math.max(0, now));
      if (now > 0) return;
      setEndsAt(null);
      signal();
    };
    const timer = setInterval(tick, TICK_MS);
    return () => clearInterval(timer);
  }, [endsAt]);
  return {
    left,
    isRunning: endsAt !== null,
    start: () => setEndsAt(Date.now() + 1000 * left),
    pause: () => setEndsAt(null),
    extend: (by: number) => {
      setLeft(left + by);
      if (endsAt !== null) setEndsAt(endsAt + 1000 * by);
    },
  };
}
