import { useState } from 'react';
import { View } from 'react-native';
import {
  JOINT_RANGES,
  LIMITED_JOINTS,
  limitKey,
  type LimitedJoint,
  type SafetyLimit,
  type Side,
} from '@zither/core';
import { sayLimit } from '@zither/words/safety';
import { Button } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { Stepper } from '../../ui/Stepper.tsx';
import { space } from '../../ui/theme.ts';

type JointLimit = Extract<SafetyLimit, { kind: 'jointRange' }>;

/** Where a dial starts, degrees: what is often allowed first (common practice, no source). */
const START_DEG: Record<LimitedJoint, number> = { ankle: 10, knee: 90, hip: 90 };

/** What a clinician allows one joint of one side, as after an operation: how far, from the day of the clearance until it ends. */
export function JointLimits({
  joints,
  onChange,
}: {
  joints: readonly JointLimit[];
  onChange: (joints: readonly JointLimit[]) => void;
}) {
  const [joint, setJoint] = useState<LimitedJoint>('knee');
  const [side, setSide] = useState<Side>('left');
  const [deg, setDeg] = useState<number | null>(null);
  const [least, most] = JOINT_RANGES[joint];
  const mostDeg = deg ?? START_DEG[joint];
  const limit: JointLimit = { kind: 'jointRange', joint, side, mostDeg };
  const others = joints.filter((l) => limitKey(l) !== limitKey(limit));
  return (
    <Fold
      title="A limit of one joint"
      note={joints.length === 0 ? 'As after an operation' : joints.map(sayLimit).join(' · ')}
    >
      <View style={{ gap: space.m }}>
        {joints.map((l) => (
          <View
            key={limitKey(l)}
            style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}
          >
            <View style={{ flex: 1 }}>
              <Say strong>{sayLimit(l)}</Say>
            </View>
            <Button
              type="clear"
              title="Remove"
              accessibilityLabel={`Remove: ${sayLimit(l)}`}
              onPress={() => onChange(joints.filter((o) => o !== l))}
            />
          </View>
        ))}
        <Choice
          label="Joint"
          options={LIMITED_JOINTS.map((value) => ({
            value,
            label: { ankle: 'Ankle', knee: 'Knee', hip: 'Hip' }[value],
          }))}
          value={joint}
          onChange={(to) => {
            setJoint(to);
            setDeg(null);
          }}
        />
        <Choice
          label="Side"
          options={[
            { value: 'left', label: 'Left' },
            { value: 'right', label: 'Right' },
          ]}
          value={side}
          onChange={setSide}
        />
        <Stepper
          label="No further than"
          unit="°"
          value={mostDeg}
          step={5}
          digits={0}
          possible={{ least, most }}
          startAt={mostDeg}
          onChange={setDeg}
        />
        <View style={{ alignItems: 'flex-start' }}>
          <Button
            type="outline"
            title="Add this limit"
            accessibilityLabel={`Add this limit: ${sayLimit(limit)}`}
            onPress={() => onChange([...others, limit])}
          />
        </View>
      </View>
    </Fold>
  );
}
