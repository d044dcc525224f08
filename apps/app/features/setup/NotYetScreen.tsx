import { router, type Href } from 'expo-router';
import type { Dossier } from '@zither/contract';
import { Notice } from '../../ui/Notice.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { isHeld, type safetyOf } from '@zither/visit';
import { SafetyNotice, StopButton } from '../clear/index.ts';
import { LockedPart } from './LockPart.tsx';

/** Set cannot begin: the client is on hold, or the ankles are not known; what is locked stays in sight. */
export function NotYetScreen({
  dossier,
  safety,
  back,
  children,
}: {
  dossier: Dossier;
  safety: ReturnType<typeof safetyOf>;
  back: { to: Href; label: string };
  /** Why the ankles are needed. */
  children: string;
}) {
  const { client } = dossier;
  return (
    <Screen title="Setup" who={client.name} back={back} aside={<StopButton dossier={dossier} />}>
      <Part>
        <SafetyNotice clientId={client.id} safety={safety} />
        {!isHeld(safety) && (
          <Notice
            actions={[
              {
                label: 'Measure the ankles',
                onPress: () => router.navigate(`/clients/${client.id}/measure`),
              },
            ]}
          >
            {children}
          </Notice>
        )}
      </Part>
      <LockedPart dossier={dossier} />
    </Screen>
  );
}
