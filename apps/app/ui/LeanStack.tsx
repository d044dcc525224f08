import { View } from 'react-native';
import Svg, { G, Line, Rect } from 'react-native-svg';
import { useState } from 'react';
import { Say } from './Say.tsx';
import { space } from './theme.ts';
import { useLook } from './useLook.ts';
import { sayNumber, saySigned } from '@zither/words/numbers';

interface StackPart {
  key: string;
  name: string;
  deg: number;
  means: string;
  remedy: string;
}

const BAR = 18;

/** A lean as four parts that add up, each starting where the one before ends, with what it means and what answers it. */
export function LeanStack({ parts, observedDeg }: { parts: StackPart[]; observedDeg: number }) {
  const { colors } = useLook();
  const [width, setWidth] = useState(300);
  const ends = parts.reduce<number[]>((sum, p) => [...sum, (sum.at(-1) ?? 0) + p.deg], [0]);
  const least = Math.min(0, ...ends);
  const most = Math.max(observedDeg, ...ends, 1);
  const X = (deg: number) => ((deg - least) / (most - least)) * (width - 2) + 1;
  const biggest = parts.reduce((a, b) => (b.deg > a.deg ? b : a), parts[0] ?? { deg: 0, key: '' });
  const fills = [colors.inkSoft, colors.lake, colors.brass, colors.rust];
  return (
    <View
      style={{ gap: space.m }}
      onLayout={(e) => setWidth(Math.max(120, e.nativeEvent.layout.width))}
    >
      {parts.map((part, i) => {
        const [from, to] = [ends[i] ?? 0, ends[i + 1] ?? 0];
        return (
          <View key={part.key} style={{ gap: 2 }}>
            <View style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
              <Say strong>{part.name}</Say>
              <Say strong number>
                {`${i > 0 ? saySigned(part.deg) : sayNumber(part.deg)}°`}
              </Say>
            </View>
            <Svg
              width={width}
              height={BAR}
              // The words beside it say the same.
              aria-hidden
            >
              <Line x1={X(0)} x2={X(0)} y1={0} y2={BAR} stroke={colors.inkSoft} />
              <G>
                <Rect
                  x={X(Math.min(from, to))}
                  y={3}
                  width={Math.max(2, X(Math.max(from, to)) - X(Math.min(from, to)))}
                  height={BAR - 6}
                  fill={part.deg < 0 ? 'none' : fills[i]}
                  stroke={fills[i]}
                  strokeWidth={part.key === biggest.key ? 2 : 1}
                  strokeDasharray={part.deg < 0 ? '4 3' : undefined}
                />
                <Line
                  x1={X(observedDeg)}
                  x2={X(observedDeg)}
                  y1={0}
                  y2={BAR}
                  stroke={colors.ink}
                  strokeDasharray="2 2"
                />
              </G>
            </Svg>
            <Say small>{part.means}</Say>
            <Say small soft>
              {part.remedy}
            </Say>
          </View>
        );
      })}
    </View>
  );
}
