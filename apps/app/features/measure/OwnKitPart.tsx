import { router } from 'expo-router';
import { View } from 'react-native';
import type { Dossier, KitItem } from '@zither/contract';
import { clientValuesOf, isHeelSaid, rackOf } from '@zither/visit';
import { ANY_HEEL, HEELS_FROM_KIT, sayRack } from '@zither/words/kit';
import { Button } from '../../ui/elements.ts';
import { KitPicker } from '../../ui/KitPicker.tsx';
import { Heading, Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { useChanges } from '../data/index.ts';

/** Shoes most often lifted so far (common practice, no source). */
const USUAL_SHOES: readonly KitItem[] = [15, 20, 25].map((riseMm) => ({
  kind: 'block',
  as: 'shoe',
  riseMm,
}));

/** What this client brings: their own shoes and pieces. The rack belongs to the practice and is said on the Shelf. */
export function OwnKitPart({ dossier }: { dossier: Dossier }) {
  const { client } = dossier;
  const { putClient } = useChanges();
  return (
    <View style={{ gap: space.m }}>
      <View>
        <Heading level={2}>The client’s own shoes and kit</Heading>
        <Say soft small>
          {isHeelSaid(dossier) ? HEELS_FROM_KIT : ANY_HEEL()}
        </Say>
      </View>
      <KitPicker
        label="Brought by the client"
        kit={client.kit}
        usual={USUAL_SHOES}
        onChange={(kit) => putClient(client, { ...clientValuesOf(client), kit })}
      />
      <View style={{ gap: space.xs, alignItems: 'flex-start' }}>
        <Say small soft>
          {sayRack(rackOf(dossier))}
        </Say>
        <Button
          type="outline"
          title="Open the rack"
          onPress={() => router.navigate('/shelf?show=rack')}
        />
      </View>
    </View>
  );
}
