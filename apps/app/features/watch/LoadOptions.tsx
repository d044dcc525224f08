import type { LookAsks } from '@zither/contract';
import { Stepper } from '../../ui/Stepper.tsx';
import { Tick } from '../../ui/Tick.tsx';

type Loaded = Pick<LookAsks, 'loadKg' | 'belt'>;

/** What is on the bar in this look: warm-up sets at rising loads are looks of their own, and stand side by side. */
export function LoadOptions({
  loaded,
  usualKg,
  onChange,
}: {
  loaded: Loaded;
  /** Of the setup in use, kg. */
  usualKg: number;
  onChange: (loaded: Loaded) => void;
}) {
  return (
    <>
      <Stepper
        label="On the bar"
        unit="kg"
        value={loaded.loadKg ?? usualKg}
        step={2.5}
        digits={1}
        possible={{ least: 0, most: 600 }}
        startAt={loaded.loadKg ?? usualKg}
        onChange={(loadKg) => onChange({ ...loaded, loadKg })}
      />
      <Tick
        title="With a belt"
        checked={loaded.belt}
        onPress={() => onChange({ ...loaded, belt: !loaded.belt })}
      />
    </>
  );
}
