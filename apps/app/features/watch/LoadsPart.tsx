import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { loadsCompared, type LoadsCompared } from '@zither/visit';
import { sayLoadOfSet, sayLoadsTitle, sayRising, SEEN_AT_LOAD } from '@zither/words/loads';
import { sayFault } from '@zither/words/watch';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';

/** Sets of one day at rising loads, side by side: at which of them a fault begins. */
export function LoadsPart({ dossier }: { dossier: Dossier }) {
  const tables = loadsCompared(dossier);
  if (tables.length === 0) return null;
  return (
    <Part title="Sets at rising loads">
      {tables.map((table) => (
        <Table key={table.view} table={table} />
      ))}
    </Part>
  );
}

function Table({ table }: { table: LoadsCompared }) {
  const { colors } = useLook();
  const title = sayLoadsTitle(table);
  const row = {
    flexDirection: 'row',
    gap: space.s,
    paddingVertical: space.xs,
    borderTopWidth: 1,
    borderColor: colors.hairline,
  } as const;
  return (
    <View style={{ gap: space.xs }}>
      <Say small soft>
        {title}
      </Say>
      {table.rows.length === 0 ? (
        <Say>{sayRising(table)}</Say>
      ) : (
        <>
          <View role="table" aria-label={title} style={{ maxWidth: 720 }}>
            <View role="row" style={{ ...row, borderTopWidth: 0 }}>
              <View role="columnheader" style={{ flex: 2 }}>
                <Say small soft strong>
                  Fault
                </Say>
              </View>
              {table.sets.map((set) => (
                <View key={set.key} role="columnheader" style={{ flex: 1 }}>
                  <Say small soft strong number>
                    {sayLoadOfSet(set)}
                  </Say>
                </View>
              ))}
            </View>
            {table.rows.map(({ fault, side, at }) => (
              <View key={`${fault} ${side ?? ''}`} role="row" style={row}>
                <View role="cell" style={{ flex: 2 }}>
                  <Say small>{sayFault(fault, side)}</Say>
                </View>
                {at.map((seen, i) => (
                  <View key={table.sets[i]?.key ?? i} role="cell" style={{ flex: 1 }}>
                    <Say small strong={seen === 'clear'} soft={seen === 'notLookedAt'}>
                      {SEEN_AT_LOAD[seen]}
                    </Say>
                  </View>
                ))}
              </View>
            ))}
          </View>
          <Say small>{sayRising(table)}</Say>
        </>
      )}
    </View>
  );
}
