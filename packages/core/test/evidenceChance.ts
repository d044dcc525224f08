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

/** Chance of one piece of evidence in a world where these causes are true; written again, from the words of the tables. */
export function evidenceChance(
  e: Evidence,
  isTrue: (node: number) => boolean,
  tables: Tables = HOUSE_TABLES,
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
      NODES.forEach((n, i) => {
        if (!isTrue(i)) return;
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
        let [looked, all] = [0, 0];
        for (const l of shows) {
          const weight = tables.strength[l.strength];
          all += weight;
          const part = e.of.find((p) => p.finding === l.finding && p.side === l.side);
          if (part) looked += weight * (1 - part.missed / (1 - part.missed));
        }
        if (all > 0) chance *= 1 - looked / all;
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
      const there = findingChance(e.finding, e.side, isTrue, tables);
      return e.sure * there + (1 - e.sure) * (1 - there);
    }
  }
}
