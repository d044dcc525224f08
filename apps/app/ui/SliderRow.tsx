import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import Slider from '@react-native-community/slider';
import { Button } from './elements.ts';
import { useState } from 'react';
import { View } from 'react-native';
import { Say } from './Say.tsx';
import { space, TARGET_PX } from './theme.ts';
import { useLook } from './useLook.ts';

/**
 * A named value on a slider with − and + for the last step; redraws while dragged, saves when let go. The dragged value lives here,
 * so that a drag redraws this row and what listens to it, not the whole page of controls.
 */
export function SliderRow({
  label,
  value: settled,
  show,
  least,
  most,
  step,
  onDrag,
  onCommit,
}: {
  label: string;
  value: number;
  /** A value as read, with its unit. */
  show: (value: number) => string;
  least: number;
  most: number;
  step: number;
  onDrag: (value: number) => void;
  onCommit: (value: number) => void;
}) {
  const { colors } = useLook();
  const [dragged, setDragged] = useState<number | null>(null);
  const value = dragged ?? settled;
  const within = (v: number) => Math.min(most, Math.max(least, v));
  const stepped = (steps: number) => within(Math.round((value + steps * step) / step) * step);
  // On the web the package's slider can be neither focused nor read; the row around it can.
  const byKey = (event: { key: string; preventDefault: () => void }) => {
    const next = {
      ArrowRight: stepped(1),
      ArrowUp: stepped(1),
      ArrowLeft: stepped(-1),
      ArrowDown: stepped(-1),
      PageUp: stepped(5),
      PageDown: stepped(-5),
      Home: least,
      End: most,
    }[event.key];
    if (next === undefined) return;
    event.preventDefault();
    if (next !== value) onCommit(next);
  };
  const key = (direction: 1 | -1) => (
    <Button
      type="outline"
      accessibilityLabel={`${direction > 0 ? 'More' : 'Less'}: ${label}`}
      disabled={direction > 0 ? value >= most : value <= least}
      disabledStyle={{ backgroundColor: 'transparent', opacity: 0.4 }}
      buttonStyle={{
        width: TARGET_PX,
        height: TARGET_PX,
        paddingHorizontal: 0,
        backgroundColor: colors.surface,
      }}
      icon={<MaterialIcons name={direction > 0 ? 'add' : 'remove'} size={20} color={colors.ink} />}
      onPress={() => onCommit(stepped(direction))}
    />
  );
  return (
    <View>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
        <Say strong>{label}</Say>
        <Say strong number>
          {show(value)}
        </Say>
      </View>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
        {key(-1)}
        <View
          role="slider"
          tabIndex={0}
          aria-label={label}
          aria-valuemin={least}
          aria-valuemax={most}
          aria-valuenow={value}
          aria-valuetext={show(value)}
          style={{ flex: 1 }}
          {...{ onKeyDown: byKey }}
        >
          <View aria-hidden>
            <Slider
              style={{ height: TARGET_PX }}
              // Counted from the lower end: the slider takes a value of 0 for "none given" and jumps to its minimum.
              minimumValue={0}
              maximumValue={most - least}
              step={step}
              value={within(value) - least}
              onValueChange={(v) => {
                setDragged(v + least);
                onDrag(v + least);
              }}
              onSlidingComplete={(v) => {
                setDragged(null);
                onCommit(v + least);
              }}
              minimumTrackTintColor={colors.brass}
              maximumTrackTintColor={colors.hairline}
              thumbTintColor={colors.brass}
            />
          </View>
        </View>
        {key(1)}
      </View>
    </View>
  );
}
