import { router } from 'expo-router';
import type { Dossier } from '@zither/contract';
import { Button } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { StopButton, SafetyNotice } from '../clear/index.ts';
import { safetyOf } from '@zither/visit';
import { today } from '../data/index.ts';
import { takes } from '@zither/words/takes';

/** Recheck is not filled yet: the page says what it will take from Clear and Measure, and leads on. */
export function LaterScreen({ dossier }: { dossier: Dossier }) {
  const { client } = dossier;
  const safety = safetyOf(dossier, today());
  return (
    <Screen
      title="Recheck"
      aside={<StopButton dossier={dossier} />}
      who={client.name}
      back={{ to: `/clients/${client.id}`, label: `Back to ${client.name}` }}
      foot={
        <Button
          title="To Measure"
          containerStyle={{ flex: 1 }}
          buttonStyle={{ minHeight: 52 }}
          onPress={() => router.navigate(`/clients/${client.id}/measure`)}
        />
      }
    >
      <Part>
        <SafetyNotice clientId={client.id} safety={safety} />
        <Say strong>The same look again: better, no change we can see, or worse.</Say>
        <Say>{takes('recheck', dossier, safety)}</Say>
        <Notice>This stage is not in this version yet. Nothing is recorded here.</Notice>
      </Part>
    </Screen>
  );
}
