import { View } from 'react-native';
import type { Outcome, TestId } from '@zither/core';
import { sayFrontQuestion } from '@zither/words/probe';
import { RowButton } from '../../ui/RowButton.tsx';
import { Say } from '../../ui/Say.tsx';

/** The front of a joint stopped a test: tight or a pinch, in one tap. */
export function FrontQuestion({
  test,
  outcome,
  onSay,
  onBack,
}: {
  test: TestId;
  outcome: Outcome;
  onSay: (felt: 'tight' | 'pinch') => void;
  onBack: () => void;
}) {
  return (
    <View style={{ gap: 6 }} role="group">
      <Say small>{sayFrontQuestion(test, outcome)}</Say>
      <View style={{ flexDirection: 'row', gap: 6 }}>
        <RowButton title="Back" type="outline" buttonStyle={{ minHeight: 52 }} onPress={onBack} />
        <RowButton title="Tight" buttonStyle={{ minHeight: 52 }} onPress={() => onSay('tight')} />
        <RowButton title="A pinch" buttonStyle={{ minHeight: 52 }} onPress={() => onSay('pinch')} />
      </View>
    </View>
  );
}
