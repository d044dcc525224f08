import { View } from 'react-native';
import Svg, { Circle, G, Line, Path, Polygon, Rect, Text as SvgText } from 'react-native-svg';
import { KNEECAP_AHEAD_MM, type Pose } from '@zither/core';
import { font } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import type { Moment } from './descent.ts';
import { NO_POSE_WORDS, sayDepth } from './words.ts';

/** Half width of the balance band over the foot, mm (house default: where "weight forward/back" becomes slight). */
const BALANCE_BAND_MM = 30;
const PLATE_RADIUS_MM = 225;

/** Height of a squat at a thigh depth as a share of stature: shank upright, head or overhead load on top. */
const tallness = (depthDeg: number, { link }: Moment): number =>
  0.66 -
  0.245 * Math.sin((depthDeg * Math.PI) / 180) +
  (link.holdPoint && link.holdPoint.upMm > 300 ? 0.34 : 0);

/** The figure as a sentence. */
export function sayFigure(moment: Moment): string {
  const { pose } = moment;
  if (pose.kind !== 'pose') return NO_POSE_WORDS[pose.kind];
  const knee = Math.round(pose.kneecapPastToeMm / 10);
  return `Side view at ${sayDepth(moment.depthDeg)}: shank ${Math.round(pose.shankDeg)}° forward, trunk ${Math.round(pose.trunkDeg)}° forward, kneecap ${Math.abs(knee)} cm ${knee >= 0 ? 'past' : 'behind'} the toes.`;
}

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
  moment: Moment;
  ghost: Moment | null;
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

type Map = (mm: number) => number;

/** What stands under the foot, to scale. */
function Wedge({ moment, X, Y }: { moment: Moment; X: Map; Y: Map }) {
  const { colors } = useLook();
  const { foot, cosToeOut } = moment.link;
  if (foot.heelHeightMm < 0.5) return null;
  const heel = X(0);
  const toe = X((foot.toeExtension > 0 ? foot.ballAlongMm : foot.toeAlongMm) * cosToeOut);
  return (
    <Polygon
      points={
        foot.toeExtension > 0
          ? `${heel - 4},${Y(0)} ${heel - 4},${Y(foot.heelHeightMm)} ${X(foot.ankleAlongMm * cosToeOut)},${Y(foot.heelHeightMm * 0.72)} ${X(foot.ankleAlongMm * cosToeOut)},${Y(0)}`
          : `${heel},${Y(0)} ${heel},${Y(foot.heelHeightMm)} ${toe},${Y(0)}`
      }
      fill={colors.sunken}
      stroke={colors.inkSoft}
      strokeWidth={1}
    />
  );
}

function Body({
  pose,
  moment,
  X,
  Y,
  scale,
  ghost = false,
}: {
  pose: Pose;
  moment: Moment;
  X: Map;
  Y: Map;
  scale: number;
  ghost?: boolean;
}) {
  const { colors } = useLook();
  const { ankle, knee, hip, shoulder, load } = pose.joints;
  const { foot, cosToeOut, holdPoint } = moment.link;
  const stroke = ghost ? colors.heather : colors.ink;
  const dash = ghost ? '5 4' : undefined;
  const trunk = { x: shoulder.x - hip.x, z: shoulder.z - hip.z };
  const length = Math.hypot(trunk.x, trunk.z);
  const head = {
    x: shoulder.x + (trunk.x / length) * length * 0.34,
    z: shoulder.z + (trunk.z / length) * length * 0.34,
  };
  const line = (a: { x: number; z: number }, b: { x: number; z: number }, w: number) => (
    <Line
      x1={X(a.x)}
      y1={Y(a.z)}
      x2={X(b.x)}
      y2={Y(b.z)}
      stroke={stroke}
      strokeWidth={ghost ? 2 : w}
      strokeLinecap="round"
      strokeDasharray={dash}
    />
  );
  const ball = {
    x: foot.ballAlongMm * cosToeOut,
    z: foot.toeExtension > 0 ? 0 : foot.heelHeightMm * 0.27,
  };
  const toe = { x: foot.toeAlongMm * cosToeOut, z: 0 };
  const heel = { x: 0, z: foot.heelHeightMm };
  const hand = load ?? { x: shoulder.x, z: shoulder.z - length * 1.25 };
  return (
    <G>
      <Path
        d={`M ${X(heel.x)} ${Y(heel.z)} L ${X(ball.x)} ${Y(ball.z)} L ${X(toe.x)} ${Y(toe.z)} L ${X(ankle.x)} ${Y(ankle.z)} Z`}
        fill={ghost ? 'none' : colors.surface}
        stroke={stroke}
        strokeWidth={ghost ? 1.5 : 2}
        strokeDasharray={dash}
        strokeLinejoin="round"
      />
      {line(ankle, knee, 5)}
      {line(knee, hip, 6)}
      {line(hip, shoulder, 6)}
      {line(shoulder, hand, 2.5)}
      {line(shoulder, head, 4)}
      <Circle
        cx={X(head.x)}
        cy={Y(head.z)}
        r={length * 0.19 * scale}
        fill={ghost ? 'none' : colors.surface}
        stroke={stroke}
        strokeWidth={2}
        strokeDasharray={dash}
      />
      {!ghost &&
        [ankle, knee, hip, shoulder].map((joint) => (
          <Circle
            key={`${joint.x}-${joint.z}`}
            cx={X(joint.x)}
            cy={Y(joint.z)}
            r={4.5}
            fill={colors.surface}
            stroke={stroke}
            strokeWidth={2}
          />
        ))}
      {load && holdPoint && !ghost && moment.link.totalMassKg > 0 && (
        <G>
          <Circle
            cx={X(load.x)}
            cy={Y(load.z)}
            r={PLATE_RADIUS_MM * scale}
            fill="none"
            stroke={colors.inkSoft}
            strokeWidth={1}
            opacity={0.5}
          />
          <Circle cx={X(load.x)} cy={Y(load.z)} r={4} fill={colors.inkSoft} />
        </G>
      )}
    </G>
  );
}

