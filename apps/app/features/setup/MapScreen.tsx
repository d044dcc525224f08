import { router } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { resolveBody, type MapAt } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { SliderRow } from '../../ui/SliderRow.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { Waiting } from '../../ui/Waiting.tsx';
import {
  isHeld,
  limitsOf,
  safetyOf,
  clientCase,
  methodOf,
  chanceOn,
  heelLevels,
  type FieldPoint,
  finderQuestion,
  countingTrials,
  triedFrom,
} from '@zither/visit';
import { SafetyNotice } from '../clear/SafetyNotice.tsx';
import { newId, useChanges } from '../data/index.ts';
import { HOLD_NAMES, sayDepth, saySupport } from '@zither/words/instrument';
import { today } from '../shell/today.ts';
import { ChanceField } from './ChanceField.tsx';
import { sayChance, sayPoint } from '@zither/words/chance';
import { NotYetScreen } from './NotYetScreen.tsx';
import { SetSegments } from './SetSegments.tsx';
import { useChanceMap } from './useSet.ts';

/** Chance of a clean rep over stance and foot angle: drag the point, slide the heel, take what you find. */
export function MapScreen({ dossier }: { dossier: Dossier }) {
  const { client } = dossier;
  const { isWide } = useLook();
  const { putSetup } = useChanges();
  const safety = useMemo(() => safetyOf(dossier, today()), [dossier]);
  const question = useMemo(() => finderQuestion(dossier, limitsOf(safety)), [dossier, safety]);
  const method = useMemo(() => methodOf(dossier), [dossier]);
  const shoulder = useMemo(
    () => resolveBody(question?.body ?? { statureMm: 1750, massKg: 75 }).shoulderWidthMm,
    [question],
  );
  const kept = useMemo(() => clientCase(dossier, limitsOf(safety)), [dossier, safety]);
  // As the screen allows it today: no load, no deeper than it says.
  const start = dossier.setup && kept.kind === 'ready' ? kept.question.setup : undefined;
  const habit: FieldPoint = {
    stanceWidthMm: question?.habit.stanceWidthMm ?? 0,
    toeOutDeg: question ? (question.habit.toeOutDeg.left + question.habit.toeOutDeg.right) / 2 : 0,
  };
  const from: FieldPoint = start
    ? {
        stanceWidthMm: start.stanceWidthMm,
        toeOutDeg: (start.toeOutDeg.left + start.toeOutDeg.right) / 2,
      }
    : habit;
  const [placed, setPlaced] = useState<FieldPoint | null>(null);
  const [dragged, setDragged] = useState<FieldPoint | null>(null);
  const point = dragged ?? placed ?? from;
  const levels = useMemo(
    () => heelLevels(client.kit, start?.support ?? { kind: 'floor' }),
    [client.kit, start],
  );
  const [level, setLevel] = useState<number | null>(null);
  const now = levels.findIndex(
    (s) => JSON.stringify(s) === JSON.stringify(start?.support ?? { kind: 'floor' }),
  );
  const support = levels[level ?? now] ?? { kind: 'floor' as const };
  const hold = start?.hold ?? question?.holds[0] ?? 'bodyweight';
  const loadKg = start?.loadKg ?? 0;
  const targetDepthDeg =
    kept.kind === 'ready' ? kept.question.target.thighDepthDeg : method.targetDepthDeg;
  const at: MapAt = { support, hold, loadKg, targetDepthDeg };
  const trials = useMemo(() => countingTrials(dossier), [dossier]);
  const tried = useMemo(() => trials.map((t) => triedFrom(dossier, t)), [dossier, trials]);
  const { map, hasFailed } = useChanceMap(
    question && !isHeld(safety) ? { question, profile: method, tried, at } : null,
  );
  const back = { to: `/clients/${client.id}/setup`, label: 'Back to Setup' };
  if (isHeld(safety) || !question)
    return (
      <NotYetScreen title="Map of chances" dossier={dossier} safety={safety} back={back}>
        The map is drawn from the ankles: measure dorsiflexion on both sides first.
      </NotYetScreen>
    );
  const take = () => {
    putSetup(
      client.id,
      { id: dossier.setup?.id ?? newId(), version: dossier.setup?.version ?? 0 },
      {
        setup: {
          stanceWidthMm: point.stanceWidthMm,
          toeOutDeg: { left: point.toeOutDeg, right: point.toeOutDeg },
          support,
          hold,
          loadKg,
          balance: method.balance,
          trackingOffsetDeg: 0,
        },
        thighDepthDeg: targetDepthDeg,
        workingPoint: method.workingPoint,
        profile: method.id,
      },
    );
    router.navigate(`/clients/${client.id}/setup/try?own=${Date.now()}` as never);
  };
  const field = (
    <Part>
      <SetSegments clientId={client.id} here="map" />
      {hasFailed && (
        <Notice tone="now">
          The part of the app that draws the map could not be started. Reload the page; nothing is
          lost.
        </Notice>
      )}
      {!map && !hasFailed && <Waiting what="the map" />}
      {map && (
        <>
          <View testID="point" role="status">
            <Say strong number>
              {`${sayPoint(map, point)}.`}
            </Say>
          </View>
          <ChanceField
            map={map}
            school={{
              stanceMm: {
                least: method.stancePerShoulderWidth.least * shoulder,
                most: method.stancePerShoulderWidth.most * shoulder,
              },
              toeOutDeg: method.toeOutDeg,
            }}
            habit={habit}
            point={point}
            height={isWide ? 520 : 300}
            onDrag={setDragged}
            onPlace={(p) => {
              setDragged(null);
              setPlaced(p);
            }}
          />
          <Say small soft>
            {`Darker is likelier. Thick line: 90 of 100; dashed: 50. Frame: what “${method.name}” allows. Ring: the likeliest in it. Diamond: where ${client.name} stands unprompted. Bead: the point you move.`}
          </Say>
        </>
      )}
    </Part>
  );
  const controls = (
    <Part>
      <SafetyNotice clientId={client.id} safety={safety} />
      <Say small soft number>
        {`${HOLD_NAMES[hold]}${loadKg > 0 ? ` ${loadKg} kg` : ''} · to ${sayDepth(targetDepthDeg)} · by the readings${trials.length > 0 ? ` and ${trials.length} ${trials.length === 1 ? 'trial' : 'trials'}` : ''}`}
      </Say>
      <SliderRow
        label="Under the heels"
        show={(v) => saySupport(levels[Math.round(v)] ?? { kind: 'floor' })}
        value={level ?? Math.max(0, now)}
        least={0}
        most={Math.max(1, levels.length - 1)}
        step={1}
        onDrag={(v) => setLevel(Math.round(v))}
        onCommit={(v) => setLevel(Math.round(v))}
      />
      {map && (
        <>
          <SliderRow
            label="Stance width"
            show={(mm) => `${(mm / 10).toFixed(0)} cm`}
            value={point.stanceWidthMm}
            least={map.stancesMm[0] ?? 200}
            most={map.stancesMm.at(-1) ?? 800}
            step={10}
            onDrag={(stanceWidthMm) => setDragged({ ...point, stanceWidthMm })}
            onCommit={(stanceWidthMm) => {
              setDragged(null);
              setPlaced({ ...point, stanceWidthMm });
            }}
          />
          <SliderRow
            label="Toe-out, both feet"
            show={(deg) => `${Math.round(deg)}°`}
            value={point.toeOutDeg}
            least={0}
            most={40}
            step={1}
            onDrag={(toeOutDeg) => setDragged({ ...point, toeOutDeg })}
            onCommit={(toeOutDeg) => {
              setDragged(null);
              setPlaced({ ...point, toeOutDeg });
            }}
          />
          {map.best && (
            <View style={{ gap: space.s, alignItems: 'flex-start' }}>
              <Say small>
                {map.best.chance >= 0.05
                  ? `Likeliest within the method: ${sayPoint(map, map.best)}.`
                  : 'The method has no likely setup at this heel and depth. Raise the heel, or ask for less depth.'}
              </Say>
              {map.best.chance >= 0.05 && (
                <Button
                  type="outline"
                  title="Go to the likeliest"
                  onPress={() =>
                    map.best &&
                    setPlaced({
                      stanceWidthMm: map.best.stanceWidthMm,
                      toeOutDeg: map.best.toeOutDeg,
                    })
                  }
                />
              )}
            </View>
          )}
          {chanceOn(map, point) < chanceOn(map, from) - 0.02 && placed && (
            <Say small soft>
              {`Less likely than the setup in use (${sayChance(chanceOn(map, from))}).`}
            </Say>
          )}
        </>
      )}
    </Part>
  );
  return (
    <Screen
      title="Map of chances"
      who={client.name}
      back={back}
      foot={
        <Button
          title={`Take ${(point.stanceWidthMm / 10).toFixed(0)} cm, toes ${Math.round(point.toeOutDeg)}°`}
          disabled={!map}
          containerStyle={{ flex: 1 }}
          buttonStyle={{ minHeight: 52 }}
          onPress={take}
        />
      }
      {...(isWide ? { panes: [field, controls] } : {})}
    >
      {field}
      {controls}
    </Screen>
  );
}
