import { useState } from 'react';
import { View } from 'react-native';
import type { Client, KitItem } from '@zither/contract';
import { Button } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Heading, Say } from '../../ui/Say.tsx';
import { Stepper } from '../../ui/Stepper.tsx';
import { space, TARGET_PX } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { clientValuesOf } from '../clients/clientValues.ts';
import { useChanges } from '../data/index.ts';

const AS_NAMES = { plate: 'Plate', shoe: 'Lifted shoe', board: 'Flat board' } as const;

export const sayKit = (item: KitItem): string =>
  item.kind === 'ramp' ? `Wedge ${item.angleDeg}°` : `${AS_NAMES[item.as]} ${item.riseMm} mm`;

/** What gyms usually have, one tap each. */
const USUAL: readonly KitItem[] = [
  ...[5, 10, 15, 25].map((riseMm) => ({ kind: 'block', as: 'plate', riseMm }) as const),
  { kind: 'block', as: 'shoe', riseMm: 20 },
  { kind: 'ramp', angleDeg: 10 },
  { kind: 'ramp', angleDeg: 15 },
];

type Kind = keyof typeof AS_NAMES | 'ramp';

/** The kit on hand where this client squats; Set and the plan choose heels from it once it is said. */
export function KitCard({ client }: { client: Client }) {
  const { colors } = useLook();
  const { putClient } = useChanges();
  const [kind, setKind] = useState<Kind>('plate');
  const [size, setSize] = useState<number | null>(null);
  const kit = client.kit;
  const put = (next: KitItem[]) => putClient(client, { ...clientValuesOf(client), kit: next });
  const has = (item: KitItem) => kit.some((k) => sayKit(k) === sayKit(item));
  const toggle = (item: KitItem) =>
    put(has(item) ? kit.filter((k) => sayKit(k) !== sayKit(item)) : [...kit, item]);
  const shown = [...USUAL, ...kit.filter((k) => !USUAL.some((u) => sayKit(u) === sayKit(k)))];
  return (
    <View style={{ gap: space.m }}>
      <View>
        <Heading level={2}>Kit on hand</Heading>
        <Say soft small>
          {kit.length === 0
            ? 'Not said: any height in 5 mm steps may be advised.'
            : 'Heels are advised from these only.'}
        </Say>
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
        {shown.map((item) => {
          const isHere = has(item);
          return (
            <Button
              key={sayKit(item)}
              type="outline"
              role="checkbox"
              aria-checked={isHere}
              title={sayKit(item)}
              onPress={() => toggle(item)}
              buttonStyle={{
                minHeight: TARGET_PX,
                paddingHorizontal: space.m,
                backgroundColor: isHere ? colors.ink : colors.surface,
                borderColor: isHere ? colors.ink : colors.hairline,
              }}
              titleStyle={{ fontSize: 15, color: isHere ? colors.paper : colors.ink }}
            />
          );
        })}
      </View>
      <Choice
        label="Another piece"
        options={[
          { value: 'plate', label: 'Plate' },
          { value: 'shoe', label: 'Lifted shoe' },
          { value: 'board', label: 'Flat board' },
          { value: 'ramp', label: 'Wedge' },
        ]}
        value={kind}
        onChange={(k: Kind) => {
          setKind(k);
          setSize(null);
        }}
      />
      <Stepper
        key={kind}
        label={kind === 'ramp' ? 'Its angle' : 'Its lift'}
        unit={kind === 'ramp' ? '°' : 'mm'}
        step={1}
        value={size}
        possible={kind === 'ramp' ? { least: 1, most: 30 } : { least: 1, most: 80 }}
        startAt={kind === 'ramp' ? 10 : 20}
        onChange={setSize}
        onRefused={() => setSize(null)}
      />
      <Button
        type="outline"
        title="Add this piece"
        disabled={size === null}
        onPress={() => {
          if (size === null) return;
          const item: KitItem =
            kind === 'ramp'
              ? { kind: 'ramp', angleDeg: size }
              : { kind: 'block', as: kind, riseMm: size };
          if (!has(item)) put([...kit, item]);
          setSize(null);
        }}
      />
    </View>
  );
}
