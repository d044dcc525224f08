import { Button, Divider } from './elements.ts';
import { GLOSSARY, type GlossaryId } from '@zither/words/glossary';
import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { router, type Href } from 'expo-router';
import { useState, type ReactNode } from 'react';
import { ScrollView, useWindowDimensions, View } from 'react-native';
import { DimButton } from './DimButton.tsx';
import { Explanation } from './Explanation.tsx';
import { SaveBadge } from './SaveBadge.tsx';
import { Heading, Say } from './Say.tsx';
import { space, TARGET_PX } from './theme.ts';
import { useLook } from './useLook.ts';

/** Below this height a pinned part would leave nothing to scroll. */
const PIN_FROM_PX = 600;

/**
 * A page: title row that stays, contents that scroll, and a foot under the thumb for the next step. A `pinned` part stays
 * in sight while the rest scrolls: above it on the phone, as the left pane on wide. With a `lead` the phone scrolls the lead
 * away first; then the pinned part stays at the top.
 */
export function Screen({
  title,
  who,
  back,
  aside,
  foot,
  pinned,
  lead,
  onPhone = 'stays',
  panes,
  children,
}: {
  title: string;
  /** Whose page it is, in small under the title. */
  who?: string;
  back?: { to: Href; label: string };
  aside?: ReactNode;
  foot?: ReactNode;
  pinned?: ReactNode;
  /** What the page answers, before everything else. */
  lead?: ReactNode;
  /** Where the pinned part is on the phone, under a lead: it stays in sight, comes first, or follows the contents. */
  onPhone?: 'stays' | 'first' | 'last';
  /** Instead of the contents: parts that stand side by side, each scrolling by itself. */
  panes?: readonly ReactNode[];
  children: ReactNode;
}) {
  const { colors, isWide } = useLook();
  const { height } = useWindowDimensions();
  const scrolling = { paddingBottom: space.xxl };
  const isPinned = pinned !== undefined && (isWide || height >= PIN_FROM_PX);
  return (
    <View style={{ flex: 1, backgroundColor: colors.paper }} role="main">
      <View
        testID="page-head"
        style={{
          flexDirection: 'row',
          alignItems: 'center',
          gap: space.s,
          paddingHorizontal: space.l,
          minHeight: isWide ? 56 : 48,
        }}
      >
        {back && (
          <Button
            type="clear"
            buttonStyle={{ paddingHorizontal: 0, width: 44 }}
            containerStyle={{ marginLeft: -12 }}
            accessibilityLabel={back.label}
            icon={<MaterialIcons name="arrow-back" size={24} color={colors.ink} />}
            onPress={() => router.navigate(back.to)}
          />
        )}
        <View style={{ flex: 1 }}>
          <Heading
            level={1}
            style={
              title.length > (aside ? 12 : 16) && !isWide
                ? { fontSize: 18, lineHeight: 24 }
                : { fontSize: 22, lineHeight: 28 }
            }
          >
            {title}
          </Heading>
          {who && (
            <Say soft small numberOfLines={1}>
              {who}
            </Say>
          )}
        </View>
        {!isWide && <SaveBadge />}
        {/* Within a visit the row belongs to the client and to Stop; every place has the button. */}
        {!isWide && !aside && <DimButton />}
        {/* The same corner on every page. */}
        {aside}
      </View>
      <Divider />
      {panes ? (
        <View style={{ flex: 1, flexDirection: 'row' }}>
          {panes.map((pane, i) => (
            <ScrollView
              key={i}
              tabIndex={0}
              style={{ flex: 1, borderLeftWidth: i === 0 ? 0 : 1, borderColor: colors.hairline }}
              contentContainerStyle={scrolling}
            >
              {pane}
            </ScrollView>
          ))}
        </View>
      ) : isPinned && isWide ? (
        <View style={{ flex: 1, flexDirection: 'row' }}>
          <ScrollView tabIndex={0} style={{ flex: 1 }} contentContainerStyle={scrolling}>
            {pinned}
          </ScrollView>
          <ScrollView
            tabIndex={0}
            style={{ flex: 1, borderLeftWidth: 1, borderColor: colors.hairline }}
            contentContainerStyle={scrolling}
          >
            {lead}
            {children}
          </ScrollView>
        </View>
      ) : lead ? (
        <ScrollView
          tabIndex={0}
          contentContainerStyle={scrolling}
          {...(isPinned && onPhone === 'stays' ? { stickyHeaderIndices: [1] } : {})}
        >
          <View>{lead}</View>
          {onPhone === 'last' ? (
            <View>
              {children}
              {pinned}
            </View>
          ) : (
            <View
              style={{
                backgroundColor: colors.paper,
                borderBottomWidth: 1,
                borderColor: colors.hairline,
              }}
            >
              {pinned}
            </View>
          )}
          {onPhone !== 'last' && <View>{children}</View>}
        </ScrollView>
      ) : (
        <>
          {isPinned && (
            <View style={{ borderBottomWidth: 1, borderColor: colors.hairline }}>{pinned}</View>
          )}
          <ScrollView tabIndex={0} contentContainerStyle={scrolling}>
            {!isPinned && pinned}
            {children}
          </ScrollView>
        </>
      )}
      {foot && (
        <View
          testID="page-foot"
          style={{
            borderTopWidth: 1,
            borderColor: colors.hairline,
            backgroundColor: colors.surface,
            paddingHorizontal: space.m,
            paddingVertical: space.s,
            flexDirection: 'row',
            // Under the thumb on a phone; where the eye ends on wide.
            justifyContent: 'flex-end',
            gap: space.m,
          }}
        >
          {foot}
        </View>
      )}
    </View>
  );
}

/** A heading whose term explains itself on a tap. */
function Explained({ of, title }: { of: GlossaryId; title: string }) {
  const { colors } = useLook();
  const [isOpen, setIsOpen] = useState(false);
  return (
    <>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
        <View style={{ flexShrink: 1 }}>
          <Heading level={2}>{title}</Heading>
        </View>
        <Button
          type="clear"
          accessibilityLabel={`Explain: ${GLOSSARY[of].name}`}
          aria-expanded={isOpen}
          icon={<MaterialIcons name="help-outline" size={20} color={colors.inkSoft} />}
          // The target is 44 px, the row no higher than the heading.
          containerStyle={{ marginVertical: -10 }}
          buttonStyle={{ width: TARGET_PX, height: TARGET_PX, paddingHorizontal: 0 }}
          onPress={() => setIsOpen(!isOpen)}
        />
      </View>
      {isOpen && <Explanation of={of} />}
    </>
  );
}

/** A part of a page with a heading and a hairline above. */
export function Part({
  title,
  explains,
  hint,
  children,
}: {
  title?: string;
  /** The term the heading uses, explained on a tap. */
  explains?: GlossaryId;
  hint?: string;
  children: ReactNode;
}) {
  return (
    <View style={{ paddingHorizontal: space.l, paddingTop: space.l, gap: space.m }}>
      {title && (
        <View style={{ gap: 2 }}>
          {explains ? (
            <Explained of={explains} title={title} />
          ) : (
            <Heading level={2}>{title}</Heading>
          )}
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
