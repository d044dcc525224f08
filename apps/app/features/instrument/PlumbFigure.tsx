import { View } from 'react-native';
import Svg, { G, Line, Polygon, Rect, Text as SvgText } from 'react-native-svg';
import type { SquatMoment } from '@zither/core';
import { font } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { Angles, Body, KneeToToe, Wedge, WindowArc } from './figureParts.tsx';
import { NO_POSE_WORDS } from '@zither/words/instrument';
import { sayFigure } from '@zither/words/figures';

/** Half width of the balance band over the foot, mm (house default: where "weight forward/back" becomes slight). */
const BALANCE_BAND_MM = 30;

/** Height of a squat at a thigh depth as a share of stature: shank upright, head or overhead load on top. */
const tallness = (depthDeg: number, { link }: SquatMoment): number =>
  0.66 -
  0.245 * Math.sin((depthDeg * Math.PI) / 180) +
  (link.holdPoint && link.holdPoint.upMm > 300 ? 0.34 : 0);

/**
 * Side view from the client's right, drawn from the solved linkage: plumb line through the balance point, balance band over the
 * foot, the range of shank inclination as a wedge at the ankle, angles, and the knee against the toes.
 */
export function PlumbFigure({
  moment,
  ghost,
  height,
  width,
  statureMm,
  fitDepthDeg,
}: {
  moment: SquatMoment;
  ghost: SquatMoment | null;
  height: number;
  width: number;
  statureMm: number;
  /** The highest thigh depth that must fit; steadies the scale while something is dragged. */
  fitDepthDeg: number;
}) {
  const { colors } = useLook();
  const scale = Math.min(
    width / (0.78 * statureMm),
    (height - 34) / (statureMm * tallness(fitDepthDeg, moment)),
  );
  const x0 = width / 2;
  const y0 = height - 26;
  const X = (mm: number) => x0 + (mm - 110) * scale;
  const Y = (mm: number) => y0 - mm * scale;
  const { pose, link } = moment;
  const plumbX = X(link.balanceX);
  return (
    <View role="img" aria-label={sayFigure(moment)} style={{ height, width }}>
      <Svg width={width} height={height}>
        <Rect
          x={X(link.balanceX - BALANCE_BAND_MM)}
          y={Y(0)}
          width={2 * BALANCE_BAND_MM * scale}
          height={7}
          fill={colors.lake}
          opacity={0.55}
        />
        <Line x1={8} x2={width - 8} y1={Y(0)} y2={Y(0)} stroke={colors.ink} strokeWidth={1.5} />
        <Wedge moment={moment} X={X} Y={Y} />
        <Line x1={plumbX} x2={plumbX} y1={6} y2={Y(0) - 12} stroke={colors.brass} strokeWidth={2} />
        <Polygon
          points={`${plumbX - 6},${Y(0) - 16} ${plumbX + 6},${Y(0) - 16} ${plumbX},${Y(0)}`}
          fill={colors.brass}
        />
        {ghost?.pose.kind === 'pose' && (
          <Body pose={ghost.pose} moment={ghost} X={X} Y={Y} scale={scale} ghost />
        )}
        {pose.kind === 'pose' ? (
          <G>
            <WindowArc moment={moment} pose={pose} X={X} Y={Y} scale={scale} />
            <Body pose={pose} moment={moment} X={X} Y={Y} scale={scale} />
            <Angles pose={pose} X={X} Y={Y} width={width} />
            <KneeToToe pose={pose} moment={moment} X={X} Y={Y} />
          </G>
        ) : (
          <G>
            <Rect
              x={20}
              y={height / 2 - 34}
              width={width - 40}
              height={56}
              rx={6}
              fill={colors.rustWash}
            />
            {splitIn2(NO_POSE_WORDS[pose.kind]).map((line, i) => (
              <SvgText
                key={line}
                x={width / 2}
                y={height / 2 - 10 + i * 20}
                fontSize={15}
                fontFamily={font.semibold}
                fill={colors.rust}
                textAnchor="middle"
              >
                {line}
              </SvgText>
            ))}
          </G>
        )}
      </Svg>
    </View>
  );
}

function splitIn2(sentence: string): string[] {
  const at = sentence.indexOf(':');
  return at < 0 ? [sentence] : [sentence.slice(0, at + 1), sentence.slice(at + 2)];
}
