import { router } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import {
  easierFor,
  routineKey,
  stepsFrom,
  withoutBarred,
  type PrescribedDrill,
  type RunPlace,
  type RunStep,
} from '@zither/core';
import { barringOf, drillPhotos, isHeld, limitsOf, safetyOf, type PlanAnswer } from '@zither/visit';
import {
  sayCare,
  sayClock,
  sayFeel,
  sayLeft,
  sayLeftOutNow,
  sayPlace,
  saySore,
  sayStep,
  sayThen,
} from '@zither/words/run';
import { Button } from '../../ui/elements.ts';
import { RowButton } from '../../ui/RowButton.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { DrillPicture } from '../../ui/DrillPicture.tsx';
import { Heading, Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { font, space, tabular } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { Waiting } from '../../ui/Waiting.tsx';
import { SafetyNotice, StopButton } from '../clear/index.ts';
import { today, useDraft, useTableChanges } from '../data/index.ts';
import { useBodyState } from '../instrument/index.ts';
import { useAnswer } from '../setup/index.ts';
import { useCountdown } from './useCountdown.ts';
import { useAwake } from './useAwake.ts';

/** The routine on the floor: one set after another in letters that read from across the room. */
export function RunScreen({ dossier }: { dossier: Dossier }) {
  const { client } = dossier;
  const on = today();
  const safety = useMemo(() => safetyOf(dossier, on), [dossier, on]);
  const { changes: tables } = useTableChanges();
  const held = isHeld(safety);
  const { answer } = useAnswer(held ? null : { dossier, on, tables });
  const back = { to: `/clients/${client.id}/prescription` as const, label: 'Back to the plan' };
  const aside = <StopButton dossier={dossier} />;
  const plan = answer?.plan ?? null;
  if (held || !plan || plan.drills.length === 0)
    return (
      <Screen title="Routine" who={client.name} back={back} aside={aside}>
        <Part>
          <SafetyNotice clientId={client.id} safety={safety} />
          {!held && !answer && <Waiting what="the routine" verb="Working out" />}
          {!held && answer && (
            <Notice
              actions={[
                {
                  label: 'To the plan',
                  onPress: () => router.navigate(`/clients/${client.id}/prescription`),
                },
              ]}
            >
              There are no drills to go through yet: the plan says why.
            </Notice>
          )}
        </Part>
      </Screen>
    );
  return <Running dossier={dossier} plan={plan} back={back} />;
}

/** Whether a kept place is of this routine. */
const isOf = (place: RunPlace | null, drills: readonly PrescribedDrill[]): place is RunPlace =>
  place?.of === routineKey(drills);

function Running({
  dossier,
  plan,
  back,
}: {
  dossier: Dossier;
  plan: PlanAnswer;
  back: { to: `/clients/${string}/prescription`; label: string };
}) {
  const { client } = dossier;
  // A run that has begun keeps its drills, even if the plan changes meanwhile.
  const [asked] = useState(plan.asked);
  const [drills] = useState(plan.drills);
  // Kept on the device: a Stop, a call or a reload does not lose the place.
  const { value: place, set: setPlace } = useDraft<RunPlace | null>(
    `run/${client.id}/${today()}`,
    null,
  );
  // But what Clear rules out by now is not gone through: a limit said during the routine counts at once.
  const input = useMemo(() => {
    const on = today();
    const limits = limitsOf(safetyOf(dossier, on));
    const now = barringOf(dossier, plan.use.method, limits, null, plan.use.setup);
    return { ...asked, ...now, banned: asked.banned };
  }, [dossier, asked, plan]);
  const { steps, at, skipped, leftOut } = useMemo(() => {
    const from = stepsFrom(drills, place, asked.drills);
    const open = withoutBarred(from.steps, from.at, input);
    return { steps: open.steps, at: from.at, skipped: open.instead, leftOut: open.leftOut };
  }, [drills, place, asked, input]);
  const kept = [...(isOf(place, drills) ? place.instead : []), ...skipped];
  const goTo = (to: number, instead: RunPlace['instead'] = kept) =>
    setPlace({ of: routineKey(drills), at: to, instead });
  const [, setState] = useBodyState(client.id, today());
  const step = steps[at];
  useAwake(step !== undefined);
  if (!step)
    return (
      <Screen
        title="Routine"
        who={client.name}
        back={back}
        aside={<StopButton dossier={dossier} />}
        foot={
          <>
            <RowButton
              type="outline"
              title="From the start"
              buttonStyle={{ minHeight: 52 }}
              onPress={() => goTo(0, [])}
            />
            <RowButton
              title="Look again, after the routine"
              buttonStyle={{ minHeight: 52 }}
              onPress={() => {
                setState('after');
                router.navigate(`/clients/${client.id}/watch`);
              }}
            />
          </>
        }
      >
        <Part title="Done">
          <Say>
            Now the same look again, and the same readings. They are kept as taken after the
            routine, beside those from before.
          </Say>
        </Part>
      </Screen>
    );
  const sore = () => {
    goTo(at, [...kept, { at, drill: easierFor(input, step.drill)?.id ?? null }]);
  };
  return (
    <Step
      key={`${at} ${step.drill.id}`}
      dossier={dossier}
      step={step}
      place={sayPlace(at, steps.length)}
      then={sayThen(steps[at + 1])}
      back={back}
      onNext={() => goTo(at + 1)}
      onBefore={at > 0 ? () => goTo(at - 1) : null}
      leftOut={sayLeftOutNow(leftOut)}
      sore={saySore(easierFor(input, step.drill))}
      onSore={sore}
    />
  );
}

/** One set: what, which side, how long or how often, and the next one under the thumb. */
function Step({
  dossier,
  step,
  place,
  then,
  back,
  onNext,
  onBefore,
  leftOut,
  sore,
  onSore,
}: {
  dossier: Dossier;
  /** What Clear rules out by now, in words; null = nothing here. */
  leftOut: string | null;
  step: RunStep;
  place: string;
  then: string;
  back: { to: `/clients/${string}/prescription`; label: string };
  onNext: () => void;
  onBefore: (() => void) | null;
  sore: string;
  onSore: () => void;
}) {
  const { colors } = useLook();
  const { drill, seconds, reps } = step;
  const clock = useCountdown(seconds ?? 0);
  const isOver = seconds !== null && clock.left <= 0;
  return (
    <Screen
      title="Routine"
      who={`${dossier.client.name} · ${place}`}
      back={back}
      aside={<StopButton dossier={dossier} />}
      foot={
        <>
          {seconds !== null && !isOver && (
            <RowButton
              title={clock.isRunning ? 'Pause' : 'Start'}
              buttonStyle={{ minHeight: 60 }}
              onPress={clock.isRunning ? clock.pause : clock.start}
            />
          )}
          <RowButton
            title={seconds !== null && !isOver ? 'Skip' : 'Next'}
            type={seconds !== null && !isOver ? 'outline' : 'solid'}
            buttonStyle={{ minHeight: 60 }}
            onPress={onNext}
          />
        </>
      }
    >
      <Part>
        {leftOut && <Notice tone="before">{leftOut}</Notice>}
        <Heading level={2} style={{ fontSize: 34, lineHeight: 42 }}>
          {drill.name}
        </Heading>
        <Say strong style={{ fontSize: 24, lineHeight: 32 }}>
          {sayStep(step)}
        </Say>
        <View role="timer" aria-label={seconds === null ? `${reps} reps` : sayLeft(clock.left)}>
          <Say
            number
            strong
            style={[
              { fontFamily: font.bold, fontSize: 96, lineHeight: 108, textAlign: 'center' },
              tabular,
              isOver ? { color: colors.lake } : {},
            ]}
          >
            {seconds === null ? `${reps} reps` : sayClock(clock.left)}
          </Say>
        </View>
        <DrillPicture id={drill.id} photo={drillPhotos(dossier.schools)[drill.id]} height={130} />
        <Say style={{ fontSize: 20, lineHeight: 30 }}>{drill.how}</Say>
        <Say>{sayFeel(drill)}</Say>
        <Say soft>{sayCare(drill)}</Say>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
          {seconds !== null && (
            <Button type="outline" title="30 s more" onPress={() => clock.extend(30)} />
          )}
          {onBefore && <Button type="outline" title="One back" onPress={onBefore} />}
          <Button type="outline" title={sore} onPress={onSore} />
        </View>
        <Say soft>{then}</Say>
      </Part>
    </Screen>
  );
}
