import type {
  CaptureLine,
  Dossier,
  Judgement,
  LoadSet,
  SetupTrial,
  TableChangeRow,
  Trial,
  Tried,
} from '@zither/contract';
import { basisOf } from './signs.ts';
import { diagnosisOf } from './opinion.ts';
import { rulesOn } from './practiceRules.ts';
import { limitsOf, safetyOf } from './safety.ts';
import { standsOf, workingOf, type Stand } from './working.ts';

/** The entry of a day that was said last. */
export type NewestEntry =
  | { kind: 'tried'; row: Tried }
  | { kind: 'trials'; row: Trial }
  | { kind: 'judgements'; row: Judgement }
  | { kind: 'captures'; row: CaptureLine }
  | { kind: 'setupTrials'; row: SetupTrial }
  | { kind: 'loadSets'; row: LoadSet };

/** The entry that weighs on causes or setups and was made or changed last on a day; null = none was. */
export function newestEntry(dossier: Dossier, day: string): NewestEntry | null {
  const all: NewestEntry[] = [
    ...dossier.tried.map((row) => ({ kind: 'tried' as const, row })),
    ...dossier.trials.map((row) => ({ kind: 'trials' as const, row })),
    ...dossier.judgements.map((row) => ({ kind: 'judgements' as const, row })),
    ...dossier.captures.map((row) => ({ kind: 'captures' as const, row })),
    ...dossier.setupTrials.map((row) => ({ kind: 'setupTrials' as const, row })),
    ...dossier.loadSets
      .filter((row) => row.watched !== null)
      .map((row) => ({ kind: 'loadSets' as const, row })),
  ];
  return all
    .filter(({ row }) => row.takenOn === day)
    .reduce<NewestEntry | null>((a, b) => (a && a.row.saidAt >= b.row.saidAt ? a : b), null);
}

/** Whether an entry was withdrawn, struck out or discarded. */
export const isOut = ({ kind, row }: NewestEntry): boolean =>
  kind === 'trials'
    ? row.struck !== null
    : kind === 'judgements' || kind === 'captures'
      ? row.discarded
      : row.undone;

/** A record as it stood until its newest entry was made or withdrawn. */
export function beforeEntry(dossier: Dossier, entry: NewestEntry): Dossier {
  const { kind, row } = entry;
  const back = { ...row, undone: false, struck: null, discarded: false };
  return {
    ...dossier,
    [kind]: (dossier[kind] as readonly { id: string }[]).flatMap((r) =>
      r.id !== row.id ? [r] : isOut(entry) ? [back] : [],
    ),
  };
}

/** What the plan does with every group of causes, before the newest entry of a day and after it; null where none was made. */
export function movedStands(
  dossier: Dossier,
  day: string,
  missing: Parameters<typeof basisOf>[3],
  tables: readonly TableChangeRow[],
): { before: Stand[]; after: Stand[] } | null {
  const entry = newestEntry(dossier, day);
  if (!entry) return null;
  const rules = rulesOn(tables);
  const standsIn = (of: Dossier): Stand[] => {
    const { signs, circumstances } = basisOf(of, day, limitsOf(safetyOf(of, day)), missing, rules);
    const diagnosis = diagnosisOf({ signs, circumstances, changes: rules.changes ?? [] });
    return standsOf(diagnosis.groups, workingOf(of, { diagnosis, tests: [] }));
  };
  return { before: standsIn(beforeEntry(dossier, entry)), after: standsIn(dossier) };
}
