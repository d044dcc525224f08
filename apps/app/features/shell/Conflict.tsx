import { useState } from 'react';
import { View } from 'react-native';
import { Choice } from '../../ui/Choice.tsx';
import { Button } from '../../ui/elements.ts';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { settleConflict, useAppDispatch, type Held } from '../data/index.ts';
import { canBeKept } from './canBeKept.ts';
import { capital } from '@zither/words/terms';
import { differences, mergedValues } from './differences.ts';

/** The two versions of a row that collided, in words; where they differ in several fields, chosen field by field. */
export function Conflict({ item }: { item: Held }) {
  const dispatch = useAppDispatch();
  const { operation, current, base, seq } = item;
  const found = current ? differences(operation, current, base) : [];
  const [changed, setChanged] = useState<Record<string, 'mine' | 'other'>>({});
  if (!current) return null;
  const chosen = Object.fromEntries(found.map((d) => [d.key, changed[d.key] ?? d.usual]));
  const merged = mergedValues(operation, current, chosen);
  const own = ('values' in operation ? operation.values : {}) as Record<string, unknown>;
  const isByField = found.length > 1;
  const settle = (values: Record<string, unknown> | null) =>
    void dispatch(settleConflict(seq, values));
  return (
    <View style={{ gap: space.s }}>
      {found.map((d) =>
        isByField ? (
          <Choice
            key={d.key}
            label={capital(d.what)}
            value={chosen[d.key]!}
            options={[
              { value: 'mine', label: `Mine: ${d.mine}` },
              { value: 'other', label: `The other: ${d.other}` },
            ]}
            onChange={(to) => setChanged({ ...changed, [d.key]: to })}
          />
        ) : (
          <Say key={d.key} small>{`${capital(d.what)}: mine ${d.mine} · the other ${d.other}`}</Say>
        ),
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
        {isByField && (
          <Button
            title="Keep what is chosen"
            disabled={!canBeKept(operation, merged)}
            onPress={() => settle(merged)}
          />
        )}
        <Button type="outline" title="Keep mine" onPress={() => settle(own)} />
        <Button type="outline" title="Take the other" onPress={() => settle(null)} />
      </View>
      {isByField && !canBeKept(operation, merged) && (
        <Say small>These values do not fit together. Choose again, or keep one version whole.</Say>
      )}
    </View>
  );
}
