import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import Svg, { Circle, G, Line, Path, Text as SvgText } from 'react-native-svg';
import { chanceAtLoad, type SetsAt } from '@zither/core';
import { sayMass } from '@zither/words/units';
import { font } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';

const HEIGHT = 132;
const PAD = { left: 38, right: 14, top: 10, bottom: 24 };
const STEPS = 40;

/**
 * How often a fault shows over the load: each load a mark at the share of sets it was seen in, larger with more sets; the curve of its chance with
 * the 95 % band; an upright where it becomes likely.
 */
export function FormCurve({
  sets,
  likelyKg,
  label,
}: {
  sets: readonly SetsAt[];
  likelyKg: number;
  /** Read out instead of the picture. */
  label: string;
}) {
  const { colors } = useLook();
  const [width, setWidth] = useState(340);
  const most = Math.max(...sets.map((s) => s.loadKg), likelyKg) * 1.1;
  const curve = useMemo(
    () =>
      chanceAtLoad(
        sets,
        Array.from({ length: STEPS + 1 }, (_, i) => (most * i) / STEPS),
      ),
    [sets, most],
  );
  const x = scaleLinear([0, most], [PAD.left, width - PAD.right]);
  const y = scaleLinear([0, 1], [HEIGHT - PAD.bottom, PAD.top]);
  const band = area<(typeof curve)[number]>()
    .x((p) => x(p.loadKg))
    .y0((p) => y(p.low))
    .y1((p) => y(p.high))(curve);
  const path = line<(typeof curve)[number]>()
    .x((p) => x(p.loadKg))
    .y((p) => y(p.chance))(curve);
  const at = x(Math.min(likelyKg, most));
  return (
    <View
      role="img"
      aria-label={label}
      style={{ maxWidth: 560 }}
      onLayout={(e) => setWidth(Math.max(200, e.nativeEvent.layout.width))}
    >
      <Svg width={width} height={HEIGHT} aria-hidden>
        {band && <Path d={band} fill={colors.heatherWash} />}
        {[0, 0.5, 1].map((share) => (
          <G key={share}>
            <Line
              x1={PAD.left}
              x2={width - PAD.right}
              y1={y(share)}
              y2={y(share)}
              stroke={colors.hairline}
            />
            <SvgText
              x={PAD.left - 6}
              y={y(share) + 4}
              textAnchor="end"
              fontSize={11}
              fontFamily={font.regular}
              fill={colors.inkSoft}
            >
              {share === 0 ? 'never' : share === 1 ? 'all' : 'half'}
            </SvgText>
          </G>
        ))}
        {path && <Path d={path} fill="none" stroke={colors.ink} strokeWidth={2} />}
        <Line
          x1={at}
          x2={at}
          y1={PAD.top}
          y2={HEIGHT - PAD.bottom}
          stroke={colors.brass}
          strokeWidth={2}
          strokeDasharray="4 3"
        />
        {sets.map((s) => (
          <Circle
            key={s.loadKg}
            cx={x(s.loadKg)}
            cy={y(s.seen / s.watched)}
            r={Math.min(9, 3 + Math.sqrt(s.watched))}
            fill={s.seen > 0 ? colors.rust : colors.surface}
            stroke={s.seen > 0 ? colors.rust : colors.ink}
            strokeWidth={1.5}
          />
        ))}
        {x.ticks(4).map((kg) => (
          <SvgText
            key={kg}
            x={x(kg)}
            y={HEIGHT - 6}
            textAnchor="middle"
            fontSize={11}
            fontFamily={font.regular}
            fill={colors.inkSoft}
          >
            {sayMass(kg)}
          </SvgText>
        ))}
      </Svg>
    </View>
  );
}
