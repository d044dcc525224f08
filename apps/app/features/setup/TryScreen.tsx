import { router } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Dossier, SetupTrial } from '@zither/contract';
import { SIDES, type Side } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { StringGauge } from '../../ui/StringGauge.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { PainButton } from '../clear/PainButton.tsx';
import { isHeld, limitsOf, safetyOf } from '../clear/safety.ts';
import { SafetyNotice } from '../clear/SafetyNotice.tsx';
import { newId, useAppSelector, useChanges } from '../data/index.ts';
import { clientCase, methodOf } from '../measure/index.ts';
import { PainPanel } from '../probe/PainPanel.tsx';
import { split } from '../probe/ProbeScreen.tsx';
import { today } from '../shell/today.ts';
import { ChanceBar } from './ChanceBar.tsx';
import { isOf, lockFor, wasClean } from './locking.ts';
import { LockedPart, LockForm } from './LockPart.tsx';
import { sayChance } from './field.ts';
import { RecordPart } from './RecordPart.tsx';
import { finderQuestion, sayFound } from './schools.ts';
import {
  cleanTo,
  countingTrials,
  freshCaptures,
  loopQuestion,
  showedIn,
  type LoopAnswer,
  type Showed,
} from './trying.ts';
import { useLoop } from './useSet.ts';
import { sayAdvice, sayBelieved, sayShowed, STOP_WORDS } from './words.ts';

type Placed = { setup: SetupTrial['setup']; targetDepthDeg: number };

/** How pain in a trial is named in the record. */
const painMovement = (t: SetupTrial): string =>
  `While trying a setup: ${sayFound({ setup: t.setup, targetDepthDeg: t.thighDepthDeg })}`.slice(
    0,
    200,
  );

