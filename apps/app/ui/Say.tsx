import { Text } from './elements.ts';
import type { ReactNode } from 'react';
import type { StyleProp, TextStyle } from 'react-native';
import { font, tabular } from './theme.ts';
import { useLook } from './useLook.ts';

/** Body text. `soft` for what explains, `strong` for what decides, `number` for figures of equal width. */
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
        small && { fontSize: 14, lineHeight: 19 },
        soft && { color: colors.inkSoft },
        strong && { fontFamily: font.semibold },
        number && tabular,
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
    <Text
      {...{ [`h${level}`]: true, ...(style ? { [`h${level}Style`]: style } : {}) }}
      role="heading"
      aria-level={level}
    >
      {children}
    </Text>
  );
}
