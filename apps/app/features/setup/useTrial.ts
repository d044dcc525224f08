import { useState } from 'react';
import { router } from 'expo-router';
import type { Placed } from '@zither/core';
import { isSame } from '@zither/core';
import {
  carriedNow,
  cleanTo,
  countingTrials,
  freshCaptures,
  heldLoad,
  isOf,
  mayLock,
  showedIn,
  wasClean,
  type Showed,
} from '@zither/visit';
import { lockFor } from '@zither/words/locking';
import { painMovement } from '@zither/words/trials';
import type { ToldPain } from '../clear/index.ts';
import { newId, splitRow, useAppSelector, useChanges, useDraft } from '../data/index.ts';
import type { Shown } from './shown.ts';
import type { SetPage } from './useSetPage.ts';

/** Marks made for a trial before it is recorded; kept until it is. */
interface Marked {
  marked: Showed | null;
  comfort: number | null;
  captureIds: string[];
  /** The reps were with the setup's own load, although it was to wait. */
  isLoaded: boolean;
}
const NOTHING_MARKED: Marked = { marked: null, comfort: null, captureIds: [], isLoaded: false };

/** What the coach marks on the trial in hand, and what is kept of it. */
export function useTrial(page: SetPage, shown: Shown | null) {
  const { dossier, day, answer, isFresh } = page;
  // A setup may be tried under another method than the client's: it is kept as what it was looked at.
  const method = shown?.at.method ?? page.method;
  const { client } = dossier;
  const initials = useAppSelector((s) => s.settings.initials);
  const { moment, putSetupTrial, putPain, lockSetup } = useChanges();
  const {
    value: draft,
    set: setDraft,
    drop: dropDraft,
  } = useDraft<Marked>(`trial/${client.id}/${day}`, NOTHING_MARKED);
  const { marked, comfort, captureIds, isLoaded } = draft;
  const [isLocking, setIsLocking] = useState(false);
  const trials = countingTrials(dossier);
  const advice = isFresh ? (answer?.loop?.advice ?? null) : null;
  const isStopped = answer?.loop?.stop === 'pain';
  // From the record, not from the tap: a page left or reloaded before the answer must ask again.
  const hurting = dossier.setupTrials.find(
    (t) =>
      t.pain &&
      !t.undone &&
      t.takenOn === day &&
      !dossier.pains.some((p) => p.on === day && p.movement === painMovement(t)),
  );
  const current: Placed | null =
    shown && !shown.isPending
      ? { setup: shown.at.setup, targetDepthDeg: shown.at.targetDepthDeg }
      : null;
  const held = current && heldLoad(dossier, page.basis?.question.safety ?? [], current.setup);
  // While the setup's own load waits, reps are with what may be carried now, unless the coach says more.
  const first = current && held && carriedNow(current.setup, held);
  const carried = (isLoaded ? null : first) ?? current?.setup ?? null;
  const chance = isFresh && shown ? shown.at.chance : null;
  const showed = marked ?? (current ? cleanTo(current.targetDepthDeg, method) : null);
  const captures = freshCaptures(dossier, day);
  const reset = () => {
    page.look(null);
    dropDraft();
  };
  /** The trial being recorded stays the same, even if changes arrive from elsewhere meanwhile. */
  const stay = () => current && page.look(current, method);
  return {
    current,
    method,
    showed,
    marked,
    comfort,
    /** What is carried before the setup's own load; null where that does not wait. */
    first,
    isLoaded,
    captures,
    isFromCapture: captureIds.length > 0,
    trials,
    hurting: hurting ?? null,
    isStopped,
    isLocking,
    isLocked: shown?.isLocked ?? false,
    isToLock: shown?.isToLock ?? false,
    isTried: current !== null && trials.some((t) => isOf(t, current) && wasClean(dossier, t)),
    mayLock: current !== null && mayLock(dossier, current, method),
    canRecord: current !== null && !isStopped && !hurting && !isLocking,
    /** Changes when something new is asked: the page then begins at its top. */
    step: hurting ? 'pain' : isLocking ? 'lock' : `trial ${trials.length}`,
    setIsLocking,
    mark(to: Showed) {
      stay();
      setDraft({ ...draft, marked: to });
    },
    load(to: boolean) {
      stay();
      setDraft({ ...draft, isLoaded: to });
    },
    feel(to: number) {
      stay();
      setDraft({ ...draft, comfort: to });
    },
    fillIn() {
      if (!current) return;
      stay();
      setDraft({
        ...draft,
        marked: showedIn(captures, current.targetDepthDeg, method),
        captureIds: captures.map((c) => c.id),
      });
    },
    film() {
      if (!current) return;
      stay();
      page.putInUse(current, method);
      router.navigate(`/clients/${client.id}/watch?condition=trial`);
    },
    record(pain: boolean) {
      if (!current || !carried || !showed) return;
      page.putInUse(current, method);
      putSetupTrial(
        client.id,
        { id: newId(), version: 0 },
        {
          takenOn: day,
          takenAt: moment(),
          setup: carried,
          thighDepthDeg: current.targetDepthDeg,
          profile: method.id,
          why: advice?.kind === 'try' && isSame(advice, current) ? 'promising' : 'own',
          // The chance was said of the setup with its own load.
          chance: carried === current.setup ? chance : null,
          ...showed,
          comfort,
          pain,
          captureIds: captureIds.slice(0, 3),
          undone: false,
        },
      );
      reset();
    },
    undo(trialId: string, undone: boolean) {
      const row = dossier.setupTrials.find((t) => t.id === trialId);
      if (!row) return;
      const { ref, clientId, values } = splitRow(row);
      putSetupTrial(clientId, ref, { ...values, undone });
    },
    lock(why: string) {
      if (!current) return;
      page.putInUse(current, method);
      lockSetup(
        client.id,
        lockFor(
          dossier,
          current,
          { day, at: moment(), initials, why },
          method,
          answer?.loop ?? null,
          chance,
        ),
      );
      setIsLocking(false);
      reset();
    },
    hurt(told: ToldPain) {
      if (!hurting) return;
      putPain(
        client.id,
        { id: newId(), version: 0 },
        { on: day, movement: painMovement(hurting), ...told },
      );
    },
    hurtNot() {
      if (!hurting) return;
      const { ref, clientId, values } = splitRow(hurting);
      putSetupTrial(clientId, ref, { ...values, pain: false });
    },
  };
}

export type Trial = ReturnType<typeof useTrial>;
