import { Button } from '../../ui/elements.ts';
import { router } from 'expo-router';
import { useMemo, useState } from 'react';
import type { Dossier } from '@zither/contract';
import { solve, type Case, type Placed } from '@zither/core';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { PainButton } from '../clear/PainButton.tsx';
import {
  valuesOf,
  isHeld,
  limitsOf,
  safetyOf,
  clientCase,
  lockOf,
  methodOf,
  sidesOf,
} from '@zither/visit';
import { SafetyNotice } from '../clear/SafetyNotice.tsx';
import { newId, useChanges } from '../data/index.ts';
import { Instrument } from '../instrument/index.ts';
import { today } from '../shell/today.ts';
import { HeelPart } from './HeelPart.tsx';
import { LockedPart } from './LockPart.tsx';
import { SetSegments } from './SetSegments.tsx';
import { UsePart } from './UsePart.tsx';

/** The client's setup on the instrument; every change is the client's new current setup. */
export function SetupScreen({ dossier }: { dossier: Dossier }) {
  const { client } = dossier;
  const { putSetup } = useChanges();
  const [freshId] = useState(newId);
  const [before, setBefore] = useState<Case | null>(null);
  const safety = useMemo(() => safetyOf(dossier, today()), [dossier]);
  const found = useMemo(() => clientCase(dossier, limitsOf(safety)), [dossier, safety]);
  const sides = useMemo(
    () => (found.kind === 'ready' ? sidesOf(dossier, found.question) : null),
    [dossier, found],
  );
  const back = { to: `/clients/${client.id}`, label: `Back to ${client.name}` };

  if (isHeld(safety))
    return (
      <Screen title="Setup" who={client.name} back={back}>
        <Part>
          <SafetyNotice clientId={client.id} safety={safety} />
        </Part>
      </Screen>
    );

  if (found.kind === 'needsAnkle')
    return (
      <Screen title="Setup" who={client.name} back={back}>
        <Part>
          <Notice
            actions={[
              {
                label: 'Measure the ankles',
                onPress: () => router.navigate(`/clients/${client.id}/measure` as never),
              },
            ]}
          >
            The setup starts from the ankles: measure dorsiflexion on both sides first.
          </Notice>
        </Part>
      </Screen>
    );

  // A setup that can be squatted is tried itself; from a shut window the advice comes first.
  const solved = solve(found.question);
  const isOpen = solved.sides[solved.governingSide].window.kind === 'open';
  const tryPath = `/clients/${client.id}/setup/try${dossier.setup && isOpen ? `?own=${dossier.setup.version}-${dossier.setup.updatedAt}` : ''}`;
  const change = (next: Case) => {
    setBefore(found.question);
    putSetup(
      client.id,
      { id: dossier.setup?.id ?? freshId, version: dossier.setup?.version ?? 0 },
      {
        setup: next.setup,
        thighDepthDeg: next.target.thighDepthDeg,
        workingPoint: next.workingPoint,
        profile: methodOf(dossier).id,
      },
    );
  };

  const use = (placed: Placed) => {
    setBefore(found.question);
    putSetup(
      client.id,
      { id: dossier.setup?.id ?? freshId, version: dossier.setup?.version ?? 0 },
      valuesOf(placed, methodOf(dossier)),
    );
  };

  return (
    <Instrument
      question={found.question}
      onChange={change}
      before={before}
      method={methodOf(dossier)}
    >
      {({ pinned, body }) => (
        <Screen
          title="Setup"
          who={client.name}
          back={back}
          pinned={pinned}
          foot={
            <>
              <Button
                title="Try it"
                containerStyle={{ flex: 1 }}
                buttonStyle={{ minHeight: 52 }}
                type={lockOf(dossier) ? 'outline' : 'solid'}
                onPress={() => router.navigate(tryPath as never)}
              />
              <Button
                title="Next: Plan"
                containerStyle={{ flex: 1.4 }}
                buttonStyle={{ minHeight: 52 }}
                type={lockOf(dossier) ? 'solid' : 'outline'}
                onPress={() => router.navigate(`/clients/${client.id}/prescription` as never)}
              />
            </>
          }
        >
          <Part>
            <SafetyNotice clientId={client.id} safety={safety} />
            <PainButton dossier={dossier} />
            <UsePart dossier={dossier} onUse={use} />
            <SetSegments clientId={client.id} here="why" />
            <Say small soft>
              {`Limits of the method “${methodOf(dossier).name}”.`}
            </Say>
          </Part>
          <LockedPart dossier={dossier} />
          {sides && (
            <Part title="Left and right">
              {sides.says.map((line) => (
                <Say key={line} number>
                  {line}
                </Say>
              ))}
            </Part>
          )}
          {!dossier.setup && (
            <Part>
              <Say soft>
                {`This is how ${client.name} stands now. Change anything to make it the setup.`}
              </Say>
            </Part>
          )}
          <HeelPart dossier={dossier} question={found.question} method={methodOf(dossier)} />
          {body}
        </Screen>
      )}
    </Instrument>
  );
}
