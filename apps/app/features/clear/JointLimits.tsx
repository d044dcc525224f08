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
import { stageProblem } from '@zither/words/clearance';
import { sayLimit } from '@zither/words/safety';
import { Button } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { DateField } from '../../ui/DateField.tsx';
import { Say } from '../../ui/Say.tsx';
import { Stepper } from '../../ui/Stepper.tsx';
import { space } from '../../ui/theme.ts';

type JointLimit = Extract<SafetyLimit, { kind: 'jointRange' }>;

/** Where a dial starts, degrees: what is often allowed first (common practice, no source). */
const START_DEG: Record<LimitedJoint, number> = { ankle: 10, knee: 90, hip: 90 };

/** A stage is told from another by its joint, side and first day. */
const stageKey = (l: JointLimit) => `${limitKey(l)} ${l.fromOn ?? ''}`;

/** What a clinician allows one joint of one side, as after an operation: how far, from when, until when. Several stages may follow each other. */
export function JointLimits({
  joints,
  startAt,
  onChange,
}: {
  joints: readonly JointLimit[];
  /** The joint and side that were told, if they were. */
  startAt: { joint: LimitedJoint; side: Side } | null;
  onChange: (joints: readonly JointLimit[]) => void;
}) {
  const [joint, setJoint] = useState<LimitedJoint>(startAt?.joint ?? 'knee');
  const [side, setSide] = useState<Side>(startAt?.side ?? 'left');
  const [deg, setDeg] = useState<number | null>(null);
  const [least, most] = JOINT_RANGES[joint];
  const mostDeg = deg ?? START_DEG[joint];
  const [fromOn, setFromOn] = useState('');
  const [untilOn, setUntilOn] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const limit: JointLimit = {
    kind: 'jointRange',
    joint,
    side,
    mostDeg,
    ...(fromOn.trim() ? { fromOn: fromOn.trim() } : {}),
    ...(untilOn.trim() ? { untilOn: untilOn.trim() } : {}),
  };
  const others = joints.filter((l) => stageKey(l) !== stageKey(limit));
  const add = () => {
    const found = stageProblem({ fromOn: fromOn.trim(), untilOn: untilOn.trim() });
    setProblem(found);
    if (found !== null) return;
    onChange([...others, limit]);
    setFromOn('');
    setUntilOn('');
  };
  return (
    <Fold
      title="A limit of one joint, in stages if need be"
      note={
        joints.length === 0 ? 'After an operation, for example' : joints.map(sayLimit).join(' · ')
      }
    >
      <View style={{ gap: space.m }}>
        {joints.map((l) => (
          <View
            key={stageKey(l)}
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
        <DateField
          label="From; empty: with the clearance"
          spoken="Limit from"
          value={fromOn}
          onChange={setFromOn}
        />
        <DateField
          label="Until; empty: with the clearance"
          spoken="Limit until"
          value={untilOn}
          onChange={setUntilOn}
        />
        {problem && <Notice tone="now">{problem}</Notice>}
        <View style={{ alignItems: 'flex-start' }}>
          <Button
            type="outline"
            title="Add this limit"
            accessibilityLabel={`Add this limit: ${sayLimit(limit)}`}
            onPress={add}
          />
        </View>
      </View>
    </Fold>
  );
}
