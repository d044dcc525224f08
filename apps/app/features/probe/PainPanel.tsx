import { useState } from 'react';
import { View } from 'react-native';
import type { Pain } from '@zither/contract';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { LevelChoice, PlaceChoice } from '../clear/index.ts';

/** Pain in a short test: it is recorded already; where and how much decide what may follow. */
export function PainPanel({
  test,
  onPain,
  onNone,
}: {
  test: string;
  onPain: (place: Pain['place'], level: number) => void;
  onNone: () => void;
}) {
  const [place, setPlace] = useState<Pain['place'] | ''>('');
  return (
    <Part>
      <Notice tone="now" actions={[{ label: 'No pain after all', onPress: onNone }]}>
        <View style={{ gap: space.m }}>
          <Say strong>{`Testing has stopped: pain in “${test}”. Where does it hurt?`}</Say>
          <PlaceChoice place={place} onChange={setPlace} />
          {place !== '' && <LevelChoice onChange={(level) => onPain(place, level)} />}
        </View>
      </Notice>
    </Part>
  );
}
