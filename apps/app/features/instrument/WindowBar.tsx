import { scaleLinear } from 'd3-scale';
import { useState } from 'react';
import { View } from 'react-native';
import Svg, { G, Line, Rect, Text as SvgText } from 'react-native-svg';
import type { Window } from '@zither/core';
import { font } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { placeLabels } from './placeLabels.ts';
import { sayEnds } from '@zither/words/figures';

const HEIGHT = 92;
const BAR_Y = 44;
const PAD = 14;

/** The open or shut range of shank angle, with its ends named. */
export function WindowBar({
  window,
  workingDeg,
  sentence,
}: {
  window: Window;
  workingDeg: number | null;
  sentence: string;
}) {
  const { colors } = useLook();
  const [width, setWidth] = useState(340);
  const x = scaleLinear()
    .domain([0, 50])
    .range([PAD, width - PAD])
    .clamp(true);
  return (
    <View
      onLayout={(e) => setWidth(e.nativeEvent.layout.width)}
      role="img"
      aria-label={`Shin angle: ${sentence}`}
      style={{ height: HEIGHT }}
    >
      <Svg width={width} height={HEIGHT}>
        {x.ticks(6).map((tick) => (
          <G key={tick}>
            <Line
              x1={x(tick)}
              x2={x(tick)}
              y1={BAR_Y + 11}
              y2={BAR_Y + 16}
              stroke={colors.inkSoft}
            />
            <SvgText
              x={x(tick)}
              y={BAR_Y + 29}
              fontSize={12}
              fontFamily={font.regular}
              fill={colors.inkSoft}
              textAnchor="middle"
            >
              {`${tick}°`}
            </SvgText>
          </G>
        ))}
        <Line
          x1={PAD}
          x2={width - PAD}
          y1={BAR_Y}
          y2={BAR_Y}
          stroke={colors.inkSoft}
          strokeWidth={1}
        />
        {window.kind !== 'stanceTooWide' && <Ends window={window} x={x} width={width} />}
        {workingDeg !== null && (
          <G>
            <Line
              x1={x(workingDeg)}
              x2={x(workingDeg)}
              y1={BAR_Y - 14}
              y2={BAR_Y + 14}
              stroke={colors.brass}
              strokeWidth={3}
            />
          </G>
        )}
        {window.kind === 'stanceTooWide' && (
          <SvgText
            x={width / 2}
            y={BAR_Y - 14}
            fontSize={14}
            fontFamily={font.semibold}
            fill={colors.rust}
            textAnchor="middle"
          >
            no room: stance too wide
          </SvgText>
        )}
        <SvgText
          x={width / 2}
          y={HEIGHT - 3}
          fontSize={12}
          fontFamily={font.regular}
          fill={colors.inkSoft}
          textAnchor="middle"
        >
          shin angle
        </SvgText>
      </Svg>
    </View>
  );
}

function Ends({
  window,
  x,
  width,
}: {
  window: Exclude<Window, { kind: 'stanceTooWide' }>;
  x: (value: number) => number;
  width: number;
}) {
  const { colors } = useLook();
  const open = window.kind === 'open';
  const from = x(open ? window.floorDeg : window.ceilingDeg);
  const to = x(open ? window.ceilingDeg : window.floorDeg);
  const { floor: floorText, ceiling: ceilingText } = sayEnds(window);
  const [leftText, rightText] = open ? [floorText, ceilingText] : [ceilingText, floorText];
  const { leftEnd, rightStart } = placeLabels({ from, to, leftText, rightText, width });
  const tone = open ? colors.lake : colors.rust;
  return (
    <G>
      <Rect
        x={from}
        y={BAR_Y - 9}
        width={Math.max(3, to - from)}
        height={18}
        fill={open ? colors.lakeWash : colors.rustWash}
        stroke={tone}
        strokeWidth={2}
        strokeDasharray={open ? undefined : '4 3'}
      />
      <SvgText
        x={leftEnd}
        y={BAR_Y - 26}
        fontSize={13}
        fontFamily={font.semibold}
        fill={tone}
        textAnchor="end"
      >
        {leftText}
      </SvgText>
      <SvgText
        x={rightStart}
        y={BAR_Y - 26}
        fontSize={13}
        fontFamily={font.semibold}
        fill={tone}
        textAnchor="start"
      >
        {rightText}
      </SvgText>
    </G>
  );
}
