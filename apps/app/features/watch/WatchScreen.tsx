import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import * as DocumentPicker from 'expo-document-picker';
import { router } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Condition, Dossier } from '@zither/contract';
import {
  CAMERA_VIEWS,
  seedOf,
  USUAL_LENS,
  type CameraView,
  type MadeFault,
  type Scale,
  type Side,
} from '@zither/core';
import type { UpAxis } from '@zither/formats';
import { Button, ListItem } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { PainButton } from '../clear/PainButton.tsx';
import { isHeld, limitsOf, safetyOf } from '../clear/safety.ts';
import { SafetyNotice } from '../clear/SafetyNotice.tsx';
import { sayDay } from '../clients/ClientListPane.tsx';
import { newId, useAppDispatch, useAppSelector, useChanges } from '../data/index.ts';
import { takes } from '../session/takes.ts';
import { settingsActions } from '../settings/settings.ts';
import { today } from '../shell/today.ts';
import { AgreementTable } from './AgreementTable.tsx';
import { CameraGuide } from './CameraGuide.tsx';
import { looksOf } from './looks.ts';
import { keptCapture } from './keptCapture.ts';
import { NamePanel } from './NamePanel.tsx';
import { SimulatePanel } from './SimulatePanel.tsx';
import { scriptFor, subjectFor } from './subject.ts';
import { useWork, type Job } from './work.ts';
import { CONDITION_NAMES, sayFound, sayLook, VIEW_NAMES } from './words.ts';

const REPS = 5;

