/** A set of variables: bit v % 32 of word v / 32. As many words as the largest variable needs. */
type Mask = readonly number[];

/** A factor over binary variables: bit i of a table's index says whether vars[i] is true. */
export interface Factor {
  /** Rising variable numbers, from 0. */
  vars: readonly number[];
  /** The same as bits, so that who touches whom is one operation a word. */
  mask: Mask;
  table: Float64Array;
}

/** Tables beyond this many variables would not fit a phone; a network that needs one is drawn wrongly. */
const WIDTH_MOST = 20;

/** Builds a factor from a function of its variables' values. */
export const factorOf = (
  vars: readonly number[],
  value: (isTrue: (variable: number) => boolean) => number,
): Factor => factorsOf(vars, 1, (isTrue) => [value(isTrue)])[0]!;

/** Builds several factors over the same variables, whose values are worked out together. */
export function factorsOf(
  vars: readonly number[],
  count: number,
  values: (isTrue: (variable: number) => boolean) => readonly number[],
): Factor[] {
  const sorted = [...vars].sort((a, b) => a - b);
  const place = new Map(sorted.map((v, i) => [v, i]));
  const tables = Array.from({ length: count }, () => new Float64Array(2 ** sorted.length));
  for (let index = 0; index < 2 ** sorted.length; index += 1) {
    const row = values((variable) => ((index >> place.get(variable)!) & 1) === 1);
    for (let k = 0; k < count; k += 1) tables[k]![index] = row[k]!;
  }
  const mask = maskOf(sorted);
  return tables.map((table) => ({ vars: sorted, mask, table }));
}

const maskOf = (vars: readonly number[]): Mask => {
  const words: number[] = [];
  for (const v of vars) {
    while (words.length <= v >> 5) words.push(0);
    words[v >> 5]! |= 1 << (v & 31);
  }
  return words;
};

const has = (mask: Mask, v: number): boolean => ((mask[v >> 5] ?? 0) & (1 << (v & 31))) !== 0;

const touches = (a: Mask, b: Mask): boolean => {
  for (let i = 0; i < a.length && i < b.length; i += 1) if ((a[i]! & b[i]!) !== 0) return true;
  return false;
};

/** Adds what is in a mask to words that are still being gathered. */
function gather(words: number[], mask: Mask): void {
  for (let i = 0; i < mask.length; i += 1) words[i] = (words[i] ?? 0) | mask[i]!;
}

const unionOf = (factors: readonly Factor[]): number[] => {
  const words: number[] = [];
  for (const { mask } of factors) gather(words, mask);
  return words;
};

const without = (mask: Mask, gone: Mask): number[] => mask.map((w, i) => w & ~(gone[i] ?? 0));
const isEmpty = (mask: Mask): boolean => mask.every((w) => w === 0);

const varsOf = (mask: Mask): number[] => {
  const vars: number[] = [];
  for (let v = 0; v < 32 * mask.length; v += 1) if (has(mask, v)) vars.push(v);
  return vars;
};

function countBits(mask: Mask): number {
  let n = 0;
  for (const word of mask) for (let m = word; m !== 0; m &= m - 1) n += 1;
  return n;
}

/** Variables of several factors together. */
function scopeOf(factors: readonly Factor[]): number[] {
  const scope = varsOf(unionOf(factors));
  if (scope.length > WIDTH_MOST) throw new Error('the network is too tangled to be solved exactly');
  return scope;
}

/** A table with one variable summed away. */
function summedOut({ vars, table }: Factor, variable: number): Factor {
  const at = vars.indexOf(variable);
  const rest = vars.filter((v) => v !== variable);
  const sums = new Float64Array(2 ** rest.length);
  for (let index = 0; index < table.length; index += 1) {
    const low = index & ((1 << at) - 1);
    const high = (index >> (at + 1)) << at;
    sums[low | high] = sums[low | high]! + table[index]!;
  }
  return { vars: rest, mask: maskOf(rest), table: sums };
}

/** Of the variables still open, the one that tangles the fewest others. */
function leastTangled(factors: readonly Factor[], open: Mask): number {
  let next = -1;
  let least = Infinity;
  for (const v of varsOf(open)) {
    const near: number[] = [];
    for (const f of factors) if (has(f.mask, v)) gather(near, f.mask);
    const width = countBits(near);
    if (width < least) [next, least] = [v, width];
  }
  return next;
}

function multiplied(factors: readonly Factor[], scope: readonly number[]): Float64Array {
  const product = new Float64Array(2 ** scope.length).fill(1);
  for (const { vars, table } of factors) {
    // The factor's own index at every index of the product, built bit by bit.
    const own = new Int32Array(product.length);
    for (let bit = 0; bit < scope.length; bit += 1) {
      const add = 1 << vars.indexOf(scope[bit]!);
      const isOwn = vars.includes(scope[bit]!);
      const half = 1 << bit;
      for (let index = 0; index < half; index += 1)
        own[half + index] = isOwn ? own[index]! | add : own[index]!;
    }
    for (let index = 0; index < product.length; index += 1)
      product[index] = product[index]! * table[own[index]!]!;
  }
  return product;
}

