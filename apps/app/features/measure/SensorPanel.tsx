import { useState } from 'react';
import { View } from 'react-native';
import type { InclinometerState, Zero } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { font, space, tabular } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { useAppDispatch, useAppSelector, settingsActions } from '../data/index.ts';
import {
  SAY_FAULT,
  sayTaken,
  useTilt,
  type Aim,
  type StreamedInstrument,
} from '../instruments/index.ts';
import { sayInclinometer, sayNextOnLimb } from '@zither/words/measure';
import { sayNumber } from '@zither/words/numbers';

const degOf = (state: InclinometerState) => ('deg' in state ? state.deg : null);

/** An inclinometer at work: the angle in big figures, what it waits for, and the way out when it fails. */
export function SensorPanel({
  instrument,
  aim,
  who,
  onTook,
  onByHand,
}: {
  instrument: StreamedInstrument;
  aim: Aim;
  /** Whose turn it is, e.g. "left, trial 2". */
  who: string;
  onTook: (deg: number) => void;
  onByHand: () => void;
}) {
  const { colors } = useLook();
  const dispatch = useAppDispatch();
  const zero = useAppSelector((s) => s.settings.zero);
  const isPhone = instrument.id === 'motionSensor';
  const [isZeroing, setIsZeroing] = useState(false);
  const signals = useAppSelector((s) => s.settings.signals);
  const took = (deg: number, pull: Zero) => {
    if (signals) sayTaken();
    if (isZeroing) {
      setIsZeroing(false);
      dispatch(settingsActions.changed({ zero: pull }));
    } else onTook(deg);
  };
  const tilt = useTilt(instrument, isPhone && !isZeroing ? zero : null, took);
  const { view } = tilt;
  const isOn = view.kind === 'on' && view.state.kind !== 'took';
  const deg = view.kind === 'on' ? degOf(view.state) : null;

  if (view.kind === 'fault')
    return (
      <Notice
        tone="now"
        actions={[
          { label: 'Enter by hand', onPress: onByHand },
          {
            label: 'Try again',
            onPress: () => {
              tilt.cancel();
              tilt.start(aim);
            },
          },
        ]}
      >
        {SAY_FAULT[view.fault]}
      </Notice>
    );
  return (
    <View style={{ gap: space.s }}>
      <View
        style={{
          flexDirection: 'row',
          alignItems: 'center',
          justifyContent: 'space-between',
          gap: space.m,
        }}
      >
        <View style={{ flex: 1 }} role="status" aria-live="polite">
          <Say strong>{instrument.name}</Say>
          <Say soft small>
            {view.kind === 'off' || view.state.kind === 'took'
              ? isPhone && zero === null
                ? 'Not zeroed yet: hold it flat to the wall, long edge upright.'
                : sayNextOnLimb(who)
              : sayInclinometer(view.state)}
          </Say>
        </View>
        <Say style={[{ fontFamily: font.bold, fontSize: 44, lineHeight: 52 }, tabular]}>
          {deg === null ? '–' : `${sayNumber(deg)}°`}
        </Say>
      </View>
      {isOn ? (
        <Button
          type="outline"
          title="Cancel"
          onPress={() => {
            setIsZeroing(false);
            tilt.cancel();
          }}
        />
      ) : (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
          <Button
            title={`Read ${who}`}
            buttonStyle={{ minHeight: 52 }}
            containerStyle={{ flexGrow: 1 }}
            onPress={() => tilt.start(aim)}
          />
          {isPhone && (
            <Button
              type="outline"
              title="Zero on the wall"
              buttonStyle={{ minHeight: 52 }}
              onPress={() => {
                setIsZeroing(true);
                tilt.start(aim);
              }}
            />
          )}
          <Button
            type="clear"
            title="Enter by hand"
            buttonStyle={{ minHeight: 52, paddingHorizontal: space.s }}
            titleStyle={{ color: colors.brass }}
            onPress={onByHand}
          />
        </View>
      )}
    </View>
  );
}
