import { useLocalSearchParams, usePathname } from 'expo-router';
import { lazy, Suspense, type ReactNode } from 'react';
import { View } from 'react-native';
import { useLook } from '../../ui/useLook.ts';
import { stageAt } from './stages.ts';

const VisitStages = lazy(async () => ({
  default: (await import('./VisitStages.tsx')).VisitStages,
}));

/** The visit around its stages: a strip of seven beads on the phone and on the client's page, a rail on wide. Any stage, any order. */
export function SessionFrame({ children }: { children: ReactNode }) {
  const { id } = useLocalSearchParams<{ id: string }>();
  const { isWide } = useLook();
  const path = usePathname();
  const here = stageAt(path);
  const isClientPage = path === `/clients/${id}`;
  if (here === null && !isClientPage) return children;
  const isRail = isWide && here !== null;
  return (
    <View style={{ flex: 1, flexDirection: isRail ? 'row' : 'column' }}>
      <Suspense fallback={<View style={isRail ? { width: 164 } : { height: 49 }} />}>
        <VisitStages clientId={id} here={here} isRail={isRail} />
      </Suspense>
      <View style={{ flex: 1 }}>{children}</View>
    </View>
  );
}
