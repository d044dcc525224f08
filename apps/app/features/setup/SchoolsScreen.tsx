import { router } from 'expo-router';
import { useMemo, useState } from 'react';
import type { Dossier, ProfileId } from '@zither/contract';
import { BALANCED, PROFILES, profileOf, type Proposal } from '@zither/core';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { useLook } from '../../ui/useLook.ts';
import { isHeld, limitsOf, safetyOf } from '../clear/safety.ts';
import { SafetyNotice } from '../clear/SafetyNotice.tsx';
import { newId, useChanges } from '../data/index.ts';
import { methodOf } from '../measure/index.ts';
import { today } from '../shell/today.ts';
import { SchoolPane } from './SchoolPane.tsx';
import { finderQuestion, sayDifference } from './schools.ts';
import { useSchool } from './useSchool.ts';

const SCHOOLS = PROFILES.map((p) => ({ value: p.id, label: p.name }));

/** What each school would prescribe for this client, one or two side by side, and why they differ. */
export function SchoolsScreen({ dossier }: { dossier: Dossier }) {
  const { client } = dossier;
  const { isWide } = useLook();
  const { putSetup } = useChanges();
  const safety = useMemo(() => safetyOf(dossier, today()), [dossier]);
  const question = useMemo(() => finderQuestion(dossier, limitsOf(safety)), [dossier, safety]);
  const own = methodOf(dossier).id;
  const [first, setFirst] = useState(own);
  const [second, setSecond] = useState<string>(
    isWide ? (PROFILES.find((p) => p.id !== own)?.id ?? 'none') : 'none',
  );
  const one = useSchool(question, first);
  const two = useSchool(question, second === 'none' ? null : second);
  const back = { to: `/clients/${client.id}/setup`, label: 'Back to Setup' };
  if (isHeld(safety) || !question)
    return (
      <Screen title="Schools" who={client.name} back={back}>
        <Part>
          <SafetyNotice clientId={client.id} safety={safety} />
          {!isHeld(safety) && (
            <Notice
              actions={[
                {
                  label: 'Measure the ankles',
                  onPress: () => router.navigate(`/clients/${client.id}/measure` as never),
                },
              ]}
            >
              Setups are searched from the ankles: measure dorsiflexion on both sides first.
            </Notice>
          )}
        </Part>
      </Screen>
    );
  const take = (profile: string, p: Proposal) => {
    putSetup(
      client.id,
      { id: dossier.setup?.id ?? newId(), version: dossier.setup?.version ?? 0 },
      {
        setup: p.setup,
        thighDepthDeg: p.targetDepthDeg,
        workingPoint: (profileOf(profile) ?? BALANCED).workingPoint,
        profile: profile as ProfileId,
      },
    );
    router.navigate(`/clients/${client.id}/setup` as never);
  };
  const [a, b] = [profileOf(first) ?? BALANCED, profileOf(second)];
  const bestOf = (state: typeof one) =>
    state.kind === 'answer' ? (state.answer.proposals[0] ?? null) : null;
  const [bestA, bestB] = [bestOf(one), b ? bestOf(two) : null];
  const differences = b && bestA && bestB ? sayDifference([bestA, bestB], [a.name, b.name]) : null;
  const choices = (
    <Part>
      <SafetyNotice clientId={client.id} safety={safety} />
      <Choice label="School" options={SCHOOLS} value={first} onChange={setFirst} />
      <Choice
        label="Beside it"
        options={[
          { value: 'none', label: 'None', spoken: 'None beside it' },
          ...SCHOOLS.filter((s) => s.value !== first).map((s) => ({
            ...s,
            spoken: `${s.label}, beside it`,
          })),
        ]}
        value={second === first ? 'none' : second}
        onChange={setSecond}
      />
      {differences && (
        <Notice>
          {differences.length > 0
            ? `Where they part: ${differences.join(' ')}`
            : 'For this client both would do the same.'}
        </Notice>
      )}
      {differences && <Say small soft>{`${a.name}: ${a.holds} ${b?.name}: ${b?.holds}`}</Say>}
    </Part>
  );
  const paneA = <SchoolPane profile={a} state={one} onTake={(p) => take(first, p)} />;
  const paneB = b && second !== first && (
    <SchoolPane profile={b} state={two} onTake={(p) => take(second, p)} />
  );
  return (
    <Screen
      title="Schools"
      who={client.name}
      back={back}
      {...(isWide ? { panes: [choices, paneA, ...(paneB ? [paneB] : [])] } : {})}
    >
      {choices}
      {paneA}
      {paneB}
    </Screen>
  );
}
