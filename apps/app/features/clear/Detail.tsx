import { View } from 'react-native';
import type { ScreeningValues } from '@zither/contract';
import type { ScreenQuestion } from '@zither/core';
import { RowButton } from '../../ui/RowButton.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { PainChoices, PlaceAndSide } from './painChoices.tsx';

type Answers = ScreeningValues['answers'];

/** What a "yes" still needs, then the answer as the rules read it. */
export function Detail({
  question,
  onAnswer,
}: {
  question: ScreenQuestion;
  onAnswer: (given: Answers) => void;
}) {
  if (question.detail === 'placeAndCleared')
    return (
      <View style={{ gap: space.l }}>
        <PlaceAndSide>
          {(told) => (
            <TwoWays
              words="Has a clinician cleared squatting with it?"
              onAnswer={(clearedByClinician) =>
                onAnswer({ recentInjury: { clearedByClinician, ...told } })
              }
            />
          )}
        </PlaceAndSide>
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
          <RowButton
            key={String(yes)}
            type="outline"
            title={yes ? 'Yes' : 'No'}
            buttonStyle={{ minHeight: 60 }}
            onPress={() => onAnswer(yes)}
          />
        ))}
      </View>
    </View>
  );
}
