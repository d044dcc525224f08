import { useState } from 'react';
import { View } from 'react-native';
import type { TriedValues } from '@zither/contract';
import type { Barring, Cue, MethodProfile } from '@zither/core';
import { cuesToTry, overallOf, type CueResult, type Opinion, type SeenLine } from '@zither/visit';
import { CUE_RESULT_NAMES, sayCueFinding } from '@zither/words/cueTrial';
import { Button, Input } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';

const OWN = 'own';
const keyOf = ({ fault, side }: Pick<SeenLine, 'fault' | 'side'>) => `${fault} ${side ?? ''}`;

/** One cue for three reps: chosen, said once, and what it did to each finding. A cue that clears a fault today comes first in the plan. */
export function CuePart({
  opinion,
  method,
  barring,
  cues: all,
  seen,
  onRecord,
}: {
  opinion: Opinion;
  method: MethodProfile;
  /** What keeps cues from this client. */
  barring: Barring;
  /** The practice's cues. */
  cues: readonly Cue[];
  seen: readonly SeenLine[];
  onRecord: (
    values: Pick<TriedValues, 'cue' | 'results' | 'outcome'> & { test: 'cueTrial' },
  ) => void;
}) {
  const cues = cuesToTry(opinion, method, barring, all);
  const [picked, setPicked] = useState<string>('');
  const [own, setOwn] = useState('');
  const [did, setDid] = useState<Partial<Record<string, CueResult['outcome']>>>({});
  const findings = seen.filter((line) => line.fault !== 'pain');
  if (findings.length === 0) return null;
  const cue = cues.find((c) => c.words === picked) ?? null;
  const words = picked === OWN ? own.trim() : (cue?.words ?? '');
  const results = findings.flatMap((line): CueResult[] => {
    const outcome = did[keyOf(line)];
    return outcome ? [{ fault: line.fault as CueResult['fault'], side: line.side, outcome }] : [];
  });
  const canRecord = words !== '' && results.length > 0;
  return (
    <Fold
      title="Try one cue"
      note="Three reps. A cue that clears a fault today comes first in the plan."
    >
      <View style={{ gap: space.m }}>
        <Choice
          label="The cue, said once"
          options={[
            ...cues.map((c) => ({ value: c.words, label: c.words })),
            { value: OWN, label: 'My own words' },
          ]}
          value={picked}
          onChange={setPicked}
        />
        {picked === OWN && (
          <Input
            label="Your words"
            aria-label="Your words"
            value={own}
            maxLength={120}
            onChangeText={setOwn}
            renderErrorMessage={false}
          />
        )}
        {cue && cue.precaution !== '' && (
          <Say small soft>
            {cue.precaution}
          </Say>
        )}
        {words !== '' &&
          findings.map((line) => {
            const name = sayCueFinding(line.fault, line.side);
            return (
              <Choice
                key={keyOf(line)}
                label={name}
                options={(Object.entries(CUE_RESULT_NAMES) as [CueResult['outcome'], string][]).map(
                  ([value, label]) => ({
                    value,
                    label,
                    spoken: `${name}: ${label.toLowerCase()}`,
                  }),
                )}
                value={did[keyOf(line)] ?? ('' as CueResult['outcome'])}
                onChange={(outcome) => setDid({ ...did, [keyOf(line)]: outcome })}
              />
            );
          })}
        <View style={{ alignItems: 'flex-start' }}>
          <Button
            title="Save this cue trial"
            disabled={!canRecord}
            onPress={() => {
              onRecord({
                test: 'cueTrial',
                cue: { id: cue?.id ?? null, words },
                results,
                outcome: overallOf(results),
              });
              setPicked('');
              setOwn('');
              setDid({});
            }}
          />
        </View>
      </View>
    </Fold>
  );
}
