import { router } from 'expo-router';
import { useEffect, useMemo, useState } from 'react';
import { View } from 'react-native';
import type { CaptureRow, Dossier } from '@zither/contract';
import type { Analysis } from '@zither/core';
import { unpackCapture, writeLandmarkCsv, writeTrc } from '@zither/formats';
import { Button } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { LeanStack } from '../../ui/LeanStack.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { SliderRow } from '../../ui/SliderRow.tsx';
import { StringGauge } from '../../ui/StringGauge.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { Unreachable, Waiting } from '../../ui/Waiting.tsx';
import { sayDay } from '../clients/ClientListPane.tsx';
import { useCapture, useChanges } from '../data/index.ts';
import { AgreementTable } from './AgreementTable.tsx';
import { saveText } from '../shell/saveText.ts';
import { MotionPlot, shareOf } from './MotionPlot.tsx';
import { RepStrip } from './RepStrip.tsx';
import { compareCaptures, gaugeOf, modelOf, plotsOf, spansOf, spotsByFrame } from './reviewData.ts';
import { frameFor, StickFigure } from './StickFigure.tsx';
import { useWork } from './work.ts';
import { leanParts, sayAmount, sayFault, sayFinding, sayLook, VIEW_NAMES } from './words.ts';

/** One capture: fetched, read again away from the page, and shown. */
export function ReviewScreen({ dossier, captureId }: { dossier: Dossier; captureId: string }) {
  const view = useCapture(captureId);
  const back = { to: `/clients/${dossier.client.id}/watch`, label: 'Back to Watch' };
  if (view.state === 'ready' && view.capture.clientId === dossier.client.id)
    return <Reading dossier={dossier} capture={view.capture} />;
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

function Reading({ dossier, capture }: { dossier: Dossier; capture: CaptureRow }) {
  const { state, start, cancel } = useWork();
  const { view, subject, scale, facing, series } = capture;
  useEffect(() => {
    start({ kind: 'packed', packed: series, question: { view, subject, scale, facing } });
    // The landmarks of a capture never change once it is kept.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [capture.id, start]);
  const back = { to: `/clients/${dossier.client.id}/watch`, label: 'Back to Watch' };
  if (state.kind === 'done')
    return <Review dossier={dossier} capture={capture} analysis={state.analysis} />;
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
                  router.navigate(back.to as never);
                },
              },
            ]}
          >
            {`Reading the capture: ${state.kind === 'working' ? Math.round(state.share * 100) : 0} %.`}
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
}: {
  dossier: Dossier;
  capture: CaptureRow;
  analysis: Analysis;
}) {
  const { isWide, width } = useLook();
  const { client } = dossier;
  const { discardCapture } = useChanges();
  const line = dossier.captures.find((c) => c.id === capture.id);
  const spans = useMemo(() => spansOf(analysis), [analysis]);
  const spots = useMemo(() => spotsByFrame(analysis), [analysis]);
  const frame = useMemo(() => frameFor(spots, analysis.view), [spots, analysis.view]);
  const model = useMemo(() => modelOf(analysis, capture.subject), [analysis, capture.subject]);
  const plots = useMemo(() => plotsOf(analysis), [analysis]);
  const [rep, setRep] = useState(analysis.worst);
  const span = spans.find((s) => s.number === rep) ?? spans[0];
  const [at, setAt] = useState(span?.bottom ?? 0);
  const [showsModel, setShowsModel] = useState(true);
  const [earlierId, setEarlierId] = useState('');
  if (!span) return null;
  const go = (number: number) => {
    const next = spans.find((s) => s.number === number);
    if (!next) return;
    setRep(number);
    setAt(next.bottom);
  };
  const named = analysis.findings.filter((f) => f.severity !== null);
  const small = analysis.findings.filter(
    (f) => f.severity === null && f.fault !== 'kneesFirst' && f.fault !== 'toesFloat',
  );
  const earlier = dossier.captures.filter(
    (c) =>
      c.id !== capture.id && c.view === capture.view && !c.discarded && c.takenAt < capture.takenAt,
  );
  const before = earlier.find((c) => c.id === earlierId);
  const valueBefore = (fault: string, side: string | null) =>
    before?.report.findings.find((f) => f.fault === fault && f.side === side)?.value ?? null;
  const judgement = dossier.judgements.find(
    (j) =>
      !j.discarded &&
      j.takenOn === capture.takenOn &&
      j.view === capture.view &&
      j.condition === capture.condition &&
      j.heelsRaised === capture.heelsRaised,
  );
  const figureWidth = isWide ? 380 : width - 2 * space.l;
  const here = spots[at] ?? {};
  const seconds = (k: number) =>
    (analysis.series.timesS[k] ?? 0) - (analysis.reps[rep - 1]?.startS ?? 0);

  const figure = (
    <Part>
      {(line?.discarded ?? capture.discarded) && (
        <Notice
          tone="before"
          actions={[
            {
              label: 'Take it back',
              onPress: () =>
                discardCapture(client.id, { id: capture.id, version: line?.version ?? 1 }, false),
            },
          ]}
        >
          This capture is discarded: it counts nowhere.
        </Notice>
      )}
      <RepStrip
        analysis={analysis}
        spans={spans}
        spots={spots}
        frame={frame}
        chosen={rep}
        onChoose={go}
      />
      <StickFigure
        spots={here}
        ghost={showsModel && model ? model(at, here) : null}
        view={analysis.view}
        frame={frame}
        width={figureWidth}
        height={isWide ? 340 : 270}
        label={`Rep ${rep}, ${seconds(at).toFixed(1)} s into it${showsModel && model ? ', with the model of this client behind it' : ''}.`}
      />
      <SliderRow
        label={`Rep ${rep}`}
        value={at}
        least={span.start}
        most={span.end}
        step={1}
        show={(k) => `${seconds(k).toFixed(1)} s`}
        onDrag={setAt}
        onCommit={setAt}
      />
      {model && (
        <Choice
          label="Behind it"
          options={[
            { value: 'model', label: 'This client’s model' },
            { value: 'none', label: 'Nothing' },
          ]}
          value={showsModel ? 'model' : 'none'}
          onChange={(v) => setShowsModel(v === 'model')}
        />
      )}
    </Part>
  );

  const findings = (
    <Part
      title={
        named.length === 0
          ? 'Nothing to name'
          : named.length === 1
            ? 'One fault'
            : `${named.length} faults`
      }
      hint="Bead: the mean of the reps it showed in, with their scatter. Thick: too small to name."
    >
      {named.map((f) => (
        <View key={`${f.fault} ${f.side ?? ''}`} style={{ gap: 2 }}>
          <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
            <View style={{ flex: 1 }}>
              <Say strong>{sayFault(f.fault, f.side)}</Say>
              <Say small number>
                {sayFinding(f, analysis.reps.length)}
              </Say>
            </View>
            <Button
              type="clear"
              title={`Rep ${f.worst.rep}`}
              accessibilityLabel={`Rep ${f.worst.rep}, show where it was worst: ${sayFault(f.fault, f.side)}`}
              onPress={() => {
                go(f.worst.rep);
                if (f.worst.frame !== null) setAt(f.worst.frame);
              }}
            />
          </View>
          <StringGauge {...gaugeOf(f, valueBefore(f.fault, f.side))} />
          {f.sure < 0.9 && (
            <Say
              small
              soft
            >{`Seen in ${Math.round(f.sure * 100)} % of the frames it rests on.`}</Say>
          )}
        </View>
      ))}
      {small.length > 0 && (
        <Fold title="Too small to name" note={`${small.length} measured`}>
          {small.map((f) => (
            <View
              key={`${f.fault} ${f.side ?? ''}`}
              style={{ flexDirection: 'row', justifyContent: 'space-between', gap: space.s }}
            >
              <View style={{ flex: 1 }}>
                <Say small>{sayFault(f.fault, f.side)}</Say>
              </View>
              <Say small number>
                {sayAmount(f.mean, f.unit)}
              </Say>
            </View>
          ))}
        </Fold>
      )}
      <Quality analysis={analysis} />
    </Part>
  );

  const lean = analysis.leanBudget && (
    <Part
      title={`Lean: ${analysis.leanBudget.observedDeg.toFixed(0)}° at the bottom`}
      hint="Four parts that add up, each with its own answer."
    >
      <LeanStack
        observedDeg={analysis.leanBudget.observedDeg}
        parts={leanParts(analysis.leanBudget).map((p) => ({
          ...p,
          deg: analysis.leanBudget?.[p.key] ?? 0,
        }))}
      />
    </Part>
  );

  const curves = (
    <Part
      title="Over the rep"
      hint={`Full: rep ${analysis.best}, the best. Dashed: rep ${analysis.worst}, the worst. Upright bar: where the figure stands.`}
    >
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

  const eye = (
    <Part title="Measured and judged">
      {judgement ? (
        <AgreementTable capture={capture} judgement={judgement} />
      ) : (
        <>
          <Say soft small>
            Nobody judged this look by eye yet.
          </Say>
          <Button
            type="outline"
            title="Judge by eye"
            onPress={() =>
              router.navigate(
                `/clients/${client.id}/watch/eye?view=${capture.view}&condition=${capture.condition}${capture.heelsRaised ? '&heels=raised' : ''}` as never,
              )
            }
          />
        </>
      )}
    </Part>
  );

  const compare = (
    <Part title="Against an earlier capture">
      {earlier.length === 0 ? (
        <Say soft small>{`This is the first from ${VIEW_NAMES[capture.view].toLowerCase()}.`}</Say>
      ) : (
        <Choice
          label="Compare with"
          options={[
            { value: '', label: 'None' },
            ...earlier.slice(0, 5).map((c) => ({
              value: c.id,
              label: `${sayDay(c.takenOn).replace(/^.*, /, '')}${c.takenOn === capture.takenOn ? `, ${c.takenAt.slice(11, 16)}` : ''}`,
            })),
          ]}
          value={earlierId}
          onChange={setEarlierId}
        />
      )}
      {before &&
        (before.condition === capture.condition &&
        before.heelsRaised === capture.heelsRaised ? null : (
          <Say small soft>{`Then: ${sayLook(before)}. Now: ${sayLook(capture)}.`}</Say>
        ))}
      {before &&
        compareCaptures(capture.report, before.report).map((c) => (
          <View
            key={c.key}
            style={{ flexDirection: 'row', gap: space.s, justifyContent: 'space-between' }}
          >
            <View style={{ flex: 1 }}>
              <Say small>{sayFault(c.fault, c.side)}</Say>
            </View>
            <Say small number>{`${c.before ?? '–'} → ${c.now ?? '–'}`}</Say>
            <View style={{ width: 64 }}>
              <Say small strong>
                {c.word}
              </Say>
            </View>
          </View>
        ))}
      {before && compareCaptures(capture.report, before.report).length === 0 && (
        <Say small>Neither has anything to name.</Say>
      )}
    </Part>
  );

  const files = (
    <Part>
      <Fold title="This capture" note={capture.name}>
        <Say
          small
        >{`${sayLook(capture)}. ${capture.source === 'file' ? 'From a file.' : 'By the simulated camera.'}`}</Say>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
          {(['csv', 'trc'] as const).map((kind) => (
            <Button
              key={kind}
              type="outline"
              title={kind === 'csv' ? 'Save as .csv' : 'Save as .trc'}
              onPress={() => {
                const raw = unpackCapture(capture.series);
                if (raw)
                  saveText(
                    `${client.name} ${capture.view} ${capture.takenOn}.${kind}`,
                    kind === 'csv' ? writeLandmarkCsv(raw) : writeTrc(raw),
                  );
              }}
            />
          ))}
          {!(line?.discarded ?? capture.discarded) && (
            <Button
              type="outline"
              title="Discard this capture"
              onPress={() =>
                discardCapture(client.id, { id: capture.id, version: line?.version ?? 1 }, true)
              }
            />
          )}
        </View>
      </Fold>
    </Part>
  );

  const measuredPane = (
    <>
      {lean}
      {curves}
    </>
  );
  const saidPane = (
    <>
      {findings}
      {eye}
      {compare}
      {files}
    </>
  );
  return (
    <Screen
      title={`${VIEW_NAMES[capture.view]} view`}
      who={`${client.name} · ${sayLook(capture).replace(/^[^·]*· /, '')} · ${sayDay(capture.takenOn)}`}
      back={{ to: `/clients/${client.id}/watch`, label: 'Back to Watch' }}
      {...(isWide ? { panes: [figure, measuredPane, saidPane] } : {})}
    >
      {figure}
      {findings}
      {lean}
      {curves}
      {eye}
      {compare}
      {files}
    </Screen>
  );
}

/** How well the set was seen and how alike its reps are. */
function Quality({ analysis }: { analysis: Analysis }) {
  const { quality, consistency } = analysis;
  const alike = {
    steady: 'The reps are alike.',
    varies: 'The reps differ from each other.',
    tooFew: 'One rep alone says nothing of steadiness.',
  }[consistency.kind];
  const parts = [
    consistency.depthSdDeg !== null && `depth ± ${consistency.depthSdDeg.toFixed(1)}°`,
    consistency.leanSdDeg !== null && `lean ± ${consistency.leanSdDeg.toFixed(1)}°`,
    consistency.kneeTravelSdMm !== null &&
      `knee travel ± ${(consistency.kneeTravelSdMm / 10).toFixed(1)} cm`,
    consistency.tempoShare !== null && `tempo ± ${(100 * consistency.tempoShare).toFixed(0)} %`,
  ].filter((p) => p !== false);
  return (
    <View style={{ gap: 2 }}>
      <Say small>{`${alike}${parts.length > 0 ? ` ${parts.join(', ')}.` : ''}`}</Say>
      <Say small soft>
        {[
          `${quality.rateHz.toFixed(0)} frames a second, marks seen in at least ${Math.round(quality.seen * 100)} % of them.`,
          ...quality.notes,
        ].join(' ')}
      </Say>
      {quality.notJudged.length > 0 && (
        <Say small soft>
          {`Not judged: ${quality.notJudged.map((n) => `${sayFault(n.fault, n.side).toLowerCase()} (${n.because})`).join(', ')}.`}
        </Say>
      )}
    </View>
  );
}
