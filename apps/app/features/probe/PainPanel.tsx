import { View } from 'react-native';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { PainChoices, type ToldPain } from '../clear/index.ts';
import { sayPainIn } from '@zither/words/probe';

/** Pain in a short test: it is recorded already; where and how much decide what may follow. */
export function PainPanel({
  test,
  onPain,
  onNone,
}: {
  test: string;
  onPain: (pain: ToldPain) => void;
  onNone: () => void;
}) {
  return (
    <Part>
      <Notice tone="now" actions={[{ label: 'No pain after all', onPress: onNone }]}>
        <View style={{ gap: space.m }}>
          <Say strong>{sayPainIn(test)}</Say>
          <PainChoices onPain={onPain} />
        </View>
      </Notice>
    </Part>
  );
}
