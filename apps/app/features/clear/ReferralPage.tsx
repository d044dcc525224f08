import { router, useLocalSearchParams } from 'expo-router';
import { ScrollView, View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { CAUSES } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Heading, Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { newestScreening, referredOf, workedOn, isHeld, safetyOf } from '@zither/visit';
import { today } from '../data/index.ts';
import { PLACE_NAMES } from '@zither/words/safety';
import { sayReferredCause, sayWhyCame } from '@zither/words/referral';

/** A note for the client's clinician: what was said, why the session is held, and what the coach would like to know. */
export function ReferralPage({ dossier }: { dossier: Dossier }) {
  const { client, pains } = dossier;
  const screening = newestScreening(dossier);
  const { colors } = useLook();
  const safety = safetyOf(dossier, today());
  const reasons = safety.state === 'notScreened' ? [] : safety.outcome.reasons;
  const isHold = isHeld(safety);
  const referred = referredOf(dossier);
  const concluded = workedOn(dossier);
  const { from = 'clear' } = useLocalSearchParams<{ from?: string }>();
  return (
    <ScrollView
      style={{ backgroundColor: colors.surface }}
      contentContainerStyle={{ padding: space.l }}
    >
      <View role="main" style={{ gap: space.s, maxWidth: 720, width: '100%', alignSelf: 'center' }}>
        <View id="print-actions" style={{ flexDirection: 'row', gap: space.s }}>
          <Button title="Print" onPress={() => window.print()} />
          <Button
            type="outline"
            title="Back"
            onPress={() =>
              router.navigate(
                `/clients/${client.id}/${['probe', 'prescription'].includes(from) ? from : 'clear'}` as never,
              )
            }
          />
        </View>
        <Heading level={1}>Referral note</Heading>
        <Say>{`For the clinician of ${client.name}, ${today()}.`}</Say>
        <Say>
          {sayWhyCame(client.name, screening?.purpose ?? null, {
            hasAny: reasons.length > 0,
            isHold,
          })}
        </Say>
        {reasons.map((reason) => (
          <Say key={reason} strong>
            {reason}
          </Say>
        ))}
        {referred.length > 0 && (
          <>
            <Heading level={2}>What was seen</Heading>
            <Say>
              In measurements and short movement tests something showed that coaching does not
              answer. Nothing is stretched or drilled for it until you have looked:
            </Say>
            {referred.map((cause) => {
              const found = concluded?.causes.filter((c) => c.cause === cause) ?? [];
              return (
                <View key={cause}>
                  <Say strong>
                    {sayReferredCause(
                      cause,
                      found.flatMap((c) => (c.side === null ? [] : [c.side])),
                    )}
                  </Say>
                  <Say>{CAUSES[cause].means}</Say>
                  {found.flatMap((c) => c.because).length > 0 && (
                    <Say
                      small
                    >{`Seen: ${[...new Set(found.flatMap((c) => c.because))].join(' · ')}.`}</Say>
                  )}
                </View>
              );
            })}
          </>
        )}
        {screening?.answers.pain && (
          <Say>{`Pain today: ${PLACE_NAMES[screening.answers.pain.place].toLowerCase()}, ${screening.answers.pain.level} of 10.`}</Say>
        )}
        {pains.map((pain) => (
          <Say key={pain.id}>
            {`${pain.on}: ${pain.movement.toLowerCase()}, ${PLACE_NAMES[pain.place].toLowerCase()}, ${pain.level} of 10.`}
          </Say>
        ))}
        <Heading level={2}>What would help</Heading>
        <Say>
          May this person squat? With load? To what depth? Until when does your answer hold?
        </Say>
        <Say>Name, licence, date, signature:</Say>
        <View style={{ height: 60, borderBottomWidth: 1, borderColor: colors.ink }} />
        <Say soft small>
          Written by a movement coach. It reports what was said and seen and is not a diagnosis.
        </Say>
      </View>
    </ScrollView>
  );
}
