import { useState } from 'react';
import { View } from 'react-native';
import { schoolValuesSchema, type SchoolValues } from '@zither/contract';
import { DECIDING_FAULTS, FAULT_IDS, FAULTS, HOLDS, type FaultId } from '@zither/core';
import { Button, Input } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Stepper } from '../../ui/Stepper.tsx';
import { Ticks } from '../../ui/Ticks.tsx';
import { space } from '../../ui/theme.ts';
import { HOLD_NAMES } from '@zither/words/names';
import {
  BREAK_NAMES,
  DEPTH_NAMES,
  DRILL_NAMES,
  EMPHASIS_NAMES,
  HEEL_NAMES,
  KNEE_TRAVEL_NAMES,
  PREFERENCE_NAMES,
  ROUNDING_NAMES,
  TOES_NAMES,
  WORKING_NAMES,
} from '@zither/words/schools';
import { sayTaken } from '@zither/words/fields';

const optionsOf = <K extends string>(names: Record<K, string>) =>
  (Object.entries(names) as [K, string][]).map(([value, label]) => ({ value, label }));

type JudgedFault = Exclude<FaultId, 'pain'>;
const JUDGED = FAULT_IDS.filter((id): id is JudgedFault => id !== 'pain');

/** Every parameter of an own school. A mistake is said at its field, and nothing typed is lost. */
export function SchoolForm({
  values: kept,
  taken,
  onSave,
  onCancel,
}: {
  values: SchoolValues;
  /** Names of the other schools. */
  taken: readonly string[];
  onSave: (values: SchoolValues) => void;
  onCancel: () => void;
}) {
  const [draft, setDraft] = useState<SchoolValues>(kept);
  const [problem, setProblem] = useState<string | null>(null);
  const [cues, setCues] = useState(kept.cueWords.join('\n'));
  const set = (change: Partial<SchoolValues>) => {
    setDraft((was) => ({ ...was, ...change }));
    setProblem(null);
  };
  const save = () => {
    const cueWords = cues
      .split('\n')
      .map((line) => line.trim())
      .filter((line) => line !== '');
    const checked = schoolValuesSchema.safeParse({ ...draft, cueWords });
    if (checked.success) {
      if (taken.includes(checked.data.name)) setProblem(sayTaken('method', checked.data.name));
      else onSave(checked.data);
      return;
    }
    const [issue] = checked.error.issues;
    setProblem(`${fieldName(issue?.path ?? [])} ${issue?.message ?? 'cannot be kept.'}`);
  };
  const number = (
    label: string,
    unit: string,
    value: number,
    [least, most, step, digits]: [number, number, number, number],
    apply: (v: number) => Partial<SchoolValues>,
  ) => (
    <Stepper
      key={label}
      label={label}
      unit={unit}
      value={value}
      step={step}
      digits={digits}
      possible={{ least, most }}
      startAt={value}
      onChange={(v) => set(apply(v))}
    />
  );
  const { stancePerShoulderWidth: stance, toeOutDeg: toes, kneeBandDeg: knees } = draft;
  return (
    <View style={{ gap: space.l, paddingBottom: space.l }}>
      <Input
        label="Name"
        aria-label="Name"
        value={draft.name}
        maxLength={40}
        onChangeText={(name) => set({ name })}
        renderErrorMessage={false}
      />
      <Input
        label="What it holds, in a sentence"
        aria-label="What it holds, in a sentence"
        value={draft.holds}
        maxLength={400}
        multiline
        onChangeText={(holds) => set({ holds })}
        renderErrorMessage={false}
      />
      <Fold title="Feet and knees" note="Stance, toe-out, where the knee may point" startsOpen>
        {number('Stance at least', '× shoulders', stance.least, [0.3, 2.5, 0.05, 2], (least) => ({
          stancePerShoulderWidth: { ...stance, least },
        }))}
        {number('Stance at most', '× shoulders', stance.most, [0.3, 2.5, 0.05, 2], (most) => ({
          stancePerShoulderWidth: { ...stance, most },
        }))}
        {number('Toe-out at least', '°', toes.least, [-10, 60, 1, 0], (least) => ({
          toeOutDeg: { ...toes, least },
        }))}
        {number('Toe-out at most', '°', toes.most, [-10, 60, 1, 0], (most) => ({
          toeOutDeg: { ...toes, most },
        }))}
        {number('Knee inside the foot’s line', '°', knees.least, [-30, 30, 1, 0], (least) => ({
          kneeBandDeg: { ...knees, least },
        }))}
        {number('Knee outside the foot’s line', '°', knees.most, [-30, 30, 1, 0], (most) => ({
          kneeBandDeg: { ...knees, most },
        }))}
        {number(
          'Shin angle at most (60 = no limit)',
          '°',
          draft.shankMostDeg ?? 60,
          [-5, 60, 1, 0],
          (v) => ({
            shankMostDeg: v >= 60 ? null : v,
          }),
        )}
      </Fold>
      <Fold
        title="Lean and balance"
        note="Lean limit by load position, balance point, working point"
      >
        {HOLDS.map((hold) =>
          number(
            `Lean limit, ${HOLD_NAMES[hold].toLowerCase()}`,
            '°',
            draft.leanLimitDeg[hold],
            [10, 80, 1, 0],
            (v) => ({ leanLimitDeg: { ...draft.leanLimitDeg, [hold]: v } }),
          ),
        )}
        {number(
          'Balance point',
          '% of foot',
          Math.round(100 * draft.balance),
          [20, 70, 1, 0],
          (v) => ({
            balance: v / 100,
          }),
        )}
        <Choice
          label="Working point"
          options={optionsOf(WORKING_NAMES)}
          value={draft.workingPoint}
          onChange={(workingPoint) => set({ workingPoint })}
        />
        <Choice
          label="Knees may travel"
          options={optionsOf(KNEE_TRAVEL_NAMES)}
          value={draft.kneeTravel}
          onChange={(kneeTravel) => set({ kneeTravel })}
        />
        <Choice
          label="Toes"
          options={optionsOf(TOES_NAMES)}
          value={draft.toes}
          onChange={(toes) => set({ toes })}
        />
        <Choice
          label="Stresses"
          options={optionsOf(EMPHASIS_NAMES)}
          value={draft.emphasis}
          onChange={(emphasis) => set({ emphasis })}
        />
      </Fold>
      <Fold title="Heel and ankle" note="Purpose of a heel lift, and the reserve">
        <Choice
          label="A heel is"
          options={optionsOf(HEEL_NAMES)}
          value={draft.heelPolicy}
          onChange={(heelPolicy) => set({ heelPolicy })}
        />
        {number('Highest heel', 'mm', draft.heelMostMm, [0, 80, 5, 0], (heelMostMm) => ({
          heelMostMm,
        }))}
        {number(
          'A heel costs nothing up to',
          'mm',
          draft.heelFreeMm,
          [0, 80, 5, 0],
          (heelFreeMm) => ({ heelFreeMm }),
        )}
        {number('Ankle kept in reserve', '°', draft.bufferDeg, [0, 15, 1, 0], (bufferDeg) => ({
          bufferDeg,
        }))}
        {number(
          'In hand before a heel comes down',
          '°',
          draft.weanedBufferDeg,
          [0, 15, 1, 0],
          (weanedBufferDeg) => ({
            weanedBufferDeg,
          }),
        )}
      </Fold>
      <Fold title="Depth and way down" note="Target, which joint starts, drills, cue words">
        {number(
          'Depth (thigh below level)',
          '°',
          draft.targetDepthDeg,
          [-30, 45, 1, 0],
          (targetDepthDeg) => ({
            targetDepthDeg,
          }),
        )}
        <Choice
          label="Depth goes"
          options={optionsOf(DEPTH_NAMES)}
          value={draft.depthPolicy}
          onChange={(depthPolicy) => set({ depthPolicy })}
        />
        <Choice
          label="Rounding at the bottom"
          options={optionsOf(ROUNDING_NAMES)}
          value={draft.rounding}
          onChange={(rounding) => set({ rounding })}
        />
        <Choice
          label="Way down starts"
          options={optionsOf(BREAK_NAMES)}
          value={draft.breaks}
          onChange={(breaks) => set({ breaks })}
        />
        <Choice
          label="Mobility"
          options={optionsOf(DRILL_NAMES)}
          value={draft.drills}
          onChange={(drills) => set({ drills })}
        />
        <Input
          label="Cue words, one a line"
          aria-label="Cue words, one a line"
          value={cues}
          multiline
          onChangeText={setCues}
          renderErrorMessage={false}
        />
      </Fold>
      <Fold
        title="A clean trial"
        note="What must be looked at and not seen, beside heels, tuck and depth"
      >
        <Ticks
          label="Not clean with"
          options={DECIDING_FAULTS.map((fault) => ({
            value: fault,
            label: FAULTS[fault].name,
          }))}
          values={draft.decides}
          onChange={(fault, isOn) =>
            set({
              decides: DECIDING_FAULTS.filter((f) =>
                f === fault ? isOn : draft.decides.includes(f),
              ),
            })
          }
        />
      </Fold>
      <Fold
        title="Fault sizes"
        note="Where this method's fault sizes differ from the house defaults"
      >
        {JUDGED.map((fault) => (
          <FaultSize key={fault} fault={fault} draft={draft} onChange={set} />
        ))}
      </Fold>
      <Fold title="Points of the search" note="What each change costs, in points">
        {(Object.keys(PREFERENCE_NAMES) as (keyof typeof PREFERENCE_NAMES)[]).map((key) =>
          number(PREFERENCE_NAMES[key], 'points', draft.prefers[key], [-10, 10, 0.1, 2], (v) => ({
            prefers: { ...draft.prefers, [key]: v },
          })),
        )}
      </Fold>
      {problem && <Notice tone="now">{problem}</Notice>}
      <View style={{ flexDirection: 'row', gap: space.s }}>
        <Button title="Save this method" onPress={save} />
        <Button type="clear" title="Leave it as it was" onPress={onCancel} />
      </View>
    </View>
  );
}

