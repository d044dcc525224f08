import { router } from 'expo-router';
import { useMemo, useState } from 'react';
import type { Dossier } from '@zither/contract';
import { PROFILES, type Proposal } from '@zither/core';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { useLook } from '../../ui/useLook.ts';
import {
  countingTrials,
  triedFrom,
  isHeld,
  limitsOf,
  safetyOf,
  methodById,
  methodOf,
  finderQuestion,
} from '@zither/visit';
import { SafetyNotice } from '../clear/SafetyNotice.tsx';
import { newId, useChanges } from '../data/index.ts';
import { Button } from '../../ui/elements.ts';
import { today } from '../shell/today.ts';
import { NotYetScreen } from './NotYetScreen.tsx';
import { SchoolPane } from './SchoolPane.tsx';
import { SetSegments } from './SetSegments.tsx';
import { sayDifference } from '@zither/words/setup';
import { useMethod } from './useSet.ts';

/** Schools a client may follow: those that ship, the practice's own, and the one followed now even if it is retired. */
const offered = ({ schools }: Dossier, own: string) => [
  ...PROFILES.map((p) => ({ value: p.id, label: p.name })),
  ...schools.own
    .filter((s) => !s.retired || s.id === own)
    .map((s) => ({ value: s.id, label: s.name })),
];

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
  const list = useMemo(() => offered(dossier, own), [dossier, own]);
  const { schools } = dossier;
  const a = useMemo(() => methodById(schools, first), [schools, first]);
  const b = useMemo(
    () => (second === 'none' || second === first ? null : methodById(schools, second)),
    [schools, first, second],
  );
  const tried = useMemo(() => countingTrials(dossier).map((t) => triedFrom(dossier, t)), [dossier]);
  const one = useMethod(question && { question, profile: a, tried });
  const two = useMethod(question && b && { question, profile: b, tried });
  const back = { to: `/clients/${client.id}/setup`, label: 'Back to Setup' };
  if (isHeld(safety) || !question)
    return (
      <NotYetScreen title="Methods" dossier={dossier} safety={safety} back={back}>
        Setups are searched from the ankles: measure dorsiflexion on both sides first.
      </NotYetScreen>
    );
  const take = (profile: string, p: Proposal) => {
    putSetup(
      client.id,
      { id: dossier.setup?.id ?? newId(), version: dossier.setup?.version ?? 0 },
      {
        setup: p.setup,
        thighDepthDeg: p.targetDepthDeg,
        workingPoint: methodById(schools, profile).workingPoint,
        profile,
      },
    );
    router.navigate(`/clients/${client.id}/setup` as never);
  };
  const follow = (profile: string) => {
    const { setup } = dossier;
    if (!setup) return;
    const { id, version, setup: stance, thighDepthDeg } = setup;
    putSetup(
      client.id,
      { id, version },
      {
        setup: { ...stance, balance: methodById(schools, profile).balance },
        thighDepthDeg,
        workingPoint: methodById(schools, profile).workingPoint,
        profile,
      },
    );
  };
  const bestOf = (state: typeof one) =>
    state.kind === 'answer' ? (state.answer.proposals[0] ?? null) : null;
  const [bestA, bestB] = [bestOf(one), b ? bestOf(two) : null];
  const differences = b && bestA && bestB ? sayDifference([bestA, bestB], [a.name, b.name]) : null;
  const choices = (
    <Part>
      <SafetyNotice clientId={client.id} safety={safety} />
      <SetSegments clientId={client.id} here="alternatives" />
      <Choice label="Method" options={list} value={first} onChange={setFirst} />
      {first === own ? (
        <Say small soft>{`${client.name} follows this method.`}</Say>
      ) : (
        dossier.setup && (
          <Button
            type="outline"
            title={`Follow “${a.name}”, setup as it is`}
            onPress={() => follow(first)}
          />
        )
      )}
      <Choice
        label="Beside it"
        options={[
          { value: 'none', label: 'None', spoken: 'None beside it' },
          ...list
            .filter((s) => s.value !== first)
            .map((s) => ({
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
            ? `Where they differ: ${differences.join(' ')}`
            : 'For this client both would do the same.'}
        </Notice>
      )}
      {differences && <Say small soft>{`${a.name}: ${a.holds} ${b?.name}: ${b?.holds}`}</Say>}
    </Part>
  );
  const paneA = question && (
    <SchoolPane profile={a} question={question} state={one} onTake={(p) => take(first, p)} />
  );
  const paneB = b && question && (
    <SchoolPane profile={b} question={question} state={two} onTake={(p) => take(second, p)} />
  );
  return (
    <Screen
      title="Methods"
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
