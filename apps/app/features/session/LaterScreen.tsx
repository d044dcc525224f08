import { router } from 'expo-router';
import type { Dossier } from '@zither/contract';
import { Button } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { PainButton } from '../clear/PainButton.tsx';
import { safetyOf } from '../clear/safety.ts';
import { SafetyNotice } from '../clear/SafetyNotice.tsx';
import { today } from '../shell/today.ts';
import { takes, type Later } from './takes.ts';

/** Stages that are not filled yet. */
type Unfilled = Exclude<Later, 'watch'>;

const WHAT: Record<Unfilled, { title: string; does: string }> = {
  probe: { title: 'Probe', does: 'Short tests that tell causes apart.' },
  recheck: { title: 'Recheck', does: 'The same look again: better, same or worse.' },
};

/** A stage that is not filled yet: says what it will take from Clear and Measure, and leads on. */
export function LaterScreen({ dossier, stage }: { dossier: Dossier; stage: Unfilled }) {
  const { client } = dossier;
  const safety = safetyOf(dossier, today());
  const { title, does } = WHAT[stage];
  const next =
    stage === 'recheck'
      ? { label: 'To Measure', path: 'measure' }
      : { label: 'Next: Setup', path: 'setup' };
  return (
    <Screen
      title={title}
      who={client.name}
      back={{ to: `/clients/${client.id}`, label: `Back to ${client.name}` }}
      foot={
        <Button
          title={next.label}
          containerStyle={{ flex: 1 }}
          buttonStyle={{ minHeight: 52 }}
          onPress={() => router.navigate(`/clients/${client.id}/${next.path}` as never)}
        />
      }
    >
      <Part>
        <SafetyNotice clientId={client.id} safety={safety} />
        <PainButton dossier={dossier} />
        <Say strong>{does}</Say>
        <Say>{takes(stage, dossier, safety)}</Say>
        <Notice>This stage is not in this version yet. Nothing is recorded here.</Notice>
      </Part>
    </Screen>
  );
}
