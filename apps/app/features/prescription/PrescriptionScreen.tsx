import { Button } from '../../ui/elements.ts';
import { router } from 'expo-router';
import { useMemo } from 'react';
import { CAUSES, prescribe } from '@zither/core';
import type { Dossier } from '@zither/contract';
import { Notice } from '../../ui/Notice.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { sayDay } from '../clients/ClientListPane.tsx';
import { PainButton } from '../clear/PainButton.tsx';
import { isHeld, limitsOf, safetyOf, methodOf, prescriptionStart, referredOf } from '@zither/visit';
import { SafetyNotice } from '../clear/SafetyNotice.tsx';
import { newId, useChanges } from '../data/index.ts';
import { today } from '../shell/today.ts';
import { Plan } from './Plan.tsx';
import { writePrescription } from '@zither/words/plan';

/** The end of the visit: a plan worked out from the measurements, given with one tap, kept as given. */
export function PrescriptionScreen({ dossier }: { dossier: Dossier }) {
  const { client, prescription } = dossier;
  const { putPrescription, putSetup } = useChanges();
  const safety = useMemo(() => safetyOf(dossier, today()), [dossier]);
  const start = useMemo(() => prescriptionStart(dossier, limitsOf(safety)), [dossier, safety]);
  const method = methodOf(dossier);
  const referred = useMemo(() => referredOf(dossier), [dossier]);
  const proposal = useMemo(
    () =>
      start.kind === 'ready'
        ? writePrescription(
            prescribe({ ...start.input, referred }, method),
            today(),
            start.measuredOn,
          )
        : null,
    [start, referred, method],
  );
  const back = { to: `/clients/${client.id}`, label: `Back to ${client.name}` };
  const isSame =
    prescription !== null &&
    proposal !== null &&
    JSON.stringify({ ...proposal, givenOn: '', measuredOn: '' }) ===
      JSON.stringify({ ...kept(prescription), givenOn: '', measuredOn: '' });
  const shown = prescription && (isSame || !proposal) ? prescription : proposal;

  const give = () => {
    if (!proposal) return;
    putPrescription(client.id, { id: newId(), version: 0 }, proposal);
    putSetup(
      client.id,
      { id: dossier.setup?.id ?? newId(), version: dossier.setup?.version ?? 0 },
      {
        setup: proposal.setup,
        thighDepthDeg: proposal.thighDepthDeg,
        workingPoint: proposal.workingPoint,
        profile: method.id,
      },
    );
  };

  if (isHeld(safety))
    return (
      <Screen title="Prescription" who={client.name} back={back}>
        <Part>
          <SafetyNotice clientId={client.id} safety={safety} />
        </Part>
      </Screen>
    );

  return (
    <Screen
      title="Prescription"
      who={client.name}
      back={back}
      foot={
        isSame ? (
          <Button
            title="Print the page"
            containerStyle={{ flex: 1 }}
            buttonStyle={{ minHeight: 52 }}
            onPress={() => router.navigate(`/clients/${client.id}/print` as never)}
          />
        ) : proposal ? (
          <Button
            title="Give this prescription"
            containerStyle={{ flex: 1 }}
            buttonStyle={{ minHeight: 52 }}
            onPress={give}
          />
        ) : undefined
      }
    >
      <Part>
        <SafetyNotice clientId={client.id} safety={safety} />
        <PainButton dossier={dossier} />
        {referred.length > 0 && (
          <Notice
            tone="now"
            actions={[
              {
                label: 'Referral note',
                onPress: () =>
                  router.navigate(`/clients/${client.id}/referral?from=prescription` as never),
              },
            ]}
          >
            {`For a clinician: ${referred.map((c) => CAUSES[c].name.toLowerCase()).join(' and ')}. ${referred.map((c) => CAUSES[c].means).join(' ')} Nothing is drilled for it in this plan.`}
          </Notice>
        )}
      </Part>
      {start.kind === 'missing' && (
        <Part>
          <Notice
            actions={[
              {
                label: 'Measure',
                onPress: () => router.navigate(`/clients/${client.id}/measure` as never),
              },
            ]}
          >
            {`A prescription needs five measurements. Still missing: ${start.what.join(', ')}.`}
          </Notice>
        </Part>
      )}
      {isSame && prescription && (
        <Part>
          <Notice tone="good">{`Given ${sayDay(prescription.givenOn)} and kept with the client.`}</Notice>
        </Part>
      )}
      {prescription && proposal && !isSame && (
        <Part>
          <Notice
            tone="before"
            actions={[
              {
                label: 'See the earlier page',
                onPress: () => router.navigate(`/clients/${client.id}/print` as never),
              },
            ]}
          >
            {`Measurements or setup changed since the prescription of ${sayDay(prescription.givenOn)}. This is what they say now.`}
          </Notice>
        </Part>
      )}
      {shown && <Plan plan={shown} />}
    </Screen>
  );
}

/** The values of a kept row, in the order a proposal has them. */
function kept(row: NonNullable<Dossier['prescription']>) {
  const { id: _id, clientId: _clientId, version: _version, updatedAt: _updatedAt, ...values } = row;
  return values;
}
