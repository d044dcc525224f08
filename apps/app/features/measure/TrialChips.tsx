import { useState } from 'react';
import { View } from 'react-native';
import type { Trial } from '@zither/contract';
import { MEASURES, type MeasureId, type Side } from '@zither/core';
import { Button, Input } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { space, TARGET_PX } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { sayValue, sayWhat } from '@zither/words/display';
import { STRIKE_REASONS } from './useTrials.ts';
import { sayStruck } from '@zither/words/measure';

/** The trials of one side as chips, struck ones lined through, and empty rings for those still wanted. */
export function TrialChips({
  measure,
  side,
  trials,
  onOpen,
}: {
  measure: MeasureId;
  side: Side | null;
  /** Struck ones too, in the order taken. */
  trials: readonly Trial[];
  onOpen: (trial: Trial) => void;
}) {
  const { colors } = useLook();
  const kept = trials.filter((t) => t.struck === null).length;
  const wanted = Math.max(0, MEASURES[measure].trials - kept);
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s, alignItems: 'center' }}>
      {trials.map((trial, i) => (
        <Button
          key={trial.id}
          type="outline"
          title={`${sayValue(measure, trial.value)}${trial.pinch ? ' pinch' : ''}`}
          accessibilityLabel={`${sayValue(measure, trial.value)}${trial.pinch ? ' pinch' : ''}, trial ${i + 1} of ${sayWhat(measure, side)}${trial.struck ? `, struck out: ${trial.struck.reason}` : ''}`}
          onPress={() => onOpen(trial)}
          buttonStyle={{
            minHeight: TARGET_PX,
            minWidth: TARGET_PX,
            paddingHorizontal: space.m,
            backgroundColor: trial.struck ? colors.sunken : colors.surface,
          }}
          titleStyle={{
            color: trial.struck ? colors.inkSoft : colors.ink,
            textDecorationLine: trial.struck ? 'line-through' : 'none',
            fontVariant: ['tabular-nums'],
          }}
        />
      ))}
      {Array.from({ length: wanted }, (_, i) => (
        <View
          key={`wanted-${i}`}
          aria-hidden
          style={{
            width: 18,
            height: 18,
            borderRadius: 9,
            borderWidth: 2,
            borderColor: colors.inkSoft,
          }}
        />
      ))}
    </View>
  );
}

/** What can be done with one trial: strike it out with a reason, put it back, or give it to the other side. */
export function TrialActions({
  trial,
  onStrike,
  onRestore,
  onMove,
  onClose,
}: {
  trial: Trial;
  onStrike: (reason: string) => void;
  onRestore: () => void;
  onMove: () => void;
  onClose: () => void;
}) {
  const [own, setOwn] = useState('');
  const what = `${sayWhat(trial.measure, trial.side)}, ${sayValue(trial.measure, trial.value)}`;
  if (trial.struck)
    return (
      <Notice
        tone="before"
        actions={[
          { label: 'Put it back', onPress: onRestore },
          { label: 'Leave it struck', onPress: onClose },
        ]}
      >
        {sayStruck(what, trial.struck.reason)}
      </Notice>
    );
  const wrongSide =
    trial.side === null
      ? []
      : [{ label: `It was the ${trial.side === 'left' ? 'right' : 'left'}`, onPress: onMove }];
  return (
    <Notice
      tone="before"
      actions={[
        ...STRIKE_REASONS.map((reason) => ({ label: reason, onPress: () => onStrike(reason) })),
        ...wrongSide,
        { label: 'Keep it', onPress: onClose },
      ]}
    >
      <View style={{ gap: space.s }}>
        <Say strong>{`Strike out ${what}? Say why.`}</Say>
        <Input
          aria-label="Another reason"
          placeholder="Another reason, then Enter"
          value={own}
          onChangeText={setOwn}
          maxLength={200}
          renderErrorMessage={false}
          onSubmitEditing={() => own.trim() !== '' && onStrike(own.trim())}
        />
      </View>
    </Notice>
  );
}
