import { sayDay } from '../data/index.ts';
import { View } from 'react-native';
import type { TableChangeRow } from '@zither/contract';
import { entryOf, houseValueOf, type TableChange } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { sayEntry, sayValue, withValue, type EntryValue } from './entries.ts';

/** What an entry held just before a row of the history. */
const before = (
  history: readonly TableChangeRow[],
  row: number,
  change: TableChange,
): EntryValue | null =>
  (history
    .slice(0, row)
    .flatMap((r) => r.changes)
    .filter((c) => entryOf(c as TableChange) === entryOf(change))
    .at(-1)?.to ?? null) as EntryValue | null;

/** Every change of the tables, newest first: who, when, why, from what to what; any of them can be undone, which is a change too. */
export function HistoryPart({
  history,
  onUndo,
}: {
  history: readonly TableChangeRow[];
  onUndo: (changes: TableChange[], why: string) => void;
}) {
  const { colors } = useLook();
  return (
    <Part title="History" hint="Never rewritten: undoing is a change of its own.">
      {history.length === 0 && <Say soft>Nothing was changed yet: the house defaults apply.</Say>}
      {history
        .map((row, i) => ({ row, i }))
        .reverse()
        .map(({ row, i }) => {
          const changes = row.changes as TableChange[];
          return (
            <View
              key={row.id}
              style={{
                flexDirection: 'row',
                alignItems: 'center',
                gap: space.s,
                paddingVertical: space.s,
                borderTopWidth: 1,
                borderColor: colors.hairline,
              }}
            >
              <View style={{ flex: 1, gap: 2 }}>
                {changes.slice(0, 4).map((c) => {
                  const house = houseValueOf(c);
                  return (
                    <Say key={entryOf(c)}>
                      {`${sayEntry(c)}: ${sayValue(c, before(history, i, c) ?? house)} → ${sayValue(c, c.to ?? house)}`}
                    </Say>
                  );
                })}
                {changes.length > 4 && <Say small soft>{`and ${changes.length - 4} more`}</Say>}
                <Say small soft>
                  {`${row.why} ${row.by === '' ? 'Somebody' : row.by}, ${sayDay(row.at.slice(0, 10))}`}
                </Say>
              </View>
              <Button
                type="clear"
                title="Undo"
                accessibilityLabel={`Undo: ${changes.slice(0, 1).map(sayEntry).join('')}`}
                onPress={() =>
                  onUndo(
                    changes.map((c) => withValue(c, before(history, i, c))),
                    'Undone.',
                  )
                }
              />
            </View>
          );
        })}
    </Part>
  );
}
