import { router } from 'expo-router';
import type { Dossier, Stage } from '@zither/contract';
import { newestDorsiflexion, readCalf, newestReading, resolveBody, SIDES } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { limitsOf, safetyOf, sayLimit, type Safety } from '../clear/safety.ts';
import { SafetyNotice } from '../clear/SafetyNotice.tsx';
import { bodyOf, knownOf } from '../measure/derive.ts';
import { today } from '../shell/today.ts';

type Later = Extract<Stage, 'watch' | 'probe' | 'recheck'>;

const WHAT: Record<Later, { title: string; does: string }> = {
  watch: { title: 'Watch', does: 'Baseline squats from the side, the front and behind.' },
  probe: { title: 'Probe', does: 'Short tests that tell causes apart.' },
  recheck: { title: 'Recheck', does: 'The same look again: better, same or worse.' },
};

/** What a later stage will start from, in one line, with what is known today. */
export function takes(stage: Later, dossier: Dossier, safety: Safety): string {
  const known = knownOf(dossier);
  const body = resolveBody(bodyOf(dossier.client));
  const limits = limitsOf(safety);
  const fromClear =
    safety.state === 'notScreened'
      ? 'From Clear: nothing yet, it has not been asked'
      : limits.length > 0
        ? `From Clear: ${limits.map(sayLimit).join(', ').toLowerCase()}`
        : safety.outcome.kind === 'hold'
          ? 'From Clear: the hold'
          : 'From Clear: no limits';
  const ankles = SIDES.map((side) => {
    const ankle = known.ankle[side];
    return `${side === 'left' ? 'L' : 'R'} ${ankle ? `${ankle.deg.toFixed(0)}° ± ${ankle.mdc.toFixed(1)}°` : 'not measured'}`;
  }).join(', ');
  switch (stage) {
    case 'watch':
      return `${fromClear}. From Measure: the ankle ceilings (${ankles}) and the body’s lengths, to split the lean into its parts.`;
    case 'probe': {
      const calves = SIDES.map((side) => {
        const bent = newestDorsiflexion(body, dossier.trials, side);
        const straight = newestReading(dossier.trials, 'shinAngleStraight', side);
        if (!bent || !straight) return null;
        return `${side === 'left' ? 'L' : 'R'} ${readCalf(bent, { deg: straight.mean, sem: straight.sem }).kind === 'gastrocnemius' ? 'calf' : 'no calf sign'}`;
      }).filter((c) => c !== null);
      return `${fromClear}, which bars tests. From Measure: ankles (${ankles})${calves.length > 0 ? `, calf reading (${calves.join(', ')})` : ''}${known.fold ? ', hip fold line' : ''}, rotations and arches as evidence.`;
    }
    case 'recheck':
      return `${fromClear}. From Measure: today’s readings against the last, each with its error (ankles now ${ankles}), so that only a real change is called one.`;
  }
}

/** A stage that is not filled yet: says what it will take from Clear and Measure, and leads on. */
export function LaterScreen({ dossier, stage }: { dossier: Dossier; stage: Later }) {
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
        <Say strong>{does}</Say>
        <Say>{takes(stage, dossier, safety)}</Say>
        <Notice>This stage is not in this version yet. Nothing is recorded here.</Notice>
      </Part>
    </Screen>
  );
}
