import { View } from 'react-native';
import Svg, { Circle, G, Line, Polygon, Text as SvgText } from 'react-native-svg';
import type { CameraView } from '@zither/core';
import { font } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';

/** A landmark in the picture: across and up, mm. */
export interface Spot {
  h: number;
  z: number;
}
export type Spots = Readonly<Record<string, Spot>>;

/** Where the picture begins and what fits into it, mm. */
export interface Frame {
  from: number;
  to: number;
  top: number;
}

const SIDE_BONES = [
  ['ankle', 'knee', 5],
  ['knee', 'hip', 6],
  ['hip', 'shoulder', 6],
  ['shoulder', 'wrist', 2.5],
] as const;
const FRONT_BONES = (['left', 'right'] as const).flatMap(
  (s) =>
    [
      [`${s}Heel`, `${s}Toe`, 4],
      [`${s}Ankle`, `${s}Knee`, 5],
      [`${s}Knee`, `${s}Hip`, 6],
    ] as const,
);
const ACROSS = [
  ['leftHip', 'rightHip', 5],
  ['leftShoulder', 'rightShoulder', 5],
] as const;

const middle = (a: Spot | undefined, b: Spot | undefined): Spot | null =>
  a && b ? { h: (a.h + b.h) / 2, z: (a.z + b.z) / 2 } : null;

/** From landmarks in the frame of docs/model.md to what the view shows: from the front the client's left is on the right. */
export function spotsOf(
  marks: Readonly<Record<string, { x: number | null; y: number | null; z: number | null }>>,
  view: CameraView,
): Spots {
  const spots: Record<string, Spot> = {};
  for (const [name, { x, y, z }] of Object.entries(marks)) {
    const across = view === 'side' ? x : y === null ? null : view === 'rear' ? -y : y;
    if (across !== null && z !== null) spots[name] = { h: across, z };
  }
  return spots;
}

/** A frame that holds a figure through its whole squat. */
export function frameFor(all: readonly Spots[], view: CameraView): Frame {
  let [from, to, top] = [0, 0, 600];
  for (const spots of all)
    for (const [name, { h, z }] of Object.entries(spots)) {
      if (name.startsWith('plumb') || name.startsWith('plate')) continue;
      from = Math.min(from, h);
      to = Math.max(to, h);
      top = Math.max(top, z);
    }
  const reach = Math.max(-from, to);
  return view === 'side'
    ? { from: from - 120, to: to + 120, top: top + 300 }
    : { from: -reach - 100, to: reach + 100, top: top + 300 };
}

/** A figure of joints and bones, with the plumb line it is read against; a second one may stand behind it. */
export function StickFigure({
  spots,
  ghost = null,
  view,
  frame,
  width,
  height,
  label,
  isSmall = false,
}: {
  spots: Spots;
  ghost?: Spots | null;
  view: CameraView;
  frame: Frame;
  width: number;
  height: number;
  /** The picture as a sentence; empty where words beside it say the same. */
  label: string;
  isSmall?: boolean;
}) {
  const { colors } = useLook();
  const foot = isSmall ? 6 : 22;
  const scale = Math.min(width / (frame.to - frame.from), (height - foot - 4) / frame.top);
  const centre = (frame.from + frame.to) / 2;
  const X = (h: number) => width / 2 + (h - centre) * scale;
  const Y = (z: number) => height - foot - z * scale;
  const { heel, toe } = spots;
  const plumb =
    view === 'side'
      ? heel && toe && (heel.h + toe.h) / 2
      : middle(spots['leftAnkle'], spots['rightAnkle'])?.h;
  const one = (s: Spots, isGhost: boolean) => (
    <Bones
      spots={s}
      view={view}
      X={X}
      Y={Y}
      scale={scale}
      isGhost={isGhost}
      weight={isSmall ? 0.55 : 1}
    />
  );
  return (
    <View
      {...(label === '' ? { 'aria-hidden': true } : { role: 'img' as const, 'aria-label': label })}
      style={{ width, height }}
    >
      <Svg width={width} height={height}>
        <Line x1={0} x2={width} y1={Y(0)} y2={Y(0)} stroke={colors.ink} strokeWidth={1} />
        {plumb != null && (
          <G>
            <Line
              x1={X(plumb)}
              x2={X(plumb)}
              y1={4}
              y2={Y(0) - (isSmall ? 0 : 10)}
              stroke={colors.brass}
              strokeWidth={isSmall ? 1 : 2}
            />
            {!isSmall && (
              <Polygon
                points={`${X(plumb) - 5},${Y(0) - 12} ${X(plumb) + 5},${Y(0) - 12} ${X(plumb)},${Y(0)}`}
                fill={colors.brass}
              />
            )}
          </G>
        )}
        {ghost && one(ghost, true)}
        {one(spots, false)}
        {view !== 'side' && !isSmall && (
          <G>
            {(['left', 'right'] as const).map((side) => {
              const toe = spots[`${side}Toe`] ?? spots[`${side}Ankle`];
              return toe ? (
                <SvgText
                  key={side}
                  x={X(toe.h)}
                  y={height - 5}
                  fontSize={14}
                  fontFamily={font.semibold}
                  fill={colors.ink}
                  textAnchor="middle"
                >
                  {side === 'left' ? 'L' : 'R'}
                </SvgText>
              ) : null;
            })}
          </G>
        )}
      </Svg>
    </View>
  );
}