/** The window drawn where it binds: the wedge of shank inclinations at the ankle. */
function WindowArc({
  moment,
  pose,
  X,
  Y,
  scale,
}: {
  moment: Moment;
  pose: Pose;
  X: Map;
  Y: Map;
  scale: number;
}) {
  const { colors } = useLook();
  const { window } = moment;
  if (window.kind === 'stanceTooWide') return null;
  const { ankle } = pose.joints;
  // Reaching past the knee, so that the wedge stays in sight behind the shank.
  const radius = moment.link.shankMm * 1.42 * scale;
  const end = (deg: number) => {
    const a = (deg * Math.PI) / 180;
    return { x: X(ankle.x) + radius * Math.sin(a), y: Y(ankle.z) - radius * Math.cos(a) };
  };
  const open = window.kind === 'open';
  const low = end(open ? window.floorDeg : window.ceilingDeg);
  const high = end(open ? window.ceilingDeg : window.floorDeg);
  const floor = end(window.floorDeg);
  const ceiling = end(window.ceilingDeg);
  return (
    <G>
      <Path
        d={`M ${X(ankle.x)} ${Y(ankle.z)} L ${low.x} ${low.y} A ${radius} ${radius} 0 0 1 ${high.x} ${high.y} Z`}
        fill={open ? colors.lakeWash : colors.rustWash}
        stroke={open ? colors.lake : colors.rust}
        strokeWidth={1}
      />
      <Line
        x1={X(ankle.x)}
        y1={Y(ankle.z)}
        x2={floor.x}
        y2={floor.y}
        stroke={open ? colors.lake : colors.rust}
        strokeWidth={1.5}
        strokeDasharray="3 3"
      />
      <Line
        x1={X(ankle.x)}
        y1={Y(ankle.z)}
        x2={ceiling.x}
        y2={ceiling.y}
        stroke={open ? colors.lake : colors.rust}
        strokeWidth={2}
      />
    </G>
  );
}

function Angles({ pose, X, Y, width }: { pose: Pose; X: Map; Y: Map; width: number }) {
  const { colors } = useLook();
  const { ankle, knee, hip, shoulder } = pose.joints;
  const label = (x: number, y: number, text: string, anchor: 'start' | 'end') => (
    <SvgText
      // Kept inside the picture: about 76 px of text to one side of the anchor.
      x={anchor === 'start' ? Math.min(width - 76, x) : Math.max(76, x)}
      y={y}
      fontSize={15}
      fontFamily={font.semibold}
      fill={colors.ink}
      stroke={colors.paper}
      strokeWidth={0.2}
      textAnchor={anchor}
    >
      {text}
    </SvgText>
  );
  return (
    <G>
      {label(
        Math.max(X((ankle.x + knee.x) / 2) + 26, X(knee.x + KNEECAP_AHEAD_MM) + 8),
        Y((ankle.z + knee.z) / 2) + 14,
        `shank ${Math.round(pose.shankDeg)}°`,
        'start',
      )}
      {label(
        X((hip.x + shoulder.x) / 2) - 14,
        Y((hip.z + shoulder.z) / 2) - 4,
        `trunk ${Math.round(pose.trunkDeg)}°`,
        'end',
      )}
    </G>
  );
}

/** Kneecap against the longest toe. */
function KneeToToe({ pose, moment, X, Y }: { pose: Pose; moment: Moment; X: Map; Y: Map }) {
  const { colors } = useLook();
  const { cosToeOut, foot, cosKneeAzimuth } = moment.link;
  const toeX = X(foot.toeAlongMm * cosToeOut);
  const capX = X(pose.joints.knee.x + KNEECAP_AHEAD_MM * cosKneeAzimuth);
  const y = Y(0) + 14;
  const cm = pose.kneecapPastToeMm / 10;
  return (
    <G>
      <Line
        x1={capX}
        x2={capX}
        y1={Y(pose.joints.knee.z) + 8}
        y2={y}
        stroke={colors.inkSoft}
        strokeWidth={1}
        strokeDasharray="2 3"
      />
      <Line x1={toeX} x2={toeX} y1={Y(0)} y2={y} stroke={colors.inkSoft} strokeWidth={1} />
      <Line
        x1={Math.min(toeX, capX)}
        x2={Math.max(toeX, capX)}
        y1={y}
        y2={y}
        stroke={colors.ink}
        strokeWidth={2}
      />
      <SvgText
        x={Math.max(toeX, capX) + 6}
        y={y + 5}
        fontSize={13}
        fontFamily={font.semibold}
        fill={colors.ink}
      >
        {`${Math.abs(cm) < 0.5 ? '' : cm > 0 ? '+' : '−'}${Math.abs(cm).toFixed(0)} cm`}
      </SvgText>
    </G>
  );
}
