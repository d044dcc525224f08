/** A factor over binary variables: bit i of a table's index says whether vars[i] is true. */
export interface Factor {
  /** Rising variable numbers, 0 to 30. */
  vars: readonly number[];
  /** The same as bits, so that who touches whom is one operation. */
  mask: number;
  table: Float64Array;
}

/** Tables beyond this many variables would not fit a phone; a network that needs one is drawn wrongly. */
const WIDTH_MOST = 20;

/** Builds a factor from a function of its variables' values. */
export function factorOf(
  vars: readonly number[],
  value: (isTrue: (variable: number) => boolean) => number,
): Factor {
  const sorted = [...vars].sort((a, b) => a - b);
  const table = new Float64Array(2 ** sorted.length);
  for (let index = 0; index < table.length; index += 1)
    table[index] = value((variable) => ((index >> sorted.indexOf(variable)) & 1) === 1);
  return { vars: sorted, mask: maskOf(sorted), table };
}

const maskOf = (vars: readonly number[]): number => vars.reduce((m, v) => m | (1 << v), 0);

const varsOf = (mask: number): number[] => {
  const vars: number[] = [];
  for (let v = 0; v < 31; v += 1) if ((mask >> v) & 1) vars.push(v);
  return vars;
};

function countBits(mask: number): number {
  let n = 0;
  for (let m = mask; m !== 0; m &= m - 1) n += 1;
  return n;
}

/** Variables of several factors together. */
function scopeOf(factors: readonly Factor[]): number[] {
  const scope = varsOf(factors.reduce((m, f) => m | f.mask, 0));
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
function leastTangled(factors: readonly Factor[], open: number): number {
  let next = -1;
  let least = Infinity;
  for (const v of varsOf(open)) {
    let near = 0;
    for (const f of factors) if ((f.mask >> v) & 1) near |= f.mask;
    const width = countBits(near);
    if (width < least) [next, least] = [v, width];
  }
  return next;
}

function multiplied(factors: readonly Factor[], scope: readonly number[]): Float64Array {
  const product = new Float64Array(2 ** scope.length).fill(1);
  for (const { vars, table } of factors) {
    // Where the factor's own index stands for every index of the product, grown bit by bit.
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
 * @returns normalised table over `query`, bit i for query[i] in rising order
 * @throws when the evidence is impossible, or the network too tangled
 */
export function jointOf(factors: readonly Factor[], query: readonly number[]): Factor {
  let left = [...factors];
  const wanted = [...query].sort((a, b) => a - b);
  let open = left.reduce((m, f) => m | f.mask, 0) & ~maskOf(wanted);
  while (open !== 0) {
    const next = leastTangled(left, open);
    const bit = 1 << next;
    const touched = left.filter((f) => (f.mask & bit) !== 0);
    left = left.filter((f) => (f.mask & bit) === 0);
    const scope = scopeOf(touched);
    const product = { vars: scope, mask: maskOf(scope), table: multiplied(touched, scope) };
    left.push(summedOut(product, next));
    open &= ~bit;
  }
  const table = multiplied(left, wanted);
  const sum = table.reduce((a, b) => a + b, 0);
  if (!(sum > 0)) throw new Error('the evidence contradicts itself');
  return { vars: wanted, mask: maskOf(wanted), table: table.map((v) => v / sum) };
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
  let open = left.reduce((m, f) => m | f.mask, 0);
  const steps: { variable: number; product: Factor; message: Factor; to: number }[] = [];
  while (open !== 0) {
    const next = leastTangled(left, open);
    const bit = 1 << next;
    const touched = left.filter((f) => (f.mask & bit) !== 0);
    left = left.filter((f) => (f.mask & bit) === 0);
    const scope = scopeOf(touched);
    const product: Factor = { vars: scope, mask: maskOf(scope), table: multiplied(touched, scope) };
    const message = summedOut(product, next);
    steps.push({ variable: next, product, message, to: -1 });
    left.push(message);
    open &= ~bit;
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

/** Only the factors that bear on some variables, through whatever they share: the rest cancels out. */
export function bearingOn(factors: readonly Factor[], query: readonly number[]): Factor[] {
  let reached = maskOf(query);
  let before = 0;
  while (reached !== before) {
    before = reached;
    for (const { mask } of factors) if ((mask & reached) !== 0) reached |= mask;
  }
  return factors.filter((f) => (f.mask & reached) !== 0);
}

/** Entropy of a distribution, bits. */
export const entropyBits = (probabilities: Iterable<number>): number => {
  let sum = 0;
  for (const p of probabilities) if (p > 0) sum -= p * Math.log2(p);
  return sum;
};
