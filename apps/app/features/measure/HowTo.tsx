import { useState } from 'react';
import { View } from 'react-native';
import type { Station } from '@zither/core';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { StationPicture } from './pictures.tsx';

const MOST_PX = 420;

/** How to measure at a station: picture, landmarks, position, what goes wrong. */
export function HowTo({ station, startsOpen }: { station: Station; startsOpen: boolean }) {
  const [width, setWidth] = useState(320);
  return (
    <Fold title="How to" note={station.usedFor} startsOpen={startsOpen}>
      <View
        onLayout={(e) => setWidth(Math.min(MOST_PX, e.nativeEvent.layout.width))}
        style={{ gap: space.m }}
      >
        <StationPicture station={station.id} width={width} />
        {station.how.map((step, i) => (
          <Say key={step}>{`${i + 1}. ${step}`}</Say>
        ))}
        <Say>
          <Say strong>Find: </Say>
          {`${station.landmarks.join('; ')}.`}
        </Say>
        <Say>
          <Say strong>Goes wrong when: </Say>
          {`${station.errors.join('; ').toLowerCase()}.`}
        </Say>
      </View>
    </Fold>
  );
}
