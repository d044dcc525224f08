import { sideSays } from '@zither/words/barPath';
import { StopButton } from '../clear/index.ts';
import { sayDay, useCapture, useChanges } from '../data/index.ts';
import { router } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { CaptureRow, Dossier } from '@zither/contract';
import type { Analysis } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { LeanStack } from '../../ui/LeanStack.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { Unreachable, Waiting } from '../../ui/Waiting.tsx';
import { useLook } from '../../ui/useLook.ts';
import { isSameSquat, methodOf } from '@zither/visit';
import { AgreementTable } from './AgreementTable.tsx';
import { MotionPlot, shareOf } from './MotionPlot.tsx';
import { ReviewCompare } from './ReviewCompare.tsx';
import { plotsOf, spansOf } from './reviewData.ts';
import { asksInAddress } from './asks.ts';
import { ReviewFigure } from './ReviewFigure.tsx';
import { ReviewFiles } from './ReviewFiles.tsx';
import { ReviewFindings } from './ReviewFindings.tsx';
import { SideBySide } from './SideBySide.tsx';
import { useReading } from './useReading.ts';
import { MovedPart } from '../probe/index.ts';
import { leanParts, saySquat, VIEW_NAMES, sayCurves, sayReadingShare } from '@zither/words/watch';
import { sayNumber } from '@zither/words/numbers';

/** One capture: fetched, read again away from the page, and shown. */
export function ReviewScreen({
  dossier,
  captureId,
  besideId = '',
}: {
  dossier: Dossier;
  captureId: string;
  /** An earlier capture to set beside it; empty = none yet. */
  besideId?: string;
}) {
  const view = useCapture(captureId);
  const back = { to: `/clients/${dossier.client.id}/watch` as const, label: 'Back to Watch' };
  if (view.state === 'ready' && view.capture.clientId === dossier.client.id)
    return <Reading dossier={dossier} capture={view.capture} besideId={besideId} />;
  return (
    <Screen title="Capture" who={dossier.client.name} back={back}>
      {view.state === 'loading' ? (
        <Waiting what="the capture" />
      ) : view.state === 'unreachable' ? (
        <Unreachable what="this capture" retry={view.retry} />
      ) : (
        <Part>
          <Notice tone="now">There is no such capture of this client.</Notice>
        </Part>
      )}
    </Screen>
  );
}

function Reading({
  dossier,
  capture,
  besideId,
}: {
  dossier: Dossier;
  capture: CaptureRow;
  besideId: string;
}) {
  const { view } = capture;
  const { state, cancel } = useReading(dossier, capture);
  const back = { to: `/clients/${dossier.client.id}/watch` as const, label: 'Back to Watch' };
  if (state.kind === 'done' && state.analysis)
    return (
      <Review dossier={dossier} capture={capture} analysis={state.analysis} besideId={besideId} />
    );
  return (
    <Screen title={`${VIEW_NAMES[view]} view`} who={dossier.client.name} back={back}>
      <Part>
        {state.kind === 'problem' ? (
          <Notice tone="now">{state.message}</Notice>
        ) : (
          <Notice
            actions={[
              {
                label: 'Cancel',
                onPress: () => {
                  cancel();
                  router.navigate(back.to);
                },
              },
            ]}
          >
            {sayReadingShare(state.kind === 'working' ? state.share : 0)}
          </Notice>
        )}
      </Part>
    </Screen>
  );
}

