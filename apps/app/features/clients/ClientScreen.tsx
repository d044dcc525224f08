import { count } from '@zither/words/terms';
import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { Button } from '../../ui/elements.ts';
import { RowButton } from '../../ui/RowButton.tsx';
import { router } from 'expo-router';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { resolveBody, solve, squatAt } from '@zither/core';
import type { Dossier } from '@zither/contract';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { later } from '../../ui/later.tsx';
import { useLook } from '../../ui/useLook.ts';
import {
  caseWith,
  isHeld,
  keepsLimits,
  valuesOf,
  limitsOf,
  safetyOf,
  lastMeasuredDay,
  missingOf,
  isVisitOn,
  resumeAt,
  rulesOn,
  hurtAtHome,
  loadSetsOf,
  planOf,
  safetyChanges,
} from '@zither/visit';
import { saySet } from '@zither/words/loadLog';
import { sayHurt } from '@zither/words/home';
import { sayChange } from '@zither/words/safety';
import { sayMissing } from '@zither/words/missing';
import { sayFound, sayReserve, SOURCE_NAMES, sayUse } from '@zither/words/setup';
import { SafetyNotice, StopButton } from '../clear/index.ts';
import { useChanges, useTableChanges, sayDay, today } from '../data/index.ts';
import { FloorPlan, PlumbFigure } from '../instrument/index.ts';
import { MeasureGauges } from '../measure/index.ts';
import { LockedPart, useInUse } from '../setup/index.ts';
import { stageOf } from '../session/index.ts';
import { SaveRecord } from './RecordFile.tsx';
import { GlancePart } from './GlancePart.tsx';
import { sayLength, sayMass } from '@zither/words/units';

/** Below the fold, so its code and its work come once the page stands. */
const StoryPart = later('what happened', async () => (await import('./StoryPart.tsx')).StoryPart);

/** One client: the setup in force, the measurements as strings, and the next step under the thumb. */
export function ClientScreen({ dossier }: { dossier: Dossier }) {
  const { client } = dossier;
  const prescription = planOf(dossier);
  const { colors, isWide } = useLook();
  const { archiveClient, visitStage } = useChanges();
  const safety = safetyOf(dossier, today());
  const hurt = hurtAtHome(dossier);
  const go = (stage: string) => router.navigate(`/clients/${client.id}/${stage}`);
  const day = today();
  const { changes: tables } = useTableChanges();
  const newest = lastMeasuredDay(dossier);
  const missing = missingOf(dossier);
  const stage = stageOf(resumeAt(dossier, day, rulesOn(tables)));
  const isOn = isVisitOn(dossier, day);
  // When the page stood: read by `npm run bench`.
  useEffect(() => void performance.mark('client page'), []);
  const resume = () => {
    // Opening the visit is what the button is for; the stages themselves only note where the coach is in it.
    visitStage(client.id, day, stage.id);
    go(stage.path);
  };
  return (
    <Screen
      title={client.name}
      {...(isWide ? {} : { back: { to: '/clients', label: 'Back to clients' } })}
      aside={
        <>
          <Button
            type="clear"
            accessibilityLabel={`Edit ${client.name}`}
            icon={<MaterialIcons name="edit" size={22} color={colors.ink} />}
            buttonStyle={{ width: 44, paddingHorizontal: 0 }}
            onPress={() => go('edit')}
          />
          <StopButton dossier={dossier} />
        </>
      }
      foot={
        <RowButton
          title={`${isOn ? 'Resume' : 'Start today’s visit'}: ${stage.name}`}
          buttonStyle={{ minHeight: 52 }}
          onPress={resume}
        />
      }
    >
      {client.archivedAt !== null && (
        <Part>
          <Notice
            actions={[
              {
                label: 'Bring back',
                onPress: () => archiveClient(client, false),
              },
            ]}
          >
            This client is archived and no longer in the list.
          </Notice>
        </Part>
      )}
      <Part>
        <SafetyNotice clientId={client.id} safety={safety} />
        {safetyChanges(dossier, day).map((change) => (
          <Say key={change.key} small>
            {sayChange({ ...change, on: sayDay(change.on) })}
          </Say>
        ))}
        {client.importedAt && (
          <Say small soft>{`Taken in from a file, ${sayDay(client.importedAt.slice(0, 10))}.`}</Say>
        )}
        {hurt[0] && (
          <Notice tone="now" actions={[{ label: 'Note the pain', onPress: () => go('clear') }]}>
            {sayHurt(
              hurt.map((h) => h.drill),
              hurt[0].report.on,
            )}
          </Notice>
        )}
        <Say soft number>
          {bodyLine(dossier)}
        </Say>
        {client.notes !== '' && <Say>{client.notes}</Say>}
      </Part>
      <GlancePart dossier={dossier} />
      <CurrentSetup dossier={dossier} />
      <LockedPart dossier={dossier} />
      <LoadsPart dossier={dossier} onOpen={() => go('load')} />
      {prescription && (
        <Part title="Plan" hint={`Given ${sayDay(prescription.givenOn)}`}>
          {!keepsLimits(dossier, prescription, limitsOf(safety)) && (
            <Notice
              tone="now"
              actions={[{ label: 'Make a new plan', onPress: () => go('prescription') }]}
            >
              This plan asks for more than today’s limits allow.
            </Notice>
          )}
          <Say>{prescription.summary}</Say>
          {prescription.drills.map((drill) => (
            <Say key={drill.id} number>
              {`${drill.name} · ${drill.dose}`}
            </Say>
          ))}
        </Part>
      )}
      <Part title="Measurements" {...(newest ? { hint: `Last taken ${sayDay(newest)}` } : {})}>
        {newest ? (
          <MeasureGauges dossier={dossier} />
        ) : (
          <Notice actions={[{ label: 'Measure now', onPress: () => go('measure') }]}>
            Nothing measured yet. Five measurements give a setup.
          </Notice>
        )}
        {newest && missing.length > 0 && <Say soft>{`Still missing: ${sayMissing(missing)}.`}</Say>}
      </Part>
      <StoryPart dossier={dossier} />
      <Part>
        <View style={{ alignItems: 'flex-start' }}>
          <Button
            type="clear"
            buttonStyle={{ paddingHorizontal: 0 }}
            title="Reports and readings as files"
            onPress={() => go('report')}
          />
        </View>
        <SaveRecord client={client} />
        <View style={{ alignItems: 'flex-start' }}>
          <Button
            type="clear"
            buttonStyle={{ paddingHorizontal: 0 }}
            title="Move entries made by mistake"
            onPress={() => go('move')}
          />
        </View>
        {client.archivedAt === null && (
          <View style={{ alignItems: 'flex-start' }}>
            <Button
              type="clear"
              buttonStyle={{ paddingHorizontal: 0 }}
              title="Archive this client"
              onPress={() => archiveClient(client, true)}
            />
          </View>
        )}
      </Part>
    </Screen>
  );
}

