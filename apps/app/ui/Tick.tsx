import { CheckBox } from './elements.ts';
import { font, space, TARGET_PX } from './theme.ts';
import { useLook } from './useLook.ts';

/** A box to tick with its words; the whole line is the target. */
export function Tick({
  title,
  checked,
  onPress,
  spoken,
}: {
  title: string;
  checked: boolean;
  onPress: () => void;
  /** What is read out, where the title alone is not enough. */
  spoken?: string;
}) {
  const { colors } = useLook();
  return (
    <CheckBox
      title={title}
      checked={checked}
      aria-checked={checked}
      {...(spoken ? { accessibilityLabel: spoken } : {})}
      iconType="material"
      checkedIcon="check-box"
      uncheckedIcon="check-box-outline-blank"
      checkedColor={colors.ink}
      uncheckedColor={colors.inkSoft}
      onPress={onPress}
      containerStyle={{
        backgroundColor: 'transparent',
        margin: 0,
        marginLeft: 0,
        padding: 0,
        paddingVertical: space.xs,
        minHeight: TARGET_PX,
        justifyContent: 'center',
      }}
      textStyle={{
        fontFamily: font.regular,
        fontWeight: 'normal',
        fontSize: 16,
        color: colors.ink,
      }}
    />
  );
}
