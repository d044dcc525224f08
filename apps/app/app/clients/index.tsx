import { View } from 'react-native';
import { ClientListPane } from '../../features/clients/ClientListPane.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';

export { ErrorBoundary } from '../../features/shell/index.ts';

export default function Clients() {
  const { isWide } = useLook();
  if (!isWide) return <ClientListPane openId={null} />;
  return (
    <View style={{ flex: 1, alignItems: 'center', justifyContent: 'center', padding: space.xl }}>
      <Say soft>Choose a client at the left, or add one.</Say>
    </View>
  );
}
