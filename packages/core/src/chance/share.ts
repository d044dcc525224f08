/** log Γ by Lanczos' approximation (from memory; ten digits). */
function logGamma(x: number): number {
  const g = [
    76.18009172947146, -86.50532032941677, 24.01409824083091, -1.231739572450155,
    0.1208650973866179e-2, -0.5395239384953e-5,
  ];
  const t = x + 5.5 - (x + 0.5) * Math.log(x + 5.5);
  const sum = g.reduce((s, c, i) => s + c / (x + 1 + i), 1.000000000190015);
  return -t + Math.log((2.5066282746310005 * sum) / x);
}

const STEPS = 4000;

/**
 * A share k of n with its 95 % interval, by Jeffreys' prior (Brown, Cai & DasGupta 2001, from memory): the equal-tailed interval of
 * Beta(k + ½, n − k + ½), on a grid fine enough for counts.
 */
export function shareOf(k: number, n: number): { share: number; low: number; high: number } {
  const [a, b] = [k + 0.5, n - k + 0.5];
  const scale = logGamma(a + b) - logGamma(a) - logGamma(b);
  let sum = 0;
  let [low, high] = [0, 1];
  for (let i = 0; i < STEPS; i += 1) {
    // Even steps of an angle: fine at both ends, where the density of a half has its poles.
    const at = (x: number) => Math.sin((x / STEPS) * (Math.PI / 2)) ** 2;
    const p = at(i + 0.5);
    const weight =
      Math.exp(scale + (a - 1) * Math.log(p) + (b - 1) * Math.log(1 - p)) * (at(i + 1) - at(i));
    if (sum < 0.025 && sum + weight >= 0.025) low = p;
    if (sum < 0.975 && sum + weight >= 0.975) high = p;
    sum += weight;
  }
  return {
    share: n === 0 ? 0 : k / n,
    low: k === 0 ? 0 : low,
    high: k === n ? 1 : high,
  };
}
