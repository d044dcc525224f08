import { useState } from 'react';
import { View } from 'react-native';
import { drillBarSchema, drillValuesSchema, type DrillValues } from '@zither/contract';
import {
  CAUSE_IDS,
  CAUSES,
  DRILL_KIT,
  ROUTINE_PARTS,
  type CauseId,
  type DrillStrength,
} from '@zither/core';
import { POSITION_NAMES, SIDES_NAMES, STRENGTH_NAMES, UNIT_NAMES } from '@zither/words/drills';
import { DRILL_KIT_NAMES, PART_NAMES } from '@zither/words/plan';
import { BAR_NAMES } from '@zither/words/probe';
import { capital } from '@zither/words/terms';
import { Button, Input } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { DrillPicture } from '../../ui/DrillPicture.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Stepper } from '../../ui/Stepper.tsx';
import { Ticks } from '../../ui/Ticks.tsx';
import { space } from '../../ui/theme.ts';
import { useDraft } from '../data/index.ts';
import { FormEnd } from './OwnEntry.tsx';
import { pickPhoto } from './photo.ts';
import { sayTaken } from '@zither/words/fields';

const optionsOf = <K extends string>(names: Record<K, string>) =>
  (Object.entries(names) as [K, string][]).map(([value, label]) => ({ value, label }));
const PARTS = ROUTINE_PARTS.map((value) => ({ value, label: PART_NAMES[value] }));
/** Causes that a drill can work on: neither for a clinician nor a reason to stop. */
const WORKED = CAUSE_IDS.filter((id) => !['refer', 'stop'].includes(CAUSES[id].kind));
const STRENGTHS = (['none', 'weak', 'some', 'strong'] as const).map((value) => ({
  value,
  label: STRENGTH_NAMES[value],
}));
const FIELDS: Record<string, string> = {
  name: 'The name',
  how: 'How to do it',
  feel: 'How it should feel',
  precaution: 'What to take care of',
  works: 'What it works on',
  why: 'Why',
  photo: 'The photo',
};

/** Every field of a drill. A mistake is said at the end, and nothing typed is lost: it is kept on the device until it is saved or left. */
export function DrillForm({
  drillId,
  values: kept,
  taken,
  onSave,
  onCancel,
}: {
  drillId: string;
  values: DrillValues;
  /** Names of the other drills. */
  taken: readonly string[];
  onSave: (values: DrillValues, why: string) => void;
  onCancel: () => void;
}) {
  const draft = useDraft<{ values: DrillValues; why: string }>(`drill/${drillId}`, {
    values: kept,
    why: '',
  });
  const { values, why } = draft.value;
  const [problem, setProblem] = useState<string | null>(null);
  const set = (change: Partial<DrillValues>) => {
    draft.set({ values: { ...values, ...change }, why });
    setProblem(null);
  };
  const save = () => {
    const checked = drillValuesSchema.safeParse(values);
    if (!checked.success) {
      const [issue] = checked.error.issues;
      const field = FIELDS[String(issue?.path[0])] ?? 'A field';
      return setProblem(`${field} ${issue?.message ?? 'cannot be kept.'}`);
    }
    if (why.trim() === '')
      return setProblem('Say why: every change on the Shelf keeps its reason.');
    if (taken.includes(checked.data.name)) return setProblem(sayTaken('drill', checked.data.name));
    draft.drop();
    return onSave(checked.data, why.trim());
  };
  const text = (label: string, key: 'name' | 'how' | 'feel' | 'precaution', isLong = false) => (
    <Input
      label={label}
      aria-label={label}
      value={values[key]}
      multiline={isLong}
      numberOfLines={isLong ? 4 : 1}
      onChangeText={(to: string) => set({ [key]: to })}
      renderErrorMessage={false}
    />
  );
  const work = (cause: CauseId, strength: DrillStrength | 'none') => {
    const others = values.works.filter((w) => w.cause !== cause);
    set({ works: strength === 'none' ? others : [...others, { cause, strength }] });
  };
  const takePhoto = async () => {
    try {
      const photo = await pickPhoto();
      if (photo) set({ photo });
    } catch {
      setProblem('This file could not be read as a picture.');
    }
  };
  return (
    <View style={{ gap: space.m }}>
      {text('Name', 'name')}
      {text('How to do it', 'how', true)}
      {text('How it should feel', 'feel', true)}
      {text('What to take care of, and when to stop', 'precaution', true)}
      <DrillPicture id={drillId} photo={values.photo ?? undefined} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
        <Button type="outline" title="Choose a photo" onPress={() => void takePhoto()} />
        {values.photo !== null && (
          <Button type="clear" title="Without the photo" onPress={() => set({ photo: null })} />
        )}
      </View>
      <Choice label="Part" options={PARTS} value={values.part} onChange={(part) => set({ part })} />
      <Choice
        label="Position"
        options={optionsOf(POSITION_NAMES)}
        value={values.position}
        onChange={(position) => set({ position })}
      />
      <Choice
        label="Sides"
        options={optionsOf(SIDES_NAMES)}
        value={values.sides}
        onChange={(sides) => set({ sides })}
      />
      <Choice
        label="Counted in"
        options={optionsOf(UNIT_NAMES)}
        value={values.dose.unit}
        onChange={(unit) => set({ dose: { ...values.dose, unit } })}
      />
      <Stepper
        label={UNIT_NAMES[values.dose.unit]}
        unit=""
        value={values.dose.amount}
        step={values.dose.unit === 'seconds' ? 10 : 1}
        digits={0}
        startAt={8}
        possible={{ least: 1, most: 100 }}
        onChange={(amount) => set({ dose: { ...values.dose, amount } })}
      />
      <Stepper
        label="Sets"
        unit=""
        value={values.dose.sets}
        step={1}
        digits={0}
        startAt={2}
        possible={{ least: 1, most: 6 }}
        onChange={(sets) => set({ dose: { ...values.dose, sets } })}
      />
      <Fold
        title="What it works on"
        note={`${values.works.length} of ${WORKED.length} causes`}
        startsOpen
      >
        {WORKED.map((cause) => (
          <Choice
            key={cause}
            label={CAUSES[cause].name}
            isTight
            options={STRENGTHS}
            value={values.works.find((w) => w.cause === cause)?.strength ?? 'none'}
            onChange={(strength) => work(cause, strength)}
          />
        ))}
      </Fold>
      <Ticks
        label="Needs"
        options={DRILL_KIT.map((k) => ({ value: k, label: capital(DRILL_KIT_NAMES[k]) }))}
        values={values.kit}
        onChange={(k, isOn) =>
          set({ kit: isOn ? [...values.kit, k] : values.kit.filter((o) => o !== k) })
        }
      />
      <Ticks
        label="Not given while Clear says"
        options={drillBarSchema.options.map((k) => ({ value: k, label: capital(BAR_NAMES[k]) }))}
        values={values.barredBy}
        onChange={(k, isOn) =>
          set({ barredBy: isOn ? [...values.barredBy, k] : values.barredBy.filter((o) => o !== k) })
        }
      />
      <Choice
        label="Pressure on soft tissue"
        options={[
          { value: 'no', label: 'No' },
          { value: 'yes', label: 'Yes' },
        ]}
        value={values.presses ? 'yes' : 'no'}
        onChange={(to) => set({ presses: to === 'yes' })}
      />
      <FormEnd
        what="drill"
        why={why}
        onWhy={(to) => {
          draft.set({ values, why: to });
          setProblem(null);
        }}
        problem={problem}
        onSave={save}
        onCancel={() => {
          draft.drop();
          onCancel();
        }}
      />
    </View>
  );
}
