import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { Link, usePathname, type Href } from 'expo-router';
import { lazy, memo, Suspense, type ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { DimButton } from '../../ui/DimButton.tsx';
import { SaveBadge } from '../../ui/SaveBadge.tsx';
import { Say } from '../../ui/Say.tsx';
import { font, space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { useAppSelector } from '../data/index.ts';
import { Attention } from './Attention.tsx';

const Shortcuts = lazy(async () => ({ default: (await import('./Shortcuts.tsx')).Shortcuts }));

const PLACES = [
  { to: '/floor', label: 'Floor', icon: 'today' },
  { to: '/clients', label: 'Clients', icon: 'groups' },
  { to: '/lab', label: 'Lab', icon: 'architecture' },
  { to: '/shelf', label: 'Shelf', icon: 'menu-book' },
] as const;

/** The frame: rail at the left on wide, bar at the bottom on the phone; the save state is always in sight. */
export function Shell({ children }: { children: ReactNode }) {
  const { colors, isWide } = useLook();
  const path = usePathname();
  const initials = useAppSelector((state) => state.settings.initials);
  const places = PLACES.map((place) => (
    <Place key={place.to} {...place} isHere={path.startsWith(place.to)} isWide={isWide} />
  ));
  const settings = (
    <Place
      to="/settings"
      label="Settings"
      initials={initials}
      isHere={path.startsWith('/settings')}
      isWide={isWide}
    />
  );
  if (isWide)
    return (
      <View style={{ flex: 1, flexDirection: 'row', backgroundColor: colors.paper }}>
        <View
          role="navigation"
          aria-label="Places"
          style={{
            width: 104,
            borderRightWidth: 1,
            borderColor: colors.hairline,
            backgroundColor: colors.surface,
            paddingVertical: space.l,
            gap: space.s,
          }}
        >
          <PlumbMark />
          {places}
          <View style={{ flex: 1 }} />
          {settings}
          <View style={{ paddingHorizontal: space.s, gap: space.s }}>
            <SaveBadge />
            <Suspense>
              <Shortcuts />
            </Suspense>
            <DimButton />
          </View>
        </View>
        <View style={{ flex: 1 }}>
          <Attention />
          {children}
        </View>
      </View>
    );
  return (
    <View style={{ flex: 1, backgroundColor: colors.paper }}>
      <Attention />
      <View style={{ flex: 1 }}>{children}</View>
      <View
        role="navigation"
        aria-label="Places"
        style={{
          flexDirection: 'row',
          borderTopWidth: 1,
          borderColor: colors.hairline,
          backgroundColor: colors.surface,
        }}
      >
        {places}
        {settings}
      </View>
    </View>
  );
}

function PlumbMark() {
  const { colors } = useLook();
  return (
    <View style={{ alignItems: 'center', marginBottom: space.l }} aria-hidden>
      <View style={{ width: 36, height: 2, backgroundColor: colors.ink }} />
      <View style={{ width: 2, height: 26, backgroundColor: colors.brass }} />
      <View
        style={{
          width: 0,
          height: 0,
          borderLeftWidth: 7,
          borderRightWidth: 7,
          borderTopWidth: 14,
          borderLeftColor: 'transparent',
          borderRightColor: 'transparent',
          borderTopColor: colors.brass,
        }}
      />
    </View>
  );
}

const Place = memo(function Place({
  to,
  label,
  icon,
  initials,
  isHere,
  isWide,
}: {
  to: Href;
  label: string;
  icon?: 'today' | 'groups' | 'architecture' | 'menu-book';
  /** Whose settings: stands where the others have an icon. */
  initials?: string;
  isHere: boolean;
  isWide: boolean;
}) {
  const { colors } = useLook();
  return (
    <Link href={to} asChild>
      <Pressable
        role="link"
        aria-current={isHere ? 'page' : undefined}
        style={{
          flex: isWide ? undefined : 1,
          minHeight: 56,
          alignItems: 'center',
          justifyContent: 'center',
          // The bead marks the place: shape first, colour second.
          borderTopWidth: isWide ? 0 : 3,
          borderLeftWidth: isWide ? 4 : 0,
          borderColor: isHere ? colors.brass : 'transparent',
        }}
      >
        {icon ? (
          <MaterialIcons name={icon} size={24} color={isHere ? colors.brass : colors.inkSoft} />
        ) : (
          <View
            style={{
              minWidth: 24,
              height: 24,
              borderRadius: 12,
              paddingHorizontal: 4,
              borderWidth: 2,
              borderColor: isHere ? colors.brass : colors.inkSoft,
              alignItems: 'center',
              justifyContent: 'center',
            }}
          >
            <Say style={{ fontSize: 12, lineHeight: 16, fontFamily: font.semibold }}>
              {initials}
            </Say>
          </View>
        )}
        <Say
          small
          style={{ color: isHere ? colors.ink : colors.inkSoft, fontFamily: font.semibold }}
        >
          {label}
        </Say>
      </Pressable>
    </Link>
  );
});
