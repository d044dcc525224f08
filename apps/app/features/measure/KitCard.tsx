import { useState } from 'react';
import { View } from 'react-native';
import type { Client, KitItem } from '@zither/contract';
import { Button } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Heading, Say } from '../../ui/Say.tsx';
import { Stepper } from '../../ui/Stepper.tsx';
import { space, TARGET_PX } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { clientValuesOf, wedgeAngleDeg } from '@zither/visit';
import { useChanges } from '../data/index.ts';
import { sayKit, type AS_NAMES } from '@zither/words/kit';
import { sayHeight } from '@zither/words/units';

/** What gyms usually have, one tap each. */
const USUAL: readonly KitItem[] = [
  ...[5, 10, 15, 25].map((riseMm) => ({ kind: 'block', as: 'plate', riseMm }) as const),
  { kind: 'block', as: 'shoe', riseMm: 20 },
  { kind: 'ramp', angleDeg: 10, pair: true, from: null },
  { kind: 'ramp', angleDeg: 15, pair: true, from: null },
  { kind: 'box', heightMm: 400 },
];

type Kind = keyof typeof AS_NAMES | 'wedgeByAngle' | 'wedgeByHeight' | 'box';

/** What is asked of a piece, in the order asked. */
const SIZES: Record<
  Kind,
  { label: string; unit: string; least: number; most: number; startAt: number }[]
> = {
  plate: [{ label: 'Its lift', unit: 'mm', least: 1, most: 80, startAt: 20 }],
  shoe: [{ label: 'Its lift', unit: 'mm', least: 1, most: 80, startAt: 20 }],
  board: [{ label: 'Its lift', unit: 'mm', least: 1, most: 80, startAt: 20 }],
  wedgeByAngle: [{ label: 'Its angle', unit: '°', least: 1, most: 30, startAt: 10 }],
  wedgeByHeight: [
    { label: 'Its height', unit: 'mm', least: 1, most: 200, startAt: 50 },
    { label: 'Its length', unit: 'mm', least: 50, most: 1000, startAt: 300 },
  ],
  box: [{ label: 'Its height', unit: 'cm', least: 10, most: 80, startAt: 40 }],
};

/** The piece that was described; null while a size is missing, or when a wedge would be steeper than can be stood on. */
function pieceOf(kind: Kind, isPair: boolean, sizes: readonly (number | null)[]): KitItem | null {
  const [first, second] = sizes;
  if (first === null || first === undefined) return null;
  switch (kind) {
    case 'wedgeByAngle':
      return { kind: 'ramp', angleDeg: first, pair: isPair, from: null };
    case 'wedgeByHeight': {
      if (second === null || second === undefined) return null;
      const angleDeg = wedgeAngleDeg(first, second);
      return angleDeg < 1 || angleDeg > 30
        ? null
        : { kind: 'ramp', angleDeg, pair: isPair, from: { riseMm: first, lengthMm: second } };
    }
    case 'box':
      return { kind: 'box', heightMm: first * 10 };
    default:
      return { kind: 'block', as: kind, riseMm: first };
  }
}

/** The kit on hand where this client squats; Set and the plan choose heels from it once it is said. */
export function KitCard({ client }: { client: Client }) {
  const { colors } = useLook();
  const { putClient } = useChanges();
  const [kind, setKind] = useState<Kind>('plate');
  const [sizes, setSizes] = useState<(number | null)[]>([null, null]);
  const [isPair, setIsPair] = useState(true);
  const piece = pieceOf(kind, isPair, sizes);
  const isWedge = kind === 'wedgeByAngle' || kind === 'wedgeByHeight';
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
          {kit.every((item) => item.kind === 'box')
            ? `Not said: any height in steps of ${sayHeight(5)} may be advised.`
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
          { value: 'wedgeByAngle', label: 'Wedge, by angle' },
          { value: 'wedgeByHeight', label: 'Wedge, by height' },
          { value: 'box', label: 'Box' },
        ]}
        value={kind}
        onChange={(k: Kind) => {
          setKind(k);
          setSizes([null, null]);
        }}
      />
      {isWedge && (
        <Choice
          label="How many"
          options={[
            { value: 'pair', label: 'A pair, one a foot' },
            { value: 'board', label: 'One board, lies straight' },
          ]}
          value={isPair ? 'pair' : 'board'}
          onChange={(v) => setIsPair(v === 'pair')}
        />
      )}
      {SIZES[kind].map(({ label, unit, least, most, startAt }, i) => (
        <Stepper
          key={`${kind} ${label}`}
          label={label}
          unit={unit}
          step={unit === 'mm' && most > 80 ? 5 : 1}
          value={sizes[i] ?? null}
          possible={{ least, most }}
          startAt={startAt}
          onChange={(v) => setSizes((was) => was.map((old, k) => (k === i ? v : old)))}
          onRefused={() => setSizes((was) => was.map((old, k) => (k === i ? null : old)))}
        />
      ))}
      {kind === 'wedgeByHeight' && sizes.every((v) => v !== null) && (
        <Say small number>
          {piece?.kind === 'ramp'
            ? `That is ${piece.angleDeg}°.`
            : `That is ${wedgeAngleDeg(sizes[0] ?? 0, sizes[1] ?? 1)}°: a wedge to stand on has 1° to 30°.`}
        </Say>
      )}
      <Button
        type="outline"
        title="Add this piece"
        disabled={piece === null}
        onPress={() => {
          if (!piece) return;
          if (!has(piece)) put([...kit, piece]);
          setSizes([null, null]);
        }}
      />
    </View>
  );
}
