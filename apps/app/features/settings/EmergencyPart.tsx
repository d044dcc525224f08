import { useState } from 'react';
import { View } from 'react-native';
import { emergencyStepsFrom, sayEmergencyProblem } from '@zither/words/emergency';
import { Button, Input } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { sayDay, useAppSelector, useChanges, useDraft, usePracticeSchools } from '../data/index.ts';

/** What to do in an emergency in this gym: entered once for the practice, on every device that has opened a client. */
export function EmergencyPart() {
  const { schools, isUnknown } = usePracticeSchools();
  const initials = useAppSelector((s) => s.settings.initials);
  const { moment, putEmergency } = useChanges();
  const kept = schools.emergency;
  const draft = useDraft<string>('emergency', kept?.steps.join('\n') ?? '');
  const [problem, setProblem] = useState<string | null>(null);
  const save = () => {
    const steps = emergencyStepsFrom(draft.value);
    const found = sayEmergencyProblem(steps);
    setProblem(found);
    if (found) return;
    putEmergency({ at: moment(), by: initials, steps });
    draft.drop();
  };
  return (
    <Part
      title="Emergency steps of this gym"
      hint="Shown as soon as Stop is tapped, without network too. One step a line: who calls, which number, which door to open, where the defibrillator hangs."
    >
      {isUnknown && <Say soft>They could not be fetched. Your entries will be sent later.</Say>}
      <Input
        label="Steps, one a line"
        aria-label="Steps, one a line"
        value={draft.value}
        multiline
        numberOfLines={5}
        onChangeText={draft.set}
        renderErrorMessage={false}
      />
      {problem && <Notice tone="now">{problem}</Notice>}
      <View style={{ alignItems: 'flex-start' }}>
        <Button title="Save the steps" disabled={!draft.isDraft} onPress={save} />
      </View>
      {kept && !draft.isDraft && (
        <Say small soft>
          {`Saved ${sayDay(kept.at.slice(0, 10))}${kept.by === '' ? '' : ` by ${kept.by}`}.`}
        </Say>
      )}
    </Part>
  );
}
