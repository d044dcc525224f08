import { Button } from '../../ui/elements.ts';
import { sayLongDay } from '@zither/words/days';
import { router } from 'expo-router';
import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { CAUTIONS, squatAt, type Case } from '@zither/core';
import { Notice } from '../../ui/Notice.tsx';
import { SaveBadge } from '../../ui/SaveBadge.tsx';
import { Heading, Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import {
  clientCase,
  drillPhotos,
  isHeld,
  keepsLimits,
  limitsOf,
  planOf,
  safetyOf,
} from '@zither/visit';
import { sayLimit } from '@zither/words/safety';
import { SafetyNotice } from '../clear/index.ts';
import { FloorPlan, PlumbFigure } from '../instrument/index.ts';
import { sayDay, today } from '../data/index.ts';
import { calendarOf } from './papers.ts';
import { HomePart } from './HomePart.tsx';
import { PapersPart } from './PapersPart.tsx';
import { ShareText } from './ShareText.tsx';
import { sayNotPrinted, sayNothingToPrint } from '@zither/words/plan';

/** One plain page for the client to take home: figure, floor plan, cues, drills, cautions. */
export function PrintPage({ dossier }: { dossier: Dossier }) {
  const { client } = dossier;
  const prescription = planOf(dossier);
  const { colors } = useLook();
  const [width, setWidth] = useState(640);
  const found = clientCase(dossier);
  if (!prescription)
    return (
      <View style={{ padding: space.l }}>
        <Notice
          actions={[
            {
              label: 'To the plan',
              onPress: () => router.navigate(`/clients/${client.id}/prescription`),
            },
          ]}
        >
          {sayNothingToPrint(client.name)}
        </Notice>
      </View>
    );
  const safety = safetyOf(dossier, today());
  if (isHeld(safety))
    return (
      <View style={{ padding: space.l }}>
        <SafetyNotice clientId={client.id} safety={safety} />
      </View>
    );
  const limits = limitsOf(safety);
  const photos = drillPhotos(dossier.schools);
  if (!keepsLimits(dossier, prescription, limits))
    return (
      <View style={{ padding: space.l, gap: space.m }}>
        <SafetyNotice clientId={client.id} safety={safety} />
        <Notice
          tone="now"
          actions={[
            {
              label: 'Make a new plan',
              onPress: () => router.navigate(`/clients/${client.id}/prescription`),
            },
          ]}
        >
          {sayNotPrinted(sayDay(prescription.givenOn))}
        </Notice>
      </View>
    );
  const question: Case | null =
    found.kind === 'ready'
      ? {
          ...found.question,
          setup: prescription.setup,
          target: { thighDepthDeg: prescription.thighDepthDeg },
        }
      : null;
  const half = Math.max(150, (width - space.l) / 2);
  return (
    <ScrollView
      style={{ backgroundColor: colors.surface }}
      contentContainerStyle={{ padding: space.l }}
    >
      <View
        onLayout={(e) => setWidth(e.nativeEvent.layout.width)}
        style={{ gap: space.s, maxWidth: 720, width: '100%', alignSelf: 'center' }}
        role="main"
      >
        <View id="print-actions" style={{ flexDirection: 'row', gap: space.s, flexWrap: 'wrap' }}>
          <Button title="Print" onPress={() => window.print()} />
          <ShareText plan={prescription} />
          <Button
            type="outline"
            title="Back"
            onPress={() => router.navigate(`/clients/${client.id}/prescription`)}
          />
          <SaveBadge />
        </View>
        <View id="print-papers" style={{ gap: space.l, paddingBottom: space.l }}>
          <PapersPart
            of={{
              client,
              plan: prescription,
              question,
              within: limits.map(sayLimit),
              photos,
            }}
            calendar={calendarOf(dossier, prescription)}
          />
          <HomePart dossier={dossier} within={limits.map(sayLimit)} />
        </View>
        <Heading level={1}>{client.name}</Heading>
        <Say soft small>{`Squat plan, ${sayLongDay(prescription.givenOn)}`}</Say>
        <Say strong number>
          {prescription.summary}
        </Say>
        {question && (
          <View style={{ flexDirection: 'row', gap: space.l }}>
            <PlumbFigure
              moment={squatAt(question, 'left', question.target.thighDepthDeg)}
              ghost={null}
              width={half}
              height={210}
              statureMm={question.body.statureMm}
              fitDepthDeg={question.target.thighDepthDeg}
            />
            <FloorPlan question={question} width={half} height={210} />
          </View>
        )}
        {limits.length > 0 && (
          <Say strong>{`Within limits: ${limits.map(sayLimit).join(' · ')}.`}</Say>
        )}
        {prescription.why !== '' && <Say small>{prescription.why}</Say>}
        {prescription.training.length > 0 && <Heading level={2}>Train</Heading>}
        {prescription.training.length > 0 && (
          <Say small number>
            {prescription.training.join(' ')}
          </Say>
        )}
        {prescription.beforeLoad.length > 0 && <Heading level={2}>Before the load</Heading>}
        {prescription.beforeLoad.length > 0 && (
          <Say small number>
            {prescription.beforeLoad.join(' ')}
          </Say>
        )}
        {prescription.cues.length > 0 && <Heading level={2}>Think of</Heading>}
        {prescription.cues.map((cue) => (
          <Say key={cue.id}>{`“${cue.words}” ${cue.precaution}`}</Say>
        ))}
        {prescription.drills.length > 0 && <Heading level={2}>Do, in this order</Heading>}
        {prescription.look !== '' && <Say small>{prescription.look}</Say>}
        {prescription.drills.map((drill, i) => (
          <View key={drill.id}>
            <Say strong number>{`${i + 1}. ${drill.name}: ${drill.dose}, ${drill.sides}`}</Say>
            <Say small>{drill.how}</Say>
            <Say small soft>{`Because: ${drill.because} Care: ${drill.precaution}`}</Say>
          </View>
        ))}
        <Heading level={2}>Take care</Heading>
        {CAUTIONS.map((caution) => (
          <Say small key={caution}>
            {caution}
          </Say>
        ))}
      </View>
    </ScrollView>
  );
}
