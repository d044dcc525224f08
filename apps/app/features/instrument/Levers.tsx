import { Button } from '../../ui/elements.ts';
import { memo, useMemo } from 'react';
import { View } from 'react-native';
import {
  applyMove,
  leverSteps,
  smallestOpeningDoses,
  type Case,
  type Hold,
  type LeverMove,
  type Side,
} from '@zither/core';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { sayEffect, sayMove } from '@zither/words/instrument';

/** Gaining ankle and allowing more lean are not things to set today; they are shown but cannot be tried on. */
const canTry = (move: LeverMove) =>
  move.lever !== 'dorsiflexionDeg' && move.lever !== 'leanAllowedDeg';

/** What one change at a time would do: first the smallest that opens a shut window, then one step of each. */
export const Levers = memo(function Levers({
  question,
  side,
  leanLimitOf,
  onTry,
}: {
  question: Case;
  side: Side;
  leanLimitOf: (hold: Hold) => number;
  onTry: (next: Case) => void;
}) {
  const opening = useMemo(
    () => smallestOpeningDoses(question, leanLimitOf),
    [question, leanLimitOf],
  );
  const steps = useMemo(
    () => leverSteps(question, side, leanLimitOf),
    [question, side, leanLimitOf],
  );
  const helpful = steps.filter((s) => (s.widthChangeDeg ?? 0) > 0.05 || s.reaches).slice(0, 6);
  const apply = (move: LeverMove) => {
    const next = applyMove(question, move, leanLimitOf);
    if (next) onTry(next);
  };
  return (
    <View style={{ gap: space.m }}>
      {opening.length > 0 && (
        <View>
          <Say strong>Any one of these is enough</Say>
          {opening.map((move) => (
            <Row
              key={sayMove(move)}
              title={sayMove(move)}
              note="reaches the target"
              move={move}
              onTry={apply}
            />
          ))}
        </View>
      )}
      <View>
        <Say strong>One step of each, best first</Say>
        {helpful.length === 0 && <Say soft>No single step gives more room here.</Say>}
        {helpful.map((effect) => (
          <Row
            key={sayMove(effect.move)}
            title={sayMove(effect.move)}
            note={sayEffect(effect)}
            move={effect.move}
            onTry={apply}
          />
        ))}
      </View>
    </View>
  );
});

function Row({
  title,
  note,
  move,
  onTry,
}: {
  title: string;
  note: string;
  move: LeverMove;
  onTry: (move: LeverMove) => void;
}) {
  const { colors } = useLook();
  return (
    <View
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        gap: space.m,
        borderBottomWidth: 1,
        borderColor: colors.hairline,
        minHeight: 56,
        paddingVertical: space.xs,
      }}
    >
      <View style={{ flex: 1 }}>
        <Say>{title}</Say>
        <Say soft small number>
          {note}
        </Say>
      </View>
      {canTry(move) && (
        <Button
          type="outline"
          title="Try"
          accessibilityLabel={`Try: ${title}`}
          onPress={() => onTry(move)}
        />
      )}
    </View>
  );
}
