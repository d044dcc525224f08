import type { Dossier, Move } from '@zither/contract';
import { ENTRY_LISTS } from '@zither/contract/kinds';
import { onOtherSide } from '@zither/contract/row';
import { withRow } from './rowLists.ts';

/** A dossier without rows that are with another client now. */
export function without(dossier: Dossier, ids: ReadonlySet<string>): Dossier {
  if (ids.size === 0) return dossier;
  const left = { ...dossier };
  for (const list of Object.values(ENTRY_LISTS))
    Object.assign(left, {
      [list]: (dossier[list] as { id: string }[]).filter((row) => !ids.has(row.id)),
    });
  return { ...left, corrections: left.corrections.filter((c) => !ids.has(c.ofId)) };
}

/** Rows that were moved to another client and did not come back since. */
export function goneFrom(moves: readonly Move[]): Set<string> {
  const gone = new Set<string>();
  for (const { change, entries } of [...moves].sort((a, b) => a.saidAt.localeCompare(b.saidAt)))
    for (const { id } of entries)
      if (change.kind === 'away') gone.add(id);
      else gone.delete(id);
  return gone;
}

/** A move and what it did: entries that are gone from here, or said of the other side. */
export function withMove(dossier: Dossier, move: Move): Dossier {
  const seen = { ...dossier, moves: withRow(dossier.moves, move) };
  if (move.change.kind === 'away') return without(seen, new Set(move.entries.map((e) => e.id)));
  if (move.change.kind === 'here' || dossier.moves.some((m) => m.id === move.id)) return seen;
  for (const { entity, id } of move.entries) {
    const list = ENTRY_LISTS[entity];
    Object.assign(seen, {
      [list]: (seen[list] as { id: string; version: number }[]).map((row) =>
        // The server counts a version once the move is there.
        row.id === id
          ? { ...onOtherSide(row), version: row.version + (move.version > 0 ? 1 : 0) }
          : row,
      ),
    });
  }
  return seen;
}
