import { Path } from 'react-native-svg';
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
  SideFoot,
} from './strokes.tsx';

/** Stations that follow: at the wall with a straight knee, seated and kneeling. */
export const THEN_PICTURES = {
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
} as const;