function Bones({
  spots,
  view,
  X,
  Y,
  scale,
  isGhost,
  weight,
}: {
  spots: Spots;
  view: CameraView;
  X: (h: number) => number;
  Y: (z: number) => number;
  scale: number;
  isGhost: boolean;
  weight: number;
}) {
  const { colors } = useLook();
  const stroke = isGhost ? colors.lake : colors.ink;
  const dash = isGhost ? '5 4' : undefined;
  const line = (a: Spot | undefined | null, b: Spot | undefined | null, w: number, key: string) =>
    a && b ? (
      <Line
        key={key}
        x1={X(a.h)}
        y1={Y(a.z)}
        x2={X(b.h)}
        y2={Y(b.z)}
        stroke={stroke}
        strokeWidth={isGhost ? 2 : w * weight}
        strokeLinecap="round"
        strokeDasharray={dash}
      />
    ) : null;
  const bones = view === 'side' ? SIDE_BONES : [...FRONT_BONES, ...ACROSS];
  const hips = view === 'side' ? spots['hip'] : middle(spots['leftHip'], spots['rightHip']);
  const shoulders =
    view === 'side' ? spots['shoulder'] : middle(spots['leftShoulder'], spots['rightShoulder']);
  const up = hips && shoulders && { h: shoulders.h - hips.h, z: shoulders.z - hips.z };
  const head = up &&
    shoulders && { h: shoulders.h + up.h * 0.34, z: shoulders.z + Math.max(40, up.z * 0.34) };
  const { heel, toe, ankle, bar } = spots;
  const radius = (up ? Math.max(70, Math.hypot(up.h, up.z) * 0.19) : 80) * scale;
  const joints =
    view === 'side'
      ? ['ankle', 'knee', 'hip', 'shoulder']
      : ['leftAnkle', 'rightAnkle', 'leftKnee', 'rightKnee', 'leftHip', 'rightHip'];
  return (
    <G>
      {view === 'side' && heel && toe && ankle && (
        <Polygon
          points={`${X(heel.h)},${Y(heel.z)} ${X(toe.h)},${Y(toe.z)} ${X(ankle.h)},${Y(ankle.z)}`}
          fill="none"
          stroke={stroke}
          strokeWidth={2 * weight}
          strokeDasharray={dash}
          strokeLinejoin="round"
        />
      )}
      {bones.map(([a, b, w]) => line(spots[a], spots[b], w, `${a} ${b}`))}
      {view !== 'side' && line(hips, shoulders, 5, 'spine')}
      {line(shoulders, head, 4, 'neck')}
      {head && (
        <Circle
          cx={X(head.h)}
          cy={Y(head.z)}
          r={radius}
          fill={isGhost ? 'none' : colors.surface}
          stroke={stroke}
          strokeWidth={2 * weight}
          strokeDasharray={dash}
        />
      )}
      {bar && !isGhost && (
        <Circle
          cx={X(bar.h)}
          cy={Y(bar.z)}
          r={Math.max(4, 60 * scale)}
          fill="none"
          stroke={colors.inkSoft}
          strokeWidth={2 * weight}
        />
      )}
      {!isGhost &&
        weight === 1 &&
        joints.map((name) => {
          const joint = spots[name];
          return joint ? (
            <Circle
              key={name}
              cx={X(joint.h)}
              cy={Y(joint.z)}
              r={4}
              fill={colors.surface}
              stroke={stroke}
              strokeWidth={2}
            />
          ) : null;
        })}
    </G>
  );
}