/** Baseline squats: choose where from and with what, then import, simulate or judge by eye; and what was seen so far. */
export function WatchScreen({ dossier }: { dossier: Dossier }) {
  const { isWide } = useLook();
  const day = today();
  const { client } = dossier;
  const safety = useMemo(() => safetyOf(dossier, day), [dossier, day]);
  const limits = limitsOf(safety);
  const dispatch = useAppDispatch();
  const landmarks = useAppSelector((s) => s.settings.landmarks);
  const { putCapture } = useChanges();
  const looks = looksOf(dossier, day);
  const unseen = CAMERA_VIEWS.find((v) => !looks.some((l) => l.look.view === v));
  const [view, setView] = useState<CameraView>(unseen ?? 'side');
  const [condition, setCondition] = useState<Condition>('bodyweight');
  const [heelsRaised, setHeelsRaised] = useState(false);
  const [facing, setFacing] = useState<Side>('left');
  const [scale, setScale] = useState<Scale>('none');
  const [up, setUp] = useState<UpAxis>('y');
  const [isSimulating, setIsSimulating] = useState(false);
  const [file, setFile] = useState<File | null>(null);
  const subject = useMemo(
    () => subjectFor(dossier, condition, heelsRaised, limits),
    [dossier, condition, heelsRaised, limits],
  );
  const { state, start, cancel } = useWork((done, job) => {
    const id = newId();
    putCapture(
      client.id,
      id,
      keptCapture(done, job, { condition, heelsRaised, day, at: new Date().toISOString() }),
    );
    setIsSimulating(false);
    router.navigate(`/clients/${client.id}/watch/${id}` as never);
  });
  const question = { view, subject, scale, facing: view === 'side' ? facing : null };

  const read = (picked: File, names = landmarks) => {
    setFile(picked);
    start({ kind: 'file', file: picked, up, landmarks: names, question });
  };
  const pick = async () => {
    const picked = await DocumentPicker.getDocumentAsync({
      type: ['text/csv', 'text/plain', '.csv', '.trc'],
    });
    const chosen = picked.assets?.[0]?.file;
    if (chosen) read(chosen);
  };
  const simulate = (faults: MadeFault[], name: string) => {
    const script = scriptFor(dossier, subject, faults, REPS, day);
    if (!script) return;
    const seed = seedOf(`${client.id} ${view} ${condition} ${name} ${dossier.captures.length}`);
    const job: Job = {
      kind: 'simulate',
      script,
      lens: { ...USUAL_LENS, view, facing },
      seed,
      name,
      question: { ...question, scale: 'none' },
    };
    start(job);
  };

  const back = { to: `/clients/${client.id}`, label: `Back to ${client.name}` };
  if (isHeld(safety))
    return (
      <Screen title="Watch" who={client.name} back={back}>
        <Part>
          <SafetyNotice clientId={client.id} safety={safety} />
          <Say soft small>
            {takes('watch', dossier, safety)}
          </Say>
        </Part>
      </Screen>
    );

  const isOverhead = condition === 'overhead';
  const lifted =
    isOverhead &&
    !heelsRaised &&
    looks.some(
      ({ look, capture, judgement }) =>
        look.condition === 'overhead' &&
        !look.heelsRaised &&
        [...(capture?.report.findings ?? []), ...(judgement?.seen ?? [])].some(
          (f) => f.fault === 'heelsRise',
        ),
    );
  const isDone = CAMERA_VIEWS.every((v) => looks.some((l) => l.look.view === v));
  const eyePath = `/clients/${client.id}/watch/eye?view=${view}&condition=${condition}${heelsRaised ? '&heels=raised' : ''}`;
  const ways = (
    <>
      <Part>
        <SafetyNotice clientId={client.id} safety={safety} />
        <PainButton dossier={dossier} />
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
          options={(['bodyweight', 'load', 'overhead'] as const).map((c) => ({
            value: c,
            label: CONDITION_NAMES[c],
          }))}
          value={condition}
          onChange={(c) => {
            setCondition(c);
            if (c !== 'overhead') setHeelsRaised(false);
          }}
        />
        {isOverhead && (
          <>
            <Say small>
              Arms up, feet hip to shoulder width and straight, down to chair height, 6–10 reps.
            </Say>
            {lifted && (
              <Notice
                tone="before"
                actions={[
                  {
                    label: 'Repeat with 25 mm under the heels',
                    onPress: () => setHeelsRaised(true),
                  },
                ]}
              >
                The heels lifted in the formal screen. If the hips did travel back, repeat it with
                25 mm under the heels.
              </Notice>
            )}
            <Choice
              label="Under the heels"
              options={[
                { value: 'floor', label: 'Nothing' },
                { value: 'raised', label: '25 mm' },
              ]}
              value={heelsRaised ? 'raised' : 'floor'}
              onChange={(v) => setHeelsRaised(v === 'raised')}
            />
          </>
        )}
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
      <Part title="From a camera">
        {state.kind === 'working' ? (
          <Notice actions={[{ label: 'Cancel', onPress: cancel }]}>
            {`Reading the capture: ${Math.round(state.share * 100)} %.`}
          </Notice>
        ) : state.kind === 'needsNames' && file ? (
          <NamePanel
            asked={state}
            onCancel={cancel}
            onNamed={(mapping) => {
              dispatch(settingsActions.changed({ landmarks: { ...landmarks, ...mapping } }));
              read(file, { ...landmarks, ...mapping });
            }}
          />
        ) : (
          <>
            {state.kind === 'problem' && (
              <Notice tone="now" actions={[{ label: 'Understood', onPress: cancel }]}>
                {`${state.message} Nothing was kept of it.`}
              </Notice>
            )}
            <View style={{ flexDirection: 'row', gap: space.s, flexWrap: 'wrap' }}>
              <Button type="outline" title="Import a file" onPress={() => void pick()} />
              <Button
                type="outline"
                title={isSimulating ? 'Put the simulated camera away' : 'Simulated camera'}
                onPress={() => setIsSimulating(!isSimulating)}
              />
            </View>
            {isSimulating &&
              (subject ? (
                <SimulatePanel key={view} view={view} onStart={simulate} />
              ) : (
                <Notice tone="before">
                  The simulated client needs both ankles. Read them at Measure first.
                </Notice>
              ))}
            <Fold title="Set the camera up" startsOpen={looks.length === 0 && !isSimulating}>
              <CameraGuide view={view} />
            </Fold>
            <Fold title="About the file" note="Landmark lines (.csv) or lab markers (.trc)">
              <Choice
                label="Millimetres come from"
                options={[
                  { value: 'none', label: 'The file' },
                  { value: 'plate', label: 'A plate, 450 mm' },
                  { value: 'foot', label: 'The client’s foot' },
                ]}
                value={scale}
                onChange={setScale}
              />
              <Choice
                label="Up in a .trc file"
                options={[
                  { value: 'y', label: 'Y' },
                  { value: 'z', label: 'Z' },
                ]}
                value={up}
                onChange={setUp}
              />
            </Fold>
            {!subject && (
              <Say soft small>
                Both ankles are not measured yet: captures are read, but the lean cannot be split.
              </Say>
            )}
          </>
        )}
      </Part>
    </>
  );
  const seen = <Looks dossier={dossier} day={day} />;
  return (
    <Screen
      title="Watch"
      who={client.name}
      back={back}
      foot={
        <>
          <Button
            title={`Judge by eye: ${VIEW_NAMES[view].toLowerCase()}`}
            type={isDone ? 'outline' : 'solid'}
            containerStyle={{ flex: 2 }}
            buttonStyle={{ minHeight: 52, paddingHorizontal: 8 }}
            onPress={() => router.navigate(eyePath as never)}
          />
          <Button
            title="Next: Setup"
            type={isDone ? 'solid' : 'outline'}
            containerStyle={{ flex: 1 }}
            buttonStyle={{ minHeight: 52, paddingHorizontal: 8 }}
            onPress={() => router.navigate(`/clients/${client.id}/setup` as never)}
          />
        </>
      }
      {...(isWide ? { pinned: ways } : {})}
    >
      {!isWide && ways}
      {seen}
    </Screen>
  );
}

