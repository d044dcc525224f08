import { router, useLocalSearchParams } from 'expo-router';
import { useDeferredValue, useMemo, useState } from 'react';
import {
  cameraViewSchema,
  conditionSchema,
  type Condition,
  type Dossier,
  type LookAsks,
} from '@zither/contract';
import { PLAIN_LOOK } from '@zither/contract/row';
import {
  CAMERA_VIEWS,
  seedOf,
  USUAL_LENS,
  type CameraView,
  type MadeFault,
  type Scale,
  type Side,
} from '@zither/core';
import type { LandmarkMapping, UpAxis } from '@zither/formats';
import { RowButton } from '../../ui/RowButton.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { useLook } from '../../ui/useLook.ts';
import { Waiting } from '../../ui/Waiting.tsx';
import { StopButton, SafetyNotice } from '../clear/index.ts';
import { BeforeLoadPart, StateChoice, useBodyState } from '../instrument/index.ts';
import {
  asksLockout,
  heelToTry,
  isHeld,
  isSameSquat,
  limitsOf,
  safetyOf,
  thresholdsFor,
  looksOf,
  optionsBefore,
  keptCapture,
  scriptFor,
  standsInUse,
  standsUnprompted,
  subjectFor,
} from '@zither/visit';
import { newId, useChanges, today } from '../data/index.ts';
import { MovedPart } from '../probe/index.ts';
import { takes } from '@zither/words/takes';
import { asksFrom, asksInAddress } from './asks.ts';
import type { LookInAddress } from './EyePage.tsx';
import { CameraPanel } from './CameraPanel.tsx';
import { LoadOptions } from './LoadOptions.tsx';
import { LookOptions } from './LookOptions.tsx';
import { Looks } from './Looks.tsx';
import { useWork, type Job } from './work.ts';
import { CONDITION_NAMES, saySquat, VIEW_NAMES } from '@zither/words/watch';
import { sayHeight } from '@zither/words/units';

const REPS = 5;

