import { Slot, useGlobalSearchParams, usePathname } from 'expo-router';
import { View } from 'react-native';
import { ClientListPane } from '../../features/clients/ClientListPane.tsx';
import { useLook } from '../../ui/useLook.ts';

/** Stages that need the whole width keep the list out of the way. */
const FULL_WIDTH =
  /\/clients\/[^/]+\/(clear|measure|sheet|watch|probe|setup|prescription|recheck|load|report|print|referral|run|cues)(\/|$)/;

export default function ClientsLayout() {
  const { colors, isWide } = useLook();
  const path = usePathname();
  const { id } = useGlobalSearchParams<{ id?: string }>();
  if (!isWide || FULL_WIDTH.test(path)) return <Slot />;
  return (
    <View style={{ flex: 1, flexDirection: 'row' }}>
      <View style={{ width: 340, borderRightWidth: 1, borderColor: colors.hairline }}>
        <ClientListPane openId={id ?? null} />
      </View>
      <View style={{ flex: 1 }}>
        <Slot />
      </View>
    </View>
  );
}
