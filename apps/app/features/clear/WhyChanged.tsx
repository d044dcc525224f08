import { useState } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import type { QuestionId } from '@zither/core';
import { WHY_CHANGED } from '@zither/words/safety';
import { Button, Input } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { useCorrection } from './useCorrection.ts';

/** Takes a “yes” of today back, with a reason and who gave it. */
export function WhyChanged({
  dossier,
  screening,
  question,
  onSaid,
  onLeave,
}: {
  dossier: Dossier;
  screening: Dossier['screenings'][number];
  question: QuestionId;
  onSaid: () => void;
  onLeave: () => void;
}) {
  const correct = useCorrection(dossier);
  const [why, setWhy] = useState('');
  return (
    <Notice tone="before">
      <View style={{ gap: space.s }}>
        <Say>{WHY_CHANGED}</Say>
        <Input
          label="Why it changes"
          aria-label="Why it changes"
          value={why}
          maxLength={200}
          onChangeText={setWhy}
          renderErrorMessage={false}
        />
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
          <Button
            title="Change the answer"
            disabled={why.trim() === ''}
            onPress={() => {
              correct('screening', screening.id, question, why);
              onSaid();
            }}
          />
          <Button type="outline" title="Leave it" onPress={onLeave} />
        </View>
      </View>
    </Notice>
  );
}
