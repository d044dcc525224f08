import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Circle, Line } from 'react-native-svg';
import { useLook } from '../../ui/useLook.ts';

const HEIGHT = 20;
const PAD = 8;

/** A chance as a bead on a string: solid when more likely than not. */
export function ChanceBar({ chance }: { chance: number }) {
  const { colors } = useLook();
  const [width, setWidth] = useState(280);
  const X = (p: number) => PAD + p * (width - 2 * PAD);
  const isLikely = chance >= 0.5;
  return (
    // The sentence below it says the same.
    <View aria-hidden onLayout={(e) => setWidth(Math.max(80, e.nativeEvent.layout.width))}>
      <Svg width={width} height={HEIGHT}>
        <Line x1={X(0)} x2={X(1)} y1={10} y2={10} stroke={colors.hairline} strokeWidth={2} />
        <Line x1={X(0)} x2={X(chance)} y1={10} y2={10} stroke={colors.lake} strokeWidth={5} />
        <Circle
          cx={X(chance)}
          cy={10}
          r={6.5}
          fill={isLikely ? colors.lake : colors.paper}
          stroke={colors.lake}
          strokeWidth={2}
        />
      </Svg>
    </View>
  );
}