/**
 * Exact joint distribution of some variables, by variable elimination: at each step the variable that tangles the fewest others goes. The
 * answer does not depend on the order of the factors.
 *
 * @returns normalised table over `query`, bit i for query[i] in rising order; and the sum it was divided by
 * @throws when the evidence is impossible, or the network too tangled
 */
export function jointOf(
  factors: readonly Factor[],
  query: readonly number[],
): Factor & { sum: number } {
  let left = [...factors];
  const wanted = [...query].sort((a, b) => a - b);
  let open = without(unionOf(left), maskOf(wanted));
  while (!isEmpty(open)) {
    const next = leastTangled(left, open);
    const touched = left.filter((f) => has(f.mask, next));
    left = left.filter((f) => !has(f.mask, next));
    const scope = scopeOf(touched);
    const product = { vars: scope, mask: maskOf(scope), table: multiplied(touched, scope) };
    left.push(summedOut(product, next));
    open = without(open, maskOf([next]));
  }
  const table = multiplied(left, wanted);
  const sum = table.reduce((a, b) => a + b, 0);
  if (!(sum > 0)) throw new Error('the evidence contradicts itself');
  return { vars: wanted, mask: maskOf(wanted), table: table.map((v) => v / sum), sum };
}

/**
 * Probability that each variable is true, all at once: the variables go one by one as in {@link jointOf}, each leaving its own small table
 * behind, and on the way back every table learns from the one it was handed to what the rest of the network says. Exact.
 *
 * @param count variables there are; one that no factor touches comes out as NaN
 * @throws when the evidence is impossible, or the network too tangled
 */
export function marginalsOf(factors: readonly Factor[], count: number): number[] {
  let left = [...factors];
  let open = unionOf(left);
  const steps: { variable: number; product: Factor; message: Factor; to: number }[] = [];
  while (!isEmpty(open)) {
    const next = leastTangled(left, open);
    const touched = left.filter((f) => has(f.mask, next));
    left = left.filter((f) => !has(f.mask, next));
    const scope = scopeOf(touched);
    const product: Factor = { vars: scope, mask: maskOf(scope), table: multiplied(touched, scope) };
    const message = summedOut(product, next);
    steps.push({ variable: next, product, message, to: -1 });
    left.push(message);
    open = without(open, maskOf([next]));
  }
  // A table hands its sum to the step of whichever of its other variables goes first.
  const stepOf = new Map(steps.map((s, i) => [s.variable, i]));
  for (const step of steps)
    step.to = Math.min(...step.message.vars.map((v) => stepOf.get(v) ?? Infinity), Infinity);
  const truth = new Array<number>(count).fill(NaN);
  for (let i = steps.length - 1; i >= 0; i -= 1) {
    const step = steps[i]!;
    const { product, message, variable, to } = step;
    const parent = Number.isFinite(to) ? steps[to]!.product : null;
    if (parent) {
      const ratio = divided(narrowed(parent, message.vars), message);
      step.product = {
        ...product,
        table: multiplied([product, ratio], product.vars),
      };
    }
    const own = narrowed(step.product, [variable]).table;
    const [no = 0, yes = 0] = own;
    if (!(no + yes > 0)) throw new Error('the evidence contradicts itself');
    truth[variable] = yes / (no + yes);
  }
  return truth;
}

/** A table over fewer of its variables, the rest summed away. */
function narrowed({ vars, table }: Factor, to: readonly number[]): Factor {
  const places = to.map((v) => vars.indexOf(v));
  const sums = new Float64Array(2 ** to.length);
  for (let index = 0; index < table.length; index += 1) {
    let own = 0;
    for (let i = 0; i < places.length; i += 1) own |= ((index >> places[i]!) & 1) << i;
    sums[own] = sums[own]! + table[index]!;
  }
  return { vars: to, mask: maskOf(to), table: sums };
}

/** One table by another over the same variables; where the divisor is nothing the dividend is too. */
const divided = (over: Factor, under: Factor): Factor => ({
  ...over,
  table: over.table.map((v, i) => (under.table[i] === 0 ? 0 : v / under.table[i]!)),
});

/** Only the factors connected with some variables, through whatever they share: the rest cancels out. */
export function bearingOn(factors: readonly Factor[], query: readonly number[]): Factor[] {
  const reached = [...maskOf(query)];
  let before = -1;
  while (countBits(reached) !== before) {
    before = countBits(reached);
    for (const { mask } of factors) if (touches(mask, reached)) gather(reached, mask);
  }
  return factors.filter((f) => touches(f.mask, reached));
}

/** Entropy of a distribution, bits. */
export const entropyBits = (probabilities: Iterable<number>): number => {
  let sum = 0;
  for (const p of probabilities) if (p > 0) sum -= p * Math.log2(p);
  return sum;
};
