import type { Dossier, TableChangeRow } from '@zither/contract';
import { beliefAfter, chanceIn, type MethodProfile, type Placed } from '@zither/core';
import { setupBasis } from './inUse.ts';
import { loadSetsOf } from './loadLog.ts';
import type { NewestEntry } from './newest.ts';
import { rulesOn } from './practiceRules.ts';
import { limitsOf, safetyOf } from './safety.ts';
import { basisOf } from './signs.ts';
import { countingTrials } from './trying.ts';

/** One entry, and the chance of a setup as it would be without it. */
export interface LeftOut {
  /** Of a reading taken several times, its last one. */
  entry: NewestEntry;
  without: number;
}

/** What is asked: a record, the day, what the practice set, and the setup with its chance. */
export interface LeftOutQuestion {
  dossier: Dossier;
  on: string;
  tables: readonly TableChangeRow[];
  of: { at: Placed; method: MethodProfile; chance: number };
}

/** A chance that moves less is not worth a line (house default). */
const MOVES_LEAST = 0.01;
/** So many entries are named. */
const NAMED_MOST = 8;

/**
 * How the chance of a setup would be without each look, test, trial and reading that counts, the one that moves it most first. A reading nothing could be said
 * without, such as the only one of an ankle, is not among them.
 */
export function leftOut({ dossier, on, tables, of }: LeftOutQuestion): LeftOut[] {
  const { at, method, chance } = of;
  const limits = limitsOf(safetyOf(dossier, on));
  const rules = rulesOn(tables);
  const chanceOf = (record: Dossier): number | null => {
    const basis = setupBasis(record, limits, rules);
    return basis && chanceIn(basis.question, method, beliefAfter(basis.question, basis.tried), at);
  };
  return entriesThatCount(dossier, on)
    .flatMap(({ entry, ids }): LeftOut[] => {
      const rows = dossier[entry.kind] as readonly { id: string }[];
      const without = chanceOf({
        ...dossier,
        [entry.kind]: rows.filter((row) => !ids.includes(row.id)),
      });
      return without === null || Math.abs(without - chance) < MOVES_LEAST
        ? []
        : [{ entry, without }];
    })
    .sort((a, b) => Math.abs(b.without - chance) - Math.abs(a.without - chance))
    .slice(0, NAMED_MOST);
}

const lastOf = (rows: Dossier['trials']) => rows.reduce((a, b) => (b.takenAt > a.takenAt ? b : a));

/** Entries that may weigh on a chance, each with the rows that go with it. */
function entriesThatCount(
  dossier: Dossier,
  on: string,
): { entry: NewestEntry; ids: readonly string[] }[] {
  const { since } = basisOf(dossier, on, [], []);
  const isOfLook = (row: { takenOn: string; condition: string; discarded: boolean }) =>
    row.takenOn === since && row.condition !== 'trial' && !row.discarded;
  // Of each reading the newest day counts.
  const readings = new Map<string, Dossier['trials']>();
  for (const row of dossier.trials) {
    if (row.struck) continue;
    const key = `${row.measure} ${row.side ?? ''}`;
    const known = readings.get(key) ?? [];
    const newest = known[0]?.takenOn ?? '';
    if (row.takenOn > newest) readings.set(key, [row]);
    else if (row.takenOn === newest) readings.set(key, [...known, row]);
  }
  const one = (entry: NewestEntry) => ({ entry, ids: [entry.row.id] });
  return [
    ...dossier.tried
      .filter((row) => !row.undone && row.takenOn >= since)
      .map((row) => one({ kind: 'tried', row })),
    ...dossier.judgements.filter(isOfLook).map((row) => one({ kind: 'judgements', row })),
    ...dossier.captures.filter(isOfLook).map((row) => one({ kind: 'captures', row })),
    ...countingTrials(dossier).map((row) => one({ kind: 'setupTrials', row })),
    ...loadSetsOf(dossier)
      .filter((row) => row.watched !== null)
      .map((row) => one({ kind: 'loadSets', row })),
    ...[...readings.values()].map((rows) => ({
      entry: { kind: 'trials' as const, row: lastOf(rows) },
      ids: rows.map((row) => row.id),
    })),
  ];
}
