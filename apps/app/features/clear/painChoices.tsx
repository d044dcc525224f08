import { useState, type ReactNode } from 'react';
import { hasSides, type PainPlace, type PainSide } from '@zither/core';
import { Choice } from '../../ui/Choice.tsx';
import { PLACE_NAMES } from '@zither/words/safety';

/** Pain as it is told: where, on which side if that was said, and how much. */
export interface ToldPain {
  place: PainPlace;
  side?: PainSide;
  level: number;
}

/** Where it hurts. */
export function PlaceChoice({
  label = 'Where?',
  place,
  onChange,
}: {
  label?: string;
  place: PainPlace | '';
  onChange: (place: PainPlace) => void;
}) {
  return (
    <Choice
      label={label}
      options={(Object.keys(PLACE_NAMES) as PainPlace[]).map((value) => ({
        value,
        label: PLACE_NAMES[value],
      }))}
      value={place as PainPlace}
      onChange={onChange}
    />
  );
}

/** Which side, for a place that has two. */
function SideOfPlace({
  place,
  side,
  onChange,
}: {
  place: PainPlace | '';
  side: PainSide | undefined;
  onChange: (side: PainSide) => void;
}) {
  if (place === '' || !hasSides(place)) return null;
  return (
    <Choice
      label="Which side?"
      options={[
        { value: 'left', label: 'Left' },
        { value: 'right', label: 'Right' },
        { value: 'both', label: 'Both' },
      ]}
      value={(side ?? '') as PainSide}
      onChange={onChange}
    />
  );
}

/** Where, and on which side; what follows is asked once the place was said. */
export function PlaceAndSide({
  startAt = '',
  children,
}: {
  startAt?: PainPlace | '';
  children: (told: Omit<ToldPain, 'level'>) => ReactNode;
}) {
  const [place, setPlace] = useState<PainPlace | ''>(startAt);
  const [side, setSide] = useState<PainSide | undefined>();
  return (
    <>
      <PlaceChoice
        place={place}
        onChange={(to) => {
          setPlace(to);
          setSide(undefined);
        }}
      />
      <SideOfPlace place={place} side={side} onChange={setSide} />
      {place !== '' && children({ place, ...(side ? { side } : {}) })}
    </>
  );
}

/** How much, 1–10; a tap answers. */
function LevelChoice({ onChange }: { onChange: (level: number) => void }) {
  return (
    <Choice
      label="How much, out of 10?"
      options={Array.from({ length: 10 }, (_, i) => ({
        value: String(i + 1),
        label: String(i + 1),
        spoken: `Pain ${i + 1} of 10`,
      }))}
      value=""
      onChange={(level) => onChange(Number(level))}
    />
  );
}

/** Where, on which side, how much: the tap on how much answers, whether or not the side was said. */
export function PainChoices({
  startAt = '',
  onPain,
}: {
  startAt?: PainPlace | '';
  onPain: (pain: ToldPain) => void;
}) {
  return (
    <PlaceAndSide startAt={startAt}>
      {(told) => <LevelChoice onChange={(level) => onPain({ ...told, level })} />}
    </PlaceAndSide>
  );
}
