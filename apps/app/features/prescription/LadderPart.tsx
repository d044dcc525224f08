import { useState } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { ENTRY_TEST, RUNG_TABLE, type Dose, type LadderAnswer, type RungId } from '@zither/core';
import { entryTests } from '@zither/visit';
import {
  RUNG_STATES,
  rungName,
  sayBecause,
  sayEntryTest,
  sayEntryTestDone,
  sayNext,
} from '@zither/words/ladder';
import { Button } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { Stepper } from '../../ui/Stepper.tsx';
import { READABLE_PX, space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { useTraining } from '../instrument/index.ts';
import { newId, splitRow, today, useChanges } from '../data/index.ts';

/** A stepper or list need not be wider, however wide the page. */

/** The ladder of variations: where the client stands, the test that opens the next, and the coach's own choice. */
export function LadderPart({
  dossier,
  ladder,
  isLifted,
}: {
  dossier: Dossier;
  ladder: LadderAnswer;
  /** The setup in use has something under the heels. */
  isLifted: boolean;
}) {
  const { client } = dossier;
  const { moment, putDecision } = useChanges();
  const { chosen, choose } = useTraining(dossier);
  const lastTest = entryTests(dossier).at(-1) ?? null;
  const [loadKg, setLoadKg] = useState<number | null>(null);
  const carries = RUNG_TABLE[ladder.now].asks.load === true;
  const used = loadKg ?? ladder.loadKg ?? 0;
  const record = (isClean: boolean) => {
    putDecision(
      client.id,
      { id: newId(), version: 0 },
      {
        kind: 'entryTest',
        on: today(),
        at: moment(),
        takenBack: false,
        rung: ladder.now,
        ...ENTRY_TEST,
        loadKg: carries ? used : 0,
        isLifted,
        isClean,
      },
    );
    setLoadKg(null);
  };
  return (
    <Part title="The ladder">
      <Rungs ladder={ladder} />
      <Say>{sayBecause(ladder)}</Say>
      <Say>{sayNext(ladder)}</Say>
      <Say
        strong
      >{`Entry test: ${sayEntryTest()}, with the ${rungName(ladder.now).toLowerCase()}`}</Say>
      {carries && (
        <View style={{ maxWidth: READABLE_PX }}>
          <Stepper
            label="Load used"
            unit="kg"
            value={used}
            step={2.5}
            digits={1}
            possible={{ least: 0, most: 300 }}
            startAt={used}
            onChange={setLoadKg}
          />
        </View>
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
        <Button type="outline" title="All clean" onPress={() => record(true)} />
        <Button type="outline" title="Not clean" onPress={() => record(false)} />
      </View>
      {lastTest && (
        <View
          style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: space.s }}
        >
          <Say small>{sayEntryTestDone(lastTest)}</Say>
          <Button
            type="clear"
            title="Withdraw"
            accessibilityLabel={`Withdraw: ${sayEntryTestDone(lastTest)}`}
            onPress={() => {
              const { ref, clientId, values } = splitRow(lastTest);
              putDecision(clientId, ref, { ...values, takenBack: true });
            }}
          />
        </View>
      )}
      <Fold
        title="Choose the variation or the dose"
        note={chosen ? 'Chosen by the coach' : 'Follows from the purpose and what was seen'}
      >
        <Choice
          label="Variation"
          options={[
            { value: 'follow' as const, label: 'As it follows' },
            ...ladder.rungs.map(({ rung }) => ({ value: rung, label: rungName(rung) })),
          ]}
          value={chosen?.rung ?? 'follow'}
          onChange={(to: RungId | 'follow') => choose({ rung: to === 'follow' ? null : to })}
        />
        <DoseChoice dose={ladder.dose} onChange={(dose) => choose({ dose })} />
        {chosen?.dose && (
          <View style={{ alignItems: 'flex-start' }}>
            <Button
              type="clear"
              title="Dose as it follows"
              onPress={() => choose({ dose: null })}
            />
          </View>
        )}
      </Fold>
    </Part>
  );
}

/** The rungs of this client, the easiest first, the one trained now marked. */
function Rungs({ ladder }: { ladder: LadderAnswer }) {
  const { colors } = useLook();
  return (
    <View role="list" style={{ gap: 2, maxWidth: READABLE_PX }}>
      {ladder.rungs.map(({ rung, state }) => {
        const isNow = rung === ladder.now;
        return (
          <View
            key={rung}
            role="listitem"
            style={{
              flexDirection: 'row',
              justifyContent: 'space-between',
              gap: space.s,
              borderLeftWidth: isNow ? 6 : 2,
              borderColor: isNow ? colors.brass : colors.hairline,
              paddingLeft: space.m + (isNow ? 0 : 4),
              paddingVertical: 4,
            }}
          >
            <Say strong={isNow}>{`${rungName(rung)}${isNow ? ': now' : ''}`}</Say>
            <Say small soft>
              {RUNG_STATES[state]}
            </Say>
          </View>
        );
      })}
    </View>
  );
}

/** Sets, reps, tempo and pause. */
function DoseChoice({ dose, onChange }: { dose: Dose; onChange: (dose: Dose) => void }) {
  const steppers: {
    label: string;
    unit: string;
    value: number;
    most: number;
    least: number;
    to: (v: number) => Dose;
  }[] = [
    {
      label: 'Sets',
      unit: '',
      value: dose.sets,
      least: 1,
      most: 10,
      to: (sets) => ({ ...dose, sets }),
    },
    {
      label: 'Reps, at least',
      unit: '',
      value: dose.reps.least,
      least: 1,
      most: 30,
      to: (least) => ({ ...dose, reps: { least, most: Math.max(least, dose.reps.most) } }),
    },
    {
      label: 'Reps, at most',
      unit: '',
      value: dose.reps.most,
      least: 1,
      most: 30,
      to: (most) => ({ ...dose, reps: { most, least: Math.min(most, dose.reps.least) } }),
    },
    {
      label: 'Seconds on the way down, 0 = as it comes',
      unit: 's',
      value: dose.descentS ?? 0,
      least: 0,
      most: 20,
      to: (s) => ({ ...dose, descentS: s === 0 ? null : s }),
    },
    {
      label: 'Seconds still at the bottom',
      unit: 's',
      value: dose.pauseS,
      least: 0,
      most: 20,
      to: (pauseS) => ({ ...dose, pauseS }),
    },
  ];
  return (
    <View style={{ gap: space.m, maxWidth: READABLE_PX }}>
      {steppers.map(({ label, unit, value, least, most, to }) => (
        <Stepper
          key={label}
          label={label}
          unit={unit}
          value={value}
          step={1}
          digits={0}
          possible={{ least, most }}
          startAt={value}
          onChange={(v) => v !== null && onChange(to(v))}
        />
      ))}
    </View>
  );
}