function FaultSize({
  fault,
  draft,
  onChange,
}: {
  fault: JudgedFault;
  draft: SchoolValues;
  onChange: (change: Partial<SchoolValues>) => void;
}) {
  const { name, unit, slight, clear } = FAULTS[fault];
  const own = draft.faultThresholds[fault];
  const kind = own === undefined ? 'house' : own === null ? 'none' : 'own';
  const put = (to: typeof own) => {
    const { [fault]: _was, ...rest } = draft.faultThresholds;
    onChange({ faultThresholds: to === undefined ? rest : { ...rest, [fault]: to } });
  };
  return (
    <View style={{ gap: space.s }}>
      <Choice
        label={name}
        options={[
          { value: 'house', label: 'As the house', spoken: `${name}: as the house` },
          { value: 'own', label: 'Own sizes', spoken: `${name}: own sizes` },
          { value: 'none', label: 'No fault here', spoken: `${name}: no fault here` },
        ]}
        value={kind}
        onChange={(to) =>
          put(to === 'house' ? undefined : to === 'none' ? null : (own ?? { slight, clear }))
        }
      />
      {own ? (
        (['slight', 'clear'] as const).map((size) => (
          <Stepper
            key={size}
            label={`${name}, ${size} from`}
            unit={unit}
            value={own[size]}
            step={1}
            digits={1}
            possible={{ least: 0, most: 200 }}
            startAt={own[size]}
            onChange={(v) => put({ ...own, [size]: v })}
          />
        ))
      ) : (
        <Say small soft number>
          {kind === 'house' ? `Slight from ${slight}, clear from ${clear} ${unit}.` : ''}
        </Say>
      )}
    </View>
  );
}

const FIELD_NAMES: Record<string, string> = {
  name: 'The name',
  holds: 'What it holds',
  stancePerShoulderWidth: 'The stance range',
  toeOutDeg: 'The toe-out range',
  kneeBandDeg: 'The range for the knee',
  cueWords: 'The cue words',
  faultThresholds: 'A fault size',
};

/** The field a problem is in, as its label says it. */
function fieldName(path: readonly PropertyKey[]): string {
  const [first, second] = path.map(String);
  const fault = first === 'faultThresholds' ? FAULTS[second as FaultId] : undefined;
  return fault ? `${fault.name}` : (FIELD_NAMES[first ?? ''] ?? 'A value');
}
