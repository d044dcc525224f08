import { router } from 'expo-router';
import { View } from 'react-native';
import { Notice } from '../ui/Notice.tsx';
import { space } from '../ui/theme.ts';

export default function NotFound() {
  return (
    <View style={{ padding: space.l }}>
      <Notice
        tone="now"
        actions={[{ label: 'To the clients', onPress: () => router.navigate('/clients') }]}
      >
        There is no page at this address.
      </Notice>
    </View>
  );
}
