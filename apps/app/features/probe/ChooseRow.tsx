import { View } from 'react-native';
import type { DecisionValues, Dossier } from '@zither/contract';
import { choiceOn, choicesOf, type Choice } from '@zither/visit';
import { CHOOSE_NAMES } from '@zither/words/working';
import { Button } from '../../ui/elements.ts';
import { space } from '../../ui/theme.ts';
import { newId, splitRow, today, useChanges } from '../data/index.ts';

type Of = Choice['of'];
type As = Extract<DecisionValues, { kind: 'choose' }>['as'];

/** The coach's own word on a group or a cause: the plan works on it, or leaves it; with a way back. */
export function ChooseRow({
  dossier,
  of,
  name,
  isWorkedOn,
}: {
  dossier: Dossier;
  of: Of;
  /** Said with each button. */
  name: string;
  /** The plan works on it already. */
  isWorkedOn: boolean;
}) {
  const { moment, putDecision } = useChanges();
  const choice = choiceOn(choicesOf(dossier), of);
  const choose = (as: As) =>
    putDecision(
      dossier.client.id,
      { id: newId(), version: 0 },
      { kind: 'choose', on: today(), at: moment(), takenBack: false, as, of },
    );
  const withdraw = ({ decision }: Choice) => {
    const { ref, clientId, values } = splitRow(decision);
    putDecision(clientId, ref, { ...values, takenBack: true });
  };
  const button = (label: string, onPress: () => void) => (
    <Button
      key={label}
      type="outline"
      title={label}
      accessibilityLabel={`${label}: ${name}`}
      onPress={onPress}
    />
  );
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
      {choice ? (
        button(CHOOSE_NAMES.withdraw, () => withdraw(choice))
      ) : (
        <>
          {!isWorkedOn && button(CHOOSE_NAMES.workOn, () => choose('workOn'))}
          {button(CHOOSE_NAMES.setAside, () => choose('setAside'))}
        </>
      )}
    </View>
  );
}
