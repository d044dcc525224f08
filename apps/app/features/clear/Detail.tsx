import { useState } from 'react';
import { View } from 'react-native';
import type { ScreeningValues } from '@zither/contract';
import type { PainPlace, PainSide, ScreenQuestion } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { PainChoices, PlaceChoice, SideOfPlace } from './painChoices.tsx';

type Answers = ScreeningValues['answers'];

/** What a "yes" still needs, then the answer as the rules read it. */
export function Detail({
  question,
  onAnswer,
}: {
  question: ScreenQuestion;
  onAnswer: (given: Answers) => void;
}) {
  const [place, setPlace] = useState<PainPlace | ''>('');
  const [side, setSide] = useState<PainSide | undefined>();
  if (question.detail === 'placeAndCleared')
    return (
      <View style={{ gap: space.l }}>
        <PlaceChoice
          place={place}
          onChange={(to) => {
            setPlace(to);
            setSide(undefined);
          }}
        />
        <SideOfPlace place={place} side={side} onChange={setSide} />
        {place !== '' && (
          <TwoWays
            words="Has a clinician cleared squatting with it?"
            onAnswer={(clearedByClinician) =>
              onAnswer({
                recentInjury: { clearedByClinician, place, ...(side ? { side } : {}) },
              })
            }
          />
        )}
      </View>
    );
  if (question.detail === 'clearedByClinician')
    return (
      <TwoWays
        words="Has a clinician cleared squatting with it?"
        onAnswer={(clearedByClinician) => onAnswer({ [question.id]: { clearedByClinician } })}
      />
    );
  if (question.detail === 'guardianPresent')
    return (
      <TwoWays
        words="Is a guardian here?"
        onAnswer={(guardianPresent) => onAnswer({ under16: { guardianPresent } })}
      />
    );
  return (
    <View style={{ gap: space.l }}>
      <PainChoices onPain={(pain) => onAnswer({ pain })} />
    </View>
  );
}

function TwoWays({ words, onAnswer }: { words: string; onAnswer: (yes: boolean) => void }) {
  return (
    <View style={{ gap: space.m }}>
      <Say strong>{words}</Say>
      <View style={{ flexDirection: 'row', gap: space.m }}>
        {[true, false].map((yes) => (
          <Button
            key={String(yes)}
            type="outline"
            title={yes ? 'Yes, that too' : 'No, not yet'}
            containerStyle={{ flex: 1 }}
            buttonStyle={{ minHeight: 60 }}
            onPress={() => onAnswer(yes)}
          />
        ))}
      </View>
    </View>
  );
}
