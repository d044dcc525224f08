import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { G, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { Say } from '../../ui/Say.tsx';
import { font } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { sayNumber, sayTrimmed } from '@zither/words/numbers';

export interface Trace {
  /** One value a frame of the whole capture. */
  values: readonly (number | null)[];
  name: string;
  look: 'ink' | 'lake';
}

/** A rep by its frames. */
export interface Span {
  number: number;
  start: number;
  bottom: number;
  end: number;
}

const HEIGHT = 96;
const PAD = { left: 34, right: 8, top: 8, bottom: 18 };

/** Share of a rep at a frame: down is the first half, up the second, so that reps of different tempo lie on each other. */
export const shareOf = ({ start, bottom, end }: Span, frame: number): number =>
  frame <= bottom
    ? (0.5 * (frame - start)) / Math.max(1, bottom - start)
    : 0.5 + (0.5 * (frame - bottom)) / Math.max(1, end - bottom);

/**
 * A quantity over the rep: down in the left half, up in the right. The best rep drawn full, the worst dashed, the rest faint; a cursor
 * where the figure stands.
 */
export function MotionPlot({
  title,
  unit,
  traces,
  reps,
  best,
  worst,
  cursor,
  band = null,
}: {
  title: string;
  unit: string;
  traces: readonly Trace[];
  reps: readonly Span[];
  /** 1-based. */
  best: number;
  worst: number;
  /** Share of the rep in hand, 0 to 1. */
  cursor: number;
  /** Between these the method is content. */
  band?: { least: number; most: number } | null;
}) {
  const { colors } = useLook();
  const [width, setWidth] = useState(320);
  const inReps = traces.flatMap((t) =>
    reps.flatMap((r) => t.values.slice(r.start, r.end + 1).filter((v): v is number => v !== null)),
  );
  if (inReps.length === 0) return null;
  const y = scaleLinear()
    // The band stays in sight, so that a quantity at rest does not look like one in turmoil.
    .domain([
      Math.min(...inReps, band?.least ?? Infinity),
      Math.max(...inReps, band?.most ?? -Infinity),
    ])
    .nice(4)
    .range([HEIGHT - PAD.bottom, PAD.top]);
  const x = scaleLinear()
    .domain([0, 1])
    .range([PAD.left, width - PAD.right]);
  const path = (trace: Trace, rep: Span) =>
    line<number>()
      .defined((k) => (trace.values[k] ?? null) !== null)
      .x((k) => x(shareOf(rep, k)))
      .y((k) => y(trace.values[k] ?? 0))(
      Array.from({ length: rep.end - rep.start + 1 }, (_, i) => rep.start + i),
    ) ?? '';
  const others = reps.filter((r) => r.number !== best && r.number !== worst);
  const bestRep = reps.find((r) => r.number === best);
  const worstRep = worst === best ? undefined : reps.find((r) => r.number === worst);
  const peak = (rep: Span | undefined, t: Trace) => {
    const v = rep ? (t.values[rep.bottom] ?? null) : null;
    return v === null ? null : sayNumber(v);
  };
  const spoken = traces
    .map((t) => {
      const [b, w] = [peak(bestRep, t), peak(worstRep, t)];
      return `${t.name} at the bottom ${b ?? 'not seen'}${unit}${w === null ? '' : `, in the worst rep ${w}${unit}`}`;
    })
    .join('; ');
  return (
    <View onLayout={(e) => setWidth(Math.max(160, e.nativeEvent.layout.width))}>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
        <Say small strong>{`${title}, ${unit.trim()}`}</Say>
        {traces.length > 1 && (
          <Say small soft>
            {traces.map((t, i) => `${i === 0 ? '■' : '□'} ${t.name}`).join('  ')}
          </Say>
        )}
      </View>
      <View role="img" aria-label={`${title}: ${spoken}.`}>
        <Svg width={width} height={HEIGHT}>
          <Rect
            x={x(0.42)}
            y={PAD.top}
            width={x(0.58) - x(0.42)}
            height={HEIGHT - PAD.top - PAD.bottom}
            fill={colors.sunken}
          />
          {band && (
            <Rect
              x={PAD.left}
              y={y(Math.min(band.most, y.domain()[1] ?? band.most))}
              width={width - PAD.left - PAD.right}
              height={Math.max(
                0,
                y(Math.max(band.least, y.domain()[0] ?? band.least)) -
                  y(Math.min(band.most, y.domain()[1] ?? band.most)),
              )}
              fill={colors.lakeWash}
            />
          )}
          {y.ticks(3).map((tick) => (
            <G key={tick}>
              <Line
                x1={PAD.left}
                x2={width - PAD.right}
                y1={y(tick)}
                y2={y(tick)}
                stroke={colors.hairline}
              />
              <SvgText
                x={PAD.left - 4}
                y={y(tick) + 4}
                fontSize={12}
                fontFamily={font.regular}
                fill={colors.inkSoft}
                textAnchor="end"
              >
                {sayTrimmed(tick, 2)}
              </SvgText>
            </G>
          ))}
          {(['down', 'bottom', 'up'] as const).map((word, i) => (
            <SvgText
              key={word}
              x={x([0.21, 0.5, 0.79][i] ?? 0.5)}
              y={HEIGHT - 4}
              fontSize={12}
              fontFamily={font.regular}
              fill={colors.inkSoft}
              textAnchor="middle"
            >
              {word}
            </SvgText>
          ))}
          {traces.map((t, i) => {
            const colour = t.look === 'ink' ? colors.ink : colors.lake;
            return (
              <G key={t.name}>
                {others.map((r) => (
                  <Path
                    key={r.number}
                    d={path(t, r)}
                    stroke={colour}
                    strokeWidth={1}
                    opacity={0.25}
                    fill="none"
                  />
                ))}
                {worstRep && (
                  <Path
                    d={path(t, worstRep)}
                    stroke={colors.rust}
                    strokeWidth={2}
                    strokeDasharray={i === 0 ? '6 3' : '2 3'}
                    fill="none"
                  />
                )}
                {bestRep && (
                  <Path d={path(t, bestRep)} stroke={colour} strokeWidth={2.5} fill="none" />
                )}
              </G>
            );
          })}
          <Line
            x1={x(cursor)}
            x2={x(cursor)}
            y1={PAD.top}
            y2={HEIGHT - PAD.bottom}
            stroke={colors.brass}
            strokeWidth={2}
          />
        </Svg>
      </View>
    </View>
  );
}
