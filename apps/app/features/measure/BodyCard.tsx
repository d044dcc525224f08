import { View } from 'react-native';
import type { Client, ClientValues } from '@zither/contract';
import { LENGTH_PER_STATURE, SHOULDER_WIDTH_PER_STATURE } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Say } from '../../ui/Say.tsx';
import { Stepper } from '../../ui/Stepper.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { useChanges } from '../data/index.ts';
import { clientValuesOf } from '@zither/visit';
import { sayLength } from '@zither/words/units';

type Segment = 'thigh' | 'shank' | 'trunk' | 'foot';

const SEGMENTS: { id: Segment; name: string; possible: [number, number] }[] = [
  { id: 'shank', name: 'Shin', possible: [25, 70] },
  { id: 'thigh', name: 'Thigh', possible: [25, 70] },
  { id: 'trunk', name: 'Trunk', possible: [30, 80] },
  { id: 'foot', name: 'Foot', possible: [15, 40] },
];

/** Stature, mass, and the lengths a tape can give. Measured lengths are kept apart from those estimated from stature. */
export function BodyCard({ client }: { client: Client }) {
  const { putClient } = useChanges();
  const now = clientValuesOf(client);
  const save = (change: Partial<ClientValues>) => putClient(client, { ...now, ...change });
  return (
    <View style={{ gap: space.l }}>
      <Stepper
        label="Stature"
        unit="cm"
        digits={1}
        step={0.5}
        value={client.statureMm / 10}
        possible={{ least: 90, most: 250 }}
        usual={{ least: 140, most: 210 }}
        startAt={client.statureMm / 10}
        onChange={(v) => save({ statureMm: Math.round(v * 10) })}
      />
      <Stepper
        label="Body mass"
        unit="kg"
        digits={1}
        step={0.5}
        value={client.massKg}
        possible={{ least: 20, most: 350 }}
        usual={{ least: 40, most: 160 }}
        startAt={client.massKg}
        onChange={(massKg) => save({ massKg })}
      />
      {SEGMENTS.map(({ id, name, possible }) => (
        <Length
          key={id}
          name={name}
          mm={client.segmentsMm[id] ?? null}
          estimateMm={LENGTH_PER_STATURE[id] * client.statureMm}
          possible={possible}
          onChange={(mm) => save({ segmentsMm: { ...now.segmentsMm, [id]: mm ?? undefined } })}
        />
      ))}
      <Length
        name="Inter-ASIS"
        note="Hip joints lie 14 % of it inside each point (Bell et al. 1990, from memory)."
        mm={client.interAsisMm}
        estimateMm={(LENGTH_PER_STATURE.hipSeparation * client.statureMm) / 0.72}
        possible={[12, 45]}
        onChange={(interAsisMm) => save({ interAsisMm })}
      />
      <Length
        name="Shoulder width"
        mm={client.shoulderWidthMm}
        estimateMm={SHOULDER_WIDTH_PER_STATURE * client.statureMm}
        possible={[20, 70]}
        onChange={(shoulderWidthMm) => save({ shoulderWidthMm })}
      />
    </View>
  );
}

function Length({
  name,
  note,
  mm,
  estimateMm,
  possible,
  onChange,
}: {
  name: string;
  note?: string;
  mm: number | null;
  estimateMm: number;
  possible: [number, number];
  onChange: (mm: number | null) => void;
}) {
  const { colors } = useLook();
  const about = estimateMm / 10;
  return (
    <View style={{ gap: space.xs }}>
      <Stepper
        label={name}
        hint={
          mm === null
            ? `Estimated ${sayLength(estimateMm, 1)} from stature`
            : `Measured · stature alone would say ${sayLength(estimateMm, 1)}`
        }
        unit="cm"
        digits={1}
        step={0.5}
        value={mm === null ? null : mm / 10}
        possible={{ least: possible[0], most: possible[1] }}
        usual={{ least: about * 0.82, most: about * 1.18 }}
        startAt={Math.round(about * 2) / 2}
        onChange={(v) => onChange(Math.round(v * 10))}
      />
      {note && (
        <Say soft small>
          {note}
        </Say>
      )}
      {mm !== null && (
        <View style={{ alignItems: 'flex-start' }}>
          <Button
            type="clear"
            title={`Back to the estimate: ${name}`}
            buttonStyle={{ paddingHorizontal: 0 }}
            titleStyle={{ color: colors.brass, fontSize: 15 }}
            onPress={() => onChange(null)}
          />
        </View>
      )}
    </View>
  );
}
