import type { ReactNode } from 'react';
import { View } from 'react-native';
import Svg, { Circle, G, Line, Path, Polyline, Text as SvgText } from 'react-native-svg';
import type { StationId } from '@zither/core';
import { font } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';

type P = readonly [number, number];

const points = (list: readonly P[]) => list.map(([x, y]) => `${x},${y}`).join(' ');

/** A limb: thick and round at its ends. */
function Limb({ at, faint = false }: { at: readonly P[]; faint?: boolean }) {
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

function Ground({ y = 160, from = 16, to = 304 }: { y?: number; from?: number; to?: number }) {
  const { colors } = useLook();
  return <Line x1={from} x2={to} y1={y} y2={y} stroke={colors.inkSoft} strokeWidth={1.5} />;
}

function Wall({ x }: { x: number }) {
  const { colors } = useLook();
  return <Line x1={x} x2={x} y1={16} y2={160} stroke={colors.inkSoft} strokeWidth={3} />;
}

/** The tape, with a tick at each end. */
function Tape({
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

function Label({
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
function Landmark({ at }: { at: P }) {
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
function Arc({ d }: { d: string }) {
  const { colors } = useLook();
  return <Path d={d} fill="none" stroke={colors.lake} strokeWidth={2.5} />;
}

function Plumb({ x, from, to }: { x: number; from: number; to: number }) {
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

function Head({ at }: { at: P }) {
  const { colors } = useLook();
  return <Circle cx={at[0]} cy={at[1]} r={11} fill={colors.ink} />;
}

/** Sole of a foot from above, toes up, heel at the origin. */
function Print({ at, turn, mirror = false }: { at: P; turn: number; mirror?: boolean }) {
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

const FOOT_SIDE = 'M 0 0 C -4 -14, 4 -26, 18 -28 C 40 -24, 66 -12, 92 -8 C 98 -6, 98 0, 92 0 Z';

function SideFoot({ x, y, scale = 1 }: { x: number; y: number; scale?: number }) {
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

const PICTURES: Record<StationId, { says: string; draw: ReactNode }> = {
  body: {
    says: 'A standing figure from the side with tapes along shin, thigh and trunk, and one across the front of the pelvis.',
    draw: (
      <>
        <Ground />
        <Head at={[120, 26]} />
        <Limb
          at={[
            [120, 42],
            [120, 88],
            [121, 124],
            [120, 156],
            [136, 156],
          ]}
        />
        <Tape from={[150, 156]} to={[150, 124]} label="shin" dx={26} dy={4} />
        <Tape from={[150, 120]} to={[150, 90]} label="thigh" dx={25} dy={4} />
        <Tape from={[150, 86]} to={[150, 44]} label="trunk" dx={25} dy={4} />
        <Landmark at={[121, 124]} />
        <Landmark at={[120, 88]} />
        <Landmark at={[120, 44]} />
        <G transform="translate(-28 0)">
          <Limb
            at={[
              [232, 60],
              [276, 60],
            ]}
          />
          <Limb
            at={[
              [240, 92],
              [240, 156],
            ]}
          />
          <Limb
            at={[
              [268, 92],
              [268, 156],
            ]}
          />
          <Limb
            at={[
              [254, 60],
              [254, 88],
            ]}
          />
          <Tape from={[232, 46]} to={[276, 46]} label="shoulders" />
          <Tape from={[240, 92]} to={[268, 92]} />
          <Label at={[280, 96]} anchor="start">
            inter-ASIS
          </Label>
          <Landmark at={[240, 92]} />
          <Landmark at={[268, 92]} />
        </G>
      </>
    ),
  },
  heel: {
    says: 'Left, a foot with its heel on a plate and the lift marked; right, a foot on a wedge with the angle marked.',
    draw: (
      <>
        <Ground y={140} />
        <G transform="rotate(12 110 140)">
          <SideFoot x={30} y={132} scale={0.9} />
        </G>
        <Path d="M 18 140 L 18 116 L 52 116 L 52 140 Z" fill="none" stroke="currentColor" />
        <Tape from={[12, 140]} to={[12, 116]} label="lift, mm" dx={24} dy={-20} />
        <Path d="M 190 140 L 190 112 L 296 140 Z" fill="none" stroke="currentColor" />
        <G transform="rotate(15 190 112)">
          <SideFoot x={192} y={111} scale={0.95} />
        </G>
        <Arc d="M 262 140 A 34 34 0 0 1 263 131" />
        <Label at={[246, 158]}>angle, °</Label>
      </>
    ),
  },
  stance: {
    says: 'Two feet from above: the tape runs between the middles of the heels; each foot’s line from heel to second toe opens outward from straight ahead.',
    draw: (
      <>
        <Print at={[112, 132]} turn={-18} />
        <Print at={[208, 132]} turn={18} mirror />
        <Plumb x={112} from={132} to={36} />
        <Plumb x={208} from={132} to={36} />
        <Arc d="M 112 62 A 70 70 0 0 0 90 66" />
        <Arc d="M 208 62 A 70 70 0 0 1 230 66" />
        <Tape from={[112, 150]} to={[208, 150]} label="heel centre to heel centre" dy={18} />
        <Landmark at={[112, 132]} />
        <Landmark at={[208, 132]} />
        <Arc d="M 112 132 L 87 56" />
        <Arc d="M 208 132 L 233 56" />
        <Label at={[72, 40]}>toe-out</Label>
        <Label at={[250, 40]}>toe-out</Label>
      </>
    ),
  },
  kneeTravel: {
    says: 'Bottom of a squat from the side: a plumb from the front of the kneecap falls ahead of the longest toe; the distance is the knee travel.',
    draw: (
      <>
        <Ground />
        <SideFoot x={110} y={160} scale={0.85} />
        <Limb
          at={[
            [128, 144],
            [196, 96],
            [104, 92],
            [150, 36],
          ]}
        />
        <Head at={[162, 20]} />
        <Landmark at={[202, 92]} />
        <Plumb x={204} from={92} to={160} />
        <Tape from={[190, 170]} to={[204, 170]} label="knee travel" dx={48} dy={4} />
        <Plumb x={128} from={60} to={144} />
        <Arc d="M 128 104 A 40 40 0 0 1 160 121" />
        <Label at={[158, 84]} anchor="start">
          shin angle
        </Label>
      </>
    ),
  },
  archStanding: {
    says: 'The inside of a standing foot: a pen mark on the navicular, a ruler upright beside it; below, the heel raised and the arch formed.',
    draw: (
      <>
        <Ground y={150} to={190} />
        <SideFoot x={26} y={150} scale={1.45} />
        <Limb
          at={[
            [52, 108],
            [52, 20],
          ]}
        />
        <Landmark at={[78, 122]} />
        <Tape from={[96, 150]} to={[96, 122]} label="height" dx={26} dy={2} />
        <Ground y={150} from={206} />
        <G transform="rotate(28 290 150)">
          <SideFoot x={212} y={150} scale={0.85} />
        </G>
        <Limb
          at={[
            [238, 92],
            [244, 24],
          ]}
        />
        <Arc d="M 228 124 Q 256 118 274 140" />
        <Label at={[252, 168]}>arch forms?</Label>
      </>
    ),
  },
  abduction: {
    says: 'A figure from the front, one hand on a wall, lifting the straight leg to the side; the angle from the standing leg is marked.',
    draw: (
      <>
        <Ground />
        <Wall x={232} />
        <Head at={[160, 28]} />
        <Limb
          at={[
            [160, 44],
            [160, 92],
          ]}
        />
        <Limb
          at={[
            [160, 54],
            [196, 66],
            [228, 58],
          ]}
        />
        <Limb
          at={[
            [168, 92],
            [170, 156],
          ]}
        />
        <Limb
          at={[
            [152, 92],
            [104, 136],
          ]}
        />
        <Landmark at={[152, 92]} />
        <Landmark at={[168, 92]} />
        <Plumb x={152} from={92} to={156} />
        <Arc d="M 152 136 A 44 44 0 0 1 120 122" />
        <Label at={[92, 158]}>no lean</Label>
      </>
    ),
  },
  ankleBent: {
    says: 'A foot straight at a wall, knee bent to the wall, heel down: the tape runs from the big toe to the wall, or the phone lies on the shin.',
    draw: (
      <>
        <Ground />
        <Wall x={236} />
        <SideFoot x={96} y={160} scale={1.1} />
        <Limb
          at={[
            [118, 140],
            [226, 74],
            [132, 44],
          ]}
        />
        <Tape from={[200, 166]} to={[236, 166]} label="toe to wall" dx={-64} dy={8} />
        <Plumb x={118} from={50} to={140} />
        <Arc d="M 118 92 A 48 48 0 0 1 159 115" />
        <Label at={[126, 88]} anchor="start">
          angle
        </Label>
        <Landmark at={[228, 72]} />
        <Landmark at={[98, 156]} />
        <Label at={[60, 148]}>heel down</Label>
      </>
    ),
  },
  ankleStraight: {
    says: 'A long step at a wall: the back knee is locked straight, the back heel down, and the shin angle of the back leg is read.',
    draw: (
      <>
        <Ground />
        <Wall x={268} />
        <Limb
          at={[
            [196, 72],
            [232, 112],
            [226, 152],
            [248, 154],
          ]}
          faint
        />
        <SideFoot x={74} y={160} scale={0.8} />
        <Limb
          at={[
            [90, 144],
            [142, 108],
            [196, 72],
            [224, 28],
          ]}
        />
        <Head at={[234, 16]} />
        <Limb
          at={[
            [218, 42],
            [264, 56],
          ]}
        />
        <Plumb x={90} from={60} to={144} />
        <Arc d="M 90 96 A 48 48 0 0 1 130 117" />
        <Landmark at={[76, 157]} />
        <Label at={[160, 132]} anchor="start">
          knee straight
        </Label>
      </>
    ),
  },
  archSitting: {
    says: 'Seated, thigh level, shin upright, foot flat without weight: the height of the same pen mark is read with a ruler.',
    draw: (
      <>
        <Ground />
        <Path
          d="M 40 96 L 104 96 M 48 96 L 48 160"
          stroke="currentColor"
          strokeWidth={3}
          fill="none"
        />
        <Limb
          at={[
            [64, 30],
            [68, 84],
            [168, 84],
            [168, 136],
          ]}
        />
        <Head at={[62, 16]} />
        <SideFoot x={152} y={160} scale={1.1} />
        <Landmark at={[196, 136]} />
        <Tape from={[216, 160]} to={[216, 136]} label="height" dx={28} dy={4} />
      </>
    ),
  },
  hipRotation: {
    says: 'Seated, seen from the front: the shin hangs plumb; swung outward the hip turns inward, swung inward the hip turns outward.',
    draw: (
      <>
        <Path d="M 90 52 L 230 52" stroke="currentColor" strokeWidth={3} fill="none" />
        <Limb
          at={[
            [160, 52],
            [160, 146],
          ]}
          faint
        />
        <Limb
          at={[
            [160, 52],
            [222, 128],
          ]}
        />
        <Limb
          at={[
            [160, 52],
            [112, 134],
          ]}
          faint
        />
        <Plumb x={160} from={52} to={166} />
        <Landmark at={[160, 52]} />
        <Arc d="M 160 122 A 70 70 0 0 0 204 106" />
        <Arc d="M 160 116 A 64 64 0 0 1 128 108" />
        <Label at={[258, 146]}>hip turns in</Label>
        <Label at={[74, 152]}>hip turns out</Label>
        <Label at={[160, 38]}>client’s left knee, from the front</Label>
      </>
    ),
  },
  hipFold: {
    says: 'On hands and knees, rocking back: the angle between trunk and thigh is read where the low back starts to round.',
    draw: (
      <>
        <Ground />
        <Limb
          at={[
            [70, 152],
            [132, 152],
            [96, 88],
          ]}
        />
        <Limb
          at={[
            [96, 88],
            [196, 84],
          ]}
        />
        <Limb
          at={[
            [196, 84],
            [226, 154],
          ]}
        />
        <Head at={[216, 72]} />
        <Landmark at={[96, 88]} />
        <Arc d="M 112 117 A 34 34 0 0 0 130 87" />
        <Label at={[152, 112]}>fold</Label>
        <Path d="M 92 74 Q 120 62 150 74" stroke="currentColor" fill="none" strokeDasharray="4 3" />
        <Label at={[118, 54]}>back starts to round: stop</Label>
        <Tape from={[58, 124]} to={[30, 124]} />
        <Label at={[44, 114]}>rock back</Label>
      </>
    ),
  },
};

/** The drawing of one station, with the same said in a sentence. */
export function StationPicture({ station, width }: { station: StationId; width: number }) {
  const { colors } = useLook();
  const { says, draw } = PICTURES[station];
  return (
    <View accessible role="img" aria-label={says} style={{ alignItems: 'center' }}>
      <Svg width={width} height={(width * 184) / 320} viewBox="0 0 320 184" color={colors.inkSoft}>
        {draw}
      </Svg>
    </View>
  );
}
