import { router } from 'expo-router';
import { useMemo, useState } from 'react';
import type { Dossier, SetupTrial } from '@zither/contract';
import { Button } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { useLook } from '../../ui/useLook.ts';
import { PainButton } from '../clear/PainButton.tsx';
import {
  settledSetup,
  isHeld,
  limitsOf,
  safetyOf,
  methodOf,
  isOf,
  versionInForce,
  wasClean,
  finderQuestion,
  cleanTo,
  countingTrials,
  freshCaptures,
  loopQuestion,
  showedIn,
  type Showed,
} from '@zither/visit';
import { SafetyNotice } from '../clear/SafetyNotice.tsx';
import { newId, useAppSelector, useChanges, splitRow } from '../data/index.ts';
import { PainPanel } from '../probe/PainPanel.tsx';
import { today } from '../shell/today.ts';
import { AdvicePart, OtherSetups, TryFoot } from './AdvicePart.tsx';
import { lockFor } from '@zither/words/locking';
import { LockedPart, LockForm } from './LockPart.tsx';
import { NotYetScreen } from './NotYetScreen.tsx';
import { RecordPart } from './RecordPart.tsx';
import { SetSegments } from './SetSegments.tsx';
import { sayFound, sayRoom } from '@zither/words/setup';
import { Believed, TrialPicture, TriedPart, type Placed } from './TryParts.tsx';
import { useLoop } from './useSet.ts';
import { sayAdvice } from '@zither/words/trials';

/** How pain in a trial is named in the record. */
const painMovement = (t: SetupTrial): string =>
  `While trying a setup: ${sayFound({ setup: t.setup, targetDepthDeg: t.thighDepthDeg })}`.slice(
    0,
    200,
  );

