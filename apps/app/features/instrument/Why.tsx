import { memo } from 'react';
import { View } from 'react-native';
import type { Case, MethodProfile, Side, Solution } from '@zither/core';
import { roomAndDepth, type Ground } from '@zither/visit';
import { sayPose } from '@zither/words/instrument';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { NumberTrace } from './NumberTrace.tsx';
import { sayLength } from '@zither/words/units';

interface WhyProps {
  question: Case;
  solution: Solution;
  side: Side;
  /** The method whose limits hold. */
  method: MethodProfile;
  /** What is known of the client; null = a case without a record. */
  ground: Ground | null;
}

/** One tap deeper: room and depth with their intervals, what went in, the equations in words, and where each constant comes from. */
export const Why = memo(function Why(props: WhyProps) {
  return (
    <Fold title="Why? Inputs, equations, sources">
      <Opened {...props} />
    </Fold>
  );
});

/** Worked out once it is looked at: the intervals solve the setup a hundred times. */
function Opened({ question, solution, side, method, ground }: WhyProps) {
  const { room, depth } = roomAndDepth(question, method, ground, side, solution);
  return (
    <View style={{ gap: space.l }}>
      <NumberTrace numbers={[room, depth].filter((n) => n !== null)} />
      <Pose rows={sayPose(solution.sides[side].bottom)} />
      <Say soft small>
        Named depths, kneecap {sayLength(50)} ahead of the knee centre and where each load sits:
        house defaults. Moments are static and for both legs together: for comparing setups, not for
        diagnosis.
      </Say>
    </View>
  );
}

function Pose({ rows }: { rows: [string, string][] }) {
  const { colors } = useLook();
  if (rows.length === 0) return null;
  return (
    <View>
      <Say strong>At the bottom</Say>
      {rows.map(([name, value]) => (
        <View
          key={name}
          style={{
            flexDirection: 'row',
            justifyContent: 'space-between',
            gap: space.m,
            borderBottomWidth: 1,
            borderColor: colors.hairline,
            paddingVertical: space.xs,
          }}
        >
          <Say soft style={{ flexShrink: 1 }}>
            {name}
          </Say>
          <Say number>{value}</Say>
        </View>
      ))}
    </View>
  );
}
