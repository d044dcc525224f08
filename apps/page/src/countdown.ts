interface Step {
  side: 'left' | 'right' | 'both';
  seconds: number | null;
  reps: number | null;
}

const clockOf = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;

/** A short tone and a buzz, where the device has them. */
function signal(): void {
  navigator.vibrate?.([200, 100, 200]);
  try {
    const sound = new AudioContext();
    const tone = sound.createOscillator();
    tone.frequency.value = 880;
    tone.connect(sound.destination);
    tone.start();
    tone.stop(sound.currentTime + 0.35);
  } catch {
    // No sound here: the clock is seen.
  }
}

/** The sets of a drill one after another: a clock where they are timed, a count where not. */
export function countdown(
  into: HTMLElement,
  steps: readonly Step[],
  say: (step: Step) => string,
): { allow: (may: boolean) => void } {
  if (steps.length === 0) return { allow: () => undefined };
  let at = 0;
  let left = 0;
  let timer: number | null = null;
  let awake: WakeLockSentinel | null = null;
  const clock = document.createElement('p');
  clock.className = 'clock';
  clock.setAttribute('role', 'timer');
  const button = document.createElement('button');
  button.className = 'main';
  into.append(clock, button);

  const halt = () => {
    if (timer !== null) clearInterval(timer);
    timer = null;
    void awake?.release();
    awake = null;
  };
  const show = () => {
    const step = steps[at];
    clock.hidden = timer === null && left === 0;
    clock.textContent = clockOf(left);
    if (!step) button.textContent = 'All sets done: again';
    else if (timer !== null) button.textContent = `Stop the clock (${say(step)})`;
    else {
      const verb = step.seconds === null ? 'Done' : left > 0 ? 'Go on' : 'Start';
      button.textContent = `${verb}: ${say(step)}, set ${at + 1} of ${steps.length}`;
    }
  };
  const next = () => {
    halt();
    left = 0;
    at += 1;
    show();
  };
  button.addEventListener('click', () => {
    const step = steps[at];
    if (!step) at = 0;
    else if (timer !== null) halt();
    else if (step.seconds === null) return next();
    else {
      // By the clock of the device: a page in the background is not called each second.
      const length = left > 0 ? left : step.seconds;
      const end = Date.now() + 1000 * length;
      left = length;
      void navigator.wakeLock?.request('screen').then(
        (lock) => {
          awake = lock;
        },
        () => undefined,
      );
      timer = window.setInterval(() => {
        left = Math.max(0, Math.ceil((end - Date.now()) / 1000));
        if (left === 0) {
          signal();
          next();
        } else show();
      }, 250);
    }
    show();
  });
  show();
  return {
    allow: (may) => {
      if (!may) {
        halt();
        left = 0;
      }
      button.hidden = !may;
      if (may) show();
      else clock.hidden = true;
    },
  };
}
