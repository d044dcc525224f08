/** A factor over binary variables: bit i of a table's index says whether vars[i] is true. */
export interface Factor {
  /** Rising variable numbers, from 0. */
  vars: readonly number[];
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
  const place = new Int32Array((sorted.at(-1) ?? 0) + 1);
  sorted.forEach((v, i) => {
    place[v] = i;
  });
  const tables = Array.from({ length: count }, () => new Float64Array(2 ** sorted.length));
  for (let index = 0; index < 2 ** sorted.length; index += 1) {
    const row = values((variable) => ((index >> place[variable]!) & 1) === 1);
    for (let k = 0; k < count; k += 1) tables[k]![index] = row[k]!;
  }
  return tables.map((table) => ({ vars: sorted, table }));
}

/** One variable summed out: the table it stood in, and what that hands on. */
interface Step {
  variable: number;
  scope: readonly number[];
  product: Float64Array;
  /** Over the scope without the variable. */
  message: Factor;
  /** The step whose table takes the message; -1 = the table of what was asked for. */
  to: number;
}

/** A network in which all variables but those asked for are summed out. */
export interface Eliminated {
  /** Asked for, rising. */
  vars: readonly number[];
  /** Their joint distribution, normalised: bit i for vars[i]. */
  table: Float64Array;
  /** Sum of the table before it was normalised. */
  sum: number;
  /**
   * Probability that each variable of the network is true, all at once: on the way back every table learns from the one it was handed to what the rest of
   * the network says. Exact.
   *
   * @param weights by what every entry of {@link Eliminated.table} counts more or less; absent = as they are
   * @returns by variable; one that no factor touches comes out as NaN
   * @throws when the evidence is impossible
   */
  truths: (weights?: Float64Array) => number[];
}

/** Who stands in a table with whom, by words of 32 variables. */
class Neighbours {
  private readonly words: number;
  private readonly near: Int32Array;

  constructor(
    factors: readonly Factor[],
    private readonly count: number,
  ) {
    this.words = Math.ceil(count / 32);
    this.near = new Int32Array(count * this.words);
    for (const { vars } of factors)
      for (const a of vars)
        for (const b of vars) this.near[a * this.words + (b >> 5)]! |= 1 << (b & 31);
  }

  /** How many variables stand in the table in which this one is summed out, itself among them. */
  width(variable: number): number {
    let bits = 0;
    for (let w = 0; w < this.words; w += 1)
      for (let m = this.near[variable * this.words + w]!; m !== 0; m &= m - 1) bits += 1;
    return bits;
  }

  of(variable: number): number[] {
    const list: number[] = [];
    for (let v = 0; v < this.count; v += 1)
      if ((this.near[variable * this.words + (v >> 5)]! >> (v & 31)) & 1) list.push(v);
    return list;
  }

  /** Takes a variable away; those it stood with stand together from now on. */
  remove(variable: number, scope: readonly number[]): void {
    for (const v of scope)
      for (let w = 0; w < this.words; w += 1)
        this.near[v * this.words + w]! |= this.near[variable * this.words + w]!;
    for (const v of scope) this.near[v * this.words + (variable >> 5)]! &= ~(1 << (variable & 31));
  }
}

/** The order in which variables are summed out, each with its table's variables: always the one that tangles the fewest others. */
function orderOf(
  factors: readonly Factor[],
  count: number,
  isWanted: (variable: number) => boolean,
): { variable: number; scope: number[] }[] {
  const neighbours = new Neighbours(factors, count);
  const open: number[] = [];
  for (let v = 0; v < count; v += 1) if (!isWanted(v) && neighbours.width(v) > 0) open.push(v);
  const steps: { variable: number; scope: number[] }[] = [];
  while (open.length > 0) {
    let [place, least] = [0, Infinity];
    open.forEach((v, i) => {
      const width = neighbours.width(v);
      if (width < least) [place, least] = [i, width];
    });
    const variable = open.splice(place, 1)[0]!;
    const scope = neighbours.of(variable);
    neighbours.remove(variable, scope);
    steps.push({ variable, scope });
  }
  return steps;
}

/** The index in a smaller table at every index of one over `scope`. */
function placesIn(vars: readonly number[], scope: readonly number[]): Int32Array {
  const at = new Int32Array(2 ** scope.length);
  for (let bit = 0; bit < scope.length; bit += 1) {
    const place = vars.indexOf(scope[bit]!);
    const add = place < 0 ? 0 : 1 << place;
    const half = 1 << bit;
    for (let index = 0; index < half; index += 1) at[half + index] = at[index]! + add;
  }
  return at;
}

/** Multiplies a smaller table into the first entries of a larger one, as many as there are places. */
function multiplyBy(product: Float64Array, table: Float64Array, at: Int32Array): void {
  for (let index = 0; index < at.length; index += 1)
    product[index] = product[index]! * table[at[index]!]!;
}

/** The product of tables over all their variables: grown one variable at a time, so that a table is multiplied in while the product is as small as it can be. */
function productOf(factors: readonly Factor[], scope: readonly number[]): Float64Array {
  if (scope.length > WIDTH_MOST) throw new Error('the network is too tangled to be solved exactly');
  const shelves = Array.from({ length: scope.length + 1 }, (): Factor[] => []);
  for (const factor of factors) shelves[scope.indexOf(factor.vars.at(-1) ?? -1) + 1]!.push(factor);
  const product = new Float64Array(2 ** scope.length);
  product[0] = shelves[0]!.reduce((whole, { table }) => whole * table[0]!, 1);
  for (let bit = 0; bit < scope.length; bit += 1) {
    product.copyWithin(1 << bit, 0, 1 << bit);
    const grown = scope.slice(0, bit + 1);
    for (const { vars, table } of shelves[bit + 1]!)
      multiplyBy(product, table, placesIn(vars, grown));
  }
  return product;
}

