import {
  CAUSES,
  FAULT_IDS,
  findingChance,
  HOUSE_TABLES,
  NODES,
  SIDED_FINDINGS,
  outcomeChances,
  type CauseId,
  type Evidence,
  type Side,
  type Tables,
} from '../src/index.ts';

/** Whether a cause is at work on a side; of a cause without sides, at all. */
const isAt = (cause: CauseId, side: Side | null, isTrue: (node: number) => boolean): boolean =>
  NODES.some((n, i) => n.cause === cause && (n.side === null || n.side === side) && isTrue(i));

/**
 * How well it fits a cause at work that nothing was seen of it, beside a cause that is not: so often it does not show at all; else it shows in at least one
 * of these, drawn one by one in every pattern; what is there is missed, beside what is not there being called clean, at the odds of who looked.
 */
function notSeenChance(list: readonly { there: number; missed: number }[], hides: number): number {
  let [fits, shown] = [0, 0];
  for (let pattern = 1; pattern < 2 ** list.length; pattern += 1) {
    let [likely, seen] = [1, 1];
    list.forEach(({ there, missed }, i) => {
      const is = (pattern >> i) & 1;
      likely *= is ? there : 1 - there;
      if (is) seen *= missed / (1 - missed);
    });
    shown += likely;
    fits += likely * seen;
  }
  return shown > 0 ? hides + ((1 - hides) * fits) / shown : 1;
}

/** Chance of one piece of evidence in a world where these causes are true; written again, from the words of the tables. */
export function evidenceChance(
  e: Evidence,
  isTrue: (node: number) => boolean,
  tables: Tables = HOUSE_TABLES,
  stops: boolean | null = null,
): number {
  switch (e.kind) {
    case 'test':
      return outcomeChances(e.test, e.side, isTrue, tables)[e.outcome] ?? NaN;
    case 'together': {
      const ankle = (side: Side) =>
        isAt('ankleJoint', side, isTrue) || isAt('ankleBlock', side, isTrue);
      const short = [ankle('left'), ankle('right'), isAt('hipFoldRoom', null, isTrue)];
      return e.table[short.reduce((bits, is, i) => bits + (is ? 2 ** i : 0), 0)]!;
    }
    case 'clean': {
      let chance = 1;
      // A short ankle shows alike whether the joint ends it or something in front of it.
      const isAtWork = (n: (typeof NODES)[number], i: number) =>
        n.cause === 'ankleJoint'
          ? isTrue(i) || isAt('ankleBlock', n.side, isTrue)
          : n.cause !== 'ankleBlock' && isTrue(i);
      NODES.forEach((n, i) => {
        if (!isAtWork(n, i)) return;
        // All that this cause shows as on its side, as a look can tell it.
        const shows = tables.links
          .filter((l) => l.cause === n.cause && l.strength !== 'against')
          .filter((l) => (FAULT_IDS as readonly string[]).includes(l.finding))
          .flatMap((l) => {
            const sides: (Side | null)[] = !SIDED_FINDINGS.includes(l.finding)
              ? [null]
              : n.side === null
                ? ['left', 'right']
                : [l.crosses ? (n.side === 'left' ? 'right' : 'left') : n.side];
            return sides.map((side) => ({ ...l, side }));
          });
        if (
          shows.some((l) =>
            e.seen.some((f) => f.finding === l.finding && [null, l.side].includes(f.side)),
          )
        )
          return;
        const isRange = ['ankleJoint', 'hipFoldRoom'].includes(n.cause);
        chance *= notSeenChance(
          shows.map((l) => {
            const part = e.of.find((p) => p.finding === l.finding && p.side === l.side);
            return { there: tables.strength[l.strength], missed: part?.missed ?? 0.5 };
          }),
          isRange ? 0.15 : 0.5,
        );
      });
      return chance;
    }
    case 'finding': {
      const ends: Partial<Record<string, readonly CauseId[]>> = {
        ankleShort: ['ankleJoint', 'ankleBlock'],
        foldShort: ['hipFoldRoom'],
      };
      const causes = ends[e.finding];
      if (causes) {
        const share = 1 - causes.reduce((none, c) => none * (1 - CAUSES[c].prior), 1);
        const isShort = causes.some((c) => isAt(c, e.side, isTrue));
        return isShort ? e.sure / share : (1 - e.sure) / (1 - share);
      }
      const there = findingChance(e.finding, e.side, isTrue, tables, null, stops);
      return e.sure * there + (1 - e.sure) * (1 - there);
    }
  }
}
