import { EQUATIONS, RESTS_ON, sayEquation } from '@zither/words/equations';
import { View } from 'react-native';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';

/** What a number rests on: its equations by their number in docs/model.md, in words, with source. */
export function Equations({ of }: { of: keyof typeof RESTS_ON }) {
  return (
    <View style={{ gap: space.xs }} role="list" aria-label="Equations">
      {[...RESTS_ON[of]]
        .sort((a, b) => EQUATIONS[a].number - EQUATIONS[b].number)
        .map((id) => (
          <View key={id} role="listitem">
            <Say small>{sayEquation(id)}</Say>
          </View>
        ))}
    </View>
  );
}