/** The trial loop: try a setup, record what the reps showed, and the next one worth trying is there, until one is to be locked. */
export function TryScreen({ dossier }: { dossier: Dossier }) {
  const { client } = dossier;
  const { isWide } = useLook();
  const day = today();
  const initials = useAppSelector((s) => s.settings.initials);
  const { putSetup, putSetupTrial, putPain, lockSetup, takeBackLock } = useChanges();
  const safety = useMemo(() => safetyOf(dossier, day), [dossier, day]);
  const method = useMemo(() => methodOf(dossier), [dossier]);
  const question = useMemo(() => finderQuestion(dossier, limitsOf(safety)), [dossier, safety]);
  const asked = useMemo(() => clientCase(dossier, limitsOf(safety)), [dossier, safety]);
  const trials = useMemo(() => countingTrials(dossier), [dossier]);
  const ask = useMemo(
    () => (question && !isHeld(safety) ? loopQuestion(dossier, question, method, day) : null),
    [dossier, question, method, day, safety],
  );
  const { answer, isFresh, hasFailed } = useLoop(ask);
  const [picked, setPicked] = useState<Placed | null>(null);
  const [marked, setMarked] = useState<Showed | null>(null);
  const [comfort, setComfort] = useState<number | null>(null);
  const [captureIds, setCaptureIds] = useState<string[]>([]);
  const [isLocking, setIsLocking] = useState(false);
  const go = (path: string) => router.navigate(`/clients/${client.id}/${path}` as never);
  const back = { to: `/clients/${client.id}/setup`, label: 'Back to Setup' };
  const takeBack = (lock: Dossier['locks'][number], takenBack: boolean) =>
    takeBackLock(client.id, lock, takenBack);

  if (isHeld(safety) || !question)
    return (
      <Screen title="Try a setup" who={client.name} back={back}>
        <Part>
          <SafetyNotice clientId={client.id} safety={safety} />
          {!isHeld(safety) && (
            <Notice actions={[{ label: 'Measure the ankles', onPress: () => go('measure') }]}>
              What to try is worked out from the ankles: measure dorsiflexion on both sides first.
            </Notice>
          )}
        </Part>
        <LockedPart dossier={dossier} />
      </Screen>
    );

  const advice = isFresh ? (answer?.advice ?? null) : null;
  // As the screen allows it today.
  const inUse: Placed | null =
    dossier.setup && asked.kind === 'ready'
      ? {
          setup: asked.question.setup,
          targetDepthDeg: asked.question.target.thighDepthDeg,
        }
      : null;
  const current: Placed | null = picked ?? advice ?? (isFresh ? inUse : null);
  const isSame = (a: Placed, b: Placed | null) =>
    b !== null && isOf({ setup: a.setup, thighDepthDeg: a.targetDepthDeg }, b);
  const isAdvised = current !== null && isSame(current, advice);
  const chanceOf = (placed: Placed): number | null => {
    if (!answer || !isFresh) return null;
    if (isSame(placed, advice)) return advice?.chance ?? null;
    const other = answer.others.find((o) => isSame(o, placed));
    return other?.chance ?? (isSame(placed, inUse) ? answer.chanceNow : null);
  };
  const showed = marked ?? (current ? cleanTo(current.targetDepthDeg) : null);
  const captures = freshCaptures(dossier, day);
  const isStopped = answer?.stop === 'pain';
  const reset = () => {
    setPicked(null);
    setMarked(null);
    setComfort(null);
    setCaptureIds([]);
  };
  const putInUse = (placed: Placed) => {
    if (isSame(placed, inUse)) return;
    putSetup(
      client.id,
      { id: dossier.setup?.id ?? newId(), version: dossier.setup?.version ?? 0 },
      {
        setup: placed.setup,
        thighDepthDeg: placed.targetDepthDeg,
        workingPoint: method.workingPoint,
        profile: method.id,
      },
    );
  };
  const pick = (placed: Placed) => {
    setPicked(placed);
    setMarked(null);
    setCaptureIds([]);
  };
  const record = (what: Showed, pain: boolean) => {
    if (!current) return;
    putInUse(current);
    putSetupTrial(
      client.id,
      { id: newId(), version: 0 },
      {
        takenOn: day,
        takenAt: new Date().toISOString(),
        setup: current.setup,
        thighDepthDeg: current.targetDepthDeg,
        profile: method.id,
        why: isAdvised && advice?.why ? advice.why : 'own',
        chance: chanceOf(current),
        ...what,
        comfort,
        pain,
        captureIds: captureIds.slice(0, 3),
        undone: false,
      },
    );
    reset();
  };
  const undo = (t: SetupTrial, undone: boolean) => {
    const { ref, clientId, values } = split(t);
    putSetupTrial(clientId, ref, { ...values, undone });
  };
  const settle = (why: string) => {
    if (!current) return;
    putInUse(current);
    lockSetup(
      client.id,
      lockFor(
        dossier,
        current,
        { day, at: new Date().toISOString(), initials, why },
        answer,
        chanceOf(current),
      ),
    );
    setIsLocking(false);
    reset();
  };
  // From the record, not from the tap: a page left or reloaded before the answer must ask again.
  const hurting = dossier.setupTrials.find(
    (t) =>
      t.pain &&
      !t.undone &&
      t.takenOn === day &&
      !dossier.pains.some((p) => p.on === day && p.movement === painMovement(t)),
  );
  const isTried = current !== null && trials.some((t) => isOf(t, current) && wasClean(dossier, t));

  const next = (
    <>
      <Part>
        <SafetyNotice clientId={client.id} safety={safety} />
        <PainButton dossier={dossier} />
        {hasFailed && (
          <Notice tone="now">
            The part of the app that weighs trials could not be started. Reload the page; nothing is
            lost.
          </Notice>
        )}
      </Part>
      {hurting && (
        <PainPanel
          test={`trying ${sayFound({ setup: hurting.setup, targetDepthDeg: hurting.thighDepthDeg })}`}
          onPain={(place, level) =>
            putPain(
              client.id,
              { id: newId(), version: 0 },
              { on: day, movement: painMovement(hurting), place, level },
            )
          }
          onNone={() => {
            const { ref, clientId, values } = split(hurting);
            putSetupTrial(clientId, ref, { ...values, pain: false });
          }}
        />
      )}
      <Part
        title={
          picked
            ? 'Your own choice'
            : advice?.kind === 'lock'
              ? 'This one holds'
              : advice
                ? 'Try next'
                : 'No further trial advised'
        }
      >
        {!isFresh && !hasFailed && <Say soft>Working out what to try …</Say>}
        {answer?.stop && isFresh && (
          <Notice
            tone={isStopped ? 'now' : 'before'}
            actions={
              isStopped
                ? []
                : [
                    { label: 'What each school would do', onPress: () => go('setup/schools') },
                    { label: 'Map of chances', onPress: () => go('setup/map') },
                  ]
            }
          >
            {STOP_WORDS[answer.stop]}
          </Notice>
        )}
        {current && !isStopped && (
          <View testID="trial" style={{ gap: space.s }}>
            <Say strong number>
              {sayFound(current)}
            </Say>
            {chanceOf(current) !== null && <ChanceBar chance={chanceOf(current) ?? 0} />}
            {isAdvised && advice ? (
              <Say>{sayAdvice(advice, trials.length)}</Say>
            ) : (
              chanceOf(current) !== null && (
                <Say>{`A clean rep in about ${sayChance(chanceOf(current) ?? 0)}.`}</Say>
              )
            )}
            {picked && (
              <View style={{ alignItems: 'flex-start' }}>
                <Button type="clear" title="Back to what is advised" onPress={reset} />
              </View>
            )}
          </View>
        )}
        {!isStopped && answer && isFresh && (
          <Fold
            title="Something else first"
            note="Another heel, hold or depth; the setup in use; a point of the map"
          >
            {answer.others.map((o) => (
              <Choose
                key={sayFound(o)}
                placed={o}
                note={sayChance(o.chance)}
                onPick={() => pick(o)}
              />
            ))}
            {inUse && !isSame(inUse, advice) && (
              <Choose
                placed={inUse}
                note={`in use${answer.chanceNow === null ? '' : `, ${sayChance(answer.chanceNow)}`}`}
                onPick={() => pick(inUse)}
              />
            )}
            <View style={{ alignItems: 'flex-start' }}>
              <Button type="outline" title="Map of chances" onPress={() => go('setup/map')} />
            </View>
          </Fold>
        )}
      </Part>
      {isLocking && current && (
        <LockForm
          setup={sayFound(current)}
          isTried={isTried}
          onLock={settle}
          onCancel={() => setIsLocking(false)}
        />
      )}
      {current && showed && !isStopped && !isLocking && (
        <RecordPart
          targetDepthDeg={current.targetDepthDeg}
          showed={showed}
          comfort={comfort}
          captures={captures}
          isFromCapture={captureIds.length > 0}
          onShowed={setMarked}
          onComfort={setComfort}
          onCapture={() => {
            setMarked(showedIn(captures, current.targetDepthDeg));
            setCaptureIds(captures.map((c) => c.id));
          }}
          onFilm={() => {
            putInUse(current);
            go('watch?condition=trial');
          }}
        />
      )}
    </>
  );
  const known = (
    <>
      {answer && <Believed answer={answer} measured={question} trials={trials.length} />}
      <TriedPart dossier={dossier} trials={trials} onUndo={undo} />
      <LockedPart dossier={dossier} onTakeBack={takeBack} />
    </>
  );
  const canRecord = current !== null && showed !== null && !isStopped && !hurting && !isLocking;
  return (
    <Screen
      title="Try a setup"
      who={client.name}
      back={back}
      foot={
        canRecord ? (
          <View style={{ flex: 1, flexDirection: 'row', gap: space.s }}>
            <Button
              title={advice?.kind === 'lock' && !picked ? 'Lock it' : 'Lock'}
              type={advice?.kind === 'lock' && !picked ? 'solid' : 'outline'}
              accessibilityLabel="Lock this setup"
              containerStyle={{ flex: 1 }}
              buttonStyle={{ minHeight: 52 }}
              onPress={() => setIsLocking(true)}
            />
            <Button
              type="outline"
              title="Pain"
              accessibilityLabel="Pain in this trial"
              containerStyle={{ flex: 1 }}
              buttonStyle={{ minHeight: 52 }}
              onPress={() => record(showed, true)}
            />
            <Button
              type={advice?.kind === 'lock' && !picked ? 'outline' : 'solid'}
              title={marked ? 'Record as marked' : 'All clean'}
              containerStyle={{ flex: 1.5 }}
              buttonStyle={{ minHeight: 52 }}
              onPress={() => record(showed, false)}
            />
          </View>
        ) : (
          <Button
            title="Next: Prescription"
            containerStyle={{ flex: 1 }}
            buttonStyle={{ minHeight: 52 }}
            onPress={() => go('prescription')}
          />
        )
      }
      {...(isWide ? { panes: [next, known] } : {})}
    >
      {next}
      {known}
    </Screen>
  );
}

