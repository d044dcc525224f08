/** Rises smoothly from 0 at 0 to 1 at 1. */
export const ramp = (u: number): number => {
  const c = Math.min(1, Math.max(0, u));
  return c * c * (3 - 2 * c);
};

/** How far a smooth movement has come after this share of its time: half a cosine, whose fastest moment is 1.57 times its mean. */
export const smoothly = (share: number): number =>
  (1 - Math.cos(Math.PI * Math.min(1, Math.max(0, share)))) / 2;

const STEPS = 200;

/**
 * A descent that is let go near its end.
 *
 * @param fastest fastest against mean speed, from 1.3
 * @returns how far it has come after a share of its time
 */
export function dropping(fastest: number): (share: number) => number {
  const speed = (s: number, spike: number) =>
    ramp(s / 0.1) * ramp((1 - s) / 0.1) * (1 + spike * Math.exp(-(((s - 0.76) / 0.1) ** 2)));
  const path = (spike: number) => {
    const at = [0];
    let most = 0;
    for (let i = 0; i < STEPS; i += 1) {
      const v = speed((i + 0.5) / STEPS, spike);
      most = Math.max(most, v);
      at.push((at[i] ?? 0) + v / STEPS);
    }
    const whole = at[STEPS] ?? 1;
    return { at: at.map((a) => a / whole), ratio: most / whole };
  };
  let [low, high] = [0, 40];
  for (let i = 0; i < 40; i += 1) {
    const mid = (low + high) / 2;
    if (path(mid).ratio > fastest) high = mid;
    else low = mid;
  }
  const { at } = path(low);
  return (share) => {
    const x = Math.min(1, Math.max(0, share)) * STEPS;
    const i = Math.min(STEPS - 1, Math.floor(x));
    return (at[i] ?? 0) + ((at[i + 1] ?? 1) - (at[i] ?? 0)) * (x - i);
  };
}
