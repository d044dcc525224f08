import { Choice } from '../../ui/Choice.tsx';
import { PLACE_NAMES } from '@zither/words/safety';

/** Where it hurts. */
export function PlaceChoice({
  label = 'Where?',
  place,
  onChange,
}: {
  label?: string;
  place: keyof typeof PLACE_NAMES | '';
  onChange: (place: keyof typeof PLACE_NAMES) => void;
}) {
  return (
    <Choice
      label={label}
      options={(Object.keys(PLACE_NAMES) as (keyof typeof PLACE_NAMES)[]).map((value) => ({
        value,
        label: PLACE_NAMES[value],
      }))}
      value={place as keyof typeof PLACE_NAMES}
      onChange={onChange}
    />
  );
}

/** How much, 1–10; a tap answers. */
export function LevelChoice({ onChange }: { onChange: (level: number) => void }) {
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
