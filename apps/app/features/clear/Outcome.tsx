import { router } from 'expo-router';
import type { ReactNode } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { today } from '../data/index.ts';
import { ClearanceForm } from './ClearanceForm.tsx';
import { CorrectPart } from './CorrectPart.tsx';
import { clearancesOf, clearedInjury, safetyOf } from '@zither/visit';
import { sayClearance } from '@zither/words/clearance';
import { sayLimit } from '@zither/words/safety';

/** What is allowed after a cleared injury: it lifts no hold, of this injury or a later one. */
const CLEARED_INJURY = ['clearedInjury'];

/** The screen's word: go, within limits, or hold and refer with the way to lift it. */
export function Outcome({ dossier }: { dossier: Dossier }) {
  const safety = safetyOf(dossier, today());
  if (safety.state === 'notScreened') return null;
  const { outcome } = safety;
  const body: ReactNode =
    outcome.kind === 'go' ? (
      <Notice tone="good">
        <Say strong>Go: no limits today.</Say>
      </Notice>
    ) : outcome.kind === 'withinLimits' ? (
      <>
        <Notice tone="before">
          <View style={{ gap: 2 }}>
            <Say strong>Go within limits</Say>
            {outcome.limits.map((limit) => (
              <Say key={sayLimit(limit)}>{sayLimit(limit)}</Say>
            ))}
          </View>
        </Notice>
        {outcome.reasons.map((reason) => (
          <Say key={reason}>{reason}</Say>
        ))}
        {safety.state === 'screened' && clearedInjury(dossier) && (
          <ClearanceForm dossier={dossier} covers={CLEARED_INJURY} lifts={false} />
        )}
      </>
    ) : (
      <>
        <Notice
          tone="now"
          actions={[
            {
              label: 'Referral note',
              onPress: () => router.navigate(`/clients/${dossier.client.id}/referral`),
            },
          ]}
        >
          <View style={{ gap: 2 }}>
            <Say strong>Hold and refer</Say>
            {outcome.reasons.map((reason) => (
              <Say key={reason}>{reason}</Say>
            ))}
          </View>
        </Notice>
        <CorrectPart dossier={dossier} standing={outcome.standing} />
        <ClearanceForm dossier={dossier} covers={outcome.holdRules} lifts />
      </>
    );
  return (
    <Part>
      {body}
      {clearancesOf(dossier).map((c) => (
        <Say key={c.id} soft small>
          {sayClearance(c)}
        </Say>
      ))}
      {dossier.corrections.map((c) => (
        <Say key={c.id} soft small>
          {`Corrected ${c.on}${c.saidBy === '' ? '' : ` by ${c.saidBy}`}: ${c.why}`}
        </Say>
      ))}
    </Part>
  );
}
