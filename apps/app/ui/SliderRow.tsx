import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { Button, useThemeMode } from './elements.ts';
import { Say } from './Say.tsx';
import { space, TARGET_PX } from './theme.ts';
import { useLook } from './useLook.ts';

/**
 * What ends a move. React reports each step of it alone; the browser's `change` says that it was let go, but stays away when the value ends where it
 * began.
 */
const LET_GO = ['change', 'pointerup', 'pointercancel', 'blur'] as const;

/**
 * A named value on the browser's own slider, with − and + for the last step; redraws while dragged, saves when let go. The dragged value lives
 * here, so that a drag redraws this row and what listens to it, not the whole page of controls.
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
  const { mode } = useThemeMode();
  const [dragged, setDragged] = useState<number | null>(null);
  const value = dragged ?? settled;
  const within = (v: number) => Math.min(most, Math.max(least, v));
  const stepped = (steps: number) => within(Math.round((value + steps * step) / step) * step);
  const field = useRef<HTMLInputElement>(null);
  /** Moved and not let go yet. */
  const isMoved = useRef(false);
  const commit = useRef(onCommit);
  useEffect(() => {
    commit.current = onCommit;
  });
  useEffect(() => {
    const input = field.current;
    if (!input) return;
    const letGo = () => {
      if (!isMoved.current) return;
      isMoved.current = false;
      setDragged(null);
      commit.current(input.valueAsNumber);
    };
    for (const name of LET_GO) input.addEventListener(name, letGo);
    return () => {
      for (const name of LET_GO) input.removeEventListener(name, letGo);
    };
  }, []);
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
        <View style={{ flex: 1 }}>
          <input
            ref={field}
            type="range"
            aria-label={label}
            aria-valuetext={show(value)}
            min={least}
            max={most}
            step={step}
            value={within(value)}
            onChange={(event) => {
              isMoved.current = true;
              setDragged(event.target.valueAsNumber);
              onDrag(event.target.valueAsNumber);
            }}
            style={{
              width: '100%',
              height: TARGET_PX,
              margin: 0,
              accentColor: colors.brass,
              colorScheme: mode,
            }}
          />
        </View>
        {key(1)}
      </View>
    </View>
  );
}
