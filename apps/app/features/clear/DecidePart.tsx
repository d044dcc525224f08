import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { SCREEN_QUESTIONS } from '@zither/core';
import { answered, toBeDecided } from '@zither/visit/merging';
import { sayDiffers, sayGiven } from '@zither/words/safety';
import { capital } from '@zither/words/terms';
import { Button } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { splitRow, useChanges } from '../data/index.ts';

/** Questions to which devices gave different answers: a coach decides each, and all that was said stays on record. */
export function DecidePart({ dossier }: { dossier: Dossier }) {
  const { moment, putScreening } = useChanges();
  const open = dossier.screenings.flatMap((screening) =>
    toBeDecided(screening).map((differing) => ({ screening, ...differing })),
  );
  return open.map(({ screening, question, said }) => {
    const { words } = SCREEN_QUESTIONS.find((q) => q.id === question)!;
    const each = [...new Map(said.map((s) => [sayGiven(s.answers, question), s])).entries()];
    return (
      <Notice key={`${screening.id} ${question}`} tone="now">
        <View style={{ gap: space.s }}>
          <Say strong>{sayDiffers(words, question, said)}</Say>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
            {each.map(([given, { answers }]) => (
              <Button
                key={given}
                type="outline"
                title={`It is: ${given}`}
                accessibilityLabel={`${words} ${capital(given)}`}
                onPress={() => {
                  const { ref, clientId, values } = splitRow(screening);
                  putScreening(clientId, ref, answered(values, question, answers, moment()));
                }}
              />
            ))}
          </View>
        </View>
      </Notice>
    );
  });
}
