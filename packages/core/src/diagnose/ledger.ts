import { NODES, posterior, type Evidence } from './model.ts';
import { HOUSE_TABLES, type Tables } from './tables.ts';
import type { ProbeTest } from './tests.ts';
import { sayEvidence } from './words.ts';

/** One piece of evidence and how far it moves a cause: bits of log-odds, positive toward it. */
export interface Weight {
  what: string;
  bits: number;
  /** Why it bears on this cause, in a sentence. */
  why: string;
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
  const without = evidence.map((_, i) =>
    posterior([...evidence.slice(0, i), ...evidence.slice(i + 1)], tables),
  );
  return nodes.map((node) =>
    evidence
      .map((e, i): Weight => {
        const bits = logOdds(whole[node] ?? NaN) - logOdds(without[i]?.[node] ?? NaN);
        return { what: sayEvidence(e), bits, why: whyOf(e, node, bits, tables) };
      })
      .sort((a, b) => Math.abs(b.bits) - Math.abs(a.bits)),
  );
}

/** Why a piece of evidence bears on a cause: its link in words, or that it speaks for another one. */
function whyOf(e: Evidence, node: number, bits: number, tables: Tables): string {
  const { cause, side } = NODES[node]!;
  const elsewhere =
    bits >= 0
      ? 'What else could have explained things is less likely by it.'
      : 'It speaks for another cause, which leaves less to explain by this one.';
  if (e.kind === 'finding') {
    const crossed = e.side === null ? null : e.side === 'left' ? 'right' : 'left';
    const link = tables.links.find(
      (l) =>
        l.finding === e.finding &&
        l.cause === cause &&
        (e.side === null || side === null || side === (l.crosses ? crossed : e.side)),
    );
    if (!link) return elsewhere;
    return e.sure >= 0.5 ? link.because : `It would be expected: ${lowered(link.because)}`;
  }
  const { relieves, worsens, hurts, blocks = [] } = tables.tests[e.test];
  const has = (list: ProbeTest['relieves']) => list.some(([c]) => c === cause);
  if (e.side !== null && side !== null && e.side !== side) return elsewhere;
  const isBetter = e.outcome === 'clears' || e.outcome === 'helps';
  if (has(relieves))
    return isBetter
      ? 'The test takes this cause away, and it got better.'
      : 'The test takes this cause away, and it got no better.';
  if (has(hurts) && e.outcome === 'pain') return 'This cause hurts in the test.';
  if (has(worsens))
    return e.outcome === 'worse'
      ? 'The test shows more of this cause, and it got worse.'
      : 'The test shows more of this cause, and it did not get worse.';
  if (blocks.includes(cause))
    return isBetter
      ? 'With this cause it would not have turned out well.'
      : 'With this cause it does not turn out well.';
  return elsewhere;
}

const lowered = (sentence: string) => sentence.charAt(0).toLowerCase() + sentence.slice(1);
