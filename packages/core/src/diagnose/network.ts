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

/** Product of several factors, summed over one variable. */
function eliminated(factors: readonly Factor[], variable: number): Factor {
  const scope = varsOf(factors.reduce((m, f) => m | f.mask, 0));
  if (scope.length > WIDTH_MOST) throw new Error('the network is too tangled to be solved exactly');
  const product = multiplied(factors, scope);
  const at = scope.indexOf(variable);
  const rest = scope.filter((v) => v !== variable);
  const table = new Float64Array(2 ** rest.length);
  for (let index = 0; index < product.length; index += 1) {
    const low = index & ((1 << at) - 1);
    const high = (index >> (at + 1)) << at;
    table[low | high] = (table[low | high] ?? 0) + (product[index] ?? 0);
  }
  return { vars: rest, mask: maskOf(rest), table };
}

function multiplied(factors: readonly Factor[], scope: readonly number[]): Float64Array {
  const product = new Float64Array(2 ** scope.length).fill(1);
  for (const { vars, table } of factors) {
    const places = vars.map((v) => scope.indexOf(v));
    const count = places.length;
    for (let index = 0; index < product.length; index += 1) {
      let own = 0;
      for (let i = 0; i < count; i += 1) own |= ((index >> places[i]!) & 1) << i;
      product[index] = product[index]! * table[own]!;
    }
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
    let next = -1;
    let least = Infinity;
    for (const v of varsOf(open)) {
      let near = 0;
      for (const f of left) if ((f.mask >> v) & 1) near |= f.mask;
      const width = countBits(near);
      if (width < least) [next, least] = [v, width];
    }
    const bit = 1 << next;
    const touched = left.filter((f) => (f.mask & bit) !== 0);
    left = left.filter((f) => (f.mask & bit) === 0);
    left.push(eliminated(touched, next));
    open &= ~bit;
  }
  const table = multiplied(left, wanted);
  const sum = table.reduce((a, b) => a + b, 0);
  if (!(sum > 0)) throw new Error('the evidence contradicts itself');
  return { vars: wanted, mask: maskOf(wanted), table: table.map((v) => v / sum) };
}

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
