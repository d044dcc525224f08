import { G, Path } from 'react-native-svg';
import {
  Limb,
  Ground,
  Wall,
  Tape,
  Label,
  Landmark,
  Arc,
  Plumb,
  Head,
  Print,
  SideFoot,
} from './strokes.tsx';

/** Stations taken standing, as they came and barefoot, and at the wall. */
export const FIRST_PICTURES = {
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
} as const;
