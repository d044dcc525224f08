import type { ReactNode } from 'react';
import { View } from 'react-native';
import Svg from 'react-native-svg';
import type { StationId } from '@zither/core';
import { useLook } from '../../ui/useLook.ts';
import { FIRST_PICTURES } from './picturesFirst.tsx';
import { THEN_PICTURES } from './picturesThen.tsx';

const PICTURES: Record<StationId, { says: string; draw: ReactNode }> = {
  ...FIRST_PICTURES,
  ...THEN_PICTURES,
};

/** The drawing of one station, with the same said in a sentence. */ export function StationPicture({
  station,
  width,
}: {
  station: StationId;
  width: number;
}) {
  const { colors } = useLook();
  const { says, draw } = PICTURES[station];
  return (
    <View accessible role="img" aria-label={says} style={{ alignItems: 'center' }}>
      <Svg width={width} height={(width * 184) / 320} viewBox="0 0 320 184" color={colors.inkSoft}>
        {draw}
      </Svg>
    </View>
  );
}
