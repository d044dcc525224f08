import { outcomesByRange, type Evidence } from '../causes/model.ts';
import type { Tables } from '../causes/tables.ts';
import type { SquatsInTests, TestRatio } from '../setup/watched.ts';

/**
 * Compares each short test that is the squat in another setup with its table: by how much its outcome is likelier with the ends that are short there.
 *
 * @param evidence of the squat that was looked at, its tests among it
 */
export const testRatios = (
  evidence: readonly Evidence[],
  inTest: SquatsInTests,
  tables: Tables,
): TestRatio[] =>
  evidence.flatMap((e): TestRatio[] => {
    const squat = e.kind === 'test' && e.outcome !== 'pain' ? inTest[e.test] : undefined;
    if (e.kind !== 'test' || !squat) return [];
    const rest = evidence.filter((other) => other !== e);
    const chances = (isInOwn: boolean) =>
      outcomesByRange(rest, e.test, e.side, tables, isInOwn).find((o) => o.outcome === e.outcome)
        ?.chances ?? [];
    const [usual, own] = [chances(false), chances(true)];
    const ratio = own.map((p, at) => {
      const by = usual[at % usual.length]!;
      return by > 0 ? p / by : 1;
    });
    return ratio.length > 0 ? [{ squat, ratio }] : [];
  });
