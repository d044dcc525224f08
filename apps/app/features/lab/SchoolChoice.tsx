import { useMemo } from 'react';
import { PROFILES, type MethodProfile } from '@zither/core';
import { Fold } from '../../ui/Fold.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { usePracticeSchools } from '../data/index.ts';
import { methodFrom } from '@zither/visit';

/** The school whose limits hold on the bench; none = the limits as they are turned by hand. */
export function SchoolChoice({
  method,
  onChange,
}: {
  method: MethodProfile | null;
  onChange: (school: MethodProfile | null) => void;
}) {
  const { schools } = usePracticeSchools();
  const all = useMemo(
    () => [...PROFILES, ...schools.own.filter((s) => !s.retired).map(methodFrom)],
    [schools],
  );
  return (
    <Part>
      <Fold
        title="Method"
        explains="method"
        note={method ? `Judged by “${method.name}”` : 'None: limits by hand'}
      >
        <Choice
          label="Whose limits hold"
          hideLabel
          options={[
            { value: 'none', label: 'None' },
            ...all.map((s) => ({ value: s.id, label: s.name })),
          ]}
          value={method?.id ?? 'none'}
          onChange={(id) => onChange(all.find((s) => s.id === id) ?? null)}
        />
        {method && (
          <Say small soft>
            {method.holds}
          </Say>
        )}
      </Fold>
    </Part>
  );
}