/** The last set, and the way to the log. */
function LoadsPart({ dossier, onOpen }: { dossier: Dossier; onOpen: () => void }) {
  const [last] = loadSetsOf(dossier);
  return (
    <Part title="Loads">
      {last && <Say number>{`${saySet(last)}, ${sayDay(last.takenOn)}`}</Say>}
      <View style={{ alignItems: 'flex-start' }}>
        <Button type="outline" title="Log a set" onPress={onOpen} />
      </View>
    </Part>
  );
}

function bodyLine({ client }: Dossier): string {
  const measured = Object.values(client.segmentsMm).filter((v) => v !== undefined).length;
  const shoulder = resolveBody({
    statureMm: client.statureMm,
    massKg: client.massKg,
  }).shoulderWidthMm;
  return `${sayLength(client.statureMm, 1)} · ${sayMass(client.massKg)} · ${
    measured > 0 ? `${count(measured, 'segment')} measured` : 'segments estimated from stature'
  } · shoulders ${sayLength(client.shoulderWidthMm ?? shoulder)}`;
}

function CurrentSetup({ dossier }: { dossier: Dossier }) {
  const { isWide } = useLook();
  const [width, setWidth] = useState(340);
  const { changes: tables } = useTableChanges();
  const on = today();
  const safety = useMemo(() => safetyOf(dossier, on), [dossier, on]);
  const limits = useMemo(() => limitsOf(safety), [safety]);
  const ask = useMemo(
    () => (isHeld(safety) ? null : { dossier, on, tables }),
    [dossier, on, tables, safety],
  );
  const use = useInUse(ask, limits);
  const question = useMemo(() => {
    const found = use && caseWith(dossier, valuesOf(use, use.method), limits);
    return found?.kind === 'ready' ? found.question : null;
  }, [dossier, use, limits]);
  const solved = useMemo(() => question && solve(question), [question]);
  if (!use || !question || !solved) return null;
  const { target } = question;
  const governing = solved.sides[solved.governingSide];
  const half = isWide ? (width - space.l) / 2 : width;
  const picture: ReactNode = (
    <>
      <PlumbFigure
        moment={squatAt(question, solved.governingSide, target.thighDepthDeg)}
        ghost={null}
        width={half}
        height={280}
        statureMm={question.body.statureMm}
        fitDepthDeg={target.thighDepthDeg}
      />
      <FloorPlan
        question={question}
        band={use.method.kneeBandDeg}
        width={half}
        height={isWide ? 280 : 210}
      />
    </>
  );
  return (
    <Part title={SOURCE_NAMES[use.from]}>
      <View testID="in-use">
        <Say strong number>
          {sayFound(use)}
        </Say>
        <Say>{sayUse(use)}</Say>
      </View>
      {governing.window.kind !== 'stanceTooWide' && (
        <Say small number>
          {sayReserve(governing.window, question.limits.bufferDeg)}
        </Say>
      )}
      <View
        onLayout={(e) => setWidth(e.nativeEvent.layout.width)}
        style={{ flexDirection: isWide ? 'row' : 'column', gap: isWide ? space.l : 0 }}
      >
        {picture}
      </View>
    </Part>
  );
}
