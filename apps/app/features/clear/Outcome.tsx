import { router } from 'expo-router';
import type { ReactNode } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { limitsOfRule } from '@zither/core';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { today } from '../data/index.ts';
import { ClearanceForm } from './ClearanceForm.tsx';
import { CorrectPart } from './CorrectPart.tsx';
import { DecidePart } from './DecidePart.tsx';
import { ASK_CLEARANCE_WEEKS, clearancesOf, clearancesToAsk, safetyOf } from '@zither/visit';
import { sayClearance, sayReplaced } from '@zither/words/clearance';
import { CLINICIAN_LIFTS, sayLifts, sayLimit, sayOldClearance } from '@zither/words/safety';

/** The screen's word: go, within limits, or hold and refer with the way to lift it. */
export function Outcome({ dossier }: { dossier: Dossier }) {
  const safety = safetyOf(dossier, today());
  if (safety.state === 'notScreened') return null;
  const { outcome } = safety;
  const nameable =
    outcome.kind === 'withinLimits'
      ? outcome.brought
          .filter((b) => b.clearedBy === null && !b.rule.isOfTheDay)
          .map((b) => ({
            id: b.rule.id,
            says: b.reason,
            limits: limitsOfRule(b.rule, b.told.answers),
          }))
          .filter((r, i, all) => all.findIndex((o) => o.id === r.id) === i)
      : [];
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
        {outcome.brought.map((b) => (
          <View key={`${b.rule.id} ${b.told.saidAt}`} style={{ gap: 2 }}>
            <Say>{b.reason}</Say>
            <Say small soft>
              {b.clearedBy ? sayReplaced(b.clearedBy) : sayLifts(b.rule.lifts)}
            </Say>
          </View>
        ))}
        {outcome.reasons
          .filter((reason) => !outcome.brought.some((b) => b.reason === reason))
          .map((reason) => (
            <Say key={reason}>{reason}</Say>
          ))}
        {dossier.clearances.length > 0 && (
          <Say small soft>
            {CLINICIAN_LIFTS}
          </Say>
        )}
        {safety.state === 'screened' && nameable.length > 0 && (
          <ClearanceForm dossier={dossier} reasons={nameable} lifts={false} />
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
        {[...new Set(outcome.standing.map((h) => sayLifts(h.rule.lifts)))].map((lifts) => (
          <Say key={lifts} small soft>
            {lifts}
          </Say>
        ))}
        <ClearanceForm
          dossier={dossier}
          reasons={outcome.holdRules.map((id) => ({ id, says: id, limits: [] }))}
          lifts
        />
      </>
    );
  return (
    <Part>
      <DecidePart dossier={dossier} />
      {body}
      {clearancesToAsk(dossier, today()).map((c) => (
        <Notice key={c.id} tone="before">
          {sayOldClearance(c, ASK_CLEARANCE_WEEKS)}
        </Notice>
      ))}
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