/** Everything seen, newest first: captures open their review, judgements stand beside them. */
function Looks({ dossier, day }: { dossier: Dossier; day: string }) {
  const { colors } = useLook();
  const { putJudgement } = useChanges();
  const looks = looksOf(dossier, null);
  const [struck, setStruck] = useState<string | null>(null);
  const gone = dossier.judgements.find((j) => j.id === struck && j.discarded);
  return (
    <Part title="Seen so far">
      {looks.length === 0 && (
        <Say soft>
          Nothing yet. Five reps from the front, the side and behind; bodyweight first.
        </Say>
      )}
      {gone && (
        <Notice
          actions={[
            {
              label: 'Take it back',
              onPress: () => {
                const { id, clientId, version, updatedAt: _at, ...values } = gone;
                putJudgement(clientId, { id, version }, { ...values, discarded: false });
              },
            },
          ]}
        >
          The judgement is discarded.
        </Notice>
      )}
      {looks.map(({ key, look, capture, judgement }) => (
        <View key={key} style={{ gap: space.s, borderTopWidth: 1, borderColor: colors.hairline }}>
          <View style={{ paddingTop: space.s }}>
            <Say strong>{sayLook(look)}</Say>
            <Say small soft>
              {look.takenOn === day ? 'today' : sayDay(look.takenOn)}
            </Say>
          </View>
          {capture && (
            <ListItem
              role="link"
              onPress={() =>
                router.navigate(`/clients/${dossier.client.id}/watch/${capture.id}` as never)
              }
              containerStyle={{ paddingHorizontal: 0, paddingVertical: space.s, minHeight: 56 }}
            >
              <ListItem.Content>
                <ListItem.Title>{`Measured: ${sayFound(capture.report.findings)}`}</ListItem.Title>
                <ListItem.Subtitle>
                  {`${capture.report.reps.length} reps · ${capture.name}`}
                </ListItem.Subtitle>
              </ListItem.Content>
              <MaterialIcons name="chevron-right" size={22} color={colors.inkSoft} />
            </ListItem>
          )}
          {judgement && (
            <View style={{ flexDirection: 'row', alignItems: 'center' }}>
              <View style={{ flex: 1 }}>
                <Say>{`By eye: ${sayFound(judgement.seen)}`}</Say>
              </View>
              <Button
                type="clear"
                title="Discard"
                accessibilityLabel={`Discard the judgement: ${sayLook(look)}`}
                onPress={() => {
                  const { id, clientId, version, updatedAt: _at, ...values } = judgement;
                  setStruck(id);
                  putJudgement(clientId, { id, version }, { ...values, discarded: true });
                }}
              />
            </View>
          )}
          {capture && judgement && <AgreementTable capture={capture} judgement={judgement} />}
        </View>
      ))}
    </Part>
  );
}