function Choose({ placed, note, onPick }: { placed: Placed; note: string; onPick: () => void }) {
  return (
    <View style={{ gap: space.xs }}>
      <Say number>{sayFound(placed)}</Say>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.m }}>
        <Button
          type="outline"
          title="Try this"
          accessibilityLabel={`Try this: ${sayFound(placed)}`}
          onPress={onPick}
        />
        <Say small soft number>
          {note}
        </Say>
      </View>
    </View>
  );
}

function Believed({
  answer: { limits, advice },
  measured: { dorsiflexionDeg, hipFold },
  trials,
}: {
  answer: LoopAnswer;
  measured: NonNullable<ReturnType<typeof finderQuestion>>;
  trials: number;
}) {
  const needed = (side: Side) => {
    const least = advice?.needsDeg[side] ?? null;
    return least === null ? null : { least: Math.min(45, least), most: 48 };
  };
  return (
    <Part
      title="What is believed now"
      hint={
        trials === 0
          ? 'The readings and their error; trials will narrow it.'
          : `The readings, narrowed by ${trials} ${trials === 1 ? 'trial' : 'trials'}. Ghost: as measured. Thick: what the advised setup needs.`
      }
    >
      {SIDES.map((side) => (
        <View key={side}>
          <Say strong number>
            {sayBelieved(side === 'left' ? 'Left ankle' : 'Right ankle', limits[side])}
          </Say>
          <StringGauge
            label={`Ankle ${side}`}
            unit="°"
            now={limits[side].deg}
            before={dorsiflexionDeg[side]}
            error={2 * limits[side].sd}
            target={needed(side)}
            scale={{ least: 5, most: 50 }}
            digits={1}
          />
        </View>
      ))}
      {limits.fold && hipFold ? (
        <View>
          <Say strong number>
            {sayBelieved('Hip fold, knees together', limits.fold)}
          </Say>
          <StringGauge
            label="Hip fold, knees together"
            unit="°"
            now={limits.fold.deg}
            before={hipFold.atZeroAbductionDeg}
            error={2 * limits.fold.sd}
            target={null}
            scale={{ least: 80, most: 170 }}
          />
        </View>
      ) : (
        <Say small soft>
          Hip fold was not measured: a tuck tells nothing of where it starts.
        </Say>
      )}
    </Part>
  );
}

