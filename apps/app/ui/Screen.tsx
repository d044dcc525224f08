import { Button, Divider } from './elements.ts';
import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { router } from 'expo-router';
import type { ReactNode } from 'react';
import { ScrollView, View } from 'react-native';
import { Heading, Say } from './Say.tsx';
import { space } from './theme.ts';
import { useLook } from './useLook.ts';

/** A page: title row that stays, contents that scroll, and a foot under the thumb for the next step. */
export function Screen({
  title,
  back,
  aside,
  foot,
  children,
}: {
  title: string;
  back?: { to: string; label: string };
  aside?: ReactNode;
  foot?: ReactNode;
  children: ReactNode;
}) {
  const { colors } = useLook();
  return (
    <View style={{ flex: 1, backgroundColor: colors.paper }} role="main">
      <View
        style={{
          flexDirection: 'row',
          alignItems: 'center',
          gap: space.s,
          paddingHorizontal: space.l,
          minHeight: 56,
        }}
      >
        {back && (
          <Button
            type="clear"
            buttonStyle={{ paddingHorizontal: 0, width: 44 }}
            containerStyle={{ marginLeft: -12 }}
            accessibilityLabel={back.label}
            icon={<MaterialIcons name="arrow-back" size={24} color={colors.ink} />}
            onPress={() => router.navigate(back.to as never)}
          />
        )}
        <View style={{ flex: 1 }}>
          <Heading level={1} style={{ fontSize: 22, lineHeight: 28 }}>
            {title}
          </Heading>
        </View>
        {aside}
      </View>
      <Divider />
      <ScrollView contentContainerStyle={{ paddingBottom: space.xxl }}>{children}</ScrollView>
      {foot && (
        <View
          style={{
            borderTopWidth: 1,
            borderColor: colors.hairline,
            backgroundColor: colors.surface,
            padding: space.m,
            flexDirection: 'row',
            gap: space.m,
          }}
        >
          {foot}
        </View>
      )}
    </View>
  );
}

/** A part of a page with a heading and a hairline above. */
export function Part({
  title,
  hint,
  children,
}: {
  title?: string;
  hint?: string;
  children: ReactNode;
}) {
  return (
    <View style={{ paddingHorizontal: space.l, paddingTop: space.l, gap: space.m }}>
      {title && (
        <View style={{ gap: 2 }}>
          <Heading level={2}>{title}</Heading>
          {hint && (
            <Say soft small>
              {hint}
            </Say>
          )}
        </View>
      )}
      {children}
    </View>
  );
}
