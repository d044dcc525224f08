import type { Dossier } from '@zither/contract';
import { answerOf, setupBasis, thoughtOn } from '@zither/visit';
import { beliefAfter, evidenceOf, HOUSE_RULES, rangeFits } from '@zither/core';
import type { BenchLine } from './line.ts';
import { THOROUGH } from './diagnosis.ts';

const ms = (value: number) => `${value.toFixed(0)} ms`;

/** Runs something and says how long it took, ms. */
function timed(run: () => void): number {
  const start = performance.now();
  run();
  return performance.now() - start;
}

const middle = (list: readonly number[]): number =>
  [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? NaN;

/** Answers on the demo clients as their pages ask for them, each on a record just read. */
export async function benchAnswers(address: string, today: string): Promise<BenchLine[]> {
  const { clients } = (await (await fetch(`${address}/api/clients`)).json()) as {
    clients: { id: string }[];
  };
  const texts: string[] = [];
  for (const { id } of clients.slice(0, 16))
    texts.push(await (await fetch(`${address}/api/clients/${id}`)).text());
  const ask = (text: string) => ({
    dossier: JSON.parse(text) as Dossier,
    on: today,
    tables: [],
  });
  const each = (run: (asked: ReturnType<typeof ask>) => void): number[] =>
    texts.map((text) => middle([0, 1, 2].map(() => timed(() => run(ask(text))))));
  const whole = each((asked) => answerOf(asked));
  const thought = each((asked) => thoughtOn(asked));
  const evidence = evidenceOf(THOROUGH);
  const told = middle(Array.from({ length: 20 }, () => timed(() => rangeFits(evidence))));
  const beliefs = texts.flatMap((text) => {
    const basis = setupBasis(ask(text).dossier, [], HOUSE_RULES);
    return basis ? [timed(() => beliefAfter({ ...basis.question }, basis.tried))] : [];
  });
  return [
    {
      what: `Whole answer of a demo client: median of ${texts.length} (longest)`,
      measured: `${ms(middle(whole))} (${ms(Math.max(...whole))})`,
      goal: '≤ 400 ms',
    },
    {
      what: 'Opinion with what would tell more, setup search included: median (longest)',
      measured: `${ms(middle(thought))} (${ms(Math.max(...thought))})`,
      goal: 'reported',
    },
    {
      what: 'Belief after all looks, tests and trials of a demo client: median (longest); what looks say alone',
      measured: `${ms(middle(beliefs))} (${ms(Math.max(...beliefs))}); ${told.toFixed(1)} ms`,
      goal: '≤ 30 ms',
    },
  ];
}
