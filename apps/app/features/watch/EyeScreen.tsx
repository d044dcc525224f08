import { term } from '@zither/words/terms';
import { router } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Condition, Dossier, JudgementValues, LookAsks } from '@zither/contract';
import {
  AREAS,
  faultsOf,
  HIDDEN_BY_SHOES,
  type Area,
  type CameraView,
  type FaultId,
} from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { RowButton } from '../../ui/RowButton.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { Stepper } from '../../ui/Stepper.tsx';
import { font, space, TARGET_PX } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { StopButton, SafetyNotice } from '../clear/index.ts';
import {
  asksLockout,
  isHeld,
  limitsOf,
  NO_MARK,
  safetyOf,
  scriptFor,
  seenIn,
  subjectFor,
  watchedIn,
  type Mark,
} from '@zither/visit';
import { newId, useChanges, useDraft, today } from '../data/index.ts';
import { FaultRow } from './FaultRow.tsx';
import { MovingFigure } from './MovingFigure.tsx';
import { AREA_NAMES, AREA_SHORT, sayAreas, saySquat, VIEW_NAMES } from '@zither/words/watch';

type Judged = JudgementValues['seen'][number]['fault'];

/** A set as it is being watched, before it is kept. */
interface Watched {
  /** Of the row it will be, so that keeping twice keeps once. */
  id: string;
  marks: Partial<Record<Judged, Mark>>;
  reps: number;
  /** Parts that were watched and called clean. */
  clean: Area[];
}

/** Beside the figure the areas stand as the body does: the floor below, the rep as a whole on top. */
const FROM_TOP: readonly Area[] = [...AREAS].reverse();

const isJudged = (id: FaultId): id is Judged => id !== 'pain';