/** A table with the variable of one bit summed away. */
function summedOut(table: Float64Array, bit: number): Float64Array {
  const sums = new Float64Array(table.length / 2);
  const step = 1 << bit;
  for (let index = 0; index < sums.length; index += 1) {
    const own = ((index >> bit) << (bit + 1)) | (index & (step - 1));
    sums[index] = table[own]! + table[own | step]!;
  }
  return sums;
}

/** A table over fewer of its variables, the rest summed away one by one, so that the table halves each time. */
function narrowed(
  table: Float64Array,
  scope: readonly number[],
  to: readonly number[],
): Float64Array {
  let sums = table;
  for (let bit = scope.length - 1; bit >= 0; bit -= 1)
    if (!to.includes(scope[bit]!)) sums = summedOut(sums, bit);
  return sums;
}

/** How likely each variable of a table is true, the last first: what was looked at is summed away, so that the table halves each time. */
function truthsOf(table: Float64Array, width: number): number[] {
  const truths = new Array<number>(width);
  let sums = table;
  for (let bit = width - 1; bit >= 0; bit -= 1) {
    const half = 1 << bit;
    let [no, yes] = [0, 0];
    for (let index = 0; index < half; index += 1) {
      no += sums[index]!;
      yes += sums[half + index]!;
    }
    if (!(no + yes > 0)) throw new Error('the evidence contradicts itself');
    truths[bit] = yes / (no + yes);
    sums = summedOut(sums, bit);
  }
  return truths;
}

/**
 * Sums all variables out but those asked for, one by one, by variable elimination: at each step the one that tangles the fewest others goes, and leaves its
 * small table behind. The answer does not depend on the order of the factors. Exact.
 *
 * @param query what is asked for; none = only {@link Eliminated.truths}
 * @throws when the evidence is impossible, or the network too tangled
 */
export function eliminated(factors: readonly Factor[], query: readonly number[]): Eliminated {
  const wanted = [...new Set(query)].sort((a, b) => a - b);
  let count = (wanted.at(-1) ?? -1) + 1;
  for (const { vars } of factors) for (const v of vars) count = Math.max(count, v + 1);
  const order = orderOf(factors, count, (v) => wanted.includes(v));
  const turn = new Int32Array(count).fill(order.length);
  order.forEach(({ variable }, i) => {
    turn[variable] = i;
  });
  // A table is multiplied in where the first of its variables goes; where none does, into what is asked for.
  const firstOf = (vars: readonly number[]) =>
    vars.reduce((first, v) => Math.min(first, turn[v]!), order.length);
  const shelves = Array.from({ length: order.length + 1 }, (): Factor[] => []);
  for (const factor of factors) shelves[firstOf(factor.vars)]!.push(factor);
  const steps = order.map(({ variable, scope }, i): Step => {
    const product = productOf(shelves[i]!, scope);
    const message: Factor = {
      vars: scope.filter((v) => v !== variable),
      table: summedOut(product, scope.indexOf(variable)),
    };
    const to = firstOf(message.vars);
    shelves[to]!.push(message);
    return { variable, scope, product, message, to: to < order.length ? to : -1 };
  });
  const table = productOf(shelves[order.length]!, wanted);
  const sum = table.reduce((a, b) => a + b, 0);
  if (!(sum > 0)) throw new Error('the evidence contradicts itself');
  return {
    vars: wanted,
    table: table.map((v) => v / sum),
    sum,
    truths: (weights) => truthsFrom(steps, table, wanted, count, weights),
  };
}

function truthsFrom(
  steps: readonly Step[],
  table: Float64Array,
  wanted: readonly number[],
  count: number,
  weights?: Float64Array,
): number[] {
  const root = weights ? table.map((v, i) => v * weights[i]!) : table;
  const truths = new Array<number>(count).fill(NaN);
  truthsOf(root, wanted.length).forEach((truth, bit) => {
    truths[wanted[bit]!] = truth;
  });
  const whole = new Array<Float64Array>(steps.length);
  for (let i = steps.length - 1; i >= 0; i -= 1) {
    const { variable, scope, product, message, to } = steps[i]!;
    let own = product;
    if (message.vars.length > 0) {
      const ratio =
        to < 0
          ? narrowed(root, wanted, message.vars)
          : narrowed(whole[to]!, steps[to]!.scope, message.vars);
      own = product.slice();
      multiplyBy(own, divided(ratio, message.table), placesIn(message.vars, scope));
    }
    whole[i] = own;
    truths[variable] = truthsOf(narrowed(own, scope, [variable]), 1)[0]!;
  }
  return truths;
}

/** One table by another over the same variables; where the divisor is nothing the dividend is too. */
const divided = (over: Float64Array, under: Float64Array): Float64Array =>
  over.map((v, i) => (under[i] === 0 ? 0 : v / under[i]!));

/** Entropy of a distribution, bits. */
export const entropyBits = (probabilities: Iterable<number>): number => {
  let sum = 0;
  for (const p of probabilities) if (p > 0) sum -= p * Math.log2(p);
  return sum;
};
