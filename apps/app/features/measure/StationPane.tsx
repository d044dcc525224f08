import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import type { Dossier, Trial } from '@zither/contract';
import {
  goesBeyond,
  keptTrials,
  MEASURES,
  nextSide,
  POSITIONS,
  progressOn,
  QUICK_STATIONS,
  STATIONS,
  type MeasureId,
  type Side,
  type Station,
} from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { RowButton } from '../../ui/RowButton.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { useLook } from '../../ui/useLook.ts';
import { isHeld, limitsOf, safetyOf, disagreeing } from '@zither/visit';
import { useAppSelector, useDraft } from '../data/index.ts';
import { instrumentFor } from '../instruments/index.ts';
import { BodyCard } from './BodyCard.tsx';
import { sayValue } from '@zither/words/display';
import { Findings } from './Findings.tsx';
import { HowTo } from './HowTo.tsx';
import { OwnKitPart } from './OwnKitPart.tsx';
import { TraceCard } from './TraceCard.tsx';
import { TrialSet, usualKneeGapMm, type Entry } from './TrialSet.tsx';
import { QUICK_TRIALS, useQuick } from './useQuick.ts';
import { useTrials } from './useTrials.ts';
import { sayReadUpTo } from '@zither/words/measure';

const TABS: Partial<Record<MeasureId, string>> = {
  heelRise: 'Lift',
  heelWedge: 'Wedge angle',
  stanceWidth: 'Width',
  toeOut: 'Foot angle',
  kneeTravel: 'Knee travel',
  shankAtBottom: 'Shin angle',
  navicularStanding: 'Height',
  archForms: 'Heel rise',
  abductionAngle: 'How far',
  abductionReps: 'How many',
  kneeToWall: 'Knee to wall',
  shinAngle: 'Angle on the shin',
  hipRotationIn: 'Inward',
  hipRotationOut: 'Outward',
  hipFoldNarrow: 'Narrow',
  hipFoldMiddle: 'Middle',
  hipFoldWide: 'Wide',
};

const isFullOf = (dossier: Dossier, measure: MeasureId, day: string, isQuick: boolean) => {
  const most = isQuick ? QUICK_TRIALS : undefined;
  const { taken, wanted } = progressOn(dossier.trials, measure, day, most);
  return taken >= wanted;
};

/** The side whose turn it is: left, right, left, right. */
const turnOf = (dossier: Dossier, measure: MeasureId, day: string): Side | null =>
  MEASURES[measure].sided
    ? nextSide(
        keptTrials(dossier.trials, measure, 'left', day),
        keptTrials(dossier.trials, measure, 'right', day),
      )
    : null;

/** The measure to open a station with: the way used last, or the first that is not full. */
function firstMeasure(
  dossier: Dossier,
  station: Station,
  isFull: (measure: MeasureId) => boolean,
): MeasureId | null {
  const { measures, either } = station;
  if (either) {
    const used = [...dossier.trials]
      .filter((t) => t.struck === null && either.includes(t.measure))
      .sort((a, b) => b.takenAt.localeCompare(a.takenAt))[0];
    return used?.measure ?? measures[0] ?? null;
  }
  return measures.find((m) => !isFull(m)) ?? measures[0] ?? null;
}

