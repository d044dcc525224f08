import { View } from 'react-native';
import { Button } from './elements.ts';
import { Say } from './Say.tsx';
import { font, space, TARGET_PX } from './theme.ts';
import { useLook } from './useLook.ts';

/** Any of several, all in sight; wraps on a narrow screen. */
export function Ticks<T extends string>({
  label,
  options,
  values,
  onChange,
}: {
  label: string;
  options: readonly { value: T; label: string; spoken?: string }[];
  values: readonly T[];
  onChange: (value: T, isOn: boolean) => void;
}) {
  const { colors } = useLook();
  return (
    <View style={{ gap: space.xs }} role="group" aria-label={label}>
      <Say soft small strong>
        {label}
      </Say>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.xs }}>
        {options.map((option) => {
          const isOn = values.includes(option.value);
          return (
            <Button
              key={option.value}
              type="outline"
              title={`${isOn ? '✓ ' : ''}${option.label}`}
              role="checkbox"
              aria-checked={isOn}
              accessibilityLabel={option.spoken ?? option.label}
              onPress={() => onChange(option.value, !isOn)}
              buttonStyle={{
                minHeight: TARGET_PX,
                minWidth: TARGET_PX,
                paddingHorizontal: space.s,
                backgroundColor: colors.surface,
                borderColor: isOn ? colors.ink : colors.hairline,
              }}
              titleStyle={{
                fontSize: 15,
                fontFamily: isOn ? font.semibold : font.regular,
                color: isOn ? colors.ink : colors.inkSoft,
              }}
            />
          );
        })}
      </View>
    </View>
  );
}