/** The checklist for a pair of eyes and one thumb: tap the figure where it was seen, swipe how much, keep. */
export function EyeScreen({
  dossier,
  view,
  condition,
  asks,
}: {
  dossier: Dossier;
  view: CameraView;
  condition: Condition;
  asks: LookAsks;
}) {
  const { colors, isWide } = useLook();
  const { client } = dossier;
  const day = today();
  const { moment, putJudgement } = useChanges();
  const safety = safetyOf(dossier, day);
  const subject = useMemo(
    () => subjectFor(dossier, condition, asks, limitsOf(safety)),
    // The squat that moves on the page does not change while it is watched.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [dossier.client.id, condition, asks],
  );
  const script = useMemo(() => (subject ? scriptFor(subject, [], 5) : null), [subject]);
  // What was named and not kept yet survives leaving the page, a reload and an empty battery.
  const {
    value: draft,
    set,
    drop,
    isRestored,
  } = useDraft<Watched>(
    `eye/${client.id}/${day}/${view}/${condition}/${JSON.stringify(asks)}`,
    useMemo(() => ({ id: newId(), marks: {}, reps: 5, clean: [] }), []),
  );
  // A draft begun before parts could be called clean has none.
  const { id, reps, clean = [] } = draft as Watched & { clean?: Area[] };
  const markOf = (fault: Judged): Mark => ({ ...NO_MARK, ...draft.marks[fault] });
  const [part, setPart] = useState<Area | null>(null);
  const faults = faultsOf(view).filter(
    (f) =>
      isJudged(f.id) &&
      (f.id !== 'armsFall' || asks.arms !== 'free') &&
      !(asks.shod && HIDDEN_BY_SHOES.includes(f.id)) &&
      (f.id !== 'noLockout' || asksLockout(limitsOf(safety), condition)),
  );
  const parts = FROM_TOP.filter((p) => faults.some((f) => f.area === p));
  const seen = faults.flatMap((f) => (isJudged(f.id) ? seenIn(f.id, markOf(f.id), reps) : []));
  const named = new Set(seen.map((s) => s.fault)).size;
  const watched = watchedIn(clean, seen).filter((a) => parts.includes(a));
  const unwatched = AREAS.filter((a) => parts.includes(a) && !watched.includes(a));
  const toWatch = `/clients/${client.id}/watch` as const;
  const back = { to: toWatch, label: 'Back to Watch' };
  if (isHeld(safety))
    return (
      <Screen title="By eye" who={client.name} back={back} aside={<StopButton dossier={dossier} />}>
        <Part>
          <SafetyNotice clientId={client.id} safety={safety} />
        </Part>
      </Screen>
    );
  const keep = () => {
    putJudgement(
      client.id,
      { id, version: 0 },
      {
        takenOn: day,
        takenAt: moment(),
        view,
        condition,
        asks,
        discarded: false,
        reps,
        loadKg: condition === 'load' ? (subject?.setup.loadKg ?? 0) : 0,
        lookedAt: watched,
        seen,
      },
    );
    drop();
    router.navigate(toWatch);
  };
  const count = (p: Area) =>
    new Set(
      seen.flatMap((s) => (faults.some((f) => f.id === s.fault && f.area === p) ? [s.fault] : [])),
    ).size;
  const sign = (p: Area) => (count(p) > 0 ? ` ${count(p)}` : watched.includes(p) ? ' ✓' : '');
  const spoken = (p: Area) =>
    count(p) > 0
      ? `, ${count(p)}, named so far`
      : watched.includes(p)
        ? ' ✓, clean'
        : ', not looked at';
  const shown = faults.filter((f) =>
    part === null ? seen.some((s) => s.fault === f.id) : f.area === part,
  );
  const buttons = (
    <View role="group" aria-label="Where it was seen" style={{ gap: 4, width: 104 }}>
      {parts.map((p) => {
        const isOpen = p === part;
        return (
          <Button
            key={p}
            type="outline"
            title={`${AREA_SHORT[p]}${sign(p)}`}
            aria-expanded={isOpen}
            accessibilityLabel={`${AREA_NAMES[p]}${spoken(p)}`}
            onPress={() => setPart(isOpen ? null : p)}
            buttonStyle={{
              minHeight: TARGET_PX,
              paddingHorizontal: 4,
              backgroundColor: isOpen ? colors.ink : colors.surface,
              borderColor: count(p) > 0 ? colors.rust : colors.hairline,
              borderWidth: count(p) > 0 ? 2 : 1,
            }}
            titleStyle={{
              fontSize: 15,
              fontFamily: font.semibold,
              color: isOpen ? colors.paper : colors.ink,
            }}
          />
        );
      })}
    </View>
  );
  const figure = (
    <Part>
      <SafetyNotice clientId={client.id} safety={safety} />
      <View style={{ flexDirection: 'row', gap: space.s }}>
        <MovingFigure
          script={script}
          view={view}
          width={isWide ? 350 : 246}
          height={Math.max(330, parts.length * (TARGET_PX + 4))}
          parts={parts}
          onPart={setPart}
        />
        {buttons}
      </View>
    </Part>
  );
  const list = (
    <Part {...(part ? { title: AREA_NAMES[part] } : {})}>
      {isRestored && (
        <Notice actions={[{ label: 'Start over', onPress: drop }]}>
          Begun earlier and not kept yet.
        </Notice>
      )}
      {part === null && seen.length === 0 && (
        <Say soft>
          Tap where you saw something; swipe a line to the right for more. A part you watched and
          found clean is a result too.
        </Say>
      )}
      {part === null && unwatched.length > 0 && (
        <View style={{ gap: space.xs, alignItems: 'flex-start' }}>
          <Say small soft>{`Not looked at: ${sayAreas(unwatched)}.`}</Say>
          <Button
            type="outline"
            title={`Clean: ${sayAreas(unwatched)}`}
            onPress={() => set({ ...draft, clean: [...clean, ...unwatched] })}
          />
        </View>
      )}
      {part !== null && count(part) === 0 && (
        <View style={{ alignItems: 'flex-start' }}>
          <Button
            type="outline"
            title={
              watched.includes(part)
                ? `Not looked at: ${sayAreas([part])}`
                : `Clean: ${sayAreas([part])}`
            }
            onPress={() => {
              const isClean = watched.includes(part);
              set({
                ...draft,
                clean: isClean ? clean.filter((a) => a !== part) : [...clean, part],
              });
              if (!isClean) setPart(null);
            }}
          />
        </View>
      )}
      {part === null && seen.length > 0 && <Say strong>Named so far</Say>}
      {shown.map((f) =>
        isJudged(f.id) ? (
          <FaultRow
            key={f.id}
            fault={f.id}
            mark={markOf(f.id)}
            reps={Math.min(reps, 10)}
            onChange={(mark) => set({ ...draft, marks: { ...draft.marks, [f.id]: mark } })}
          />
        ) : null,
      )}
      {part === null && (
        <Stepper
          label="Reps watched"
          unit=""
          value={reps}
          step={1}
          possible={{ least: 1, most: 60 }}
          startAt={5}
          onChange={(to) => set({ ...draft, reps: to })}
        />
      )}
      {!script && (
        <Notice>The figure moves once both ankles are measured; the list works without it.</Notice>
      )}
    </Part>
  );
  return (
    <Screen
      aside={<StopButton dossier={dossier} />}
      title={`By eye: ${VIEW_NAMES[view].toLowerCase()}`}
      who={`${client.name} · ${saySquat({ condition, asks })}`}
      back={back}
      foot={
        <RowButton
          title={
            watched.length === 0
              ? 'Mark what you looked at first'
              : named === 0
                ? `Keep: clean in ${reps} reps`
                : `Keep ${named} ${term(named, 'fault')} in ${reps} reps`
          }
          disabled={watched.length === 0}
          buttonStyle={{ minHeight: 52 }}
          onPress={keep}
        />
      }
      {...(isWide ? { pinned: figure } : {})}
    >
      {!isWide && figure}
      {list}
    </Screen>
  );
}
