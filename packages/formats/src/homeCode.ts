/** What a client did at home, with the drills by their place in the plan, from 1. */
export interface HomeSaid {
  planId: string;
  /** yyyy-mm-dd. */
  on: string;
  done: readonly number[];
  hurts: readonly number[];
  felt: 'easy' | 'right' | 'hard' | null;
}

const FELT = [null, 'easy', 'right', 'hard'] as const;
const SIGNS = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789';

/** One sign that changes with every other one and with their order. */
const checkOf = (body: string): string =>
  SIGNS[[...body].reduce((sum, sign) => (31 * sum + sign.charCodeAt(0)) % 9973, 7) % SIGNS.length]!;

const planOf = (planId: string): string => planId.replaceAll('-', '').slice(0, 4).toUpperCase();
const digits = (list: readonly number[]): string =>
  [...new Set(list)].sort((a, b) => a - b).join('') || '0';

/**
 * What was done as a short text that can be read out or typed: plan, day, what was done, what hurts, how it felt, and a sign that catches a
 * slip. "7F3C-261127-D12-H2-F2-K".
 */
export function writeHomeCode({ planId, on, done, hurts, felt }: HomeSaid): string {
  const body = [
    planOf(planId),
    on.slice(2).replaceAll('-', ''),
    `D${digits(done)}`,
    `H${digits(hurts)}`,
    `F${FELT.indexOf(felt)}`,
  ].join('-');
  return `${body}-${checkOf(body)}`;
}

export type HomeCodeRead = { ok: true; said: HomeSaid } | { ok: false; problem: string };

const no = (problem: string): HomeCodeRead => ({ ok: false, problem });

/** Reads a code against the plans it may be about. Small letters, spaces and other dashes do not matter. */
export function readHomeCode(
  text: string,
  plans: readonly { id: string; drills: readonly unknown[] }[],
): HomeCodeRead {
  const code = text
    .trim()
    .toUpperCase()
    .replace(/[\s‐-―_]+/g, '-');
  const found =
    /^([0-9A-F]{4})-(\d{2})(\d{2})(\d{2})-D(\d{1,8})-H(\d{1,8})-F([0-3])-([A-Z0-9])$/.exec(code);
  if (!found)
    return no('This is no code from the client’s page. It looks like 7F3C-261127-D12-H0-F2-K.');
  const [, plan, year, month, day, d, h, f, check] = found as unknown as string[];
  if (check !== checkOf(code.slice(0, -2)))
    return no('One sign of this code is wrong. Ask for it again, sign by sign.');
  const of = plans.find((p) => planOf(p.id) === plan);
  if (!of) return no('This code is about another plan: an earlier one, or another client’s.');
  const on = `20${year}-${month}-${day}`;
  if (Number.isNaN(Date.parse(on))) return no('The day in this code is no day.');
  const list = (text_: string) => [...text_].map(Number).filter((n) => n > 0);
  const done = list(d!);
  const hurts = list(h!);
  if ([...done, ...hurts].some((n) => n > of.drills.length))
    return no('This code names a drill that the plan does not have.');
  return { ok: true, said: { planId: of.id, on, done, hurts, felt: FELT[Number(f)]! } };
}