/** The trial loop: try a setup, record what the reps showed, and the next one worth trying is there, until one is to be locked. */
export function TryScreen({
  dossier,
  startsOwn = false,
}: {
  dossier: Dossier;
  /** Begins with the setup in use, which the coach just chose, instead of with what is advised. */
  startsOwn?: boolean;
}) {
  const { client } = dossier;
  const { isWide } = useLook();
  const day = today();
  const initials = useAppSelector((s) => s.settings.initials);
  const { moment, putSetup, putSetupTrial, putPain, lockSetup, takeBackLock } = useChanges();
  const safety = useMemo(() => safetyOf(dossier, day), [dossier, day]);
  const method = useMemo(() => methodOf(dossier), [dossier]);
  const question = useMemo(() => finderQuestion(dossier, limitsOf(safety)), [dossier, safety]);
  // As the screen allows it today.
  const inUse = useMemo(() => settledSetup(dossier, limitsOf(safety)), [dossier, safety]);
  const trials = useMemo(() => countingTrials(dossier), [dossier]);
  const ask = useMemo(
    () =>
      question && !isHeld(safety) ? loopQuestion(dossier, question, method, day, inUse) : null,
    [dossier, question, method, day, safety, inUse],
  );
  const { answer, isFresh, hasFailed } = useLoop(ask);
  const [picked, setPicked] = useState<Placed | null>(startsOwn ? inUse : null);
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
      <NotYetScreen title="Try a setup" dossier={dossier} safety={safety} back={back}>
        What to try is worked out from the ankles: measure dorsiflexion on both sides first.
      </NotYetScreen>
    );

  const advice = isFresh ? (answer?.advice ?? null) : null;
  const current: Placed | null = picked ?? advice ?? (isFresh || hasFailed ? inUse : null);
  const isSame = (a: Placed, b: Placed | null) =>
    b !== null && isOf({ setup: a.setup, thighDepthDeg: a.targetDepthDeg }, b);
  const isAdvised = current !== null && isSame(current, advice);
  const isOwn = picked !== null && !isAdvised;
  const locked = versionInForce(dossier);
  /** What the loop would keep is locked already. */
  const isLocked =
    !isOwn &&
    advice?.kind === 'lock' &&
    locked !== null &&
    isOf(locked.lock, { setup: advice.setup, targetDepthDeg: advice.targetDepthDeg });
  const isToLock = advice?.kind === 'lock' && !isOwn && !isLocked;
  const chanceOf = (placed: Placed): number | null => {
    if (!answer || !isFresh) return null;
    if (isSame(placed, advice)) return advice?.chance ?? null;
    const other = answer.choice.proposals.find((o) => isSame(o, placed));
    return other?.chance ?? (isSame(placed, inUse) ? (answer.now?.chance ?? null) : null);
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
  /** What is being recorded stays what it is, whatever arrives from elsewhere meanwhile. */
  const stay = () => setPicked(current);
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
        takenAt: moment(),
        setup: current.setup,
        thighDepthDeg: current.targetDepthDeg,
        profile: method.id,
        why: isAdvised && advice?.kind === 'try' ? 'promising' : 'own',
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
    const { ref, clientId, values } = splitRow(t);
    putSetupTrial(clientId, ref, { ...values, undone });
  };
  const settle = (why: string) => {
    if (!current) return;
    putInUse(current);
    lockSetup(
      client.id,
      lockFor(dossier, current, { day, at: moment(), initials, why }, answer, chanceOf(current)),
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
        <SetSegments clientId={client.id} here="trials" />
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
            const { ref, clientId, values } = splitRow(hurting);
            putSetupTrial(clientId, ref, { ...values, pain: false });
          }}
        />
      )}
      {isLocking && current && (
        <LockForm
          setup={sayFound(current)}
          isTried={isTried}
          onLock={settle}
          onCancel={() => setIsLocking(false)}
        />
      )}
      <AdvicePart
        title={
          isOwn
            ? 'Your own choice'
            : isLocked
              ? 'Locked'
              : advice?.kind === 'lock'
                ? 'Ready to lock'
                : advice
                  ? 'Try next'
                  : 'No further trial advised'
        }
        isWorking={!isFresh && !hasFailed}
        stop={isFresh ? (answer?.stop ?? null) : null}
        placed={isStopped ? null : current}
        chance={current && chanceOf(current)}
        says={
          !isAdvised || !advice
            ? null
            : isLocked
              ? `Version ${locked.number} is locked and still the one to use.`
              : sayAdvice(advice, trials.length)
        }
        reasons={isAdvised && advice ? sayRoom(advice, question, method) : []}
        onBack={isOwn ? reset : null}
        onSchools={() => go('setup/schools')}
        onMap={() => go('setup/map')}
      >
        {current && !isStopped && !isWide && (
          <Fold title="How it looks" note="The squat and the feet">
            <TrialPicture placed={current} question={question} method={method} />
          </Fold>
        )}
        {!isStopped && answer && isFresh && (
          <OtherSetups
            others={answer.choice.proposals.filter((p) => !isSame(p, advice))}
            inUse={inUse && !isSame(inUse, advice) ? inUse : null}
            chanceInUse={answer.now?.chance ?? null}
            onPick={pick}
            onMap={() => go('setup/map')}
          />
        )}
      </AdvicePart>
      {current && showed && !isStopped && !isLocking && (
        <RecordPart
          targetDepthDeg={current.targetDepthDeg}
          showed={showed}
          comfort={comfort}
          captures={captures}
          isFromCapture={captureIds.length > 0}
          onShowed={(to) => {
            stay();
            setMarked(to);
          }}
          onComfort={(to) => {
            stay();
            setComfort(to);
          }}
          onCapture={() => {
            stay();
            setMarked(showedIn(captures, current.targetDepthDeg));
            setCaptureIds(captures.map((c) => c.id));
          }}
          onFilm={() => {
            stay();
            putInUse(current);
            go('watch?condition=trial');
          }}
        />
      )}
    </>
  );
  const known = (
    <>
      {isWide && current && !isStopped && (
        <Part>
          <TrialPicture placed={current} question={question} method={method} />
        </Part>
      )}
      {answer && <Believed answer={answer} measured={question} trials={trials.length} />}
      <TriedPart dossier={dossier} trials={trials} onUndo={undo} />
      <LockedPart dossier={dossier} onTakeBack={takeBack} />
    </>
  );
  const canRecord = current !== null && showed !== null && !isStopped && !hurting && !isLocking;
  return (
    <Screen
      // What is asked or advised next stands at the top, wherever the page was scrolled to.
      key={hurting ? 'pain' : isLocking ? 'lock' : `trial ${trials.length}`}
      title="Try a setup"
      who={client.name}
      back={back}
      foot={
        canRecord ? (
          <TryFoot
            isToLock={isToLock}
            isLocked={isLocked}
            isMarked={marked !== null}
            onLock={() => setIsLocking(true)}
            onRecord={(pain) => record(showed, pain)}
          />
        ) : (
          <Button
            title="Next: Plan"
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
