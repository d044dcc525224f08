import type { Side } from '../linkage/setup.ts';
import { RANGE_READINGS, type FindingId } from '../causes/links.ts';
import { posterior, type Evidence } from '../causes/model.ts';
import { NODES } from '../causes/variables.ts';
import { HOUSE_TABLES, type Tables } from '../causes/tables.ts';
import type { ProbeTest } from '../causes/tests.ts';

/** Why a piece of evidence counts for or against a cause. */
export type WeightReason =
  /** The tables link the finding with the cause; `isThere`: it was seen, else it was looked for and not there. */
  | { kind: 'link'; because: string; isThere: boolean }
  /** The test takes this cause away. */
  | { kind: 'relieves'; isBetter: boolean }
  | { kind: 'hurts' }
  /** The outcome of the test names this cause; or another outcome would have. */
  | { kind: 'names'; isIt: boolean }
  /** The test shows more of this cause. */
  | { kind: 'worsens'; isWorse: boolean }
  /** With this cause the test usually fails. */
  | { kind: 'blocks'; isBetter: boolean }
  /** It supports or weakens other causes, and through them this one. */
  | { kind: 'elsewhere' };

/** One piece of evidence and how far it moves a cause: bits of log-odds, positive toward it. */
export interface Weight {
  evidence: Evidence;
  bits: number;
  reason: WeightReason;
}

const logOdds = (p: number): number => {
  const q = Math.min(1 - 1e-12, Math.max(1e-12, p));
  return Math.log2(q / (1 - q));
};

/**
 * Every piece of evidence with how far it moves each of some causes: the log-odds with all of it, less those without that piece. Heaviest
 * first.
 */
export function ledgersOf(
  evidence: readonly Evidence[],
  nodes: readonly number[],
  tables: Tables = HOUSE_TABLES,
): Weight[][] {
  const whole = posterior(evidence, tables);
  // The readings' coupling is no piece by itself.
  const pieces = evidence.flatMap((e, i) =>
    e.kind === 'together'
      ? []
      : [{ e, left: posterior([...evidence.slice(0, i), ...evidence.slice(i + 1)], tables) }],
  );
  return nodes.map((node) =>
    pieces
      .map(({ e, left }): Weight => {
        const bits = logOdds(whole[node] ?? NaN) - logOdds(left[node] ?? NaN);
        return { evidence: e, bits, reason: reasonOf(e, node, tables) };
      })
      .sort((a, b) => Math.abs(b.bits) - Math.abs(a.bits)),
  );
}

const ELSEWHERE: WeightReason = { kind: 'elsewhere' };

function reasonOf(e: Evidence, node: number, tables: Tables): WeightReason {
  const { cause, side } = NODES[node]!;
  const linkOf = (finding: FindingId, on: Side | null) => {
    const crossed = on === null ? null : on === 'left' ? 'right' : 'left';
    return tables.links.find(
      (l) =>
        l.finding === finding &&
        l.cause === cause &&
        (on === null || side === null || side === (l.crosses ? crossed : on)),
    );
  };
  if (e.kind === 'together') return ELSEWHERE;
  if (e.kind === 'clean') {
    const link = e.of.map((part) => linkOf(part.finding, part.side)).find((l) => l);
    return link ? { kind: 'link', because: link.because, isThere: false } : ELSEWHERE;
  }
  if (e.kind === 'finding') {
    const reading = RANGE_READINGS[e.finding];
    const link =
      reading?.causes.includes(cause) && (e.side === null || side === e.side)
        ? reading
        : linkOf(e.finding, e.side);
    return link ? { kind: 'link', because: link.because, isThere: e.sure >= 0.5 } : ELSEWHERE;
  }
  const { relieves, worsens, hurts, blocks = [], named = {} } = tables.tests[e.test];
  const has = (list: ProbeTest['relieves']) => list.some(([c]) => c === cause);
  if (e.side !== null && side !== null && e.side !== side) return ELSEWHERE;
  const isBetter = e.outcome === 'clears' || e.outcome === 'helps';
  if (has(relieves)) return { kind: 'relieves', isBetter };
  if (has(hurts) && e.outcome === 'pain') return { kind: 'hurts' };
  if (Object.values(named).some((n) => has(n.causes)))
    return { kind: 'names', isIt: has(named[e.outcome]?.causes ?? []) };
  if (has(worsens)) return { kind: 'worsens', isWorse: e.outcome === 'worse' };
  return blocks.includes(cause) ? { kind: 'blocks', isBetter } : ELSEWHERE;
}
