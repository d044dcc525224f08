import { Circle, G, Line, Path, Polyline, Text as SvgText } from 'react-native-svg';
import { font } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';

export type P = readonly [number, number];

export const points = (list: readonly P[]) => list.map(([x, y]) => `${x},${y}`).join(' ');

/** A limb: thick and round at its ends. */
export function Limb({ at, faint = false }: { at: readonly P[]; faint?: boolean }) {
  const { colors } = useLook();
  return (
    <Polyline
      points={points(at)}
      fill="none"
      stroke={faint ? colors.hairline : colors.ink}
      strokeWidth={9}
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  );
}

export function Ground({
  y = 160,
  from = 16,
  to = 304,
}: {
  y?: number;
  from?: number;
  to?: number;
}) {
  const { colors } = useLook();
  return <Line x1={from} x2={to} y1={y} y2={y} stroke={colors.inkSoft} strokeWidth={1.5} />;
}

export function Wall({ x }: { x: number }) {
  const { colors } = useLook();
  return <Line x1={x} x2={x} y1={16} y2={160} stroke={colors.inkSoft} strokeWidth={3} />;
}

/** The tape, with a tick at each end. */
export function Tape({
  from,
  to,
  label,
  dx = 0,
  dy = -6,
}: {
  from: P;
  to: P;
  label?: string;
  dx?: number;
  dy?: number;
}) {
  const { colors } = useLook();
  const long = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const n: P = [(-(to[1] - from[1]) / long) * 5, ((to[0] - from[0]) / long) * 5];
  return (
    <G>
      <Line
        x1={from[0]}
        y1={from[1]}
        x2={to[0]}
        y2={to[1]}
        stroke={colors.brass}
        strokeWidth={2.5}
      />
      {[from, to].map(([x, y]) => (
        <Line
          key={`${x} ${y}`}
          x1={x - n[0]}
          y1={y - n[1]}
          x2={x + n[0]}
          y2={y + n[1]}
          stroke={colors.brass}
          strokeWidth={2.5}
        />
      ))}
      {label && (
        <Label at={[(from[0] + to[0]) / 2 + dx, (from[1] + to[1]) / 2 + dy]}>{label}</Label>
      )}
    </G>
  );
}

export function Label({
  at,
  children,
  anchor = 'middle',
}: {
  at: P;
  children: string;
  anchor?: 'start' | 'middle' | 'end';
}) {
  const { colors } = useLook();
  return (
    <SvgText
      x={at[0]}
      y={at[1]}
      fontSize={12}
      fontFamily={font.regular}
      fill={colors.ink}
      textAnchor={anchor}
    >
      {children}
    </SvgText>
  );
}

/** The bony point to find. */
export function Landmark({ at }: { at: P }) {
  const { colors } = useLook();
  return (
    <Circle
      cx={at[0]}
      cy={at[1]}
      r={5}
      fill={colors.paper}
      stroke={colors.rust}
      strokeWidth={2.5}
    />
  );
}

/** An arc that shows an angle or a swing. */
export function Arc({ d }: { d: string }) {
  const { colors } = useLook();
  return <Path d={d} fill="none" stroke={colors.lake} strokeWidth={2.5} />;
}

export function Plumb({ x, from, to }: { x: number; from: number; to: number }) {
  const { colors } = useLook();
  return (
    <Line
      x1={x}
      x2={x}
      y1={from}
      y2={to}
      stroke={colors.brass}
      strokeWidth={2}
      strokeDasharray="5 3"
    />
  );
}

export function Head({ at }: { at: P }) {
  const { colors } = useLook();
  return <Circle cx={at[0]} cy={at[1]} r={11} fill={colors.ink} />;
}

/** Sole of a foot from above, toes up, heel at the origin. */
export function Print({ at, turn, mirror = false }: { at: P; turn: number; mirror?: boolean }) {
  const { colors } = useLook();
  return (
    <Path
      transform={`translate(${at[0]} ${at[1]}) rotate(${turn})${mirror ? ' scale(-1 1)' : ''}`}
      d="M -11 -2 C -14 6, 12 8, 12 -4 C 12 -20, 16 -38, 17 -54 C 18 -74, -14 -78, -18 -58 C -20 -44, -8 -24, -11 -2 Z"
      fill={colors.sunken}
      stroke={colors.ink}
      strokeWidth={2}
    />
  );
}

export const FOOT_SIDE =
  'M 0 0 C -4 -14, 4 -26, 18 -28 C 40 -24, 66 -12, 92 -8 C 98 -6, 98 0, 92 0 Z';

export function SideFoot({ x, y, scale = 1 }: { x: number; y: number; scale?: number }) {
  const { colors } = useLook();
  return (
    <Path
      d={FOOT_SIDE}
      transform={`translate(${x} ${y}) scale(${scale})`}
      fill={colors.sunken}
      stroke={colors.ink}
      strokeWidth={2}
    />
  );
}
