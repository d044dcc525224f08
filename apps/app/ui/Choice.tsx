import { Button } from './elements.ts';
import { View } from 'react-native';
import { Say } from './Say.tsx';
import { radio, RADIO_GROUP } from './radioKeys.ts';
import { font, space, TARGET_PX } from './theme.ts';
import { useLook } from './useLook.ts';

/** One of several, all in sight; wraps on a narrow screen. */
export function Choice<T extends string>({
  label,
  options,
  value,
  onChange,
  hideLabel = false,
  isTight = false,
}: {
  label: string;
  options: readonly { value: T; label: string; spoken?: string }[];
  value: T;
  onChange: (value: T) => void;
  hideLabel?: boolean;
  /** Five on a phone stay in one row. */
  isTight?: boolean;
}) {
  const { colors } = useLook();
  const hasChosen = options.some((o) => o.value === value);
  return (
    <View style={{ gap: space.xs }} {...RADIO_GROUP} aria-label={label}>
      {!hideLabel && (
        <Say soft small strong>
          {label}
        </Say>
      )}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: isTight ? space.xs : space.s }}>
        {options.map((option, i) => {
          const chosen = option.value === value;
          return (
            <Button
              key={option.value}
              type="outline"
              containerStyle={{ maxWidth: '100%' }}
              title={option.label}
              {...radio(chosen, i === 0, hasChosen)}
              accessibilityLabel={option.spoken ?? option.label}
              onPress={() => onChange(option.value)}
              buttonStyle={{
                minHeight: TARGET_PX,
                minWidth: TARGET_PX,
                paddingHorizontal: isTight ? space.s : space.m,
                backgroundColor: chosen ? colors.ink : colors.surface,
                borderColor: chosen ? colors.ink : colors.hairline,
              }}
              titleStyle={{
                fontSize: 15,
                fontFamily: font.semibold,
                color: chosen ? colors.paper : colors.ink,
              }}
            />
          );
        })}
      </View>
    </View>
  );
}