function TriedPart({
  dossier,
  trials,
  onUndo,
}: {
  dossier: Dossier;
  trials: readonly SetupTrial[];
  onUndo: (t: SetupTrial, undone: boolean) => void;
}) {
  const { colors } = useLook();
  const earlier = dossier.setupTrials.filter((t) => !trials.some((k) => k.id === t.id));
  const row = (t: SetupTrial, counts: boolean) => (
    <View
      key={t.id}
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        gap: space.s,
        borderTopWidth: 1,
        borderColor: colors.hairline,
        paddingVertical: space.s,
      }}
    >
      <View style={{ flex: 1 }}>
        <Say number strong={counts}>
          {sayFound({ setup: t.setup, targetDepthDeg: t.thighDepthDeg })}
        </Say>
        <Say small number>
          {`${sayShowed(t)}${t.chance === null ? '' : ` Foretold: clean in ${sayChance(t.chance)}.`}${t.captureIds.length > 0 ? ' From the camera.' : ''}${t.undone ? ' Taken back.' : ''}`}
        </Say>
      </View>
      {(counts || t.undone) && (
        <Button
          type="clear"
          title={t.undone ? 'Count it' : 'Undo'}
          accessibilityLabel={`${t.undone ? 'Count it' : 'Undo'}: ${sayShowed(t)}`}
          onPress={() => onUndo(t, !t.undone)}
        />
      )}
    </View>
  );
  if (dossier.setupTrials.length === 0) return null;
  return (
    <Part title="Tried">
      <View>{[...trials].reverse().map((t) => row(t, true))}</View>
      {earlier.length > 0 && (
        <Fold
          title="Counts for nothing now"
          note="Taken back, or before the ankles were last measured"
        >
          <View>{earlier.map((t) => row(t, false))}</View>
        </Fold>
      )}
    </Part>
  );
}
