import { View } from 'react-native';
import Svg, { Circle, G, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import type { CameraView } from '@zither/core';
import { Say } from '../../ui/Say.tsx';
import { font, space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { sayCameraPlace } from '@zither/words/figures';

const HOW = [
  'Barefoot, in clothing that shows knees and hips.',
  'Phone at knee height, upright, square on, 3–4 m away. From hip height a deep thigh looks 3 to 4° too high.',
  'A door frame or plumb in the picture.',
];

const WHERE: Record<CameraView, string> = {
  side: 'At the client’s side: heel, knee, hip and shoulder in sight all the way down.',
  front: 'In front: both feet, knees and hips in sight.',
  rear: 'Behind: both heels and hips in sight.',
};

/** The part of the drawing that a view needs. */
const BOX: Record<CameraView, { top: number; height: number }> = {
  side: { top: 38, height: 48 },
  front: { top: 44, height: 78 },
  rear: { top: 2, height: 84 },
};

/** Where the camera goes, from above, and what to have an eye on. */
export function CameraGuide({ view }: { view: CameraView }) {
  const { colors } = useLook();
  const camera = { side: { x: 262, y: 62 }, front: { x: 150, y: 112 }, rear: { x: 150, y: 12 } }[
    view
  ];
  return (
    <View style={{ gap: space.s }}>
      <View role="img" aria-label={sayCameraPlace(view)}>
        <Svg
          width={300}
          height={BOX[view].height}
          viewBox={`0 ${BOX[view].top} 300 ${BOX[view].height}`}
        >
          <Path d="M 128 52 h 44 v 14 h -44 z" fill={colors.surface} stroke={colors.ink} />
          <Circle cx={150} cy={59} r={9} fill={colors.surface} stroke={colors.ink} />
          {[138, 156].map((x) => (
            <Rect key={x} x={x} y={66} width={6} height={13} fill={colors.ink} rx={3} />
          ))}
          <Line
            x1={150}
            y1={62}
            x2={camera.x}
            y2={camera.y}
            stroke={colors.brass}
            strokeDasharray="4 4"
          />
          <G>
            <Rect
              x={camera.x - 8}
              y={camera.y - 6}
              width={16}
              height={12}
              fill={colors.brass}
              rx={2}
            />
          </G>
          <SvgText
            x={view === 'side' ? 206 : 164}
            y={view === 'side' ? 52 : view === 'front' ? 100 : 32}
            fontSize={13}
            fontFamily={font.semibold}
            fill={colors.ink}
          >
            3–4 m
          </SvgText>
        </Svg>
      </View>
      <Say small strong>
        {WHERE[view]}
      </Say>
      {HOW.map((line) => (
        <Say key={line} small>
          {line}
        </Say>
      ))}
    </View>
  );
}
