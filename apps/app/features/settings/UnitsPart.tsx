import type { UnitSystem } from '@zither/words/units';
import { UNIT_NAMES, UNIT_SYSTEMS } from '@zither/words/units';
import { Choice } from '../../ui/Choice.tsx';
import { Part } from '../../ui/Screen.tsx';
import { useAppSelector, useChanges, usePracticeSchools } from '../data/index.ts';

/** In which units the practice and this device read and type. Either way a typed unit is understood: 5'11", 71 in, 180 lb. */
export function UnitsPart({
  own,
  onOwn,
}: {
  own: UnitSystem | null;
  onOwn: (units: UnitSystem | null) => void;
}) {
  const { schools } = usePracticeSchools();
  const initials = useAppSelector((s) => s.settings.initials);
  const { moment, chooseUnits } = useChanges();
  const options = UNIT_SYSTEMS.map((value) => ({ value, label: UNIT_NAMES[value] }));
  return (
    <Part
      title="Units"
      hint="A value typed with its own unit is understood either way: 5'11&quot;, 71 in, 180 lb, 7 1/2 in, 42 cm."
    >
      <Choice
        label="In the practice"
        options={options}
        value={schools.units ?? 'metric'}
        onChange={(system) => chooseUnits({ at: moment(), by: initials, system })}
      />
      <Choice
        label="On this device"
        options={[{ value: 'practice' as const, label: 'As in the practice' }, ...options]}
        value={own ?? 'practice'}
        onChange={(to) => onOwn(to === 'practice' ? null : to)}
      />
    </Part>
  );
}
