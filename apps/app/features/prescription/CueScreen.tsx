import { useMemo, useState } from 'react';
import { Pressable, View, useWindowDimensions } from 'react-native';
import { router } from 'expo-router';
import type { Dossier } from '@zither/contract';
import { repAfter } from '@zither/core';
import { isHeld, safetyOf } from '@zither/visit';
import { cueSize, sayPhase, sayRep } from '@zither/words/cueCard';
import { RowButton } from '../../ui/RowButton.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { font, space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { Waiting } from '../../ui/Waiting.tsx';
import { SafetyNotice, StopButton } from '../clear/index.ts';
import { today, useTableChanges } from '../data/index.ts';
import { useAnswer } from '../setup/index.ts';
import { useAwake } from './useAwake.ts';

/** The cue across the room: as large as it fits, the next rep by a tap anywhere on it. */
export function CueScreen({ dossier }: { dossier: Dossier }) {
  const { client } = dossier;
  const { colors } = useLook();
  const { width } = useWindowDimensions();
  const on = today();
  const safety = useMemo(() => safetyOf(dossier, on), [dossier, on]);
  const { changes: tables } = useTableChanges();
  const held = isHeld(safety);
  const { answer } = useAnswer(held ? null : { dossier, on, tables });
  const [at, setAt] = useState(0);
  const [done, setDone] = useState(0);
  const [room, setRoom] = useState(width);
  const plan = answer?.plan ?? null;
  const cues = plan?.cues ?? [];
  const cue = cues[at % Math.max(1, cues.length)]?.cue;
  useAwake(cue !== undefined);
  const back = { to: `/clients/${client.id}/prescription` as const, label: 'Back to the plan' };
  const aside = <StopButton dossier={dossier} />;
  if (held || !plan || !cue)
    return (
      <Screen title="Cues" who={client.name} back={back} aside={aside}>
        <Part>
          <SafetyNotice clientId={client.id} safety={safety} />
          {!held && !answer && <Waiting what="the cues" verb="Working out" />}
          {!held && answer && (
            <Notice
              actions={[
                {
                  label: 'To the plan',
                  onPress: () => router.navigate(`/clients/${client.id}/prescription`),
                },
              ]}
            >
              There is no cue to think of yet: the plan says why.
            </Notice>
          )}
        </Part>
      </Screen>
    );
  const { dose } = plan.ladder;
  const next = repAfter(done, dose);
  const size = cueSize(cue.words, room);
  return (
    <Screen
      title="Cues"
      who={client.name}
      back={back}
      aside={aside}
      foot={
        <>
          {cues.length > 1 && (
            <RowButton
              type="outline"
              title="The other cue"
              buttonStyle={{ minHeight: 52 }}
              onPress={() => setAt(at + 1)}
            />
          )}
          <RowButton
            type={next ? 'outline' : 'solid'}
            title={next ? 'One rep back' : 'From the start'}
            disabled={done === 0}
            buttonStyle={{ minHeight: 52 }}
            onPress={() => setDone(next ? done - 1 : 0)}
          />
        </>
      }
    >
      <Pressable
        role="button"
        aria-label={next ? `${sayRep(next, dose)}. Press for the next rep.` : 'All sets done'}
        disabled={!next}
        onPress={() => setDone(done + 1)}
        onLayout={(e) => setRoom(e.nativeEvent.layout.width - 2 * space.l)}
        style={{
          flexGrow: 1,
          minHeight: 420,
          padding: space.l,
          margin: space.m,
          gap: space.m,
          justifyContent: 'space-between',
          borderRadius: 8,
          borderWidth: 2,
          borderColor: colors.brass,
          backgroundColor: colors.surface,
        }}
      >
        <Say strong style={{ fontSize: 28, lineHeight: 36, color: colors.lake }}>
          {sayPhase(cue.phase)}
        </Say>
        <Say style={{ fontFamily: font.bold, fontSize: size, lineHeight: size * 1.12 }}>
          {cue.words}
        </Say>
        <View>
          <Say number strong style={{ fontSize: 34, lineHeight: 42 }}>
            {next ? sayRep(next, dose) : 'All sets done.'}
          </Say>
          <Say soft>{cue.precaution}</Say>
        </View>
      </Pressable>
    </Screen>
  );
}
