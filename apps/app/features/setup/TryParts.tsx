import { useMemo } from 'react';
import { View } from 'react-native';
import type { Dossier, SetupTrial } from '@zither/contract';
import { placedOf, SIDES, type Case, type SetupQuestion, type Side } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { StringGauge } from '../../ui/StringGauge.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { sayFound, sayBelief } from '@zither/words/setup';
import { sayFooting } from '@zither/words/sides';
import { methodOf, verdictIn, type LoopAnswer } from '@zither/visit';
import { sayBelieved, sayNotSeen, sayShowed, sayTried } from '@zither/words/trials';

/** What stands under the feet does to them, in sentences. */
export function Footing({ question }: { question: Case }) {
  const says = useMemo(() => sayFooting(question), [question]);
  return says.map((line) => (
    <Say key={line} small>
      {line}
    </Say>
  ));
}

/** What is believed of the limits, on strings: the bead as believed, the ghost as measured. */
export function Believed({
  answer: { limits, advice },
  measured: { dorsiflexionDeg, hipFold },
  trials,
}: {
  answer: LoopAnswer;
  measured: SetupQuestion;
  trials: number;
}) {
  const needed = (side: Side) => {
    const least = advice?.needsDeg[side] ?? null;
    return least === null ? null : { least: Math.min(45, least), most: 48 };
  };
  return (
    <Part title="What is believed now" hint={sayBelief(trials)}>
      {SIDES.map((side) => (
        <View key={side}>
          <Say strong number>
            {sayBelieved(side === 'left' ? 'Left ankle' : 'Right ankle', limits[side])}
          </Say>
          <StringGauge
            label={`Ankle ${side}`}
            unit="°"
            now={limits[side].deg}
            before={dorsiflexionDeg[side]}
            error={2 * limits[side].sd}
            target={needed(side)}
            scale={{ least: 5, most: 50 }}
            digits={1}
          />
        </View>
      ))}
      {limits.fold && hipFold ? (
        <View>
          <Say strong number>
            {sayBelieved('Hip fold, knees together', limits.fold)}
          </Say>
          <StringGauge
            label="Hip fold, knees together"
            unit="°"
            now={limits.fold.deg}
            before={hipFold.atZeroAbductionDeg}
            error={2 * limits.fold.sd}
            target={null}
            scale={{ least: 80, most: 170 }}
          />
        </View>
      ) : (
        <Say small soft>
          Hip fold was not measured, so a tuck cannot say where it starts.
        </Say>
      )}
    </Part>
  );
}

/** Every setup tried: those that count, and those that no longer do. */
export function TriedPart({
  dossier,
  trials,
  onUndo,
}: {
  dossier: Dossier;
  trials: readonly SetupTrial[];
  onUndo: (t: SetupTrial, undone: boolean) => void;
}) {
  const { colors } = useLook();
  const earlier = dossier.setupTrials.filter((t) => !trials.some((k) => k.id === t.id));
  const method = methodOf(dossier).name;
  const row = (t: SetupTrial, counts: boolean) => {
    const said = sayNotSeen(verdictIn(dossier, t), method);
    return (
      <View
        key={t.id}
        style={{
          flexDirection: 'row',
          alignItems: 'center',
          gap: space.s,
          borderTopWidth: 1,
          borderColor: colors.hairline,
          paddingVertical: space.s,
        }}
      >
        <View style={{ flex: 1 }}>
          <Say number strong={counts}>
            {sayFound(placedOf(t))}
          </Say>
          <Say small number>
            {sayTried(t, { notSeen: said })}
          </Say>
        </View>
        {(counts || t.undone) && (
          <Button
            type="clear"
            title={t.undone ? 'Count it' : 'Undo'}
            accessibilityLabel={`${t.undone ? 'Count it' : 'Undo'}: ${sayShowed(t)}`}
            onPress={() => onUndo(t, !t.undone)}
          />
        )}
      </View>
    );
  };
  if (dossier.setupTrials.length === 0) return null;
  return (
    <Part title="Tried" explains="trial">
      <View>{[...trials].reverse().map((t) => row(t, true))}</View>
      {earlier.length > 0 && (
        <Fold title="Does not count now" note="Withdrawn, or before the ankles were last measured">
          <View>{earlier.map((t) => row(t, false))}</View>
        </Fold>
      )}
    </Part>
  );
}
