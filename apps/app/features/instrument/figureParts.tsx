import { Circle, G, Line, Path, Polygon, Text as SvgText } from 'react-native-svg';
import { KNEECAP_AHEAD_MM, type Pose, type SquatMoment } from '@zither/core';
import { font } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { sayLength } from '@zither/words/units';
import { sayNumber } from '@zither/words/numbers';

/** From mm in the world to pixels in the picture. */
type Map = (mm: number) => number;

const PLATE_RADIUS_MM = 225;

/** What stands under the foot, to scale. */
export function Wedge({ moment, X, Y }: { moment: SquatMoment; X: Map; Y: Map }) {
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

/** The client: foot, shank, thigh, trunk, arms, head and load; dashed when a ghost. */
export function Body({
  pose,
  moment,
  X,
  Y,
  scale,
  ghost = false,
}: {
  pose: Pose;
  moment: SquatMoment;
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
export function WindowArc({
  moment,
  pose,
  X,
  Y,
  scale,
}: {
  moment: SquatMoment;
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

/** The two angles a coach reads first. */
export function Angles({ pose, X, Y, width }: { pose: Pose; X: Map; Y: Map; width: number }) {
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
        `shin ${sayNumber(pose.shankDeg)}°`,
        'start',
      )}
      {label(
        X((hip.x + shoulder.x) / 2) - 14,
        Y((hip.z + shoulder.z) / 2) - 4,
        `trunk ${sayNumber(pose.trunkDeg)}°`,
        'end',
      )}
    </G>
  );
}

/** Kneecap against the longest toe. */
export function KneeToToe({
  pose,
  moment,
  X,
  Y,
}: {
  pose: Pose;
  moment: SquatMoment;
  X: Map;
  Y: Map;
}) {
  const { colors } = useLook();
  const { cosToeOut, foot, cosKneeAzimuth } = moment.link;
  const toeX = X(foot.toeAlongMm * cosToeOut);
  const capX = X(pose.joints.knee.x + KNEECAP_AHEAD_MM * cosKneeAzimuth);
  const y = Y(0) + 14;
  const past = pose.kneecapPastToeMm;
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
        {`${past >= 5 ? '+' : ''}${sayLength(past)}`}
      </SvgText>
    </G>
  );
}
