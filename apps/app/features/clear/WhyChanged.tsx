import { useState } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import type { QuestionId } from '@zither/core';
import { versionNow } from '@zither/visit';
import { WHY_CHANGED } from '@zither/words/safety';
import { Button, Input } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { today, useChanges } from '../data/index.ts';

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
  const { putCorrection } = useChanges();
  const [why, setWhy] = useState('');
  const saw = versionNow(dossier, 'screening', screening.id, question);
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
              putCorrection(dossier.client.id, {
                on: today(),
                of: 'screening',
                ofId: screening.id,
                question,
                why: why.trim(),
                ...(saw === undefined ? {} : { saw }),
              });
              onSaid();
            }}
          />
          <Button type="outline" title="Leave it" onPress={onLeave} />
        </View>
      </View>
    </Notice>
  );
}
