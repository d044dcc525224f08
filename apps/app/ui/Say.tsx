import type { ReactNode } from 'react';
import { StyleSheet, Text, type StyleProp, type TextStyle } from 'react-native';
import { Text as ThemedText } from './elements.ts';
import { font, tabular } from './theme.ts';
import { useLook } from './useLook.ts';

const styles = StyleSheet.create({
  body: { fontFamily: font.regular, fontSize: 16, lineHeight: 22 },
  small: { fontSize: 14, lineHeight: 19 },
  strong: { fontFamily: font.semibold },
  number: tabular,
});

/** Body text, the most frequent of all elements: drawn without the theme's merging of properties. `soft` for what explains, `strong` for what decides, `number` for figures of equal width. */
export function Say({
  children,
  soft = false,
  strong = false,
  number = false,
  small = false,
  numberOfLines,
  style,
}: {
  children: ReactNode;
  soft?: boolean;
  strong?: boolean;
  number?: boolean;
  small?: boolean;
  /** Cut with an ellipsis beyond; only where the whole is said elsewhere. */
  numberOfLines?: number;
  style?: StyleProp<TextStyle>;
}) {
  const { colors } = useLook();
  return (
    <Text
      {...(numberOfLines === undefined ? {} : { numberOfLines })}
      style={[
        styles.body,
        { color: soft ? colors.inkSoft : colors.ink },
        small && styles.small,
        strong && styles.strong,
        number && styles.number,
        style,
      ]}
    >
      {children}
    </Text>
  );
}

/** A heading that screen readers know as one. */
export function Heading({
  level,
  children,
  style,
}: {
  level: 1 | 2 | 3;
  children: ReactNode;
  style?: StyleProp<TextStyle>;
}) {
  return (
    // The component puts its heading style over `style`, so ours has to go in as one.
    <ThemedText
      {...{ [`h${level}`]: true, ...(style ? { [`h${level}Style`]: style } : {}) }}
      role="heading"
      aria-level={level}
    >
      {children}
    </ThemedText>
  );
}
