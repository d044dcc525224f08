import { router, useLocalSearchParams } from 'expo-router';
import type { ReactNode } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { Notice } from '../../ui/Notice.tsx';
import { space } from '../../ui/theme.ts';
import { Unreachable, Waiting } from '../../ui/Waiting.tsx';
import { useDossier } from '../data/index.ts';

/** Fetches the client named in the address and shows the page, or says why it cannot. */
export function WithDossier({ children }: { children: (dossier: Dossier) => ReactNode }) {
  const { id } = useLocalSearchParams<{ id: string }>();
  const view = useDossier(id);
  if (view.state === 'ready') return children(view.dossier);
  if (view.state === 'loading') return <Waiting what="this client" />;
  if (view.state === 'unreachable') return <Unreachable what="this client" retry={view.retry} />;
  return (
    <View style={{ padding: space.l }}>
      <Notice
        tone="now"
        actions={[{ label: 'All clients', onPress: () => router.navigate('/clients') }]}
      >
        There is no client at this address.
      </Notice>
    </View>
  );
}
