import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Circle, Line } from 'react-native-svg';
import { PLAN_FROM } from '@zither/core';
import { useLook } from '../../ui/useLook.ts';

const HEIGHT = 22;
const PAD = 9;
const Y = HEIGHT / 2;

/**
 * How sure: a string from never to certain, drawn thick as far as the belief reaches; a notch where a plan would act on it; a ghost bead
 * where it stood before the last thing learnt.
 */
export function BeliefBar({
  probability,
  before,
  refer,
}: {
  probability: number;
  before: number | null;
  refer: boolean;
}) {
  const { colors } = useLook();
  const [width, setWidth] = useState(280);
  const X = (p: number) => PAD + p * (width - 2 * PAD);
  const from = refer ? PLAN_FROM.refer : PLAN_FROM.work;
  const isActing = probability >= from;
  const color = refer ? colors.rust : colors.ink;
  return (
    // The words beside it say the same.
    <View aria-hidden onLayout={(e) => setWidth(Math.max(80, e.nativeEvent.layout.width))}>
      <Svg width={width} height={HEIGHT}>
        <Line x1={X(0)} x2={X(1)} y1={Y} y2={Y} stroke={colors.hairline} strokeWidth={2} />
        <Line x1={X(from)} x2={X(from)} y1={2} y2={HEIGHT - 2} stroke={colors.inkSoft} />
        <Line x1={X(0)} x2={X(probability)} y1={Y} y2={Y} stroke={color} strokeWidth={6} />
        {before !== null && Math.abs(before - probability) >= 0.02 && (
          <Circle
            cx={X(before)}
            cy={Y}
            r={6}
            fill={colors.paper}
            stroke={colors.heather}
            strokeWidth={2}
            strokeDasharray="3 2"
          />
        )}
        <Circle
          cx={X(probability)}
          cy={Y}
          r={7}
          fill={isActing ? color : colors.paper}
          stroke={color}
          strokeWidth={2}
        />
      </Svg>
    </View>
  );
}
