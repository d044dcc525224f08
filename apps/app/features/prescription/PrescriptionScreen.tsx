import { RowButton } from '../../ui/RowButton.tsx';
import { router } from 'expo-router';
import { useMemo } from 'react';
import type { Dossier } from '@zither/contract';
import {
  drillPhotos,
  hurtAtHome,
  isHeld,
  missingForPlan,
  planOf,
  referredOf,
  safetyOf,
} from '@zither/visit';
import { sayHurt } from '@zither/words/home';
import { sayMissing } from '@zither/words/missing';
import { planChanges, writePlan, sayOutOfDate, sayPlanNeeds } from '@zither/words/plan';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { Waiting } from '../../ui/Waiting.tsx';
import { StopButton, SafetyNotice } from '../clear/index.ts';
import { newId, useChanges, useTableChanges, sayDay, today } from '../data/index.ts';
import { useAnswer } from '../setup/index.ts';
import { LadderPart } from './LadderPart.tsx';
import { RoutinePart } from './RoutinePart.tsx';
import { AfterPart } from './AfterPart.tsx';
import { Plan } from './Plan.tsx';
import { WeekPart } from './WeekPart.tsx';
import { sayReferred } from '@zither/words/referral';

/** The end of the visit: the plan for the setup in use and the causes found, given with one tap, kept as given. */
export function PrescriptionScreen({ dossier }: { dossier: Dossier }) {
  const { client } = dossier;
  const prescription = planOf(dossier);
  const { putPrescription } = useChanges();
  const on = today();
  const safety = useMemo(() => safetyOf(dossier, on), [dossier, on]);
  const missing = useMemo(() => missingForPlan(dossier), [dossier]);
  const referred = useMemo(() => referredOf(dossier), [dossier]);
  const hurt = useMemo(() => hurtAtHome(dossier), [dossier]);
  const { changes: tables } = useTableChanges();
  const held = isHeld(safety);
  const { answer, isFresh, hasFailed } = useAnswer(
    held || missing.length > 0 ? null : { dossier, on, tables },
  );
  const proposal = useMemo(
    () => (isFresh && answer?.plan ? writePlan(answer.plan, on) : null),
    [answer, isFresh, on],
  );
  const back = { to: `/clients/${client.id}` as const, label: `Back to ${client.name}` };
  const since = prescription && proposal ? planChanges(prescription, proposal) : [];
  const isSame = prescription !== null && proposal !== null && since.length === 0;
  const shown = isSame || !proposal ? prescription : proposal;

  if (held)
    return (
      <Screen title="Plan" who={client.name} back={back} aside={<StopButton dossier={dossier} />}>
        <Part>
          <SafetyNotice clientId={client.id} safety={safety} />
        </Part>
      </Screen>
    );

  return (
    <Screen
      title="Plan"
      aside={<StopButton dossier={dossier} />}
      who={client.name}
      back={back}
      foot={
        isSame ? (
          <RowButton
            title="Print the plan"
            buttonStyle={{ minHeight: 52 }}
            onPress={() => router.navigate(`/clients/${client.id}/print`)}
          />
        ) : proposal ? (
          <RowButton
            title="Give plan"
            buttonStyle={{ minHeight: 52 }}
            onPress={() =>
              putPrescription(
                client.id,
                { id: newId(), version: 0 },
                {
                  ...proposal,
                  since: prescription ? { on: prescription.givenOn, lines: since } : null,
                },
              )
            }
          />
        ) : undefined
      }
    >
      <Part>
        <SafetyNotice clientId={client.id} safety={safety} />
        {hurt.length > 0 && (
          <Notice
            tone="now"
            actions={[
              {
                label: 'Note the pain',
                onPress: () => router.navigate(`/clients/${client.id}/clear`),
              },
            ]}
          >
            {sayHurt(
              hurt.map((h) => h.drill),
              hurt[0]!.report.on,
            )}
          </Notice>
        )}
        {referred.length > 0 && (
          <Notice
            tone="now"
            actions={[
              {
                label: 'Referral note',
                onPress: () => router.navigate(`/clients/${client.id}/referral?from=prescription`),
              },
            ]}
          >
            {sayReferred(referred)}
          </Notice>
        )}
        {hasFailed && (
          <Notice tone="now">
            The part of the app that works out the plan could not be started. Reload the page;
            nothing is lost.
          </Notice>
        )}
      </Part>
      {missing.length > 0 && (
        <Part>
          <Notice
            actions={[
              {
                label: 'Measure',
                onPress: () => router.navigate(`/clients/${client.id}/measure`),
              },
            ]}
          >
            {sayPlanNeeds(sayMissing(missing))}
          </Notice>
        </Part>
      )}
      {missing.length === 0 && !proposal && !hasFailed && !prescription && (
        <Waiting what="the plan" verb="Working out" />
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
                label: 'See the earlier plan',
                onPress: () => router.navigate(`/clients/${client.id}/print`),
              },
            ]}
          >
            {sayOutOfDate(sayDay(prescription.givenOn))}
          </Notice>
          <Fold title="What changed, and why" note={`${since.length}`}>
            {since.map((line) => (
              <Say key={line}>{line}</Say>
            ))}
          </Fold>
        </Part>
      )}
      <AfterPart dossier={dossier} />
      {shown && (
        <Plan
          plan={shown}
          photos={drillPhotos(dossier.schools)}
          onShowCues={() => router.navigate(`/clients/${client.id}/cues`)}
        />
      )}
      {answer?.plan && <RoutinePart dossier={dossier} plan={answer.plan} />}
      {answer?.plan && <WeekPart dossier={dossier} week={answer.plan.week} />}
      {answer?.plan && (
        <LadderPart
          dossier={dossier}
          ladder={answer.plan.ladder}
          isLifted={answer.plan.use.setup.support.kind !== 'floor'}
        />
      )}
    </Screen>
  );
}
