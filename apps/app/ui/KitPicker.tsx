import { useState } from 'react';
import { View } from 'react-native';
import type { KitItem } from '@zither/contract';
import { wedgeAngleDeg } from '@zither/visit';
import { sayKit, type AS_NAMES, sayWedge } from '@zither/words/kit';
import { Button } from './elements.ts';
import { Choice } from './Choice.tsx';
import { Say } from './Say.tsx';
import { Stepper } from './Stepper.tsx';
import { Ticks } from './Ticks.tsx';
import { READABLE_PX, space } from './theme.ts';

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

/** Pieces to stand on and sit to: the usual ones a tap each, any other by its size. */
export function KitPicker({
  label,
  kit,
  usual,
  onChange,
}: {
  /** Whose kit it is. */
  label: string;
  kit: readonly KitItem[];
  /** Offered a tap each, whether they are there or not. */
  usual: readonly KitItem[];
  onChange: (kit: KitItem[]) => void;
}) {
  const [kind, setKind] = useState<Kind>('plate');
  const [sizes, setSizes] = useState<(number | null)[]>([null, null]);
  const [isPair, setIsPair] = useState(true);
  const piece = pieceOf(kind, isPair, sizes);
  const isWedge = kind === 'wedgeByAngle' || kind === 'wedgeByHeight';
  const has = (item: KitItem) => kit.some((k) => sayKit(k) === sayKit(item));
  const shown = [...usual, ...kit.filter((k) => !usual.some((u) => sayKit(u) === sayKit(k)))];
  return (
    <View style={{ gap: space.m }}>
      <Ticks
        label={label}
        options={shown.map((item) => ({ value: sayKit(item), label: sayKit(item) }))}
        values={kit.map(sayKit)}
        onChange={(named, isHere) => {
          const item = shown.find((k) => sayKit(k) === named);
          if (item) onChange(isHere ? [...kit, item] : kit.filter((k) => sayKit(k) !== named));
        }}
      />
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
      <View style={{ maxWidth: READABLE_PX, gap: space.m }}>
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
      </View>
      {kind === 'wedgeByHeight' && sizes.every((v) => v !== null) && (
        <Say small number>
          {sayWedge(
            piece?.kind === 'ramp' ? piece.angleDeg : wedgeAngleDeg(sizes[0] ?? 0, sizes[1] ?? 1),
            piece?.kind === 'ramp',
          )}
        </Say>
      )}
      <Button
        type="outline"
        containerStyle={{ alignSelf: 'flex-start' }}
        title="Add this piece"
        disabled={piece === null}
        onPress={() => {
          if (!piece) return;
          if (!has(piece)) onChange([...kit, piece]);
          setSizes([null, null]);
        }}
      />
    </View>
  );
}
