import { router } from 'expo-router';
import { View } from 'react-native';
import { QUESTION_IDS } from '@zither/core';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { sayLimit, sayUnfinished } from '@zither/words/safety';
import { type Safety } from '@zither/visit';

/** What the screen says, on every stage that it concerns, with the way on. Nothing when the client may simply go. */
export function SafetyNotice({ clientId, safety }: { clientId: string; safety: Safety }) {
  const toClear = {
    label: 'Open Clear',
    onPress: () => router.navigate(`/clients/${clientId}/clear`),
  };
  if (safety.state === 'notScreened')
    return (
      <Notice tone="before" actions={[toClear]}>
        Not screened yet. A minute of questions comes before squatting.
      </Notice>
    );
  const { outcome } = safety;
  if (outcome.kind === 'hold')
    return (
      <Notice
        tone="now"
        actions={[
          ...(outcome.standing.some((s) => s.told.isOpen)
            ? [
                {
                  label: 'Answer the stop',
                  onPress: () => router.navigate(`/clients/${clientId}/stop`),
                },
              ]
            : []),
          toClear,
          {
            label: 'Referral note',
            onPress: () => router.navigate(`/clients/${clientId}/referral`),
          },
        ]}
      >
        <View>
          <Say strong>
            {outcome.standing.every((s) => s.told.isOpen)
              ? 'Stopped: nothing follows until the stop is answered.'
              : 'Hold and refer: no squatting until a clinician has cleared it.'}
          </Say>
          {outcome.reasons.map((reason) => (
            <Say key={reason}>{reason}</Say>
          ))}
        </View>
      </Notice>
    );
  if (outcome.kind === 'withinLimits')
    return (
      <Notice tone="before" actions={[toClear]}>
        <View>
          <Say strong>{`Within limits: ${outcome.limits.map(sayLimit).join(' · ')}`}</Say>
          {safety.state === 'partly' && <Say small>The screen is not finished.</Say>}
        </View>
      </Notice>
    );
  if (safety.state === 'partly')
    return (
      <Notice tone="before" actions={[toClear]}>
        {sayUnfinished(safety.answered, QUESTION_IDS.length)}
      </Notice>
    );
  return null;
}