function Review({
  dossier,
  capture,
  analysis,
  besideId,
}: {
  dossier: Dossier;
  capture: CaptureRow;
  analysis: Analysis;
  besideId: string;
}) {
  const { isWide } = useLook();
  const { client } = dossier;
  const { discardCapture } = useChanges();
  const spans = useMemo(() => spansOf(analysis), [analysis]);
  const plots = useMemo(() => plotsOf(analysis), [analysis]);
  const [rep, setRep] = useState(analysis.worst);
  const span = spans.find((s) => s.number === rep) ?? spans[0];
  const [at, setAt] = useState(span?.bottom ?? 0);
  const [earlierId, setEarlierId] = useState(besideId);
  if (!span) return null;
  const go = (number: number, frame: number | null = null) => {
    const next = spans.find((s) => s.number === number);
    if (!next) return;
    setRep(number);
    setAt(frame ?? next.bottom);
  };
  const line = dossier.captures.find((c) => c.id === capture.id);
  const isDiscarded = line?.discarded ?? capture.discarded;
  const discard = (discarded: boolean) =>
    discardCapture(client.id, { id: capture.id, version: line?.version ?? 1 }, discarded);
  const earlier = dossier.captures.filter(
    (c) =>
      c.id !== capture.id && c.view === capture.view && !c.discarded && c.takenAt < capture.takenAt,
  );
  const before = earlier.find((c) => c.id === earlierId);
  const judgement = dossier.judgements.find(
    (j) =>
      !j.discarded &&
      j.takenOn === capture.takenOn &&
      j.view === capture.view &&
      isSameSquat(j, capture),
  );
  const { leanBudget } = analysis;

  const figure = (
    <>
      {isDiscarded && (
        <Part>
          <Notice tone="before" actions={[{ label: 'Restore', onPress: () => discard(false) }]}>
            This capture is discarded and does not count.
          </Notice>
        </Part>
      )}
      <ReviewFigure
        analysis={analysis}
        subject={capture.subject}
        spans={spans}
        span={span}
        at={at}
        onRep={(number) => go(number)}
        onFrame={setAt}
      />
      {before && (
        <SideBySide
          key={before.id}
          dossier={dossier}
          capture={capture}
          analysis={analysis}
          before={before}
        />
      )}
    </>
  );
  const findings = (
    <>
      <ReviewFindings
        analysis={analysis}
        subject={capture.subject}
        method={methodOf(dossier)}
        valueBefore={(f) =>
          before?.report.findings.find((b) => b.fault === f.fault && b.side === f.side)?.value ??
          null
        }
        onShow={(f) => go(f.worst.rep, f.worst.frame)}
      />
      <MovedPart dossier={dossier} />
    </>
  );
  const lean = leanBudget && (
    <Part
      title={`Lean: ${sayNumber(leanBudget.observedDeg)}° at the bottom`}
      hint="Four parts that add up, each with its own answer."
    >
      <LeanStack
        observedDeg={leanBudget.observedDeg}
        parts={leanParts(leanBudget).map((p) => ({ ...p, deg: leanBudget[p.key] }))}
      />
    </Part>
  );
  const curves = (
    <Part title="Over the rep" hint={sayCurves(analysis)}>
      {analysis.picture.kind === 'side' && (
        <View style={{ gap: 4 }}>
          {sideSays(analysis.picture).map((line) => (
            <Say key={line} small number>
              {line}
            </Say>
          ))}
        </View>
      )}
      {plots.map((p) => (
        <MotionPlot
          key={p.title}
          title={p.title}
          unit={p.unit}
          traces={p.traces}
          reps={spans}
          best={analysis.best}
          worst={analysis.worst}
          cursor={shareOf(span, at)}
          band={p.band ?? null}
        />
      ))}
    </Part>
  );
  const rest = (
    <>
      <Part title="Measured and judged">
        {judgement ? (
          <AgreementTable capture={capture} judgement={judgement} />
        ) : (
          <View style={{ gap: 8 }}>
            <Say soft small>
              Nobody judged this look by eye.
            </Say>
            <Button
              type="outline"
              title="Judge by eye"
              onPress={() =>
                router.navigate(
                  `/clients/${client.id}/watch/eye?view=${capture.view}&${asksInAddress(capture.condition, capture.asks)}` as never,
                )
              }
            />
          </View>
        )}
      </Part>
      <ReviewCompare
        capture={line ?? capture}
        earlier={earlier}
        before={before}
        onBefore={setEarlierId}
      />
      <ReviewFiles
        capture={capture}
        who={client.name}
        onDiscard={isDiscarded ? null : () => discard(true)}
      />
    </>
  );
  return (
    <Screen
      aside={<StopButton dossier={dossier} />}
      title={`${VIEW_NAMES[capture.view]} view`}
      who={`${client.name} · ${saySquat(capture)} · ${sayDay(capture.takenOn).replace(/^.*, /, '')}`}
      back={{ to: `/clients/${client.id}/watch`, label: 'Back to Watch' }}
      {...(isWide
        ? {
            panes: [
              figure,
              <>
                {lean}
                {curves}
              </>,
              <>
                {findings}
                {rest}
              </>,
            ],
          }
        : {})}
    >
      {figure}
      {findings}
      {lean}
      {curves}
      {rest}
    </Screen>
  );
}
