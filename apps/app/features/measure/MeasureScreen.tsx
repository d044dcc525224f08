import { Button } from '../../ui/elements.ts';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import {
  dorsiflexionFromKneeToWallDeg,
  kneeToWallFromDorsiflexionMm,
  resolveBody,
  ruleOfThumbDorsiflexionDeg,
  SIDES,
  type Side,
} from '@zither/core';
import type { Dossier, MeasurementValues } from '@zither/contract';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { Stepper } from '../../ui/Stepper.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { PainButton } from '../clear/PainButton.tsx';
import { safetyOf } from '../clear/safety.ts';
import { SafetyNotice } from '../clear/SafetyNotice.tsx';
import { newId, useChanges } from '../data/index.ts';
import { today } from '../shell/today.ts';
import { bodyOf, missingOf } from './derive.ts';

const nothingYet = (takenOn: string): MeasurementValues => ({
  takenOn,
  stanceWidthMm: null,
  toeOutDeg: { left: null, right: null },
  dorsiflexionMethod: 'kneeToWall',
  kneeToWallMm: { left: null, right: null },
  inclinometerDeg: { left: null, right: null },
  heelRiseMm: null,
  kneeTravelMm: null,
});

const valuesOf = ({
  takenOn,
  stanceWidthMm,
  toeOutDeg,
  dorsiflexionMethod,
  kneeToWallMm,
  inclinometerDeg,
  heelRiseMm,
  kneeTravelMm,
}: MeasurementValues): MeasurementValues => ({
  takenOn,
  stanceWidthMm,
  toeOutDeg,
  dorsiflexionMethod,
  kneeToWallMm,
  inclinometerDeg,
  heelRiseMm,
  kneeTravelMm,
});

/** What the last visit found, shown beside what is measured now. */
const lastTime = (
  value: number | null | undefined,
  unit: string,
  perUnit = 1,
  digits = 0,
): { hint?: string } =>
  value === null || value === undefined
    ? {}
    : { hint: `Last time ${(value / perUnit).toFixed(digits)}${unit === '°' ? unit : ` ${unit}`}` };

/** The five measurements of today, saved as they are made. */
export function MeasureScreen({ dossier }: { dossier: Dossier }) {
  const { isWide } = useLook();
  const { putMeasurement } = useChanges();
  const { client } = dossier;
  const day = today();
  const [freshId] = useState(newId);
  const row = dossier.measurements.find((m) => m.takenOn === day);
  const now: MeasurementValues = row ? valuesOf(row) : nothingYet(day);
  const last = dossier.measurements.find((m) => m.takenOn !== day);
  const change = (values: Partial<MeasurementValues>) =>
    putMeasurement(
      client.id,
      { id: row?.id ?? freshId, version: row?.version ?? 0 },
      { ...now, ...values },
    );
  const missing = missingOf(now);
  const body = bodyOf(client);
  const shoulderMm = resolveBody(body).shoulderWidthMm;
  const columns = {
    flexDirection: isWide ? ('row' as const) : ('column' as const),
    gap: isWide ? space.xl : space.l,
  };

  return (
    <Screen
      title="Measure"
      who={client.name}
      back={{ to: `/clients/${client.id}`, label: `Back to ${client.name}` }}
      foot={
        <Button
          title={
            missing.length === 0 ? 'Next: Setup' : `${5 - missing.length} of 5 measured · Setup`
          }
          type={missing.length === 0 ? 'solid' : 'outline'}
          containerStyle={{ flex: 1 }}
          buttonStyle={{ minHeight: 52 }}
          onPress={() => router.navigate(`/clients/${client.id}/setup` as never)}
        />
      }
    >
      <Part>
        <SafetyNotice clientId={client.id} safety={safetyOf(dossier, day)} />
        <PainButton dossier={dossier} />
      </Part>
      <Part
        title="1 · Stance width"
        hint="“Stand how you would squat.” Tape between the two heel centres."
      >
        <Stepper
          label="Heel to heel"
          {...lastTime(last?.stanceWidthMm, 'cm', 10, 1)}
          unit="cm"
          value={now.stanceWidthMm === null ? null : now.stanceWidthMm / 10}
          step={0.5}
          digits={1}
          possible={{ least: 5, most: 120 }}
          usual={{ least: 15, most: 75 }}
          startAt={last?.stanceWidthMm ? last.stanceWidthMm / 10 : Math.round(shoulderMm / 10)}
          onChange={(cm) => change({ stanceWidthMm: Math.round(cm * 10) })}
        />
      </Part>
      <Part
        title="2 · Foot angle"
        hint="Heel centre to second toe against straight ahead; outward is plus."
      >
        <View style={columns}>
          {SIDES.map((side) => (
            <View key={side} style={{ flex: isWide ? 1 : undefined }}>
              <Stepper
                label={`Toe-out ${side}`}
                {...lastTime(last?.toeOutDeg[side], '°')}
                unit="°"
                value={now.toeOutDeg[side]}
                step={1}
                possible={{ least: -30, most: 80 }}
                usual={{ least: -5, most: 45 }}
                startAt={last?.toeOutDeg[side] ?? 15}
                onChange={(deg) => change({ toeOutDeg: { ...now.toeOutDeg, [side]: deg } })}
              />
            </View>
          ))}
        </View>
      </Part>
      <Part
        title="3 · Ankle dorsiflexion"
        hint="Knee bent, heel down, foot straight, knee over the second toe. A pinch in front: stop and refer."
      >
        <Choice
          label="Measured with"
          options={[
            { value: 'kneeToWall', label: 'Knee to wall' },
            { value: 'inclinometer', label: 'Inclinometer on the shin' },
          ]}
          value={now.dorsiflexionMethod}
          onChange={(dorsiflexionMethod) => change({ dorsiflexionMethod })}
        />
        <View style={columns}>
          {SIDES.map((side) => (
            <View key={side} style={{ flex: isWide ? 1 : undefined }}>
              <Ankle side={side} dossier={dossier} now={now} last={last} change={change} />
            </View>
          ))}
        </View>
      </Part>
      <Part
        title="4 · Heel elevation in use"
        hint="Lift under the heels today: shoe, plate or wedge. 0 is flat."
      >
        <Stepper
          label="Under the heels"
          {...lastTime(last?.heelRiseMm, 'mm')}
          unit="mm"
          value={now.heelRiseMm}
          step={5}
          possible={{ least: 0, most: 80 }}
          usual={{ least: 0, most: 50 }}
          startAt={last?.heelRiseMm ?? 0}
          onChange={(heelRiseMm) => change({ heelRiseMm })}
        />
      </Part>
      <Part
        title="5 · Knee travel"
        hint="Bottom of the usual squat, from the side: front of the kneecap against the longest toe. Ahead is plus."
      >
        <Stepper
          label="Kneecap past toe"
          {...lastTime(last?.kneeTravelMm, 'cm', 10, 1)}
          unit="cm"
          value={now.kneeTravelMm === null ? null : now.kneeTravelMm / 10}
          step={0.5}
          digits={1}
          possible={{ least: -30, most: 30 }}
          usual={{ least: -12, most: 18 }}
          startAt={
            last?.kneeTravelMm !== undefined && last.kneeTravelMm !== null
              ? last.kneeTravelMm / 10
              : 4
          }
          onChange={(cm) => change({ kneeTravelMm: Math.round(cm * 10) })}
        />
      </Part>
    </Screen>
  );
}

