import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import type { Dossier, StopValues } from '@zither/contract';
import { AFTER_OF, STOPS, type AfterStop } from '@zither/core';
import { openStops, safetyOf } from '@zither/visit';
import type { PLACE_NAMES } from '@zither/words/safety';
import { movementAt, sayAfter, STOP_NAMES, STOP_NOW } from '@zither/words/stop';
import { Button, Input } from '../../ui/elements.ts';
import { useLook } from '../../ui/useLook.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { newId, splitRow, today, useChanges } from '../data/index.ts';
import { PainChoices, PlaceChoice } from './painChoices.tsx';
import { SafetyNotice } from './SafetyNotice.tsx';
import { useCorrection } from './useCorrection.ts';

type StopRow = Dossier['stops'][number];
type Place = keyof typeof PLACE_NAMES;

/** The work has stopped: what it was, what to do now, and how it is. Kept with the first tap, and asked about until it is answered. */
export function StopPage({ dossier, from }: { dossier: Dossier; from: string }) {
  const { client } = dossier;
  const { moment, putStop } = useChanges();
  const day = today();
  const [open] = openStops(dossier);
  const [isDone, setIsDone] = useState(false);
  const [place, setPlace] = useState<Place | ''>('');
  const begin = (what: StopValues['what']) =>
    putStop(
      client.id,
      { id: newId(), version: 0 },
      { on: day, at: moment(), movement: movementAt(from), what, after: null },
    );
  const { isWide } = useLook();
  return (
    <Screen
      title="Stop"
      who={client.name}
      back={{ to: (from || `/clients/${client.id}`) as never, label: 'Back to the work' }}
    >
      {open ? (
        <OpenStop
          key={open.id}
          dossier={dossier}
          stop={open}
          at={place}
          onDone={() => setIsDone(true)}
        />
      ) : isDone ? (
        <Part>
          <Say strong>Answered and kept.</Say>
          <SafetyNotice clientId={client.id} safety={safetyOf(dossier, day)} />
          <View style={{ alignItems: 'flex-start' }}>
            <Button
              type="outline"
              title="To Clear"
              onPress={() => router.navigate(`/clients/${client.id}/clear`)}
            />
          </View>
        </Part>
      ) : (
        <Part title="What is it?">
          <PlaceChoice
            label="Pain: where?"
            place=""
            onChange={(at) => {
              setPlace(at);
              begin('pain');
            }}
          />
          {STOPS.filter((what) => what !== 'pain').map((what) => (
            <Button
              key={what}
              type="outline"
              title={STOP_NAMES[what]}
              containerStyle={isWide ? { alignSelf: 'flex-start', minWidth: 280 } : {}}
              buttonStyle={{ minHeight: 56 }}
              onPress={() => begin(what)}
            />
          ))}
        </Part>
      )}
    </Screen>
  );
}

/** A stop that is not answered: what to do now, the gym's own steps, then how it is. */
function OpenStop({
  dossier,
  stop,
  at,
  onDone,
}: {
  dossier: Dossier;
  stop: StopRow;
  /** Where it hurts, as far as it was said already. */
  at: Place | '';
  onDone: () => void;
}) {
  const { client, schools } = dossier;
  const { putStop, putPain } = useChanges();
  const correct = useCorrection(dossier);
  const { what } = stop;
  /** It is about to be called a mistake, which is said with a reason. */
  const [isMistaken, setIsMistaken] = useState(false);
  const [why, setWhy] = useState('');
  const answer = (after: AfterStop) => {
    const { ref, clientId, values } = splitRow(stop);
    putStop(clientId, ref, { ...values, after });
    onDone();
  };
  const steps = schools.emergency?.steps ?? [];
  return (
    <>
      <Part title={`${STOP_NAMES[what]}: now`}>
        <Notice tone="now">
          <View style={{ gap: space.s }}>
            {STOP_NOW[what].map((line) => (
              <Say key={line} strong>
                {line}
              </Say>
            ))}
          </View>
        </Notice>
      </Part>
      {what !== 'pain' && (
        <Part title="Emergency steps of this gym">
          {steps.length === 0 ? (
            <Notice
              tone="before"
              actions={[{ label: 'Enter them', onPress: () => router.navigate('/settings') }]}
            >
              Not entered yet.
            </Notice>
          ) : (
            <View role="list" style={{ gap: space.s }}>
              {steps.map((step, i) => (
                <View key={step} role="listitem">
                  <Say>{`${i + 1}. ${step}`}</Say>
                </View>
              ))}
            </View>
          )}
        </Part>
      )}
      <Part
        title={what === 'pain' ? 'Where, and how much?' : 'How is it now?'}
        hint="Answer this before the work goes on."
      >
        {what === 'pain' && (
          <>
            <PainChoices
              startAt={at}
              onPain={(pain) => {
                putPain(
                  client.id,
                  { id: newId(), version: 0 },
                  { on: stop.on, movement: stop.movement, ...pain },
                );
                answer('painSaid');
              }}
            />
          </>
        )}
        {AFTER_OF[what].map((after) =>
          after === 'mistake' && isMistaken ? (
            <View key={after} style={{ gap: space.s }}>
              <Input
                label="Why it was a mistake"
                aria-label="Why it was a mistake"
                value={why}
                maxLength={200}
                onChangeText={setWhy}
                renderErrorMessage={false}
              />
              <Button
                title={sayAfter(what, after)}
                disabled={why.trim() === ''}
                onPress={() => {
                  correct('stop', stop.id, null, why);
                  answer(after);
                }}
              />
            </View>
          ) : (
            <Button
              key={after}
              type={after === 'mistake' ? 'clear' : 'outline'}
              title={sayAfter(what, after)}
              buttonStyle={{ minHeight: 56 }}
              onPress={() => (after === 'mistake' ? setIsMistaken(true) : answer(after))}
            />
          ),
        )}
      </Part>
    </>
  );
}
