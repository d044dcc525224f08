import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { router, usePathname } from 'expo-router';
import type { Dossier } from '@zither/contract';
import { openStops } from '@zither/visit';
import { useEffect } from 'react';
import { Button } from '../../ui/elements.ts';
import { space, TARGET_PX } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';

/** Always in sight: one tap stops the work and asks what it was. Filled as long as a stop is not answered. */
export function StopButton({ dossier }: { dossier: Dossier }) {
  const { colors } = useLook();
  const path = usePathname();
  const isOpen = openStops(dossier).length > 0;
  useEffect(() => {
    // Fetched before it is needed: it must open in a room that has just lost its network.
    import('./StopPage.tsx').catch(() => {});
  }, []);
  return (
    <Button
      type={isOpen ? 'solid' : 'outline'}
      title="Stop"
      icon={<MaterialIcons name="report" size={20} color={isOpen ? colors.paper : colors.rust} />}
      accessibilityLabel={isOpen ? 'Stop: not answered yet' : 'Stop: pain or alarm'}
      buttonStyle={{
        minHeight: TARGET_PX,
        paddingHorizontal: space.s,
        borderColor: colors.rust,
        ...(isOpen ? { backgroundColor: colors.rust } : {}),
      }}
      titleStyle={{ marginLeft: 4, color: isOpen ? colors.paper : colors.rust }}
      onPress={() =>
        router.navigate(`/clients/${dossier.client.id}/stop?from=${encodeURIComponent(path)}`)
      }
    />
  );
}
