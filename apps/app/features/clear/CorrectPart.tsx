import { useState } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { reasonOf, type QuestionId, type StandingHold } from '@zither/core';
import { Button, Input } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { sayDay } from '../data/index.ts';
import { useCorrection } from './useCorrection.ts';

/** A mistaken answer is corrected with a reason: it counts as never said, and who corrected it stays on record. */
export function CorrectPart({
  dossier,
  standing,
}: {
  dossier: Dossier;
  standing: readonly StandingHold[];
}) {
  const correct = useCorrection(dossier);
  const [why, setWhy] = useState('');
  // One line for each thing told, however many devices told it.
  const fixable = standing.filter(
    (s, i) =>
      s.told.source !== null &&
      standing.findIndex(
        (o) => o.rule === s.rule && o.told.source?.ofId === s.told.source?.ofId,
      ) === i,
  );
  if (fixable.length === 0) return null;
  return (
    <Fold title="Entered by mistake?" note="Correct it with a reason. It stays on record.">
      <Input
        label="Why it was a mistake"
        aria-label="Why it was a mistake"
        value={why}
        maxLength={200}
        onChangeText={setWhy}
        renderErrorMessage={false}
      />
      {fixable.map(({ rule, told }) => (
        <View key={`${rule.id} ${told.source?.ofId}`} style={{ gap: space.xs }}>
          <Say small>{`${sayDay(told.on)}: ${reasonOf(rule, told.answers)}`}</Say>
          <View style={{ alignItems: 'flex-start' }}>
            <Button
              type="outline"
              title="Correct this"
              accessibilityLabel={`Correct for ${dossier.client.name}: ${reasonOf(rule, told.answers)}`}
              disabled={why.trim() === ''}
              onPress={() => {
                if (!told.source) return;
                const { of, ofId } = told.source;
                // A screen never asks what only a stop tells.
                const question = of === 'screening' ? (rule.when.question as QuestionId) : null;
                correct(of, ofId, question, why);
                setWhy('');
              }}
            />
          </View>
        </View>
      ))}
    </Fold>
  );
}
