import { useMemo } from 'react';
import { Image, View } from 'react-native';
import Svg, { Circle, Path } from 'react-native-svg';
import { drillPicture } from '@zither/core';
import { frameOf, marksOf, viewOf } from '@zither/formats/figureSvg';
import { space } from './theme.ts';
import { useLook } from './useLook.ts';

/** Two moments of a drill side by side. The words beside it say the same, so nothing is read out. */
export function DrillPicture({
  id,
  photo,
  height = 92,
}: {
  id: string;
  /** The practice's own photo, as data; shown in place of the picture. */
  photo?: string | undefined;
  height?: number;
}) {
  const { colors } = useLook();
  const pair = useMemo(() => drillPicture(id), [id]);
  if (photo)
    return (
      <Image
        source={{ uri: photo }}
        resizeMode="contain"
        style={{ height: 1.6 * height, width: '100%', maxWidth: 320 }}
        accessible={false}
      />
    );
  if (!pair) return null;
  const frame = frameOf(pair);
  const palette = {
    near: colors.ink,
    far: colors.inkSoft,
    thing: colors.brass,
    floor: colors.hairline,
  };
  return (
    <View aria-hidden style={{ flexDirection: 'row', gap: space.s, flexWrap: 'wrap' }}>
      {pair.map((figure, i) => {
        const view = viewOf(figure, frame);
        return (
          <Svg
            key={i === 0 ? 'first' : 'then'}
            height={height}
            width={(height * view.width) / view.height}
            viewBox={`${view.x} ${view.y} ${view.width} ${view.height}`}
            strokeLinecap="round"
            strokeLinejoin="round"
          >
            {marksOf(figure, palette, frame).map((mark, k) =>
              mark.kind === 'path' ? (
                <Path
                  // The marks of one picture keep their order.
                  key={k}
                  d={mark.d}
                  stroke={mark.stroke}
                  strokeWidth={mark.width}
                  fill={mark.fill}
                />
              ) : (
                <Circle
                  key={k}
                  cx={mark.x}
                  cy={mark.y}
                  r={mark.radius}
                  stroke={mark.stroke}
                  strokeWidth={14}
                  fill={mark.fill}
                />
              ),
            )}
          </Svg>
        );
      })}
    </View>
  );
}
