import { scaleLinear } from 'd3-scale';
import { area } from 'd3-shape';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Circle, Line, Path, Text as SvgText } from 'react-native-svg';
import type { MeasureTrend } from '@zither/visit';
import { displayOf } from '@zither/words/display';
import { sayTrend } from '@zither/words/story';
import { Say } from '../../ui/Say.tsx';
import { font } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { sayNumber } from '@zither/words/numbers';

const HEIGHT = 120;
const PAD = { left: 40, right: 14, top: 16, bottom: 20 };
const STEPS = 24;

/** A measure as a string over time: a bead a visit with its error, the line with its band, uprights where something was begun. */
export function TrendString({ of }: { of: MeasureTrend }) {
  const { colors } = useLook();
  const [width, setWidth] = useState(340);
  const { points, trend, marks, measure } = of;
  const { per, digits } = displayOf(measure);
  const last = points.at(-1)!.week;
  const weeks = Array.from({ length: STEPS + 1 }, (_, i) => (last * i) / STEPS);
  const band = weeks.map((week) => ({ week, ...trend.at(week) }));
  const all = [
    ...points.flatMap((p) => [p.value - 1.96 * p.sem, p.value + 1.96 * p.sem]),
    ...band.flatMap((b) => [b.value - b.errorOf, b.value + b.errorOf]),
  ];
  const x = scaleLinear([0, Math.max(last, 1)], [PAD.left, width - PAD.right]);
  const y = scaleLinear([Math.min(...all), Math.max(...all)], [HEIGHT - PAD.bottom, PAD.top]).nice(
    3,
  );
  const shape = area<(typeof band)[number]>()
    .x((b) => x(b.week))
    .y0((b) => y(b.value - b.errorOf))
    .y1((b) => y(b.value + b.errorOf))(band);
  return (
    <View style={{ maxWidth: 560 }}>
      <View
        role="img"
        aria-label={sayTrend(of)}
        onLayout={(e) => setWidth(Math.max(200, e.nativeEvent.layout.width))}
      >
        <Svg width={width} height={HEIGHT} aria-hidden>
          {shape && <Path d={shape} fill={colors.lakeWash} />}
          {y.ticks(3).map((v) => (
            <SvgText
              key={v}
              x={PAD.left - 6}
              y={y(v) + 4}
              textAnchor="end"
              fontSize={11}
              fontFamily={font.regular}
              fill={colors.inkSoft}
            >
              {sayNumber(v / per, digits)}
            </SvgText>
          ))}
          {marks.map((m) => (
            <Line
              key={`${m.kind} ${m.on}`}
              x1={x(m.week)}
              x2={x(m.week)}
              y1={PAD.top}
              y2={HEIGHT - PAD.bottom}
              stroke={colors.brass}
              strokeDasharray="3 3"
            />
          ))}
          {marks.map((m) => (
            <SvgText
              key={`letter ${m.kind} ${m.on}`}
              x={x(m.week)}
              y={PAD.top - 4}
              textAnchor="middle"
              fontSize={11}
              fontFamily={font.semibold}
              fill={colors.brass}
            >
              {m.kind === 'plan' ? 'P' : 'S'}
            </SvgText>
          ))}
          <Line
            x1={x(0)}
            y1={y(trend.at(0).value)}
            x2={x(last)}
            y2={y(trend.at(last).value)}
            stroke={colors.lake}
            strokeWidth={2}
          />
          {points.map((p) => (
            <Line
              key={`error ${p.on}`}
              x1={x(p.week)}
              x2={x(p.week)}
              y1={y(p.value - 1.96 * p.sem)}
              y2={y(p.value + 1.96 * p.sem)}
              stroke={colors.ink}
            />
          ))}
          {points.map((p) => (
            <Circle key={p.on} cx={x(p.week)} cy={y(p.value)} r={4} fill={colors.ink} />
          ))}
        </Svg>
      </View>
      <Say small number>
        {sayTrend(of)}
      </Say>
    </View>
  );
}
