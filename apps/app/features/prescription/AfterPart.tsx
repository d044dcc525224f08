import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { afterRoutine, type FindingChange, type CoachCall } from '@zither/visit';
import { CALL_NAMES, ONLY_TODAY, sayAfter, sayMeasureAfter } from '@zither/words/afterRoutine';
import { sayFault, VIEW_NAMES } from '@zither/words/watch';
import { Choice } from '../../ui/Choice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { newId, today, useChanges } from '../data/index.ts';

const CALLS = (['better', 'same', 'worse'] as const).map((value) => ({
  value,
  label: CALL_NAMES[value],
}));

/** After the routine, of today: what each finding and each measure did, beside the coach's own call. */
export function AfterPart({ dossier }: { dossier: Dossier }) {
  const { colors } = useLook();
  const { moment, putDecision } = useChanges();
  const on = today();
  const found = afterRoutine(dossier, on);
  if (!found) return null;
  const all = found.looks.flatMap((l) => l.findings);
  const call = (of: FindingChange, said: CoachCall) => {
    const calls = all.flatMap((f) => {
      const is = f === of ? said : f.call;
      return is ? [{ fault: f.fault, side: f.side, call: is }] : [];
    });
    putDecision(
      dossier.client.id,
      { id: newId(), version: 0 },
      { kind: 'afterRoutine', on, at: moment(), takenBack: false, calls },
    );
  };
  return (
    <Part title="After the routine, today">
      {found.looks.map(({ view, findings }) => (
        <View key={view} style={{ gap: space.s }}>
          <Say small soft>
            {VIEW_NAMES[view]}
          </Say>
          {findings.length === 0 && <Say>Nothing was named before or after.</Say>}
          {findings.map((finding) => (
            <View
              key={`${finding.fault} ${finding.side ?? ''}`}
              style={{
                gap: space.xs,
                borderTopWidth: 1,
                borderColor: colors.hairline,
                paddingTop: space.xs,
              }}
            >
              <Say strong>{sayFault(finding.fault, finding.side)}</Say>
              <Say number>{sayAfter(finding)}</Say>
              <Choice
                label={`Your call: ${sayFault(finding.fault, finding.side).toLowerCase()}`}
                options={CALLS}
                value={finding.call ?? ('' as CoachCall)}
                onChange={(said) => call(finding, said)}
              />
            </View>
          ))}
        </View>
      ))}
      {found.measures.map((measure) => (
        <Say key={`${measure.measure} ${measure.side ?? ''}`} number>
          {sayMeasureAfter(measure)}
        </Say>
      ))}
      <Say soft>{ONLY_TODAY}</Say>
    </Part>
  );
}