/** Everything at one station, and the button under the thumb that belongs to it. */
export function useStation(dossier: Dossier, station: Station, day: string) {
  const { isWide } = useLook();
  const settings = useAppSelector((s) => s.settings);
  const trials = useTrials(dossier);
  const [isQuick] = useQuick(dossier.client.id, day);
  const isFull = (m: MeasureId) => isFullOf(dossier, m, day, isQuick);
  const knows = useDraft<boolean>(`knows/${station.id}`, false);
  const [measure, setMeasure] = useState(() => {
    const first = firstMeasure(dossier, station, isFull);
    // An inclinometer chosen in Settings is meant to be used: open on what it reads, where there are two ways.
    const sensed = station.either?.find((m) => MEASURES[m].byInclinometer);
    return sensed && settings.angle !== 'byHand' ? sensed : first;
  });
  const fresh = (m: MeasureId | null): Entry => ({
    value: null,
    side: m ? turnOf(dossier, m, day) : null,
    kneeGapMm: m ? usualKneeGapMm(dossier, m) : null,
    pinch: false,
    kept: 0,
  });
  const [entry, setEntry] = useState<Entry>(() => fresh(measure));
  const [showsTrace, setShowsTrace] = useState(false);
  const open = (m: MeasureId) => {
    setMeasure(m);
    setEntry(fresh(m));
  };

  // A fold means nothing without how far apart the knees were; the server would refuse it.
  const isGapMissing =
    measure !== null && usualKneeGapMm(dossier, measure) !== null && entry.kneeGapMm === null;
  const keep = (value: number, instrument: Trial['instrument']) => {
    if (!measure || isGapMissing) return;
    const { side, kneeGapMm, pinch } = entry;
    trials.keep(measure, side, value, instrument, {
      ...(kneeGapMm === null ? {} : { kneeGapMm }),
      pinch,
    });
    // The dossier does not hold the new trial yet, so the turn is counted with it.
    const count = (s: Side) =>
      keptTrials(dossier.trials, measure, s, day).length + (s === side ? 1 : 0);
    const next: Side | null =
      side === null ? null : count('left') <= count('right') ? 'left' : 'right';
    setEntry({ ...entry, value: null, side: next, pinch: false, kept: entry.kept + 1 });
  };

  const safety = safetyOf(dossier, day);
  // Knee travel is read in a squat, and while the screen holds nobody squats.
  const isBarred = station.id === 'kneeTravel' && isHeld(safety);
  const { asks } = station;
  const readUpTo = asks && !isBarred ? limitsOf(safety).filter((l) => goesBeyond(asks, l)) : [];
  const list = isQuick ? QUICK_STATIONS : STATIONS;
  const at = STATIONS.indexOf(station);
  const following = list.find((s) => STATIONS.indexOf(s) > at);
  const isStationFull = station.either
    ? station.either.some((m) => isFull(m))
    : station.measures.every((m) => isFull(m));
  const odd = disagreeing(dossier, day).some((m) => station.measures.includes(m));
  const nextMeasure =
    station.either || !measure || !isFull(measure)
      ? undefined
      : station.measures.find((m) => !isFull(m));
  const isKeepable = entry.value !== null && measure !== null && !isGapMissing;
  const isReadBySensor =
    measure !== null && instrumentFor(MEASURES[measure], settings).way === 'streamed';
  const isTyped =
    measure !== null &&
    MEASURES[measure].unit !== 'yesNo' &&
    !isReadBySensor &&
    !showsTrace &&
    !isBarred;

  const goOn = () => {
    // A coach who has read a station once knows it: its pictures stay folded from then on.
    if (isStationFull) knows.set(true);
    router.navigate(
      (following
        ? `/clients/${dossier.client.id}/measure/${following.id}`
        : `/clients/${dossier.client.id}/watch`) as never,
    );
  };
  const nextTitle = following ? `Next: ${following.name}` : 'Next: Watch';
  const isDone = isStationFull && !odd;
  const keepTitle =
    isKeepable && measure && entry.value !== null
      ? `Keep ${entry.side ?? ''} ${sayValue(measure, entry.value)}`.replace('  ', ' ')
      : isGapMissing
        ? 'Enter the knee gap'
        : measure
          ? `Enter a reading${entry.side ? `, ${entry.side}` : ''}`
          : '';
  const foot = (
    <>
      {measure && (isKeepable || (isTyped && !isDone && !nextMeasure)) && (
        <RowButton
          title={keepTitle}
          disabled={!isKeepable}
          share={2}
          buttonStyle={{ minHeight: 52, paddingHorizontal: 8 }}
          onPress={() => entry.value !== null && keep(entry.value, 'byHand')}
        />
      )}
      {nextMeasure && !isKeepable ? (
        <RowButton
          title={`Next: ${(TABS[nextMeasure] ?? '').toLowerCase()}`}
          buttonStyle={{ minHeight: 52, paddingHorizontal: 8 }}
          onPress={() => open(nextMeasure)}
        />
      ) : (
        <RowButton
          title={isDone || !isTyped ? nextTitle : 'Next'}
          accessibilityLabel={nextTitle}
          type={isDone && !isKeepable ? 'solid' : 'outline'}
          buttonStyle={{ minHeight: 52, paddingHorizontal: 8 }}
          onPress={goOn}
        />
      )}
    </>
  );

  // A station never read on this client starts open, since the coach may not know it yet.
  const isNew = !dossier.trials.some((t) => station.measures.includes(t.measure));
  const position = POSITIONS.find((p) => p.id === station.position);
  const hasSides = station.measures.some((m) => MEASURES[m].sided);
  const hasToday = dossier.trials.some(
    (t) => t.takenOn === day && t.side !== null && measure === t.measure,
  );
  const body = (
    <>
      <Part>
        <Say soft small>
          {list.includes(station)
            ? `${position?.name} · ${list.indexOf(station) + 1} of ${list.length}`
            : position?.name}
        </Say>
        {isBarred && <Notice tone="now">Held by Clear: no squatting, so knee travel waits.</Notice>}
        {readUpTo.length > 0 && <Notice tone="now">{sayReadUpTo(readUpTo)}</Notice>}
        {station.stop && !isBarred && (
          <Notice tone="before" isTight>
            {station.stop}
          </Notice>
        )}
        {station.measures.length > 1 && measure && !isBarred && (
          <Choice
            label={station.either ? 'Measured as' : 'Reading'}
            hideLabel
            options={station.measures.map((m) => ({
              value: m,
              label: `${TABS[m] ?? MEASURES[m].name}${!station.either && isFull(m) ? ' ✓' : ''}`,
            }))}
            value={measure}
            onChange={open}
          />
        )}
        {measure && !showsTrace && !isBarred && (
          <TrialSet
            key={measure}
            dossier={dossier}
            measure={measure}
            day={day}
            entry={entry}
            onEntry={(change) => setEntry({ ...entry, ...change })}
            onKeep={keep}
          />
        )}
        {station.id === 'body' && <BodyCard client={dossier.client} />}
        {station.id === 'stance' && (
          <>
            <Button
              type="outline"
              title={showsTrace ? 'Back to the floor tape' : 'Step on paper instead'}
              onPress={() => setShowsTrace(!showsTrace)}
            />
            {showsTrace && (
              <TraceCard
                keepTrial={(m, side, value) => trials.keep(m, side, value, 'trace')}
                onKept={() => setShowsTrace(false)}
              />
            )}
          </>
        )}
        {hasSides && hasToday && measure && (
          <View style={{ alignItems: 'flex-start' }}>
            <Button
              type="clear"
              buttonStyle={{ paddingHorizontal: 0 }}
              title="Sides were exchanged: swap left and right"
              onPress={() => {
                trials.swapSides([measure], day);
                setEntry(fresh(measure));
              }}
            />
          </View>
        )}
      </Part>
      <Part>
        <Findings dossier={dossier} station={station} day={day} />
        {station.id === 'heel' && <OwnKitPart dossier={dossier} />}
        <HowTo key={station.id} station={station} startsOpen={!knows.value && (isWide || isNew)} />
      </Part>
    </>
  );
  return { body, foot };
}