/** Baseline squats: choose where from and with what, then import, simulate or judge by eye; and what was seen so far. */
export function WatchScreen({ dossier }: { dossier: Dossier }) {
  const params = useLocalSearchParams<LookInAddress>();
  const [asked] = useState(() => asksFrom(params));
  const { isWide } = useLook();
  const day = today();
  const { client } = dossier;
  const safety = useMemo(() => safetyOf(dossier, day), [dossier, day]);
  const limits = useMemo(() => limitsOf(safety), [safety]);
  const { moment, putCapture } = useChanges();
  const looks = useMemo(() => looksOf(dossier, day), [dossier, day]);
  // Everything seen so far takes a while to draw: after what was just done.
  const settled = useDeferredValue(dossier);
  const seen = useMemo(() => <Looks dossier={settled} day={day} />, [settled, day]);
  const unseen = CAMERA_VIEWS.find((v) => !looks.some((l) => l.look.view === v));
  const [view, setView] = useState<CameraView>(
    cameraViewSchema.catch(unseen ?? 'side').parse(params.view),
  );
  const [condition, setCondition] = useState<Condition>(
    conditionSchema.catch('bodyweight').parse(params.condition),
  );
  const [options, setAsks] = useState<LookAsks>({ ...asked, loadKg: null, belt: false });
  const [loaded, setLoaded] = useState<Pick<LookAsks, 'loadKg' | 'belt'>>({
    loadKg: asked.loadKg,
    belt: asked.belt,
  });
  // With a load, or in a setup on trial, the squat is asked as it is.
  const [state, setState] = useBodyState(client.id, day);
  const standing = useMemo(
    () => ({ inUse: standsInUse(dossier), habit: standsUnprompted(dossier) }),
    [dossier],
  );
  const asks = useMemo(
    (): LookAsks =>
      condition === 'bodyweight'
        ? { ...options, state }
        : {
            ...PLAIN_LOOK,
            state,
            ...(condition === 'load' ? { ...standing.inUse, heelRiseMm: 0, ...loaded } : {}),
          },
    [condition, options, state, loaded, standing],
  );
  const [facing, setFacing] = useState<Side>('left');
  const [scale, setScale] = useState<Scale>('none');
  const [up, setUp] = useState<UpAxis>('y');
  const subject = useMemo(
    () => subjectFor(dossier, condition, asks, limits),
    [dossier, condition, asks, limits],
  );
  const [isLeaving, setIsLeaving] = useState(false);
  const work = useWork((done, job) => {
    const id = newId();
    // The record grows now: to draw this page again for it would hold up the capture's own, which follows at once.
    setIsLeaving(true);
    putCapture(
      client.id,
      id,
      keptCapture(
        done,
        {
          question: { ...job.question, facing: done.facing },
          source: job.kind === 'file' ? 'file' : 'simulated',
          name: job.kind === 'file' ? job.file.name : job.kind === 'simulate' ? job.name : '',
        },
        { condition, asks, day, at: moment() },
      ),
    );
    // Its page is opened once it is put away, so that neither holds up a tap.
    setTimeout(() => router.navigate(`/clients/${client.id}/watch/${id}`), 0);
  });
  const before = useMemo(() => optionsBefore(dossier, view, day), [dossier, view, day]);
  const heelMm = useMemo(() => heelToTry(dossier, asks), [dossier, asks]);
  const thresholds = useMemo(() => thresholdsFor(dossier, subject), [dossier, subject]);
  const question = {
    view,
    subject,
    scale,
    facing: view === 'side' ? facing : null,
    thresholds,
    asksLockout: asksLockout(limits, condition),
  };

  const read = (file: File, landmarks: LandmarkMapping) =>
    work.start({ kind: 'file', file, up, landmarks, question });
  const simulate = (faults: MadeFault[], name: string) => {
    if (!subject) return;
    const script = scriptFor(subject, faults, REPS);
    const seed = seedOf(
      `${client.id} ${view} ${saySquat({ condition, asks })} ${name} ${dossier.captures.length}`,
    );
    const job: Job = {
      kind: 'simulate',
      script,
      lens: { ...USUAL_LENS, view, facing },
      seed,
      name,
      question: { ...question, scale: 'none' },
    };
    work.start(job);
  };

  const back = { to: `/clients/${client.id}` as const, label: `Back to ${client.name}` };
  if (isHeld(safety))
    return (
      <Screen title="Watch" who={client.name} back={back} aside={<StopButton dossier={dossier} />}>
        <Part>
          <SafetyNotice clientId={client.id} safety={safety} />
          <Say soft small>
            {takes('watch', dossier, safety)}
          </Say>
        </Part>
      </Screen>
    );

  if (isLeaving)
    return (
      <Screen title="Watch" who={client.name} back={back} aside={<StopButton dossier={dossier} />}>
        <Waiting what="the capture" verb="Opening" />
      </Screen>
    );

  const lifted =
    asks.heelRiseMm === 0 &&
    looks.some(
      ({ look, capture, judgement }) =>
        isSameSquat(look, { condition, asks }) &&
        [...(capture?.report.findings ?? []), ...(judgement?.seen ?? [])].some(
          (f) => f.fault === 'heelsRise',
        ),
    ) &&
    !looks.some(({ look }) =>
      isSameSquat(look, { condition, asks: { ...asks, heelRiseMm: heelMm } }),
    );
  const isDone = CAMERA_VIEWS.every((v) => looks.some((l) => l.look.view === v));
  const eyePath =
    `/clients/${client.id}/watch/eye?view=${view}&${asksInAddress(condition, asks)}` as const;
  const ways = (
    <>
      <Part>
        <SafetyNotice clientId={client.id} safety={safety} />
        <Choice
          label="Seen from"
          options={CAMERA_VIEWS.map((v) => ({
            value: v,
            label: `${VIEW_NAMES[v]}${looks.some((l) => l.look.view === v) ? ' ✓' : ''}`,
          }))}
          value={view}
          onChange={setView}
        />
        <Choice
          label="Squatting with"
          options={conditionSchema.options
            // Clear said no load: there is no loaded look to take.
            .filter((c) => c !== 'load' || !limits.some((l) => l.kind === 'noLoad'))
            // A setup on trial is filmed from where it is tried.
            .filter((c) => c !== 'trial' || condition === 'trial')
            .map((c) => ({ value: c, label: CONDITION_NAMES[c] }))}
          value={condition}
          onChange={setCondition}
        />
        {lifted && condition === 'bodyweight' && (
          <Notice
            tone="before"
            actions={[
              {
                label: `Repeat with the heels raised ${sayHeight(heelMm)}`,
                onPress: () => setAsks({ ...asks, heelRiseMm: heelMm }),
              },
            ]}
          >
            The heels lifted in this squat. If the hips did travel back, repeat it with something
            under the heels.
          </Notice>
        )}
        <StateChoice value={state} onChange={setState} />
        {condition === 'load' && subject && (
          <LoadOptions loaded={loaded} usualKg={subject.setup.loadKg} onChange={setLoaded} />
        )}
        {condition === 'bodyweight' && (
          <LookOptions
            asks={asks}
            before={before}
            heelMm={heelMm}
            standing={standing}
            onChange={setAsks}
          />
        )}
        <Say soft small>
          {takes('watch', dossier, safety)}
        </Say>
        {view === 'side' && (
          <Choice
            label="Leg nearest the camera"
            options={[
              { value: 'left', label: 'L', spoken: 'L, the left leg' },
              { value: 'right', label: 'R', spoken: 'R, the right leg' },
            ]}
            value={facing}
            onChange={setFacing}
          />
        )}
      </Part>
      {condition === 'load' && subject && (
        <BeforeLoadPart dossier={dossier} question={subject} limits={limits} />
      )}
      <CameraPanel
        view={view}
        work={work}
        canSimulate={subject !== null}
        hasFoot={client.segmentsMm.foot !== undefined}
        isFirst={looksOf(dossier, null).length === 0}
        file={{ scale, up, onScale: setScale, onUp: setUp }}
        onFile={read}
        onSimulate={simulate}
      />
    </>
  );
  return (
    <Screen
      title="Watch"
      aside={<StopButton dossier={dossier} />}
      who={client.name}
      back={back}
      foot={
        <>
          <RowButton
            title={`Judge by eye: ${VIEW_NAMES[view].toLowerCase()}`}
            type={isDone ? 'outline' : 'solid'}
            share={2}
            buttonStyle={{ minHeight: 52, paddingHorizontal: 8 }}
            onPress={() => router.navigate(eyePath)}
          />
          <RowButton
            title="Next: Probe"
            type={isDone ? 'solid' : 'outline'}
            buttonStyle={{ minHeight: 52, paddingHorizontal: 8 }}
            onPress={() => router.navigate(`/clients/${client.id}/probe`)}
          />
        </>
      }
      {...(isWide ? { pinned: ways } : {})}
    >
      {!isWide && ways}
      <MovedPart dossier={settled} />
      {seen}
    </Screen>
  );
}