function Ankle({
  side,
  dossier,
  now,
  last,
  change,
}: {
  side: Side;
  dossier: Dossier;
  now: MeasurementValues;
  last: MeasurementValues | undefined;
  change: (values: Partial<MeasurementValues>) => void;
}) {
  const body = resolveBody(bodyOf(dossier.client));
  if (now.dorsiflexionMethod === 'inclinometer') {
    const deg = now.inclinometerDeg[side];
    return (
      <View style={{ gap: space.xs }}>
        <Stepper
          label={`Shin angle ${side}`}
          {...lastTime(last?.inclinometerDeg[side], '°')}
          unit="°"
          value={deg}
          step={1}
          possible={{ least: -20, most: 60 }}
          usual={{ least: 10, most: 50 }}
          startAt={last?.inclinometerDeg[side] ?? 34}
          onChange={(value) =>
            change({ inclinometerDeg: { ...now.inclinometerDeg, [side]: value } })
          }
        />
        {deg !== null && (
          <Say soft small number>
            {`The same as ${(kneeToWallFromDorsiflexionMm(body, deg) / 10).toFixed(1)} cm knee to wall, by geometry.`}
          </Say>
        )}
      </View>
    );
  }
  const mm = now.kneeToWallMm[side];
  const deg = mm === null ? null : dorsiflexionFromKneeToWallDeg(body, mm);
  return (
    <View style={{ gap: space.xs }}>
      <Stepper
        label={`Toe to wall ${side}`}
        {...lastTime(last?.kneeToWallMm[side], 'cm', 10, 1)}
        unit="cm"
        value={mm === null ? null : mm / 10}
        step={0.5}
        digits={1}
        possible={{ least: -15, most: 30 }}
        usual={{ least: -2, most: 17 }}
        startAt={last?.kneeToWallMm[side] != null ? (last.kneeToWallMm[side] ?? 0) / 10 : 8}
        onChange={(cm) =>
          change({ kneeToWallMm: { ...now.kneeToWallMm, [side]: Math.round(cm * 10) } })
        }
      />
      {mm !== null && deg !== null && (
        <Say soft small number>
          {`= ${deg.toFixed(1)}° by geometry (rule of thumb ${ruleOfThumbDorsiflexionDeg(mm).toFixed(0)}°)`}
        </Say>
      )}
      {mm !== null && deg === null && (
        <Notice tone="now">
          This distance is longer than this shank can reach. Check the tape or the shank length.
        </Notice>
      )}
    </View>
  );
}
