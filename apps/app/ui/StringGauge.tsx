import { scaleLinear } from 'd3-scale';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Circle, G, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { font } from './theme.ts';
import { useLook } from './useLook.ts';
import { sayNumber } from '@zither/words/numbers';
import { type Gauge, beadPlace, sayGauge } from '@zither/words/figures';

const HEIGHT = 46;
const STRING_Y = 20;
const PAD = 16;

export interface StringGaugeProps extends Gauge {
  /** Ends of the string. */
  scale: { least: number; most: number };
}

/**
 * A measured quantity as a string: thick span = target, bead = now, ghost bead = last time, halo = measurement error.
 * Inside = solid bead, near the edge = half bead, outside = open diamond.
 */
export function StringGauge(props: StringGaugeProps) {
  const { now, before, target, error, scale, digits = 0 } = props;
  const { colors } = useLook();
  const [width, setWidth] = useState(320);
  const values = [scale.least, scale.most, now ?? scale.least, before ?? scale.least];
  const x = scaleLinear()
    .domain([Math.min(...values), Math.max(...values)])
    .range([PAD, width - PAD]);
  const place = now !== null && target ? beadPlace(now, target) : 'inside';
  return (
    <View
      onLayout={(e) => setWidth(e.nativeEvent.layout.width)}
      accessible
      role="img"
      aria-label={sayGauge(props)}
      style={{ height: HEIGHT }}
    >
      <Svg width={width} height={HEIGHT}>
        <Line
          x1={PAD}
          x2={width - PAD}
          y1={STRING_Y}
          y2={STRING_Y}
          stroke={colors.inkSoft}
          strokeWidth={1}
        />
        {target && (
          <Line
            x1={x(target.least)}
            x2={x(target.most)}
            y1={STRING_Y}
            y2={STRING_Y}
            stroke={colors.lake}
            strokeWidth={6}
          />
        )}
        {x.ticks(5).map((tick) => (
          <G key={tick}>
            <Line
              x1={x(tick)}
              x2={x(tick)}
              y1={STRING_Y + 4}
              y2={STRING_Y + 8}
              stroke={colors.inkSoft}
            />
            <SvgText
              x={x(tick)}
              y={HEIGHT - 4}
              fontSize={12}
              fontFamily={font.regular}
              fill={colors.inkSoft}
              textAnchor="middle"
            >
              {sayNumber(tick, Number.isInteger(tick) ? 0 : digits)}
            </SvgText>
          </G>
        ))}
        {now !== null && error ? (
          <Rect
            x={x(now - error)}
            y={STRING_Y - 9}
            width={Math.max(0, x(now + error) - x(now - error))}
            height={18}
            rx={9}
            fill={colors.ink}
            opacity={0.14}
          />
        ) : null}
        {before !== null && before !== undefined && (
          <Circle
            cx={x(before)}
            cy={STRING_Y}
            r={6}
            fill={colors.paper}
            stroke={colors.heather}
            strokeWidth={2}
            strokeDasharray="3 2"
          />
        )}
        {now !== null && <Bead x={x(now)} place={place} />}
      </Svg>
    </View>
  );
}

function Bead({ x, place }: { x: number; place: ReturnType<typeof beadPlace> }) {
  const { colors } = useLook();
  if (place === 'outside')
    return (
      <Path
        d={`M ${x} ${STRING_Y - 9} L ${x + 9} ${STRING_Y} L ${x} ${STRING_Y + 9} L ${x - 9} ${STRING_Y} Z`}
        fill={colors.paper}
        stroke={colors.rust}
        strokeWidth={2.5}
      />
    );
  return (
    <G>
      <Circle
        cx={x}
        cy={STRING_Y}
        r={8}
        fill={place === 'inside' ? colors.ink : colors.paper}
        stroke={colors.ink}
        strokeWidth={2}
      />
      {place === 'nearEdge' && (
        <Path d={`M ${x} ${STRING_Y - 8} A 8 8 0 0 0 ${x} ${STRING_Y + 8} Z`} fill={colors.ink} />
      )}
    </G>
  );
}
